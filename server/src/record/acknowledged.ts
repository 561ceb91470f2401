import { closeSync, existsSync, openSync, readFileSync, renameSync, writeFileSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import type { FolderKey } from '../platform/folder-key';

/** Where a chain stood when somebody was last told that something was written. */
export interface Acknowledgement {
  readonly length: number;
  readonly hash: string;
}
const fileIn = (folder: string): string => join(folder, 'acknowledged.txt');
/** Lines before the file is written anew with the last one of each chain. */
const MOST_LINES = 4000;

/**
 * Where each chain ended when its writing was acknowledged, in a file beside the database. What SQLite's own log has lost
 * is not missed by SQLite: without its last pages the database is whole, and shorter. It is missed here. The line is written
 * behind the commit and is not waited for, so that it costs nothing; after a power cut it may be older, never newer, than
 * the database.
 */
export class Acknowledged {
  private file: number | undefined;
  private lines = 0;

  private constructor(
    private readonly folder: string,
    private readonly key: FolderKey,
    private readonly last: Map<string, Acknowledgement>,
  ) {}

  static inFolder(folder: string, key: FolderKey): Acknowledged {
    const last = new Map<string, Acknowledgement>();
    const text = existsSync(fileIn(folder)) ? readFileSync(fileIn(folder), 'utf8') : '';
    for (const line of text.split('\n')) {
      const [chain = '', length = '', hash = '', mac = ''] = line.split(' ');
      // A line that was cut or written by somebody else says nothing.
      if (key.isMine(mac, 'acknowledged', chain, Number(length), hash))
        last.set(chain, { length: Number(length), hash });
    }
    return new Acknowledged(folder, key, last);
  }

  get all(): ReadonlyMap<string, Acknowledgement> {
    return this.last;
  }
  note(chain: string, length: number, hash: string): void {
    this.last.set(chain, { length, hash });
    if (this.file === undefined || this.lines >= MOST_LINES) this.writeAnew();
    else {
      writeSync(this.file, this.line(chain, { length, hash }));
      this.lines++;
    }
  }
  close(): void {
    if (this.file !== undefined) closeSync(this.file);
    this.file = undefined;
  }

  private writeAnew(): void {
    this.close();
    const path = fileIn(this.folder);
    const lines = [...this.last].map(([chain, end]) => this.line(chain, end));
    writeFileSync(`${path}.new`, lines.join(''), { mode: 0o600 });
    renameSync(`${path}.new`, path);
    this.file = openSync(path, 'a', 0o600);
    this.lines = lines.length;
  }
  private line(chain: string, { length, hash }: Acknowledgement): string {
    return `${chain} ${length} ${hash} ${this.key.mac('acknowledged', chain, length, hash)}\n`;
  }
}
