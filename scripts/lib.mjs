// Only Node's own modules: these scripts run before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
export const bin = (name) => join(root, 'node_modules', '.bin', name);
export { spawn };

/** Runs a program, shows what it says, and says how long it took. Exits where it fails, unless that is allowed. */
export function run(command, args, { cwd = root, env = {}, allowFail = false } = {}) {
  const started = Date.now();
  const result = spawnSync(command, args, { cwd, stdio: 'inherit', env: { ...process.env, ...env } });
  if (result.error) throw result.error;
  const code = result.status ?? 1;
  const seconds = ((Date.now() - started) / 1000).toFixed(1);
  const said = [command, ...args].join(' ').replaceAll(`${root}/`, '');
  console.log(`[${seconds} s] ${said}${code === 0 ? '' : ` -> exit ${code}`}`);
  if (code !== 0 && !allowFail) process.exit(code);
  return code;
}

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
