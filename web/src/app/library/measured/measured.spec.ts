import { shopCharacteristic } from '@oak-gate/contract';
import type { Characteristic } from '@oak-gate/core';
import { placesOf } from '@oak-gate/core';
import { CHARACTERISTICS, libraryOf, VELDANE } from '../../../testing/document';
import { PageUnderTest } from '../../../testing/page';
import { MeasuredPage } from './measured.page';
import {
  asCharacteristic,
  EMPTY_MEASURED,
  measuredId,
  measuredMissing,
  measuredOf,
  measuredRequest,
} from './measured-draft';

test.each([
  ['Pin ovality', 'pinOvality'],
  ['Größe 2', 'grosse'],
  ['é', 'esize'],
  ['', 'size'],
  ['Ring end gap', 'ringEndGapA'],
])('“%s” is called %s in keys', (name, id) => {
  const plain = name.replace('ß', 'ss');
  expect(measuredId(plain, new Set(['ringEndGap']))).toBe(id);
});
test.each(CHARACTERISTICS.map((each) => [each.id, each] as const))(
  'one like %s has the places that it has, and can be sent',
  (_id, each) => {
    const draft = {
      ...measuredOf(each),
      parts: each.parts.length === 0 ? ['bore'] : each.parts,
    };
    expect(shopCharacteristic.safeParse(measuredRequest(draft, 'mine')).success).toBe(true);
    const made = asCharacteristic(draft, 'mine');
    expect(placesOf(VELDANE.layout, made).map(({ at }) => at)).toEqual(
      placesOf(VELDANE.layout, each as Characteristic).map(({ at }) => at),
    );
    expect(measuredMissing({ ...draft, tools: [...draft.tools, 'sizeGauge'] })).toEqual([]);
  },
);
test.each([
  ['a name', { name: ' ' }, 'name'],
  ['a tool', { tools: [] }, 'what it is measured with'],
  ['a part', { parts: [] }, 'parts it depends on'],
  ['what it comes from', { known: 'workedOut' as const, of: '' }, 'what it is worked out from'],
  [
    'what is taken off',
    { known: 'workedOut' as const, rule: 'difference' as const, of: 'boreDiameter' },
    'what is taken off',
  ],
  ['a word for below', { tight: '' }, 'word for below'],
  ['a word for above', { loose: '' }, 'word for above'],
])('without %s nothing is sent', (_, part, said) => {
  const whole = { ...EMPTY_MEASURED, name: 'It', parts: ['bore'] };
  expect(measuredMissing(whole)).toEqual([]);
  expect(measuredMissing({ ...whole, ...part })).toContain(said);
});
test('tried on a model, it says how many places it is, or that the model has none of that sort', async () => {
  const page = PageUnderTest.open(MeasuredPage);
  await page.answer(
    '/api/library',
    libraryOf({
      characteristics: CHARACTERISTICS.map((each) => ({
        ...each,
        ours: false,
        warm: false,
        looks: { asked: false, tolerance: null },
        notes: [],
      })),
    }),
  );
  await page.answer(`/api/library/models/${VELDANE.id}/versions`, {
    ...{ version: 1, digest: 'a'.repeat(64), model: VELDANE, earlier: [], draft: null, jobs: [] },
    characteristics: CHARACTERISTICS,
  });
  expect(page.text).toContain('4 places');
  page.component.change({ axes: ['cylinder', 'direction'], along: { direction: 'bore' } });
  await page.settle();
  expect(page.text).toContain('8 places');
  page.component.change({ axes: ['point'], along: { point: 'plane' } });
  await page.settle();
  expect(page.text).toContain('This model has no point of that sort');
});
