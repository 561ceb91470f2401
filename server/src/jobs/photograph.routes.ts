import { photographQuery } from '@oak-gate/contract';
import { Router } from 'express';
import { actorOf } from '../people';
import { Attachments, lookAtAttachment } from '../platform/attachments';
import { checked } from '../platform/body';
import { ProblemError } from '../platform/problem-error';
import { bytesOf, rawBody } from '../platform/raw-body';
import { jobChain } from '../record';
import type { Services } from '../services';
import type { Jobs } from './jobs.service';

/** A photograph as a tablet's camera makes it, and no more. */
const LARGEST_PHOTOGRAPH = '15mb';
const PICTURES: readonly string[] = ['image/png', 'image/jpeg', 'image/webp'];

/** Photographs of findings: the bytes lie on the disk, synced, before an event speaks of them. */
export function photographRoutes({ folder }: Services, jobs: Jobs): Router {
  const router = Router();
  const attachments = new Attachments(`${folder}/files`);

  router.post('/:jobId/photographs', rawBody(LARGEST_PHOTOGRAPH), async (req, res) => {
    const { command, finding, name, caption, when } = checked(photographQuery, req.query);
    const { jobId } = req.params;
    await jobs.state(jobId);
    const bytes = bytesOf(req);
    const file = await lookAtAttachment(name, bytes);
    if (!PICTURES.includes(file.mime))
      throw ProblemError.of('FILE_NOT_THAT_TYPE', {
        file: name,
        wanted: 'a picture',
        found: `its content is ${file.mime}`,
      });
    const { entries, repeated } = await jobs.command(
      jobId,
      command,
      {
        ...{ type: 'addPhotograph', finding, file, caption },
        ...(when === undefined ? {} : { when }),
      },
      actorOf(res),
      () => {
        attachments.keep(file, bytes);
      },
    );
    res.status(repeated ? 200 : 201).json({ command, chain: jobChain(jobId), entries });
  });
  router.get('/:jobId/photographs/:sha256', async (req, res) => {
    const { remarks } = await jobs.state(req.params.jobId);
    const found = remarks.find(
      (each) => each.kind === 'photograph' && each.file.sha256 === req.params.sha256,
    );
    if (found?.kind !== 'photograph') throw ProblemError.of('NOT_FOUND', { path: req.params.sha256 });
    res
      .type(found.file.mime)
      .set('Content-Security-Policy', "default-src 'none'; sandbox")
      .send(Buffer.from(attachments.read(found.file.sha256)));
  });
  return router;
}
