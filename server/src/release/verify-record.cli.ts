import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import {
  faultWords,
  keyChangeWords,
  notARecordWords,
  printable,
  readRecordFile,
  remarkWords,
} from '@oak-gate/contract';
import { isSignedByBoth, leadsTo, verifyRecord } from '@oak-gate/core';
import type { RecordFile } from '@oak-gate/core';
import { checkSignature } from '../record/seal-key';

/** 0: consistent; 1: something does not follow; 2: not a record; 3: another key than the expected one; 4: follows, but not as the rules give it. */
const EXIT = { consistent: 0, doesNotFollow: 1, notARecord: 2, otherKey: 3, differs: 4 } as const;
const USE = 'Use: npm run verify-record -- FILE [--key ID]   (the key is on the signed print)';

/** Nothing of a file reaches the terminal as it is. */
const say = (text: string): void => {
  console.log(printable(text));
};
const complain = (text: string): void => {
  console.error(printable(text));
};

/** Verifies an exported record without a server. */
function main(): number {
  const given = asked();
  if (given === undefined) return EXIT.notARecord;
  const { file, key } = given;
  const record = readRecord(file);
  if (record === undefined) return EXIT.notARecord;
  const sealedWith = record.key.keyId;
  const expected = key !== undefined && leadsTo(record, key, checkSignature) ? sealedWith : key;
  const report = verifyRecord(record, checkSignature, expected);
  const [first] = report.faults;
  if (first?.kind === 'otherKey') say(`ANOTHER KEY. ${faultWords(first)}`);
  if (report.title !== undefined) say(report.title);
  for (const fault of report.faults)
    if (fault !== first || fault.kind !== 'otherKey') say(`  does not follow: ${faultWords(fault)}`);
  for (const change of record.keyChanges ?? [])
    say(`  note: ${keyChangeWords(change, isSignedByBoth(record.keyChanges ?? [], change, checkSignature))}`);
  for (const remark of report.remarks) say(`  differs: ${remarkWords(remark)}`);
  if (first?.kind === 'otherKey') return EXIT.otherKey;
  if (!report.consistent) {
    say(`NOT CONSISTENT: ${count(report.faults.length, 'thing does', 'things do')} not follow.`);
    return EXIT.doesNotFollow;
  }
  say(`Consistent, and ends at digest ${report.seal.hash}: compare with the signed print.`);
  say(
    `${report.entries} entries, ${count(report.state?.supplements.length ?? 0, 'supplement', 'supplements')}; sealed by key ${sealedWith}${key === undefined ? ': compare with the key on the print' : ''}.`,
  );
  if (report.remarks.length === 0) return EXIT.consistent;
  say(`BUT ${count(report.remarks.length, 'thing is', 'things are')} not as the rules of its day give it.`);
  return EXIT.differs;
}
const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;

function asked(): { readonly file: string; readonly key: string | undefined } | undefined {
  try {
    const { values, positionals } = parseArgs({
      options: { key: { type: 'string' } },
      allowPositionals: true,
    });
    const [file, ...more] = positionals;
    if (file !== undefined && more.length === 0) return { file, key: values.key };
    complain(`Which file? ${USE}`);
  } catch (error) {
    complain(`${error instanceof Error ? error.message : String(error)} ${USE}`);
  }
  return undefined;
}

function readRecord(path: string): RecordFile | undefined {
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(readFileSync(path));
  } catch (error) {
    const isBytes = error instanceof TypeError;
    complain(
      `${path} cannot be read: ${isBytes ? 'it is not UTF-8 text' : error instanceof Error ? error.message : String(error)}.`,
    );
    return undefined;
  }
  const read = readRecordFile(text);
  if (read.ok) return read.file;
  complain(`${path} is not a record: ${notARecordWords(read.fault)}.`);
  return undefined;
}

process.exitCode = main();
