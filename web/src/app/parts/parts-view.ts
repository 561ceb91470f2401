import {
  partLifeWords,
  partWords,
  placeInJob,
  rangeWords,
  slotWords,
  tenths,
  unitWord,
} from '@oak-gate/contract';
import {
  aboutPart,
  currentPin,
  filedSheets,
  kitStands,
  lotSpreads,
  partIn,
  partKindsOf,
  livesOf,
  remarksOn,
  slotsOf,
  unitOfSheet,
} from '@oak-gate/core';
import type { JobState, Part, PartKind, PartLife } from '@oak-gate/core';

/** A part as a line of the list. */
export interface PartLine {
  readonly part: Part;
  readonly where: string;
  readonly kind: PartKind;
  readonly number: string;
  readonly lot: string;
  readonly is: string;
  readonly life: PartLife | undefined;
  readonly lifeWords: string;
  readonly papers: number;
}
/** A life drawn: shares of its limit. */
export interface LifeBar {
  readonly used: number;
  readonly next: number | undefined;
  readonly words: string;
  readonly isDue: boolean;
}
const STATES: Readonly<Record<string, string>> = { new: 'new', reused: 'ran before' };

/** Every part that lies in the engine, in the order of its kinds. */
export function partLines(job: JobState): readonly PartLine[] {
  const layout = currentPin(job)?.model.layout;
  if (layout === undefined) return [];
  const lives = new Map(livesOf(job).map((each) => [each.part.id, each]));
  const papers = new Map<string, number>();
  for (const { kind, finding } of job.remarks)
    if (kind === 'paper') papers.set(finding, (papers.get(finding) ?? 0) + 1);
  const lying = partKindsOf(layout).flatMap(({ kind }) =>
    slotsOf(layout, kind).flatMap(({ key }) => partIn(job, key) ?? []),
  );
  return lying.map((part): PartLine => {
    const life = lives.get(part.id);
    const lot = [part.serial, part.lot].filter((each) => each != null && each !== '').join(', ');
    const state = STATES[part.state] ?? part.state;
    const worked = part.history.filter(({ what }) => !['fitted', 'moved', 'removed'].includes(what));
    return {
      ...{ part, kind: part.kind, lot, life },
      where: slotWords(layout, part.slot ?? ''),
      number: part.partNumber ?? '',
      is: [part.sizeClass ?? '', state, ...new Set(worked.map(({ what }) => what))]
        .filter((each) => each !== '')
        .join(', '),
      lifeWords: life === undefined ? '' : partLifeWords(life),
      papers: papers.get(aboutPart(part.id)) ?? 0,
    };
  });
}
/** The kinds that lie there, each with how many. */
export function kindsOf(job: JobState, lines: readonly PartLine[]) {
  const layout = currentPin(job)?.model.layout;
  const counts = new Map<PartKind, number>();
  for (const { kind } of lines) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  return [...counts].map(([kind, count]) => ({ kind, count, words: partWords(layout, kind)[1] }));
}
export function lifeBar({ rule, used, life }: PartLife): LifeBar {
  const share = (count: number): number => Math.min(1, Math.max(0, count / rule.limit));
  const next = life.verdict === 'unknown' ? undefined : life.atNext;
  return {
    used: used === null ? 0 : share(used),
    next: next === undefined ? undefined : share(next),
    words: partLifeWords({ rule, used, life } as PartLife),
    isDue: life.verdict !== 'ok',
  };
}
/** How far the parts of each lot lie apart, as they came. */
export function lotLines(job: JobState) {
  return filedSheets(job).flatMap((characteristic) => {
    const unit = unitOfSheet(job, characteristic);
    return lotSpreads(job, characteristic).map(({ fit, lot, maker, count, least, most, mean }) => ({
      key: `${fit} ${maker ?? ''} ${lot}`,
      what: placeInJob(currentPin(job), fit),
      lot: [maker, lot].filter((each) => each !== null && each !== '').join(', '),
      count,
      range: `${rangeWords(least, most, unit)} ${unitWord(unit)}`,
      apart: `${tenths(most - least, unit)} ${unitWord(unit)}`,
      mean: `${tenths(mean, unit)} ${unitWord(unit)}`,
    }));
  });
}
/** What was said of a part: papers first. */
export const papersOf = (job: JobState, part: string) =>
  remarksOn(job, aboutPart(part)).flatMap((remark) =>
    remark.kind === 'paper'
      ? [
          {
            ...{
              seq: remark.seq,
              title: remark.title,
              name: remark.file.name,
              by: remark.by.name,
              at: remark.at,
            },
            source: `/api/jobs/${job.id}/papers/${remark.file.sha256}`,
          },
        ]
      : [],
  );
/** Out of which kit a part came: by its lot. */
export function kitOf(job: JobState, { lot, kind }: Part): string | undefined {
  if (lot === null || lot === '') return undefined;
  const found = kitStands(job).find(({ unpacked, rule }) =>
    rule.contents.some(
      (each) =>
        each.kind === kind && unpacked.ticks.some((tick) => tick.item === each.id && tick.lot === lot),
    ),
  );
  return found === undefined ? undefined : `${found.rule.name} ${found.unpacked.number}`;
}
