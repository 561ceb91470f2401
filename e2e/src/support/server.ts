import { spawn, spawnSync } from 'node:child_process';
import type { ChildProcess } from 'node:child_process';
import {
  cpSync,
  createWriteStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

export const root = resolve(import.meta.dirname, '../../..');
const dist = join(root, 'server/dist');
export const LOGS = join(root, '.cache/logs');
export const PIN = '5821';

/** The folder of the demo of this run, whichever worker tells it first. */
function toldDemo(): string {
  const { mtimeMs } = statSync(join(dist, 'seed.mjs'));
  const told = join(root, 'e2e/test-results', `demo-${process.ppid}-${Math.round(mtimeMs)}`);
  if (existsSync(told)) return told;
  const mine = mkdtempSync(join(tmpdir(), 'oak-gate-demo-'));
  const args = [join(dist, 'seed.mjs'), mine, join(root, 'demo')];
  const { status, stderr } = spawnSync(process.execPath, args, { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
  // It lies there whole or not at all: another worker may come at any moment.
  const whole = `${told}-${process.pid}`;
  mkdirSync(join(root, 'e2e/test-results'), { recursive: true });
  cpSync(mine, whole, { recursive: true });
  rmSync(mine, { recursive: true, force: true });
  try {
    renameSync(whole, told);
  } catch {
    rmSync(whole, { recursive: true, force: true });
  }
  return told;
}

/** A real server process on a folder of its own, as the README starts it. */
export class Server {
  private child: ChildProcess | undefined;
  private port = 0;
  constructor(readonly folder = mkdtempSync(join(tmpdir(), 'oak-gate-e2e-'))) {}

  private scheme = 'http';

  get address(): string {
    return `${this.scheme}://127.0.0.1:${this.port}`;
  }
  get pid(): number {
    return this.child?.pid ?? 0;
  }
  /** The demo as it is told: told once for a run, and copied for each server. */
  seed(): this {
    cpSync(toldDemo(), this.folder, { recursive: true });
    return this;
  }
  /** The demo with its planted troubles led from their findings to closed. */
  seedClosed(): this {
    const args = [join(dist, 'seed.mjs'), this.folder, join(root, 'demo'), 'closed'];
    const { status, stderr } = spawnSync(process.execPath, args, { encoding: 'utf8' });
    if (status !== 0) throw new Error(stderr);
    return this;
  }
  /** Starts, on the port that it had before where it had one. */
  async start(...more: readonly string[]): Promise<this> {
    const args = [
      join(dist, 'main.mjs'),
      '--data',
      this.folder,
      '--port',
      String(this.port),
      '--demo-pin',
      PIN,
      ...more,
    ];
    const child = spawn(process.execPath, args, {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, LOG_LEVEL: 'trace' },
    });
    // Everything that a server says: what is in it is looked at when all journeys have run.
    mkdirSync(LOGS, { recursive: true });
    const log = createWriteStream(join(LOGS, `journeys-${process.pid}.log`), { flags: 'a' });
    for (const stream of [child.stdout, child.stderr]) stream.pipe(log, { end: false });
    child.stderr.pipe(process.stderr, { end: false });
    child.once('close', () => log.end());
    this.child = child;
    this.port = await new Promise<number>((found, failed) => {
      child.stdout.on('data', (chunk: Buffer) => {
        const [, scheme, port] = /(https?):\/\/127\.0\.0\.1:(\d+)/.exec(chunk.toString()) ?? [];
        if (scheme !== undefined) this.scheme = scheme;
        if (port !== undefined) found(Number(port));
      });
      child.once('exit', (code) => {
        failed(new Error(`the server ended with ${code}`));
      });
    });
    return this;
  }
  async stop(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
    const child = this.child;
    // One that was killed has no exit code.
    if (child?.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise<void>((done) => child.once('exit', () => done()));
    child.kill(signal);
    await gone;
  }
  async remove(): Promise<void> {
    await this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** Another process of the server's own programs, run to its end. */
export function runProgram(
  program: string,
  ...args: string[]
): { readonly code: number | null; readonly output: string } {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(dist, program), ...args], {
    encoding: 'utf8',
    timeout: 30_000,
  });
  return { code: status, output: stdout + stderr };
}

/** The same, while others go on here. */
export async function runProgramBeside(
  program: string,
  ...args: string[]
): Promise<{ readonly code: number | null; readonly output: string }> {
  const child = spawn(process.execPath, [join(dist, program), ...args], {
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const said: Buffer[] = [];
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece: Buffer) => said.push(piece));
  const code = await new Promise<number | null>((done) => child.once('close', (ended) => done(ended)));
  return { code, output: Buffer.concat(said).toString('utf8') };
}
