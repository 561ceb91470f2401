import type { FigureUnit } from '../../quantity/figure';
import type { CellFault } from './cell-fault';
import type { ColumnUse } from './columns';

/** A row's cells by what they are used for. */
export interface RowCells {
  readonly text: (use: ColumnUse) => string;
  /** The unit of bare figures in the column of this use. */
  readonly unit: (use: ColumnUse) => FigureUnit | undefined;
  readonly has: (use: ColumnUse) => boolean;
}
export type Wrong = (use: ColumnUse, fault: CellFault) => void;

export function readNumber(cells: RowCells, wrong: Wrong, use: ColumnUse): number | undefined {
  const text = cells.text(use).replace(',', '.');
  if (/^\d{1,15}(\.\d{1,20})?(e-?\d{1,2})?$/i.test(text)) return Number(text);
  wrong(use, { code: 'NOT_A_NUMBER', found: cells.text(use).slice(0, 40) });
  return undefined;
}
