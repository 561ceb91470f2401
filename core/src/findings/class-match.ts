import { currentReading, placeAt, sheetPlaces, slotsBehind } from '../bench/places';
import type { PlacesState } from '../bench/places';
import type { Characteristic, PartKind } from '../engines/characteristic';
import { partIn } from '../engines/parts';
import type { PartsState } from '../engines/parts';
import { placeKey } from '../engines/place';
import type { Place, PlaceKey, SlotKey } from '../engines/place';
import { readSizeClass, sameMark } from '../engines/size-class';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { LimitsPin } from '../library/limits-pin';
import { minus, nanometres, roundToNanometres, ZERO } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import type { PrintedLength } from '../quantity/printed-length';
import { journalSays } from './journal-says';
import type { JournalSays } from './journal-says';

type Slice = PinState & PlacesState & PartsState;

/** What says of which class a part is: what is marked on it, or its own size. */
export interface ClassClaim {
  readonly slot: SlotKey;
  readonly kind: PartKind;
  /** By how much it is over its standard, nm; negative where it is under. */
  readonly off: Nanometres;
  readonly by: 'marked' | 'measured';
  /** The letter or colour that says so, where the model names such classes. */
  readonly mark?: string;
}
/** Parts that run on each other and are made for another size than each other. */
export interface ClassMismatch {
  readonly about: string;
  readonly claims: readonly ClassClaim[];
  readonly places: readonly PlaceKey[];
  /** What the fit would be, nm, where documents say enough. */
  readonly clearance?: { readonly least: Nanometres; readonly most: Nanometres };
  /** By how much it would be wider than it is meant to be; negative: tighter. Of a ring its gap, else the clearance. */
  readonly shift: Nanometres;
  readonly of: 'gap' | 'clearance';
}

/** What runs in a bore and is made to its size, and what runs on a journal. */
const IN_BORE: readonly PartKind[] = ['bore', 'liner', 'piston', 'ring'];
const SHELLS: readonly PartKind[] = ['shell', 'rodShell'];

/**
 * Where the classes of piston, ring and bore, or of a journal and its shells, are not one: as they are marked, and as they were
 * measured. Letters and colours are compared where the model says which bore each is for: else nobody knows what they come to.
 * @param asked the characteristics whose sheets are asked about
 */
export function classMismatches(state: Slice, asked: readonly Characteristic[]): readonly ClassMismatch[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  const found = new Map<string, ClassMismatch>();
  const add = (each: ClassMismatch | undefined): void => {
    if (each !== undefined && !found.has(each.about)) found.set(each.about, each);
  };
  const boreSizes = smallestBores(state, pin);
  for (const characteristic of asked) {
    const { parts } = characteristic;
    const isOfBore = parts.filter((kind) => IN_BORE.includes(kind)).length > 1;
    const isOfShell = parts.includes('journal') && parts.some((kind) => SHELLS.includes(kind));
    if (!isOfBore && !isOfShell && characteristic.classOf === undefined) continue;
    const seen = new Set<string>();
    for (const place of sheetPlaces(state, characteristic.id)) {
      if (!isOfBore) {
        add(ofShells(state, pin, characteristic, place));
        continue;
      }
      const cylinder = place.at.cylinder ?? '';
      if (seen.has(cylinder)) continue;
      seen.add(cylinder);
      add(inBore(state, pin, place, boreSizes.get(cylinder)));
    }
  }
  return [...found.values()];
}

/** By cylinder the smallest size that is known of its bore: what is worn least says what it was made to. */
function smallestBores(state: Slice, pin: LimitsPin): ReadonlyMap<string, number> {
  const measured = pin.characteristics.find(
    ({ along, from, axes }) => along?.station === 'bore' && from === undefined && axes.includes('direction'),
  );
  const smallest = new Map<string, number>();
  if (measured?.parts.includes('bore') !== true) return smallest;
  for (const place of sheetPlaces(state, measured.id)) {
    const reading = currentReading(placeAt(state, placeKey(place)))?.reading;
    if (reading === undefined || !isSize(reading)) continue;
    const { lo, loMeasured } = intervalOf(reading);
    const cylinder = place.at.cylinder ?? '';
    if (loMeasured) smallest.set(cylinder, Math.min(lo, smallest.get(cylinder) ?? Infinity));
  }
  return smallest;
}

function inBore(
  state: Slice,
  pin: LimitsPin,
  place: Place,
  size: number | undefined,
): ClassMismatch | undefined {
  const made = pin.model.rebore?.oversizes ?? [];
  const at = { characteristic: place.characteristic, at: { cylinder: place.at.cylinder ?? '' } };
  const slots = slotsBehind(state, { parts: IN_BORE }, at);
  const about = slotOf('bore', at.at.cylinder);
  const marked = markedOn(state, slots, made, 'over');
  const bore = boreClass(pin.model.bore.nm, made, size);
  const sized: readonly ClassClaim[] =
    bore === undefined ? marked : [{ slot: about, kind: 'bore', off: bore, by: 'measured' }, ...marked];
  // Sorted parts are of one step among themselves, whatever they are bored over; neither hides the other.
  const odds = [
    oddAmong(sortedBy(pin, state, slots), (one, other) => one !== other),
    oddAmong(sized, (one, other) => differs(one, other, made)),
  ].flatMap((each) => each ?? []);
  const [first, ...rest] = odds;
  if (first === undefined) return undefined;
  const worst = rest.reduce((so, each) => (Math.abs(each.shift) > Math.abs(so.shift) ? each : so), first);
  const { shift, of } = worst;
  return { about, claims: odds.flatMap(({ claims }) => claims), places: [placeKey(place)], shift, of };
}
type Odd = Pick<ClassMismatch, 'claims' | 'shift' | 'of'>;
/** The first that does not agree with what the first of them says. */
function oddAmong(
  claims: readonly ClassClaim[],
  isOther: (one: Nanometres, other: Nanometres) => boolean,
): Odd | undefined {
  const [first] = claims;
  const other = first === undefined ? undefined : claims.find(({ off }) => isOther(off, first.off));
  return first === undefined || other === undefined ? undefined : { claims, ...shiftOf(first, other) };
}
const slotOf = (kind: PartKind, cylinder: string): SlotKey => `${kind}@cylinder:${cylinder}`;
/** By how much a fit is wider than it is meant to be: of a ring its gap, which grows by pi of what the bore does. */
function shiftOf(hole: ClassClaim, other: ClassClaim): Pick<ClassMismatch, 'shift' | 'of'> {
  const apart = minus(hole.off, other.off);
  return other.kind === 'ring'
    ? { shift: nanometres(Math.round(Math.PI * apart)), of: 'gap' }
    : { shift: apart, of: 'clearance' };
}
/** What is sorted by letter or colour, each with the bore that its mark is for. */
const sortedBy = (
  { model }: LimitsPin,
  state: Slice,
  slots: readonly { readonly kind: PartKind; readonly slot: SlotKey }[],
): readonly ClassClaim[] =>
  slots.flatMap(({ kind, slot }): readonly ClassClaim[] => {
    const text = partIn(state, slot)?.sizeClass ?? undefined;
    const named =
      text === undefined ? undefined : model.layout.boreClasses?.find(({ mark }) => sameMark(mark, text));
    return named === undefined
      ? []
      : [{ slot, kind, off: minus(named.size.nm, model.bore.nm), by: 'marked', mark: named.mark }];
  });
/** A worn bore is larger than it was made: only one that is clearly nearer to its class than to the next one says which. */
function boreClass(
  nominal: number,
  made: readonly PrintedLength[],
  size: number | undefined,
): Nanometres | undefined {
  if (size === undefined || made.length === 0) return undefined;
  const step = stepOf(made);
  const off = size - nominal;
  const classes = [ZERO, ...made.map(({ nm }) => nm)].sort((a, b) => a - b);
  const below = classes.filter((each) => each <= off + step / 10).at(-1);
  return below !== undefined && off - below < step / 2 ? below : undefined;
}

function ofShells(
  state: Slice,
  pin: LimitsPin,
  { parts, classOf }: Characteristic,
  place: Place,
): ClassMismatch | undefined {
  const kinds: readonly PartKind[] = classOf === undefined ? parts : [...parts, 'journal'];
  const behind = slotsBehind(
    state,
    { parts: kinds.filter((kind) => kind === 'journal' || SHELLS.includes(kind)) },
    place,
  );
  const made = (pin.model.layout.regrind ?? []).flatMap(({ undersizes }) => undersizes);
  const marked = markedOn(state, behind, made, 'under');
  const shells = marked.filter(({ kind }) => kind !== 'journal');
  const stampSheet = pin.characteristics.find(
    (each) => each.classOf !== undefined && each.parts.some((kind) => kinds.includes(kind)),
  );
  const says =
    stampSheet === undefined
      ? undefined
      : journalSays(state, { characteristic: stampSheet.id, at: place.at });
  const journalSlot = behind.find(({ kind }) => kind === 'journal')?.slot;
  const own = marked.filter(({ kind }) => kind === 'journal');
  const bySize = says ?? ofJournal(state, pin, journalSlot);
  const journals: readonly ClassClaim[] =
    bySize?.isSure === true && journalSlot !== undefined
      ? [
          ...own,
          {
            ...{ slot: journalSlot, kind: 'journal', by: 'measured' },
            off: roundToNanometres(0 - bySize.under),
          },
        ]
      : own;
  const shellSlot = behind.find(({ kind }) => kind !== 'journal')?.slot;
  const stamped: readonly ClassClaim[] =
    says?.shells === undefined || shellSlot === undefined
      ? []
      : [
          {
            ...{ slot: shellSlot, kind: shellSlot.slice(0, shellSlot.indexOf('@')), by: 'marked' },
            off: roundToNanometres(0 - says.shells.under),
          },
        ];
  const halves = stamped.length > 0 ? stamped : shells;
  const [journal] = journals;
  if (journal === undefined || halves.length === 0 || shellSlot === undefined) return undefined;
  const mean = halves.reduce((sum, { off }) => sum + off, 0) / halves.length;
  const isOdd =
    differs(mean, journal.off, made) || journals.some(({ off }) => differs(off, journal.off, made));
  if (!isOdd) return undefined;
  const clearance = says?.shells?.clearance;
  return {
    about: shellSlot.replace(/\/point:.*$/u, ''),
    claims: [...journals, ...halves],
    places: [placeKey(place)],
    ...(clearance === undefined ? {} : { clearance }),
    shift: roundToNanometres(mean - journal.off),
    of: 'clearance',
  };
}
/** What the sizes of a journal say, where nobody is asked for what is stamped on its shells. */
function ofJournal(state: Slice, pin: LimitsPin, slot: SlotKey | undefined): JournalSays | undefined {
  const journal = pin.model.layout.journals?.find(({ id }) => slot === `journal@journal:${id}`);
  const measured = pin.characteristics.find(
    ({ parts, from, axes, along }) =>
      parts.join() === 'journal' &&
      from === undefined &&
      axes.includes('direction') &&
      (along?.journal ?? journal?.kind) === journal?.kind,
  );
  return journal === undefined || measured === undefined
    ? undefined
    : journalSays(state, { characteristic: measured.id, at: { journal: journal.id } });
}

function markedOn(
  state: Slice,
  slots: readonly { readonly kind: PartKind; readonly slot: SlotKey }[],
  made: readonly PrintedLength[],
  bare: 'over' | 'under',
): readonly ClassClaim[] {
  return slots.flatMap(({ kind, slot }): readonly ClassClaim[] => {
    const text = partIn(state, slot)?.sizeClass ?? undefined;
    const off = text === undefined ? undefined : readSizeClass(text, made, bare);
    return off === undefined ? [] : [{ slot, kind, off, by: 'marked' }];
  });
}
/** The smallest step between two classes, nm; of a model that names none, what no two parts of one class differ by. */
function stepOf(made: readonly PrintedLength[]): number {
  const classes = [0, ...new Set<number>(made.map(({ nm }) => nm))].sort((a, b) => a - b);
  return Math.min(...classes.slice(1).map((each, i) => each - (classes[i] ?? 0)), 250_000);
}
/** A shell of a half class more is a choice; one that is nearer to another class is another shell. */
const differs = (a: number, b: number, made: readonly PrintedLength[]): boolean =>
  Math.abs(a - b) >= stepOf(made) / 2;
