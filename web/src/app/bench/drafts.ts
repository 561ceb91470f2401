import { computed, signal } from '@angular/core';
import { partWords } from '@oak-gate/contract';
import { characteristicOf, currentPin, parsePlaceKey, partIn, placeAt, slotsBehind } from '@oak-gate/core';
import type { JobState, Place, PlaceKey, SlipChoice } from '@oak-gate/core';

/** What is typed at a place and not recorded yet. */
export interface Draft {
  readonly place: PlaceKey;
  readonly text: string;
  readonly slip: SlipChoice | null;
  /** What was typed, where another reading of it was taken. */
  readonly typedFirst?: string;
  /** The job as it was when the first character was typed: the reading is of that moment. */
  readonly seen: JobState;
  /** It was typed before the tablet was started again, and the place or its part is another since: nobody can hand that in. */
  readonly isStale?: true;
}
/** What was typed, with what there was to see when it was begun. */
export interface KeptDraft extends Omit<Draft, 'seen' | 'isStale'> {
  readonly instrument: string;
  readonly basis: string;
}
/** Whose, where, and with which gauge: a figure typed by somebody, in one unit, is nobody else's and of no other unit. */
interface Whose {
  readonly person: string;
  readonly instrument: string;
}
const keyOf = ({ person, instrument }: Whose, place: PlaceKey): string => `${person} ${instrument} ${place}`;

/** What is typed stays at its place, however the hand moves on. */
export class Drafts {
  private readonly all = signal<ReadonlyMap<string, Draft>>(new Map());
  readonly count = computed(() => this.all().size);

  at(whose: Whose, place: PlaceKey | undefined): Draft | undefined {
    return place === undefined ? undefined : this.all().get(keyOf(whose, place));
  }
  /** The places where this person has typed something, in the order in which it was begun. */
  of(whose: Whose): readonly PlaceKey[] {
    return [...this.all()].flatMap(([key, { place }]) => (key === keyOf(whose, place) ? [place] : []));
  }
  type(whose: Whose, place: PlaceKey, text: string, now: JobState): void {
    const before = this.at(whose, place);
    const seen = before === undefined || before.isStale === true ? now : before.seen;
    if (text === '') this.drop(whose, place);
    else this.put(whose, { seen, place, text, slip: null });
  }
  /** What a person has typed, to be kept on the tablet. */
  keptOf(person: string): readonly KeptDraft[] {
    return [...this.all()].flatMap(([key, draft]): KeptDraft[] => {
      if (!key.startsWith(`${person} `)) return [];
      const instrument = key.slice(person.length + 1, -draft.place.length - 1);
      const { seen, isStale: _, ...rest } = draft;
      return [{ ...rest, instrument, basis: draft.isStale === true ? 'gone' : basisOf(seen, draft.place) }];
    });
  }
  /** Puts back what was kept: what is of something that has changed since is marked. */
  bringBack(person: string, all: readonly KeptDraft[], now: JobState): void {
    for (const { instrument, basis, ...draft } of all) {
      const isStale = basis === basisOf(now, draft.place) ? {} : ({ isStale: true } as const);
      this.put({ person, instrument }, { ...draft, seen: now, ...isStale });
    }
  }
  settle(whose: Whose, place: PlaceKey, change: Partial<Pick<Draft, 'text' | 'slip' | 'typedFirst'>>): void {
    const draft = this.at(whose, place);
    if (draft !== undefined) this.put(whose, { ...draft, ...change });
  }
  drop(whose: Whose, place: PlaceKey): void {
    this.all.update((all) => new Map([...all].filter(([key]) => key !== keyOf(whose, place))));
  }
  private put(whose: Whose, draft: Draft): void {
    this.all.update((all) => new Map(all).set(keyOf(whose, draft.place), draft));
  }
}

/** The version of a place and the parts behind it: as long as these are the same, a figure is of what lies there. */
function basisOf(job: JobState, key: PlaceKey): string {
  const place = parsePlaceKey(key);
  const characteristic = place === undefined ? undefined : characteristicOf(job, place);
  const parts =
    place === undefined || characteristic === undefined ? [] : slotsBehind(job, characteristic, place);
  return [
    placeAt(job, key).version,
    ...parts.map(({ slot }) => {
      const part = partIn(job, slot);
      return part === undefined ? slot : `${part.id} ${part.condition}`;
    }),
  ].join('|');
}

/** What happened at a place while somebody typed there, in a sentence; nothing where nothing did. */
export function changedUnder(draft: Draft, now: JobState, place: Place, person: string): string | undefined {
  if (draft.isStale === true)
    return 'This was typed before the tablet was started again, and the place is another since: type it again, or Esc drops it.';
  const [before, after] = [placeAt(draft.seen, draft.place), placeAt(now, draft.place)];
  const characteristic = characteristicOf(now, place);
  const moved = (characteristic === undefined ? [] : slotsBehind(now, characteristic, place)).find(
    ({ slot }) => {
      const [was, is] = [partIn(draft.seen, slot), partIn(now, slot)];
      return was?.id !== is?.id || was?.condition !== is?.condition;
    },
  );
  if (moved !== undefined)
    return `The ${partWords(currentPin(now)?.model.layout, moved.kind)[0]} was worked on while you typed: Enter hands your figure in as found, Esc drops it.`;
  if (before.version === after.version) return undefined;
  const known = new Set(before.readings.map(({ seq }) => seq));
  const other = after.readings.findLast(({ seq }) => !known.has(seq));
  if (other?.by.id === person)
    return `You recorded ${other.text} here from another tablet while you typed: look which is right; Esc drops what is typed.`;
  return other === undefined
    ? 'This place was changed while you typed: look before you press Enter.'
    : `${other.by.name} recorded ${other.text} here while you typed. Enter hands yours in as well, Esc drops it.`;
}
