import { unzipSync } from 'fflate';
import { ProblemError } from '../../platform/problem-error';

/** A range of a workbook that covers more cells than this was not made for a table of limits. */
export const MOST_CELLS_OF_RANGES = 200_000;
const MOST_COLUMNS_STATED = 16_384;

/**
 * Looks at the ranges that the sheets of a workbook state, before anything is made of them: a merge over a whole sheet is a
 * few bytes in the file and a thousand million cells in memory.
 * @throws ProblemError FILE_TOO_MUCH
 */
export function refuseWideRanges(file: string, bytes: Uint8Array): void {
  const tooMuch = (what: string, count: number): never => {
    throw ProblemError.of('FILE_TOO_MUCH', {
      file,
      limit: `${what} ${Math.round(count)} cells, and ${MOST_CELLS_OF_RANGES} is the most that is read`,
    });
  };
  const sheets = unzipSync(bytes, { filter: ({ name }) => /^xl\/worksheets\/[^/]+\.xml$/i.test(name) });
  for (const [name, content] of Object.entries(sheets)) {
    const xml = new TextDecoder().decode(content);
    let merged = 0;
    for (const [, range = ''] of xml.matchAll(/<(?:\w+:)?mergeCell\b[^>]*?\bref\s*=\s*["']([^"']*)["']/g))
      merged += cellsOf(range);
    if (merged > MOST_CELLS_OF_RANGES) tooMuch(`the merged cells of ${name} cover`, merged);
    for (const [, last = ''] of xml.matchAll(/<(?:\w+:)?col\b[^>]*?\bmax\s*=\s*["'](\d*)["']/g))
      if (Number(last) > MOST_COLUMNS_STATED) tooMuch(`a column range of ${name} covers`, Number(last));
  }
}

/** How many cells a range such as `A1:C9` covers; more than can be counted where it is none. */
function cellsOf(range: string): number {
  const found = /^\$?([A-Z]{1,3})\$?(\d{1,7})(?::\$?([A-Z]{1,3})\$?(\d{1,7}))?$/i.exec(range);
  if (found === null) return Infinity;
  const [, left = '', top = '', right = left, bottom = top] = found;
  const width = Math.abs(columnOf(right) - columnOf(left)) + 1;
  return width * (Math.abs(Number(bottom) - Number(top)) + 1);
}
const columnOf = (letters: string): number =>
  Array.from(letters.toUpperCase()).reduce((so, letter) => so * 26 + letter.charCodeAt(0) - 64, 0);
