import { boundText, saidWords, unitWord, WITHHELD_WORDS } from '@oak-gate/contract';
import {
  acceptRange,
  bladeSizes,
  currentPin,
  currentReading,
  filingAdvice,
  limitInForce,
  nanometres,
  nextBlade,
  partIn,
  placeAt,
  reportsAt,
  showExact,
  slotKey,
} from '@oak-gate/core';
import type {
  FilingAdvice,
  FilingPlan,
  Instrument,
  JobState,
  LengthUnit,
  Nanometres,
  PartState,
  PlaceStatus,
} from '@oak-gate/core';

/** What to do next at a place, in a sentence, and whether filing is what is offered. */
export interface NextStep {
  readonly words: string;
  /** The reason of a figure in it, for who has time to read it. */
  readonly why?: string;
  readonly offers: 'file' | 'replace' | 'decide' | 'settle' | 'gauge' | 'none';
}

const say = (words: string, offers: NextStep['offers'] = 'none'): NextStep => ({ words, offers });

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

export function nextStep(
  job: JobState,
  status: PlaceStatus,
  instrument: Instrument | undefined,
  partState: PartState,
): NextStep {
  const unit = instrument?.unit ?? 'mm';
  if (status.conceded)
    return say('Out of limits, and accepted by a concession: the word stays on the record.');
  switch (status.state) {
    case 'in':
    case 'serviceable':
      return say(tightElsewhere(job, status, unit) ?? 'Nothing to do here.');
    case 'tight':
      return filingWords(job, status, unit);
    case 'loose':
      return say('Metal cannot be put back: try another ring, or an inspector decides.', 'replace');
    case 'notProven':
      return bladeStep(job, status, instrument, partState, 'Not proven yet: ');
    case 'notTaken':
      return partIn(job, slotKey('ring', status.place.at)) === undefined
        ? say('No ring is fitted here: fit one before it is measured.')
        : bladeStep(job, status, instrument, partState, '');
    case 'spent':
      return say(`Measure again: ${status.reading?.ended?.why ?? 'a part has changed'}.`);
    case 'void':
      return say(`Measure again: the evidence was bad (${status.reading?.ended?.why ?? ''}).`);
    case 'contested':
      return say('Two people measured this place. An inspector decides which reading stands.', 'decide');
    case 'unsettled': {
      const [report] = reportsAt(job, status.place);
      const said = report === undefined ? '' : `${saidWords(report)}. `;
      return say(`${said}Was it done as well, or is it what stands there already?`, 'settle');
    }
    case 'withheld': {
      const inForce = limitInForce(job, status.place, partState);
      return say(
        `No verdict: ${inForce.state === 'withheld' ? WITHHELD_WORDS[inForce.why] : 'the limit waits'}. An inspector decides.`,
        'decide',
      );
    }
    case 'noLimit':
      return say('No document states a limit here. This never counts as good: ask the library steward.');
    case 'deferred':
      return say(`Deferred: ${status.reason ?? ''}. It holds the gate until it is measured.`);
    case 'notApplicable':
      return say(`Not measured here: ${status.reason ?? ''}`);
    case 'declaredNotApplicable':
      return say(`Said to be not applicable: ${status.reason ?? ''}. An inspector decides.`, 'decide');
  }
}

/** What the set in hand can still tell; where it can tell nothing more, another gauge is the next step. */
function bladeStep(
  job: JobState,
  status: PlaceStatus,
  instrument: Instrument | undefined,
  partState: PartState,
  before: string,
): NextStep {
  const blades = instrument === undefined ? undefined : bladeSizes(instrument);
  const inForce = limitInForce(job, status.place, partState);
  if (inForce.state === 'withheld')
    return say(`The limit waits for a decision: ${WITHHELD_WORDS[inForce.why]}.`);
  if (inForce.state === 'none') return say('No document states a limit here.');
  if (blades === undefined || instrument === undefined) return say(`${before}Measure it.`);
  const reading = status.state === 'notProven' ? status.reading?.reading : undefined;
  const goes = reading?.kind === 'between' || reading?.kind === 'atLeast' ? reading.goes : undefined;
  const stops = reading?.kind === 'between' || reading?.kind === 'under' ? reading.stops : undefined;
  const advice = nextBlade({
    blades,
    limit: inForce.limit,
    aim: 'verdict',
    partState,
    ...(goes === undefined ? {} : { goes }),
    ...(stops === undefined ? {} : { stops }),
  });
  const { lower, upper } = acceptRange(inForce.limit, partState);
  const show = (nm: Nanometres): string => showExact(nm, instrument.unit);
  const begin = (words: string, offers?: NextStep['offers']): NextStep =>
    say(before === '' ? `${words.charAt(0).toUpperCase()}${words.slice(1)}` : `${before}${words}`, offers);
  // A blade as thick as the maximum that goes says that the gap is at least that: nothing thicker can take it back.
  const isAtMost = goes !== undefined && goes >= upper;
  if (!('try' in advice))
    return isAtMost
      ? begin(
          `at or over its maximum, the ${show(goes)} went, and no blade of any set proves it in: measure it with a tool that reads, or try another ring.`,
          'gauge',
        )
      : say(`${before}${instrument.id} cannot settle it: take a finer set or a measuring tool.`, 'gauge');
  const blade = show(advice.try);
  if (advice.try > upper)
    return begin(
      isAtMost
        ? `at or over its maximum, the ${show(goes)} went: if the ${blade} goes as well, it is loose; no blade of any set proves it in.`
        : `try the ${blade}: if it goes, it is loose; ${instrument.id} has no blade that proves it in.`,
    );
  if (advice.try < lower) return begin(`try the ${blade}: if it stops, it is tight.`);
  if ((goes ?? 0) >= lower || lower === -Infinity)
    return begin(`try the ${blade}: if it stops, the maximum holds.`);
  const isHeld = upper === Infinity || (stops !== undefined && stops <= upper);
  return begin(
    `try the ${blade}: it must go${isHeld ? '' : `, and the ${thickestWithin(blades, upper, instrument.unit)} must stop`}.`,
  );
}
const thickestWithin = (blades: readonly Nanometres[], upper: number, unit: LengthUnit): string => {
  const blade = blades.findLast((each) => each <= upper);
  return blade === undefined ? 'next one' : showExact(blade, unit);
};

function filingWords(job: JobState, status: PlaceStatus, unit: LengthUnit): NextStep {
  const advice = adviceAt(job, status);
  if (advice === undefined)
    return { words: 'Too small here, and not to be filed: an inspector decides.', offers: 'decide' };
  if (advice.kind === 'measureFirst')
    return { words: 'Measure its other stations before filing: one cut opens them all.', offers: 'none' };
  const { plan, stations } = advice;
  const show = (nm: Nanometres): string => showExact(nm, unit);
  const where =
    stations.length === 1
      ? 'this station'
      : stations.length === 2
        ? 'both stations'
        : `all ${stations.length} stations`;
  switch (plan.state) {
    case 'file': {
      const window =
        plan.most === undefined
          ? `at least ${show(plan.least)}`
          : `at least ${show(plan.least)}, at most ${show(plan.most)}`;
      return {
        words: `File ${window} ${unitWord(unit)} off this ring; aim for ${show(plan.remove)}. Then measure ${stations.length === 1 ? 'again' : `${where} again`}.`,
        why: `${show(plan.remove)} suits ${where}: ${aimWords(plan, show)}.`,
        offers: 'file',
      };
    }
    case 'notProven':
      return {
        words: missingSide(job, plan.station, status.key),
        offers: 'none',
      };
    case 'measureFiner':
      return {
        words: 'The brackets are too wide to promise a cut that suits all stations: measure finer.',
        offers: 'none',
      };
    case 'impossible':
      return {
        words: `No cut suits ${where}: the bore differs too much between them. An inspector decides.`,
        offers: 'decide',
      };
    case 'tooLoose':
      return {
        words:
          'Tight here and too loose at another station: filing would make that worse. An inspector decides.',
        offers: 'decide',
      };
    case 'none':
      return { words: 'Nothing to file.', offers: 'none' };
  }
}

/** Why a cut is aimed for: the least that is sure, and one step of the gauge beyond it, so that it can be shown. */
const aimWords = (
  { least, remove, clamped }: Extract<FilingPlan, { readonly state: 'file' | 'none' }>,
  show: (nm: Nanometres) => string,
): string =>
  clamped === true || remove === least
    ? 'more than the least is not to be had'
    : `the least, and ${show(nanometres(remove - least))} more, which the gauge can show`;

/** Which side of a reading is open that a cut waits for. */
function missingSide(job: JobState, station: string, here: string): string {
  const where = station === here ? 'here' : 'at its other station';
  return currentReading(placeAt(job, station))?.reading.kind === 'under'
    ? `Find a blade that goes ${where} first: without one nobody knows how much is missing.`
    : `Prove the other side ${where} first: with no blade that stops nobody knows how much room is left.`;
}

/** A good place of a ring that is to be filed: its reading will be spent by the cut. */
function tightElsewhere(job: JobState, status: PlaceStatus, unit: LengthUnit): string | undefined {
  const advice = adviceAt(job, status);
  if (advice?.kind !== 'plan' || advice.plan.state !== 'file') return undefined;
  return `In here, and the ring is tight at another station: filing ${boundText(advice.plan.remove, unit, 'up')} ${unitWord(unit)} keeps this one in.`;
}
