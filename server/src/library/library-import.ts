import { createReadStream } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { createHash, randomUUID } from 'node:crypto';
import { setImmediate } from 'node:timers/promises';
import { cellWords, documentFile, issueWords } from '@oak-gate/contract';
import type { ImportProgress } from '@oak-gate/contract';
import {
  canonical,
  documentOfLine,
  libraryColumns,
  readLibraryDocument,
  textCells,
  writeLibraryTable,
} from '@oak-gate/core';
import type {
  Actor,
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
import { Attachments } from './attachments';
import { CSV_OPTIONS, delimiterOf } from './grid/read-csv';
import type { Library } from './library.service';

/** Rows in one transaction: small enough that a reading on a bench does not wait behind it. */
const ROWS_AT_ONCE = 400;
/** Documents that are read before others have their turn. */
const DOCUMENTS_AT_ONCE = 20;
const MOST_ERRORS = 200;

interface Known {
  readonly models: readonly EngineModel[];
  readonly characteristics: readonly Characteristic[];
}
export interface SentFile {
  readonly name: string;
  readonly path: string;
  readonly bytes: number;
  readonly sha256: string;
  readonly kind: 'text' | 'json' | 'workbook';
}

/**
 * An import of many documents: the whole file is read and checked first, then written a little at a time, and counts only
 * when all of it is there. It can be stopped at any moment; then nothing of it is in the library.
 */
export class LibraryImport {
  readonly id = randomUUID();
  private stage: ImportProgress['stage'] = 'reading';
  private bytes = 0;
  private documents = 0;
  private rows = 0;
  private errors: TableError[] = [];
  private problem: string | null = null;
  private stopped = false;
  /** What the documents bring with them: kept when all of them are there. */
  private readonly files: (readonly [AttachedFile, Uint8Array])[] = [];
  private readonly attachments: Attachments;
  private readonly watchers = new Set<(progress: ImportProgress) => void>();

  constructor(
    private readonly library: Library,
    private readonly file: SentFile,
    private readonly by: Actor,
  ) {
    this.attachments = new Attachments(`${library.services.folder}/files`);
  }

  get runs(): boolean {
    return this.stage === 'reading' || this.stage === 'writing';
  }
  progress(): ImportProgress {
    const { id, stage, bytes, documents, rows, problem } = this;
    return {
      id,
      file: this.file.name,
      stage,
      bytes,
      ofBytes: this.file.bytes,
      documents,
      rows,
      errors: this.errors
        .slice(0, MOST_ERRORS)
        .map(({ line, column, fault }) => ({ line, column, message: cellWords(fault) })),
      problem,
    };
  }
  watch(watcher: (progress: ImportProgress) => void): () => void {
    this.watchers.add(watcher);
    return () => this.watchers.delete(watcher);
  }
  cancel(): void {
    this.stopped = true;
  }

  async run(): Promise<void> {
    try {
      const drafts = await this.read();
      if (this.stopped) this.end('cancelled');
      else if (this.errors.length > 0) this.end('wrong');
      else await this.write(drafts);
    } catch (error) {
      if (error instanceof CsvError) this.problem = `The file cannot be read: ${error.message}`;
      else
        this.problem =
          error instanceof ProblemError ? error.details().detail : 'Something went wrong on our side';
      this.end('failed');
      if (!(error instanceof ProblemError) && !(error instanceof CsvError)) throw error;
    }
  }
  private end(stage: ImportProgress['stage']): void {
    this.stage = stage;
    this.tell();
  }
  private tell(): void {
    const progress = this.progress();
    for (const watcher of this.watchers) watcher(progress);
  }
  /** Says how far it is, and lets others have their turn: the bench goes on while a library comes in. */
  private async giveWay(): Promise<void> {
    this.tell();
    await setImmediate();
  }

  private async read(): Promise<readonly ImportedDraft[]> {
    const state = await this.library.state();
    const known = {
      characteristics: this.library.characteristics(state),
      models: Object.values(state.models).map(({ model }) => model),
    };
    const drafts: ImportedDraft[] = [];
    const seen = new Set<string>();
    const keep = (draft: ImportedDraft, line: number): void => {
      const { id } = draft.revision;
      if (seen.has(id) || Object.hasOwn(state.revisions, id))
        this.errors.push({ line, column: 'document', fault: { code: 'ROW_TWICE', found: id } });
      seen.add(id);
      drafts.push(draft);
      this.documents += 1;
      this.rows += draft.rows.length;
    };
    if (this.file.kind === 'json') {
      for await (const draft of this.readJson(known)) {
        keep(draft, drafts.length + 1);
        if (this.stopped || this.errors.length > MOST_ERRORS) break;
        if (drafts.length % DOCUMENTS_AT_ONCE === 0) await this.giveWay();
      }
      return drafts;
    }
    let columns: LibraryColumns | undefined;
    let group: GridLine[] = [];
    let of = '';
    const close = (): void => {
      if (columns === undefined || group.length === 0) return;
      const read = readLibraryDocument({ columns, lines: group, ...known });
      if (read.ok) keep(read.draft, group[0]?.line ?? 0);
      else this.errors.push(...read.errors);
      group = [];
    };
    for await (const line of this.lines()) {
      if (this.stopped || this.errors.length > MOST_ERRORS) break;
      if (columns === undefined) {
        const found = libraryColumns(line.cells.map(({ text }) => text));
        if (!found.ok) {
          this.errors.push(...found.errors);
          break;
        }
        ({ columns } = found);
        continue;
      }
      const document = documentOfLine(columns, line);
      if (document !== of) {
        close();
        of = document;
        if (drafts.length % DOCUMENTS_AT_ONCE === 0) await this.giveWay();
      }
      group.push(line);
    }
    close();
    if (drafts.length === 0 && this.errors.length === 0 && !this.stopped)
      throw ProblemError.of('FILE_NOT_TEXT', { file: this.file.name, because: 'it holds no documents' });
    return drafts;
  }
  private async *lines(): AsyncIterable<GridLine> {
    if (this.file.kind === 'workbook') {
      const { name, path } = this.file;
      const lines = await this.library.files.read('lines', { name, bytes: await readFile(path) });
      this.bytes = this.file.bytes;
      yield* lines;
      return;
    }
    const stream = createReadStream(this.file.path, { encoding: 'utf8' });
    const beginning = await startOf(this.file.path);
    const parser = stream.pipe(parse({ ...CSV_OPTIONS, delimiter: delimiterOf(beginning) }));
    stream.on('data', (piece) => {
      this.bytes += Buffer.byteLength(piece);
    });
    try {
      for await (const found of parser) {
        const { record, info } = found as {
          readonly record: string[];
          readonly info: { readonly lines: number };
        };
        yield { line: info.lines, cells: textCells(record) };
      }
    } finally {
      stream.destroy();
    }
  }
  /**
   * One document as JSON, or a list of them. Each is read once more from its own texts: a figure that was changed beside
   * its text, or a place that the engine does not have, does not come in by this door either.
   */
  private async *readJson(known: Known): AsyncIterable<ImportedDraft> {
    const parsed = parseJson(this.file.name, await readFile(this.file.path, 'utf8'));
    this.bytes = this.file.bytes;
    for (const [i, each] of (Array.isArray(parsed) ? (parsed as unknown[]) : [parsed]).entries()) {
      const wrong = (path: string, message: string): ProblemError =>
        ProblemError.of('BODY_WRONG', { path: `document ${i + 1}, ${path}`, message });
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
        ...known,
      });
      if (!read.ok) {
        this.errors.push(...read.errors);
        continue;
      }
      if (canonical({ ...read.draft }) !== canonical({ revision, rows }))
        throw wrong(revision.id, 'its figures and conditions are not what their texts say');
      const kept: AttachedFile[] = [];
      for (const { name, sha256, content } of file.data.attachments) {
        const bytes = Buffer.from(content, 'base64');
        if (createHash('sha256').update(bytes).digest('hex') !== sha256)
          throw wrong(revision.id, `the attached ${name} is not the file that its hash says`);
        const attached = await this.attachments.look(name, bytes);
        this.files.push([attached, bytes]);
        kept.push(attached);
      }
      yield kept.length === 0 ? read.draft : { ...read.draft, attachments: kept };
    }
  }

  private async write(drafts: readonly ImportedDraft[]): Promise<void> {
    this.stage = 'writing';
    const { rows: allRows, documents: all } = this;
    this.rows = 0;
    this.documents = 0;
    const file = { name: this.file.name, sha256: this.file.sha256 };
    try {
      for (const batch of batches(drafts)) {
        if (this.stopped) break;
        await this.library.run({ type: 'importBatch', batchOf: this.id, file, drafts: batch }, this.by);
        this.documents += batch.length;
        this.rows += batch.reduce((so, { rows }) => so + rows.length, 0);
        this.bytes = Math.round((this.file.bytes * this.rows) / Math.max(allRows, 1));
        await this.giveWay();
      }
      if (!this.stopped && this.documents === all) {
        for (const [file, bytes] of this.files) this.attachments.keep(file, bytes);
        await this.library.run({ type: 'finishImport', batchOf: this.id }, this.by);
        this.end('done');
        return;
      }
    } catch (error) {
      await this.abandon('it could not be written');
      throw error;
    }
    await this.abandon('cancelled by who began it');
    this.end('cancelled');
  }
  private async abandon(reason: string): Promise<void> {
    const state = await this.library.state();
    if (Object.hasOwn(state.imports, this.id))
      await this.library.run({ type: 'abandonImport', batchOf: this.id, reason }, this.by);
  }
}

function parseJson(file: string, text: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    throw ProblemError.of('FILE_NOT_TEXT', { file, because: `it is not JSON (${(error as Error).message})` });
  }
}

function* batches(drafts: readonly ImportedDraft[]): Iterable<readonly ImportedDraft[]> {
  let batch: ImportedDraft[] = [];
  let rows = 0;
  for (const draft of drafts) {
    batch.push(draft);
    rows += draft.rows.length;
    if (rows < ROWS_AT_ONCE) continue;
    yield batch;
    batch = [];
    rows = 0;
  }
  if (batch.length > 0) yield batch;
}

async function startOf(path: string): Promise<string> {
  for await (const piece of createReadStream(path, { encoding: 'utf8', end: 8191 })) return String(piece);
  return '';
}
