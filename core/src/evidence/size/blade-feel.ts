/** How a blade felt that goes, and that one that stops got its edge in: neither changes what is known, both say how it was. */
export interface BladeFeel {
  readonly goes?: 'free' | 'drag';
  readonly stops?: 'starts';
}

/** The letter of a feel stands right behind its blade: `40d/41s`. */
const LETTER = /^(.*?[\d¼½¾.,"a-zµμ])\s*([fds])\s*$/iu;
const GOES: Readonly<Record<string, BladeFeel['goes']>> = { f: 'free', d: 'drag' };

/**
 * Takes the letters of feel off an entry: `f` for a blade that goes freely and `d` for one that goes with a light drag, on the one
 * that goes; `s` for one that only starts, on the one that stops. A blade that only starts does not go.
 * @param text as typed, with a feeler set in hand
 * @returns the entry without them, as `readEntry` takes it; a letter where it says nothing stays, and the entry is none
 * @example splitFeel('40d/41s') -> { text: '40/41', feel: { goes: 'drag', stops: 'starts' } }
 * @example splitFeel('41s') -> { text: '<41', feel: { stops: 'starts' } }
 */
export function splitFeel(text: string): { readonly text: string; readonly feel?: BladeFeel } {
  const parted = /^([^/]*)\/(.*)$/s.exec(text);
  if (parted !== null) {
    const [, first = '', second = ''] = parted;
    const [goes, stops] = [taken(first, 'fd'), taken(second, 's')];
    if (goes === undefined && stops === undefined) return { text };
    return {
      text: `${goes?.text ?? first}/${stops?.text ?? second}`,
      feel: { ...feelOf(goes?.letter), ...feelOf(stops?.letter) },
    };
  }
  const under = /^\s*<(.*)$/s.exec(text);
  const alone = taken(under?.[1] ?? text, 's');
  // A blade that only starts is one that stops, however it is written.
  if (alone !== undefined) return { text: `<${alone.text.trim()}`, feel: { stops: 'starts' } };
  const more = /^(.*)\+\s*$/s.exec(text);
  const goes = under === null ? taken(more?.[1] ?? text, 'fd') : undefined;
  return goes === undefined
    ? { text }
    : { text: more === null ? goes.text : `${goes.text}+`, feel: feelOf(goes.letter) };
}
function taken(end: string, letters: string): { readonly text: string; readonly letter: string } | undefined {
  const [, text, letter = ''] = LETTER.exec(end) ?? [];
  const found = letter.toLowerCase();
  return text === undefined || !letters.includes(found) || !/\d|[¼½¾]/u.test(text)
    ? undefined
    : { text, letter: found };
}
function feelOf(letter: string | undefined): BladeFeel {
  if (letter === undefined) return {};
  const goes = GOES[letter];
  return goes === undefined ? { stops: 'starts' } : { goes };
}
