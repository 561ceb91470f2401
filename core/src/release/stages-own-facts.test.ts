import { gateRule, gateWaits, openGates, openMatters, replayJob, signatureOf, tellAgain } from '../index';
import type { Characteristic, Envelope, Stage } from '../index';
import { GHISLAINE, IVO, kept, PERRIN, person, REVISION, ROWS, SANNA } from '../../test/fixtures';
import { at, GOOD, Story } from '../../test/story';
import { BORE_STEP, step, STEP_ROW, TWO_SHEETS, twoSheets } from '../../test/two-sheets';

const SKIRT = at(1, 1, 'skirt');
/** Another inspector: who did the work does not sign it. */
const OTHER = person('Una', 'inspector');
const bores = (story: Story): Story => story.take(step(1), '5/6').take(step(2), '5/6');
const rings = (story: Story): Story => story.measureAll();
const waits = (story: Story, stage: Stage): readonly string[] =>
  gateWaits(story.job, gateRule(story.job, stage)!, '2026-06-01').map((wait) =>
    wait.kind === 'place' ? wait.place : wait.kind === 'finding' ? wait.finding.kind : wait.kind,
  );
const signed = (story: Story): readonly string[] =>
  story.job.route.gates.flatMap(({ stage }) => (signatureOf(story.job, stage) === undefined ? [] : [stage]));
const envelopes = (story: Story): readonly Envelope[] => story.entries.map(({ entry }) => entry as Envelope);
/** The verifier decides every command again and finds nothing to remark. */
const remarks = (story: Story): readonly object[] => tellAgain(envelopes(story)).remarks;

describe('a gate guards its own sheets', () => {
  test('each waits for its own places; the record waits for both', () => {
    const story = twoSheets();
    expect(waits(story, 'measure')).toEqual([step(1), step(2)]);
    expect(waits(story, 'rings')).toEqual(Object.keys(GOOD));
    expect(waits(story, 'release')).toEqual(['gate', 'gate', ...Object.keys(GOOD), step(1), step(2)]);
  });
  test('stages that stand side by side are open together, and the record behind both is not', () => {
    const story = twoSheets();
    const open = () => openGates(story.job).map(({ stage }) => stage);
    expect(open()).toEqual(['measure', 'rings']);
    bores(story).sign('measure', PERRIN);
    expect(open()).toEqual(['rings']);
    rings(story).sign('rings', PERRIN);
    expect(open()).toEqual(['release']);
  });
  test('what another stage works out from a reading is held by that stage’s signature', () => {
    const story = new Story();
    const size = (id: string): Characteristic => ({ ...BORE_STEP, id, name: id });
    const from = { rule: 'difference', of: 'boreStep', less: 'boreFoot' } as const;
    story.characteristics = [BORE_STEP, size('boreFoot'), { ...size('boreCone'), from }];
    const cone = { ...STEP_ROW, id: 'OM-1 rev 1 row 8', label: '8', characteristic: 'boreCone' };
    story.revisions = [
      kept(REVISION, [
        ...ROWS,
        STEP_ROW,
        { ...STEP_ROW, characteristic: 'boreFoot', id: 'OM-1 rev 1 row 7', label: '7' },
        cone,
      ]),
    ];
    story.route = {
      ...TWO_SHEETS,
      gates: TWO_SHEETS.gates.map((gate) =>
        gate.stage === 'measure'
          ? { ...gate, sheets: ['boreStep', 'boreFoot'] }
          : gate.stage === 'rings'
            ? { ...gate, sheets: ['boreCone'] }
            : gate,
      ),
    };
    story.arrive();
    for (const sheet of ['boreStep', 'boreFoot'])
      for (const cylinder of [1, 2])
        story.take(`${sheet}@cylinder:${cylinder}`, sheet === 'boreStep' ? '8/9' : '5/6');
    story.sign('rings', PERRIN);
    const { seq } = story.job.places.get(step(1))!.readings[0]!;
    const correction = {
      type: 'correctReading',
      place: step(1),
      reading: seq,
      reason: 'typing',
      instead: null,
    } as const;
    expect(story.attempt(correction, IVO)?.code).toBe('BEHIND_SIGNED_GATE');
    story.do({ type: 'reopenGate', gate: 'rings', reason: 'typed wrong' }, PERRIN).do(correction);
    expect(story.job.places.get('boreCone@cylinder:1')!.readings.map(({ status }) => status)).toEqual([
      'corrected',
    ]);
    expect(remarks(story)).toEqual([]);
  });
  test('a signature over the bores never locks the rings', () => {
    const story = bores(twoSheets()).sign('measure', PERRIN);
    rings(story);
    story.do({ type: 'reworkPart', ...story.part(SKIRT), what: 'filed', how: 'stone' });
    story.do({ type: 'takeInstrument', instrument: 'FS-2' });
    expect(signed(story)).toEqual(['arrival', 'measure']);
    expect(story.attempt(story.reading(step(1), '6/7'), IVO)?.code).toBe('BEHIND_SIGNED_GATE');
    expect(remarks(story)).toEqual([]);
  });
  test('a bore is a fact of both: honing it behind a signature is refused, and reported where it was not seen', () => {
    const story = rings(bores(twoSheets())).sign('rings', PERRIN);
    const seen = story.branch();
    const hone = { type: 'reworkPart', ...story.part(SKIRT, 'bore'), what: 'honed', how: 'stone' } as const;
    expect(story.attempt(hone, IVO)?.code).toBe('BEHIND_SIGNED_GATE');
    story.sign('measure', OTHER);
    // Somebody saw only the first signature when he said it.
    const late = { ...hone, underSignature: signatureOf(seen.job, 'rings')!.seq };
    story.do(late);
    expect(story.job.reports).toHaveLength(1);
    expect(remarks(story)).toEqual([]);
  });
  test('the one who measured the rings may sign for the bores, and not for the rings', () => {
    const story = bores(twoSheets());
    story.take(SKIRT, '44/46', PERRIN);
    for (const [key, text] of Object.entries(GOOD)) if (key !== SKIRT) story.take(key, text);
    expect(story.attempt(story.signCommand('rings'), PERRIN)?.code).toBe('SECOND_PERSON_NEEDED');
    story.sign('measure', PERRIN).sign('rings', OTHER);
    expect(remarks(story)).toEqual([]);
  });
});

describe('a gate that is opened again', () => {
  test('takes with it what rests on it, and nothing else', () => {
    const story = rings(bores(twoSheets())).sign('measure', PERRIN).sign('rings', PERRIN);
    story.do({ type: 'reopenGate', gate: 'measure', reason: 'one more look' }, PERRIN);
    expect(signed(story)).toEqual(['arrival', 'rings']);
    story.sign('measure', PERRIN).sign('release', GHISLAINE);
    story.do({ type: 'reopenGate', gate: 'rings', reason: 'one more look' }, PERRIN);
    expect(signed(story)).toEqual(['arrival', 'measure']);
    story.do({ type: 'reopenGate', gate: 'arrival', reason: 'the wrong engine' }, PERRIN);
    expect(signed(story)).toEqual([]);
    expect(remarks(story)).toEqual([]);
  });
  test('no gate is signed before those that it rests on', () => {
    const story = rings(bores(twoSheets())).sign('measure', PERRIN);
    expect(story.attempt(story.signCommand('release'), GHISLAINE)?.code).toBe('GATE_BEFORE_OPEN');
  });
});

describe('what arrives over two signatures', () => {
  const adopted = (story: Story) => {
    const documents = story.pin(1).documents.map(({ id, digest }) => ({ id, digest }));
    return { type: 'pinAgain', documents, reason: 'rev 2' } as const;
  };
  test('opens both sheets in one act', () => {
    const story = rings(bores(twoSheets())).sign('measure', PERRIN).sign('rings', PERRIN);
    story.do(adopted(story), PERRIN);
    expect(signed(story)).toEqual(['arrival']);
    expect(story.job.pins).toHaveLength(2);
    expect(remarks(story)).toEqual([]);
  });
  test('is refused to who saw only the first of the two', () => {
    const story = rings(bores(twoSheets())).sign('measure', PERRIN);
    const before = signatureOf(story.job, 'measure')!.seq;
    story.sign('rings', PERRIN);
    expect(story.attempt({ ...adopted(story), underSignature: before }, PERRIN)?.code).toBe(
      'BEHIND_SIGNED_GATE',
    );
  });
});

describe('findings belong to sheets', () => {
  test('a gauge that was out of date holds only the sheet that it was used for', () => {
    const story = twoSheets();
    const late = { ...story.instrument, dueOn: '2026-05-01' };
    story.do(story.reading(step(1), '5/6'), IVO, { instrument: late });
    story.take(step(2), '5/6');
    rings(story);
    expect(waits(story, 'measure')).toEqual(['instrumentOutOfDate']);
    expect(waits(story, 'rings')).toEqual([]);
    story.sign('rings', PERRIN);
    story.do({ type: 'acceptInstrument', instrument: 'FS-2', reason: 'checked since: right' }, PERRIN);
    expect(waits(story, 'measure')).toEqual([]);
    expect(remarks(story)).toEqual([]);
  });
  test('a report about a ring holds the rings alone', () => {
    const story = rings(bores(twoSheets()));
    const file = { type: 'reworkPart', ...story.part(SKIRT), what: 'filed', how: 'stone' } as const;
    story.do(file).do({ ...file, how: 'as well' }, SANNA);
    expect(openMatters(story.job, ['boreStep']).findings).toEqual([]);
    expect(openMatters(story.job, ['ringGap']).findings).toMatchObject([{ kind: 'factUnsettled' }]);
    story.sign('measure', PERRIN);
    expect(remarks(story)).toEqual([]);
  });
});

describe('what is signed', () => {
  test('the words of a signature are kept and never composed again', () => {
    const story = bores(twoSheets());
    const command = story.signCommand('measure') as { words: readonly string[] };
    story.do(command as never, PERRIN);
    const { words, statement, sections } = signatureOf(story.job, 'measure')!;
    expect([words, statement]).toEqual([command.words, 3]);
    expect(Object.keys(sections).sort()).toContain('readings');
    const told = replayJob(envelopes(story))!;
    expect(signatureOf(told, 'measure')?.words).toEqual(command.words);
    expect(remarks(story)).toEqual([]);
  });
  test.each([
    ['a word', { words: ['something else'] }],
    ['a section that is left off', { sections: { identity: 1 } }],
    ['a section of a version that nobody knows', { sections: { readings: 9 } }],
  ])('%s that was changed afterwards is remarked', (_what, change) => {
    const story = bores(twoSheets()).sign('measure', PERRIN);
    const entries = envelopes(story).map((entry) =>
      entry.type === 'gateSigned' && (entry.data as { gate: string }).gate === 'measure'
        ? { ...entry, data: { ...(entry.data as object), ...change } }
        : entry,
    );
    expect(tellAgain(entries).remarks).toContainEqual(
      expect.objectContaining({ kind: 'gateDigestDiffers', gate: 'Measure' }),
    );
  });
  test('what belongs to another stage does not change what is signed here, what belongs to it does', () => {
    const story = bores(twoSheets());
    const before = story.signCommand('measure');
    rings(story);
    expect(story.signCommand('measure')).toEqual(before);
    story.do({ type: 'reworkPart', ...story.part(SKIRT), what: 'filed', how: 'stone' });
    expect(story.signCommand('measure')).toEqual(before);
    story.do({ type: 'reworkPart', ...story.part(SKIRT, 'bore'), what: 'honed', how: 'stone' });
    expect(story.signCommand('measure')).not.toEqual(before);
  });
});

test('a finding is the same one however often somebody measures there', () => {
  const story = rings(bores(twoSheets()));
  const ids = (): readonly string[] => openMatters(story.job, ['ringGap']).findings.map(({ id }) => id);
  const loose = (text: string): void => {
    const { part, basedOn } = story.part(SKIRT);
    story.do({ type: 'replacePart', part, basedOn, reason: 'worn', instead: NEW });
    story.take(SKIRT, text).take(at(1, 1, 'top'), '11/12');
  };
  loose('55+');
  const found = ids();
  expect(found).toEqual([`outOfLimits ${SKIRT}`]);
  loose('44/46');
  expect(ids()).toEqual([]);
  // It comes back under its id, as its cause does.
  loose('55+');
  expect(ids()).toEqual(found);
});
const NEW = { state: 'new', partNumber: null, lot: null } as const;
