import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { recordFile } from '@oak-gate/contract';
import { verifyRecord } from '@oak-gate/core';
import { checkSignature } from '../record';

/** Records of every format that was ever released. They are never made anew: what was sealed once must verify for ever. */
const GOLDEN = ['record-v1.json'];

test.each(GOLDEN)('%s still verifies, with the same verdicts and the same digests of its gates', (name) => {
  const file = recordFile.parse(JSON.parse(readFileSync(join(__dirname, '../../test/golden', name), 'utf8')));
  const report = verifyRecord(file, checkSignature);
  expect([report.faults, report.remarks, report.consistent]).toEqual([[], [], true]);
});
