import { placeKey, sheetPlaces } from '@oak-gate/core';
import type { JobDraft, Part } from '@oak-gate/core';
import { DemoJob, at } from '../../testing/demo-job';
import { PageUnderTest, SESSION } from '../../testing/page';
import { JobActions } from '../state/job.feature';
import { sheetViews } from '../ui/sheet-view';
import { FitPage } from './fit.page';
import { LimitsPage } from './limits.page';
import { partsAsked } from './parts-asked';
import { askPartFacts } from '../ui/part-facts-ask';

const HEADER = 'row,characteristic,groove,member,station,min,max,unit,part_numbers,piston_materials,note';
/** Of the second ring's top gap: one row for rings of a number, one for pistons of a material. */
const OWN = `${HEADER}\n1,ringGap,2,ring,top,0.012,,in,R-2,,\n2,ringGap,2,ring,top,0.014,,in,,H,`;
const PLACE = at(1, 2, 'top');
const demo = () =>
  new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417', [{ id: 'SL-99 rev 1', kind: 'letter', table: OWN }]);
const rings = ({ job }: DemoJob): Part[] =>
  job.parts.values().filter(({ kind, slot }) => kind === 'ring' && slot?.includes('groove:2') === true);
const placesOf = ({ job }: DemoJob) =>
  sheetPlaces(job).filter((place) => placeKey(place).endsWith('groove:2/member:ring/station:top'));
const opened = (job: DemoJob) => [JobActions.open({ jobId: 'J' }), JobActions.told(job.told())];

/** What the dialog sends when it is filled in so. */
async function sent(job: DemoJob, parts: readonly Part[], values: Readonly<Record<string, string>>) {
  const drafts: JobDraft[] = [];
  const ask = askPartFacts(job.job, parts, ['ring', 'rings'], (draft) => {
    drafts.push(draft);
    return Promise.resolve(undefined);
  });
  const shown = Object.fromEntries(ask.fields.map(({ key, value = '' }) => [key, value]));
  await ask.act({ ...shown, ...values, reason: 'read' });
  return { ask, drafts };
}

test('of one part everything that is known is shown, and only what was changed is said', async () => {
  const job = demo();
  const [ring] = rings(job);
  const said = { type: 'sayPartFacts', parts: [ring!.id], facts: { maker: 'Quill' }, reason: 'box' } as const;
  job.do(said);
  const known = job.job.parts.get(ring!.id)!;
  const { ask, drafts } = await sent(job, [known], { material: ' iron ' });
  expect(ask.title).toBe('What this ring is');
  expect(drafts).toEqual([
    { type: 'sayPartFacts', parts: [ring!.id], facts: { material: 'iron' }, reason: 'read' },
  ]);
  // A field that is emptied is said to be unknown.
  expect((await sent(job, [known], { maker: '' })).drafts[0]).toMatchObject({ facts: { maker: null } });
});
test('of several parts what they do not share is empty, and what stays empty is not said', async () => {
  const job = demo();
  const all = rings(job);
  job.do({ type: 'sayPartFacts', parts: [all[0]!.id], facts: { maker: 'Quill' }, reason: 'box' });
  const { ask, drafts } = await sent(job, rings(job), { partNumber: 'R-2' });
  expect(ask.title).toBe('What these 4 rings are');
  expect(drafts[0]).toMatchObject({ parts: all.map(({ id }) => id), facts: { partNumber: 'R-2' } });
  expect(Object.keys((drafts[0] as { facts: object }).facts)).toEqual(['partNumber']);
});
test('a limit that waits asks the very parts of which nobody said it', () => {
  const job = demo();
  const asked = (missing: Parameters<typeof partsAsked>[2]) =>
    partsAsked(job.job, placesOf(job), missing).map(({ kind, parts }) => [kind, parts.length]);
  expect(asked(['partNumber'])).toEqual([['ring', 4]]);
  expect(asked(['oversize', 'duty'])).toEqual([]);
  // No piston lies here yet: nothing can be said of one.
  expect(asked(['pistonMaterial'])).toEqual([]);
  const slots = ['piston@cylinder:1', 'piston@cylinder:2'];
  job.do({ type: 'fitParts', slots, state: 'new', partNumber: null, lot: null });
  job.do({ type: 'sayPartFacts', parts: [rings(job)[0]!.id], facts: { partNumber: 'R-1' }, reason: 'x' });
  expect(asked(['partNumber', 'pistonMaterial'])).toEqual([
    ['ring', 3],
    ['piston', 2],
  ]);
  expect(partsAsked(job.job, [], ['partNumber'])).toEqual([]);
});
test('the page of the fit offers both ways: of all parts of the engine, and of those that lie there', () => {
  const job = demo();
  const page = PageUnderTest.open(
    FitPage,
    { fit: PLACE, of: 'part unknown, piston unknown' },
    SESSION,
    opened(job),
  );
  expect(page.button('Say it of the engine')).toBeDefined();
  expect(page.button('Say it of 4 rings')).toBeDefined();
});
test('the limits that no part of this engine is judged by are shown when they are asked for', async () => {
  const job = demo();
  const page = PageUnderTest.open(LimitsPage, {}, SESSION, opened(job));
  const rows = () => page.element.querySelectorAll('.fits tbody tr').length;
  expect(rows()).toBe(12);
  // Two states, three numbers (unknown, R-2, another) with three materials, of which one is in this engine.
  await page.click('16 more, for parts that lie nowhere in this engine');
  expect(rows()).toBe(28);
  await page.click('Only for what lies in this engine');
  expect(rows()).toBe(12);
});
test('a line of the sheet says every limit that holds along it', () => {
  const job = demo();
  const line = () =>
    sheetViews(job.job, ['ringGap'])
      .flatMap(({ blocks }) => blocks)
      .flatMap(({ groups }) => groups)
      .flatMap(({ lines }) => lines)
      .find(({ cells }) => cells.some((cell) => cell?.status.key === PLACE))?.limit;
  expect(line()).toBe('undecided');
  job.do({ type: 'sayEngineFacts', facts: { pistonMaterial: 'L', ringPartNumber: 'R-1' }, reason: 'x' });
  expect(line()).toBe('at least 9.0');
  const [first] = rings(job);
  job.do({ type: 'sayPartFacts', parts: [first!.id], facts: { partNumber: 'R-2' }, reason: 'x' });
  expect(line()).toBe('at least 12.0 or at least 9.0');
  job.do({
    type: 'fitParts',
    slots: ['piston@cylinder:2'],
    state: 'new',
    partNumber: null,
    lot: null,
    material: 'H',
  });
  expect(line()).toBe('limits differ');
});
