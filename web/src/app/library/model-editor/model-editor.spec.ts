import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { modelFile, readModelDraft } from '@oak-gate/contract';
import {
  draftOfModel,
  EMPTY_MODEL,
  reshaped,
  withGapsAt,
  withLabel,
  withRing,
  withStation,
} from '@oak-gate/core';
import type { ModelDraft } from '@oak-gate/core';
import { TestBed } from '@angular/core/testing';
import fc from 'fast-check';
import { CHARACTERISTICS, libraryOf, VELDANE } from '../../../testing/document';
import { PageUnderTest, person, SESSION } from '../../../testing/page';
import { boreView, engineView, pistonHalfView, stationLetter } from './model-drawing-view';
import { ModelEdit } from './model-edit';
import { ModelEditorPage } from './model-editor.page';
import { listText, withNotMeasured, withRebore, withRegrind } from './model-sizes';
import { placeCounts } from './place-counts';

const MODELS = join(__dirname, '../../../../../demo/models');
const SAMPLES = readdirSync(MODELS).map((name) => ({
  name,
  draft: readModelDraft(JSON.parse(readFileSync(join(MODELS, name), 'utf8')))!.draft,
}));

/** Nothing is drawn over something else, and everything within its box. */
function expectDrawn(draft: ModelDraft): void {
  const engine = engineView(draft);
  expect(engine.cylinders).toHaveLength(draft.layout.cylinders.length);
  for (const [i, one] of engine.cylinders.entries()) {
    expect(one.y + one.r).toBeLessThanOrEqual(engine.height);
    expect(one.x - one.r).toBeGreaterThanOrEqual(0);
    for (const other of engine.cylinders.slice(i + 1))
      expect(Math.hypot(one.x - other.x, one.y - other.y)).toBeGreaterThanOrEqual(2 * one.r - 0.01);
  }
  for (const { y, height } of engine.crank) expect(y + height).toBeLessThanOrEqual(engine.height);
  const piston = pistonHalfView(draft);
  for (const [i, { y }] of piston.grooves.entries()) {
    expect(y).toBeLessThan(piston.height - 20);
    expect(y - (piston.grooves[i - 1]?.y ?? 0)).toBeGreaterThanOrEqual(30);
  }
  const bore = boreView(draft);
  for (const [i, { y }] of bore.rows.entries()) {
    expect(y).toBeLessThan(bore.height);
    expect(y - (bore.rows[i - 1]?.y ?? 0)).toBeGreaterThanOrEqual(34);
  }
}

test.each(SAMPLES)('$name is drawn with all that it has', ({ draft }) => {
  expectDrawn(draft);
  const { grooves, stations, heads = [], journals = [] } = draft.layout;
  expect(engineView(draft).heads).toHaveLength(heads.length);
  expect(engineView(draft).crank).toHaveLength(journals.filter(({ kind }) => kind !== 'camshaft').length);
  expect(boreView(draft).columns).toHaveLength(grooves.length);
  expect(
    boreView(draft)
      .rows.map(({ id }) => id)
      .sort(),
  ).toEqual(stations.map(({ id }) => id).sort());
});
test('whatever engine it is, up to the largest, no part of the drawing covers another', () => {
  const shapes = fc.record({
    arrangement: fc.constantFrom('inline' as const, 'flat' as const, 'v' as const),
    cylinders: fc.integer({ min: 0, max: 24 }),
    mains: fc.nat(30),
    rodsEach: fc.nat(3),
  });
  fc.assert(
    fc.property(shapes, fc.nat(8), fc.array(fc.nat(900), { maxLength: 20 }), (shape, rings, depths) => {
      let draft = reshaped(EMPTY_MODEL, shape);
      for (let i = 0; i < rings; i += 1) draft = withRing(draft, `ring ${i}`);
      for (const depth of depths)
        draft = withStation(draft, {
          label: '',
          datum: depth % 2 === 0 ? 'deck' : 'skirtEnd',
          distance: { text: String(depth), unit: 'mm' },
        });
      expectDrawn(draft);
    }),
    { numRuns: 200, seed: 20_261_128 },
  );
});
test('stations go by letters, as many as there are', () => {
  expect([0, 25, 26, 39].map(stationLetter)).toEqual(['A', 'Z', 'AA', 'AN']);
});
test('a gap that is taken is drawn where its ring and its station meet', () => {
  let draft = withStation(withRing(EMPTY_MODEL, 'Top'), {
    ...{ label: '', datum: 'deck' as const, distance: { text: '15', unit: 'mm' as const } },
  });
  expect(pistonHalfView(draft).grooves[0]?.noStation).toBe(true);
  draft = withGapsAt(draft, '1', 's1', true);
  expect(boreView(draft).rows[0]?.taken).toEqual(['1']);
  expect(pistonHalfView(draft).grooves[0]?.noStation).toBe(false);
});
test('places are counted with what they are made of, those first that say most', () => {
  const { draft } = SAMPLES.find(({ name }) => name.startsWith('T3'))!;
  const [first, second] = placeCounts(draft, CHARACTERISTICS);
  expect([first?.name, first?.count, first?.factors]).toEqual(['Ring end gap', 15, '3 × 5']);
  expect([second?.count, second?.factors]).toEqual([18, '3 × 3 × 2']);
  // An oil ring that is measured at another station than the others is no product of numbers.
  const veldane = placeCounts(draftOfModel(VELDANE), CHARACTERISTICS)[0];
  expect([veldane?.count, veldane?.factors]).toEqual([24, '']);
});
test('sizes in a list, and what is not said leaves nothing behind', () => {
  const said = withRebore(EMPTY_MODEL, { oversizes: '0.50; 1.00' });
  expect(listText(said.rebore?.oversizes)).toBe('0.50; 1.00');
  expect('rebore' in withRebore(said, { oversizes: '' })).toBe(false);
  const ground = withRegrind(EMPTY_MODEL, 'main', { standard: '69.85' });
  expect(ground.layout.regrind).toHaveLength(1);
  expect('regrind' in withRegrind(ground, 'main', { standard: '' }).layout).toBe(false);
  const without = withNotMeasured(withRing(EMPTY_MODEL, 'Top'), '1', 'ringSideClearance', 'a wedge');
  expect(withNotMeasured(without, '1', 'ringSideClearance', 'keystone').layout.notApplicable).toEqual([
    { characteristic: 'ringSideClearance', groove: '1', member: 'ring', reason: 'keystone' },
  ]);
});

test('one step back undoes, what is only looked at does not change, and a mended fault of a file is gone', () => {
  const edit = TestBed.configureTestingModule({ providers: [ModelEdit] }).inject(ModelEdit);
  const draft = draftOfModel(VELDANE);
  edit.begin(draft, [
    { path: ['layout', 'grooves', 0, 'members', 0, 'kind'], words: 'is no kind of ring' },
    { path: ['version'], words: 'is 3' },
  ]);
  edit.change((now) => withLabel(now, 'grooves', 0, 'Fire ring'));
  expect(edit.draft()).toBe(draft);
  edit.fixed.set(false);
  edit.change((now) => withLabel(now, 'grooves', 0, 'Fire ring'));
  expect(edit.draft().layout.grooves[0]?.label).toBe('Fire ring');
  // The name has nothing to do with what the file said wrongly of the kind.
  expect(edit.faultsOf('rings')).toBe(1);
  edit.goToFault();
  expect([edit.open(), edit.ring()]).toEqual(['rings', '1']);
  edit.accept(edit.faultsWithin(['layout', 'grooves'])[0]!);
  expect(edit.faultsOf('rings')).toBe(0);
  expect(edit.elsewhere()).toHaveLength(1);
  edit.undo();
  expect(edit.draft()).toBe(draft);
  expect(edit.canUndo()).toBe(false);
});

const view = (part: object = {}) => ({
  ...{ version: 2, digest: 'a'.repeat(64), model: VELDANE, earlier: [], draft: null, jobs: [] },
  characteristics: CHARACTERISTICS,
  ...part,
});
const draftView = (writers: readonly string[], checked: object | null = null) => ({
  ...{ digest: 'b'.repeat(64), by: 'Asta', at: '2026-06-01T08:00:00.000Z', writers, checked },
  model: { ...VELDANE, name: 'VA-4-331' },
  rowsLost: [{ document: 'SL-88 rev B', row: '4' }],
});
test('a draft says what it changes, for whom, and which rows name nothing any more; who did not make it checks it', async () => {
  const ivo = { ...SESSION, person: person('Ivo', 'technician') };
  const page = PageUnderTest.open(ModelEditorPage, { model: 'VA-4-330' }, ivo);
  await page.answer(
    '/api/library/models/VA-4-330/versions',
    view({ draft: draftView(['asta']), jobs: [{ jobId: 'j', number: 'J-1', version: 2 }] }),
  );
  expect(page.text).toContain('Version 3 against version 2');
  expect(page.text).toContain('its name is said otherwise');
  expect(page.text).toContain('1 row names what is not there any more');
  expect(page.text).toMatch(/The open job J-1 keeps its version/);
  expect(page.button('Publish it')).toBeUndefined();
  await page.click('I looked at it: it is right');
  const sent = page.http.expectOne('/api/library/models/VA-4-330/check');
  expect(sent.request.body).toMatchObject({ digest: 'b'.repeat(64) });
});
test('the steward publishes what is checked, and changes nothing before he says so', async () => {
  const checked = { by: 'Ivo', at: '2026-06-01T08:00:00.000Z', samePerson: null };
  const page = PageUnderTest.open(ModelEditorPage, { model: 'VA-4-330' });
  await page.answer('/api/library/models/VA-4-330/versions', view({ draft: draftView(['teo'], checked) }));
  expect(page.button('Publish it')).toBeDefined();
  expect(page.element.querySelector<HTMLInputElement>('input[name="maker"]')?.readOnly).toBe(true);
  await page.click('Change the draft');
  expect(page.element.querySelector<HTMLInputElement>('input[name="maker"]')?.readOnly).toBe(false);
});
test('what is begun is on this tablet at every change, with its faults, and is found again or thrown away', async () => {
  localStorage.clear();
  const begun = PageUnderTest.open(ModelEditorPage, { model: 'new' });
  await begun.answer('/api/library', libraryOf());
  await begun.type('maker', 'Harrow');
  await begun.type('plate', 'H3-0041');
  await begun.settle();
  TestBed.resetTestingModule();
  const again = PageUnderTest.open(ModelEditorPage, { model: 'new' });
  await again.answer('/api/library', libraryOf());
  expect(again.text).toContain('Found on this tablet');
  expect(again.element.querySelector<HTMLInputElement>('input[name="maker"]')?.value).toBe('Harrow');
  expect(again.element.querySelector<HTMLInputElement>('input[name="plate"]')?.value).toBe('H3-0041');
  await again.click('Throw it away');
  await again.answer('/api/library', libraryOf());
  expect(again.element.querySelector<HTMLInputElement>('input[name="maker"]')?.value).toBe('');
  expect(again.text).not.toContain('Found on this tablet');
});
test('what is taken back step by step is not there again after a reload', async () => {
  localStorage.clear();
  const begun = PageUnderTest.open(ModelEditorPage, { model: 'new' });
  await begun.answer('/api/library', libraryOf());
  await begun.type('maker', 'Harrow');
  expect(Object.keys(localStorage).some((key) => key.startsWith('oak-gate model'))).toBe(true);
  await begun.click('One step back');
  expect(Object.keys(localStorage).some((key) => key.startsWith('oak-gate model'))).toBe(false);
});
test('the digits that count are chosen on the plate, by a press and by keys, and never turn round', async () => {
  localStorage.clear();
  const page = PageUnderTest.open(ModelEditorPage, { model: 'new' });
  await page.answer('/api/library', libraryOf());
  await page.type('plate', 'H3-00417');
  const counting = () =>
    [...page.element.querySelectorAll('[data-letter].counts')]
      .map((each) => each.textContent.trim())
      .join('');
  const end = (name: string) =>
    page.element.querySelector<HTMLElement>(`[role=slider][aria-label^="${name}"]`)!;
  const key = async (name: string, code: string): Promise<void> => {
    end(name).dispatchEvent(new KeyboardEvent('keydown', { key: code }));
    await page.settle();
  };
  expect(counting()).toBe('00417');
  page.element.querySelector<HTMLElement>('[data-letter="5"]')!.click();
  await page.settle();
  expect(counting()).toBe('417');
  await key('First', 'ArrowLeft');
  expect(counting()).toBe('0417');
  await key('Last', 'ArrowRight');
  expect(counting()).toBe('0417');
  for (let i = 0; i < 9; i += 1) await key('Last', 'ArrowLeft');
  expect(counting()).toBe('0');
  for (let i = 0; i < 3; i += 1) await key('First', 'ArrowRight');
  expect(counting()).toBe('0');
  // A letter among them is no digit, and is said so.
  page.element.querySelector<HTMLElement>('[data-letter="1"]')!.click();
  await page.settle();
  expect(page.text).toContain('Only digits count');
});
test('a copy is another model: its own name, and an id that is made for it', () => {
  const read = readModelDraft(modelFile(VELDANE))!;
  expect(read.draft.id).toBe('VA-4-330');
  expect(read.faults).toEqual([]);
});
