import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readRecordFile, schemaOfJobEvent } from '@oak-gate/contract';
import {
  evolveBy,
  EMPTY_LIBRARY,
  hashOfBytes,
  INSTRUMENT_EVENTS,
  JOB_EVENTS,
  LIBRARY_EVENTS,
  NO_INSTRUMENTS,
  NOBODY,
  NOTHING_TOLD,
  PEOPLE_EVENTS,
  tellJob,
  understandEntry,
  verifyRecord,
} from '@oak-gate/core';
import type { Envelope, RecordFile } from '@oak-gate/core';
import { textOf } from '../../test/text-of';
import { checkSignature } from '../record';
import { documentOf } from './record-print';

/**
 * What was released once is read and verified for ever: for each format a frozen folder with every chain and every type of
 * event, an export and the words of its print. They are never made anew (test/golden.make.ts makes the next one).
 */
const golden = join(__dirname, '../../test/golden');
const formats = readdirSync(golden).filter((name) => name.startsWith('format-'));
const numberOf = (format: string): number => Number(format.slice('format-'.length));
const newest = [...formats].sort((a, b) => numberOf(a) - numberOf(b)).at(-1)!;
const read = (...path: string[]): string => readFileSync(join(golden, ...path), 'utf8');
const recordIn = (text: string): RecordFile => {
  const found = readRecordFile(text);
  if (!found.ok) throw new Error(JSON.stringify(found.fault));
  return found.file;
};
const CHAINS = {
  job: JOB_EVENTS,
  people: PEOPLE_EVENTS,
  instruments: INSTRUMENT_EVENTS,
  library: LIBRARY_EVENTS,
} as const;
interface Line {
  readonly hash: string;
  readonly bytes: string;
  readonly entry: Envelope;
}
const linesOf = (format: string, chain: string): Line[] =>
  read(format, `${chain}.chain`)
    .trim()
    .split('\n')
    .map((line) => {
      const [hash, bytes] = [line.slice(0, 64), line.slice(65)];
      return { hash, bytes, entry: JSON.parse(bytes) as Envelope };
    });

test.each(['record-v1.json', ...formats.map((format) => join(format, 'record.json'))])(
  '%s still verifies, with the same verdicts and the same digests of its gates',
  (name) => {
    const report = verifyRecord(recordIn(read(name)), checkSignature);
    expect([report.faults, report.remarks, report.consistent]).toEqual([[], [], true]);
  },
);

describe.each(formats)('%s', (format) => {
  test.each(Object.keys(CHAINS) as (keyof typeof CHAINS)[])(
    'the chain of %s: every byte hashes as it did, and every entry is told',
    (chain) => {
      let last = '0'.repeat(64);
      let state: object = chain === 'library' ? EMPTY_LIBRARY : chain === 'people' ? NOBODY : NO_INSTRUMENTS;
      for (const { hash, bytes, entry } of linesOf(format, chain)) {
        last = hashOfBytes(last, bytes);
        expect(last).toBe(hash);
        const understood = understandEntry(CHAINS[chain], entry);
        expect([entry.type, understood.known]).toEqual([entry.type, true]);
        if (chain === 'job')
          expect(schemaOfJobEvent(entry.type, entry.v)?.safeParse(entry.data).success).toBe(true);
        else if (understood.known)
          state = evolveBy(CHAINS[chain] as never, state, understood.entry as Envelope);
      }
      if (chain === 'people') expect(state).toMatchObject({ shop: { name: 'Quay' } });
    },
  );
  test('the print says what it said', () => {
    const record = recordIn(read(format, 'record.json'));
    const { state } = verifyRecord(record, checkSignature);
    expect(textOf(documentOf(state!, record))).toBe(read(format, 'print.txt'));
  });
  test('the print of one that was changed says so before anything else', () => {
    const record = recordIn(read(format, 'record.json'));
    const { state } = verifyRecord(record, checkSignature);
    const forged = { ...record, seal: { ...record.seal, hash: 'a'.repeat(64) } };
    expect(textOf(documentOf(state!, forged))).toMatch(/^This record does not verify\n/);
  });
  test('tomorrow’s entries are refused safely: nothing from there on is told, and what was told stays', () => {
    const entries = linesOf(format, 'job').map(({ entry }) => entry);
    const middle = Math.floor(entries.length / 2);
    const before = entries.slice(0, middle).reduce(tellJob, NOTHING_TOLD);
    for (const more of [
      { type: 'ringPolished', v: 1 },
      { type: 'readingTaken', v: 99 },
      { type: 'readingTaken', v: 0 },
      { type: 'constructor', v: 1 },
      { type: '__proto__', v: 1 },
    ]) {
      const tomorrow = { ...entries[middle]!, ...more };
      const told = [...entries.slice(0, middle), tomorrow, ...entries.slice(middle + 1)].reduce(
        tellJob,
        NOTHING_TOLD,
      );
      expect(told.newer).toEqual({ seq: middle + 1, ...more });
      expect(told.state).toEqual(before.state);
    }
  });
});

/** Every type that a format of its day knew is in its folder; the newest folder has every type and version of today. */
test('the newest corpus has every type of event of every chain, each in its newest version', () => {
  for (const [chain, table] of Object.entries(CHAINS)) {
    const there = new Set(linesOf(newest, chain).map(({ entry }) => `${entry.type} ${entry.v}`));
    const missing = Object.entries(table)
      .map(([type, { v }]) => `${type} ${v}`)
      .filter((each) => !there.has(each) && !NOT_IN_EVERY_CHAIN.has(`${chain} ${each}`));
    expect([chain, missing]).toEqual([chain, []]);
  }
});
/** What a healthy shop of one day does not come to: tested where it is written. */
const NOT_IN_EVERY_CHAIN: ReadonlySet<string> = new Set([
  ...['people', 'instruments', 'library'].map((chain) => `${chain} clockSteppedBack 1`),
  'job rulesAdopted 1', // written where a job of the format before goes on
]);

describe('a file that is not quite a record', () => {
  const text = read(newest, 'record.json');
  interface Loose {
    readonly seal: object;
    readonly entries: { readonly entry: Record<string, object> }[];
  }
  const edited = (edit: (file: Loose) => void): string => {
    const file = JSON.parse(text) as Loose;
    edit(file);
    return JSON.stringify(file);
  };
  const entry =
    (n: number) =>
    (file: Loose): Record<string, object> =>
      file.entries[n]!.entry;
  test.each<[string, string, object]>([
    ['a byte-order mark', `\ufeff${text}`, { kind: 'byteOrderMark' }],
    ['nothing', '  \n', { kind: 'empty' }],
    ['cut off', text.slice(0, -20), { kind: 'notJson' }],
    [
      'a key twice, deep inside',
      text.replace('"seq":', '"seq":1,"seq":'),
      { kind: 'keys', because: 'twice' },
    ],
    [
      'a key that reaches into the program',
      text.replace('"seq":', '"__proto__":{},"seq":'),
      { kind: 'keys', because: 'forbidden' },
    ],
    [
      'another format',
      edited((file) => Object.assign(file, { format: 'x' })),
      { kind: 'form', path: 'format' },
    ],
    ['a key of its own on top', edited((file) => Object.assign(file, { note: 1 })), { kind: 'form' }],
    ['a key more in the seal', edited((file) => Object.assign(file.seal, { note: 1 })), { kind: 'form' }],
    ['no entries', edited((file) => Object.assign(file, { entries: [] })), { kind: 'form' }],
    [
      'a key more around an entry',
      edited((file) => Object.assign(entry(3)(file), { note: 1 })),
      { kind: 'entryForm', entry: 4 },
    ],
    [
      'a key more in what an entry says',
      edited((file) => Object.assign(entry(3)(file)['data']!, { note: 1 })),
      { kind: 'entryForm', entry: 4 },
    ],
    [
      'a key more in who said it',
      edited((file) => Object.assign(entry(0)(file)['by']!, { note: 1 })),
      { kind: 'entryForm', entry: 1 },
    ],
    [
      'an entry that is none',
      edited((file) => Object.assign(file.entries[0]!, { entry: 7 })),
      { kind: 'entryForm' },
    ],
  ])('%s', (_, changed, fault) => {
    expect(readRecordFile(changed)).toMatchObject({ ok: false, fault });
  });
  test('as it is, it is one; what a newer program made is read too, and the verifier says so', () => {
    expect(readRecordFile(text).ok).toBe(true);
    const newer = edited((file) => Object.assign(entry(3)(file), { type: 'ringPolished' }));
    expect(readRecordFile(newer).ok).toBe(true);
  });
});
