import type { Axis } from '../../engines/characteristic';

/** What is wrong with a cell, as a code with the data for its words. */
export type CellFault =
  | { readonly code: 'COLUMN_MISSING' | 'COLUMN_UNKNOWN' | 'COLUMN_TWICE' }
  /** More cells than the header has columns: often a decimal comma in a table of commas, which shifts the rest. */
  | { readonly code: 'LINE_LONGER'; readonly cells: number; readonly columns: number }
  | {
      readonly code:
        'CELL_EMPTY' | 'NO_BOUND' | 'CELL_DATE' | 'FORMULA_EMPTY' | 'FIT_NOT_SAID' | 'PLACE_NOT_SAID';
    }
  | {
      readonly code:
        | 'UNIT_UNKNOWN'
        | 'NOT_A_FIGURE'
        | 'NOT_A_RANGE'
        | 'NOT_A_NUMBER'
        | 'NOT_A_DATE'
        | 'NOT_A_DOCUMENT_WORD'
        | 'ROW_TWICE'
        | 'BOUND_UNKNOWN'
        | 'STATE_UNKNOWN'
        | 'MODEL_OUTSIDE'
        | 'CELL_ERROR'
        | 'FIT_UNKNOWN'
        | 'STATION_THERE'
        | 'NOT_A_FIT'
        | 'TOO_LONG';
      readonly found: string;
    }
  | { readonly code: 'UNIT_OF_OTHER_KIND'; readonly found: string; readonly kind: string }
  | { readonly code: 'AXIS_NOT_HERE'; readonly axis: string; readonly characteristic: string }
  | {
      readonly code: 'AXIS_NOT_DECLARED';
      readonly axes: readonly Axis[];
      readonly characteristic: string;
      readonly model: string;
    }
  | { readonly code: 'ONE_OF'; readonly found: string; readonly known: readonly string[] }
  | { readonly code: 'UNITS_DISAGREE'; readonly first: string; readonly second: string }
  | { readonly code: 'NEEDED_BY_RULE'; readonly rule: string }
  | { readonly code: 'MIN_ABOVE_MAX'; readonly min: string; readonly max: string }
  | { readonly code: 'CHARACTERISTIC_UNKNOWN'; readonly found: string; readonly known: readonly string[] }
  | {
      readonly code: 'NOT_IN_MODEL';
      readonly axis: 'groove' | 'member' | 'station';
      readonly found: string;
      readonly model: string;
      readonly known: readonly string[];
    };

export interface TableError {
  /** Line of the file, the first being line 1. */
  readonly line: number;
  readonly column: string;
  readonly fault: CellFault;
}
