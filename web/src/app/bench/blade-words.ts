import { WITHHELD_WORDS } from '@oak-gate/contract';
import { acceptRange, bladeSizes, decisionRule, limitInForce, nextBlade, showExact } from '@oak-gate/core';
import type { Instrument, JobState, JudgedPart, LengthUnit, Nanometres, PlaceStatus } from '@oak-gate/core';
import { say } from './next-step';
import type { NextStep } from './next-step';

/** What the set in hand can still tell; where it can tell nothing more, another gauge is the next step. */
export function bladeStep(
  job: JobState,
  status: PlaceStatus,
  instrument: Instrument | undefined,
  part: JudgedPart,
  before: string,
): NextStep {
  const blades = instrument === undefined ? undefined : bladeSizes(instrument);
  const inForce = limitInForce(job, status.place, part);
  if (inForce.state === 'withheld')
    return say(`The limit waits for a decision: ${WITHHELD_WORDS[inForce.why]}.`, 'decide');
  if (inForce.state === 'none') return say('No document states a limit here.');
  if (instrument === undefined) return say(`${before}Take a gauge to measure it with.`, 'gauge');
  if (blades === undefined) return say(`${before}Measure it.`);
  const reading = status.state === 'notProven' ? status.reading?.reading : undefined;
  const goes = reading?.kind === 'between' || reading?.kind === 'atLeast' ? reading.goes : undefined;
  const stops = reading?.kind === 'between' || reading?.kind === 'under' ? reading.stops : undefined;
  const rule = decisionRule(job, inForce.sources);
  const advice = nextBlade({
    blades,
    rule,
    uncertainty: instrument.uncertainty,
    limit: inForce.limit,
    aim: 'verdict',
    partState: part.state,
    ...(goes === undefined ? {} : { goes }),
    ...(stops === undefined ? {} : { stops }),
  });
  const { lower, upper } = acceptRange(inForce.limit, part.state);
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
  const toTry = (words: string): NextStep => ({ ...begin(words), short: `Try the ${blade}` });
  if (advice.try > upper)
    return toTry(
      isAtMost
        ? `at or over its maximum, the ${show(goes)} went: if the ${blade} goes as well, it is loose; no blade of any set proves it in.`
        : `try the ${blade}: if it goes, it is loose; ${instrument.id} has no blade that proves it in.`,
    );
  if (advice.try < lower) return toTry(`try the ${blade}: if it stops, it is tight.`);
  if ((goes ?? 0) >= lower || lower === -Infinity)
    return toTry(`try the ${blade}: if it stops, the maximum holds.`);
  const isHeld = upper === Infinity || (stops !== undefined && stops <= upper);
  return toTry(
    `try the ${blade}: it must go${isHeld ? '' : `, and the ${thickestWithin(blades, upper, instrument.unit)} must stop`}.`,
  );
}
const thickestWithin = (blades: readonly Nanometres[], upper: number, unit: LengthUnit): string => {
  const blade = blades.findLast((each) => each <= upper);
  return blade === undefined ? 'next one' : showExact(blade, unit);
};
