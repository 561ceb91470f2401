import {
  asFound,
  aspectsOf,
  canonical,
  characteristicOf,
  currentReading,
  openMatters,
  placeAt,
  placeKey,
  replayJob,
  sheetPlaces,
  slotsBehind,
  stepSince,
} from '../src/index';
import type { JobEntry, JobState, PartRef, PlaceKey } from '../src/index';

/** A reading that the server has said is kept. */
export interface Acknowledged {
  readonly id: string;
  readonly place: PlaceKey;
  readonly text: string;
  readonly by: string;
  readonly parts: readonly PartRef[];
}

/**
 * What must hold after any history, of the story and of every state that somebody has of it.
 * @throws Error with the promise that is broken
 */
export function checkPromises(
  entries: readonly JobEntry[],
  acknowledged: readonly Acknowledged[],
  state: JobState,
  tablets: readonly (JobState | undefined)[],
): void {
  // Every acknowledged reading is there once, by its author, on the parts as they were.
  const written = entries.filter((entry) => entry.type === 'readingTaken');
  for (const { id, place, text, by, parts } of acknowledged) {
    const own = written.filter(({ command }) => command === id);
    hold(own.length === 1, `${text} at ${place} is there ${own.length} times`);
    const [one] = own;
    if (one === undefined) continue;
    hold(one.by.id === by, `${text} is by ${one.by.id}, not by ${by}`);
    hold(one.data.text === text && one.data.place === place, 'it says what was typed, at its place');
    hold(canonical(one.data.parts) === canonical(parts), 'it names the parts that were seen');
  }
  // What counts was taken on the parts that lie there, in the condition in which they lie there.
  for (const place of sheetPlaces(state)) {
    const record = placeAt(state, placeKey(place));
    const reading = currentReading(record);
    const characteristic = characteristicOf(state, place);
    for (const { id, condition } of reading?.parts ?? []) {
      const part = state.parts.get(id);
      const slot = part?.slot;
      hold(part !== undefined && slot != null, `${placeKey(place)} counts on a part that is out`);
      const here = characteristic && slotsBehind(state, characteristic, place).map((each) => each.slot);
      hold(here?.includes(slot) === true, `${placeKey(place)} counts on ${id}, which lies elsewhere`);
      const asked = characteristic && aspectsOf(state, characteristic, part.kind);
      const since = stepSince(part, condition, slot, asked);
      hold(since === undefined, `${placeKey(place)} counts on ${id} as it was before it was ${since?.what}`);
    }
    checkOneSlotEach(state);
    const authors = new Set(
      record.readings.filter(({ seq }) => record.contested.includes(seq)).map(({ by }) => by.id),
    );
    hold(record.contested.length === 0 || authors.size > 1, `${placeKey(place)} is contested by one person`);
    hold((asFound(record)?.status ?? '') !== 'corrected', 'as found was true once');
  }
  // A fresh replay and every tablet agree.
  const again = difference(replayJob(entries), state);
  hold(again === undefined, `the story told again is another one: ${again}`);
  for (const each of tablets) {
    const other = difference(each, state);
    hold(other === undefined, `a tablet tells another story: ${other}`);
  }
  if (state.seal !== undefined) checkSealed(state);
}

/** A part lies in one slot, and a slot has the part that says so. */
function checkOneSlotEach({ parts, slots }: JobState): void {
  for (const [slot, id] of slots.entries())
    hold(id === '' || parts.get(id)?.slot === slot, `${slot} has ${id}, which lies elsewhere`);
  for (const { id, slot } of parts.values())
    hold(slot === null || slots.get(slot) === id, `${id} says that it lies in ${slot}`);
}

function checkSealed(state: JobState): void {
  const { statuses, findings, open } = openMatters(state);
  hold(findings.length === 0 && open.length === 0, 'a sealed record has an open matter');
  for (const { key, state: word, conceded, reading } of statuses) {
    const isOut = word === 'tight' || word === 'loose';
    hold(!isOut || conceded, `${key} is ${word} and nobody conceded it`);
    const concession = conceded ? state.concessions[key] : undefined;
    const took = reading?.by.id ?? '';
    hold(concession?.by !== took, `${key} was conceded by who measured it`);
    hold(
      !conceded || concession?.basis.pin === state.pins.at(-1)?.pin,
      `${key} is conceded under another pin`,
    );
  }
}

/** Where two states do not say the same, whatever they share: the way to it, or nothing. */
function difference(a: unknown, b: unknown): string | undefined {
  if (Object.is(a, b)) return undefined;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null)
    return `: ${String(a)} and ${String(b)}`;
  if (isMany(a) && isMany(b)) {
    const [one, other] = [[...a], [...b]];
    if (one.length !== other.length) return `: ${one.length} and ${other.length} of them`;
    return firstOf(one.keys(), (i) => difference(one[i], other[i]));
  }
  const [one, other] = [new Map(Object.entries(a)), new Map(Object.entries(b))];
  return firstOf(new Set([...one.keys(), ...other.keys()]), (key) =>
    difference(one.get(key), other.get(key)),
  );
}
const isMany = (value: object): value is Iterable<unknown> => Symbol.iterator in value;
function firstOf<K>(keys: Iterable<K>, at: (key: K) => string | undefined): string | undefined {
  for (const key of keys) {
    const found = at(key);
    if (found !== undefined) return `.${String(key)}${found}`;
  }
  return undefined;
}

export function hold(holds: boolean, promise: string): asserts holds {
  if (!holds) throw new Error(promise);
}
