import { randomUUID } from 'node:crypto';
import { setImmediate } from 'node:timers/promises';
import { cellWords } from '@oak-gate/contract';
import type { ImportProgress } from '@oak-gate/contract';
import type { Actor, AttachedFile, ImportedDraft, TableError } from '@oak-gate/core';
import { ProblemError } from '../platform/problem-error';
import { Attachments } from '../platform/attachments';
import { importThreads } from './import-thread';
import type { Library } from './library.service';
import { MOST_ERRORS } from './read-import';

/** Rows in one transaction: small enough that a reading on a bench does not wait behind it. */
const ROWS_AT_ONCE = 25;
/** A request takes a few turns of the loop from its arrival to its answer: between two transactions it has all of them. */
const TURNS = 12;

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
      this.problem =
        error instanceof ProblemError ? error.details().detail : 'Something went wrong on our side';
      this.end('failed');
      if (!(error instanceof ProblemError)) throw error;
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
    for (let turn = 0; turn < TURNS; turn++) await setImmediate();
  }

  private async read(): Promise<readonly ImportedDraft[]> {
    const state = await this.library.state();
    const { name, path, bytes, kind } = this.file;
    const source = {
      ...{ name, path, bytes, kind },
      characteristics: this.library.characteristics(state),
      models: Object.values(state.models).map(({ model }) => model),
      revisions: Object.keys(state.revisions),
    };
    const drafts: ImportedDraft[] = [];
    for await (const piece of importThreads.read(source)) {
      this.bytes = piece.bytes;
      drafts.push(...piece.drafts);
      this.documents = drafts.length;
      this.rows += piece.drafts.reduce((so, { rows }) => so + rows.length, 0);
      this.files.push(...piece.files);
      this.errors.push(...piece.errors);
      this.tell();
      if (this.stopped) break;
    }
    return drafts;
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
