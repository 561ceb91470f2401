import {
  basedOnNow,
  placeKey,
  recordTitle,
  sheetPlaces,
  RECORD_FORMAT,
  RECORD_VERSION,
  verifyRecord,
} from '../index';
import type { HashedEntry, JobEntry, RecordFile } from '../index';
import { chainHash } from '../index';
import { GHISLAINE, IVO, PERRIN, SANNA } from '../../test/fixtures';
import { Story } from '../../test/story';

const key = { alg: 'Ed25519' as const, keyId: 'k', spki: '' };
const record = (): RecordFile => recordOf(new Story().finish().seal());
function recordOf(story: Story): RecordFile {
  const { at: _, ...seal } = story.job.seal!;
  return {
    format: RECORD_FORMAT,
    version: RECORD_VERSION,
    title: recordTitle(story.job),
    job: 'J',
    seal,
    key,
    entries: story.entries,
  };
}
const TITLE = 'Overhaul record of Veldane VA-2 V-100: ring end gaps';
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
  const forged = change(file, 18, (entry) => ({ ...entry, by: { ...entry.by, name: 'Somebody' } }));
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
test('an event of a newer program ends the telling there: it is no tampering, and nothing after it is believed', () => {
  const story = new Story().finish();
  const last = story.entries.at(-1)!.entry as JobEntry;
  story.entries.push(
    ...rehashed([
      ...story.entries,
      {
        entry: { ...last, type: 'ringPolished', v: 1, seq: story.entries.length + 1, command: 'new' },
        hash: '',
      },
    ]).slice(-1),
  );
  const { hash } = story.entries.at(-1)!;
  const seal = {
    length: story.entries.length,
    hash,
    signature: { alg: 'Ed25519' as const, keyId: 'k', value: 'v' },
  };
  const entry = {
    ...last,
    v: 1,
    seq: story.entries.length + 1,
    type: 'recordSealed',
    data: seal,
    command: 'new',
  };
  const entries = rehashed([...story.entries, { entry, hash: '' }]);
  const report = verify({ format: RECORD_FORMAT, version: 1, title: TITLE, job: 'J', seal, key, entries });
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
    title: TITLE,
    job: 'J',
    seal: own,
    key,
    entries: [...story.entries],
  });
  story.do({ type: 'addSupplement', text: 'lot 77 was recalled' }, PERRIN);
  const added = story.entries.length;
  expect(verify(whole()).faults).toEqual([{ kind: 'supplementNotSealed', entry: added }]);
  const { entry, hash } = story.entries.at(-1)!;
  const close = (length: number, more: object = {}) => {
    const sealing = {
      ...(entry as JobEntry),
      seq: added + 1,
      type: 'supplementSealed',
      data: { length, hash, signature: seal },
      ...more,
    };
    return { ...whole(), entries: rehashed([...story.entries, { entry: sealing, hash: '' }]) };
  };
  expect(verify(close(added))).toMatchObject({ consistent: true, faults: [], remarks: [] });
  expect(verify(close(added - 1)).faults).toEqual([{ kind: 'supplementNotSealed', entry: added }]);
  // The sealing entry itself is covered by nothing but its like: another hand or time in it is found.
  for (const more of [
    { by: { ...PERRIN, name: 'Somebody' } },
    { at: '2026-12-01T00:00:00.000Z' },
    { command: 'x' },
  ])
    expect(verify(close(added, more)).faults).toContainEqual({ kind: 'supplementNotSealed', entry: added });
});

describe('what somebody adds behind the seal, hashed as it must be', () => {
  const behind = (...more: { type: string; data: unknown; v?: number }[]): RecordFile => {
    const file = record();
    const last = file.entries.at(-1)!.entry as JobEntry;
    const added = more.map((each, i) => ({
      entry: { ...last, v: 1, command: `later ${i}`, ...each, seq: file.entries.length + 1 + i },
      hash: '',
    }));
    return { ...file, entries: rehashed([...file.entries, ...added]) };
  };
  test.each<[string, { type: string; data: unknown; v?: number }[]]>([
    ['a reopened gate', [{ type: 'gateReopened', data: { gate: 'rings', reason: 'x', voids: ['rings'] } }]],
    [
      'another serial',
      [{ type: 'serialCorrected', v: 2, data: { from: 'V-100', to: 'V-7', reason: 'x', engine: null } }],
    ],
    ['a clock note without a supplement', [{ type: 'clockSteppedBack', data: { clock: '2026-01-01' } }]],
    ['a second seal', [{ type: 'recordSealed', data: record().seal }]],
  ])('%s is named, at its entry', (_why, entries) => {
    const file = behind(...entries);
    expect(verify(file).faults).toContainEqual({
      kind: 'behindSeal',
      entry: file.seal.length + 2,
      type: entries[0]!.type,
    });
  });
});

describe('who made the file says nothing of itself that the verifier takes over', () => {
  test('the title is made of the entries: another one is a fault, and is not what is shown', () => {
    const report = verify({ ...record(), title: 'Overhaul record of somebody else' });
    expect(report.title).toBe(TITLE);
    expect(report.faults).toEqual([
      { kind: 'titleDiffers', title: 'Overhaul record of somebody else', derived: TITLE },
    ]);
  });
  test('another key than the expected one is said first of all', () => {
    const report = verifyRecord({ ...record(), title: 'T' }, () => true, 'our key');
    expect(report.faults.map(({ kind }) => kind)).toEqual(['otherKey', 'titleDiffers']);
  });
  test('the entry that holds the seal came with the last thing that it closes', () => {
    const file = record();
    for (const more of [{ command: 'x' }, { by: PERRIN }, { at: '2027-01-01T00:00:00.000Z' }]) {
      const forged = change(file, file.entries.length - 1, (entry) => ({ ...entry, ...more }));
      expect(verify({ ...forged, entries: rehashed(forged.entries) }).faults).toContainEqual({
        kind: 'sealEntryDiffers',
      });
    }
  });
});

describe('a forger who holds the key makes a chain that follows; the rules find what is not as they give it', () => {
  type Forge = (entry: JobEntry) => unknown;
  /** The chain made anew around one changed entry, and sealed again. */
  function forged(which: (entry: JobEntry) => boolean, to: Forge) {
    const file = record();
    const index = file.entries.findIndex(({ entry }) => which(entry as JobEntry));
    const changed = change(file, index, to);
    const inside = rehashed(changed.entries.slice(0, file.seal.length));
    const seal = { ...file.seal, hash: inside.at(-1)!.hash };
    const sealing = { ...(file.entries.at(-1)!.entry as JobEntry), data: seal };
    const entries = rehashed([...inside, { entry: sealing, hash: '' }]);
    return verify({ ...file, seal, entries });
  }
  const first = (type: string) => (entry: JobEntry) => entry.type === type;
  const inData =
    (more: object): Forge =>
    (entry) => ({ ...entry, data: { ...entry.data, ...more } });
  test.each<[string, (entry: JobEntry) => boolean, Forge, string]>([
    [
      'a limit of nothing makes anything good',
      first('readingTaken'),
      (entry) =>
        entry.type === 'readingTaken'
          ? { ...entry, data: { ...entry.data, verdict: { ...entry.data.verdict, limit: { min: 0 } } } }
          : entry,
      'verdictDiffers',
    ],
    ['another text than was read', first('readingTaken'), inData({ text: '46/48' }), 'decidedOtherwise'],
    ['another hand', first('readingTaken'), (e) => ({ ...e, by: GHISLAINE }), 'wouldBeRefused'],
    [
      'who opened the job confirms it',
      first('identityConfirmed'),
      (e) => ({ ...e, by: IVO }),
      'wouldBeRefused',
    ],
    ['a technician signs', first('gateSigned'), (e) => ({ ...e, by: SANNA }), 'wouldBeRefused'],
    ['other words were signed', first('gateSigned'), inData({ words: ['all good'] }), 'gateDigestDiffers'],
    [
      'limits that the rows do not give',
      first('limitsPinned'),
      (entry) =>
        entry.type === 'limitsPinned'
          ? {
              ...entry,
              data: {
                ...entry.data,
                fits: entry.data.fits.map((fit) => ({ ...fit, governing: { ...fit.governing, limit: {} } })),
              },
            }
          : entry,
      'pinDiffers',
    ],
    [
      'an engine of which other things are known',
      first('limitsPinned'),
      (entry) =>
        entry.type === 'limitsPinned'
          ? { ...entry, data: { ...entry.data, context: { ...entry.data.context, duty: 'racing' } } }
          : entry,
      'pinDiffers',
    ],
    [
      'a gate that waits for nothing',
      first('jobOpened'),
      (entry) =>
        entry.type === 'jobOpened'
          ? {
              ...entry,
              data: {
                ...entry.data,
                route: {
                  ...entry.data.route,
                  gates: entry.data.route.gates.map((gate) => ({ ...gate, sheets: ['valveLash'] })),
                },
              },
            }
          : entry,
      'wouldBeRefused',
    ],
  ])('%s', (_why, which, to, kind) => {
    const report = forged(which, to);
    expect([report.faults, report.remarks.map((each) => each.kind)]).toEqual([
      [],
      expect.arrayContaining([kind]),
    ]);
  });
});

describe('a report that was settled as done, by the rules of its day', () => {
  /** Two people filed one ring; somebody who worked on nothing settles it, and signs. */
  function told(before: number, after: number) {
    const story = new Story('sameSaid');
    story.rules = before;
    story.arrive().fit();
    const [place] = sheetPlaces(story.job);
    const key = placeKey(place!);
    const { part } = story.part(key);
    const seen = basedOnNow(story.job, { type: 'reworkPart', part, what: 'filed', how: 'a little' });
    story.do(seen, SANNA).do(seen, IVO);
    story.rules = after;
    const report = story.job.reports[0]!.seq;
    story.do({ type: 'settleFact', report, as: 'happened', reason: 'asked both' }, PERRIN).measureAll();
    story.sign('rings', PERRIN).sign('release', GHISLAINE).seal();
    const entries = story.entries.map(({ entry }) => entry as JobEntry);
    const signed = entries.find((each) => each.type === 'gateSigned' && each.data.gate === 'rings');
    return { story, alone: signed?.type === 'gateSigned' ? signed.data.samePerson !== null : undefined };
  }
  test.each<[string, number, number, boolean]>([
    ['before, it was told as the work of who settled it, and the signature said so', 2, 2, true],
    ['since then it is the work of who reported it', 3, 3, false],
    ['taken up on the way, from there on', 2, 3, false],
  ])('%s: what was sealed then has nothing against it', (_, before, after, alone) => {
    const { story, alone: said } = told(before, after);
    expect(said).toBe(alone);
    const report = verify(recordOf(story));
    expect([report.faults, report.remarks]).toEqual([[], []]);
  });
});
