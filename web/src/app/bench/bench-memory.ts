import { effect, untracked } from '@angular/core';
import { DATUMS, LENGTH_UNITS } from '@oak-gate/core';
import type { JobState } from '@oak-gate/core';
import * as z from 'zod';
import { today } from '../ui/today';
import type { KeptDraft } from './drafts';
import type { SaidHow } from './said-how';

/**
 * What a person had on the bench of a job, kept on the tablet, so that a reload, a change of hands or an empty battery takes
 * nothing away. None of it counts for anything before it is recorded.
 */
export interface BenchMemory {
  readonly drafts: readonly KeptDraft[];
  /** How sheets are measured, as it was said; the gauge that was taken for each; and where the hand was. */
  readonly how: Readonly<Record<string, SaidHow>>;
  readonly tools: Readonly<Record<string, string>>;
  readonly place: string | undefined;
}

const kept = z.object({
  /** A setting and a gauge in hand are of their day. */
  day: z.string(),
  drafts: z.array(
    z.object({
      place: z.string(),
      instrument: z.string(),
      text: z.string(),
      slip: z.enum(['asTyped', 'reread']).nullable(),
      typedFirst: z.exactOptional(z.string()),
      basis: z.string(),
    }),
  ),
  how: z.record(
    z.string(),
    z.object({
      conditions: z.array(z.object({ condition: z.string(), is: z.string() })),
      depths: z.exactOptional(
        z.record(
          z.string(),
          z.object({ text: z.string(), unit: z.enum(LENGTH_UNITS), datum: z.enum(DATUMS) }),
        ),
      ),
      warmAt: z.exactOptional(z.number()),
      temperatures: z.exactOptional(
        z.object({ part: z.string(), gauge: z.string(), kept: z.exactOptional(z.string()) }),
      ),
      setting: z.exactOptional(
        z.object({ text: z.string(), unit: z.enum(LENGTH_UNITS), against: z.string() }),
      ),
    }),
  ),
  tools: z.record(z.string(), z.string()),
  place: z.string().nullable(),
});
const keyOf = (job: string, person: string): string => `oak-gate-bench ${job} ${person}`;

/** @returns undefined where nothing is kept, or what is kept cannot be read: it is never more than a help */
export function keptBench(job: string, person: string, day: string): BenchMemory | undefined {
  let data: unknown;
  try {
    data = JSON.parse(localStorage.getItem(keyOf(job, person)) ?? 'null');
  } catch {
    return undefined;
  }
  const read = kept.safeParse(data);
  if (!read.success) return undefined;
  const { day: of, place, drafts, how, tools } = read.data;
  const isToday = of === day;
  return {
    drafts,
    how: isToday ? how : {},
    tools: isToday ? tools : {},
    place: isToday && place !== null ? place : undefined,
  };
}

export function keepBench(job: string, person: string, day: string, memory: BenchMemory): void {
  const { drafts, how, tools, place } = memory;
  try {
    localStorage.setItem(
      keyOf(job, person),
      JSON.stringify({ day, drafts, how, tools, place: place ?? null }),
    );
  } catch {
    // A tablet without room forgets this; what was recorded is elsewhere.
  }
}

/**
 * Keeps what is in hand as it changes, and brings it back once for each person and job, before anything of it is kept again. Is
 * called where a component or service is made.
 */
export function remembering(bench: {
  readonly job: () => JobState | undefined;
  readonly person: () => string | undefined;
  /** Whether there is a bench to bring something back to. */
  readonly isReady: () => boolean;
  readonly inHand: (person: string) => BenchMemory;
  readonly bringBack: (memory: BenchMemory, job: JobState, person: string) => void;
}): void {
  const isBack = new Set<string>();
  effect(() => {
    const [job, person] = [bench.job(), bench.person()];
    if (job === undefined || person === undefined || !bench.isReady()) return;
    const whose = `${job.id} ${person}`;
    if (!isBack.has(whose)) {
      isBack.add(whose);
      untracked(() => {
        const memory = keptBench(job.id, person, today());
        if (memory !== undefined) bench.bringBack(memory, job, person);
      });
    }
    keepBench(job.id, person, today(), bench.inHand(person));
  });
}
