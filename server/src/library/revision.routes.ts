import { createHash } from 'node:crypto';
import {
  placeInJob,
  checkRevisionRequest,
  documentFile,
  draftRevisionRequest,
  publishRevisionRequest,
  reasonRequest,
  sheetRowsRequest,
  withdrawRevisionRequest,
} from '@oak-gate/contract';
import type { JobRef, RevisionView, WhereUsed } from '@oak-gate/contract';
import {
  currentRevisions,
  isLater,
  present,
  readLimitTable,
  revisionDigest,
  revisionId,
  revisionState,
  textCells,
  writeLibraryTable,
  targetsBeyond,
} from '@oak-gate/core';
import type { DocumentRevision, KeptRevision, LibraryState } from '@oak-gate/core';
import { cellWords } from '@oak-gate/contract';
import { Router } from 'express';
import * as z from 'zod';
import { actorOf } from '../people';
import { bodyOf, checked } from '../platform/body';
import { ProblemError } from '../platform/problem-error';
import { bytesOf, rawBody } from '../platform/raw-body';
import { projectionStore } from '../record';
import type { JobRow } from '../record';
import { Attachments, LARGEST_ATTACHMENT, lookAtAttachment } from '../platform/attachments';
import type { Library } from './library.service';
import { writeCsv, writeXlsx } from '../platform/write-table';

/** One revision: its statement, its rows, its files, its way to publication, and out as a file. */
export function revisionRoutes(library: Library): Router {
  const router = Router();
  const attachments = new Attachments(`${library.services.folder}/files`);

  router.post('/', async (req, res) => {
    const { id, revision } = bodyOf(draftRevisionRequest, req);
    const drafted = statementOf(revision);
    await library.execute(id, { type: 'draftRevision', revision: drafted }, actorOf(res));
    res.status(201).json({ revision: drafted });
  });
  router.get('/:id', async (req, res) => {
    const state = await library.state();
    res.json(viewOf(library, state, await library.revision(req.params.id)));
  });
  router.put('/:id', async (req, res) => {
    const { id, revision } = bodyOf(draftRevisionRequest, req);
    const amended = statementOf(revision);
    if (amended.id !== req.params.id)
      throw ProblemError.of('BODY_WRONG', {
        path: 'number',
        message: 'A number and a revision do not change: draft another',
      });
    await library.execute(id, { type: 'amendDraft', revision: amended }, actorOf(res));
    res.json({ revision: amended });
  });
  router.put('/:id/rows', async (req, res) => {
    const { id, header, lines } = bodyOf(sheetRowsRequest, req);
    const state = await library.state();
    const kept = await library.revision(req.params.id);
    const table = readLimitTable({
      revision: kept.revision.id,
      header,
      lines: lines.map((cells, i) => ({ line: i + 1, cells: textCells(cells) })),
      models: library.modelsOf(state, kept),
      characteristics: library.characteristics(state),
    });
    if (!table.ok) {
      const errors = table.errors.map(({ line, column, fault }) => ({
        line,
        column,
        message: cellWords(fault),
      }));
      throw ProblemError.of('TABLE_WRONG', { errors: errors.length, file: 'the sheet' }, errors);
    }
    const sha256 = createHash('sha256')
      .update(JSON.stringify([header, ...lines]))
      .digest('hex');
    const file = { name: 'written in the sheet', sha256 };
    await library.execute(
      id,
      { type: 'importRows', revision: kept.revision.id, file, rows: table.rows },
      actorOf(res),
    );
    res.json({ rows: table.rows.length });
  });
  router.post('/:id/files', rawBody(LARGEST_ATTACHMENT), async (req, res) => {
    const { command, name } = checked(
      z.object({ command: z.uuid(), name: z.string().min(1).max(200) }),
      req.query,
    );
    await library.revision(req.params.id);
    const bytes = bytesOf(req);
    const file = await lookAtAttachment(name, bytes);
    const keep = (): void => {
      attachments.keep(file, bytes);
    };
    const attach = { type: 'attachFile' as const, revision: req.params.id, file };
    await library.execute(command, attach, actorOf(res), { keep });
    res.status(201).json({ file });
  });
  router.get('/:id/files/:sha256', async (req, res) => {
    const kept = await library.revision(req.params.id);
    const file = kept.attachments.find(({ sha256 }) => sha256 === req.params.sha256);
    if (file === undefined) throw ProblemError.of('NOT_FOUND', { path: req.params.sha256 });
    res
      .attachment(file.name)
      .type(file.mime)
      .set('Content-Security-Policy', "default-src 'none'; sandbox")
      .send(Buffer.from(attachments.read(file.sha256)));
  });
  router.post('/:id/check', async (req, res) => {
    const { id, digest } = bodyOf(checkRevisionRequest, req);
    await library.execute(id, { type: 'checkRevision', revision: req.params.id, digest }, actorOf(res));
    res.status(201).json({ revision: req.params.id });
  });
  router.post('/:id/publish', async (req, res) => {
    const { id } = bodyOf(publishRevisionRequest, req);
    await library.execute(id, { type: 'publishRevision', revision: req.params.id }, actorOf(res));
    res.status(201).json({ revision: req.params.id });
  });
  router.post('/:id/withdraw', async (req, res) => {
    const { id, reason, then } = bodyOf(withdrawRevisionRequest, req);
    await library.execute(
      id,
      { type: 'withdrawRevision', revision: req.params.id, reason, then },
      actorOf(res),
    );
    res.status(201).json({ revision: req.params.id });
  });
  router.post('/:id/drop', async (req, res) => {
    const { id, reason } = bodyOf(reasonRequest, req);
    await library.execute(id, { type: 'dropDraft', revision: req.params.id, reason }, actorOf(res));
    res.status(201).json({ revision: req.params.id });
  });
  router.get('/:id/used', async (req, res) => {
    await library.revision(req.params.id);
    res.json(await usedView(library, req.params.id));
  });
  router.get('/:id/export', async (req, res) => {
    const { as } = checked(z.object({ as: z.enum(['csv', 'xlsx', 'json']) }), req.query);
    const { revision, rows, attachments: files } = await library.revision(req.params.id);
    const name = revision.id.replaceAll(/[ /]/g, '-');
    const table = writeLibraryTable([{ revision, rows }]);
    if (as === 'csv') {
      res.attachment(`${name}.csv`).type('text/csv; charset=utf-8').send(writeCsv(table));
      return;
    }
    if (as === 'xlsx') {
      res.attachment(`${name}.xlsx`).send(Buffer.from(await writeXlsx(revision.id, table)));
      return;
    }
    const file = documentFile.parse({
      format: 'oak-gate/document',
      version: 1,
      revision,
      rows,
      attachments: files.map((each) => ({
        ...each,
        content: Buffer.from(attachments.read(each.sha256)).toString('base64'),
      })),
    });
    res
      .attachment(`${name}.json`)
      .type('json')
      .send(`${JSON.stringify(file, null, 2)}\n`);
  });
  return router;
}

/** What a form says of a document, as it is kept. */
export function statementOf(form: z.output<typeof draftRevisionRequest>['revision']): DocumentRevision {
  const { number, revision, title, kind, issued, effective } = form;
  const some = <T>(items: readonly T[]): readonly T[] | undefined => (items.length === 0 ? undefined : items);
  return present({
    id: revisionId(number, revision),
    number,
    revision,
    title: title.trim(),
    kind,
    issued,
    effective,
    appliesTo: present({
      models: form.models,
      serialFrom: form.serialFrom ?? undefined,
      serialTo: form.serialTo ?? undefined,
      partNumbers: some(form.partNumbers),
      oversizes: some(form.oversizes),
      pistonMaterials: some(form.pistonMaterials),
      duties: some(form.duties),
      buildFrom: form.buildFrom ?? undefined,
      buildTo: form.buildTo ?? undefined,
      partStates: some(form.partStates),
    }),
    supersedes: some(form.supersedes),
    partsMaker: form.partsMaker.trim() === '' ? undefined : form.partsMaker.trim(),
    notes: form.notes.trim() === '' ? undefined : form.notes.trim(),
    cautions: some(form.cautions.map((each) => each.trim()).filter((each) => each !== '')),
  });
}

function viewOf(library: Library, state: LibraryState, kept: KeptRevision): RevisionView {
  const on = library.today();
  const current = currentRevisions(state, on);
  const stamp = <T extends { readonly by: string; readonly at: string }>(given: T | undefined) =>
    given ?? null;
  const { revision, rows, file, draftedBy, writers, checked: check, published, withdrawn } = kept;
  return {
    revision,
    state: revisionState(kept, current, on),
    rows,
    file: file ?? null,
    attachments: kept.attachments,
    drafted: draftedBy,
    writers,
    digest: revisionDigest(kept),
    checked: stamp(check),
    published: stamp(published),
    withdrawn: stamp(withdrawn),
    models: library.modelsOf(state, kept),
    characteristics: library.characteristics(state),
    siblings: Object.values(state.revisions)
      .filter((each) => each.revision.number === revision.number)
      .sort((a, b) => (isLater(a, b) ? -1 : 1))
      .map((each) => ({
        id: each.revision.id,
        revision: each.revision.revision,
        effective: each.revision.effective,
        state: revisionState(each, current, on),
      })),
    beyond: published === undefined ? beyondLimits(library, state, kept) : [],
  };
}
/** Each target of a draft that a job would ignore, in a sentence; none for what is no target of the shop's own. */
function beyondLimits(library: Library, state: LibraryState, draft: KeptRevision): string[] {
  const on = library.today();
  const measured = new Set(draft.rows.map(({ characteristic }) => characteristic));
  const characteristics = library.characteristics(state).filter(({ id }) => measured.has(id));
  const revisions = currentRevisions(state, on);
  return library.modelsOf(state, draft).flatMap((model) => {
    const policy = library.policy(state, model);
    return targetsBeyond(draft, { on, model, characteristics, revisions, policy }).map(
      ({ row, fit, bound }) =>
        `${row}: its ${bound} for ${placeInJob({ model, characteristics }, fit)} on ${model.maker} ${model.name}`,
    );
  });
}

const jobRef = ({ jobId, number, serial, modelName, sealedAt }: JobRow): JobRef => ({
  jobId,
  number,
  serial,
  modelName,
  sealedAt,
});
async function usedView(library: Library, revision: string): Promise<WhereUsed> {
  const { read } = library.services.db;
  const byRow = new Map<string, JobRef[]>();
  for (const { row, job } of await projectionStore.jobsOfRows(read, revision))
    byRow.set(row, [...(byRow.get(row) ?? []), jobRef(job)]);
  return {
    pinned: (await projectionStore.jobsOfDocument(read, revision)).map(jobRef),
    rows: [...byRow].map(([row, jobs]) => ({ row, jobs })),
  };
}
