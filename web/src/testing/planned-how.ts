import { choicesHere, currentPin, sheetPlaces } from '@oak-gate/core';
import type { Characteristic, JobState } from '@oak-gate/core';
import type { BenchHand } from '../app/bench/bench-hand';
import { stationsAsked } from '../app/bench/said-how';
import type { SaidHow } from '../app/bench/said-how';

/** A sheet measured as its layout plans it: at its own stations, each state by its first choice. */
export function plannedHow(job: JobState, characteristic: Characteristic): SaidHow {
  const { layout } = currentPin(job)!.model;
  const stations = stationsAsked(layout, characteristic, sheetPlaces(job, characteristic.id));
  const depths = stations.map(({ id, distance: { text, unit }, datum }) => [id, { text, unit, datum }]);
  return {
    conditions: (characteristic.conditions ?? []).map((condition) => ({
      condition: condition.id,
      is: choicesHere(layout, condition)[0]!.id,
    })),
    ...(depths.length === 0 ? {} : { depths: Object.fromEntries(depths) as SaidHow['depths'] & object }),
  };
}
/** Said of every sheet on which nothing else is asked; what a gauge is set to is said by its test. */
export function saidAsPlanned(hand: BenchHand, job: JobState): void {
  for (const each of currentPin(job)?.characteristics ?? [])
    if (each.setting === undefined) hand.sayHow(each.id, plannedHow(job, each));
}
