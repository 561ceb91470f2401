import { unitWord } from '@oak-gate/contract';
import { bladePlan, bladeSizes, decisionRule, gaugeDoubt, limitInForce, showExact } from '@oak-gate/core';
import type { Instrument, JobState, JudgedPart, LengthUnit, Place } from '@oak-gate/core';

/** Why the gauge in hand can hardly decide here, or how few tries settle it and what they give away; empty where nothing is to be said. */
export function gaugeWords(
  job: JobState,
  place: Place,
  part: JudgedPart,
  instrument: Instrument | undefined,
  unit: LengthUnit,
): string {
  if (instrument === undefined) return '';
  const doubt = gaugeDoubt(job, place, part, instrument);
  const show = (nm: number): string => `${showExact(nm as never, unit)} ${unitWord(unit)}`;
  if (doubt?.kind === 'coarse')
    return `${instrument.id} shows steps of ${show(doubt.step)}: more than a tenth of the ${show(doubt.band)} that are allowed.`;
  if (doubt?.kind === 'noTwoBlades')
    return `No two blades of ${instrument.id} lie within the ${show(doubt.band)} that are allowed: it can prove nothing in.`;
  const inForce = limitInForce(job, place, part);
  const blades = bladeSizes(instrument);
  if (blades === undefined || inForce.state !== 'inForce') return '';
  const plan = bladePlan({
    ...{ blades, limit: inForce.limit, partState: part.state },
    ...{ rule: decisionRule(job, inForce.sources), uncertainty: instrument.uncertainty },
  });
  if (plan === undefined) return '';
  const tries = [
    ...(plan.goes === undefined ? [] : [`the ${showExact(plan.goes, unit)} goes`]),
    ...(plan.stops === undefined ? [] : [`the ${showExact(plan.stops, unit)} stops`]),
  ];
  const lost = plan.lostBelow + plan.lostAbove;
  const count = tries.length === 1 ? 'One try settles' : 'Two tries settle';
  return `${count} it: ${tries.join(', ')}.${lost === 0 ? '' : ` This set gives away ${show(lost)} of what is allowed.`}`;
}
