import type { LibraryView } from '@oak-gate/contract';
import { TestBed } from '@angular/core/testing';
import { PageUnderTest, refusal } from '../../testing/page';
import { Asker } from '../ui/asker';
import { KindOrders } from './kind-orders';

const USUAL = { rule: 'simple', coarse: 'warn' } as const;
const JUDGING: LibraryView['judging'] = [
  { of: 'shop', rule: null, coarse: null, holds: USUAL },
  { of: 'aircraft', rule: 'guarded', coarse: null, holds: { ...USUAL, rule: 'guarded' } },
];
const ORDERS = [
  { engineClass: 'aircraft', order: ['mandatory', 'letter', 'manual'], ours: false },
  { engineClass: 'marine', order: ['manual'], ours: true },
] as const;
type Ask = Parameters<Asker['ask']>[0];
function opened(mayChange = true) {
  const page = PageUnderTest.open(KindOrders, { orders: ORDERS, judging: JUDGING, mayChange });
  const asks: Ask[] = [];
  jest.spyOn(TestBed.inject(Asker), 'ask').mockImplementation(async (ask) => {
    asks.push(ask);
    return Promise.resolve(false);
  });
  const press = async (name: string): Promise<void> => {
    page.element.querySelector<HTMLButtonElement>(`button[aria-label="${name}"]`)!.click();
    await page.settle();
  };
  return { page, asks, press };
}

test('somebody who may not change it reads the order, and what is advisory', () => {
  const { page } = opened(false);
  expect([
    page.text.includes('part maker’s leaflet: advisory'),
    page.element.querySelector('button'),
  ]).toEqual([true, null]);
});
test.each([
  ['manual stronger', 'mandatory, then manual, then approved letter'],
  ['approved letter weaker', 'mandatory, then manual, then approved letter'],
  ['approved letter advisory', 'mandatory, then manual'],
])('%s: what would hold from now on is said before anything is sent', async (name, order) => {
  const { asks, press } = opened();
  await press(name);
  expect(asks[0]?.lines?.[0]).toBe(`From now on: ${order}.`);
});
test('the ends of the list go no further, and the last kind cannot be left out', () => {
  const { page } = opened();
  const disabled = [...page.element.querySelectorAll<HTMLButtonElement>('button[aria-label]')]
    .filter((button) => button.disabled)
    .map((button) => button.getAttribute('aria-label'));
  expect(disabled).toEqual([
    'mandatory stronger',
    'manual weaker',
    'manual stronger',
    'manual weaker',
    'manual advisory',
  ]);
});
test('a kind that is advisory is taken in as the weakest, and sent with its reason', async () => {
  const { page, asks } = opened();
  await page.click('Let it govern');
  const sent = asks[0]!.act({ reason: 'we hold the approval' });
  const request = page.http.expectOne('/api/library/orders');
  expect(request.request.body).toMatchObject({
    engineClass: 'aircraft',
    order: ['mandatory', 'letter', 'manual', 'partMaker'],
    reason: 'we hold the approval',
  });
  request.flush(refusal('REASON_MISSING', 'The reason is missing'), { status: 409, statusText: 'Conflict' });
  expect(await sent).toMatchObject({ code: 'REASON_MISSING' });
});

test('how readings near a limit are decided stands for all engines and for each class', () => {
  const page = PageUnderTest.open(KindOrders, { orders: ORDERS, judging: JUDGING, mayChange: false });
  const text = page.text.replace(/\s+/g, ' ');
  expect(text).toContain('All engines simple; a coarse gauge is warned about');
  expect(text).toContain('its own guarded; a coarse gauge is warned about');
});
