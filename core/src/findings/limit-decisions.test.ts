import { IVO, kept, MODEL, PERRIN, printed, REVISION, ROWS, SANNA, TEO } from '../../test/fixtures';
import { at, GOOD, Story } from '../../test/story';
import {
  currentPin,
  KeptMap,
  NO_PARTS,
  nanometres,
  placeAt,
  limitChoices,
  limitInForce,
  openMatters,
  parsePlaceKey,
  pinChanges,
  placeStatus,
  setRules,
} from '../index';
import type { KeptRevision, LimitRow } from '../index';

const TOP = 'ringGap@groove:1/member:ring/station:top';
const letter = (
  rows: readonly LimitRow[],
  revision = 'A',
  part: Partial<KeptRevision['revision']> = {},
): KeptRevision => {
  const id = `SL-9 rev ${revision}`;
  return kept(
    { ...REVISION, id, number: 'SL-9', revision, kind: 'letter', ...part },
    rows.map((row) => ({ ...row, id: `${id} row ${row.label}` })),
  );
};
const topRow = (printedFigures: LimitRow['printed'], part: Partial<LimitRow> = {}): LimitRow => ({
  ...ROWS[1]!,
  label: '1',
  printed: printedFigures,
  ...part,
});
const rowsWith = (row: LimitRow): readonly LimitRow[] => [
  ...ROWS.filter(({ station }) => station !== 'top'),
  row,
];
const story = (...revisions: readonly KeptRevision[]): Story => {
  const told = new Story();
  told.revisions = revisions;
  return told;
};
const statesOf = (told: Story): string[] =>
  [1, 2].map((cylinder) => placeStatus(told.job, parsePlaceKey(at(cylinder, 1, 'top'))!).state);

const NEW_PART = { state: 'new', partNumber: null } as const;
describe('what each choice would mean', () => {
  const contradiction = (): Story => {
    const manual = kept(
      REVISION,
      rowsWith(topRow({ max: printed('0.012', 'in') }, { id: 'OM-1 rev 1 row 2', label: '2' })),
    );
    return story(manual, letter([topRow({ min: printed('0.014', 'in') })]))
      .open()
      .do({ type: 'takeInstrument', instrument: 'FS-2' })
      .fit()
      .take(at(1, 1, 'top'), '11/12');
  };
  test('no choice has ends that cross; each says what it makes of the readings', () => {
    const told = contradiction();
    expect(limitInForce(told.job, parsePlaceKey(TOP)!, NEW_PART)).toEqual({
      state: 'withheld',
      why: 'contradiction',
    });
    expect(
      limitChoices(told.job, { fit: TOP, partState: 'new' }).map(({ rows, mixed, readings }) => [
        Object.values(rows),
        mixed,
        readings.map(({ verdict }) => verdict.verdict),
      ]),
    ).toEqual([
      [['SL-9 rev A row 1'], false, ['tight']],
      [['OM-1 rev 1 row 2'], false, ['in']],
    ]);
    for (const partState of ['new', 'reused'] as const)
      for (const { limit } of limitChoices(told.job, { fit: TOP, partState }))
        expect((limit.min ?? 0) <= (limit.max ?? Infinity)).toBe(true);
  });
  test('a window made of two documents is a choice, marked, and comes last', () => {
    const manual = kept(
      REVISION,
      rowsWith(
        topRow(
          { min: printed('0.009', 'in'), max: printed('0.020', 'in') },
          { id: 'OM-1 rev 1 row 2', label: '2' },
        ),
      ),
    );
    const held = letter([topRow({ min: printed('0.012', 'in') }, { appliesTo: { pistonMaterials: ['H'] } })]);
    const told = story(manual, held).open();
    const choices = limitChoices(told.job, { fit: TOP, partState: 'new' });
    expect(choices.map(({ mixed, assumes }) => [mixed, assumes])).toEqual([
      [false, []],
      [true, ['pistonMaterial']],
    ]);
  });
  test('the decision holds with who made it, and what is said of the engine later ends it', () => {
    const told = contradiction();
    const decide = {
      type: 'decideLimit' as const,
      fit: TOP,
      partState: 'new' as const,
      rows: { max: 'OM-1 rev 1 row 2' },
      reason: 'manual',
    };
    expect(told.attempt(decide, IVO)?.code).toBe('MAY_NOT');
    told.do(decide, PERRIN);
    expect([told.job.limitDecisions, limitInForce(told.job, parsePlaceKey(TOP)!, NEW_PART).state]).toEqual([
      [],
      'withheld',
    ]);
    const choice = told.job.limitChosen[0]!.seq;
    const confirm = { type: 'confirmLimit' as const, choice, accept: true, reason: 'read both' };
    expect(told.attempt(confirm, PERRIN)?.code).toBe('SECOND_PERSON_NEEDED');
    expect(told.attempt(confirm, IVO)?.code).toBe('MAY_NOT');
    told.do(confirm, TEO);
    expect(told.job.limitDecisions).toMatchObject([{ by: 'Perrin', secondLook: 'Teo', reason: 'manual' }]);
    expect(told.attempt(confirm, TEO)?.code).toBe('CHOICE_GONE');
    expect(placeStatus(told.job, parsePlaceKey(at(1, 1, 'top'))!).state).toBe('in');
    told.do({ type: 'sayEngineFacts', facts: { pistonMaterial: 'H' }, reason: 'stamped on the crown' });
    expect(limitInForce(told.job, parsePlaceKey(TOP)!, NEW_PART).state).toBe('withheld');
  });
});

describe('a revision that arrives', () => {
  const B = letter([topRow({ min: printed('0.009', 'in') })], 'B');
  const C = letter([topRow({ min: printed('0.0115', 'in') })], 'C', { effective: '2026-02-01' });
  const measured = (): Story => {
    const told = story(kept(REVISION, ROWS), B).arrive().fit().measureAll();
    told.revisions = [kept(REVISION, ROWS), C];
    return told;
  };
  const seen = (told: Story) => told.pin(9).documents.map(({ id, digest }) => ({ id, digest }));
  const facts = (told: Story) => ({ currentDocuments: seen(told) });

  test('it says reading by reading what would change, and changes nothing by itself', () => {
    const told = measured();
    const changes = pinChanges(told.job, told.pin(2));
    expect([changes.added, changes.removed]).toEqual([['SL-9 rev C'], ['SL-9 rev B']]);
    expect(changes.flips.map(({ place, before, after }) => [place, before.verdict, after.verdict])).toEqual([
      [at(1, 1, 'top'), 'in', 'notProven'],
    ]);
    expect(changes.fits.map(({ fit }) => fit)).toEqual([TOP, TOP]);
    expect(pinChanges(told.job, currentPin(told.job)!)).toMatchObject({
      added: [],
      removed: [],
      fits: [],
      flips: [],
    });
    expect(statesOf(told)).toEqual(['in', 'in']);
  });
  test.each<[string, typeof IVO, string, 'current' | 'old', string]>([
    ['by a technician', IVO, 'because', 'current', 'MAY_NOT'],
    ['without a reason', PERRIN, ' ', 'current', 'REASON_MISSING'],
    ['of documents that moved on meanwhile', PERRIN, 'because', 'old', 'NEWS_CHANGED'],
  ])('it is neither adopted nor declined %s', (_why, by, reason, which, code) => {
    const told = measured();
    const documents = which === 'current' ? seen(told) : [{ id: 'SL-9 rev B', digest: 'x'.repeat(64) }];
    for (const type of ['pinAgain', 'declinePin'] as const)
      expect(told.attempt({ type, documents, reason }, by, facts(told))?.code).toBe(code);
  });
  test('adopted, the readings are judged again; what was behind the gate stays in the story', () => {
    const told = measured();
    told.do(
      { type: 'pinAgain', documents: seen(told), reason: 'raised after butted rings' },
      PERRIN,
      facts(told),
    );
    expect([told.job.pins.length, statesOf(told)]).toEqual([2, ['notProven', 'in']]);
  });
  test('declined, the gate needs nobody for exactly these documents, and for others again', () => {
    const told = measured();
    told.do(
      { type: 'declinePin', documents: seen(told), reason: 'rings of another maker' },
      PERRIN,
      facts(told),
    );
    expect(told.attempt(told.signCommand('rings'), PERRIN, facts(told))).toBeUndefined();
    const again = measured();
    again.do({ type: 'declinePin', documents: seen(again), reason: 'not ours' }, PERRIN, facts(again));
    again.revisions = [kept(REVISION, ROWS), letter(C.rows, 'D', { effective: '2026-03-01' })];
    expect(again.attempt(again.signCommand('rings'), PERRIN, facts(again))?.code).toBe('GATE_SHUT');
  });
  test('what was declined for one pin is asked again after the limits were pinned anew', () => {
    const told = measured();
    told.do({ type: 'declinePin', documents: seen(told), reason: 'not ours' }, PERRIN, facts(told));
    told.do({ type: 'sayEngineFacts', facts: { pistonMaterial: 'H' }, reason: 'stamped on the crown' });
    expect(told.job.pins).toHaveLength(2);
    expect(told.attempt(told.signCommand('rings'), PERRIN, facts(told))?.code).toBe('GATE_SHUT');
  });
  test('undecided it keeps the gate shut', () => {
    const told = measured();
    expect(told.attempt(told.signCommand('rings'), PERRIN, facts(told))?.code).toBe('GATE_SHUT');
  });
  test('with nothing new there is nothing to decline', () => {
    const told = measured();
    told.revisions = [kept(REVISION, ROWS), B];
    const declined = told.attempt(
      { type: 'declinePin', documents: seen(told), reason: 'x' },
      PERRIN,
      facts(told),
    );
    expect(declined?.code).toBe('NOTHING_NEW');
  });
});

describe('rules over several readings', () => {
  const spread = (max: string): KeptRevision =>
    letter([topRow({ max: printed(max, 'in') }, { rule: { kind: 'spread', across: 'engine' } })]);
  const relation = letter([
    topRow(
      {},
      { rule: { kind: 'relation', notSmallerThan: { groove: '1', member: 'ring', station: 'skirt' } } },
    ),
  ]);
  const told = (rule: KeptRevision): Story => story(kept(REVISION, ROWS), rule).arrive().fit();

  test.each<[string, string, string, string, string | undefined]>([
    ['one reading missing', '0.002', '11/12', '', undefined],
    ['surely within', '0.003', '11/12', '12/13', 'holds'],
    ['just within, as far as blades can tell', '0.002', '11/12', '12/13', 'holds'],
    ['may be within', '0.0015', '11/12', '12/13', 'notProven'],
    ['surely apart', '0.002', '9/10', '14/15', 'broken'],
    ['an end that is open', '0.002', '11/12', '55+', 'broken'],
  ])('a spread across the engine: %s', (_why, max, one, two, state) => {
    const job = told(spread(max));
    job.take(at(1, 1, 'top'), one);
    if (two !== '') job.take(at(2, 1, 'top'), two);
    expect(setRules(job.job).map((each) => each.state)).toEqual(state === undefined ? [] : [state]);
  });
  test.each([
    ['surely not smaller', '44/46', '40/42', 'holds'],
    ['touching', '42/44', '40/42', 'holds'],
    ['overlapping brackets', '42/44', '42/44', 'notProven'],
    ['surely smaller', '11/12', '44/46', 'broken'],
  ])('not smaller than another place of the cylinder: %s', (_why, top, skirt, state) => {
    const job = told(relation)
      .take(at(1, 1, 'skirt'), skirt)
      .take(at(1, 1, 'top'), top);
    expect(setRules(job.job)).toMatchObject([
      { kind: 'relation', state, places: [at(1, 1, 'top'), at(1, 1, 'skirt')] },
    ]);
  });
  describe('on an engine of four, two to a bank', () => {
    const rule = (of: LimitRow['rule'], part: Partial<LimitRow> = {}): KeptRevision =>
      letter([
        topRow({ max: printed('0.002', 'in') }, { ...(of === undefined ? {} : { rule: of }), ...part }),
      ]);
    /** The job of two cylinders, as if it had four: readings are those of cylinder 1, copied with another figure. */
    function four(of: KeptRevision, gaps: Readonly<Record<string, string>>) {
      const { job } = told(of).take(at(1, 1, 'top'), '11/12');
      const pin = currentPin(job)!;
      const cylinders = ['1', '2', '3', '4'].map((id, row) => ({
        id,
        label: `Cyl ${id}`,
        bank: Number(id) % 2 === 1 ? 'right' : 'left',
        row,
      }));
      const record = placeAt(job, at(1, 1, 'top'));
      const given = record.readings[0]!;
      const taken = Object.entries(gaps).map(([cylinder, text]) => {
        const [goes = 0, stops = 0] = (text.match(/\d+/g) ?? []).map((each) => Number(each) * 25_400);
        const reading = { kind: 'between', goes: nanometres(goes), stops: nanometres(stops) } as const;
        return [
          at(Number(cylinder), 1, 'top'),
          text === 'n/a'
            ? {
                ...record,
                readings: [],
                notApplicable: { accepted: true, reason: 'x', by: 'i', at: '', pin: pin.pin },
              }
            : text === 'reused'
              ? {
                  ...record,
                  readings: [{ ...given, verdict: { ...given.verdict, partState: 'reused' as const } }],
                }
              : { ...record, readings: [{ ...given, seq: Number(cylinder), reading }] },
        ] as const;
      });
      return setRules({
        ...NO_PARTS,
        pins: [{ ...pin, model: { ...pin.model, layout: { ...pin.model.layout, cylinders } } }],
        places: KeptMap.from(taken),
        measuredAt: KeptMap.empty(),
        limitDecisions: [],
        limitChosen: [],
      });
    }
    const engine = rule({ kind: 'spread', across: 'engine' });
    const bank = rule({ kind: 'spread', across: 'bank' });
    test.each<[string, KeptRevision, Record<string, string>, string[]]>([
      ['all four read', engine, { 1: '11/12', 2: '11/12', 3: '11/12', 4: '12/13' }, ['holds']],
      ['one still to be read', engine, { 1: '11/12', 2: '11/12', 3: '11/12' }, []],
      [
        'one not applicable: the others count',
        engine,
        { 1: '11/12', 2: '15/16', 3: 'n/a', 4: '11/12' },
        ['broken'],
      ],
      ['all but one not applicable', engine, { 1: '11/12', 2: 'n/a', 3: 'n/a', 4: 'n/a' }, []],
      ['a bank on its own', bank, { 1: '11/12', 2: '14/15', 3: '11/12', 4: '14/15' }, ['holds', 'holds']],
      ['one bank only', bank, { 1: '11/12', 3: '15/16' }, ['broken']],
      ['two alike', rule({ kind: 'match', across: 'bank' }), { 1: '11/12', 3: '11/12' }, ['holds']],
      ['two that are not', rule({ kind: 'match', across: 'bank' }), { 1: '9/10', 3: '13/14' }, ['broken']],
      [
        'a ring that the row is not about',
        rule({ kind: 'spread', across: 'engine' }, { appliesTo: { partStates: ['new'] } }),
        { 1: '9/10', 2: 'reused', 3: '9/10', 4: '9/10' },
        ['holds'],
      ],
    ])('%s', (_why, of, gaps, states) => {
      expect(four(of, gaps).map((each) => each.state)).toEqual(states);
    });
    test.each(['head', 'journal'] as const)(
      'within one %s, which the layout does not know: said as soon as one is read, and never judged over all',
      (across) => {
        const stands = four(rule({ kind: 'spread', across }), { 1: '9/10', 2: '15/16' });
        expect(stands).toMatchObject([
          {
            state: 'notProven',
            cannotBecause: 'groupUnknown',
            across,
            places: [at(1, 1, 'top'), at(2, 1, 'top')],
          },
        ]);
        expect(four(rule({ kind: 'match', across }), {})).toEqual([]);
      },
    );
  });
  test('not smaller than a place that is not applicable cannot be told, and is a finding until it is accepted', () => {
    const job = told(relation).take(at(1, 1, 'top'), '11/12');
    expect(setRules(job.job)).toEqual([]); // the other one is still to be read
    const skirt = at(1, 1, 'skirt');
    job.do({ type: 'declareNotApplicable', place: skirt, basedOn: job.version(skirt), reason: 'chamfered' });
    expect(setRules(job.job)).toEqual([]); // and not yet accepted as not applicable
    job.do(
      {
        type: 'decideNotApplicable',
        place: skirt,
        basedOn: job.version(skirt),
        accept: true,
        reason: 'seen',
      },
      PERRIN,
    );
    expect(setRules(job.job)).toMatchObject([
      { kind: 'relation', state: 'notProven', cannotBecause: 'otherNotMeasured', places: [at(1, 1, 'top')] },
    ]);
    const finding = () => openMatters(job.job).findings.filter(({ kind }) => kind === 'setRule');
    const [open] = finding();
    job.do(
      {
        type: 'acceptLimitNote',
        approval: null,
        note: open?.kind === 'setRule' ? open.rule.id : '',
        reason: 'seen',
      },
      PERRIN,
    );
    expect(finding()).toEqual([]);
  });
  test('a rule that does not hold is a finding; its acceptance is of these readings only, by another person', () => {
    const job = told(spread('0.001')).measureAll();
    const finding = () => openMatters(job.job).findings.find(({ kind }) => kind === 'setRule');
    const open = finding();
    expect(open).toBeDefined();
    const note = open?.kind === 'setRule' ? open.rule.id : '';
    expect(
      job.attempt(
        { type: 'acceptLimitNote', approval: null, note, reason: 'within what the owner asked' },
        SANNA,
      )?.code,
    ).toBe('MAY_NOT');
    job.do({ type: 'acceptLimitNote', approval: null, note, reason: 'within what the owner asked' }, PERRIN);
    expect(finding()).toBeUndefined();
    job.do({ type: 'reworkPart', ...job.part(at(1, 1, 'top')), what: 'filed', how: 'x' });
    job.take(at(1, 1, 'skirt'), '44/46').take(at(1, 1, 'top'), '14/15');
    expect(finding()).toBeDefined();
    expect(
      job.attempt({ type: 'acceptLimitNote', approval: null, note, reason: 'again' }, PERRIN)?.code,
    ).toBe('NOTE_UNKNOWN');
  });
});

describe('what a letter adds to a sheet', () => {
  const extra = letter([
    topRow(
      {},
      {
        label: '8',
        station: 'mid',
        rule: {
          kind: 'station',
          label: 'middle of travel',
          datum: 'skirtEnd',
          distance: printed('3.5', 'in'),
        },
      },
    ),
    topRow({ min: printed('0.020', 'in') }, { label: '9', station: 'mid' }),
    topRow({}, { label: '10', rule: { kind: 'check', question: 'Are the edges dressed?' } }),
  ]);
  test('a station is measured and judged, a check is asked, and the model in the library stays as it is', () => {
    const told = story(kept(REVISION, ROWS), extra).arrive().fit();
    const middle = at(1, 1, 'mid');
    expect(currentPin(told.job)?.model.layout.stations.map(({ id }) => id)).toEqual(['skirt', 'top', 'mid']);
    expect(MODEL.layout.stations.map(({ id }) => id)).toEqual(['skirt', 'top']);
    told.take(middle, '20/22');
    expect(placeStatus(told.job, parsePlaceKey(middle)!).state).toBe('in');
    const unanswered = told.attempt({ ...told.reading(at(1, 1, 'top'), '11/12'), answers: [] }, IVO);
    expect(unanswered?.code).toBe('QUESTION_OPEN');
    expect(Object.keys(GOOD)).not.toContain(middle);
  });
});
