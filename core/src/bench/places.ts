import { layoutReason, parsePlaceKey, placesOf, placeKey, slotsAt } from '../engines/place';
import type { Place, PlaceKey, SlotKey } from '../engines/place';
import { inputsOf } from '../engines/characteristic';
import type { Characteristic, PartKind } from '../engines/characteristic';
import type { Datum } from '../engines/layout';
import { designReason } from '../engines/designs';
import { kindOfSlot, partIn } from '../engines/parts';
import type { FactReport, Part, PartRef, PartsState } from '../engines/parts';
import type { CarriedRing } from './ring-in-bore';
import type { Instrument } from '../instruments/instrument';
import { KeptMap } from '../kernel/kept-map';
import { onceFor } from '../kernel/once-for';
import { sameData } from '../kernel/same-data';
import { decisionAt, dependsOn, sameFit } from '../library/judged-fit';
import { ASKED_BESIDE } from '../library/fit-variant';
import type { JudgedFit, JudgedPart } from '../library/fit-variant';
import { currentPin } from '../library/limit-in-force';
import type { FitDecision, LimitsPin } from '../library/limits-pin';
import type { LifeLimit } from '../library/life-limit';
import type { PinState, Withheld } from '../library/limit-in-force';
import type { Bound, Limit } from '../library/limit';
import type { LengthUnit } from '../quantity/length-unit';
import type { Nanometres } from '../quantity/nanometres';
import type { PrintedLength } from '../quantity/printed-length';
import { FIT_STATES } from '../quantity/part-state';
import type { FitState } from '../quantity/part-state';
import type { DecisionRule } from '../quantity/decision-rule';
import type { VerdictWord } from '../evidence/verdict';
import type { BladeStacks, EntryNote } from '../evidence/size/read-entry';
import type { BladeFeel } from '../evidence/size/blade-feel';
import type { Reading } from '../evidence/reading';

/** A verdict as a fact: what was judged, by which limit and which version of the rule. */
export interface VerdictFact {
  /** `withheld` where a person's decision about the limit is due: then there is no verdict at all. */
  readonly verdict: VerdictWord | 'withheld';
  readonly acceptable: boolean;
  readonly shortBy?: Nanometres;
  readonly overBy?: Nanometres;
  readonly withheld?: Withheld;
  readonly limit: Limit;
  readonly sources: Readonly<Partial<Record<Bound, string>>>;
  readonly partState: FitState;
  /** The part's own number, where the limit depends on it. */
  readonly partNumber?: string;
  /** Of the pistons that lay there, where the limit depends on it; null where it was not known of all. */
  readonly pistonMaterial?: string | null;
  readonly rule: DecisionRule;
  readonly ruleVersion: number;
  readonly pin: number;
  /** Expanded, nm: of the tool, or of everything that the value was worked out from; stories of older rules did not say it. */
  readonly uncertainty?: Nanometres;
  /** Of a check: the rows that ask for it. */
  readonly asks?: readonly string[];
  /** Of a count: by how much it was judged. */
  readonly life?: LifeLimit;
}
/** The condition of something that a reading was taken in, of those that the characteristic asks for. */
export interface SaidCondition {
  readonly condition: string;
  readonly is: string;
}
/** What a tool was set to before it was read, and with what. */
export interface Setting {
  readonly size: PrintedLength;
  readonly against: string;
}
/** How deep a reading was taken, and from where that is counted. */
export interface TakenDepth {
  readonly size: PrintedLength;
  readonly datum: Datum;
}
/** Thousandths of a degree Celsius; `kept` says why it was measured although they are far apart, or from 20 C. */
export interface TakenTemperatures {
  readonly part: number;
  readonly gauge: number;
  readonly kept?: string;
}
/** A reading that a value was worked out from. */
export interface DerivedInput {
  readonly place: PlaceKey;
  readonly reading: number;
}

/** What was said to a question that must be answered before a reading counts. */
export interface Answer {
  readonly question: string;
  readonly answer: 'yes' | 'no';
}
/** How a suspected slip was settled when the reading was entered. */
export type SlipChoice = 'asTyped' | 'reread';

export const CORRECTION_REASONS = ['typing', 'wrongPlace', 'wrongBlade', 'takenBack'] as const;
export type CorrectionReason = (typeof CORRECTION_REASONS)[number];

/**
 * `refined`: still true, but a later reading of the same part narrowed it. `spent`: true when taken, but a part has changed.
 * `corrected`: never true. `void`: bad evidence.
 */
export type ReadingStatus = 'current' | 'refined' | 'spent' | 'void' | 'corrected';

/** Why a reading came in too late to count: a part that it was taken on had changed before it was handed in. */
export interface Late {
  /** The event that changed the part. */
  readonly since: number;
  readonly why: string;
}

/** Not worth the work: said of one reading, as it was judged then. */
export interface LeftAsIs {
  readonly reason: string;
  readonly by: { readonly id: string; readonly name: string };
  readonly at: string;
  readonly judged: VerdictFact;
}

export interface RecordedReading {
  readonly seq: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
  /** The version of the place that the person saw; null in stories that did not keep it. */
  readonly basedOn: number | null;
  readonly text: string;
  /** The unit of the field, and the one that was read; null where what was found has none. */
  readonly unit: LengthUnit | null;
  readonly unitUsed: LengthUnit | null;
  /** What is known by it: of one that decides, with everything that agrees with it. */
  readonly reading: Reading;
  /** What it said by itself, where that is another. */
  readonly own?: Reading;
  /** Of older stories: what it said by itself was not kept. */
  readonly mixed?: true;
  /** Taken without seeing what somebody else had found there. */
  readonly independent?: true;
  /** The tablet hid what somebody else had found. */
  readonly blind?: true;
  /** Limits and verdict were hidden until it was recorded. */
  readonly limitsHidden?: true;
  /** It cannot be true together with what stood there, and whoever took it could not say which is wrong. */
  readonly keptBoth?: true;
  readonly notes: readonly EntryNote[];
  /** The blades that were held together, of each end. */
  readonly stacks?: BladeStacks;
  /** How the blades felt, where that was said. */
  readonly feel?: BladeFeel;
  readonly slip: SlipChoice | null;
  /** What was typed first, where a slip was suspected and another reading of it was taken. */
  readonly typedFirst?: string;
  /** null where somebody looked at it, and where it was worked out. */
  readonly instrument: Instrument | null;
  readonly setting?: Setting;
  readonly conditions?: readonly SaidCondition[];
  readonly depth?: TakenDepth;
  readonly temperatures?: TakenTemperatures;
  /** Set where nobody measured it: what it was worked out from. */
  readonly inputs?: readonly DerivedInput[];
  readonly answers: readonly Answer[];
  readonly parts: readonly PartRef[];
  readonly verdict: VerdictFact;
  /** How it was judged before the limits changed under it, the first one first. */
  readonly judgedBefore?: readonly VerdictFact[];
  /** Set where it was void from the first: what was asked, and that the answer was no. */
  readonly unfit?: string;
  /** Set where it was spent before it came in: it is evidence of the part as it was. */
  readonly late: Late | null;
  /** In its limits, and somebody decided that nothing more is done here. */
  readonly left?: LeftAsIs;
  readonly status: ReadingStatus;
  /** The event that changed the status, and the words that went with it. */
  readonly ended?: {
    readonly seq: number;
    readonly why: string;
    /** Who took it back: it was corrected, or made void. */
    readonly by?: { readonly id: string; readonly name: string };
    /** Who else agreed that it was not true. */
    readonly agreed?: { readonly by: string; readonly at: string; readonly reason: string };
  };
}
export interface PlaceRecord {
  /** How many events have touched the place: commands are based on it. It is the place's own count, whoever else writes. */
  readonly version: number;
  readonly readings: readonly RecordedReading[];
  /** Readings of two people that cannot both be true. */
  readonly contested: readonly number[];
  readonly notApplicable?: {
    readonly accepted: boolean;
    readonly reason: string;
    readonly by: string;
    readonly at: string;
    /** What it was said under: a new pin asks again. */
    readonly pin: number;
  };
  readonly deferred?: { readonly reason: string; readonly by: string };
}
export interface PlacesState {
  /** Rings that were carried through bores. */
  readonly carried?: readonly CarriedRing[];
  readonly places: KeptMap<PlaceRecord>;
  /** At which places a part was ever measured, so that its rework finds them without a search. */
  readonly measuredAt: KeptMap<readonly PlaceKey[]>;
}
export const NO_PLACES: PlacesState = { places: KeptMap.empty(), measuredAt: KeptMap.empty() };
export const UNTOUCHED: PlaceRecord = { version: 0, readings: [], contested: [] };

export const placeAt = (state: PlacesState, key: PlaceKey): PlaceRecord => state.places.get(key) ?? UNTOUCHED;
export function currentReading({ contested, readings }: PlaceRecord): RecordedReading | undefined {
  if (contested.length > 0) return undefined;
  for (let i = readings.length - 1; i >= 0; i--) if (readings[i]?.status === 'current') return readings[i];
  return undefined;
}

/** What was decided of a reading holds while it counts, and is judged as it was then. */
export const leftAsIs = ({ left, status, verdict }: RecordedReading): LeftAsIs | undefined =>
  left !== undefined && status === 'current' && sameData(left.judged, verdict) ? left : undefined;

/** Where a reading comes from: a tool, a person who looked, or other readings. */
export const originOf = ({
  instrument,
  inputs,
}: Pick<RecordedReading, 'instrument' | 'inputs'>): 'instrument' | 'looked' | 'derived' =>
  inputs !== undefined ? 'derived' : instrument === null ? 'looked' : 'instrument';
/** The unit in which a reading is shown: that of its tool. */
export const unitOf = ({ instrument, unit }: Pick<RecordedReading, 'instrument' | 'unit'>): LengthUnit =>
  instrument?.unit ?? unit ?? 'mm';

/** The first reading of the place in this job that was ever true. */
export const asFound = (record: PlaceRecord): RecordedReading | undefined =>
  record.readings.find(({ status }) => status !== 'void' && status !== 'corrected');

/** The first reading of the part that lies there now, where that is not the part that was found. */
export function asFitted(record: PlaceRecord): RecordedReading | undefined {
  const now = currentReading(record);
  const found = asFound(record);
  if (now === undefined || found === undefined) return undefined;
  const partOf = (reading: RecordedReading): string => reading.parts.map(({ id }) => id).join(' ');
  if (partOf(found) === partOf(now)) return undefined;
  return record.readings.find(
    (each) => partOf(each) === partOf(now) && each.status !== 'void' && each.status !== 'corrected',
  );
}

/** The pinned characteristic of a place, and the parts that a reading there depends on. */
export const characteristicOf = (state: PinState, place: Place): Characteristic | undefined =>
  currentPin(state)?.characteristics.find(({ id }) => id === place.characteristic);

/**
 * On what of a part of a kind a reading depends; on all of it where nothing is said. What is worked out depends on what its inputs
 * depend on.
 */
export function aspectsOf(
  state: PinState,
  characteristic: Characteristic,
  kind: PartKind,
): readonly string[] | undefined {
  const own = characteristic.aspects?.[kind];
  if (own !== undefined || characteristic.from === undefined) return own;
  const known = currentPin(state)?.characteristics ?? [];
  const inputs = known.filter(
    ({ id, parts }) => inputsOf(characteristic).includes(id) && parts.includes(kind),
  );
  const theirs = inputs.map(({ aspects }) => aspects?.[kind]);
  return theirs.length === 0 || theirs.includes(undefined) ? undefined : theirs.flatMap((each) => each ?? []);
}

export function partsAt(
  state: PartsState & PinState,
  characteristic: Characteristic,
  place: Place,
):
  | { readonly ok: true; readonly refs: readonly PartRef[]; readonly judged: JudgedPart }
  | { readonly ok: false; readonly slot: string } {
  const refs: PartRef[] = [];
  const ofState: Part[] = [];
  for (const { kind, slot } of slotsBehind(state, characteristic, place)) {
    const part = partIn(state, slot);
    if (part === undefined) return { ok: false, slot };
    refs.push({ id: part.id, condition: part.condition });
    if (kind === characteristic.stateOf) ofState.push(part);
  }
  return { ok: true, refs, judged: judgedPart(state, place, ofState) };
}
/**
 * What selects the limit, of the parts whose state does. Of several, a used one makes the whole fit a used one: its limits are
 * those for what ran already; and a number is theirs only where they all have it.
 */
export function judgedPart(state: PartsState & PinState, place: Place, parts: readonly Part[]): JudgedPart {
  const [first] = parts;
  return {
    ...besideAt(state, place),
    state: columnOf(state, place, parts),
    partNumber:
      first === undefined || parts.some(({ partNumber }) => partNumber !== first.partNumber)
        ? null
        : first.partNumber,
  };
}
/** Of a fit of two parts that wear apart, a new one in one that ran already is a case of its own. */
function columnOf(state: PartsState & PinState, place: Place, parts: readonly Part[]): FitState {
  const its = parts.find((part) => part.state !== 'new')?.state ?? 'new';
  const other = characteristicOf(state, place)?.otherSide;
  const layout = currentPin(state)?.model.layout;
  if (its !== 'new' || other === undefined || layout === undefined) return its;
  const isWorn = slotsAt(layout, other, place).some((slot) => partIn(state, slot)?.state === 'reused');
  return isWorn ? 'mixed' : its;
}
/** What is judged where no place is at hand. */
export const NO_PART: JudgedPart = { state: 'new', partNumber: null };
/** What of other parts that lie at a place selects its limit; nothing where it depends on none, or none is known by itself. */
export function besideAt(state: PartsState & PinState, place: Place): Pick<JudgedPart, 'pistonMaterial'> {
  const pin = currentPin(state);
  if (pin === undefined || !dependsOn(pin, place, 'pistonMaterial')) return {};
  const { kind, fact } = ASKED_BESIDE.pistonMaterial;
  const own = slotsAt(pin.model.layout, kind, place).map((slot) => partIn(state, slot)?.[fact] ?? null);
  if (own.every((material) => material === null)) return {};
  const [material = null, ...others] = new Set(own.map((each) => each ?? pin.context[PISTON] ?? null));
  return { [PISTON]: others.length === 0 ? material : null };
}
const PISTON = 'pistonMaterial';

/** What a limit at a place is selected by now; of a new part where none lies there. */
export function judgedAt(state: PartsState & PinState, place: Place): JudgedPart {
  const characteristic = characteristicOf(state, place);
  const parts = characteristic === undefined ? undefined : partsAt(state, characteristic, place);
  return parts?.ok === true ? parts.judged : judgedPart(state, place, []);
}
/**
 * The decisions that something in this engine is judged by, of new parts and of used ones: a limit for parts of a number or a
 * material that lie nowhere here is nobody's question.
 */
export const decisionsThere = onceFor((state: PartsState & PinState): readonly FitDecision[] => {
  const pin = currentPin(state);
  if (pin === undefined || pin.fits.every(({ of }) => of === undefined)) return pin?.fits ?? [];
  const there = new Set(
    sheetPlaces(state).flatMap((place) => {
      const judged = judgedAt(state, place);
      return FIT_STATES.flatMap((each) => decisionAt(pin, place, { ...judged, state: each }) ?? []);
    }),
  );
  return pin.fits.filter((each) => there.has(each));
});
/** Whether a verdict was, or would be, selected by one judged fit of a pin. */
export function isJudgedBy(pin: LimitsPin, place: Place, verdict: VerdictFact, judged: JudgedFit): boolean {
  const decision = decisionAt(pin, place, judgedBy(verdict));
  return decision !== undefined && sameFit(decision, judged);
}
/** What a verdict was selected by. */
export const judgedBy = ({ partState, partNumber, pistonMaterial }: VerdictFact): JudgedPart => ({
  state: partState,
  partNumber: partNumber ?? null,
  ...(pistonMaterial === undefined ? {} : { pistonMaterial }),
});

/**
 * Why nothing is measured at a place: the layout says so, or its station is asked only in a bore that runs on as it was. Honing
 * breaks its glaze and leaves it worn; a new bore, and one that was bored, is round and straight.
 */
export function unaskedReason(state: PartsState & PinState, place: Place): string | undefined {
  const layout = currentPin(state)?.model.layout;
  if (layout === undefined) return undefined;
  const byLayout = layoutReason(layout, place) ?? designReason(state, layout, place);
  if (byLayout !== undefined || place.at.station === undefined) return byLayout;
  const station = layout.stations.find(({ id }) => id === place.at.station);
  if (station?.only === undefined) return undefined;
  for (const slot of slotsAt(layout, 'bore', place)) {
    const bore = partIn(state, slot);
    if (bore?.state === 'new') return `${ONLY_WORN}: this one is new`;
    if (bore?.history.some(({ what }) => what === 'bored') === true)
      return `${ONLY_WORN}: this one was bored`;
  }
  return undefined;
}
const ONLY_WORN = 'asked only in a bore that runs on as it was';

/** The slots whose parts a reading at a place depends on, each with its kind. */
export function slotsBehind(
  state: PinState,
  { parts }: Pick<Characteristic, 'parts'>,
  place: Place,
): readonly { readonly kind: PartKind; readonly slot: SlotKey }[] {
  const layout = currentPin(state)?.model.layout;
  return layout === undefined
    ? []
    : parts.flatMap((kind) => slotsAt(layout, kind, place).map((slot) => ({ kind, slot })));
}

/** Whether what is measured on these sheets, or its limits, depend on parts of a kind. */
export function restOnKind(state: PinState, sheets: readonly string[], kind: PartKind): boolean {
  const pin = currentPin(state);
  return (
    kindsBehind(state, sheets).has(kind) ||
    (kind === ASKED_BESIDE[PISTON].kind &&
      pin?.fits.some(
        ({ fit, of }) =>
          of?.[PISTON] !== undefined && sheets.includes(parsePlaceKey(fit)?.characteristic ?? ''),
      ) === true)
  );
}
/** The kinds of part that readings on these sheets depend on. */
export function kindsBehind(state: PinState, sheets: readonly string[]): ReadonlySet<PartKind> {
  const characteristics = currentPin(state)?.characteristics ?? [];
  return new Set(characteristics.filter(({ id }) => sheets.includes(id)).flatMap(({ parts }) => parts));
}
/** What was reported of such parts and is not settled. */
export function reportsBehind(
  state: PinState & PartsState,
  sheets: readonly string[],
): readonly FactReport[] {
  const kinds = kindsBehind(state, sheets);
  return state.reports.filter(({ slot }) => kinds.has(kindOfSlot(slot)));
}

/** Every place of the sheets that the pin knows, in the order of the sheet. */
export function sheetPlaces(state: PinState, characteristic?: string): readonly Place[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  const { all, of } = placesOfPin(pin);
  return characteristic === undefined ? all : (of.get(characteristic) ?? []);
}
export function isPlaceOfSheet(state: PinState, key: PlaceKey): boolean {
  const pin = currentPin(state);
  return pin !== undefined && placesOfPin(pin).byKey.has(key);
}
/** The place that a key names: the sheet's own where the pin knows it, so that nothing about it is worked out twice. */
export function placeOf(state: PinState, key: PlaceKey): Place | undefined {
  const pin = currentPin(state);
  return (pin === undefined ? undefined : placesOfPin(pin).byKey.get(key)) ?? parsePlaceKey(key);
}
/** A pin never changes, so its places are worked out once. */
const placesOfPin = onceFor((pin: LimitsPin) => {
  const of = new Map(pin.characteristics.map((each) => [each.id, placesOf(pin.model.layout, each)]));
  const all = [...of.values()].flat();
  return { of, all, byKey: new Map(all.map((place) => [placeKey(place), place])) };
});

/** Who took part in the work on a place: nobody of these may look at it as the second person. */
export const workersAt = (record: PlaceRecord): readonly string[] => [
  ...new Set(record.readings.map((each) => each.by.id)),
];

/**
 * The unit in which a sheet is shown: the one that most of it was measured in; before that, that of a gauge of the job that
 * fits the sheet; before that, that of the bench on which such engines are measured.
 */
export function unitOfSheet(
  state: PlacesState & PinState & { readonly instruments: Readonly<Record<string, Instrument>> },
  characteristic: Characteristic,
): LengthUnit {
  const counts = new Map<LengthUnit, number>();
  for (const place of sheetPlaces(state, characteristic.id)) {
    const reading = currentReading(placeAt(state, placeKey(place)));
    if (reading !== undefined) {
      const unit = unitOf(reading);
      counts.set(unit, (counts.get(unit) ?? 0) + 1);
    }
  }
  const [most] = [...counts].sort((a, b) => b[1] - a[1]);
  // What is worked out is in the unit of what it is worked out from.
  const [input] = inputsOf(characteristic);
  const measured = currentPin(state)?.characteristics.find(({ id }) => id === input);
  if (most === undefined && measured !== undefined && measured.from === undefined)
    return unitOfSheet(state, measured);
  const fits = Object.values(state.instruments).find(({ kind }) => characteristic.tools.includes(kind));
  const usual = currentPin(state)?.model.bore.unit === 'in' ? 'thou' : 'mm';
  return most?.[0] ?? fits?.unit ?? Object.values(state.instruments)[0]?.unit ?? usual;
}
