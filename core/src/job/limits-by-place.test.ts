import { at, ENGINE, GOOD, Story } from '../../test/story';
import { IVO, kept, length, PERRIN, printed, REVISION, RING_GAP, ROWS, SANNA } from '../../test/fixtures';
import { BORE_STEP, step, STEP_ROW, TWO_SHEETS } from '../../test/two-sheets';
import {
  currentPin,
  currentReading,
  fitText,
  judgedAt,
  limitInForce,
  openMatters,
  parsePlaceKey,
  placeAt,
  slotsOf,
  tellAgain,
  variantKey,
} from '../index';
import type { EngineFacts, Envelope, LimitRow, PlaceKey } from '../index';

/** Bores and rings, with rows about a step in the bore that depend on an oversize, a part number or a measured diameter. */
function story(rows: readonly LimitRow[], engine: Partial<EngineFacts> = {}): Story {
  const told = new Story();
  told.characteristics = [RING_GAP, BORE_STEP];
  told.revisions = [kept(REVISION, [...ROWS, ...rows])];
  told.route = TWO_SHEETS;
  const opening = { ...ENGINE, ...engine };
  told.open({ engine: opening, pin: told.pin(1, opening) });
  return told
    .do({ type: 'confirmIdentity', serialSeen: 'V-100' }, SANNA)
    .do({ type: 'takeInstrument', instrument: 'FS-2' })
    .fit();
}
const rowOf = (label: string, more: Partial<LimitRow>): LimitRow => ({
  ...STEP_ROW,
  id: `OM-1 rev 1 row ${label}`,
  label,
  ...more,
});
const atMost = (inches: string) => ({ printed: { max: printed(inches, 'in') } });
const QUARTER = length('0.25', 'mm');
const OVERSIZE = [
  rowOf('4', { ...atMost('0.010'), appliesTo: { oversizes: [0 as never] } }),
  rowOf('5', { ...atMost('0.014'), appliesTo: { oversizes: [QUARTER] } }),
];
const entriesOf = (told: Story) => told.entries.map(({ entry }) => entry as Envelope);
const maxAt = (told: Story, place: PlaceKey) => {
  const where = parsePlaceKey(place)!;
  const inForce = limitInForce(told.job, where, judgedAt(told.job, where));
  return inForce.state === 'inForce' ? (inForce.limit.max ?? 'open') : inForce.state;
};
const inch = (text: string): number => length(text, 'in');
const verdictOf = (told: Story, place: PlaceKey) => currentReading(placeAt(told.job, place))?.verdict.verdict;

test('each cylinder has its own oversize: what is said of one judges that one again, and nothing else', () => {
  const told = story(OVERSIZE)
    .take(step(1), '11/12')
    .take(step(2), '11/12')
    .take(at(2, 1, 'top'), '12/13');
  expect([verdictOf(told, step(1)), verdictOf(told, step(2))]).toEqual(['loose', 'loose']);
  const before = told.entries.length;
  told.do({
    type: 'sayCylinderFacts',
    cylinders: ['2'],
    facts: { oversize: QUARTER },
    reason: 'stamped on it',
  });
  expect([maxAt(told, step(1)), maxAt(told, step(2))]).toEqual([inch('0.010'), inch('0.014')]);
  expect([verdictOf(told, step(1)), verdictOf(told, step(2))]).toEqual(['loose', 'in']);
  // The change is a fact in the story: which verdicts it brought stands in the entry.
  const [said, pinned] = entriesOf(told).slice(before);
  expect([said?.type, pinned?.type]).toEqual(['cylinderFactsSaid', 'limitsPinned']);
  const pin = currentPin(told.job)!;
  expect(pin.cylinders).toEqual([{ cylinders: ['2'], oversize: QUARTER, diameter: inch('5.125') + QUARTER }]);
  // What is decided alike is decided once: only the fit that depends on it has a decision of its own.
  expect(pin.fits.filter(({ of }) => of !== undefined).map(fitText)).toEqual([
    'boreStep@engine new cylinders 2',
    'boreStep@engine reused cylinders 2',
  ]);
  expect(tellAgain(entriesOf(told)).remarks).toEqual([]);
});

test('cylinders of which the same is known share their decisions, however many they are', () => {
  const told = story(OVERSIZE);
  const fits = currentPin(told.job)!.fits.length;
  told.do({ type: 'sayCylinderFacts', cylinders: ['1', '2'], facts: { oversize: QUARTER }, reason: 'bored' });
  expect(currentPin(told.job)!.fits).toHaveLength(fits + 2);
  expect(currentPin(told.job)!.cylinders).toHaveLength(1);
  // Said to be as the engine after all, nothing is apart any more.
  told.do({
    type: 'sayCylinderFacts',
    cylinders: ['1', '2'],
    facts: { oversize: 0 as never },
    reason: 'misread',
  });
  expect([currentPin(told.job)!.fits.length, currentPin(told.job)!.cylinders]).toEqual([fits, []]);
});

test('a formula is fed with the bore of its own cylinder', () => {
  const formula = { bound: 'max', perDiameter: 0.002 } as const;
  const told = story([rowOf('4', { formula, printed: {} })]);
  told.do({
    type: 'sayCylinderFacts',
    cylinders: ['2'],
    facts: { measuredBore: inch('5.150') as never },
    reason: 'gauged',
  });
  expect([maxAt(told, step(1)), maxAt(told, step(2))]).toEqual([inch('0.010250'), inch('0.0103')]);
});

describe('the number of a part', () => {
  const NUMBERED = [
    rowOf('4', atMost('0.010')),
    rowOf('5', { ...atMost('0.002'), appliesTo: { partNumbers: ['R-1'] } }),
  ];
  const replaceBore = (told: Story, partNumber: string | null): Story =>
    told.do({
      type: 'replacePart',
      ...told.part(at(1, 1, 'top'), 'bore'),
      reason: 'another cylinder',
      instead: { state: 'new', partNumber, lot: null },
    });

  test('that of the rings selects no row of anything else', () => {
    const told = story(NUMBERED, { ringPartNumber: 'R-1' });
    expect(maxAt(replaceBore(told, 'B-7'), step(1))).toBe(inch('0.010'));
  });
  test.each<[string, string | null, number | string]>([
    ['a number that a row names takes that row', 'R-1', inch('0.002')],
    ['any other takes what is said of all', 'R-10', inch('0.010')],
    ['one that nobody knows holds the row back', null, 'withheld'],
  ])('%s', (_what, partNumber, max) => {
    const told = replaceBore(story(NUMBERED), partNumber);
    expect(maxAt(told, step(1))).toBe(max);
  });
  test('of a ring is its own before the one that was said of all rings', () => {
    const own = { ...ROWS[1]!, id: 'OM-1 rev 1 row 9', label: '9' };
    const told = story(
      [{ ...own, printed: { min: printed('0.030', 'in') }, appliesTo: { partNumbers: ['R-1'] } }],
      { ringPartNumber: 'R-1' },
    );
    const minAt = () => {
      const where = parsePlaceKey(at(1, 1, 'top'))!;
      const inForce = limitInForce(told.job, where, judgedAt(told.job, where));
      return inForce.state === 'inForce' ? inForce.limit.min : inForce.state;
    };
    expect(minAt()).toBe(inch('0.030'));
    told.take(at(1, 1, 'top'), '11/12');
    const ring = { state: 'new', partNumber: 'R-2', lot: null } as const;
    told.do({ type: 'replacePart', ...told.part(at(1, 1, 'top')), reason: 'too short', instead: ring });
    expect(minAt()).toBe(inch('0.009'));
    told.take(at(1, 1, 'top'), '11/12');
    // The verdict says by which number it was selected, so that it can be worked out again.
    expect(currentReading(placeAt(told.job, at(1, 1, 'top')))?.verdict).toMatchObject({
      verdict: 'in',
      partNumber: 'R-2',
    });
    expect(tellAgain(entriesOf(told)).remarks).toEqual([]);
  });
  test('what is chosen for parts of one number holds for these alone', () => {
    const clash = [
      rowOf('4', { ...atMost('0.010'), appliesTo: { partNumbers: ['R-1'] } }),
      rowOf('5', { ...atMost('0.012'), appliesTo: { partNumbers: ['R-1'] } }),
      rowOf('6', { ...atMost('0.012'), appliesTo: { partNumbers: ['R-2'] } }),
      rowOf('7', { ...atMost('0.014'), appliesTo: { partNumbers: ['R-2'] } }),
    ];
    const told = story(clash);
    replaceBore(told, 'R-1').do({
      type: 'replacePart',
      ...told.part(at(2, 1, 'top'), 'bore'),
      reason: 'another cylinder',
      instead: { state: 'new', partNumber: 'R-2', lot: null },
    });
    const open = openMatters(told.job, ['boreStep']).findings.filter(({ kind }) => kind === 'limitWithheld');
    expect(open.map(({ id }) => id)).toEqual([
      'limit boreStep@engine new part R-1',
      'limit boreStep@engine new part R-2',
    ]);
    const fit = { fit: 'boreStep@engine', partState: 'new', of: { partNumber: 'R-1' } } as const;
    told.do({ type: 'decideLimit', ...fit, rows: { max: 'OM-1 rev 1 row 4' }, reason: 'asked' }, PERRIN);
    told.do(
      { type: 'confirmLimit', choice: told.job.limitChosen[0]!.seq, accept: true, reason: 'seen' },
      {
        ...SANNA,
        roles: ['inspector'],
      },
    );
    expect([maxAt(told, step(1)), maxAt(told, step(2))]).toEqual([inch('0.010'), 'withheld']);
    expect(told.job.limitDecisions.map(({ of }) => variantKey(of))).toEqual(['part R-1']);
    expect(tellAgain(entriesOf(told)).remarks).toEqual([]);
  });
});

describe('what is said of a cylinder', () => {
  test('and contradicts what was said of the engine waits for somebody else to look', () => {
    const told = story(OVERSIZE);
    told.do({ type: 'sayCylinderFacts', cylinders: ['2'], facts: { oversize: QUARTER }, reason: 'stamped' });
    const notes = openMatters(told.job).findings.filter(({ kind }) => kind === 'limitNote');
    expect(notes).toMatchObject([
      { note: { kind: 'factRestated', fact: 'oversize', cylinder: '2', before: 0 } },
    ]);
    // Taken back, nothing is left to look at.
    told.do({
      type: 'sayCylinderFacts',
      cylinders: ['2'],
      facts: { oversize: 0 as never },
      reason: 'misread',
    });
    expect(openMatters(told.job).findings.filter(({ kind }) => kind === 'limitNote')).toEqual([]);
  });
  test.each<[string, string[], object, string]>([
    ['a cylinder that the engine has not', ['9'], { oversize: QUARTER }, 'CYLINDER_UNKNOWN'],
    ['no cylinder', [], { oversize: QUARTER }, 'CYLINDER_UNKNOWN'],
    ['nothing', ['1'], {}, 'NOTHING_SAID'],
    ['a bore of nothing', ['1'], { measuredBore: 0 }, 'BORE_WRONG'],
  ])('%s is refused', (_what, cylinders, facts, code) => {
    const told = story(OVERSIZE);
    const problem = told.attempt({ type: 'sayCylinderFacts', cylinders, facts, reason: 'x' }, IVO);
    expect(problem?.code).toBe(code);
  });
  test('is refused by somebody who saw other limits', () => {
    const told = story(OVERSIZE);
    const said = {
      type: 'sayCylinderFacts',
      cylinders: ['2'],
      facts: { oversize: QUARTER },
      reason: 'x',
    } as const;
    told.do(said);
    expect(told.attempt({ ...said, pin: 1 }, SANNA)?.code).toBe('STALE');
  });
});

test('a story of older rules goes on by what is known of its engine, until it has taken up these', () => {
  const told = new Story();
  told.rules = 5;
  const { version: _v, cylinders: _c, ...older } = told.pin(1);
  told.open({ pin: older }).do({ type: 'takeInstrument', instrument: 'FS-2' }).fit();
  told.rules = 6;
  for (const [place, text] of Object.entries(GOOD)) told.take(place, text);
  // The command with which it took them up was decided by those before.
  const without = Object.keys(GOOD).filter(
    (place) => currentReading(placeAt(told.job, place))!.verdict.uncertainty === undefined,
  );
  expect(without).toEqual([Object.keys(GOOD)[0]]);
  expect(tellAgain(entriesOf(told)).remarks).toEqual([]);
  expect(slotsOf(told.model.layout, 'ring')).toHaveLength(4);
});
