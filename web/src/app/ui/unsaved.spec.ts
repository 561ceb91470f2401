import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Asker } from './asker';
import { askBeforeClosing, askBeforeLeaving } from './unsaved';
import type { HoldsUnsaved } from './unsaved';

const page = (lost: string | undefined): HoldsUnsaved => ({ unsaved: () => lost });
function leave(lost: string | undefined, answer: boolean) {
  TestBed.configureTestingModule({});
  const ask = jest.spyOn(TestBed.inject(Asker), 'ask').mockResolvedValue(answer);
  const nothing = undefined as never;
  const went = TestBed.runInInjectionContext(() => askBeforeLeaving(page(lost), nothing, nothing, nothing));
  return { ask, went };
}

test('nothing is lost: nobody is asked', async () => {
  const { ask, went } = leave(undefined, false);
  expect([await went, ask.mock.calls]).toEqual([true, []]);
});
test.each([true, false])('what would be lost is said, and the answer %s decides', async (answer) => {
  const { ask, went } = leave('The rows are not saved yet.', answer);
  expect(await went).toBe(answer);
  expect(ask.mock.calls[0]?.[0]).toMatchObject({
    lines: ['The rows are not saved yet.'],
    cancel: 'Stay here',
    submit: 'Leave without saving',
  });
});

test('the window asks while something is unsaved, and only while the page is open', () => {
  const on = { page: undefined as string | undefined };
  @Component({ template: '', changeDetection: ChangeDetectionStrategy.OnPush })
  class Writing implements HoldsUnsaved {
    constructor() {
      askBeforeClosing(this);
    }
    unsaved(): string | undefined {
      return on.page;
    }
  }
  const fixture = TestBed.createComponent(Writing);
  const asks = (): boolean => !window.dispatchEvent(new Event('beforeunload', { cancelable: true }));
  expect(asks()).toBe(false);
  on.page = 'The rows are not saved yet.';
  expect(asks()).toBe(true);
  fixture.destroy();
  expect(asks()).toBe(false);
});
