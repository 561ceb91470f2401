import { readFileSync } from 'node:fs';
import { faultWords, recordFile, remarkWords } from '@oak-gate/contract';
import { verifyRecord } from '@oak-gate/core';
import type { RecordFile } from '@oak-gate/core';
import { checkSignature } from '../record/seal-key';

/** Verifies an exported record without a server. Exit code 0: consistent; 1: something does not follow; 2: not a record. */
function main(file: string | undefined): number {
  if (file === undefined) {
    console.error('Which file? Use: npm run verify-record -- FILE');
    return 2;
  }
  const read = readRecord(file);
  if (read === undefined) return 2;
  const report = verifyRecord(read, checkSignature);
  console.log(read.title);
  for (const fault of report.faults) console.log(`  does not follow: ${faultWords(fault)}`);
  for (const remark of report.remarks) console.log(`  note: ${remarkWords(remark)}`);
  if (!report.consistent) {
    console.log(
      `NOT CONSISTENT: ${report.faults.length} ${report.faults.length === 1 ? 'thing does' : 'things do'} not follow.`,
    );
    return 1;
  }
  console.log(`Consistent, and ends at digest ${report.seal.hash}: compare with the signed print.`);
  console.log(`${report.entries} entries; sealed by key ${report.seal.signature.keyId}.`);
  return 0;
}

function readRecord(file: string): RecordFile | undefined {
  try {
    const parsed = recordFile.safeParse(JSON.parse(readFileSync(file, 'utf8')));
    if (parsed.success) return parsed.data;
    const [issue] = parsed.error.issues;
    console.error(
      `${file} is not a record: ${issue?.message ?? 'wrong form'} at ${issue === undefined || issue.path.length === 0 ? 'the top' : issue.path.join('.')}.`,
    );
  } catch (error) {
    console.error(`${file} cannot be read: ${error instanceof Error ? error.message : String(error)}`);
  }
  return undefined;
}

process.exitCode = main(process.argv[2]);
