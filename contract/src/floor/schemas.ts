import { instant } from '../common/values';
import * as z from 'zod';
import { stage } from '../release/schemas';

/** A job as a row on the Floor. Sentences are made on the server from the same words as everywhere. */
export const floorJob = z.object({
  jobId: z.string(),
  number: z.string(),
  serial: z.string(),
  model: z.string(),
  gates: z.array(z.object({ stage, label: z.string(), stand: z.enum(['shut', 'ready', 'passed']) })),
  waitingOn: z.string(),
  then: z.string(),
  sealed: z.object({ at: instant, digest: z.string() }).nullable(),
  /** What is wrong with its chain on the disk; null of every job that is whole. */
  damaged: z.string().nullable(),
  openedAt: instant,
});
export const floorNeed = z.object({
  jobId: z.string().nullable(),
  who: z.string(),
  sentence: z.string(),
  /** Where it is settled: a path of the application. */
  link: z.string(),
  since: instant,
  urgency: z.int(),
  /** The person who is signed in can settle it. */
  mine: z.boolean(),
  /** How many of this sort there are in the job; the first of them is said. */
  count: z.int(),
});
export const floorView = z.object({
  shop: z.string(),
  today: z.string(),
  /** What keeps the shop from working as it should: the disk, the clock, the backups. */
  troubles: z.array(z.object({ code: z.string(), title: z.string(), where: z.string(), next: z.string() })),
  /** The most urgent ones, and how many there are. */
  needs: z.array(floorNeed),
  needsInAll: z.int(),
  /** Some of the jobs, open ones first, from a number on; and how many there are. */
  jobs: z.array(floorJob),
  from: z.int(),
  jobsInAll: z.int(),
});
export type FloorView = z.output<typeof floorView>;
export type FloorJob = z.output<typeof floorJob>;
export type FloorNeed = z.output<typeof floorNeed>;

export const engineList = z.array(
  z.object({
    engineId: z.string(),
    serial: z.string(),
    model: z.string(),
    jobs: z.array(
      z.object({
        jobId: z.string(),
        number: z.string(),
        openedAt: instant,
        sealedAt: instant.nullable(),
        sealDigest: z.string().nullable(),
        supplements: z.int(),
      }),
    ),
  }),
);
export type EngineList = z.output<typeof engineList>;
