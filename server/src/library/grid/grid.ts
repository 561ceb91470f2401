import type { GridLine } from '@oak-gate/core';

/** A table as it stands in a file, before anybody says what its columns are. */
export interface Grid {
  readonly kind: 'csv' | 'xlsx';
  /** The names of a workbook's sheets; one empty name for a CSV file. */
  readonly sheets: readonly string[];
  readonly lines: readonly GridLine[];
}
/** No table of limits is longer; what is longer is read as an import of many documents. */
export const MOST_LINES = 20_000;
export const MOST_COLUMNS = 120;
