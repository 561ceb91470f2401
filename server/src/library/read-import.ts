import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { documentFile, issueWords } from '@oak-gate/contract';
import {
  canonical,
  documentOfLine,
  libraryColumns,
  readLibraryDocument,
  textCells,
  writeLibraryTable,
} from '@oak-gate/core';
import type {
  AttachedFile,
  Characteristic,
  EngineModel,
  GridLine,
  ImportedDraft,
  LibraryColumns,
  TableError,
} from '@oak-gate/core';
import { CsvError, parse } from 'csv-parse';
import { ProblemError } from '../platform/problem-error';
import { lookAtAttachment } from '../platform/attachments';
import { CSV_OPTIONS, delimiterOf } from './grid/read-csv';
import { readGrid } from './grid/read-grid';

/** Rows that are told in one go: small enough that taking them in keeps nobody waiting. */
const ROWS_AT_ONCE = 400;
export const MOST_ERRORS = 200;

export interface ImportSource {
  readonly name: string;
  readonly path: string;
  readonly bytes: number;
  readonly kind: 'text' | 'json' | 'workbook';
  readonly models: readonly EngineModel[];
  readonly characteristics: readonly Characteristic[];
  /** The revisions that the library has: none of them comes in again. */
  readonly revisions: readonly string[];
}
/** Some of an import's documents, what they bring with them, and what is wrong; `bytes` is how far the file was read. */
export interface ImportPiece {
  readonly bytes: number;
  readonly drafts: readonly ImportedDraft[];
  readonly files: readonly (readonly [AttachedFile, Uint8Array])[];
  readonly errors: readonly TableError[];
}
interface Found {
  readonly line: number;
  readonly read:
    | { readonly ok: true; readonly draft: ImportedDraft; readonly files?: ImportPiece['files'] }
    | { readonly ok: false; readonly errors: readonly TableError[] };
}

/**
 * Reads a file of many documents, a piece at a time, up to its end or to more errors than anybody reads.
 * @throws ProblemError of the file
 */
export async function* readImport(source: ImportSource): AsyncIterable<ImportPiece> {
  const seen = new Set(source.revisions);
  const progress = { bytes: 0 };
  let [drafts, files, errors]: [ImportedDraft[], ImportPiece['files'][number][], TableError[]] = [[], [], []];
  let [rows, documents, wrong] = [0, 0, 0];
  const piece = (): ImportPiece => ({ bytes: progress.bytes, drafts, files, errors });
  for await (const { line, read } of readFound(source, progress)) {
    if (read.ok) {
      const { id } = read.draft.revision;
      if (seen.has(id)) errors.push({ line, column: 'document', fault: { code: 'ROW_TWICE', found: id } });
      seen.add(id);
      drafts.push(read.draft);
      files.push(...(read.files ?? []));
      rows += read.draft.rows.length;
      documents++;
    } else errors.push(...read.errors);
    if (wrong + errors.length > MOST_ERRORS) break;
    if (rows < ROWS_AT_ONCE) continue;
    yield piece();
    wrong += errors.length;
    [drafts, files, errors, rows] = [[], [], [], 0];
  }
  if (documents === 0 && wrong + errors.length === 0)
    throw ProblemError.of('FILE_NOT_TEXT', { file: source.name, because: 'it holds no documents' });
  yield piece();
}

const readFound = (source: ImportSource, progress: { bytes: number }): AsyncIterable<Found> =>
  source.kind === 'json' ? readJson(source, progress) : readTable(source, progress);

async function* readTable(source: ImportSource, progress: { bytes: number }): AsyncIterable<Found> {
  const { models, characteristics } = source;
  let columns: LibraryColumns | undefined;
  let group: GridLine[] = [];
  let of = '';
  const close = (): Found[] => {
    const lines = group;
    group = [];
    if (columns === undefined || lines.length === 0) return [];
    return [
      { line: lines[0]?.line ?? 0, read: readLibraryDocument({ columns, lines, models, characteristics }) },
    ];
  };
  for await (const line of linesOf(source, progress)) {
    if (columns === undefined) {
      const found = libraryColumns(line.cells.map(({ text }) => text));
      if (!found.ok) {
        yield { line: line.line, read: found };
        return;
      }
      ({ columns } = found);
      continue;
    }
    const document = documentOfLine(columns, line);
    if (document !== of) {
      yield* close();
      of = document;
    }
    group.push(line);
  }
  yield* close();
}

async function* linesOf(
  { kind, name, path, bytes }: ImportSource,
  progress: { bytes: number },
): AsyncIterable<GridLine> {
  if (kind === 'workbook') {
    const { lines } = await readGrid(name, await readFile(path), 0);
    progress.bytes = bytes;
    yield* lines;
    return;
  }
  const stream = createReadStream(path, { encoding: 'utf8' });
  const parser = stream.pipe(parse({ ...CSV_OPTIONS, delimiter: delimiterOf(await startOf(path)) }));
  stream.on('data', (read) => {
    progress.bytes += Buffer.byteLength(read);
  });
  try {
    for await (const found of parser) {
      const { record, info } = found as {
        readonly record: string[];
        readonly info: { readonly lines: number };
      };
      yield { line: info.lines, cells: textCells(record) };
    }
  } catch (error) {
    if (error instanceof CsvError)
      throw ProblemError.of('FILE_NOT_TEXT', { file: name, because: error.message });
    throw error;
  } finally {
    stream.destroy();
  }
}

/**
 * One document as JSON, or a list of them. Each is read once more from its own texts: a figure that was changed beside its
 * text, or a place that the engine does not have, does not come in by this door either.
 */
async function* readJson(source: ImportSource, progress: { bytes: number }): AsyncIterable<Found> {
  const parsed = parseJson(source.name, await readFile(source.path, 'utf8'));
  const list = Array.isArray(parsed) ? (parsed as unknown[]) : [parsed];
  for (const [i, each] of list.entries()) {
    progress.bytes = Math.round((source.bytes * (i + 1)) / list.length);
    yield { line: i + 1, read: await readOne(source, each, i + 1) };
  }
}
async function readOne(
  { models, characteristics }: ImportSource,
  each: unknown,
  number: number,
): Promise<Found['read']> {
  const wrong = (path: string, message: string): ProblemError =>
    ProblemError.of('BODY_WRONG', { path: `document ${number}, ${path}`, message });
  const file = documentFile.safeParse(each, { error: issueWords });
  const [issue] = file.error?.issues ?? [];
  if (!file.success) throw wrong(issue?.path.join('.') ?? '', issue?.message ?? 'no document');
  const { revision, rows } = file.data;
  const { header, lines } = writeLibraryTable([{ revision, rows }]);
  const columns = libraryColumns(header);
  if (!columns.ok) throw wrong('', 'no document');
  const read = readLibraryDocument({
    columns: columns.columns,
    lines: lines.map((cells, at) => ({ line: at + 1, cells: textCells(cells) })),
    models,
    characteristics,
  });
  if (!read.ok) return read;
  if (canonical({ ...read.draft }) !== canonical({ revision, rows }))
    throw wrong(revision.id, 'its figures and conditions are not what their texts say');
  const files: (readonly [AttachedFile, Uint8Array])[] = [];
  for (const { name, sha256, content } of file.data.attachments) {
    const bytes = new Uint8Array(Buffer.from(content, 'base64'));
    if (createHash('sha256').update(bytes).digest('hex') !== sha256)
      throw wrong(revision.id, `the attached ${name} is not the file that its hash says`);
    files.push([await lookAtAttachment(name, bytes), bytes]);
  }
  const attachments = files.map(([attached]) => attached);
  return { ok: true, draft: files.length === 0 ? read.draft : { ...read.draft, attachments }, files };
}

function parseJson(file: string, text: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    throw ProblemError.of('FILE_NOT_TEXT', { file, because: `it is not JSON (${(error as Error).message})` });
  }
}
async function startOf(path: string): Promise<string> {
  for await (const piece of createReadStream(path, { encoding: 'utf8', end: 8191 })) return String(piece);
  return '';
}
