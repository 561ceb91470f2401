import * as fc from 'fast-check';
import { CHARACTERISTICS, revisionFor, ROW, VELDANE } from '../../testing/document';
import { PageUnderTest } from '../../testing/page';
import { RowSheet } from './row-sheet';
import {
  begin,
  blankLine,
  change,
  clearBlock,
  copyBlock,
  insertLine,
  judgeSheet,
  linesOf,
  nextLabel,
  pasteBlock,
  redo,
  removeLines,
  setCell,
  SHEET_COLUMNS,
  sheetTable,
  undo,
} from './row-sheet-model';
import type { SheetLines } from './row-sheet-model';
import { sheetWords } from './row-sheet-words';

const column = (name: string): number => SHEET_COLUMNS.indexOf(name as (typeof SHEET_COLUMNS)[number]);
/** What is measured is one column of words: its ids have none of their own. */
const ALL = SHEET_COLUMNS.map((_, i) => i).filter(
  (i) => !['groove', 'member', 'station'].includes(SHEET_COLUMNS[i] ?? ''),
);
const WORDS = sheetWords([VELDANE], CHARACTERISTICS);
const OF = { revision: 'SL-88 rev B', models: [VELDANE], characteristics: CHARACTERISTICS };
const filled = (...texts: readonly Readonly<Record<string, string>>[]): SheetLines =>
  texts.map((text) => SHEET_COLUMNS.map((name) => text[name] ?? ''));
const GOOD = {
  row: '1',
  characteristic: 'ringGap',
  groove: '1',
  member: 'ring',
  station: 'top',
  min: '0.009',
  unit: 'in',
};

test('rows go into the sheet and come back as the same rows', () => {
  const reading = judgeSheet(linesOf([ROW]), OF);
  expect(reading.errors).toEqual([]);
  expect(reading.lines.map(({ row }) => row)).toEqual([ROW]);
});
test.each([
  ['a good line', GOOD, []],
  ['a figure that is none', { ...GOOD, min: 'forty' }, ['min']],
  ['ends that cross', { ...GOOD, min: '0.052', max: '0.040' }, ['min']],
  ['a place that the engine does not have', { ...GOOD, station: 'deck' }, ['station']],
  ['a unit of another kind', { ...GOOD, unit: 'Nm' }, ['min']],
])('a line is judged in its cells: %s', (_why, texts, columns) => {
  expect(judgeSheet(filled(texts), OF).errors.map((each) => each.column)).toEqual(columns);
});
test('a line with nothing but its label is no row, and keeps the count of the lines below it', () => {
  const lines = filled({ row: '1' }, { ...GOOD, row: '2', min: 'x' });
  expect(sheetTable(lines).lines).toHaveLength(1);
  expect(judgeSheet(lines, OF).errors.map(({ line }) => line)).toEqual([2]);
});
test('a block from a spreadsheet lands where the hand is, runs along what is shown, and makes the lines that it needs', () => {
  const visible = [column('row'), column('min'), column('max')];
  const pasted = pasteBlock(
    [blankLine('1')],
    { line: 0, column: column('min') },
    visible,
    '0.040\t0.052\r\n0.012\t0.028\tlost\r\n',
    WORDS,
  );
  expect(pasted.map((cells) => [cells[column('row')], cells[column('min')], cells[column('max')]])).toEqual([
    ['1', '0.040', '0.052'],
    ['2', '0.012', '0.028'],
  ]);
});
test('what is copied is pasted back as it was, whatever rectangle it was', () => {
  // Texts that are no words of anything: what is one is kept as its code.
  const cell = fc
    .string({ unit: fc.constantFrom('q', 'x', 'z', '0', '7', ' '), maxLength: 4 })
    .map((text) => text.trim());
  const sheet = fc.array(
    fc.array(cell, { minLength: SHEET_COLUMNS.length, maxLength: SHEET_COLUMNS.length }),
    { minLength: 1, maxLength: 4 },
  );
  const at = fc.record({ line: fc.nat(3), column: fc.constantFrom(...ALL) });
  fc.assert(
    fc.property(sheet, at, at, (lines, a, b) => {
      const inside = (each: { line: number; column: number }) => ({
        ...each,
        line: Math.min(each.line, lines.length - 1),
      });
      const [from, to] = [inside(a), inside(b)];
      const corner = { line: Math.min(from.line, to.line), column: Math.min(from.column, to.column) };
      const block = copyBlock(lines, from, to, ALL, WORDS);
      const cleared = clearBlock(lines, from, to, ALL, WORDS);
      expect(pasteBlock(cleared, corner, ALL, block, WORDS)).toEqual(lines);
    }),
  );
});
test('every change can be taken back and made again; a new change ends what was taken back', () => {
  const first = begin([blankLine('1')]);
  const second = change(first, insertLine(first.now, 1));
  const third = change(second, setCell(second.now, { line: 1, column: 1 }, 'ringGap', WORDS));
  expect(undo(third).now).toEqual(second.now);
  expect(undo(undo(third)).now).toEqual(first.now);
  expect(redo(undo(third)).now).toEqual(third.now);
  expect(undo(first)).toEqual(first);
  expect(redo(change(undo(third), first.now)).future).toEqual([]);
});
test('labels count on from the highest number; lines go and leave the others as they are', () => {
  expect([nextLabel([]), nextLabel(filled({ row: '7' }, { row: '4a' }))]).toEqual(['1', '8']);
  expect(removeLines(filled({ row: '1' }, { row: '2' }, { row: '3' }), 1, 1).map(([label]) => label)).toEqual(
    ['1', '3'],
  );
});

describe('the words of the sheet', () => {
  const GAP_AT_TOP = 'Ring end gap, Top compression ring, top of ring travel, 5.25 in from the skirt end';
  const line = (texts: Readonly<Record<string, string>>) => filled(texts)[0]!;
  const codes = (cells: readonly string[]) =>
    ['characteristic', 'groove', 'member', 'station'].map((name) => cells[column(name)]);
  test('what is measured and where is one text, whatever ids a file has for it', () => {
    expect(WORDS.shown(line(GOOD), 'characteristic')).toBe(GAP_AT_TOP);
    expect(codes(WORDS.put(line({}), 'characteristic', GAP_AT_TOP))).toEqual(['ringGap', '1', 'ring', 'top']);
  });
  test.each<[string, string, readonly (string | undefined)[]]>([
    ['words that leave one thing', 'gap second travel', ['ringGap', '2', 'ring', 'top']],
    ['words that leave several: nothing is chosen for anybody', 'ring end gap', ['ring end gap', '', '', '']],
    ['no word of it', 'cam lobe', ['cam lobe', '', '', '']],
    ['nothing', '', ['', '', '', '']],
  ])('typed by hand: %s', (_why, typed, expected) => {
    expect(codes(WORDS.put(line(GOOD), 'characteristic', typed, true))).toEqual(expected);
  });
  test('from a spreadsheet only the whole name counts', () => {
    expect(codes(WORDS.put(line({}), 'characteristic', 'gap second travel'))[0]).toBe('gap second travel');
    expect(codes(WORDS.put(line({}), 'characteristic', GAP_AT_TOP.toUpperCase()))[3]).toBe('top');
  });
  test('the list has everything at first, and then what holds each word that is typed', () => {
    const all = WORDS.offers(line(GOOD), 'characteristic', GAP_AT_TOP);
    expect(all.length).toBeGreaterThan(5);
    const some = WORDS.offers(line(GOOD), 'characteristic', 'gap travel');
    expect(some).toContain(GAP_AT_TOP);
    expect(some.every((words) => /gap/i.test(words) && /travel/i.test(words))).toBe(true);
    expect(WORDS.offers(line({}), 'min', '0.0')).toEqual([]);
  });
  test.each<[string, string, string, string]>([
    ['unit', 'N·m', 'Nm', 'N·m'],
    ['unit', 'Nm', 'Nm', 'N·m'],
    ['across', 'of a bank', 'bank', 'of a bank'],
    ['models', 'veldane VA-4-330; XY-9', 'VA-4-330; XY-9', 'Veldane VA-4-330; XY-9'],
    [
      'not_smaller_than',
      'second travel',
      '2/ring/top',
      'Second compression ring, top of ring travel, 5.25 in from the skirt end',
    ],
    ['min', '.25', '0.25', '0.25'],
    ['max', ',15', '0.15', '0.15'],
    ['min', '0,15', '0,15', '0,15'],
    ['note', '.25', '.25', '.25'],
  ])('in %s “%s” is %s in the file and %s in the sheet', (name, typed, code, shown) => {
    const put = WORDS.put(line(GOOD), name as 'unit', typed, true);
    expect([put[column(name)], WORDS.shown(put, name as 'unit')]).toEqual([code, shown]);
  });
});

describe('the sheet in hand', () => {
  const open = async (rows: readonly object[] = [ROW]) => {
    const page = PageUnderTest.open(RowSheet, { view: { ...revisionFor('SL-88', 'B'), rows } });
    await page.settle();
    return page;
  };
  const press = async (page: PageUnderTest<RowSheet>, key: string, more: KeyboardEventInit = {}) => {
    page.element
      .querySelector('table')!
      .dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }));
    await page.settle();
  };
  const cell = (page: PageUnderTest<RowSheet>, at: string) =>
    page.element.querySelector<HTMLElement>(`[data-cell="${at}"]`)!;

  test.each<[string, Readonly<Record<string, string>>, RegExp]>([
    [
      'words that can be several',
      { ...GOOD, characteristic: 'ring end gap', groove: '', member: '', station: '' },
      /can be several: pick one/,
    ],
    [
      'no word of it',
      { ...GOOD, characteristic: 'cam lobe', groove: '', member: '', station: '' },
      /nothing that is measured here/,
    ],
    [
      'nothing at all',
      { ...GOOD, characteristic: '', groove: '', member: '', station: '' },
      /must be filled in/,
    ],
  ])('%s: said in the cell, without an id', async (_why, texts, said) => {
    const page = await open([]);
    const line = SHEET_COLUMNS.map((name) => texts[name] ?? '');
    (page.component as unknown as { history: { set(value: object): void } }).history.set(begin([line]));
    await page.settle();
    const { title } = cell(page, '1 characteristic');
    expect(title).toMatch(said);
    expect(title).not.toMatch(/ringGap|groove/);
  });
  test('a sheet without a row is neither wrong nor to be saved; the first word in it is judged', async () => {
    const page = await open([]);
    expect(page.text).toContain('No row yet');
    expect([page.text.includes('wrong'), page.button('Save the rows')?.disabled]).toEqual([false, true]);
    cell(page, '1 min').click();
    await page.settle();
    await press(page, 'x');
    await press(page, 'Enter');
    expect(page.text).not.toContain('No row yet');
    expect([cell(page, '1 characteristic').title, page.button('Save the rows')?.disabled]).toEqual([
      expect.stringContaining('this must be filled in') as string,
      true,
    ]);
  });
  test('a sheet whose rows were all removed is not saved as an empty one', async () => {
    const page = await open();
    await page.click('Remove row');
    expect([page.text.includes('No row yet'), page.button('Save the rows')?.disabled]).toEqual([true, true]);
    await press(page, 's', { ctrlKey: true });
    page.http.expectNone(() => true);
    await page.click('Undo');
    expect(cell(page, '1 min').textContent.trim()).toBe('0.009');
  });
  test('keys write a figure, Enter goes down and makes the next line, Ctrl+Z takes it back', async () => {
    const page = await open();
    cell(page, '1 min').click();
    await page.settle();
    await press(page, '0');
    const field = page.element.querySelector<HTMLInputElement>('input.cell')!;
    expect([document.activeElement === field, field.value, field.selectionStart]).toEqual([true, '0', 1]);
    field.value = '0.01';
    field.dispatchEvent(new Event('input'));
    await press(page, 'Enter');
    expect(cell(page, '1 min').textContent.trim()).toBe('0.01');
    expect(cell(page, '2 row').textContent.trim()).toBe('5');
    await press(page, 'z', { ctrlKey: true });
    await press(page, 'z', { ctrlKey: true });
    expect(cell(page, '1 min').textContent.trim()).toBe('0.009');
  });
  test('a wrong cell is marked with what is wrong, and nothing is sent until it is right', async () => {
    const page = await open();
    cell(page, '1 min').click();
    await page.settle();
    await press(page, 'x');
    await press(page, 'Tab');
    expect(cell(page, '1 min').getAttribute('aria-invalid')).toBe('true');
    expect(page.text).toContain('1 cell is wrong');
    expect(page.button('Save the rows')?.disabled).toBe(true);
    await press(page, 's', { ctrlKey: true });
    page.http.expectNone('/api/library/revisions/SL-88%20rev%20B/rows');
  });
  test('what is right is sent as texts under our own columns', async () => {
    const page = await open();
    cell(page, '1 note').click();
    await page.settle();
    await press(page, 'Delete');
    await page.click('Save the rows');
    const sent = page.http.expectOne('/api/library/revisions/SL-88%20rev%20B/rows');
    const body = sent.request.body as { header: string[]; lines: string[][] };
    expect(Object.fromEntries(body.header.map((name, i) => [name, body.lines[0]?.[i]]))).toEqual({
      row: '4',
      characteristic: 'ringGap',
      groove: '1',
      member: 'ring',
      station: 'top',
      min: '0.009',
      max: '',
      unit: 'in',
      serial_to: '400',
    });
  });
});

test('a station that a row of the sheet adds has its name in every row that is about it', () => {
  const lines = filled(
    {
      row: '1',
      characteristic: 'ringGap',
      groove: '1',
      member: 'ring',
      station: 'belowPort',
      rule: 'station',
      station_label: 'below the port',
      datum: 'skirtEnd',
      distance: '3.1',
      unit: 'in',
    },
    { ...GOOD, row: '2', station: 'belowPort' },
  );
  const told = sheetWords([VELDANE], CHARACTERISTICS, lines);
  expect(told.shown(lines[1]!, 'characteristic')).toMatch(/below the port/);
  expect(told.offers(lines[1]!, 'characteristic', 'port')).toHaveLength(1);
  // Without the row that adds it, the id is all that is known.
  expect(sheetWords([VELDANE], CHARACTERISTICS, [lines[1]!]).shown(lines[1]!, 'characteristic')).toBe(
    'ringGap/1/ring/belowPort',
  );
});
