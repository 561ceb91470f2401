import { at, Story } from '../../test/story';
import { GHISLAINE, IVO, kept, PERRIN, printed, REVISION, ROWS, SANNA } from '../../test/fixtures';
import { openMatters, remarksOn, tellAgain } from '../index';
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
const seal = (told: Story): readonly Envelope[] => told.entries.map(({ entry }) => entry as Envelope);

test('what is added to a finding stays with it when it is measured again, decided and found anew', () => {
  const told = loose().do(note(FINDING));
  told.do({
    type: 'placeOrder',
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
    type: 'placeOrder',
    finding: FINDING,
    what: 'ring',
    supplier: 'Ostrand',
    number: '',
    expectedOn: null,
  });
  const order = told.job.remarks[0]!.seq;
  const arrived = { type: 'settleOrder', order, as: 'arrived', note: '' } as const;
  expect(told.attempt(arrived, SANNA)).toBeUndefined();
  expect(told.job.remarks[0]).toMatchObject({ settled: { as: 'arrived', by: 'Sanna' } });
  expect(told.attempt({ ...arrived, as: 'cancelled' }, IVO)?.code).toBe('ORDER_UNKNOWN');
  expect(told.attempt({ ...arrived, order: 1 }, IVO)?.code).toBe('ORDER_UNKNOWN');
});

test.each<[string, JobDraft, string]>([
  ['a finding that is none', note('outOfLimits nowhere'), 'FINDING_UNKNOWN'],
  ['a note that says nothing', note(FINDING, '  '), 'REASON_MISSING'],
  [
    'an order of nothing',
    { type: 'placeOrder', finding: FINDING, what: ' ', supplier: 'Ostrand', number: '', expectedOn: null },
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
  told.measureAll().sign('rings', PERRIN).do(note(FINDING, 'the box had the wrong label'));
  const digest = told.job.signatures.rings?.at(-1)?.digest;
  told.sign('release', GHISLAINE);
  expect(told.job.signatures.rings?.at(-1)?.digest).toBe(digest);
  expect(told.seal().attempt(note(FINDING), IVO)?.code).toBe('JOB_SEALED');
  expect(tellAgain(seal(told)).remarks).toEqual([]);
});
