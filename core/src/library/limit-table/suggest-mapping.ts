import type { FigureUnit } from '../../quantity/figure';
import { TABLE_COLUMNS } from './columns';
import type { ColumnUse, GridLine, TableMapping } from './columns';
import { unitFrom } from './read-printed';

const WORDS: readonly (readonly [RegExp, ColumnUse])[] = [
  [/^(row|no\.?|nr\.?|item no\.?|ref\.?|line)$/i, 'row'],
  [/wear|service|reuse|worn/i, 'service_range'],
  [/remark|note|comment/i, 'remark'],
  [/min/i, 'min'],
  [/max/i, 'max'],
  [/limit|clearance|gap|new|range|value|size/i, 'range'],
  [/unit/i, 'unit'],
  [/fit|item|description|part|measur|where|name/i, 'fit'],
];
const UNIT_IN_HEADER = /[([]([^)\]]+)[)\]]|\b(mm|in|inch|thou|µm|um)\b/i;

/** Whether a table is in our own columns, so that it needs no mapping. */
export const isOwnTable = (header: readonly string[]): boolean => {
  const names = header.map((text) => text.trim().toLowerCase()).filter((text) => text !== '');
  return (
    ['row', 'characteristic'].every((name) => names.includes(name)) &&
    names.every((name) => (TABLE_COLUMNS as readonly string[]).includes(name))
  );
};

/**
 * A first guess at how a table is read: which line names the columns, and what each is. A mapping remembered for the maker
 * is taken where its header stands in the table.
 */
export function suggestMapping(
  lines: readonly GridLine[],
  remembered?: { readonly mapping: TableMapping; readonly header: readonly string[] },
): { readonly mapping: TableMapping; readonly header: readonly string[]; readonly fromMemory: boolean } {
  const texts = lines.map(({ cells }) => cells.map(({ text }) => text.trim()));
  if (remembered !== undefined) {
    const at = texts.findIndex((cells) => remembered.header.every((name, i) => cells[i] === name));
    const line = lines[at];
    if (line !== undefined)
      return {
        mapping: { ...remembered.mapping, headerLine: line.line },
        header: texts[at] ?? [],
        fromMemory: true,
      };
  }
  // The line that names the columns: the first with at least two words and no figures.
  const found = texts.findIndex(
    (cells) =>
      cells.filter((text) => text !== '').length >= 2 && cells.every((text) => !/^\W*[\d.,]+/.test(text)),
  );
  const at = Math.max(found, 0);
  const header = texts[at] ?? [];
  const width = Math.max(header.length, ...texts.slice(at).map(({ length }) => length), 0);
  const taken = new Set<ColumnUse>();
  const columns = Array.from({ length: width }, (_, i) => columnFor(header[i] ?? '', taken));
  return {
    mapping: { headerLine: lines[at]?.line ?? 1, columns, fits: {} },
    header: Array.from({ length: width }, (_, i) => header[i] ?? ''),
    fromMemory: false,
  };
}

function columnFor(title: string, taken: Set<ColumnUse>): TableMapping['columns'][number] {
  const match = UNIT_IN_HEADER.exec(title);
  const unit: FigureUnit | undefined = unitFrom(match?.[1] ?? match?.[2] ?? '');
  const own = TABLE_COLUMNS.find((name) => name === title.trim().toLowerCase());
  const guessed = own ?? WORDS.find(([pattern]) => pattern.test(title))?.[1];
  const again: Partial<Record<ColumnUse, ColumnUse>> = {
    range: 'second_range',
    min: 'second_min',
    max: 'second_max',
  };
  const use = guessed === undefined ? 'ignore' : taken.has(guessed) ? (again[guessed] ?? 'ignore') : guessed;
  taken.add(use);
  return { use, ...(unit === undefined ? {} : { unit }), ...(use === 'fit' ? { fillDown: true } : {}) };
}
