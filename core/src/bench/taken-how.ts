import type { Characteristic } from '../engines/characteristic';
import type { Datum, Layout, Station } from '../engines/layout';
import { placeKey } from '../engines/place';
import type { Place, PlaceKey } from '../engines/place';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { decimalLength } from '../quantity/decimal-length';
import type { LengthUnit } from '../quantity/length-unit';
import type { SaidCondition, Setting, TakenDepth, TakenTemperatures } from './places';
import { millikelvin, temperatureDoubt } from './temperature-doubt';

/** What somebody says about how a reading was taken, as it was typed. */
export interface HowSaid {
  /** The state in which it was measured, of those that the characteristic asks for. */
  readonly conditions?: readonly SaidCondition[];
  /** What the tool was set to first, as typed, and with what. */
  readonly setting?: SaidSetting;
  /** How deep it was taken, and from where that is counted. */
  readonly depth?: SaidDepth;
  readonly temperatures?: SaidTemperatures;
}
export interface SaidSetting {
  readonly text: string;
  readonly unit: LengthUnit;
  readonly against: string;
}
export interface SaidDepth {
  readonly text: string;
  readonly unit: LengthUnit;
  readonly datum: Datum;
}
/** In degrees Celsius, as read; `kept` says why it was measured although they are far apart. */
export interface SaidTemperatures {
  readonly part: string;
  readonly gauge: string;
  readonly kept?: string;
}
/** What is written beside a reading of how it was taken. */
export interface TakenHow {
  readonly conditions?: readonly SaidCondition[];
  readonly depth?: TakenDepth;
  readonly temperatures?: TakenTemperatures;
  /** Where it was taken at another depth than its station's: it is kept, and does not count. */
  readonly elsewhere?: string;
}

export const DATUM_WORDS: Readonly<Record<Datum, string>> = {
  deck: 'the deck',
  skirtEnd: 'the skirt end',
  flange: 'the flange',
};
/** "25 mm from the deck". */
export const depthWords = ({ size, datum }: TakenDepth): string =>
  `${size.text} ${size.unit} from ${DATUM_WORDS[datum]}`;

/** The station whose depth a reading at a place names; undefined where none is asked. */
export const depthAsked = (
  { stations }: Pick<Layout, 'stations'>,
  { depth }: Pick<Characteristic, 'depth'>,
  { at }: Pick<Place, 'at'>,
): Station | undefined => (depth === undefined ? undefined : stations.find(({ id }) => id === at.station));

/** Everything that the characteristic asks about how a reading is taken, or the first thing that is missing. */
export function takenHow(
  layout: Layout,
  characteristic: Characteristic,
  where: Place,
  said: HowSaid,
): Result<TakenHow, Problem> {
  const place = placeKey(where);
  const conditions = conditionsOf(layout, characteristic, said, place);
  if (!conditions.ok) return conditions;
  const station = depthAsked(layout, characteristic, where);
  const depth = depthOf(station, said, place);
  if (!depth.ok) return depth;
  const temperatures = temperaturesOf(characteristic, said, place);
  if (!temperatures.ok) return temperatures;
  const isElsewhere =
    station !== undefined &&
    depth.value !== undefined &&
    (depth.value.datum !== station.datum || depth.value.size.nm !== station.distance.nm);
  return ok({
    ...(conditions.value.length === 0 ? {} : { conditions: conditions.value }),
    ...(depth.value === undefined ? {} : { depth: depth.value }),
    ...(temperatures.value === undefined ? {} : { temperatures: temperatures.value }),
    ...(isElsewhere
      ? {
          elsewhere: `Taken at ${depthWords(depth.value)}; the station is ${depthWords({ size: station.distance, datum: station.datum })}.`,
        }
      : {}),
  });
}

/** What the characteristic asks about the state in which it is measured, each with one of its choices. */
function conditionsOf(
  layout: Layout,
  { conditions = [] }: Characteristic,
  { conditions: said = [] }: HowSaid,
  place: PlaceKey,
): Result<readonly SaidCondition[], Problem> {
  const found: SaidCondition[] = [];
  for (const condition of conditions) {
    const { id, name } = condition;
    const choices = choicesHere(layout, condition);
    const is = said.find((each) => each.condition === id)?.is;
    if (is === undefined || !choices.some((choice) => choice.id === is))
      return refuse('CONDITION_OPEN', { place, condition: name, choices: choices.map(({ text }) => text) });
    found.push({ condition: id, is });
  }
  return ok(found);
}
/** The choices that this engine leaves: a ring is not squared with a crown that is relieved. */
export const choicesHere = (
  { crown }: Pick<Layout, 'crown'>,
  { choices }: NonNullable<Characteristic['conditions']>[number],
): NonNullable<Characteristic['conditions']>[number]['choices'] =>
  choices.filter((choice) => choice.not === undefined || choice.not !== crown);

export function settingOf(
  { setting: isSet }: Characteristic,
  { setting: said }: HowSaid,
  place: PlaceKey,
): Result<Setting | undefined, Problem> {
  if (isSet === undefined) return ok(undefined);
  const nm = said === undefined ? undefined : decimalLength(said.text.trim().replace(',', '.'), said.unit);
  if (said === undefined || nm === undefined || said.against.trim() === '')
    return refuse('SETTING_OPEN', { place, text: said?.text ?? '' });
  const size = { text: said.text.trim(), unit: said.unit, nm };
  return ok({ size, against: said.against.trim().normalize('NFC') });
}

function depthOf(
  station: Station | undefined,
  { depth: said }: HowSaid,
  place: PlaceKey,
): Result<TakenDepth | undefined, Problem> {
  if (station === undefined) return ok(undefined);
  const asked = depthWords({ size: station.distance, datum: station.datum });
  const text = said?.text.trim() ?? '';
  const nm = said === undefined ? undefined : decimalLength(text.replace(',', '.'), said.unit);
  if (said === undefined || nm === undefined) return refuse('DEPTH_OPEN', { place, station: asked, text });
  return ok({ size: { text, unit: said.unit, nm }, datum: said.datum });
}

function temperaturesOf(
  { temperatures: asked, metal }: Characteristic,
  { temperatures: said }: HowSaid,
  place: PlaceKey,
): Result<TakenTemperatures | undefined, Problem> {
  if (asked === undefined) return ok(undefined);
  const part = said === undefined ? undefined : millikelvin(said.part);
  const gauge = said === undefined ? undefined : millikelvin(said.gauge);
  if (said === undefined || part === undefined || gauge === undefined)
    return refuse('TEMPERATURE_OPEN', {
      place,
      text: [said?.part ?? '', said?.gauge ?? ''].filter((each) => each.trim() !== '').join(', '),
    });
  const kept = said.kept?.trim().normalize('NFC') ?? '';
  const doubt = temperatureDoubt({ part, gauge, metal });
  if (doubt !== undefined && kept === '')
    return refuse('TEMPERATURES_ASK', { place, doubt, part: said.part.trim(), gauge: said.gauge.trim() });
  return ok({ part, gauge, ...(doubt === undefined ? {} : { kept }) });
}
