// Only Node's own modules: these scripts run before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
export const bin = (name) => join(root, 'node_modules', '.bin', name);
export { spawn };

export const saidOf = (command, args) => [command, ...args].join(' ').replaceAll(`${root}/`, '');
function sayEnd(started, said, code) {
  const seconds = ((Date.now() - started) / 1000).toFixed(1);
  console.log(`[${seconds} s] ${said}${code === 0 ? '' : ` -> exit ${code}`}`);
}

/** Runs a program, shows what it says, and says how long it took. Exits where it fails, unless that is allowed. */
export function run(command, args, { cwd = root, env = {}, allowFail = false } = {}) {
  const started = Date.now();
  const result = spawnSync(command, args, { cwd, stdio: 'inherit', env: { ...process.env, ...env } });
  if (result.error) throw result.error;
  const code = result.status ?? 1;
  sayEnd(started, saidOf(command, args), code);
  if (code !== 0 && !allowFail) process.exit(code);
  return code;
}

/**
 * Runs programs that do not need each other, as many at a time as there are processors to share.
 * What each says is shown when it has ended, so that nothing is mixed up.
 * @param programs pairs of a command and its arguments, the longest first
 * @returns the exit code of each, in their order
 */
export async function runTogether(programs, atOnce = Math.min(2, availableParallelism())) {
  const codes = programs.map(() => 1);
  let next = 0;
  const lane = async () => {
    while (next < programs.length) {
      const i = next++;
      codes[i] = await runQuietly(...programs[i]);
    }
  };
  await Promise.all(Array.from({ length: atOnce }, lane));
  return codes;
}
function runQuietly(command, args) {
  const started = Date.now();
  return new Promise((ended, failed) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    const said = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => said.push(chunk));
    child.on('error', failed);
    child.on('close', (code) => {
      process.stdout.write(Buffer.concat(said));
      sayEnd(started, saidOf(command, args), code ?? 1);
      ended(code ?? 1);
    });
  });
}

export const typeChecks = () =>
  ['core/test', 'contract/test', 'server/test', 'e2e', 'web/tsconfig.spec.json'].map((project) => [
    bin('tsc'),
    ['--noEmit', '-p', project],
  ]);

/** npm itself: the one that runs this script, when there is one. */
function npm(args) {
  const cli = process.env.npm_execpath;
  return cli?.endsWith('.js') ? run(process.execPath, [cli, ...args]) : run('npm', args);
}

function hashOf(paths) {
  const hash = createHash('sha256');
  const add = (path) => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) {
      for (const name of readdirSync(path).sort()) {
        if (!['node_modules', 'dist', '.angular'].includes(name)) add(join(path, name));
      }
    } else hash.update(relative(root, path)).update('\0').update(readFileSync(path)).update('\0');
  };
  for (const path of paths) add(join(root, path));
  return hash.digest('hex');
}
const stampFile = (name) => join(root, '.cache', `${name}.stamp`);
const isFresh = (name, hash) => existsSync(stampFile(name)) && readFileSync(stampFile(name), 'utf8') === hash;
function mark(name, hash) {
  mkdirSync(join(root, '.cache'), { recursive: true });
  writeFileSync(stampFile(name), hash);
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major > 20 || (major === 20 && minor >= 19)) return;
  console.error(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`);
  process.exit(1);
}

export function ensureInstalled() {
  const hash = hashOf(['package-lock.json']) + process.versions.modules;
  if (existsSync(join(root, 'node_modules')) && isFresh('install', hash)) return;
  npm(['ci', '--no-audit', '--no-fund']);
  mark('install', hash);
}

const SHARED = ['package-lock.json', 'tsconfig.base.json', 'core/src', 'contract/src'];
export function ensureServerBuilt() {
  const hash = hashOf([...SHARED, 'server/src', 'server/build.mjs']);
  if (existsSync(join(root, 'server/dist/main.mjs')) && isFresh('server', hash)) return;
  run(process.execPath, ['build.mjs'], { cwd: join(root, 'server') });
  mark('server', hash);
}
export function ensureBuilt() {
  ensureServerBuilt();
  const hash = hashOf([...SHARED, 'web']);
  if (existsSync(join(root, 'web/dist/browser/index.html')) && isFresh('web', hash)) return;
  run(bin('ng'), ['build'], { cwd: join(root, 'web'), env: { NG_CLI_ANALYTICS: 'false' } });
  mark('web', hash);
}

export const chromiumPath = process.env.CHROMIUM ?? '/usr/bin/chromium';
export function ensureChromium() {
  if (existsSync(chromiumPath)) return;
  if (process.getuid?.() !== 0) {
    console.error(
      `No Chromium at ${chromiumPath}. Install it (Debian: apt-get install chromium) or set CHROMIUM to its path.`,
    );
    process.exit(1);
  }
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  run('apt-get', ['update', '-qq'], { env });
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], { env });
}

/** The value of `--name VALUE` or `--name=VALUE` on the command line. */
export function option(name, fallback) {
  const argv = process.argv.slice(2);
  const at = argv.findIndex((each) => each === `--${name}` || each.startsWith(`--${name}=`));
  if (at < 0) return fallback;
  return argv[at].includes('=') ? argv[at].slice(argv[at].indexOf('=') + 1) : argv[at + 1];
}
export const flag = (name) => process.argv.slice(2).includes(`--${name}`);

/** Runs the server until it stops, and passes on what asks us to stop. */
export function serve(args, onReady) {
  const server = spawn(
    process.execPath,
    ['--enable-source-maps', join(root, 'server/dist/main.mjs'), ...args],
    { stdio: 'inherit' },
  );
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
  server.on('spawn', () => onReady?.());
  server.on('exit', (code, signal) => process.exit(code ?? (signal ? 0 : 1)));
}

/** Runs one of the server's own programs to its end, with what this one was started with. */
export function runServerProgram(name, ...first) {
  checkNode();
  ensureInstalled();
  ensureServerBuilt();
  const program = join(root, 'server/dist', `${name}.mjs`);
  const { status } = spawnSync(process.execPath, [program, ...first, ...process.argv.slice(2)], {
    stdio: 'inherit',
  });
  process.exit(status ?? 1);
}
