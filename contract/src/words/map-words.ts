import { currentPin, mapOf, planStand, refitParts, runningPlaces } from '@oak-gate/core';
import type { AsFoundEntry, JobState, Plan, PlannedWork, PlanStand } from '@oak-gate/core';
import { placeInJob, placeWordsOf, slotWords, unitWord } from './place-words';
import { wayWords } from './way-words';
import { findingName } from './remark-words';
import { doneWords } from './wait-words';

/** "to the left, reused": how a part lay and what becomes of it at Build. */
export function foundWords({ part, way, cannotTell, atBuild }: AsFoundEntry, frontLabel: string): string {
  if (part === null) return 'none there';
  const lay = cannotTell ? 'which way nobody can tell' : way === null ? '' : wayWords(way, frontLabel);
  return [lay, atBuild === 'new' ? 'new at Build' : 'reused'].filter((each) => each !== '').join(', ');
}

/** One part as it stands on the map, with everything that was said of it before. */
export interface MapLine {
  readonly tag: string;
  readonly what: string;
  readonly lay: string;
  readonly said: string;
  readonly by: string;
  readonly at: string;
  /** It was said anew since. */
  readonly isOld: boolean;
}
/** The whole map, by cylinder and bearing; empty where a job has none. */
export function mapLines(state: JobState): readonly MapLine[] {
  const layout = currentPin(state)?.model.layout;
  if (layout === undefined) return [];
  return mapOf(state).flatMap(({ slot, tag }) => {
    const lines: MapLine[] = [];
    for (let each = state.asFound.get(slot); each !== undefined; each = each.before) {
      const { odd, remark, hours, reason, by, at } = each;
      lines.push({
        ...{ tag, what: slotWords(layout, slot), lay: foundWords(each, layout.frontLabel) },
        said: [
          ...(odd === '' ? [] : [`odd: ${odd}`]),
          ...(hours === null ? [] : [`${hours} h`]),
          ...(remark === '' ? [] : [remark]),
          ...(reason === '' ? [] : [`said anew: ${reason}`]),
        ].join('; '),
        ...{ by: by.name, at, isOld: each !== state.asFound.get(slot) },
      });
    }
    return lines;
  });
}
/** Which way round what ran in was put back, with what was said before. */
export function refitLines(state: JobState): readonly MapLine[] {
  const layout = currentPin(state)?.model.layout;
  if (layout === undefined) return [];
  return refitParts(state).flatMap(({ mapped, said, slot, entry }) => {
    const lines: MapLine[] = [];
    for (let each = said; each !== undefined; each = each.before)
      lines.push({
        ...{ tag: mapped.tag, what: slotWords(layout, slot), lay: wayWords(each.way, layout.frontLabel) },
        said: [
          ...(entry.way !== null && entry.way !== each.way
            ? [`found ${wayWords(entry.way, layout.frontLabel)}`]
            : []),
          ...(each.reason === '' ? [] : [`said anew: ${each.reason}`]),
        ].join('; '),
        ...{ by: each.by.name, at: each.at, isOld: each !== said },
      });
    return lines;
  });
}
/** What was decided of what was odd, or lies elsewhere. */
export const oddLines = (
  state: JobState,
): readonly { readonly what: string; readonly decided: string; readonly by: string; readonly at: string }[] =>
  state.oddDecided.map(({ finding, keep, reason, samePerson, by, at }) => ({
    what: oddName(state, finding),
    decided: `${keep ? 'stays so' : 'is put right when it goes together again'}: ${reason}${samePerson === null ? '' : `; same person, ${samePerson.hoursLater} h later`}`,
    ...{ by: by.name, at },
  }));

/** What a decision is of, also when the part is another one now. */
function oddName(state: JobState, finding: string): string {
  const layout = currentPin(state)?.model.layout;
  const seq = Number(finding.split(' ').at(-1));
  for (const current of state.asFound.values())
    for (let entry: AsFoundEntry | undefined = current; entry !== undefined; entry = entry.before)
      if (entry.seq === seq && layout !== undefined) {
        const name = slotWords(layout, entry.slot);
        return finding.startsWith('odd ')
          ? `${name}: ${entry.odd}`
          : `${name}: lies elsewhere than it was found`;
      }
  return findingName(state, finding);
}
const STAND_WORDS: Readonly<Record<PlanStand, string>> = {
  open: 'not done yet',
  done: 'done',
  overtaken: 'something else was done',
  dropped: 'given up',
};
/** What shall be done, in a few words: "filed: 2 thou", "4 parts moved: fits better". */
export function plannedWords(work: PlannedWork): string {
  const how = work.kind === 'rework' ? work.how : work.reason;
  return `${doneWords(work)}${how === '' ? '' : `: ${how}`}`;
}
/** What was planned of which parts, and what became of it. */
export const planLines = (
  state: JobState,
): readonly {
  readonly where: string;
  readonly what: string;
  readonly became: string;
  readonly plan: Plan;
}[] =>
  state.plans.map((plan) => {
    const layout = currentPin(state)?.model.layout;
    const [first] = plan.seen;
    const slot = first?.id.slice(0, first.id.lastIndexOf('#')) ?? '';
    const { dropped } = plan;
    return {
      where: layout === undefined ? slot : placeWordsOf(layout, slot),
      what: plannedWords(plan.work),
      became: `${STAND_WORDS[planStand(state, plan)]}${dropped === undefined ? '' : ` by ${dropped.by}: ${dropped.reason}`}`,
      plan,
    };
  });

/** What the engine ran with before it was taken apart: one line each, with what was said before. */
export const runningLines = (state: JobState): readonly MapLine[] =>
  runningPlaces(state).flatMap(({ key, characteristic, entry, word }) => {
    const lines: MapLine[] = [];
    for (let each = entry; each !== undefined; each = each.before)
      lines.push({
        ...{ tag: '', what: placeInJob(currentPin(state), key) || characteristic.name },
        lay: each.size === null ? 'not measured' : `${each.text} ${unitWord(each.unit)}`,
        said: [
          ...(each === entry && word !== undefined ? [RUNNING_WORDS[word]] : []),
          ...(each.remark === '' ? [] : [each.remark]),
        ].join('; '),
        ...{ by: each.by.name, at: each.at, isOld: each !== entry },
      });
    return lines;
  });
const RUNNING_WORDS = {
  in: 'within what may go on running',
  tight: 'tighter than what may go on running',
  loose: 'wider than what may go on running',
} as const;
