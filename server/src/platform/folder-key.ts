import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/**
 * A secret of the data folder with which this program marks what it wrote in tables that can be changed. Whoever changes
 * such a row without it is noticed. It lies beside the shop's key: who has both can do anything, and only the signed print
 * tells.
 */
export class FolderKey {
  private constructor(private readonly secret: Buffer) {}

  static fileIn = (folder: string): string => join(folder, 'keys', 'folder.key');

  /** The secret of a folder, made where there is none. */
  static inFolder(folder: string): FolderKey {
    const file = FolderKey.fileIn(folder);
    if (!existsSync(file)) {
      mkdirSync(join(folder, 'keys'), { recursive: true, mode: 0o700 });
      writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600, flag: 'wx' });
    }
    return new FolderKey(Buffer.from(readFileSync(file, 'utf8').trim(), 'hex'));
  }
  mac(...parts: readonly (string | number | null)[]): string {
    return createHmac('sha256', this.secret).update(JSON.stringify(parts)).digest('hex');
  }
  isMine(mac: string, ...parts: readonly (string | number | null)[]): boolean {
    const [given, own] = [Buffer.from(mac), Buffer.from(this.mac(...parts))];
    return given.length === own.length && timingSafeEqual(given, own);
  }
}
