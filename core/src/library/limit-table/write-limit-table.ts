import { showExact } from '../../quantity/show-length';
import { withUnit } from '../../quantity/figure';
import type { LimitRow } from '../document';
import { BOUNDS } from '../limit';
import type { Bound } from '../limit';
import type { AppliesTo } from '../limit-row';
import { BOUND_COLUMNS, NEEDED_COLUMNS, TABLE_COLUMNS } from './columns';
import type { TableColumn } from './columns';

export type RowTexts = Readonly<Partial<Record<TableColumn, string>>>;

/** A row as the texts of our own columns: what `readLimitTable` reads back as the same row. */
export function rowTexts(row: LimitRow): RowTexts {
  const figures = BOUNDS.flatMap((bound) => row.printed[bound] ?? []);
  const unit = figures[0]?.unit ?? '';
  const figure = (bound: Bound): string => {
    const [of, also] = [row.printed[bound], row.also?.[bound]];
    if (of === undefined) return '';
    // Both units in one cell, as manuals print them.
    if (also !== undefined) return `${withUnit(of)} (${withUnit(also)})`;
    return of.unit === unit ? of.text : withUnit(of);
  };
  return {
    row: row.label,
    characteristic: row.characteristic,
    groove: row.groove ?? '',
    member: row.member ?? '',
    station: row.station ?? '',
    unit,
    ...Object.fromEntries(BOUNDS.map((bound) => [BOUND_COLUMNS[bound], figure(bound)])),
    unit_chosen_by: row.unitChosenBy ?? '',
    fit_is: row.fitIs ?? '',
    decision: row.decision ?? '',
    formula_bound: row.formula === undefined ? '' : BOUND_COLUMNS[row.formula.bound],
    per_diameter: row.formula === undefined ? '' : String(row.formula.perDiameter),
    uplift: row.formula?.uplift === undefined ? '' : String(row.formula.uplift),
    ...ruleTexts(row),
    ...appliesToTexts(row.appliesTo),
    note: row.note,
  };
}

function ruleTexts({ rule }: LimitRow): RowTexts {
  if (rule === undefined) return {};
  const { kind } = rule;
  switch (kind) {
    case 'spread':
      return { rule: kind, across: rule.across, spread_of: rule.of ?? '' };
    case 'match':
      return { rule: kind, across: rule.across };
    case 'relation': {
      const { groove, member, station } = rule.notSmallerThan;
      return {
        rule: kind,
        not_smaller_than: [groove, member, station].filter((id) => id !== undefined).join('/'),
      };
    }
    case 'check':
      return { rule: kind, question: rule.question };
    case 'tighten':
      return {
        rule: kind,
        steps: rule.steps
          .flatMap(({ torque, angle }) => [torque, angle].flatMap((figure) => figure ?? []))
          .map(withUnit)
          .join('; '),
        lubricant: rule.lubricant,
      };
    case 'station':
      return { rule: kind, station_label: rule.label, datum: rule.datum, distance: withUnit(rule.distance) };
  }
}

/** An applicability as texts, with a prefix for the columns that speak of a whole document. */
export function appliesToTexts(to: AppliesTo): RowTexts {
  const list = (items: readonly string[] | undefined): string => (items ?? []).join('; ');
  return {
    models: list(to.models),
    serial_from: String(to.serialFrom ?? ''),
    serial_to: String(to.serialTo ?? ''),
    part_numbers: list(to.partNumbers),
    oversizes: list(to.oversizes?.map((nm) => `${showExact(nm, 'mm')} mm`)),
    piston_materials: list(to.pistonMaterials),
    duties: list(to.duties),
    build_from: to.buildFrom ?? '',
    build_to: to.buildTo ?? '',
    part_states: list(to.partStates),
  };
}

/** Rows as a table in our own columns; a column that no row uses is left out. */
export function writeLimitTable(rows: readonly LimitRow[]): {
  readonly header: readonly TableColumn[];
  readonly lines: readonly (readonly string[])[];
} {
  const texts = rows.map(rowTexts);
  const header = TABLE_COLUMNS.filter(
    (column) => NEEDED_COLUMNS.includes(column) || texts.some((row) => (row[column] ?? '') !== ''),
  );
  return { header, lines: texts.map((row) => header.map((column) => row[column] ?? '')) };
}
