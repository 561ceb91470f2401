import { benchFigure, boundText, partWords, placeWords, showBound, unitWord } from '@oak-gate/contract';
import {
  currentPin,
  currentReading,
  filingAdvice,
  findingsAt,
  inBySourcesUnit,
  intervalOf,
  isSize,
  judgedPart,
  limitInForce,
  nanometres,
  parsePlaceKey,
  placeAt,
  placeStatus,
  revisionOfRow,
  sheetPlaces,
  showExact,
  unreadBeforeFiling,
} from '@oak-gate/core';
import type {
  FilingAdvice,
  FilingPlan,
  JobState,
  Part,
  LengthUnit,
  Nanometres,
  PlaceKey,
  PlaceStatus,
} from '@oak-gate/core';
import { say } from './next-step';
import type { NextStep } from './next-step';

export function adviceAt(job: JobState, status: PlaceStatus): FilingAdvice | undefined {
  const characteristic = currentPin(job)?.characteristics.find(
    ({ id }) => id === status.place.characteristic,
  );
  if (characteristic === undefined) return undefined;
  return filingAdvice(job, characteristic).find((advice) =>
    advice.kind === 'plan'
      ? advice.stations.includes(status.key)
      : status.reading?.parts.some(({ id }) => id === advice.part.id) === true,
  );
}

/** What to do with a ring that is too small at this place. */
export function filingWords(job: JobState, status: PlaceStatus, unit: LengthUnit): NextStep {
  const advice = adviceAt(job, status);
  if (advice === undefined)
    return say('Too small here, and not to be filed: an inspector decides.', 'decide');
  if (advice.kind === 'measureFirst')
    return say('Measure its other stations before filing: one cut opens them all.');
  const { plan, stations, part } = advice;
  const show = (nm: Nanometres): string => showExact(nm, unit);
  const where = stationsWords(stations.length);
  switch (plan.state) {
    case 'file':
      return {
        words: `File ${cutWords(plan, unit, nameOf(job, part.kind))}. Then measure ${stations.length === 1 ? 'again' : `${where} again`}.`,
        short: `File ${show(plan.remove)} ${unitWord(unit)}`,
        why: [bySourcesUnit(job, status), `${show(plan.remove)} suits ${where}: ${aimWords(plan, show)}.`]
          .filter((each) => each !== undefined)
          .join(' '),
        sums: sumsOf(job, plan, part, unit),
        offers: 'file',
      };
    case 'notProven':
      return say(missingSide(job, plan.station, status.key));
    case 'measureFiner':
      return say(
        `The brackets leave no sure cut: ${needsAndBears(plan, unit)}. Measure with finer blades at ${where}.`,
        'gauge',
      );
    case 'impossible':
      return say(
        `No cut suits ${where}: ${needsAndBears(plan, unit)}, up to ${show(nanometres(plan.least - plan.most))} apart. Measure the bore at ${where} for taper; an inspector decides.`,
        'decide',
      );
    case 'tooLoose':
      return say(
        'Tight here and too loose at another station: filing would make that worse. An inspector decides.',
        'decide',
      );
    case 'none':
      return say('Nothing to file.');
  }
}

const stationsWords = (count: number): string =>
  count === 1 ? 'this station' : count === 2 ? 'both stations' : `all ${count} stations`;
type Cut = Extract<FilingPlan, { readonly state: 'file' | 'none' }>;
type Clash = Extract<FilingPlan, { readonly state: 'impossible' | 'measureFiner' }>;

/** What a kind of part is called. */
const nameOf = (job: JobState, kind: string): string => partWords(currentPin(job)?.model.layout, kind)[0];
/** "at least 1, at most 8 thou off this ring; aim for 2". */
export function cutWords({ least, most, remove }: Cut, unit: LengthUnit, one: string): string {
  const show = (nm: Nanometres): string => showExact(nm, unit);
  const window = most === undefined ? '' : `, at most ${show(most)}`;
  return `at least ${show(least)}${window} ${unitWord(unit)} off this ${one}; aim for ${show(remove)}`;
}
const needsAndBears = ({ least, most }: Clash, unit: LengthUnit): string =>
  most < 0
    ? `one station may need ${showExact(least, unit)} ${unitWord(unit)} off, and another may be ${showExact(nanometres(0 - most), unit)} over its maximum already`
    : `one station may need ${showExact(least, unit)} ${unitWord(unit)} off, and another bears ${most === 0 ? 'nothing' : `${showExact(most, unit)} ${unitWord(unit)}`} for sure`;

/** Why a cut is aimed for: the least that is sure, and one step of the gauge beyond it, so that it can be shown. */
const aimWords = ({ least, remove, clamped }: Cut, show: (nm: Nanometres) => string): string =>
  clamped === true || remove === least
    ? 'more than the least is not to be had'
    : `the least, and ${show(nanometres(remove - least))} more, which the gauge can show`;

/** For each station: what is known, what comes off, what it will be, and what it has to be. */
function sumsOf(job: JobState, plan: Cut, part: Part, unit: LengthUnit): readonly string[] {
  const layout = currentPin(job)?.model.layout;
  const show = (nm: number): string => benchFigure(nanometres(nm), unit);
  return plan.predicted.flatMap(({ name, low, high }) => {
    const place = parsePlaceKey(name);
    const reading = currentReading(placeAt(job, name));
    if (layout === undefined || place === undefined || reading === undefined || !isSize(reading.reading))
      return [];
    const inForce = limitInForce(job, place, judgedPart(job, place, [part]));
    const limit =
      inForce.state === 'inForce' ? `; allowed ${showBound(inForce.limit, unit)}` : '; no limit here';
    const { lo } = intervalOf(reading.reading);
    const to = high === undefined || high === low ? ' or more' : `, and under ${show(high)}`;
    const after = high === low ? show(low) : `${show(low)}${to}`;
    return [
      `${placeWords(layout, place).station}: ${show(lo)} + ${show(plan.remove)} = ${after} ${unitWord(unit)}${limit}`,
    ];
  });
}

/** Which side of a reading is open that a cut waits for. */
function missingSide(job: JobState, station: PlaceKey, here: PlaceKey): string {
  const where = station === here ? 'here' : 'at its other station';
  return currentReading(placeAt(job, station))?.reading.kind === 'under'
    ? `Find a blade that goes ${where} first: without one nobody knows how much is missing.`
    : `Prove the other side ${where} first: with no blade that stops nobody knows how much room is left.`;
}

/** What speaks against filing a ring: nothing asks for it, or only the unit in which it was read does. */
export function againstFiling(job: JobState, part: string): readonly string[] {
  const here = sheetPlaces(job)
    .map((place) => placeStatus(job, place))
    .filter(({ reading }) => reading?.parts.some(({ id }) => id === part) === true);
  // A relation to another place, or a note, may ask for the file of a ring whose every size is in.
  if (here.some((status) => findingsAt(job, status).length > 0)) return [];
  const tight = here.filter(({ state }) => state === 'tight');
  if (here.length > 0 && here.every(({ state }) => NEEDS_NO_FILE.includes(state)))
    return ['Every station of this ring that was measured is in: nothing asks for it to be filed.'];
  if (here.some(({ state }) => state === 'loose') && tight.length === 0)
    return ['No station of this ring is too small, and one is too large: filing makes that worse.'];
  const byUnit = tight.flatMap((status) => bySourcesUnit(job, status) ?? []);
  return byUnit.length === tight.length ? byUnit : [];
}
/** The first one is filed after all are read: which goes where, and whether a bank is odd, is seen of all of them. */
export function beforeFiling(job: JobState, kind: string): readonly string[] {
  const open = unreadBeforeFiling(job, kind).length;
  return open === 0
    ? []
    : [
        `${open} ${open === 1 ? 'place of this sort is' : 'places of this sort are'} not read yet. All are read before the first is filed: what fits elsewhere needs no file.`,
      ];
}
const NEEDS_NO_FILE: readonly PlaceStatus['state'][] = ['in', 'serviceable'];

/** The reading as its source prints sizes, where that is in: what a cut would be about is less than the source can show. */
export function bySourcesUnit(job: JobState, status: PlaceStatus): string | undefined {
  const found = inBySourcesUnit(job, status);
  if (found === undefined) return undefined;
  const { row, printed, read } = found;
  const asks = `${revisionOfRow(row.id)} prints ${printed.text} ${unitWord(printed.unit)}`;
  return `By a unit that its source prints it is in: ${asks}, and this is ${read.text} ${unitWord(read.unit)} as printed there.`;
}

/** A good place of a ring that is to be filed: its reading will be spent by the cut. */
export function tightElsewhere(job: JobState, status: PlaceStatus, unit: LengthUnit): string | undefined {
  const advice = adviceAt(job, status);
  if (advice?.kind !== 'plan' || advice.plan.state !== 'file') return undefined;
  return `In here, and the ring is tight at another station: filing ${boundText(advice.plan.remove, unit, 'up')} ${unitWord(unit)} keeps this one in.`;
}
