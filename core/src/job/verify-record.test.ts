import { RECORD_FORMAT, RECORD_VERSION, verifyRecord } from '../index';
import type { HashedEntry, JobEntry, RecordFile } from '../index';
import { chainHash } from '../index';
import { PERRIN } from '../../test/fixtures';
import { Story } from '../../test/story';

const key = { alg: 'Ed25519' as const, keyId: 'k', spki: '' };
function record(): RecordFile {
  const story = new Story().finish().seal();
  const { at: _, ...seal } = story.job.seal!;
  return {
    format: RECORD_FORMAT,
    version: RECORD_VERSION,
    title: 'T',
    job: 'J',
    seal,
    key,
    entries: story.entries,
  };
}
const verify = (file: RecordFile, signature = true) => verifyRecord(file, () => signature);
const change = (file: RecordFile, index: number, to: (entry: JobEntry) => unknown): RecordFile => ({
  ...file,
  entries: file.entries.map((each, i) =>
    i === index ? { ...each, entry: to(each.entry as JobEntry) } : each,
  ),
});
/** A forger who knows the rules: every hash is made anew, so that the chain follows. */
function rehashed(entries: readonly HashedEntry[]): HashedEntry[] {
  let previous = '0'.repeat(64);
  return entries.map(({ entry }) => {
    const { hash } = chainHash({ previous, entry });
    previous = hash;
    return { entry, hash };
  });
}

test('an untouched record is consistent and recomputes to the same verdicts', () => {
  expect(verify(record())).toMatchObject({ consistent: true, faults: [], remarks: [] });
});
test('a changed digit is found at its entry', () => {
  const file = record();
  const index = file.entries.findIndex(({ entry }) => (entry as JobEntry).type === 'readingTaken');
  const changed = change(file, index, (entry) => ({ ...entry, data: { ...entry.data, text: '44/48' } }));
  expect(verify(changed).faults).toContainEqual({
    kind: 'entryDoesNotFollow',
    entry: index + 1,
    type: 'readingTaken',
  });
});
test('a missing last event is found', () => {
  const file = record();
  const cut = { ...file, entries: file.entries.slice(0, -1) };
  expect(verify(cut).faults).toContainEqual({
    kind: 'sealEntryMissing',
    entries: cut.entries.length,
    expected: file.entries.length,
  });
  const shorter = { ...file, entries: file.entries.slice(0, -2) };
  expect(verify(shorter).faults.map(({ kind }) => kind)).toEqual(['endsElsewhere', 'sealEntryMissing']);
});
test('two swapped events are found', () => {
  const file = record();
  const entries = [...file.entries];
  [entries[13], entries[14]] = [entries[14]!, entries[13]!];
  expect(verify({ ...file, entries }).faults.map(({ kind }) => kind)).toEqual([
    'entryDoesNotFollow',
    'numberingBroken',
  ]);
});
test('a chain that was made anew ends elsewhere than the seal says', () => {
  const file = record();
  const forged = change(file, 18, (entry) => ({ ...entry, at: '2026-06-02T00:00:00.000Z' }));
  expect(verify({ ...forged, entries: rehashed(forged.entries) }).faults.map(({ kind }) => kind)).toEqual([
    'endsElsewhere',
  ]);
});
test('a wrong signature, and a seal that the chain does not hold, are found', () => {
  const file = record();
  expect(verify(file, false).faults).toEqual([{ kind: 'signatureWrong', keyId: 'k' }]);
  const other = { ...file, seal: { ...file.seal, signature: { ...file.seal.signature, value: 'w' } } };
  expect(verify(other).faults).toEqual([{ kind: 'sealEntryDiffers' }]);
});
test('an event of a newer program is a remark, not tampering', () => {
  const story = new Story().finish();
  story.entries.push(
    ...rehashed([
      ...story.entries,
      { entry: { type: 'ringPolished', v: 1, seq: story.entries.length + 1 }, hash: '' },
    ]).slice(-1),
  );
  const last = story.entries.at(-1)!;
  const seal = {
    length: story.entries.length,
    hash: last.hash,
    signature: { alg: 'Ed25519' as const, keyId: 'k', value: 'v' },
  };
  const entry = {
    ...(story.entries[0]!.entry as JobEntry),
    seq: story.entries.length + 1,
    type: 'recordSealed',
    data: seal,
  };
  const entries = rehashed([...story.entries, { entry, hash: '' }]);
  const report = verify({ format: RECORD_FORMAT, version: 1, title: '', job: 'J', seal, key, entries });
  expect([report.faults, report.remarks.map(({ kind }) => kind)]).toEqual([[], ['newerProgram']]);
});
test('a recorded verdict that the rules do not give is a difference', () => {
  const file = record();
  const index = file.entries.findIndex(({ entry }) => (entry as JobEntry).type === 'readingTaken');
  const lied = change(file, index, (entry) =>
    entry.type === 'readingTaken'
      ? { ...entry, data: { ...entry.data, verdict: { ...entry.data.verdict, verdict: 'tight' } } }
      : entry,
  );
  expect(verify(lied).remarks.slice(0, 1)).toMatchObject([
    { kind: 'verdictDiffers', entry: index + 1, recorded: 'tight', recomputed: 'in' },
  ]);
});
test('a supplement follows with a seal of its own; without one, or with one that does not follow, it is a fault', () => {
  const seal = { alg: 'Ed25519' as const, keyId: 'k', value: 'v' };
  const story = new Story().finish().seal();
  const { at: _, ...own } = story.job.seal!;
  const whole = (): RecordFile => ({
    format: RECORD_FORMAT,
    version: RECORD_VERSION,
    title: 'T',
    job: 'J',
    seal: own,
    key,
    entries: [...story.entries],
  });
  story.do({ type: 'addSupplement', text: 'lot 77 was recalled' }, PERRIN);
  const added = story.entries.length;
  expect(verify(whole()).faults).toEqual([{ kind: 'supplementNotSealed', entry: added }]);
  const { entry, hash } = story.entries.at(-1)!;
  const close = (length: number) => {
    const sealing = {
      ...(entry as JobEntry),
      seq: added + 1,
      type: 'supplementSealed',
      data: { length, hash, signature: seal },
    };
    return { ...whole(), entries: rehashed([...story.entries, { entry: sealing, hash: '' }]) };
  };
  expect(verify(close(added))).toMatchObject({ consistent: true, faults: [] });
  expect(verify(close(added - 1)).faults).toEqual([{ kind: 'supplementNotSealed', entry: added }]);
});
