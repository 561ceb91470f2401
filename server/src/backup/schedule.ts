import { spawn } from 'node:child_process';
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import type { Clock } from '../platform/clock';
import { ProblemError } from '../platform/problem-error';

const LOOKED_EVERY_MS = 10 * 60_000;
const BACKUP = /^oak-gate-(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)-(\d{3})Z\.zip$/;

/** When the backups of a folder were made, as their names say it, the newest last. */
export const backupsIn = (
  names: readonly string[],
): readonly { readonly name: string; readonly at: number }[] =>
  names
    .flatMap((name) => {
      const [, day, h = '', m = '', s = '', ms = ''] = BACKUP.exec(name) ?? [];
      return day === undefined ? [] : [{ name, at: Date.parse(`${day}T${h}:${m}:${s}.${ms}Z`) }];
    })
    .sort((a, b) => a.at - b.at);

/** Whether another one is due: none is there, or the newest is as old as that. */
export const isDue = (names: readonly string[], now: string, everyHours: number): boolean =>
  Date.parse(now) - (backupsIn(names).at(-1)?.at ?? -Infinity) >= everyHours * 3_600_000;

/** The files of those beyond the newest ones, with their keys. */
export const tooMany = (names: readonly string[], kept: number): readonly string[] =>
  backupsIn(names)
    .slice(0, -kept)
    .flatMap(({ name }) => [name, name.replace(/\.zip$/, '.keys.zip')]);

/**
 * Makes backups while the server runs, each in a process of its own. The newest one says when the next is due, so that a
 * restart neither forgets one nor makes one more.
 * @returns what stops it, and what is wrong with the last one
 */
export function scheduleBackups({
  program,
  folder,
  to,
  everyHours,
  kept,
  clock,
  logger,
}: {
  readonly program: string;
  readonly folder: string;
  readonly to: string;
  readonly everyHours: number;
  readonly kept: number;
  readonly clock: Clock;
  readonly logger: Logger;
}): { readonly stop: () => void; readonly trouble: () => ProblemError | undefined } {
  let trouble: ProblemError | undefined;
  const fail = (because: string): void => {
    trouble = ProblemError.of('BACKUP_FAILED', { to, because });
  };
  const names = (): readonly string[] => (existsSync(to) ? readdirSync(to) : []);
  let isAtIt = false;
  const look = (): void => {
    if (isAtIt || !isDue(names(), clock.now(), everyHours)) return;
    isAtIt = true;
    const said: Buffer[] = [];
    const child = spawn(process.execPath, [program, 'backup', '--data', folder, '--to', to], {
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    child.stderr.on('data', (piece: Buffer) => said.push(piece));
    child.on('error', (error) => {
      isAtIt = false;
      fail('it could not be begun');
      logger.error({ err: error }, 'the backup could not be begun');
    });
    child.on('close', (code) => {
      isAtIt = false;
      if (code !== 0) {
        const words = Buffer.concat(said).toString('utf8').trim().slice(0, 500);
        fail(words === '' ? `it ended with ${code ?? 'no'} code` : words);
        logger.error({ said: words }, 'the backup failed');
        return;
      }
      trouble = undefined;
      for (const name of tooMany(names(), kept)) rmSync(join(to, name), { force: true });
    });
  };
  const timer = setInterval(look, LOOKED_EVERY_MS);
  look();
  return {
    stop: () => {
      clearInterval(timer);
    },
    trouble: () => trouble,
  };
}
