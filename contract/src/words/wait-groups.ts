import { axesOf, currentPin, parsePlaceKey } from '@oak-gate/core';
import type { JobState, PlaceStateWord, Wait } from '@oak-gate/core';
import { headWords } from './place-words';
import { stateWordAt } from './state-words';
import { waitWords } from './wait-words';

/** What a gate waits for, as one line: of places alike as many as there are, with the first of them to go to. */
export interface WaitGroup {
  readonly words: string;
  readonly first: Wait;
  readonly count: number;
}

/**
 * What a gate waits for, a line for each matter: the places of one sheet in one column of it (a cylinder, a journal) are one
 * line, "Crankpins, crankpin 3: 8 places not taken", and never as many lines as there are.
 */
export function waitGroups(state: JobState, waits: readonly Wait[]): readonly WaitGroup[] {
  const groups = new Map<string, Wait[]>();
  for (const [i, wait] of waits.entries()) {
    const key = wait.kind === 'place' ? columnOf(state, wait.place) : `other ${i}`;
    const so = groups.get(key);
    if (so === undefined) groups.set(key, [wait]);
    else so.push(wait);
  }
  return [...groups.values()].flatMap((all): WaitGroup[] => {
    const [first] = all;
    if (first === undefined) return [];
    const words = all.length === 1 ? waitWords(state, first) : groupWords(state, all);
    return [{ words, first, count: all.length }];
  });
}

/** A sheet and what stands across it at a place: both directions of a cylinder are one. */
function columnOf(state: JobState, key: string): string {
  const place = parsePlaceKey(key);
  const characteristic = currentPin(state)?.characteristics.find(({ id }) => id === place?.characteristic);
  if (place === undefined || characteristic === undefined) return key;
  const [main] = axesOf(characteristic).across;
  return [characteristic.id, ...(main === undefined ? [] : [place.at[main] ?? ''])].join(' ');
}

function groupWords(state: JobState, waits: readonly Wait[]): string {
  const pin = currentPin(state);
  const [first] = waits;
  const place = first?.kind === 'place' ? parsePlaceKey(first.place) : undefined;
  const characteristic = pin?.characteristics.find(({ id }) => id === place?.characteristic);
  if (pin === undefined || place === undefined || characteristic === undefined) return '';
  const column = Object.fromEntries(
    axesOf(characteristic)
      .across.slice(0, 1)
      .flatMap((axis) => {
        const id = place.at[axis];
        return id === undefined ? [] : [[axis, id]];
      }),
  );
  const where = [characteristic.name, headWords(pin.model.layout, column)].filter((each) => each !== '');
  const counts = new Map<string, number>();
  for (const wait of waits)
    if (wait.kind === 'place') {
      const word = stateWordAt(pin, wait.place, wait.state as PlaceStateWord);
      counts.set(word, (counts.get(word) ?? 0) + 1);
    }
  const words = [...counts];
  const said =
    words.length === 1
      ? `${waits.length} places ${words[0]?.[0] ?? ''}`
      : `${waits.length} places, ${words.map(([word, count]) => `${count} ${word}`).join(', ')}`;
  return `${where.join(', ')}: ${said}`;
}
