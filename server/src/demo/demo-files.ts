import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { noteCheckRequest, openJobRequest, revisionStatement } from '@oak-gate/contract';
import * as z from 'zod';
import {
  CAUSES,
  DEFECTS,
  FACE_SORTS,
  TEST_METHODS,
  INSTRUMENT_KINDS,
  LENGTH_UNITS,
  ROLES,
  STAGES,
  WAYS,
} from '@oak-gate/core';

/** Days before or after the day of seeding. */
const dayOffset = z.int();
const moment = z.string().regex(/^-?\d+ \d\d:\d\d$/);
export const demoPeople = z.object({
  shop: z.string(),
  secondPerson: z.enum(['required', 'sameSaid']),
  zone: z.string(),
  pin: z.string(),
  people: z
    .array(
      z.object({ name: z.string(), roles: z.array(z.enum(ROLES)), authorisation: z.string().nullable() }),
    )
    .min(1),
});
const demoInstrument = z.object({
  id: z.string(),
  name: z.string(),
  kind: z.enum(INSTRUMENT_KINDS),
  unit: z.enum(['thou', 'in', 'mm', 'um']),
  resolution: z.string(),
  uncertainty: z.string(),
  calibratedOn: dayOffset,
  dueOn: dayOffset,
  blades: z.array(z.string()),
});
const demoDocument = z.object({
  /** What the form of a document asks; the dates are days from the day of seeding. */
  revision: revisionStatement.omit({ issued: true, effective: true }),
  issued: dayOffset,
  effective: dayOffset,
  /** When it reached the shop; those that came after the jobs had begun are read after them. */
  at: moment,
  afterJobs: z.boolean().default(false),
  draftedBy: z.string(),
  checkedBy: z.string(),
  /** The table of its rows, and what else belongs to it. */
  rows: z.string(),
  files: z.array(z.string()).default([]),
});
export type DemoDocument = ReturnType<typeof readDemo>['documents'][number];
const demoCheckNote = z.object({
  who: z.string(),
  ...noteCheckRequest.shape.note.shape,
});
const readings = z.object({
  instrument: z.string(),
  everyMinutes: z.int(),
  answers: z.record(z.string(), z.enum(['yes', 'no'])),
  /** `cylinder/groove/member/station` of a ring end gap, or any place by its key, to what was typed. */
  taken: z.record(z.string(), z.string()),
  /** What the gauge was set to, where figures are how far from that the sizes are. */
  conditions: z.array(z.object({ condition: z.string(), is: z.string() })).optional(),
  setting: z.object({ text: z.string(), unit: z.enum(LENGTH_UNITS), against: z.string() }).optional(),
});
export const demoStep = z.object({
  at: moment,
  who: z.string(),
  command: z.looseObject({ type: z.string() }).optional(),
  sign: z.enum(STAGES).optional(),
  fit: z
    .object({
      cylinders: z.array(z.string()),
      state: z.enum(['new', 'reused']),
      partNumber: z.string(),
      lot: z.string(),
    })
    .optional(),
  /** Every slot of these kinds. */
  name: z.object({ kinds: z.array(z.string()), state: z.enum(['new', 'reused']) }).optional(),
  readings: readings.optional(),
  rework: z.object({ slot: z.string(), what: z.enum(['filed', 'honed']), how: z.string() }).optional(),
  replace: z
    .object({
      slot: z.string(),
      reason: z.string(),
      state: z.enum(['new', 'reused']),
      partNumber: z.string(),
      lot: z.string(),
    })
    .optional(),
  /** Everything of these cylinders that is put down on the map: which way each kind lay, and what was odd of which slot. */
  asFound: z
    .object({
      cylinders: z.array(z.string()),
      kinds: z.array(z.string()).optional(),
      ways: z.record(z.string(), z.enum(WAYS)),
      hours: z.number().nullable(),
      odd: z.record(z.string(), z.string()).default({}),
    })
    .optional(),
  /** All faces of the parts of these kinds at these cylinders or journals that are not said of yet, but for those that are named. */
  looked: z
    .object({
      kinds: z.array(z.string()),
      at: z.array(z.string()).optional(),
      sorts: z.array(z.enum(FACE_SORTS)).default(['clean', 'look']),
      /** Only the first so many faces. */
      first: z.int().optional(),
      /** By slot and face, "piston@cylinder:2 crown": what was wrong there. */
      wrong: z
        .record(
          z.string(),
          z.object({ kind: z.enum(DEFECTS), where: z.string(), size: z.string() }).extend({
            remark: z.string().default(''),
            cause: z.enum(CAUSES).nullable().default(null),
          }),
        )
        .default({}),
      /** By slot and face: why it was not looked at. */
      left: z.record(z.string(), z.string()).default({}),
    })
    .optional(),
  /** A crack test; without results it is still under way. */
  tested: z
    .object({
      slots: z.array(z.string()),
      method: z.enum(TEST_METHODS),
      area: z.string(),
      batch: z.string(),
      batchUntil: dayOffset,
      qualification: z.string(),
      qualifiedUntil: dayOffset,
      dwell: z.number(),
      development: z.number(),
      /** By slot: where there is a crack. */
      cracks: z.record(z.string(), z.string()).default({}),
      read: z.boolean(),
    })
    .optional(),
  concede: z
    .object({
      place: z.string(),
      approval: z.object({ number: z.string(), date: dayOffset, issuer: z.string() }),
      reason: z.string(),
    })
    .optional(),
});
export type DemoStep = z.output<typeof demoStep>;
const demoJob = z.object({
  open: openJobRequest.omit({ id: true }).extend({ at: moment, who: z.string() }),
  steps: z.array(demoStep),
});
export type DemoJob = z.output<typeof demoJob>;

/** Everything that the demo tells, read from its files and checked. */
export function readDemo(folder: string) {
  const json = (path: string): unknown => JSON.parse(readFileSync(join(folder, path), 'utf8'));
  const all = (sub: string): string[] =>
    readdirSync(join(folder, sub))
      .filter((name) => name.endsWith('.json'))
      .sort();
  return {
    people: demoPeople.parse(json('people.json')),
    instruments: z.array(demoInstrument).parse(json('instruments.json')),
    checkNotes: z.array(demoCheckNote).parse(json('check-notes.json')),
    models: all('models').map((name) => json(`models/${name}`)),
    documents: all('documents').map((name) => {
      const document = demoDocument.parse(json(`documents/${name}`));
      const read = (file: string): Buffer => readFileSync(join(folder, 'documents', file));
      return {
        ...document,
        table: read(document.rows),
        attachments: document.files.map((file) => ({ file, bytes: read(file) })),
      };
    }),
    jobs: all('jobs').map((name) => demoJob.parse(json(`jobs/${name}`))),
    pictures: {
      before: readFileSync(join(folder, 'photographs/before.png')),
      after: readFileSync(join(folder, 'photographs/after.png')),
    },
  };
}
