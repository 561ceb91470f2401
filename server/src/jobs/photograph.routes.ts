import { paperQuery, photographQuery } from '@oak-gate/contract';
import { Router } from 'express';
import type { RequestHandler } from 'express';
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
const PAPER = 'application/pdf';
const PICTURES: readonly string[] = ['image/png', 'image/jpeg', 'image/webp'];

/** Photographs and papers: the bytes lie on the disk, synced, before an event speaks of them. */
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
  router.post('/:jobId/papers', rawBody(LARGEST_PHOTOGRAPH), async (req, res) => {
    const { command, finding, name, title } = checked(paperQuery, req.query);
    const { jobId } = req.params;
    await jobs.state(jobId);
    const bytes = bytesOf(req);
    const file = await lookAtAttachment(name, bytes);
    if (![...PICTURES, PAPER].includes(file.mime))
      throw ProblemError.of('FILE_NOT_THAT_TYPE', {
        ...{ file: name, wanted: 'a PDF or a picture' },
        found: `its content is ${file.mime}`,
      });
    const { entries, repeated } = await jobs.command(
      ...([jobId, command, { type: 'addPaper', finding, file, title }, actorOf(res)] as const),
      () => {
        attachments.keep(file, bytes);
      },
    );
    res.status(repeated ? 200 : 201).json({ command, chain: jobChain(jobId), entries });
  });
  router.get('/:jobId/photographs/:sha256', send('photograph'));
  router.get('/:jobId/papers/:sha256', send('paper'));
  return router;

  /** What came from outside is shown in a box of its own: nothing of it runs. */
  function send(kind: 'photograph' | 'paper'): RequestHandler<{ jobId: string; sha256: string }> {
    return async ({ params: { jobId, sha256 } }, res) => {
      const { remarks } = await jobs.state(jobId);
      const found = remarks.find((each) => each.kind === kind && each.file.sha256 === sha256);
      if (found === undefined || !('file' in found)) throw ProblemError.of('NOT_FOUND', { path: sha256 });
      res
        .type(found.file.mime)
        .set('Content-Security-Policy', "default-src 'none'; sandbox")
        .send(Buffer.from(attachments.read(found.file.sha256)));
    };
  }
}
