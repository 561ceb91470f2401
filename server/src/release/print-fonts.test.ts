import { inEveryScript, printFonts, spansOf } from './print-fonts';

const said = (text: string, family?: string) => spansOf(text, family).map((span) => [span.text, span.font]);

test.each<[string, string]>([
  ['Latin', 'Łucja Þórsdóttir Đặng'],
  ['Greek', 'Ανδρέας Παπαδόπουλος'],
  ['Cyrillic', 'Олексій Щербаков'],
  ['Hebrew', 'אורי לוי'],
  ['Arabic', 'ليلى حداد'],
  ['Armenian', 'Արամ'],
  ['Georgian', 'ნინო'],
  ['Devanagari', 'अर्जुन'],
  ['Thai', 'สมชาย'],
  ['Chinese', '刘伟 陈静'],
  ['Chinese, traditional', '陳麗華'],
  ['Japanese', '山本 さくら ケン'],
  ['Korean', '김민준'],
])('a name in %s has every letter in a face that has it', (_script, name) => {
  const faces = new Map(printFonts(name).map((face) => [face.family, face]));
  const spans = spansOf(name);
  const letters = spans.map(({ text }) => text).join('');
  expect(Array.from(letters).sort()).toEqual(Array.from(name).sort());
  for (const { text, font } of spans)
    for (const letter of text.replaceAll(' ', ''))
      expect([letter, faces.get(font)?.has(letter.codePointAt(0)!)]).toEqual([letter, true]);
});
test('what the record’s own face has stays in it, whole', () => {
  expect(said('Ghislaine Morrow-Tann, 2026-06-01 (TQ-R-02)')).toEqual([
    ['Ghislaine Morrow-Tann, 2026-06-01 (TQ-R-02)', 'Barlow'],
  ]);
  expect(said('4330-20417', 'Plex')).toEqual([['4330-20417', 'Plex']]);
});
test('other letters in the middle leave the rest where it is', () => {
  expect(said('Оля and Ivo')).toEqual([
    ['Оля ', 'Noto'],
    ['and Ivo', 'Barlow'],
  ]);
});
test('words that run from right to left stand in the order in which they are read', () => {
  expect(
    said('אורי בן לוי')
      .map(([text]) => text)
      .join(''),
  ).toBe('לוי בן אורי');
  expect(
    said('by אורי לוי, 12 h')
      .map(([text]) => text)
      .join(''),
  ).toBe('by לוי אורי, 12 h');
  // Brackets are turned here, and once more with the letters of their word by the face.
  expect(
    said('אורי (לוי) 42')
      .map(([text]) => text)
      .join(''),
  ).toBe(')לוי( אורי 42');
});
test('a long word of reason that runs from right to left is set in short lines', () => {
  const text = spansOf(Array.from({ length: 30 }, () => 'אורי').join(' '))
    .map((span) => span.text)
    .join('');
  const lines = text.split('\n');
  expect(lines.length).toBeGreaterThan(3);
  expect(Math.max(...lines.map((line) => line.length))).toBeLessThanOrEqual(44);
  expect(text.replaceAll(/\s+/g, ' ').split(' ')).toHaveLength(30);
});
test('a letter that no face has is told by its number, never as a box', () => {
  expect(said('𖼀 Ivo')).toEqual([['(U+16F00) Ivo', 'Barlow']]);
});
test('a page is set in every script wherever its texts stand, and nothing else of it is touched', () => {
  const page = [
    'Оля',
    { text: ['by ', { text: 'Оля', color: '#111' }], fontSize: 8 },
    { stack: ['x', { columns: [{ text: '𖼀', font: 'Plex' }] }] },
    { table: { widths: ['*'], body: [['Оля', { text: 'ok', color: '#000' }]] } },
    { canvas: [], margin: [0, 1, 2, 3] },
  ] as const;
  expect(inEveryScript(page as never)).toEqual([
    { text: [{ text: 'Оля', font: 'Noto' }] },
    { text: ['by ', { text: 'Оля', font: 'Noto', color: '#111' }], fontSize: 8 },
    { stack: ['x', { columns: [{ text: [{ text: '(U+16F00)', font: 'Plex' }], font: 'Plex' }] }] },
    {
      table: {
        widths: ['*'],
        body: [[{ text: [{ text: 'Оля', font: 'Noto' }] }, { text: 'ok', color: '#000' }]],
      },
    },
    { canvas: [], margin: [0, 1, 2, 3] },
  ]);
});
