import { at, ENGINE, Story } from '../../test/story';
import { IVO, kept, PERRIN, printed, REVISION, ROWS, SANNA } from '../../test/fixtures';
import {
  currentPin,
  currentReading,
  fitsOf,
  limitNotes,
  openMatters,
  placeAt,
  slotKey,
  tellAgain,
  usualPart,
} from '../index';
import type { DocumentRevision, EngineFacts, Envelope, LimitRow, PartFacts } from '../index';

/** A tighter minimum of the top ring's skirt gap for one piston material, a wider one for another. */
const rowFor = (label: string, min: string, appliesTo: LimitRow['appliesTo']): LimitRow => ({
  ...ROWS[1]!,
  id: `OM-1 rev 1 row ${label}`,
  label,
  printed: { min: printed(min, 'in') },
  appliesTo,
});
const FOR_H = rowFor('8', '0.020', { pistonMaterials: ['H'] });
const FOR_N = rowFor('9', '0.010', { pistonMaterials: ['N'] });
const TOP = at(1, 1, 'top');
const OTHER = at(2, 1, 'top');

function story(rows: readonly LimitRow[], engine: Partial<EngineFacts> = {}, revision = REVISION): Story {
  const told = new Story();
  told.revisions = [kept(REVISION, [...ROWS, ...(revision === REVISION ? rows : [])])];
  if (revision !== REVISION) told.revisions = [...told.revisions, kept(revision, rows)];
  const opening = { ...ENGINE, ...engine };
  told.open({ engine: opening, pin: told.pin(1, opening) });
  return told
    .do({ type: 'confirmIdentity', serialSeen: 'V-100' }, SANNA)
    .do({ type: 'checkDocuments', pin: 1 }, IVO)
    .do({ type: 'takeInstrument', instrument: 'FS-2' })
    .fit();
}
const entriesOf = (told: Story) => told.entries.map(({ entry }) => entry as Envelope);
const typesSince = (told: Story, before: number) =>
  entriesOf(told)
    .slice(before)
    .map(({ type }) => type);
const verdictAt = (told: Story, place: string) => currentReading(placeAt(told.job, place))?.verdict;
const wordsAt = (told: Story) => [TOP, OTHER].map((place) => verdictAt(told, place)?.verdict);
const slotOf = (kind: string, cylinder: number) => slotKey(usualPart(kind), { cylinder: String(cylinder) });
const fitPiston = (told: Story, cylinder: number, material: string | null) =>
  told.do({
    type: 'fitParts',
    slots: [slotOf('piston', cylinder)],
    ...{ state: 'new', partNumber: null, lot: null, maker: null, material },
  });
const pistonIn = (told: Story, cylinder: number) =>
  told.job.parts.get(told.job.slots.get(slotOf('piston', cylinder)) ?? '')!;
const toldAgain = (told: Story) => tellAgain(entriesOf(told)).remarks;

describe('the material of the very piston', () => {
  test('selects the limit of the rings in its cylinder, and of no other', () => {
    const told = story([FOR_H, FOR_N], { pistonMaterial: 'N' });
    fitPiston(told, 1, 'H').take(TOP, '11/12').take(OTHER, '11/12');
    expect(wordsAt(told)).toEqual(['tight', 'in']);
    // The verdict says by what it was selected, where that was not what was said of the engine.
    expect([verdictAt(told, TOP)?.pistonMaterial, verdictAt(told, OTHER)?.pistonMaterial]).toEqual([
      'H',
      undefined,
    ]);
    expect(toldAgain(told)).toEqual([]);
  });
  test('that comes after the reading judges it again in the same act, spends nothing, and touches nothing else', () => {
    const told = story([FOR_H, FOR_N], { pistonMaterial: 'N' }).take(TOP, '11/12').take(OTHER, '11/12');
    const before = told.entries.length;
    fitPiston(told, 1, 'H');
    expect(typesSince(told, before)).toEqual(['partFitted', 'readingsJudgedAgain']);
    expect(entriesOf(told).at(-1)?.data).toMatchObject({ rejudged: [{ place: TOP }] });
    expect(wordsAt(told)).toEqual(['tight', 'in']);
    expect(toldAgain(told)).toEqual([]);
  });
  test('that is replaced by one like it changes no verdict, and says nothing', () => {
    const told = fitPiston(story([FOR_H, FOR_N]), 1, 'H').take(TOP, '11/12');
    const before = told.entries.length;
    const instead = { state: 'new', partNumber: null, lot: null, material: 'H' } as const;
    told.do({ type: 'replacePart', part: pistonIn(told, 1).id, basedOn: 1, reason: 'scored', instead });
    expect(typesSince(told, before)).toEqual(['partRemoved', 'partFitted']);
    expect(toldAgain(told)).toEqual([]);
  });
  test.each<[string, string | null, string]>([
    ['is taken out: what was said of all pistons holds again', 'N', 'in'],
    ['is taken out, and nobody said anything of all: the rows are held back', null, 'withheld'],
  ])('%s', (_what, pistonMaterial, word) => {
    const told = fitPiston(story([FOR_H, FOR_N], { pistonMaterial }), 1, 'H').take(TOP, '11/12');
    told.do({ type: 'replacePart', part: pistonIn(told, 1).id, basedOn: 1, reason: 'out', instead: null });
    expect(verdictAt(told, TOP)?.verdict).toBe(word);
    expect(verdictAt(told, TOP)).not.toHaveProperty('pistonMaterial');
    expect(toldAgain(told)).toEqual([]);
  });
  test('is kept where what is said of all pistons changes', () => {
    const told = fitPiston(story([FOR_H, FOR_N], { pistonMaterial: 'N' }), 1, 'H');
    told.take(TOP, '11/12').take(OTHER, '11/12');
    told.do({ type: 'sayEngineFacts', facts: { pistonMaterial: 'Q' }, reason: 'read on a crown' });
    expect(wordsAt(told)).toEqual(['tight', 'in']);
    told.do({ type: 'sayEngineFacts', facts: { pistonMaterial: 'H' }, reason: 'read again' });
    expect(wordsAt(told)).toEqual(['tight', 'tight']);
    expect(toldAgain(told)).toEqual([]);
  });
  test('that no row names takes what is said of all, and one that nobody knows what is said of the engine', () => {
    const told = story([FOR_H], { pistonMaterial: 'H' });
    fitPiston(told, 1, 'Z');
    fitPiston(told, 2, null).take(TOP, '11/12').take(OTHER, '11/12');
    expect(wordsAt(told)).toEqual(['in', 'tight']);
  });
  test('an own one leaves no document out of the pin', () => {
    const told = story(
      [FOR_H],
      { pistonMaterial: 'N' },
      {
        ...REVISION,
        ...({ id: 'SL-1 rev 1', number: 'SL-1', kind: 'letter' } as const),
        appliesTo: { pistonMaterials: ['H'] },
      },
    );
    expect(currentPin(told.job)?.documents.map(({ id }) => id)).toEqual(['OM-1 rev 1', 'SL-1 rev 1']);
  });
  test('fits that depend on no material have one decision, as many as before', () => {
    const pins = [story([]), story([FOR_H, FOR_N])].map(({ job }) => currentPin(job)!.fits);
    // The top gap of the first ring, new and used: unknown, any other, H and N instead of one.
    expect(pins[1]!.length - pins[0]!.length).toBe(2 * 3);
    expect(pins[0]!.every(({ of }) => of === undefined)).toBe(true);
  });
});

describe('behind a signed gate', () => {
  const signed = (rows: readonly LimitRow[]) => {
    const told = story(rows, { pistonMaterial: 'N' });
    return told.sign('arrival', PERRIN).measureAll().sign('rings', PERRIN);
  };
  test('a piston is not fitted whose material selects the limits there', () => {
    const told = signed([FOR_N]);
    const fit = {
      type: 'fitParts',
      slots: [slotOf('piston', 1)],
      ...({ state: 'new', partNumber: null, lot: null, material: 'H' } as const),
    } as const;
    expect(told.attempt(fit, IVO)?.code).toBe('BEHIND_SIGNED_GATE');
    // Who had not seen the signature reports it: nothing that was signed is touched.
    const before = told.entries.length;
    told.do({ ...fit, underSignature: null });
    expect(typesSince(told, before)).toEqual(['factReported']);
    expect(toldAgain(told)).toEqual([]);
  });
  test('and one that selects nothing there is', () => {
    expect(fitPiston(signed([]), 1, 'H').job.slots.get(slotOf('piston', 1))).toBe('piston@cylinder:1#1');
  });
  test('nothing is said of the rings that were signed for', () => {
    const told = signed([]);
    const { part } = told.part(TOP);
    const say = { type: 'sayPartFacts', parts: [part], facts: { maker: 'Quill' }, reason: 'box' } as const;
    expect(told.attempt(say, IVO)?.code).toBe('BEHIND_SIGNED_GATE');
  });
});

describe('what is said of parts that lie there', () => {
  const NUMBERED = rowFor('7', '0.020', { partNumbers: ['R-2'] });
  const say = (told: Story, parts: readonly string[], facts: Partial<PartFacts>, by = IVO) =>
    told.do({ type: 'sayPartFacts', parts, facts, reason: 'read on the ring' }, by);

  test('a number judges the readings of that part again, and of no other', () => {
    const told = story([NUMBERED], { ringPartNumber: 'R-1' }).take(TOP, '11/12').take(OTHER, '11/12');
    const before = told.entries.length;
    say(told, [told.part(TOP).part], { partNumber: 'R-2' });
    expect(typesSince(told, before)).toEqual(['partFactsSaid', 'readingsJudgedAgain']);
    expect(wordsAt(told)).toEqual(['tight', 'in']);
    expect(verdictAt(told, TOP)?.partNumber).toBe('R-2');
    expect(toldAgain(told)).toEqual([]);
  });
  test('of several parts in one act', () => {
    const told = story([NUMBERED], { ringPartNumber: 'R-1' }).take(TOP, '11/12').take(OTHER, '11/12');
    say(told, [told.part(TOP).part, told.part(OTHER).part], { partNumber: 'R-2' });
    expect(wordsAt(told)).toEqual(['tight', 'tight']);
    expect(toldAgain(told)).toEqual([]);
  });
  test('and contradicts what was known waits for somebody else, until the part is gone', () => {
    const told = story([], { ringPartNumber: 'R-1' });
    const open = () =>
      openMatters(told.job, ['ringGap'])
        .findings.filter(({ kind }) => kind === 'limitNote')
        .map(({ id, notBy }) => [id, notBy]);
    const { part, basedOn } = told.part(TOP);
    say(told, [part], { partNumber: 'R-2' });
    expect(open()).toEqual([[`note factRestated ${told.job.seq} partNumber ${part}`, ['ivo']]]);
    told.do({ type: 'replacePart', part, basedOn, reason: 'short', instead: null });
    expect(open()).toEqual([]);
    expect(toldAgain(told)).toEqual([]);
  });
  test('taken back as it was recorded, it leaves nothing to look at', () => {
    const told = story([], { ringPartNumber: 'R-1' });
    const { part } = told.part(TOP);
    say(say(told, [part], { partNumber: 'R-2' }), [part], { partNumber: 'R-1' });
    expect(told.job.restated).toEqual([]);
  });
  test('that nobody knew anything of needs no second look', () => {
    const told = story([]);
    say(told, [told.part(TOP).part], { maker: 'Quill', material: 'iron' });
    expect(told.job.restated).toEqual([]);
    expect(told.job.parts.get(told.part(TOP).part)).toMatchObject({ maker: 'Quill', material: 'iron' });
  });
  test('is refused to who saw something else of it', () => {
    const told = story([]);
    const { part } = told.part(TOP);
    const from = [{ partNumber: null, maker: null, material: null }];
    say(told, [part], { maker: 'Quill' });
    const late = {
      type: 'sayPartFacts',
      parts: [part],
      from,
      facts: { maker: 'Orrin' },
      reason: 'x',
    } as const;
    expect(told.attempt(late, SANNA)?.code).toBe('PART_SAID_ANEW');
    expect(told.attempt({ ...late, from: [] }, SANNA)?.code).toBe('PART_SAID_ANEW');
  });
  test.each<[string, string[], object, string, string]>([
    ['a part that is not there', ['ring@nowhere#1'], { maker: 'Q' }, 'x', 'PART_UNKNOWN'],
    ['no part', [], { maker: 'Q' }, 'x', 'NOTHING_SAID'],
    ['nothing', ['here'], {}, 'x', 'NOTHING_SAID'],
    ['what is known', ['here'], { maker: null }, 'x', 'NOTHING_SAID'],
    ['no reason', ['here'], { maker: 'Q' }, ' ', 'REASON_MISSING'],
  ])('%s is refused', (_what, parts, facts, reason, code) => {
    const told = story([]);
    const ids = parts.map((id) => (id === 'here' ? told.part(TOP).part : id));
    expect(told.attempt({ type: 'sayPartFacts', parts: ids, facts, reason }, IVO)?.code).toBe(code);
  });
  test('a part that was taken out is not said anything of, and who may not work on parts says nothing', () => {
    const told = story([]);
    const { part, basedOn } = told.part(TOP);
    const draft = { type: 'sayPartFacts', parts: [part], facts: { maker: 'Q' }, reason: 'x' } as const;
    expect(told.attempt(draft, { ...IVO, roles: ['steward'] })?.code).toBe('MAY_NOT');
    told.do({ type: 'replacePart', part, basedOn, reason: 'short', instead: null });
    expect(told.attempt(draft, IVO)?.code).toBe('PART_NOT_FITTED');
  });
});

describe('a leaflet of one maker', () => {
  const LEAFLET: DocumentRevision = {
    ...REVISION,
    ...({ id: 'PL-1 rev 1', number: 'PL-1', kind: 'partMaker', partsMaker: 'Corvale' } as const),
  };
  const ROW = { ...ROWS[1]!, id: 'PL-1 rev 1 row 1', printed: { max: printed('0.030', 'in') } };
  const leaflet = (engine: Partial<EngineFacts>): Story => {
    const told = story([ROW], engine, LEAFLET);
    const { pins } = told.job;
    // By this shop's rules leaflets govern where the manual says nothing.
    expect(pins[0]?.documents).toHaveLength(2);
    return told;
  };
  const makers = (told: Story) => {
    const pin = currentPin(told.job)!;
    const policy = { order: ['manual', 'partMaker'] } as const;
    const fits = fitsOf({ ...pin, policy });
    return limitNotes({ ...pin, policy, fits }, told.job, fits).map(({ id }) => id);
  };
  const sayMaker = (told: Story, place: string, maker: string) =>
    told.do({ type: 'sayPartFacts', parts: [told.part(place).part], facts: { maker }, reason: 'box' });

  test('asks about every other maker whose parts lie where it governs, once each', () => {
    const told = leaflet({ ringMaker: 'Corvale' });
    expect(makers(told)).toEqual([]);
    sayMaker(told, TOP, 'Orrin');
    expect(makers(told)).toContain('otherMaker PL-1 rev 1 ring Orrin');
    sayMaker(told, OTHER, 'Orrin');
    expect(makers(told).filter((id) => id.startsWith('otherMaker'))).toEqual([
      'otherMaker PL-1 rev 1 ring Orrin',
    ]);
  });
  test('says nothing of a part elsewhere, and asks where nobody said whose it is', () => {
    const told = leaflet({ ringMaker: null });
    expect(makers(told)).toEqual(['otherMaker PL-1 rev 1 ring']);
    sayMaker(sayMaker(told, TOP, 'Corvale'), OTHER, ' corvale ');
    sayMaker(told, at(1, 2, 'skirt'), 'Orrin');
    expect(makers(told)).toEqual([]);
  });
});

test('a leaflet that governs beside pistons of another material than lie here asks nobody anything', () => {
  const leaflet: DocumentRevision = {
    ...REVISION,
    ...({ id: 'PL-1 rev 1', number: 'PL-1', kind: 'partMaker', partsMaker: 'Corvale' } as const),
  };
  const row = { ...FOR_H, id: 'PL-1 rev 1 row 1', label: '1' };
  const told = story([row], { pistonMaterial: 'N' }, leaflet);
  // A shop in which leaflets govern where the manual says nothing.
  const pin = currentPin(told.job)!;
  const policy = { order: ['partMaker', 'manual'] } as const;
  told.state = { ...told.job, pins: [{ ...pin, policy, fits: fitsOf({ ...pin, policy }) }] };
  const notes = () =>
    openMatters(told.job, ['ringGap']).findings.flatMap((each) => (each.kind === 'limitNote' ? each.id : []));
  expect(notes()).toEqual([]);
  fitPiston(told, 2, 'H');
  expect(notes()).toEqual(['note otherMaker PL-1 rev 1 ring']);
});
test('a story of the rules before goes on by what was said of all pistons', () => {
  const told = new Story();
  told.revisions = [kept(REVISION, [...ROWS, FOR_H, FOR_N])];
  told.rules = 6;
  const opening = { ...ENGINE, pistonMaterial: 'N' };
  const pin = { ...told.pin(1, opening), version: 2 as const };
  told.open({ engine: opening, pin: { ...pin, fits: fitsOf(pin) } });
  told.do({ type: 'takeInstrument', instrument: 'FS-2' }).fit().take(TOP, '11/12');
  told.do({ type: 'sayEngineFacts', facts: { pistonMaterial: 'H' }, reason: 'read' });
  expect([currentPin(told.job)?.version, verdictAt(told, TOP)?.verdict]).toEqual([2, 'tight']);
  told.rules = 7;
  // The pin that it has asks no piston; the next one does.
  fitPiston(told, 1, 'N');
  expect(verdictAt(told, TOP)?.verdict).toBe('tight');
  told.do({ type: 'sayEngineFacts', facts: { oversize: null }, reason: 'not stamped' });
  expect([currentPin(told.job)?.version, verdictAt(told, TOP)?.verdict]).toEqual([3, 'in']);
  expect(toldAgain(told)).toEqual([]);
});
