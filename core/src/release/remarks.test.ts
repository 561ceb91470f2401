import { at, Story } from '../../test/story';
import { GHISLAINE, IVO, kept, PERRIN, printed, REVISION, ROWS, SANNA } from '../../test/fixtures';
import { gateRule, gateWaits, openMatters, openOrders, remarksOn, tellAgain } from '../index';
import type { Envelope, JobDraft, LimitRow } from '../index';

const TOP = at(1, 1, 'top');
const FINDING = `outOfLimits ${at(1, 2, 'skirt')}`;
/** One oil ring that is far too loose: nothing but a decision helps. */
const loose = (): Story =>
  new Story()
    .arrive()
    .fit()
    .take(at(1, 2, 'skirt'), '40/42');
const note = (finding: string, text = 'scored from top to bottom'): JobDraft => ({
  type: 'noteFinding',
  finding,
  text,
});
const ids = (told: Story): string[] => openMatters(told.job).findings.map(({ id }) => id);
const waitsOf = (told: Story): boolean =>
  gateWaits(told.job, gateRule(told.job, 'rings')!, '2026-06-02').some(
    (wait) => wait.kind === 'finding' && wait.finding.kind === 'order',
  );
const seal = (told: Story): readonly Envelope[] => told.entries.map(({ entry }) => entry as Envelope);

test('what is added to a finding stays with it when it is measured again, decided and found anew', () => {
  const told = loose().do(note(FINDING));
  told.do({
    ...{ type: 'placeOrder', sort: 'part', asked: '' },
    finding: FINDING,
    what: 'oil ring, 5.125',
    supplier: 'Ostrand Parts',
    number: 'A-17',
    expectedOn: '2026-06-20',
  });
  const reading = told.job.places.get(at(1, 2, 'skirt'))!.readings[0]!.seq;
  told.do({ type: 'correctReading', place: at(1, 2, 'skirt'), reading, reason: 'wrongBlade', instead: null });
  expect(ids(told)).not.toContain(FINDING);
  told.take(at(1, 2, 'skirt'), '42/44');
  expect(ids(told)).toContain(FINDING);
  expect(remarksOn(told.job, FINDING)).toMatchObject([
    { kind: 'note', text: 'scored from top to bottom', by: { name: 'Ivo' } },
    { kind: 'order', what: 'oil ring, 5.125', number: 'A-17' },
  ]);
  // Something was added to it before: more can be said of it while it is gone.
  const again = told.job.places.get(at(1, 2, 'skirt'))!.readings.at(-1)!.seq;
  told.do({
    type: 'correctReading',
    place: at(1, 2, 'skirt'),
    reading: again,
    reason: 'typing',
    instead: null,
  });
  told.do(note(FINDING, 'it was the wrong ring'), PERRIN);
  expect(remarksOn(told.job, FINDING)).toHaveLength(3);
  expect(tellAgain(seal(told)).remarks).toEqual([]);
});

test('the finding of a rule over several readings is the same one, whatever is read', () => {
  const spread: LimitRow = {
    ...ROWS[1]!,
    id: 'OM-1 rev 1 row 9',
    label: '9',
    rule: { kind: 'spread', across: 'engine' },
    printed: { max: printed('0.001', 'in') },
  };
  const told = new Story();
  told.revisions = [kept(REVISION, [...ROWS, spread])];
  told
    .arrive()
    .fit()
    .take(TOP, '11/12')
    .take(at(2, 1, 'top'), '20/22');
  const found = ids(told).filter((id) => id.startsWith('rule'));
  expect(found).toEqual(['rule OM-1 rev 1 row 9 engine all']);
  told.do(note(found[0]!));
  const first = told.job.places.get(TOP)!.readings[0]!.seq;
  told
    .do({ type: 'correctReading', place: TOP, reading: first, reason: 'typing', instead: null })
    .take(TOP, '12/13');
  expect(ids(told).filter((id) => id.startsWith('rule'))).toEqual(found);
  expect(remarksOn(told.job, found[0]!)).toHaveLength(1);
});

test('an order is settled once, by its entry', () => {
  const told = loose();
  told.do({
    ...{ type: 'placeOrder', sort: 'part', asked: '' },
    finding: FINDING,
    what: 'ring',
    supplier: 'Ostrand',
    number: '',
    expectedOn: null,
  });
  const order = told.job.remarks[0]!.seq;
  const arrived = { type: 'settleOrder', order, as: 'arrived', note: '', certificate: 'EN 10204' } as const;
  expect(told.attempt(arrived, SANNA)).toBeUndefined();
  expect(told.job.remarks[0]).toMatchObject({ settled: { as: 'arrived', by: 'Sanna' } });
  expect(told.attempt({ ...arrived, as: 'cancelled' }, IVO)?.code).toBe('ORDER_UNKNOWN');
  expect(told.attempt({ ...arrived, order: 1 }, IVO)?.code).toBe('ORDER_UNKNOWN');
});

const order = (finding: string, sort: 'part' | 'work'): JobDraft => ({
  ...{ type: 'placeOrder', finding, sort, what: 'bore 1', supplier: 'Hask & Sons', asked: '0.010 over' },
  ...{ number: '', expectedOn: '2026-06-20' },
});
const arrive = (told: Story): number => {
  const placed = openOrders(told.job)[0]!.seq;
  told.do({ type: 'settleOrder', order: placed, as: 'arrived', note: '', certificate: 'C-7' });
  return placed;
};
const orderFindings = (told: Story): string[] =>
  openMatters(told.job).findings.flatMap((each) => (each.kind === 'order' ? [each.stand] : []));
test('what was done elsewhere holds its gate until it is measured here, whatever its certificate says', () => {
  const told = new Story()
    .arrive()
    .fit()
    .take(TOP, '12/13')
    .do(order(`place ${TOP}`, 'work'));
  expect([orderFindings(told), waitsOf(told)]).toEqual([['awaited'], true]);
  const placed = arrive(told);
  expect(orderFindings(told)).toEqual(['toReceive']);
  const receive: JobDraft = { type: 'receiveOrder', order: placed, accepted: true, check: 'honed, clean' };
  // The reading of before it went out is none of it; nor is the certificate.
  expect(told.attempt(receive, SANNA)?.code).toBe('ORDER_NOT_MEASURED');
  expect(told.attempt({ ...receive, accepted: false, check: ' ' }, SANNA)?.code).toBe('REASON_MISSING');
  told.do({ type: 'reworkPart', part: 'bore@cylinder:1#1', what: 'honed', how: '0.010 over' });
  told.take(TOP, '11/12');
  expect(told.attempt({ ...receive, check: '' }, SANNA)?.code).toBe('REASON_MISSING');
  told.do(receive, SANNA);
  expect(orderFindings(told)).toEqual([]);
  expect(told.job.remarks[0]).toMatchObject({
    settled: {
      certificate: 'C-7',
      received: { accepted: true, by: 'Sanna', evidence: [expect.any(Number)] },
    },
  });
  expect(told.attempt(receive, IVO)?.code).toBe('ORDER_UNKNOWN');
  expect(tellAgain(seal(told)).remarks).toEqual([]);
});
test('what is measured after another part lies there is none of the one that came', () => {
  const told = new Story()
    .arrive()
    .fit()
    .do(order(`place ${TOP}`, 'work'));
  const placed = arrive(told);
  told.take(TOP, '12/13');
  const part = told.job.places.get(TOP)!.readings[0]!.parts.find(({ id }) => id.startsWith('ring'))!.id;
  told.do({ type: 'replacePart', part, reason: 'x', instead: { state: 'new', partNumber: null, lot: null } });
  expect(told.attempt({ type: 'receiveOrder', order: placed, accepted: true, check: 'x' }, IVO)?.code).toBe(
    'ORDER_NOT_MEASURED',
  );
});
test.each<[string, number, boolean]>([
  ['a part that is bought', 0, true],
  ['a part that goes back', 0, false],
])('%s is received on what was checked of it', (_what, evidence, accepted) => {
  const told = new Story()
    .arrive()
    .fit()
    .do(order(`place ${TOP}`, 'part'));
  const placed = arrive(told);
  expect(told.attempt({ type: 'receiveOrder', order: placed, accepted, check: '  ' }, IVO)?.code).toBe(
    'REASON_MISSING',
  );
  told.do({ type: 'receiveOrder', order: placed, accepted, check: 'marks right, 2.48 thick' });
  const [remark] = told.job.remarks;
  expect(remark).toMatchObject({ settled: { received: { accepted } } });
  expect([
    orderFindings(told),
    remark?.kind === 'order' && remark.settled?.received?.evidence.length,
  ]).toEqual([[], evidence]);
});
test('what is for other sheets holds no gate of these; one that was cancelled, or not come yet, is not received', () => {
  const told = new Story()
    .arrive()
    .fit()
    .do(order(`place ${TOP}`, 'part'));
  const placed = openOrders(told.job)[0]!.seq;
  expect(openMatters(told.job, ['boreDiameter']).findings.some(({ kind }) => kind === 'order')).toBe(false);
  const receive: JobDraft = { type: 'receiveOrder', order: placed, accepted: true, check: 'x' };
  expect(told.attempt(receive, IVO)?.code).toBe('ORDER_UNKNOWN');
  told.do({ type: 'settleOrder', order: placed, as: 'cancelled', note: 'not made', certificate: '' });
  expect([told.attempt(receive, IVO)?.code, orderFindings(told)]).toEqual(['ORDER_UNKNOWN', []]);
});

test.each<[string, JobDraft, string]>([
  ['a finding that is none', note('outOfLimits nowhere'), 'FINDING_UNKNOWN'],
  ['a note that says nothing', note(FINDING, '  '), 'REASON_MISSING'],
  [
    'an order of nothing',
    {
      ...{ type: 'placeOrder', sort: 'part', asked: '', finding: FINDING },
      ...{ what: ' ', supplier: 'Ostrand', number: '', expectedOn: null },
    },
    'REASON_MISSING',
  ],
])('%s is refused', (_what, draft, code) => {
  expect(loose().attempt(draft, IVO)?.code).toBe(code);
});
test('who neither measures nor inspects adds nothing, and what is added decides nothing', () => {
  const told = loose();
  expect(told.attempt(note(FINDING), GHISLAINE)?.code).toBe('MAY_NOT');
  const before = ids(told);
  told.do(note(FINDING));
  expect(ids(told)).toEqual(before);
});
test('under a signed gate something can still be noted; after the seal nothing can', () => {
  const told = new Story()
    .arrive()
    .fit()
    .take(at(1, 2, 'skirt'), '40/42')
    .do(note(FINDING));
  const reading = told.job.places.get(at(1, 2, 'skirt'))!.readings[0]!.seq;
  told.do({ type: 'correctReading', place: at(1, 2, 'skirt'), reading, reason: 'typing', instead: null });
  const agree = { type: 'agreeWithdrawal', place: at(1, 2, 'skirt'), reading, reason: 'seen' } as const;
  told.do(agree, SANNA);
  told.measureAll().sign('rings', PERRIN).do(note(FINDING, 'the box had the wrong label'));
  const digest = told.job.signatures.rings?.at(-1)?.digest;
  told.sign('release', GHISLAINE);
  expect(told.job.signatures.rings?.at(-1)?.digest).toBe(digest);
  expect(told.seal().attempt(note(FINDING), IVO)?.code).toBe('JOB_SEALED');
  expect(tellAgain(seal(told)).remarks).toEqual([]);
});
