// Everything that must hold, from a fresh clone: format, lint, types, Jest in every workspace, Playwright on the built
// application. The last line counts the tests and checks that passed and failed.
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import {
  bin,
  checkNode,
  ensureBuilt,
  ensureChromium,
  ensureInstalled,
  root,
  run,
  runTogether,
  saidOf,
  typeChecks,
} from './lib.mjs';

checkNode();
ensureInstalled();
const out = join(root, '.cache');
mkdirSync(out, { recursive: true });
rmSync(join(out, 'logs'), { recursive: true, force: true });
const jestJson = join(out, 'jest.json');
const playwrightJson = join(out, 'playwright.json');
for (const file of [jestJson, playwrightJson]) rmSync(file, { force: true });

const programs = [
  // In three parts: the types of all of them together do not fit into the memory of one.
  [bin('eslint'), ['core', 'contract', '*.mjs', '--max-warnings', '0']],
  [bin('eslint'), ['server', 'e2e', 'scripts', '--max-warnings', '0']],
  [bin('eslint'), ['web', '--max-warnings', '0']],
  ...typeChecks(),
  [bin('prettier'), ['--check', '--log-level', 'warn', '.']],
  [
    bin('depcruise'),
    ['--config', '.dependency-cruiser.mjs', 'core/src', 'contract/src', 'server/src', 'web/src', 'e2e/src'],
  ],
  [bin('stylelint'), ['web/src/**/*.scss']],
  [process.execPath, ['scripts/audit.mjs']],
];
const checks = await runTogether(programs);
ensureBuilt();
ensureChromium();
// Every core: nothing else runs beside it.
const jest = run(bin('jest'), ['--maxWorkers=100%', '--json', `--outputFile=${jestJson}`], {
  allowFail: true,
});
const playwright = run(bin('playwright'), ['test', '--reporter=list,json'], {
  cwd: join(root, 'e2e'),
  env: { PLAYWRIGHT_JSON_OUTPUT_NAME: playwrightJson },
  allowFail: true,
});
if (playwright !== 0) showPages(join(root, 'e2e/test-results'));

const read = (file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
};
const unit = read(jestJson);
const journeys = read(playwrightJson)?.stats;
const failedChecks = checks.filter((code) => code !== 0).length;
const passed = checks.length - failedChecks + (unit?.numPassedTests ?? 0) + (journeys?.expected ?? 0);
// A run that wrote no result, or failed without naming a test, is one failure more.
const unnamed = (code, ran, count) => ((code !== 0 && count === 0) || ran === undefined ? 1 : 0);
const failedUnit = (unit?.numFailedTests ?? 0) + (unit?.numRuntimeErrorTestSuites ?? 0);
const failedJourneys = (journeys?.unexpected ?? 0) + (journeys?.flaky ?? 0);
const failed =
  failedChecks +
  failedUnit +
  unnamed(jest, unit, failedUnit) +
  failedJourneys +
  unnamed(playwright, journeys, failedJourneys);
const skipped = (unit?.numPendingTests ?? 0) + (journeys?.skipped ?? 0);
// What failed long before the last line is named beside it.
for (const [i, [command, args]] of programs.entries())
  if (checks[i] !== 0) console.log(`\nfailed: ${saidOf(command, args)}`);
for (const { name, status } of unit?.testResults ?? [])
  if (status === 'failed') console.log(`\nfailed: ${name.replace(`${root}/`, '')}`);
console.log(`\n${passed} passed, ${failed} failed${skipped > 0 ? `, ${skipped} skipped` : ''}`);
process.exit(failed > 0 ? 1 : 0);

/** What stood on the page where a journey failed: the traces stay on the machine that ran it, the words do not. */
function showPages(folder) {
  for (const name of existsSync(folder) ? readdirSync(folder) : []) {
    const page = join(folder, name, 'error-context.md');
    if (existsSync(page)) console.log(`\n${name}\n${readFileSync(page, 'utf8')}`);
  }
}
