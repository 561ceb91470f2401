import { isDay } from '../../kernel/instant';
import type { Characteristic } from '../../engines/characteristic';
import type { EngineModel } from '../../engines/engine-model';
import type { DocumentRevision, LimitRow } from '../document';
import { DOCUMENT_WORD, REVISION_MOST, revisionId } from '../document';
import type { ImportedDraft } from '../library-state';
import { DOCUMENT_KINDS } from '../limit-row';
import type { DocumentKind } from '../limit-row';
import type { CellFault, TableError } from './cell-fault';
import { NEEDED_COLUMNS, TABLE_COLUMNS } from './columns';
import type { ColumnUse, GridLine, TableColumn } from './columns';
import { withoutEscape } from './escape-formula';
import { readAppliesTo } from './read-applies-to';
import { readLimitTable } from './read-limit-table';
import { appliesToTexts, writeLimitTable } from './write-limit-table';

/** The columns that say which document a row is of, in a table of several documents; they stand before the row's own. */
export const DOCUMENT_COLUMNS = [
  'document',
  'revision',
  'title',
  'kind',
  'issued',
  'effective',
  'supersedes',
  'parts_maker',
  'document_note',
  'cautions',
  'for_models',
  'for_serial_from',
  'for_serial_to',
  'for_part_numbers',
  'for_oversizes',
  'for_piston_materials',
  'for_duties',
  'for_build_from',
  'for_build_to',
  'for_part_states',
] as const;
export type DocumentColumn = (typeof DOCUMENT_COLUMNS)[number];
const NEEDED: readonly DocumentColumn[] = ['document', 'revision', 'title', 'kind', 'issued', 'effective'];
const FOR = 'for_';
const LIST_MARK = ' | ';

/** Where the columns of a library table are. */
export interface LibraryColumns {
  readonly document: ReadonlyMap<DocumentColumn, number>;
  readonly row: readonly { readonly name: TableColumn; readonly at: number }[];
}
/** Whether a header is that of a table of several documents; what is wrong with it otherwise. */
export function libraryColumns(
  header: readonly string[],
):
  | { readonly ok: true; readonly columns: LibraryColumns }
  | { readonly ok: false; readonly errors: readonly TableError[] } {
  const names = header.map((text) => withoutEscape(text).trim().toLowerCase());
  const known: readonly string[] = [...DOCUMENT_COLUMNS, ...TABLE_COLUMNS];
  const error = (column: string, code: 'COLUMN_MISSING' | 'COLUMN_UNKNOWN' | 'COLUMN_TWICE'): TableError => ({
    line: 1,
    column,
    fault: { code },
  });
  const errors = [
    ...[...NEEDED, ...NEEDED_COLUMNS]
      .filter((name) => !names.includes(name))
      .map((name) => error(name, 'COLUMN_MISSING')),
    ...names.filter((name) => !known.includes(name)).map((name) => error(name, 'COLUMN_UNKNOWN')),
    ...names.filter((name, i) => names.indexOf(name) !== i).map((name) => error(name, 'COLUMN_TWICE')),
  ];
  if (errors.length > 0) return { ok: false, errors };
  const document = new Map<DocumentColumn, number>();
  const row: { name: TableColumn; at: number }[] = [];
  names.forEach((name, at) => {
    if ((DOCUMENT_COLUMNS as readonly string[]).includes(name)) document.set(name as DocumentColumn, at);
    else row.push({ name: name as TableColumn, at });
  });
  return { ok: true, columns: { document, row } };
}

/** Which document a line is of: lines of one document stand together. */
export const documentOfLine = ({ document }: LibraryColumns, line: GridLine): string => {
  const text = (column: DocumentColumn): string =>
    withoutEscape(line.cells[document.get(column) ?? -1]?.text ?? '').trim();
  return revisionId(text('document'), text('revision'));
};

/** Reads the lines of one document: its statement, which every line repeats, and its rows. */
export function readLibraryDocument(question: {
  readonly columns: LibraryColumns;
  readonly lines: readonly GridLine[];
  readonly models: readonly EngineModel[];
  readonly characteristics: readonly Characteristic[];
}):
  | { readonly ok: true; readonly draft: ImportedDraft }
  | { readonly ok: false; readonly errors: readonly TableError[] } {
  const { columns, lines, models, characteristics } = question;
  const [first] = lines;
  if (first === undefined) return { ok: false, errors: [] };
  const errors: TableError[] = [];
  const wrong = (column: string, fault: CellFault): void => {
    errors.push({ line: first.line, column, fault });
  };
  const revision = readStatement(columns, first, models, wrong);
  for (const line of lines.slice(1)) {
    for (const [column, at] of columns.document) {
      if (text(line, at) !== text(first, at))
        errors.push({
          line: line.line,
          column,
          fault: { code: 'ONE_OF', found: text(line, at), known: [text(first, at)] },
        });
    }
  }
  const spoken = models.filter(({ id }) => revision.appliesTo.models?.includes(id) !== false);
  const table = {
    revision: revision.id,
    header: columns.row.map(({ name }) => name),
    lines: lines.map(({ line, cells }) => ({
      line,
      cells: columns.row.map(({ at }) => cells[at] ?? { text: '' }),
    })),
    models: spoken,
    characteristics,
  };
  const isEmpty =
    table.lines.length === 1 && table.lines[0]?.cells.every(({ text: cell }) => cell.trim() === '') === true;
  const rows:
    | { readonly ok: true; readonly rows: readonly LimitRow[] }
    | { readonly ok: false; readonly errors: readonly TableError[] } = isEmpty
    ? { ok: true, rows: [] }
    : readLimitTable(table);
  if (!rows.ok) errors.push(...rows.errors);
  return errors.length > 0 || !rows.ok
    ? { ok: false, errors }
    : { ok: true, draft: { revision, rows: rows.rows } };
}

const text = (line: GridLine, at: number | undefined): string =>
  withoutEscape(line.cells[at ?? -1]?.text ?? '').trim();

function readStatement(
  { document }: LibraryColumns,
  line: GridLine,
  models: readonly EngineModel[],
  wrong: (column: string, fault: CellFault) => void,
): DocumentRevision {
  const cell = (column: DocumentColumn): string => text(line, document.get(column));
  for (const column of NEEDED) if (cell(column) === '') wrong(column, { code: 'CELL_EMPTY' });
  for (const column of ['document', 'revision'] as const)
    if (cell(column) !== '' && !DOCUMENT_WORD.test(cell(column)))
      wrong(column, { code: 'NOT_A_DOCUMENT_WORD', found: cell(column) });
  if (cell('revision').length > REVISION_MOST)
    wrong('revision', { code: 'TOO_LONG', found: cell('revision') });
  for (const column of ['issued', 'effective'] as const)
    if (cell(column) !== '' && !isDay(cell(column)))
      wrong(column, { code: 'NOT_A_DATE', found: cell(column) });
  const kind = DOCUMENT_KINDS.find((each) => each === cell('kind'));
  if (kind === undefined && cell('kind') !== '')
    wrong('kind', { code: 'ONE_OF', found: cell('kind'), known: DOCUMENT_KINDS });
  const appliesTo = readAppliesTo(
    {
      text: (use) => cell(`${FOR}${use}` as DocumentColumn),
      unit: () => undefined,
      has: (use) => document.has(`${FOR}${use}` as DocumentColumn),
    },
    (use: ColumnUse, fault) => {
      wrong(`${FOR}${use}`, fault);
    },
    models,
  );
  const lines = (column: DocumentColumn, mark: RegExp): string[] =>
    cell(column)
      .split(mark)
      .map((each) => each.trim())
      .filter((each) => each !== '');
  const [supersedes, cautions] = [lines('supersedes', /[;|]/), lines('cautions', /\s\|\s/)];
  return {
    id: revisionId(cell('document'), cell('revision')),
    number: cell('document'),
    revision: cell('revision'),
    title: cell('title'),
    kind: kind ?? ('manual' satisfies DocumentKind),
    issued: cell('issued'),
    effective: cell('effective'),
    appliesTo,
    ...(supersedes.length === 0 ? {} : { supersedes }),
    ...(cell('parts_maker') === '' ? {} : { partsMaker: cell('parts_maker') }),
    ...(cell('document_note') === '' ? {} : { notes: cell('document_note') }),
    ...(cautions.length === 0 ? {} : { cautions }),
  };
}

/** Documents with their rows as one table, which reads back as the same documents. */
export function writeLibraryTable(drafts: readonly ImportedDraft[]): {
  readonly header: readonly string[];
  readonly lines: readonly (readonly string[])[];
} {
  const table = writeLimitTable(drafts.flatMap(({ rows }) => rows));
  const statements = drafts.map(({ revision }) => statementTexts(revision));
  const used = DOCUMENT_COLUMNS.filter(
    (column) => NEEDED.includes(column) || statements.some((each) => (each[column] ?? '') !== ''),
  );
  let at = 0;
  const lines = drafts.flatMap(({ rows }, index) => {
    const front = used.map((column) => statements[index]?.[column] ?? '');
    if (rows.length === 0) return [[...front, ...table.header.map(() => '')]];
    return rows.map(() => [...front, ...(table.lines[at++] ?? [])]);
  });
  return { header: [...used, ...table.header], lines };
}
function statementTexts(revision: DocumentRevision): Readonly<Partial<Record<DocumentColumn, string>>> {
  const applies = Object.fromEntries(
    Object.entries(appliesToTexts(revision.appliesTo)).map(([column, value]) => [`${FOR}${column}`, value]),
  );
  return {
    document: revision.number,
    revision: revision.revision,
    title: revision.title,
    kind: revision.kind,
    issued: revision.issued,
    effective: revision.effective,
    supersedes: (revision.supersedes ?? []).join('; '),
    parts_maker: revision.partsMaker ?? '',
    document_note: revision.notes ?? '',
    cautions: (revision.cautions ?? []).join(LIST_MARK),
    ...applies,
  };
}
