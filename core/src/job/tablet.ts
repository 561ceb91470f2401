import { own } from '../kernel/own';
import type { Actor } from '../kernel/actor';
import type { Envelope } from '../record/envelope';
import { decideJob } from './decide-job';
import { evolveJob, NOTHING_TOLD, tellJob } from './evolve-job';
import type { ToldJob } from './evolve-job';
import type { JobCommand } from './job-commands';
import type { JobEntry } from './job-events';
import type { JobState } from './job-state';

/** A command that somebody gave at a tablet and that is not on the server's disk yet. */
export interface GivenCommand {
  readonly id: string;
  readonly command: JobCommand;
  /** Who gave it: nobody else ever signs it. */
  readonly by: Actor;
  /** When it was given, by the tablet's clock: what is drawn until the server has written its own time. */
  readonly at: string;
}

/** What a tablet has heard of a job. */
export interface Heard extends ToldJob {
  readonly chain: string;
  /** The number of the last entry that was heard, told or not. */
  readonly seq: number;
  /** Something came that does not join on: what lies between is asked for. */
  readonly gap: boolean;
}
export const nothingHeard = (chain: string): Heard => ({ ...NOTHING_TOLD, chain, seq: 0, gap: false });

/**
 * Joins entries to what was heard of their chain. Those of another chain are nobody's here, those that were heard already are
 * passed over, and those behind a gap wait until it is filled.
 */
export function hear(heard: Heard, chain: string, entries: readonly { readonly entry: Envelope }[]): Heard {
  if (chain !== heard.chain) return heard;
  let so: Heard = heard;
  for (const { entry } of entries) {
    if (entry.chain !== chain || entry.seq <= so.seq) continue;
    if (entry.seq > so.seq + 1) return { ...so, gap: true };
    so = { ...so, ...tellJob(so, entry), seq: entry.seq };
  }
  return { ...so, gap: false };
}

/** Which of a tablet's commands are told by what was heard: they are on their way no longer. */
export function stillOnTheWay<G extends Pick<GivenCommand, 'id'>>(
  given: readonly G[],
  { seq }: Heard,
  entries: readonly { readonly entry: Envelope }[],
): readonly G[] {
  const told = new Set(entries.filter(({ entry }) => entry.seq <= seq).map(({ entry }) => entry.command));
  return given.some(({ id }) => told.has(id)) ? given.filter(({ id }) => !told.has(id)) : given;
}

/** What a tablet shows: the story on disk with what is on its way, each command decided on what the ones before it leave. */
export interface Foreseen {
  readonly state: JobState;
  readonly entries: readonly JobEntry[];
}
export function foresee(state: JobState, given: readonly GivenCommand[]): Foreseen {
  return given.reduce<Foreseen>(
    (so, { id, command, by, at }) => {
      const instrument = instrumentIn(so.state, command);
      const decided = decideJob(so.state, command, {
        at,
        by,
        ...(instrument === undefined ? {} : { instrument }),
      });
      if (!decided.ok) return so; // the server says so, and then it is shown as refused
      let after = so.state;
      const entries: JobEntry[] = [];
      for (const event of decided.value) {
        const entry = {
          ...event,
          chain: `job:${after.id}`,
          seq: after.seq + 1,
          job: after.id,
          at,
          command: id,
          by,
        } as JobEntry;
        after = evolveJob(after, entry);
        entries.push(entry);
      }
      return { state: after, entries: [...so.entries, ...entries] };
    },
    { state, entries: [] },
  );
}

/** The instrument that a command names, as it was taken for the job. */
export function instrumentIn(state: JobState, command: JobCommand) {
  const named =
    command.type === 'takeReading'
      ? command.instrument
      : command.type === 'correctReading'
        ? command.instead?.instrument
        : undefined;
  return named == null ? undefined : own(state.instruments, named);
}
