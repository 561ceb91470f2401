import { at, GOOD, Story } from '../../test/story';
import {
  FEELERS,
  GHISLAINE,
  IVO,
  kept,
  PERRIN,
  printed,
  REVISION,
  ROWS,
  SANNA,
  TEO,
} from '../../test/fixtures';
import {
  asFitted,
  asFound,
  currentReading,
  gateRule,
  gateStand,
  openMatters,
  placeAt,
  placeStatus,
  parsePlaceKey,
  replayJob,
  signatureOf,
} from '../index';
import type { JobDraft, JobEntry, PlaceStateWord } from '../index';

const SKIRT = at(1, 1, 'skirt');
const TOP = at(1, 1, 'top');
const OIL = at(1, 2, 'skirt');
const stateAt = (story: Story, place: string): PlaceStateWord =>
  placeStatus(story.job, parsePlaceKey(place)!).state;
const ready = (): Story => new Story().arrive().fit();
/** The ends of a bracket, in thou. */
const endsOf = (reading: object): readonly number[] =>
  Object.values(reading).flatMap((end: unknown) => (typeof end === 'number' ? [end / 25_400] : []));

describe('a job from arrival to seal', () => {
  test('passes its gates in order and ends sealed', () => {
    const story = new Story().finish().seal();
    expect(story.job.route.gates.map((gate) => gateStand(story.job, gate, '2026-06-01'))).toEqual([
      'passed',
      'passed',
      'passed',
    ]);
    expect(story.job.seal?.length).toBe(story.entries.length - 1);
    expect(story.attempt(story.reading(SKIRT, '44/46'), IVO)?.code).toBe('JOB_SEALED');
  });
  test('after the seal only a supplement is written, by an inspector or a releaser, with words', () => {
    const add = (story: Story, by: typeof IVO, text = 'the maker recalled lot 77') =>
      story.attempt({ type: 'addSupplement', text }, by)?.code;
    expect(add(new Story().finish(), GHISLAINE)).toBe('GATE_NOT_SIGNED');
    const story = new Story().finish().seal();
    expect([add(story, IVO), add(story, PERRIN, ' '), add(story, PERRIN)]).toEqual([
      'MAY_NOT',
      'REASON_MISSING',
      undefined,
    ]);
    expect(story.job.supplements).toMatchObject([{ text: 'the maker recalled lot 77', seal: undefined }]);
  });
  test('the story told again is the same state', () => {
    const story = new Story().finish().seal();
    expect(replayJob(story.entries.map(({ entry }) => entry as JobEntry))).toEqual(story.job);
  });
  test('a gate is drawn ready only when nothing is open and the one before is passed', () => {
    const story = ready();
    expect(gateStand(story.job, gateRule(story.job, 'rings')!, '2026-06-01')).toBe('shut');
    story.measureAll();
    expect(gateStand(story.job, gateRule(story.job, 'rings')!, '2026-06-01')).toBe('ready');
    expect(gateStand(story.job, gateRule(story.job, 'release')!, '2026-06-01')).toBe('shut');
  });
});

describe('what is refused at arrival', () => {
  const opened = (): Story => new Story().open();
  test.each<[string, JobDraft, typeof IVO, string]>([
    [
      'who opened the job is no second person',
      { type: 'confirmIdentity', serialSeen: 'V-100' },
      IVO,
      'SECOND_PERSON_NEEDED',
    ],
    ['another serial was read', { type: 'confirmIdentity', serialSeen: 'V-101' }, SANNA, 'SERIAL_DIFFERS'],
    [
      'a corrected serial that is not of the model',
      { type: 'correctSerial', serial: 'M8-1', reason: 'misread' },
      IVO,
      'SERIAL_NOT_OF_MODEL',
    ],
    [
      'a correction without a reason',
      { type: 'correctSerial', serial: 'V-101', reason: ' ' },
      IVO,
      'REASON_MISSING',
    ],
    [
      'the limits are pinned again by a technician',
      { type: 'pinAgain', documents: [], reason: 'new' },
      IVO,
      'MAY_NOT',
    ],
    [
      'the gate is signed with everything open',
      { type: 'signGate', gate: 'arrival', digest: '', words: [] },
      PERRIN,
      'GATE_SHUT',
    ],
    [
      'a later gate is signed first',
      { type: 'signGate', gate: 'rings', digest: '', words: [] },
      PERRIN,
      'GATE_BEFORE_OPEN',
    ],
    [
      'a gate that the route does not have',
      { type: 'signGate', gate: 'build', digest: '', words: [] },
      PERRIN,
      'GATE_UNKNOWN',
    ],
  ])('%s', (_why, command, by, code) => {
    expect(opened().attempt(command, by)?.code).toBe(code);
  });
  test('an instrument that is past its check is not taken, on the day itself either', () => {
    const story = opened();
    for (const [dueOn, code] of [
      ['2026-06-01', 'INSTRUMENT_OUT_OF_DATE'],
      ['2026-06-02', undefined],
    ] as const) {
      expect(
        story.attempt({ type: 'takeInstrument', instrument: 'FS-2' }, IVO, {
          instrument: { ...FEELERS, dueOn },
        })?.code,
      ).toBe(code);
    }
  });
  test('documents that the library has overtaken are named', () => {
    const story = opened();
    const problem = story.attempt({ type: 'checkDocuments' }, PERRIN, {
      currentDocuments: [{ id: 'OM-1 rev 2', digest: 'f'.repeat(64) }],
    });
    expect(problem).toEqual({
      code: 'DOCUMENTS_NOT_CURRENT',
      data: { documents: ['OM-1 rev 1', 'OM-1 rev 2'] },
    });
  });
  test('that the documents are current is taken back with a reason, once, and only as it was seen', () => {
    const story = opened().do({ type: 'checkDocuments' }, PERRIN);
    const first = story.job.documentsChecked?.seq ?? 0;
    const takeBack = { type: 'takeBackDocumentCheck', reason: 'a newer letter hangs on the wall' } as const;
    expect(story.attempt({ ...takeBack, reason: ' ' }, PERRIN)?.code).toBe('REASON_MISSING');
    story.do(takeBack, PERRIN);
    expect(story.job.documentsChecked).toBeUndefined();
    expect(story.attempt(takeBack, PERRIN)?.code).toBe('DOCUMENTS_NOT_CHECKED');
    // Somebody looked again meanwhile: what is taken back is not the word that was seen.
    story.do({ type: 'checkDocuments' }, PERRIN);
    expect(story.attempt({ ...takeBack, checked: first }, PERRIN)?.code).toBe('STALE');
    expect(story.job.documentsChecked).toBeDefined();
  });
  test('a serial that is corrected asks for identity and documents again', () => {
    const story = opened()
      .do({ type: 'confirmIdentity', serialSeen: 'V-100' }, SANNA)
      .do({ type: 'correctSerial', serial: 'V-107', reason: 'the 7 was read as a 0' });
    expect([story.job.identity, story.job.engine.serial, story.job.pins.length]).toEqual([
      undefined,
      'V-107',
      2,
    ]);
  });
});

describe('readings', () => {
  test.each<[string, string, string | undefined]>([
    ['a bracket of blades', '44/46', undefined],
    ['letters', 'abc', 'ENTRY_NOT_A_READING'],
    ['nothing', '  ', 'ENTRY_EMPTY'],
    ['a negative gap', '-12', 'ENTRY_NEGATIVE'],
    ['the blade that stops is below the one that goes', '46/44', 'ENTRY_ORDER'],
    ['two units', '44 thou/1.2 mm', 'ENTRY_MIXED_UNITS'],
    ['a blade that the set does not have', '45/46', 'BLADE_NOT_IN_SET'],
    ['ten thousand characters', '4'.repeat(10_000), 'ENTRY_NOT_A_READING'],
  ])('%s', (_why, text, code) => {
    const story = ready();
    expect(story.attempt(story.reading(SKIRT, text), IVO)?.code).toBe(code);
  });
  test('a question that is open keeps the reading out; one that is answered with no keeps it from counting', () => {
    const story = ready();
    const reading = story.reading(OIL, '18/20');
    expect(story.attempt({ ...reading, answers: [] }, IVO)?.code).toBe('QUESTION_OPEN');
    story.do({ ...reading, answers: [{ question: 'expanderOut', answer: 'no' }] }, IVO);
    expect(stateAt(story, OIL)).toBe('void');
  });
  test('without a ring in the bore there is nothing to measure', () => {
    const story = new Story().arrive();
    expect(story.attempt(story.reading(SKIRT, '44/46'), IVO)?.code).toBe('NO_PART_AT_PLACE');
  });
  test('a narrower bracket refines, another size must be a correction', () => {
    const story = ready().take(SKIRT, '50+');
    expect(stateAt(story, SKIRT)).toBe('notProven');
    story.take(SKIRT, '50/52');
    expect(placeAt(story.job, SKIRT).readings.map(({ status }) => status)).toEqual(['refined', 'current']);
    expect(asFound(placeAt(story.job, SKIRT))?.text).toBe('50+');
    expect(story.attempt(story.reading(SKIRT, '44/46'), IVO)?.code).toBe('PLACE_HAS_READING');
  });
  test.each([
    ['42+', '<46', ['between', 42, 46]],
    ['<46', '42+', ['between', 42, 46]],
    ['<46', '40/50', ['between', 40, 46]],
    ['42/48', '40/50', ['between', 42, 48]],
    ['42+', '44+', ['atLeast', 44]],
    ['44+', '42+', ['atLeast', 44]],
    ['42/44', '42/44', ['between', 42, 44]],
  ])('%s and then %s is more evidence, and no correction', (first, second, [kind, ...ends]) => {
    const story = ready().take(SKIRT, first).take(SKIRT, second);
    const [known, now] = placeAt(story.job, SKIRT).readings;
    expect([known?.status, now?.status, now?.text]).toEqual(['refined', 'current', second]);
    expect([now?.reading.kind, ...endsOf(now!.reading)]).toEqual([kind, ...ends]);
  });
  test.each([
    ['42+', '<42'],
    ['<42', '42/44'],
    ['44/46', '46/48'],
  ])('%s and %s cannot both be true', (first, second) => {
    const story = ready().take(SKIRT, first);
    expect(story.attempt(story.reading(SKIRT, second), IVO)?.code).toBe('PLACE_HAS_READING');
  });
  test('a correction keeps what was typed and is never as found', () => {
    const story = ready().take(SKIRT, '48/50');
    const { reading: _, ...instead } = {
      reading: 0,
      text: '44/46',
      unit: 'thou' as const,
      instrument: 'FS-2',
      answers: [],
      slip: null,
    };
    const seq = currentReading(placeAt(story.job, SKIRT))!.seq;
    story.do({
      type: 'correctReading',
      place: SKIRT,
      basedOn: story.version(SKIRT),
      reading: seq,
      reason: 'typing',
      instead,
    });
    expect(placeAt(story.job, SKIRT).readings.map(({ text, status }) => [text, status])).toEqual([
      ['48/50', 'corrected'],
      ['44/46', 'current'],
    ]);
    expect(asFound(placeAt(story.job, SKIRT))?.text).toBe('44/46');
  });
  test('a stale correction is refused with both versions', () => {
    const story = ready().take(SKIRT, '50+').take(SKIRT, '50/52');
    const command: JobDraft = {
      type: 'correctReading',
      place: SKIRT,
      basedOn: 1,
      reading: 1,
      reason: 'typing',
      instead: null,
    };
    expect(story.attempt(command, IVO)).toEqual({
      code: 'STALE',
      data: { what: SKIRT, basedOn: 1, now: story.version(SKIRT) },
    });
  });
  test('two people at one place: both are kept, an inspector decides, the other is void', () => {
    const story = ready();
    const before = story.version(SKIRT);
    story.take(SKIRT, '44/46').do(story.reading(SKIRT, '42/44', before), SANNA);
    expect(stateAt(story, SKIRT)).toBe('contested');
    const [first, second] = placeAt(story.job, SKIRT).contested;
    const decide = (by: typeof IVO) =>
      story.attempt(
        {
          type: 'decideContest',
          place: SKIRT,
          basedOn: story.version(SKIRT),
          keep: second!,
          reason: 'measured again together',
        },
        by,
      );
    expect(decide(IVO)?.code).toBe('MAY_NOT');
    expect(decide(PERRIN)).toBeUndefined();
    expect(placeAt(story.job, SKIRT).readings.map(({ seq, status }) => [seq, status])).toEqual([
      [first, 'void'],
      [second, 'current'],
    ]);
  });
});

describe('parts', () => {
  test('filing spends every station of the ring and nothing else; as found stays', () => {
    const story = ready().measureAll();
    story.do({ type: 'reworkPart', ...story.part(SKIRT), what: 'filed', how: 'grinder' });
    expect([SKIRT, TOP, OIL, at(2, 1, 'top')].map((place) => stateAt(story, place))).toEqual([
      'spent',
      'spent',
      'in',
      'in',
    ]);
    story.take(SKIRT, '46/48');
    const record = placeAt(story.job, SKIRT);
    expect([asFound(record)?.text, currentReading(record)?.text]).toEqual(['44/46', '46/48']);
  });
  test('a honed bore spends every gap in it', () => {
    const story = ready().measureAll();
    story.do({ type: 'reworkPart', ...story.part(SKIRT, 'bore'), what: 'honed', how: 'rigid hone' });
    expect(Object.keys(GOOD).map((place) => stateAt(story, place))).toEqual([
      'spent',
      'spent',
      'spent',
      'in',
      'in',
      'in',
    ]);
  });
  test('a replaced ring has an as fitted of its own', () => {
    const story = ready().measureAll();
    story.do({
      type: 'replacePart',
      ...story.part(SKIRT),
      reason: 'dropped',
      instead: { state: 'new', partNumber: null, lot: null },
    });
    story
      .take(SKIRT, '40/42')
      .do({ type: 'reworkPart', ...story.part(SKIRT), what: 'filed', how: 'file' })
      .take(SKIRT, '44/46');
    const record = placeAt(story.job, SKIRT);
    expect([asFound(record)?.text, asFitted(record)?.text, currentReading(record)?.text]).toEqual([
      '44/46',
      '40/42',
      '44/46',
    ]);
  });
  test.each<[string, (story: Story) => JobDraft, string]>([
    [
      'a part that was worked on meanwhile',
      (s) => ({ type: 'reworkPart', ...s.part(SKIRT), basedOn: 9, what: 'filed', how: 'x' }),
      'PART_CHANGED',
    ],
    [
      'a bore is not filed',
      (s) => ({ type: 'reworkPart', ...s.part(SKIRT, 'bore'), what: 'filed', how: 'x' }),
      'PART_UNKNOWN',
    ],
    [
      'how is not said',
      (s) => ({ type: 'reworkPart', ...s.part(SKIRT), what: 'filed', how: ' ' }),
      'REASON_MISSING',
    ],
    [
      'a ring where no groove is',
      () => ({
        type: 'fitParts',
        slots: ['ring@cylinder:1/groove:9/member:ring'],
        state: 'new',
        partNumber: null,
        lot: null,
      }),
      'SLOT_UNKNOWN',
    ],
  ])('%s', (_why, command, code) => {
    const story = ready();
    expect(story.attempt(command(story), IVO)?.code).toBe(code);
  });
});

describe('findings and concessions', () => {
  const loose = (): Story => ready().take(SKIRT, '55+');
  const approval = { number: 'A-1', date: '2026-05-30', issuer: 'Bureau' };
  const grant = (story: Story, by: typeof IVO, change: object = {}) =>
    story.attempt(
      {
        type: 'grantConcession',
        place: SKIRT,
        basedOn: story.version(SKIRT),
        approval,
        reason: 'no other ring',
        ...change,
      },
      by,
    )?.code;

  test('a tight ring that can be filed is a task; a loose one is a finding', () => {
    const tight = ready().take(SKIRT, '42/44').take(TOP, '8/9');
    const { findings, tasks, open } = openMatters(tight.job);
    expect(findings).toEqual([]);
    expect(tasks[0]).toMatchObject({
      kind: 'file',
      advice: { plan: { state: 'file', least: 25_400, most: 203_200, remove: 50_800 } },
    });
    expect(open.map(({ key }) => key)).toContain(TOP);
    expect(openMatters(loose().job).findings).toMatchObject([
      { kind: 'outOfLimits', word: 'loose', place: SKIRT },
    ]);
  });
  test('a ring that no cut suits is a finding', () => {
    const story = ready().take(SKIRT, '50/52').take(TOP, '4/5');
    expect(openMatters(story.job).findings).toMatchObject([
      { kind: 'outOfLimits', word: 'tight', place: TOP },
    ]);
  });
  test('a concession takes an inspector who did not do the work, an approval and a reason', () => {
    const story = loose();
    expect(grant(story, IVO)).toBe('MAY_NOT');
    expect(grant(story, PERRIN, { reason: '' })).toBe('REASON_MISSING');
    expect(grant(story, PERRIN, { approval: { ...approval, issuer: '' } })).toBe('APPROVAL_INCOMPLETE');
    expect(grant(story, { ...PERRIN, id: IVO.id })).toBe('SECOND_PERSON_NEEDED');
    expect(grant(story, PERRIN)).toBeUndefined();
    expect(placeStatus(story.job, parsePlaceKey(SKIRT)!)).toMatchObject({
      state: 'loose',
      conceded: true,
      accepted: true,
    });
  });
  test('a concession is about one reading: after a new one it does not count', () => {
    const story = loose();
    grant(story, PERRIN);
    story
      .do({
        type: 'voidReading',
        place: SKIRT,
        basedOn: story.version(SKIRT),
        reading: currentReading(placeAt(story.job, SKIRT))!.seq,
        reason: 'wrong ring',
      })
      .take(SKIRT, '55+');
    expect(placeStatus(story.job, parsePlaceKey(SKIRT)!).accepted).toBe(false);
  });
  test('not applicable by hand waits for an inspector who did not say so', () => {
    const story = ready();
    story.do(
      { type: 'declareNotApplicable', place: SKIRT, basedOn: story.version(SKIRT), reason: 'no such ring' },
      PERRIN,
    );
    const decide = (by: typeof IVO, accept = true) =>
      story.attempt(
        {
          type: 'decideNotApplicable',
          place: SKIRT,
          basedOn: story.version(SKIRT),
          accept,
          reason: 'looked',
        },
        by,
      )?.code;
    expect(stateAt(story, SKIRT)).toBe('declaredNotApplicable');
    expect(decide(PERRIN)).toBe('SECOND_PERSON_NEEDED');
    expect(decide({ ...PERRIN, id: 'other', name: 'Other' })).toBeUndefined();
    expect(stateAt(story, SKIRT)).toBe('notApplicable');
  });
  test('in a one-man shop the same person may look again, and the record says after how many hours', () => {
    const all = { ...IVO, roles: ['technician' as const, 'inspector' as const] };
    const story = new Story('sameSaid')
      .open({}, all)
      .do({ type: 'confirmIdentity', serialSeen: 'V-100' }, all);
    expect(story.job.identity?.samePerson).toEqual({ hoursLater: 0 });
  });
  test('an instrument that was out of date when used is a finding until somebody else accepts it', () => {
    const story = new Story().arrive().fit();
    story.instrument = { ...FEELERS, dueOn: '2026-06-01' };
    story.take(SKIRT, '44/46');
    expect(openMatters(story.job).findings).toMatchObject([
      { kind: 'instrumentOutOfDate', instrument: 'FS-2', places: [SKIRT] },
    ]);
    expect(
      story.attempt({ type: 'acceptInstrument', instrument: 'FS-2', reason: 'checked today: right' }, PERRIN),
    ).toBeUndefined();
    expect(openMatters(story.job).findings).toEqual([]);
  });
});

describe('limits that wait for a person', () => {
  const contradicting = (): Story => {
    const story = new Story();
    const leaflet = { ...REVISION, id: 'PL-9 rev 1', number: 'PL-9', kind: 'letter' as const };
    const row = { ...ROWS[0]!, id: 'PL-9 rev 1 row 1', printed: { min: printed('0.060', 'in') } };
    story.revisions = [kept(REVISION, ROWS), kept(leaflet, [row])];
    return story.arrive().fit();
  };
  test('there is no verdict and no filing advice while documents contradict each other', () => {
    const story = contradicting().take(SKIRT, '44/46').take(TOP, '8/9');
    expect([stateAt(story, SKIRT), stateAt(story, TOP)]).toEqual(['withheld', 'tight']);
    const { findings, tasks } = openMatters(story.job);
    expect(findings).toMatchObject([{ kind: 'limitWithheld', why: 'contradiction' }]);
    expect(tasks.filter(({ kind }) => kind === 'file')).toEqual([]);
  });
  test('a decision names a row for each bound; readings are judged again in the same event', () => {
    const story = contradicting().take(SKIRT, '44/46');
    const fit = 'ringGap@groove:1/member:ring/station:skirt';
    const decide = (rows: object, by = PERRIN) =>
      story.attempt(
        { type: 'decideLimit', fit, partState: 'new', rows, reason: 'the letter is for other pistons' },
        by,
      )?.code;
    const refused: [string, object][] = [
      ['a window whose ends cross', { min: 'PL-9 rev 1 row 1', max: 'OM-1 rev 1 row 1' }],
      ['a row about another fit', { min: 'OM-1 rev 1 row 2' }],
      ['a lone maximum that drops the minimum beside it', { max: 'OM-1 rev 1 row 1' }],
      ['nothing at all', {}],
    ];
    for (const [why, rows] of refused) expect([why, decide(rows)]).toEqual([why, 'CHOICE_NOT_OFFERED']);
    const whole = { min: 'OM-1 rev 1 row 1', max: 'OM-1 rev 1 row 1' };
    expect(decide(whole, IVO)).toBe('MAY_NOT');
    expect(decide(whole, { ...IVO, roles: ['inspector'] })).toBe('SECOND_PERSON_NEEDED'); // who measured it
    expect(decide(whole)).toBeUndefined();
    expect(stateAt(story, SKIRT)).toBe('withheld');
    expect(openMatters(story.job).findings).toMatchObject([{ kind: 'limitToConfirm', notBy: ['perrin'] }]);
    const choice = story.job.limitChosen[0]!.seq;
    story.do({ type: 'confirmLimit', choice, accept: true, reason: 'read both papers' }, TEO);
    expect(stateAt(story, SKIRT)).toBe('in');
    expect(decide(whole)).toBe('LIMIT_NOT_OPEN');
  });
  test('a row whose context is not known is held back, and no verdict is given', () => {
    const story = new Story();
    story.revisions = [
      kept(REVISION, [
        ...ROWS,
        {
          ...ROWS[1]!,
          id: 'OM-1 rev 1 row 9',
          printed: { min: printed('0.012', 'in') },
          appliesTo: { pistonMaterials: ['H'] },
        },
      ]),
    ];
    story.arrive().fit().take(TOP, '11/12');
    expect(stateAt(story, TOP)).toBe('withheld');
  });
});

describe('signed gates', () => {
  test('nothing behind a signed gate changes until it is reopened; that voids it and the later ones', () => {
    const story = new Story().arrive().fit().measureAll().sign('rings', PERRIN);
    expect(story.attempt(story.reading(SKIRT, '44/46'), IVO)?.code).toBe('BEHIND_SIGNED_GATE');
    expect(story.attempt({ type: 'checkDocuments' }, PERRIN)?.code).toBe('BEHIND_SIGNED_GATE');
    expect(story.attempt({ type: 'takeBackDocumentCheck', reason: 'late' }, PERRIN)?.code).toBe(
      'BEHIND_SIGNED_GATE',
    );
    expect(story.attempt({ type: 'reopenGate', gate: 'arrival', reason: '' }, PERRIN)?.code).toBe(
      'REASON_MISSING',
    );
    expect(story.attempt({ type: 'reopenGate', gate: 'arrival', reason: 'serial misread' }, IVO)?.code).toBe(
      'MAY_NOT',
    );
    story.do({ type: 'reopenGate', gate: 'arrival', reason: 'serial misread' }, PERRIN);
    expect([signatureOf(story.job, 'arrival'), signatureOf(story.job, 'rings')]).toEqual([
      undefined,
      undefined,
    ]);
    expect(story.job.signatures.rings?.[0]?.voided?.reason).toBe('serial misread');
  });
  test('who did the work behind a gate may not sign it', () => {
    const both = { ...PERRIN, roles: ['technician' as const, 'inspector' as const] };
    const story = new Story().arrive().fit().measureAll();
    story.do({ type: 'reworkPart', ...story.part(OIL), what: 'filed', how: 'x' }, both).take(OIL, '18/20');
    expect(story.attempt(story.signCommand('rings'), both)?.code).toBe('SECOND_PERSON_NEEDED');
  });
  test('a signature on a state that has changed meanwhile is refused', () => {
    const story = new Story().arrive().fit().measureAll();
    const signed = story.signCommand('rings');
    story.do({ type: 'reworkPart', ...story.part(OIL), what: 'filed', how: 'x' }).take(OIL, '18/20');
    expect(story.attempt(signed, PERRIN)?.code).toBe('GATE_CHANGED');
    // What is on a screen of an older program is not what this one would have signed.
    const wordsToSign = ['something else'];
    expect(story.attempt(story.signCommand('rings'), PERRIN, { wordsToSign })?.code).toBe('WORDS_CHANGED');
  });
  test('a place that was declared not applicable and not accepted keeps the gate shut', () => {
    const story = new Story().arrive().fit().measureAll();
    story.do({
      type: 'replacePart',
      ...story.part(OIL),
      reason: 'lost',
      instead: { state: 'new', partNumber: null, lot: null },
    });
    story.do({
      type: 'declareNotApplicable',
      place: OIL,
      basedOn: story.version(OIL),
      reason: 'no ring here',
    });
    expect(story.attempt(story.signCommand('rings'), PERRIN)).toEqual({
      code: 'GATE_SHUT',
      data: { gate: 'Rings', waits: 1 },
    });
  });
  test('the wrong role, and the steward, may not sign', () => {
    const story = new Story().arrive().fit().measureAll();
    expect([IVO, TEO, GHISLAINE].map((by) => story.attempt(story.signCommand('rings'), by)?.code)).toEqual([
      'MAY_NOT',
      'MAY_NOT',
      'MAY_NOT',
    ]);
  });
});
