// Asks the registry what is known against what runs in a shop, where it offers that: whatever it says is fixed, or stands in the
// kept list with a reason. A registry without that service is said, and the kept list counts.
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './lib.mjs';

const { advisories } = JSON.parse(readFileSync(join(root, 'server/test/dependencies/kept.json'), 'utf8'));
const { stdout } = spawnSync(
  'npm',
  ['audit', '--omit=dev', '--json', '--fetch-retries=0', '--fetch-timeout=20000'],
  {
    cwd: root,
    encoding: 'utf8',
    maxBuffer: 64 * 1024 * 1024,
  },
);
const report = parsed(stdout);
if (report?.auditReportVersion === undefined) {
  console.log(`The registry offers no audit; the kept list counts (${advisories.length} known).`);
} else {
  const known = new Set(advisories.map((each) => each.package));
  const found = Object.values(report.vulnerabilities ?? {}).filter(({ via }) =>
    via.some((each) => typeof each === 'object'),
  );
  const open = found.filter(({ name }) => !known.has(name));
  for (const { name, severity, via } of open)
    console.error(`${name} (${severity}): ${via.map((each) => each.title ?? each).join('; ')}`);
  console.log(
    `The registry knows ${found.length} packages with advisories; ${open.length} are not in the kept list.`,
  );
  if (open.length > 0) process.exitCode = 1;
}

function parsed(text) {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
