import { Router } from 'express';
import * as z from 'zod';
import type { Jobs } from '../jobs';
import type { Services } from '../services';
import { exportRecord } from './record-export';
import { writeCsv } from '../platform/write-table';
import { checked } from '../platform/body';
import { ProblemError } from '../platform/problem-error';
import { actorOf } from '../people';
import { printSlips } from './print-slips';
import { printTags } from './print-tags';
import { Attachments } from '../platform/attachments';
import { picturesOf, zipRecord } from './record-pictures';
import { printRecord, printWorksheets } from './record-print';
import { nanometres } from '@oak-gate/core';
import { sheetTable } from './sheet-table';

const slipQuery = z.object({
  sheet: z.string().max(80),
  school: z.enum(['tight', 'middle', 'loose']).default('tight'),
  /** A given gap, nm: it goes before the school. */
  gap: z.exactOptional(z.coerce.number().int().min(0)),
  tool: z.string().max(120),
});

export function releaseRoutes({ ledger, folder }: Services, jobs: Jobs): Router {
  const router = Router();
  const attachments = new Attachments(`${folder}/files`);
  router.get('/:jobId/record.json', async (req, res) => {
    const record = await exportRecord(ledger, jobs, req.params.jobId);
    const state = await jobs.state(req.params.jobId);
    res.attachment(`${state.job.number}-${state.engine.serial}-record.json`).json(record);
  });
  /** The same with its photographs, to be handed over as one file. */
  router.get('/:jobId/record.zip', async (req, res) => {
    const record = await exportRecord(ledger, jobs, req.params.jobId);
    const state = await jobs.state(req.params.jobId);
    const name = `${state.job.number}-${state.engine.serial}-record`;
    const bytes = await zipRecord(`${name}.json`, record, picturesOf(state, attachments));
    res.attachment(`${name}.zip`).type('application/zip').send(Buffer.from(bytes));
  });
  router.get('/:jobId/record.pdf', async (req, res) => {
    const record = await exportRecord(ledger, jobs, req.params.jobId);
    const state = await jobs.state(req.params.jobId);
    const pdf = await printRecord(state, record, picturesOf(state, attachments));
    res
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="${state.job.number}-record.pdf"`)
      .send(pdf);
  });
  /** The sheets as they stand, sealed or not. */
  router.get('/:jobId/sheets.csv', async (req, res) => {
    const state = await jobs.state(req.params.jobId);
    res
      .attachment(`${state.job.number}-${state.engine.serial}-sheets.csv`)
      .type('text/csv; charset=utf-8')
      .send(writeCsv(sheetTable(state)));
  });
  /** The sheets of a stage, or of all stages, empty: to be filled in with a pencil where no tablet goes. */
  router.get('/:jobId/worksheet.pdf', async (req, res) => {
    const state = await jobs.state(req.params.jobId);
    const { stage } = checked(z.object({ stage: z.exactOptional(z.string()) }), req.query);
    const gates = state.route.gates.filter((gate) => stage === undefined || gate.stage === stage);
    if (gates.length === 0) throw ProblemError.of('NOT_FOUND', { path: stage ?? '' });
    const pdf = await printWorksheets(
      state,
      gates.flatMap(({ sheets }) => sheets),
    );
    res
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="${state.job.number}-worksheet.pdf"`)
      .send(pdf);
  });
  /** The tags of the parts that are put down on the map. */
  router.get('/:jobId/tags.pdf', async (req, res) => {
    const state = await jobs.state(req.params.jobId);
    const pdf = await printTags(state);
    res
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="${state.job.number}-tags.pdf"`)
      .send(pdf);
  });
  /** A slip for each ring that is to be filed: it goes to the grinder with the ring. */
  router.get('/:jobId/slips.pdf', async (req, res) => {
    const state = await jobs.state(req.params.jobId);
    const { sheet, school, gap, tool } = checked(slipQuery, req.query);
    const { id, name } = actorOf(res);
    const pdf = await printSlips(state, {
      ...{ sheet, tool, who: { id, name } },
      school: gap === undefined ? { kind: school } : { kind: 'gap', value: nanometres(gap) },
    });
    res
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="${state.job.number}-slips.pdf"`)
      .send(pdf);
  });
  return router;
}
