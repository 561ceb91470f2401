import { at, ENGINE, GOOD, Story } from '../../test/story';
import { GHISLAINE, IVO, kept, PERRIN, printed, REVISION, ROWS, SANNA, TEO } from '../../test/fixtures';
import {
  asFound,
  basedOnNow,
  currentPin,
  currentReading,
  decideOpening,
  gateRule,
  gateWaits,
  limitInForce,
  openMatters,
  parsePlaceKey,
  placeAt,
  placeOf,
  placeStatus,
  replayJob,
  RULES_VERSION,
  signatureOf,
  slotKey,
  usualPart,
} from '../index';
import type { Actor, Envelope, JobCommand, JobDraft } from '../index';

/** What was found to let a false or lost reading into a record, by the order of events that brought it about. */
const SKIRT = at(1, 1, 'skirt');
const TOP = at(1, 1, 'top');
const OIL = at(1, 2, 'skirt');
const ready = (): Story => new Story().arrive().fit();
const stateAt = (story: Story, place: string): string => placeStatus(story.job, parsePlaceKey(place)!).state;
const texts = (story: Story, place: string) =>
  placeAt(story.job, place).readings.map(({ text, status, by }) => `${text} ${status} ${by.name}`);
/** A command as somebody gives it who sees the job as it is now, and hands it in later. */
const seenNow = (story: Story, draft: JobDraft): JobCommand => basedOnNow(story.job, draft);
const file = (story: Story, place = SKIRT): JobDraft => ({
  type: 'reworkPart',
  part: story.part(place).part,
  what: 'filed',
  how: 'one end',
});
const both = (person: Actor): Actor => ({ ...person, roles: ['technician', 'inspector'] });

describe('a reading belongs to the parts as they were', () => {
  test.each<[string, (story: Story) => void]>([
    ['filed', (story) => story.do(file(story), SANNA)],
    [
      'replaced',
      (story) =>
        story.do(
          {
            type: 'replacePart',
            part: story.part(SKIRT).part,
            reason: 'dropped',
            instead: { state: 'new', partNumber: null, lot: null },
          },
          SANNA,
        ),
    ],
    [
      'taken out',
      (story) =>
        story.do({ type: 'replacePart', part: story.part(SKIRT).part, reason: 'x', instead: null }, SANNA),
    ],
    [
      'in a bore that was honed',
      (story) =>
        story.do(
          { type: 'reworkPart', part: story.part(SKIRT, 'bore').part, what: 'honed', how: 'x' },
          SANNA,
        ),
    ],
  ])(
    'taken before the ring was %s and handed in after it: evidence of what was found, never current',
    (_why, change) => {
      const story = ready();
      const late = seenNow(story, story.reading(SKIRT, '44/46')); // the place stands at version 0
      change(story);
      story.do(late, IVO);
      const record = placeAt(story.job, SKIRT);
      expect([record.readings.map(({ status }) => status), currentReading(record)]).toEqual([
        ['spent'],
        undefined,
      ]);
      expect(record.readings[0]?.late?.why).toContain('handed in after it');
      expect([asFound(record)?.text, stateAt(story, SKIRT)]).toEqual(['44/46', 'spent']);
    },
  );
  test('it comes before what was measured since, and neither contests nor replaces it', () => {
    const story = ready();
    const late = seenNow(story, story.reading(SKIRT, '40/42'));
    story.do(file(story), SANNA).take(SKIRT, '44/46', SANNA).do(late, IVO);
    expect(texts(story, SKIRT)).toEqual(['40/42 spent Ivo', '44/46 current Sanna']);
    expect([stateAt(story, SKIRT), asFound(placeAt(story.job, SKIRT))?.text]).toEqual(['in', '40/42']);
  });
  test.each<[string, { id: string; condition: number }]>([
    ['that never lay there', { id: 'ring@cylinder:2/groove:1/member:ring#1', condition: 1 }],
    ['that there is not', { id: 'ring@cylinder:1/groove:1/member:ring#7', condition: 1 }],
    ['in a condition that it never had', { id: 'ring@cylinder:1/groove:1/member:ring#1', condition: 4 }],
  ])('of a part %s it is refused', (_why, ring) => {
    const story = ready();
    const { basedOn: bore } = story.part(SKIRT, 'bore');
    const seen = [ring, { id: story.part(SKIRT, 'bore').part, condition: bore }];
    expect(story.attempt({ ...story.reading(SKIRT, '44/46'), seen }, IVO)?.code).toBe('PART_NOT_SEEN_HERE');
  });
});

describe('facts of the workshop are never lost', () => {
  const filedTwice = (): Story => {
    const story = ready();
    const ivos = seenNow(story, file(story));
    return story.do(file(story), SANNA).take(SKIRT, '44/46', SANNA).do(ivos, IVO);
  };
  test('a filing of a ring that somebody else filed meanwhile stands at the place and holds the gate', () => {
    const story = filedTwice();
    expect(story.job.reports).toMatchObject([
      { by: { name: 'Ivo' }, because: 'partChanged', fact: { kind: 'rework', what: 'filed' } },
    ]);
    expect([stateAt(story, SKIRT), stateAt(story, TOP)]).toEqual(['unsettled', 'unsettled']);
    expect(openMatters(story.job).findings).toMatchObject([{ kind: 'factUnsettled', places: [SKIRT, TOP] }]);
    expect(gateWaits(story.job, gateRule(story.job, 'rings')!, '2026-06-01').length).toBeGreaterThan(0);
  });
  test.each<['happened' | 'same' | 'notDone', Actor, string | undefined, string, number]>([
    ['happened', IVO, undefined, 'spent', 3],
    ['happened', PERRIN, undefined, 'spent', 3],
    ['same', IVO, undefined, 'in', 2],
    ['notDone', PERRIN, undefined, 'in', 2],
    ['same', SANNA, 'MAY_NOT', 'unsettled', 2],
  ])('settled as "%s" by %o: %s', (as, by, code, state, condition) => {
    const story = filedTwice();
    const report = story.job.reports[0]!.seq;
    expect(story.attempt({ type: 'settleFact', report, as, reason: 'asked both' }, by)?.code).toBe(code);
    expect([stateAt(story, SKIRT), story.part(SKIRT).basedOn]).toEqual([state, condition]);
    if (code === undefined)
      expect(story.attempt({ type: 'settleFact', report, as, reason: 'again' }, by)?.code).toBe(
        'REPORT_UNKNOWN',
      );
  });
  test('a ring that was fitted where one lies by now, and one that was replaced by two people', () => {
    const story = new Story().arrive();
    const fit: JobDraft = {
      type: 'fitParts',
      slots: [slotKey(usualPart('ring'), parsePlaceKey(SKIRT)!.at)],
      state: 'new',
      partNumber: null,
      lot: null,
    };
    const ivos = seenNow(story, fit);
    story.do(fit, SANNA);
    const part = story.part(SKIRT).part;
    const replace: JobDraft = {
      type: 'replacePart',
      part,
      reason: 'dropped',
      instead: { state: 'new', partNumber: null, lot: null },
    };
    const twice = seenNow(story, replace);
    story.do(ivos, IVO).do(replace, SANNA).do(twice, IVO);
    expect(story.job.reports.map(({ because, fact }) => [because, fact.kind])).toEqual([
      ['slotTaken', 'fit'],
      ['partGone', 'replace'],
    ]);
    for (const { seq } of story.job.reports)
      story.do({ type: 'settleFact', report: seq, as: 'happened', reason: 'a third ring' }, PERRIN);
    expect([story.job.reports, story.part(SKIRT).part]).toEqual([[], `${part.replace('#1', '')}#4`]);
  });
  test('what is settled as done is the work of who reported it: who only settled it may look on it and sign', () => {
    const ivos = (story: Story) =>
      story.job.parts.get(story.part(SKIRT).part)?.history.map(({ what, by }) => `${what} by ${by}`);
    const story = filedTwice();
    const report = story.job.reports[0]!.seq;
    story.do({ type: 'settleFact', report, as: 'happened', reason: 'asked both' }, PERRIN);
    expect(ivos(story)).toEqual(['fitted by ivo', 'filed by sanna', 'filed by ivo']);
    story.measureAll().sign('rings', PERRIN);
    expect(signatureOf(story.job, 'rings')?.by.id).toBe('perrin');
    // A ring that an inspector filed himself is his own work.
    const own = ready();
    own.do(file(own), PERRIN).measureAll();
    expect(own.attempt(own.signCommand('rings'), PERRIN)?.code).toBe('SECOND_PERSON_NEEDED');
  });
  test('behind a gate that was signed meanwhile it is kept, changes nothing there, and holds the record', () => {
    const story = ready().measureAll();
    const ivos = seenNow(story, file(story));
    story.sign('rings', PERRIN).do(ivos, IVO);
    expect([story.part(SKIRT).basedOn, story.job.reports[0]?.because]).toEqual([1, 'gateSigned']);
    expect(signatureOf(story.job, 'rings')).toBeDefined();
    expect(story.attempt(story.signCommand('release'), GHISLAINE)?.code).toBe('GATE_SHUT');
    const report = story.job.reports[0]!.seq;
    const settle = (as: 'happened' | 'notDone') =>
      story.attempt({ type: 'settleFact', report, as, reason: 'asked' }, IVO)?.code;
    expect([settle('happened'), settle('notDone')]).toEqual(['BEHIND_SIGNED_GATE', undefined]);
    expect(story.attempt(story.signCommand('release'), GHISLAINE)).toBeUndefined();
    // Whoever saw the signature is told that it stands in the way.
    expect(ready().measureAll().sign('rings', PERRIN).attempt(file(story), IVO)?.code).toBe(
      'BEHIND_SIGNED_GATE',
    );
  });
});

describe('everything else says what it was based on, and is refused with both versions where that moved', () => {
  const loose = () => ready().take(SKIRT, '55+');
  const table: [string, (story: Story) => JobDraft, (story: Story) => void, Actor, string][] = [
    [
      'a concession',
      () => ({
        type: 'grantConcession',
        place: SKIRT,
        approval: { number: '1', date: '2026-06-01', issuer: 'D' },
        reason: 'x',
      }),
      (s) => s.do({ type: 'deferPlace', place: SKIRT, reason: 'x' }),
      PERRIN,
      'STALE',
    ],
    [
      'a question for one',
      () => ({ type: 'askConcession', place: SKIRT, reason: 'x' }),
      (s) => s.do({ type: 'deferPlace', place: SKIRT, reason: 'x' }),
      IVO,
      'STALE',
    ],
    [
      'its refusal',
      () => ({ type: 'refuseConcession', place: SKIRT, reason: 'x' }),
      (s) =>
        s
          .do({ type: 'askConcession', place: SKIRT, reason: 'y' })
          .do({ type: 'deferPlace', place: SKIRT, reason: 'x' }),
      PERRIN,
      'STALE',
    ],
    [
      'a void',
      (s) => ({
        type: 'voidReading',
        place: SKIRT,
        reading: placeAt(s.job, SKIRT).readings[0]!.seq,
        reason: 'x',
      }),
      (s) => s.do({ type: 'deferPlace', place: SKIRT, reason: 'x' }),
      IVO,
      'STALE',
    ],
    [
      'a deferral',
      () => ({ type: 'deferPlace', place: SKIRT, reason: 'x' }),
      (s) => s.do({ type: 'deferPlace', place: SKIRT, reason: 'y' }),
      IVO,
      'STALE',
    ],
    [
      'a pin',
      (s) => ({ type: 'pinAgain', documents: docs(s), reason: 'x' }),
      (s) => s.do({ type: 'pinAgain', documents: docs(s), reason: 'y' }, PERRIN),
      PERRIN,
      'STALE',
    ],
    [
      'a decline',
      (s) => ({ type: 'declinePin', documents: docs(s), reason: 'x' }),
      (s) => s.do({ type: 'pinAgain', documents: docs(s), reason: 'y' }, PERRIN),
      PERRIN,
      'STALE',
    ],
    [
      'what is said of the engine',
      () => ({ type: 'sayEngineFacts', facts: { ringMaker: 'Q' }, reason: 'x' }),
      (s) => s.do({ type: 'pinAgain', documents: docs(s), reason: 'y' }, PERRIN),
      IVO,
      'STALE',
    ],
    [
      'a reopening',
      () => ({ type: 'reopenGate', gate: 'arrival', reason: 'x' }),
      (s) =>
        s
          .do({ type: 'reopenGate', gate: 'arrival', reason: 'y' }, PERRIN)
          .do({ type: 'checkDocuments' }, PERRIN)
          .sign('arrival', PERRIN),
      PERRIN,
      'STALE',
    ],
    [
      'an instrument',
      () => ({ type: 'takeInstrument', instrument: 'FS-2', dueOn: '2026-08-01' }),
      () => undefined,
      IVO,
      'INSTRUMENT_MOVED',
    ],
    [
      'a serial',
      (s) => ({ type: 'correctSerial', serial: 'V-7', from: s.job.engine.serial, reason: 'x' }),
      (s) =>
        s
          .do({ type: 'reopenGate', gate: 'arrival', reason: 'y' }, PERRIN)
          .do({ type: 'correctSerial', serial: 'V-9', reason: 'x' }, SANNA),
      IVO,
      'SERIAL_MOVED',
    ],
  ];
  function docs(story: Story) {
    return story.pin(1).documents.map(({ id, digest }) => ({ id, digest }));
  }
  test.each(table)('%s', (_why, draft, moved, by, code) => {
    const story = loose();
    const command = seenNow(story, draft(story));
    moved(story);
    expect(story.attempt(command, by)?.code).toBe(code);
  });
  test('a note about a limit is of the pin that was seen, an accepted instrument of the readings that were', () => {
    const story = ready();
    story.instrument = { ...story.instrument, dueOn: '2026-06-01' };
    story.take(SKIRT, '44/46');
    const accept = seenNow(story, { type: 'acceptInstrument', instrument: 'FS-2', reason: 'checked' });
    story.take(TOP, '11/12');
    expect(story.attempt(accept, PERRIN)?.code).toBe('STALE');
  });
});

describe('a contest needs two people', () => {
  test('what another tablet writes elsewhere does not move this place: one person narrows their own reading', () => {
    const story = ready();
    const first = seenNow(story, story.reading(SKIRT, '50+'));
    story.take(OIL, '18/20', SANNA);
    story.do(first, IVO);
    const second = { ...seenNow(story, story.reading(SKIRT, '50/52')), basedOn: 1 };
    story.take(at(2, 1, 'skirt'), '44/46', SANNA).do(second, IVO);
    expect(texts(story, SKIRT)).toEqual(['50+ refined Ivo', '50/52 current Ivo']);
  });
  test('one person from two tablets never contests themselves: the second figure is asked about', () => {
    const story = ready();
    const other = seenNow(story, story.reading(SKIRT, '42/44'));
    story.take(SKIRT, '44/46', IVO);
    expect(story.attempt(other, IVO)?.code).toBe('PLACE_HAS_READING');
  });
  test('the same evidence from two people confirms, and a narrower one narrows', () => {
    const story = ready();
    const [same, narrower] = ['44/46', '46/48'].map((text) => seenNow(story, story.reading(SKIRT, text)));
    const other = seenNow(story, story.reading(TOP, '11+'));
    const inside = seenNow(story, story.reading(TOP, '11/12'));
    story.take(SKIRT, '44/46', IVO).do(same!, SANNA).do(other, IVO).do(inside, SANNA);
    expect([stateAt(story, SKIRT), stateAt(story, TOP)]).toEqual(['in', 'in']);
    story.do(narrower!, { ...SANNA, id: 'third', name: 'Third' });
    expect(stateAt(story, SKIRT)).toBe('contested');
  });
  const contested = () => {
    const story = ready();
    const sannas = seenNow(story, story.reading(SKIRT, '42/44'));
    return story.take(SKIRT, '44/46', both(IVO)).do(sannas, both(SANNA));
  };
  test('voiding or correcting the rival’s reading, or one’s own, does not end it', () => {
    const story = contested();
    for (const reading of placeAt(story.job, SKIRT).contested) {
      const about = { place: SKIRT, reading };
      expect(story.attempt({ type: 'voidReading', ...about, reason: 'x' }, both(SANNA))?.code).toBe(
        'PLACE_CONTESTED',
      );
      expect(
        story.attempt({ type: 'correctReading', ...about, reason: 'typing', instead: null }, both(SANNA))
          ?.code,
      ).toBe('PLACE_CONTESTED');
    }
  });
  test('it is decided by an inspector who took neither, whatever the shop’s policy', () => {
    for (const policy of ['required', 'sameSaid'] as const) {
      const story = new Story(policy).open().do({ type: 'takeInstrument', instrument: 'FS-2' }).fit();
      const sannas = seenNow(story, story.reading(SKIRT, '42/44'));
      story.take(SKIRT, '44/46', both(IVO)).do(sannas, both(SANNA));
      const keep = placeAt(story.job, SKIRT).contested[0]!;
      const decide = (by: Actor) =>
        story.attempt({ type: 'decideContest', place: SKIRT, keep, reason: 'x' }, by)?.code;
      expect([decide(both(IVO)), decide(both(SANNA)), decide(PERRIN)]).toEqual([
        'SECOND_PERSON_NEEDED',
        'SECOND_PERSON_NEEDED',
        undefined,
      ]);
    }
  });
});

describe('correcting a serial', () => {
  const corrected = (by: Actor = IVO) =>
    new Story().open().do({ type: 'correctSerial', serial: 'V-107', reason: 'the 7 was read as a 0' }, by, {
      engineOfSerial: { id: 'E-107', previousSeal: 'f'.repeat(64) },
    });
  test('joins the engine that has this serial, with the seal before it, and adopts no documents by the way', () => {
    const told = new Story().open();
    told.revisions = [
      ...told.revisions,
      kept({ ...REVISION, id: 'SL-1 rev A', number: 'SL-1', kind: 'letter' }, []),
    ];
    told.do({ type: 'correctSerial', serial: 'V-107', reason: 'x' }, IVO, {
      engineOfSerial: { id: 'E-107', previousSeal: 'f'.repeat(64) },
    });
    const { engine, job, pins } = told.job;
    expect([engine.id, engine.serial, job.previousSeal]).toEqual(['E-107', 'V-107', 'f'.repeat(64)]);
    expect([pins.length, pins[1]!.documents.map(({ id }) => id), pins[1]!.context.serial]).toEqual([
      2,
      ['OM-1 rev 1'],
      107,
    ]);
    expect(
      told.attempt({ type: 'checkDocuments' }, PERRIN, {
        currentDocuments: told.pin(9).documents.map(({ id, digest }) => ({ id, digest })),
      })?.code,
    ).toBe('DOCUMENTS_NOT_CURRENT');
  });
  test('is done by whoever may open jobs, and confirmed by another person than who corrected it', () => {
    expect(new Story().open().attempt({ type: 'correctSerial', serial: 'V-7', reason: 'x' }, TEO)?.code).toBe(
      'MAY_NOT',
    );
    const confirm = (story: Story, by: Actor) =>
      story.attempt({ type: 'confirmIdentity', serialSeen: 'V-107' }, by)?.code;
    expect([
      confirm(corrected(SANNA), SANNA),
      confirm(corrected(SANNA), IVO),
      confirm(corrected(SANNA), PERRIN),
    ]).toEqual(['SECOND_PERSON_NEEDED', 'SECOND_PERSON_NEEDED', undefined]);
  });
});

describe('decisions that outlive their reason', () => {
  const approval = { number: 'C-1', date: '2026-06-01', issuer: 'design office' };
  test('what somebody looked at before is told as it stands after the decision', () => {
    const story = ready().measureAll();
    story
      .do({ type: 'reworkPart', part: story.part(OIL).part, what: 'filed', how: 'too much' })
      .take(OIL, '40+');
    const stands = () => {
      const { state, accepted, conceded: isConceded } = placeStatus(story.job, placeOf(story.job, OIL)!);
      return [state, accepted, isConceded];
    };
    expect(stands()).toEqual(['loose', false, false]);
    story.do({ type: 'grantConcession', place: OIL, approval, reason: 'once' }, PERRIN);
    expect(stands()).toEqual(['loose', true, true]);
    expect(stands()).toEqual(['loose', true, true]);
  });
  const conceded = () =>
    ready()
      .measureAll()
      .do({ type: 'reworkPart', part: ready().part(OIL).part, what: 'filed', how: 'too much' })
      .take(OIL, '40+')
      .do({ type: 'grantConcession', place: OIL, approval, reason: 'once' }, PERRIN);
  test.each<[string, readonly ReturnType<typeof kept>[]]>([
    [
      'the documents are gone',
      [
        kept(
          REVISION,
          ROWS.filter(({ groove }) => groove !== '2'),
        ),
      ],
    ],
    [
      'the limit is narrower',
      [kept(REVISION, [...ROWS.slice(0, 2), { ...ROWS[2]!, printed: { max: printed('0.020', 'in') } }])],
    ],
    ['the same limit is pinned again', [kept(REVISION, ROWS)]],
  ])('a concession falls when %s', (_why, revisions) => {
    const story = conceded();
    expect(placeStatus(story.job, parsePlaceKey(OIL)!)).toMatchObject({
      state: 'loose',
      conceded: true,
      accepted: true,
    });
    story.revisions = revisions;
    const documents = story.pin(9).documents.map(({ id, digest }) => ({ id, digest }));
    story.do({ type: 'pinAgain', documents, reason: 'x' }, PERRIN, { currentDocuments: documents });
    expect(placeStatus(story.job, parsePlaceKey(OIL)!)).toMatchObject({ conceded: false, accepted: false });
    expect(story.attempt(story.signCommand('rings'), PERRIN)?.code).toBe('GATE_SHUT');
  });
  test('only what is out of a limit can be conceded, with a day that there is', () => {
    const story = ready().take(SKIRT, '44/46').take(OIL, '40+');
    const grant = (place: string, date = '2026-06-01') =>
      story.attempt({ type: 'grantConcession', place, approval: { ...approval, date }, reason: 'x' }, PERRIN)
        ?.code;
    expect([grant(SKIRT), grant(TOP), grant(OIL, '2026-02-30'), grant(OIL)]).toEqual([
      'NOTHING_TO_CONCEDE',
      'NOTHING_TO_CONCEDE',
      'APPROVAL_INCOMPLETE',
      undefined,
    ]);
  });
  test('it is never given by who did the work, in a one-man shop either', () => {
    const one = { ...IVO, roles: ['technician' as const, 'inspector' as const] };
    const story = new Story('sameSaid')
      .open({}, one)
      .do({ type: 'takeInstrument', instrument: 'FS-2' }, one)
      .fit();
    story.take(OIL, '40+', one);
    expect(story.attempt({ type: 'grantConcession', place: OIL, approval, reason: 'x' }, one)?.code).toBe(
      'SECOND_PERSON_NEEDED',
    );
  });
  test('"not applicable" does not hide what was measured, before it or after it', () => {
    const declare: JobDraft = { type: 'declareNotApplicable', place: OIL, reason: 'no such land' };
    const story = ready();
    expect(ready().take(OIL, '40+').attempt(declare, IVO)?.code).toBe('PLACE_HAS_READING');
    story.do(declare).do({ type: 'decideNotApplicable', place: OIL, accept: true, reason: 'looked' }, PERRIN);
    expect(stateAt(story, OIL)).toBe('notApplicable');
    story.take(OIL, '40+', SANNA);
    expect(stateAt(story, OIL)).toBe('loose');
  });
  test('whoever worked at the place cannot accept it, and a new pin asks again', () => {
    const inspector = { ...SANNA, roles: ['technician' as const, 'inspector' as const] };
    const story = ready().take(OIL, '18/20', inspector);
    story
      .do(
        {
          type: 'correctReading',
          place: OIL,
          reading: placeAt(story.job, OIL).readings[0]!.seq,
          reason: 'wrongPlace',
          instead: null,
        },
        IVO,
      )
      .do({ type: 'declareNotApplicable', place: OIL, reason: 'no such land' }, IVO);
    const decide = (by: Actor) =>
      story.attempt({ type: 'decideNotApplicable', place: OIL, accept: true, reason: 'x' }, by)?.code;
    expect([decide(inspector), decide(PERRIN)]).toEqual(['SECOND_PERSON_NEEDED', undefined]);
    const documents = story.pin(9).documents.map(({ id, digest }) => ({ id, digest }));
    story.do({ type: 'pinAgain', documents, reason: 'x' }, PERRIN, { currentDocuments: documents });
    expect(stateAt(story, OIL)).toBe('declaredNotApplicable');
  });
  test('a broken rule over several readings is conceded on an approval and never by who measured; a new pin asks again', () => {
    const story = new Story();
    const rule = {
      ...ROWS[0]!,
      id: 'OM-1 rev 1 row 9',
      printed: { max: printed('0.001', 'in') },
      rule: { kind: 'spread' as const, across: 'engine' as const },
    };
    story.revisions = [kept(REVISION, [...ROWS, rule])];
    story
      .arrive()
      .fit()
      .take(SKIRT, '40/42')
      .take(at(2, 1, 'skirt'), '48/50');
    const broken = openMatters(story.job).findings.find(({ kind }) => kind === 'setRule');
    const note = broken?.kind === 'setRule' ? broken.rule.id : '';
    const accept = (by: Actor, given: typeof approval | null) =>
      story.attempt({ type: 'acceptLimitNote', note, approval: given, reason: 'x' }, by)?.code;
    expect([
      accept({ ...IVO, roles: ['inspector'] }, approval),
      accept(PERRIN, null),
      accept(PERRIN, approval),
    ]).toEqual(['SECOND_PERSON_NEEDED', 'APPROVAL_INCOMPLETE', undefined]);
    const kinds = () => openMatters(story.job).findings.map(({ kind }) => kind);
    expect(kinds()).not.toContain('setRule');
    const documents = story.pin(9).documents.map(({ id, digest }) => ({ id, digest }));
    story.do({ type: 'pinAgain', documents, reason: 'x' }, PERRIN, { currentDocuments: documents });
    expect(kinds()).toContain('setRule');
  });
});

describe('a gate is signed for something', () => {
  test('a route whose sheets are not pinned is not opened; a gate that asks for nothing waits', () => {
    const story = new Story();
    const route = {
      id: 'r',
      covers: 'x',
      gates: [
        {
          stage: 'rings' as const,
          label: 'Rings',
          conditions: ['placesAccepted' as const],
          sheets: ['valveLash'],
          signedBy: ['inspector' as const],
          independent: true,
        },
      ],
    };
    const opening = {
      job: { number: 'J', duty: 'survey', reason: '', previousSeal: null, shop: 'Q' },
      engine: ENGINE,
      route,
      secondPerson: 'required' as const,
      zone: 'UTC',
      pin: story.pin(1),
    };
    const opened = decideOpening(opening, { by: IVO });
    expect(opened.ok ? 'opened' : opened.problem.code).toBe('SHEET_NOT_PINNED');
    const open = new Story().open();
    const state = { ...open.job, route };
    expect(gateWaits(state, route.gates[0]!, '2026-06-01')).toMatchObject([{ kind: 'sheetNotPinned' }]);
    const nothing = { ...route.gates[0]!, sheets: [], conditions: ['gatesBefore' as const] };
    expect(gateWaits(state, nothing, '2026-06-01')).toEqual([{ kind: 'nothingToSign' }]);
  });
  test('a bore that was taken out can be fitted again', () => {
    const story = ready().take(SKIRT, '44/46');
    const bore = story.part(SKIRT, 'bore').part;
    story.do({ type: 'replacePart', part: bore, reason: 'cracked', instead: null });
    expect(story.attempt({ ...story.reading(SKIRT, '44/46'), seen: [] }, IVO)?.code).toBe(
      'PART_NOT_SEEN_HERE',
    );
    story
      .do({ type: 'fitParts', slots: ['bore@cylinder:1'], state: 'new', partNumber: null, lot: null })
      .measureAll();
    expect(stateAt(story, SKIRT)).toBe('in');
  });
});

describe('what is not known is held back, and what cannot be is refused', () => {
  test('null says nothing: a row that may matter is held back, and no verdict is given', () => {
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
    story.arrive();
    story.do({ type: 'sayEngineFacts', facts: { pistonMaterial: null }, reason: 'nobody knows' });
    expect(limitInForce(story.job, parsePlaceKey(TOP)!, { state: 'new', partNumber: null }).state).toBe(
      'withheld',
    );
  });
  test.each<[string, object]>([
    ['a negative bore', { measuredBore: -4 }],
    ['a bore of nothing', { measuredBore: 0 }],
    ['a negative oversize', { oversize: -1 }],
  ])('%s is refused, when a job opens and later', (_why, facts) => {
    expect(new Story().open().attempt({ type: 'sayEngineFacts', facts, reason: 'x' }, IVO)?.code).toBe(
      'BORE_WRONG',
    );
    const story = new Story();
    const opening = {
      job: { number: 'J', duty: 'survey', reason: '', previousSeal: null, shop: 'Q' },
      engine: { ...ENGINE, ...facts },
      route: story.arrive().job.route,
      secondPerson: 'required' as const,
      zone: 'UTC',
      pin: currentPin(story.job)!,
    };
    const opened = decideOpening(opening, { by: IVO });
    expect(opened.ok ? 'opened' : opened.problem.code).toBe('BORE_WRONG');
  });
});

test('a story of older rules says from where on it is decided by these', () => {
  const story = ready();
  const old = story.entries.map(({ entry }) => entry as Envelope);
  const data = { ...(old[0]!.data as object) } as Record<string, unknown>;
  delete data['rules'];
  const before = replayJob([{ ...old[0]!, v: 1, data }, ...old.slice(1)])!;
  expect(before.rules).toBe(1);
  story.state = before;
  story.take(SKIRT, '44/46');
  expect(story.entries.slice(-2).map(({ entry }) => (entry as Envelope).type)).toEqual([
    'rulesAdopted',
    'readingTaken',
  ]);
  expect(story.job.rules).toBe(RULES_VERSION);
});
test('the good readings are as good as ever', () => {
  const story = ready().measureAll();
  expect(Object.keys(GOOD).map((place) => stateAt(story, place))).toEqual(Object.keys(GOOD).map(() => 'in'));
});
