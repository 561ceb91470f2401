import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import bidiFactory from 'bidi-js';
import * as fontkit from 'fontkit';
import pdfmake from 'pdfmake';
import type { Content, TableCell } from 'pdfmake/interfaces';

/** Part of the package that its types leave out. */
const { virtualfs } = pdfmake as unknown as {
  readonly virtualfs: { writeFileSync(name: string, content: Buffer): void };
};
interface Face {
  readonly family: string;
  readonly folder: string;
  readonly file: string;
  readonly weights: readonly [string, string];
}
const face = (family: string, folder: string, file: string): Face => ({
  family,
  folder,
  file,
  weights: ['400Regular', '600SemiBold'],
});
/** The record's own faces, and behind them those for the letters that these have not. */
const FACES: readonly Face[] = [
  face('Barlow', 'barlow', 'Barlow'),
  face('Plex', 'ibm-plex-mono', 'IBMPlexMono'),
  face('Noto', 'noto-sans', 'NotoSans'),
  face('Noto Hebrew', 'noto-sans-hebrew', 'NotoSansHebrew'),
  face('Noto Arabic', 'noto-sans-arabic', 'NotoSansArabic'),
  face('Noto Armenian', 'noto-sans-armenian', 'NotoSansArmenian'),
  face('Noto Georgian', 'noto-sans-georgian', 'NotoSansGeorgian'),
  face('Noto Devanagari', 'noto-sans-devanagari', 'NotoSansDevanagari'),
  face('Noto Thai', 'noto-sans-thai', 'NotoSansThai'),
];
/** Large faces: they are read when the first name needs them. The first has Chinese and Japanese letters, the second Korean ones. */
const EASTERN: readonly Face[] = [
  face('Noto Han', 'noto-sans-sc', 'NotoSansSC'),
  face('Noto Hangul', 'noto-sans-kr', 'NotoSansKR'),
];
const NEEDS_EASTERN =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Hangul}\p{Script=Bopomofo}\u3000-\u303f\uff00-\uffef]/u;
const DEFAULT = 'Barlow';
const FIGURES = 'Plex';

interface Loaded {
  readonly family: string;
  has(codePoint: number): boolean;
}
const loaded: Loaded[] = [];

/** Puts the faces that a text needs, which ship with the program, where the printer finds them: each once. */
export function printFonts(text = ''): readonly Loaded[] {
  const needed = NEEDS_EASTERN.test(text) ? [...FACES, ...EASTERN] : FACES;
  const missing = needed.filter(({ family }) => !loaded.some((each) => each.family === family));
  if (missing.length === 0) return loaded;
  const fonts: Record<string, { normal: string; bold: string; italics: string; bolditalics: string }> = {};
  for (const each of missing) {
    const [normal, bold] = each.weights.map((weight) => {
      const name = `${each.file}-${weight}.ttf`;
      virtualfs.writeFileSync(name, fileOf(each, weight));
      return name;
    }) as [string, string];
    fonts[each.family] = { normal, bold, italics: normal, bolditalics: bold };
    const font = fontkit.create(fileOf(each, each.weights[0]));
    loaded.push({
      family: each.family,
      has: (codePoint) => 'hasGlyphForCodePoint' in font && font.hasGlyphForCodePoint(codePoint),
    });
  }
  pdfmake.addFonts(fonts);
  pdfmake.setUrlAccessPolicy(() => false); // nothing is fetched while printing
  pdfmake.setLocalAccessPolicy(() => false);
  return loaded;
}
const { resolve } = createRequire(import.meta.url);
/** Plex Mono is padded: the reader of its tables looks a few bytes past the end of the file. */
const fileOf = ({ folder, file }: Face, weight: string): Buffer =>
  Buffer.concat([
    readFileSync(resolve(`@expo-google-fonts/${folder}/${weight}/${file}_${weight}.ttf`)),
    Buffer.alloc(64),
  ]);

export interface Span {
  readonly text: string;
  readonly font: string;
}
/** The printer sets words from left to right and breaks lines where they are full: what runs the other way has short ones. */
const SHORT_LINE = 44;
const bidi = bidiFactory();

/**
 * A text as spans that are set one after the other from left to right, each in a face that has its letters: the family that
 * it is to be in wherever that has them. A letter that no face has is told by its number, and never as a box.
 */
export function spansOf(text: string, family = DEFAULT): readonly Span[] {
  if (/^[\x20-\x7e]*$/.test(text)) return [{ text, font: family }]; // most of a record
  const lines = PHRASE.test(text) ? shortLines(text) : [text];
  return lines.flatMap((line, i) => [
    ...(i === 0 ? [] : [{ text: '\n', font: family }]),
    ...inVisualOrder(line).flatMap((part) => inFaces(part, family)),
  ]);
}

function shortLines(text: string): readonly string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(' ')) {
    if (line !== '' && line.length + word.length >= SHORT_LINE) {
      lines.push(line);
      line = word;
    } else line = line === '' ? word : `${line} ${word}`;
  }
  return [...lines, line];
}

/**
 * A phrase from its first letter that runs from right to left to its last, with the bracket that closes it. What stands around
 * it (a date behind a name) belongs to the record's own words, whose direction it keeps.
 */
const LETTER = '[\\p{Script=Hebrew}\\p{Script=Arabic}\\p{Script=Syriac}\\p{Script=Thaana}]';
const PHRASE = new RegExp(`(${LETTER}(?:[^\\p{L}]*(?:${LETTER}|\\p{M}))*[\\p{Pe}\\p{Pf}]*)`, 'u');

/** The parts of a line as the eye meets them; within a word the face itself turns its letters round. */
const inVisualOrder = (line: string): readonly string[] =>
  // Every second part is a phrase.
  line.split(PHRASE).flatMap((part, i) => (i % 2 === 0 ? [part] : turned(part)));

function turned(line: string): readonly string[] {
  const found = bidi.getEmbeddingLevels(line, 'rtl');
  const mirrored = bidi.getMirroredCharactersMap(line, found.levels);
  const parts: { text: string; level: number }[] = [];
  for (let at = 0; at < line.length; at++) {
    const level = found.levels[at] ?? 0;
    const letter = mirrored.get(at) ?? line[at] ?? '';
    const last = parts.at(-1);
    const isApart = level % 2 === 1 && (letter === ' ' || last?.text.endsWith(' ') === true);
    if (last?.level === level && !isApart) last.text += letter;
    else parts.push({ text: letter, level });
  }
  const highest = Math.max(...parts.map(({ level }) => level));
  for (let level = highest; level >= 1; level--) reverseRuns(parts, level);
  return parts.map(({ text }) => text);
}
function reverseRuns(parts: { text: string; level: number }[], level: number): void {
  for (let from = 0; from < parts.length; from++) {
    let to = from;
    while (to < parts.length && (parts[to]?.level ?? 0) >= level) to++;
    if (to > from) parts.splice(from, to - from, ...parts.slice(from, to).reverse());
    from = to;
  }
}

function inFaces(text: string, family: string): readonly Span[] {
  const faces = printFonts(text);
  // Figures have a face of their own; a name is never set in it for want of letters.
  // What a word from right to left holds besides letters is turned with them, so it is set in their face.
  const turning = new RegExp(LETTER, 'u').exec(text)?.[0]?.codePointAt(0);
  const order = [
    ...(turning === undefined ? [] : faces.filter((each) => each.has(turning))),
    ...faces.filter((each) => each.family === family),
    ...faces.filter((each) => each.family !== FIGURES),
  ];
  const spans: { text: string; font: string }[] = [];
  const put = (letters: string, font: string): void => {
    const last = spans.at(-1);
    if (last?.font === font) last.text += letters;
    else spans.push({ text: letters, font });
  };
  for (const letter of text) {
    const codePoint = letter.codePointAt(0) ?? 0;
    const last = spans.at(-1)?.font;
    // Spaces, accents and points stay with what they follow where its face has them.
    const stays = last !== undefined && /[\p{M}\p{Zs}\p{P}]/u.test(letter);
    const found =
      (stays ? order.find((each) => each.family === last && each.has(codePoint)) : undefined) ??
      order.find((each) => each.has(codePoint));
    if (/\s/.test(letter)) put(letter, last ?? family);
    else if (found === undefined) put(`(U+${codePoint.toString(16).toUpperCase().padStart(4, '0')})`, family);
    else put(letter, found.family);
  }
  return spans;
}

/** The same content with every letter in a face that has it. */
export function inEveryScript<T extends Content | TableCell>(content: T, family = DEFAULT): T {
  return set(content, family) as T;
}
function set(node: unknown, family: string): unknown {
  if (typeof node === 'string') {
    const text = setText(node, family);
    return typeof text === 'string' ? text : { text };
  }
  if (Array.isArray(node)) return node.map((each) => set(each, family));
  if (typeof node !== 'object' || node === null) return node;
  const { font, text, stack, columns, table } = node as {
    readonly font?: string;
    readonly text?: unknown;
    readonly stack?: unknown;
    readonly columns?: unknown;
    readonly table?: { readonly body: unknown };
  };
  const inner = font ?? family;
  return {
    ...node,
    ...(text === undefined ? {} : { text: setText(text, inner) }),
    ...(stack === undefined ? {} : { stack: set(stack, inner) }),
    ...(columns === undefined ? {} : { columns: set(columns, inner) }),
    ...(table === undefined ? {} : { table: { ...table, body: set(table.body, inner) } }),
  };
}
/** What stands behind `text`: one string, or parts of a line. */
function setText(text: unknown, family: string): unknown {
  if (typeof text === 'string') {
    const spans = spansOf(text, family);
    return spans.every(({ font }) => font === family) && spans.map((each) => each.text).join('') === text
      ? text
      : spans;
  }
  if (Array.isArray(text))
    return text.flatMap((part: unknown) => {
      const done = setText(part, family);
      return Array.isArray(done) ? (done as unknown[]) : [done];
    });
  if (typeof text !== 'object' || text === null) return text;
  const part = text as { readonly font?: string; readonly text?: unknown };
  const done = setText(part.text ?? '', part.font ?? family);
  // Within a line only the parts themselves are bold or small: what is around them hands nothing down.
  return Array.isArray(done)
    ? done.map((span: object | string) =>
        typeof span === 'string' ? { ...part, text: span } : { ...part, ...span },
      )
    : { ...part, text: done };
}
