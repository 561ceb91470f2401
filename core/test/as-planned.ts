import { characteristicOf, choicesHere, currentPin, depthAsked, parsePlaceKey } from '../src/index';
import type { HowSaid, JobState, SaidDepth } from '../src/index';

/** How deep the stations for rings lie on the demo's flat four and its V8. */
const DEPTHS: Readonly<Record<string, SaidDepth>> = {
  skirt: { text: '2.0', unit: 'in', datum: 'skirtEnd' },
  top: { text: '5.25', unit: 'in', datum: 'skirtEnd' },
  topOil: { text: '4.75', unit: 'in', datum: 'skirtEnd' },
  mid: { text: '1.0', unit: 'in', datum: 'deck' },
};
/** How a ring end gap is taken as the sheet asks for it: squared, with clean ends, at its station. */
export function squaredAt(place: string): Pick<HowSaid, 'conditions' | 'depth'> {
  const depth = DEPTHS[parsePlaceKey(place)?.at.station ?? ''];
  return {
    conditions: [
      { condition: 'squared', is: 'skirt' },
      { condition: 'ends', is: 'clean' },
    ],
    ...(depth === undefined ? {} : { depth }),
  };
}
/** How a reading at a place is taken as its sheet plans it: at its own station, each state by its first choice. */
export function plannedAt(state: JobState, place: string): Pick<HowSaid, 'conditions' | 'depth'> {
  const where = parsePlaceKey(place);
  const characteristic = where === undefined ? undefined : characteristicOf(state, where);
  const layout = currentPin(state)?.model.layout;
  if (where === undefined || characteristic === undefined || layout === undefined) return {};
  const station = depthAsked(layout, characteristic, where);
  const conditions = (characteristic.conditions ?? []).flatMap((condition) => {
    const [choice] = choicesHere(layout, condition);
    return choice === undefined ? [] : [{ condition: condition.id, is: choice.id }];
  });
  return {
    conditions,
    ...(station === undefined
      ? {}
      : { depth: { text: station.distance.text, unit: station.distance.unit, datum: station.datum } }),
  };
}
