import { canonical } from '../record/canonical';
import type { DocumentRevision, LimitRow } from './document';
import type { KeptRevision } from './library-state';
import { rowTexts } from './limit-table/write-limit-table';
import type { TableColumn } from './limit-table/columns';

export interface RowChange {
  readonly change: 'same' | 'changed' | 'added' | 'removed';
  readonly before: LimitRow | undefined;
  readonly after: LimitRow | undefined;
  /** The columns whose text differs. */
  readonly fields: readonly TableColumn[];
}
export interface RevisionComparison {
  /** What the documents say of themselves differently. */
  readonly statement: readonly {
    readonly field: keyof DocumentRevision;
    readonly before: unknown;
    readonly after: unknown;
  }[];
  readonly rows: readonly RowChange[];
}

/**
 * What changed from one revision to another. Rows are the same row where they speak of the same fit under the same
 * conditions, even when they were numbered anew; otherwise where they carry the same label for the same fit. Figures of
 * two fits are never set side by side.
 */
export function compareRevisions(
  before: Pick<KeptRevision, 'revision' | 'rows'>,
  after: Pick<KeptRevision, 'revision' | 'rows'>,
): RevisionComparison {
  const left = [...before.rows];
  const take = (suits: (row: LimitRow) => boolean): LimitRow | undefined => {
    const at = left.findIndex(suits);
    return at < 0 ? undefined : left.splice(at, 1)[0];
  };
  const bySubject = after.rows.map((row) => take((each) => subjectOf(each) === subjectOf(row)));
  const matched = after.rows.map(
    (row, i) => bySubject[i] ?? take((each) => each.label === row.label && fitOf(each) === fitOf(row)),
  );
  return {
    statement: STATEMENT_FIELDS.flatMap((field) => {
      const [was, is] = [before.revision[field], after.revision[field]];
      return canonical({ value: was ?? null }) === canonical({ value: is ?? null })
        ? []
        : [{ field, before: was, after: is }];
    }),
    rows: [
      ...after.rows.map((row, i) => changeOf(matched[i], row)),
      ...left.map((row): RowChange => ({ change: 'removed', before: row, after: undefined, fields: [] })),
    ],
  };
}

const STATEMENT_FIELDS = [
  'title',
  'kind',
  'issued',
  'effective',
  'appliesTo',
  'supersedes',
  'partsMaker',
  'notes',
  'cautions',
] as const satisfies readonly (keyof DocumentRevision)[];

const fitOf = ({ characteristic, groove, member, station }: LimitRow): string =>
  canonical({ characteristic, at: [groove ?? null, member ?? null, station ?? null] });
const subjectOf = (row: LimitRow): string =>
  canonical({ fit: fitOf(row), rule: row.rule?.kind ?? null, appliesTo: row.appliesTo });

function changeOf(before: LimitRow | undefined, after: LimitRow): RowChange {
  if (before === undefined) return { change: 'added', before, after, fields: [] };
  const [was, is] = [rowTexts(before), rowTexts(after)];
  const fields = (Object.keys({ ...was, ...is }) as TableColumn[]).filter(
    (column) => column !== 'row' && (was[column] ?? '') !== (is[column] ?? ''),
  );
  return { change: fields.length === 0 ? 'same' : 'changed', before, after, fields };
}
