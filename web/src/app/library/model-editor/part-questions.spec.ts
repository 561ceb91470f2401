import { TestBed } from '@angular/core/testing';
import type { EngineModel } from '@oak-gate/core';
import { CHARACTERISTICS, VELDANE } from '../../../testing/document';
import { PageUnderTest } from '../../../testing/page';
import { ModelEditorPage } from './model-editor.page';

type Layout = EngineModel['layout'];
async function opened(model: EngineModel = VELDANE): Promise<PageUnderTest<ModelEditorPage>> {
  localStorage.clear();
  const page = PageUnderTest.open(ModelEditorPage, { model: model.id });
  await page.answer(`/api/library/models/${model.id}/versions`, {
    ...{ version: 2, digest: 'a'.repeat(64), model, earlier: [], draft: null, jobs: [] },
    characteristics: CHARACTERISTICS,
  });
  await page.click('Make a next version');
  await page.click('Parts, kits, lives');
  return page;
}
/** What is written, or chosen, and left. */
async function say(page: PageUnderTest<ModelEditorPage>, name: string, value: string): Promise<void> {
  const field = page.element.querySelector<HTMLInputElement | HTMLSelectElement>(`[name="${name}"]`)!;
  field.value = value;
  field.dispatchEvent(new Event('input'));
  field.dispatchEvent(new Event('change'));
  await page.settle();
}
async function tick(page: PageUnderTest<ModelEditorPage>, name: string): Promise<void> {
  page.element.querySelector<HTMLInputElement>(`input[name="${name}"]`)!.click();
  await page.settle();
}
async function handedIn(page: PageUnderTest<ModelEditorPage>): Promise<Layout> {
  await page.click('Hand it in');
  const { body } = page.http.expectOne(`/api/library/models/${VELDANE.id}/draft`).request;
  return (body as { file: { model: { layout: Layout } } }).file.model.layout;
}

test('what is new at every overhaul, what comes with a paper and how long parts may serve are said and handed in', async () => {
  const page = await opened();
  await tick(page, 'nozzles');
  await tick(page, 'singleUse-bolt');
  await tick(page, 'papers-piston');
  await tick(page, 'papers-bolt');
  await tick(page, 'papers-piston');
  await page.click('Add a life');
  await say(page, 'life-kind-0', 'bolt');
  expect(page.text).toContain('Write how many: a number above nothing, at most 1 000 000 000');
  expect(page.button('1 to mend')).toBeDefined();
  await say(page, 'life-limit-0', 'long');
  expect(page.button('1 to mend')).toBeDefined();
  await say(page, 'life-limit-0', '16 000');
  await say(page, 'life-next-0', '8000');
  await page.click('Add a life');
  await say(page, 'life-kind-1', 'bolt');
  await say(page, 'life-limit-1', '900');
  expect(page.text).toContain('its life in hours is there twice');
  await say(page, 'life-counts-1', 'cycles');
  const { nozzles, singleUse, papers, lives } = await handedIn(page);
  expect({ nozzles, singleUse, papers, lives }).toEqual({
    ...{ nozzles: true, singleUse: ['bolt'], papers: ['bolt'] },
    lives: [
      { kind: 'bolt', counts: 'hours', limit: 16000, untilNext: 8000 },
      { kind: 'bolt', counts: 'cycles', limit: 900 },
    ],
  });
});
test('a kit holds things with how many, which part and number; one without a name or with nothing in it is to be mended', async () => {
  const page = await opened();
  await page.click('Add a kit');
  expect(page.text).toContain('This kit has nothing in it');
  await say(page, 'kit-0', 'Top kit');
  await page.click('Add a thing');
  await say(page, 'item-0-0', 'Rings');
  await say(page, 'item-count-0-0', '4');
  await say(page, 'item-kind-0-0', 'ring');
  await say(page, 'item-groove-0-0', '2');
  await say(page, 'item-number-0-0', 'R-2');
  await page.click('Add a thing');
  await say(page, 'item-0-1', 'rings');
  expect(page.text).toContain('“rings” is there twice');
  await say(page, 'item-0-1', 'Gaskets');
  // What is no ring lies in no groove.
  await page.click('Add a thing');
  await say(page, 'item-0-2', 'Pins');
  await say(page, 'item-kind-0-2', 'ring');
  await say(page, 'item-groove-0-2', '1');
  await say(page, 'item-kind-0-2', 'pin');
  const { kits } = await handedIn(page);
  expect(kits).toEqual([
    {
      ...{ id: 'kit', name: 'Top kit' },
      contents: [
        { id: 'item', name: 'Rings', count: 4, kind: 'ring', groove: '2', partNumber: 'R-2' },
        { id: 'item-2', name: 'Gaskets', count: 1 },
        { id: 'item-3', name: 'Pins', count: 1, kind: 'pin' },
      ],
    },
  ]);
});
test('a design names its numbers and the sheets that are asked otherwise; of another kind they are said anew', async () => {
  const page = await opened();
  await page.click('Add a design');
  await say(page, 'design-0', 'the keystone ring');
  await say(page, 'design-numbers-0', 'K-1, K-2,');
  expect(page.text).toContain('asks for nothing else than any other');
  await say(page, 'design-0-ringGap', 'never');
  await say(page, 'design-kind-0', 'bolt');
  expect(page.text).toContain('asks for nothing else than any other');
  await say(page, 'design-kind-0', 'ring');
  await say(page, 'design-0-ringGap', 'only');
  const { designs } = await handedIn(page);
  expect(designs).toEqual([
    {
      ...{ name: 'the keystone ring', kind: 'ring', partNumbers: ['K-1', 'K-2'] },
      ...{ asks: ['ringGap'], leavesOut: [] },
    },
  ]);
});
test('bores that are sorted have a mark and a size each', async () => {
  const page = await opened();
  await page.click('Add a class');
  await say(page, 'class-0', 'A');
  await say(page, 'class-size-0', '5.12');
  await page.click('Add a class');
  await say(page, 'class-1', ' a');
  expect(page.text).toContain('“a” is there twice');
  await say(page, 'class-1', 'red ');
  expect(page.text).toContain('Write a size');
  await say(page, 'class-size-1', '5.1205');
  expect((await handedIn(page)).boreClasses).toEqual([
    { mark: 'A', size: { text: '5.12', unit: 'in' } },
    { mark: 'red', size: { text: '5.1205', unit: 'in' } },
  ]);
});
test('a kind gets a list of its own from the usual one; a face without words is to be mended; and it goes back', async () => {
  const page = await opened();
  const button = (label: string) =>
    page.element.querySelector<HTMLButtonElement>(`button[aria-label="${label}"]`)!;
  button('Pins: a list of its own').click();
  await page.settle();
  await say(page, 'face-0', 'hard skin');
  await tick(page, 'look-0-burning');
  button('Add a face to Pins').click();
  await page.settle();
  expect(page.text).toContain('Say what is rejected');
  await say(page, 'face-2', 'ends');
  await say(page, 'face-reject-2', 'Reject a burr.');
  await say(page, 'face-sort-2', 'clean');
  const { faces = [] } = await handedIn(page);
  expect(faces.map(({ kind, name, sort }) => [kind, name, sort])).toEqual([
    ['pin', 'hard skin', 'look'],
    ['pin', 'crack test: whole surface', 'test'],
    ['pin', 'ends', 'clean'],
  ]);
  expect(faces[0]?.looks).toContain('burning');
  TestBed.resetTestingModule();
  const again = await opened({ ...VELDANE, layout: { ...VELDANE.layout, faces } });
  again.element
    .querySelector<HTMLButtonElement>('button[aria-label="Pins: back to the usual list"]')!
    .click();
  await again.settle();
  expect('faces' in (await handedIn(again))).toBe(false);
});
test('what is being mended stays open under the hand that mends it', async () => {
  const page = await opened();
  const kits = [...page.element.querySelectorAll('details')].find((each) =>
    each.textContent.includes('Kits and what they hold'),
  )!;
  expect(kits.open).toBe(false);
  await page.click('Add a kit');
  expect(kits.open).toBe(true);
  await say(page, 'kit-0', 'Top kit');
  await page.click('Add a thing');
  await say(page, 'item-0-0', 'Rings');
  expect(page.button('to mend')).toBeUndefined();
  expect(kits.open).toBe(true);
});
