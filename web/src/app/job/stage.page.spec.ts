import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { Router } from '@angular/router';
import { DemoJob } from '../../testing/demo-job';
import { PageUnderTest, SESSION } from '../../testing/page';
import { JobActions } from '../state/job.feature';
import { StagePage } from './stage.page';

let made = 0;
@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `bench {{ number }} of {{ stage() }} at {{ place() }}`,
})
class Bench {
  readonly stage = input<string>();
  readonly place = input<string>();
  readonly view = input<string>();
  protected readonly number = ++made;
}
@Component({ changeDetection: ChangeDetectionStrategy.OnPush, template: `{{ stage() }}` })
class Other {
  readonly stage = input<string>();
}
const pages = {
  arrival: () => Promise.resolve(Other),
  sheets: () => Promise.resolve(Bench),
  record: () => Promise.resolve(Other),
  gate: () => Promise.resolve(Other),
};
/** A job whose route has two stages with a sheet. */
function twoStages() {
  const job = new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417');
  const entries = job.entries.map(({ entry, hash }) => {
    if (entry.type !== 'jobOpened') return { entry, hash };
    const [arrival, rings, release] = entry.data.route.gates;
    const build = { ...rings!, stage: 'build' as const, sheets: ['linerFit'] };
    const route = { ...entry.data.route, gates: [arrival!, build, rings!, release!] };
    return { hash, entry: { ...entry, data: { ...entry.data, route } } };
  });
  return Object.assign(job, { entries });
}
const went = jest.spyOn(Router.prototype, 'navigate').mockResolvedValue(true);
beforeEach(() => went.mockClear());
async function opened(stage: string | undefined, place?: string) {
  const page = PageUnderTest.open(StagePage, { pages, stage, place }, SESSION, [
    JobActions.open({ jobId: 'J' }),
    JobActions.told(twoStages().told()),
  ]);
  await page.settle();
  return page;
}

test.each([
  [undefined, undefined, 'arrival'], // the gate that is next
  ['record', undefined, 'release'],
  ['rings', undefined, 'of rings'],
  ['place', 'linerFit@cylinder:1', 'of build'],
  ['place', 'ringGap@cylinder:1', 'of rings'],
  ['nonsense', undefined, 'This job has no such stage'],
  ['place', 'nonsense', 'This job has no such stage'],
])('stage %s with the place %s shows %s', async (stage, place, text) => {
  expect((await opened(stage, place)).text).toContain(text);
  // A link that asks the route comes to the address of the stage itself, and to no other.
  const own = text.replace('of ', '');
  expect(went.mock.calls.map((call): unknown => call[0])).toEqual(
    stage === own || text.includes('no such') ? [] : [['/jobs', 'J', own]],
  );
});
test('another stage of the same kind is another bench: nothing of the one before stays in hand', async () => {
  const page = await opened('build', 'linerFit@cylinder:1');
  const first = page.text;
  await page.say({ place: 'linerFit@cylinder:2' });
  expect(page.text.slice(0, 9)).toBe(first.slice(0, 9));
  await page.say({ stage: 'rings', place: undefined });
  expect(page.text).toMatch(/^ ?bench \d+ of rings/);
  expect(page.text.slice(0, 9)).not.toBe(first.slice(0, 9));
});
