import type { FigureUnit } from '../../quantity/figure';
import type { Bound } from '../limit';
import type { FitAddress } from '../row-rule';

/** The columns of a limits table as a file of this product. Only the first three and a unit are always there. */
export const TABLE_COLUMNS = [
  'row',
  'characteristic',
  'groove',
  'member',
  'station',
  'min',
  'max',
  'unit',
  'service_min',
  'service_max',
  'fit_is',
  'decision',
  'unit_chosen_by',
  'formula_bound',
  'per_diameter',
  'uplift',
  'rule',
  'across',
  'spread_of',
  'not_smaller_than',
  'question',
  'steps',
  'lubricant',
  'station_label',
  'datum',
  'distance',
  'models',
  'serial_from',
  'serial_to',
  'part_numbers',
  'oversizes',
  'piston_materials',
  'duties',
  'build_from',
  'build_to',
  'part_states',
  'note',
] as const;
export type TableColumn = (typeof TABLE_COLUMNS)[number];
/** Without these a file is no limits table of this product; what a row leaves out, it leaves empty. */
export const NEEDED_COLUMNS: readonly TableColumn[] = ['row', 'characteristic', 'min', 'max', 'unit'];

export const BOUND_COLUMNS: Readonly<Record<Bound, TableColumn>> = {
  min: 'min',
  max: 'max',
  serviceMin: 'service_min',
  serviceMax: 'service_max',
};

/** What a column of somebody else's table can be used for: our columns, and what manuals print in one cell. */
export const COLUMN_USES = [
  ...TABLE_COLUMNS,
  /** The name of the fit in the document's own words. */
  'fit',
  /** Both ends in one cell: `0.38-0.52`, `min 0.014`, `38 ± 2`. */
  'range',
  'service_range',
  /** The same figures printed once more in another unit. */
  'second_min',
  'second_max',
  'second_range',
  /** A note that is searched for a second acceptance. */
  'remark',
  'ignore',
] as const;
export type ColumnUse = (typeof COLUMN_USES)[number];

/** How a table of another maker is read; remembered for the next one of the same maker. */
export interface TableMapping {
  /** The line that names the columns; everything above it is not read. */
  readonly headerLine: number;
  readonly columns: readonly {
    readonly use: ColumnUse;
    /** The unit of bare figures in this column. */
    readonly unit?: FigureUnit;
    /** An empty cell means the one above it, as where cells were merged. */
    readonly fillDown?: boolean;
  }[];
  /** What every row is about, where no column says it. */
  readonly characteristic?: string;
  readonly unit?: FigureUnit;
  /** What the document's own names of fits mean here. */
  readonly fits: Readonly<Record<string, FitMeaning>>;
}
export type FitMeaning = FitAddress & { readonly characteristic: string };

/** A cell as it came out of a file. */
export interface GridCell {
  readonly text: string;
  /** What keeps the text from being trusted: an error value, a date that a spreadsheet made of it, a formula never worked out. */
  readonly trouble?: 'error' | 'date' | 'formulaWithoutResult';
  /** The text was worked out by the spreadsheet. */
  readonly formula?: true;
}
export interface GridLine {
  /** Line of the file, counted from 1. */
  readonly line: number;
  readonly cells: readonly GridCell[];
}
export const textCells = (cells: readonly string[]): readonly GridCell[] => cells.map((text) => ({ text }));
