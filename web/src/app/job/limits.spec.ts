import { TestBed } from '@angular/core/testing';
import type { LimitNews } from '@oak-gate/contract';
import { DemoJob, at } from '../../testing/demo-job';
import { PageUnderTest, person, SESSION } from '../../testing/page';
import { JobActions } from '../state/job.feature';
import { FitPage } from './fit.page';
import { factsOfNote } from './finding-list';
import { LimitsPage } from './limits.page';

const told = (job: DemoJob, news?: LimitNews) => [
  JobActions.open({ jobId: 'J' }),
  JobActions.told(job.told()),
  ...(news === undefined ? [] : [JobActions.news({ jobId: 'J', news })]),
];
const INSPECTOR = { ...SESSION, person: person('Perrin', 'inspector') };
const veldane = () => new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417');
const PLACE = at(1, 2, 'top');
const FIT = 'ringGap@groove:2/member:ring/station:top';

function arrived(part: Partial<LimitNews> = {}): LimitNews {
  const verdict = { acceptable: true, rule: 1, partState: 'new', sources: {} } as const;
  return {
    documents: [{ id: 'SL-88 rev C', digest: 'c'.repeat(64) }],
    moved: ['SL-88 rev B', 'SL-88 rev C'],
    declined: null,
    changes: {
      added: ['SL-88 rev C'],
      removed: ['SL-88 rev B'],
      fits: (['new', 'reused'] as const).map((partState) => ({
        fit: FIT,
        partState,
        before: { state: 'inForce', limit: { min: 228_600 }, sources: {}, decided: false },
        after: { state: 'inForce', limit: { min: 241_300 }, sources: {}, decided: false },
      })),
      flips: [
        {
          place: PLACE,
          reading: 3,
          before: { verdict: 'in', ...verdict },
          after: { verdict: 'notProven', ...verdict },
        },
      ],
      placesAdded: [],
      placesRemoved: [],
    },
    ...part,
  } as unknown as LimitNews;
}

describe('the limits of a job', () => {
  test('what is in force, from which row; nothing arrived, nothing is said', () => {
    const page = PageUnderTest.open(LimitsPage, {}, SESSION, told(veldane()));
    const rows = [...page.element.querySelectorAll('.fits tbody tr')].map((each) =>
      each.textContent.replace(/\s+/g, ' ').trim(),
    );
    expect(rows).toHaveLength(12);
    expect(rows[0]).toContain('40.0 to 52.0 thou');
    expect(rows[0]).toContain('SL-88 rev B row 1');
    expect(page.element.querySelector('.arrived')).toBeNull();
  });
  test('what arrived: flips with both verdicts, new and reused parts in one line, and an inspector’s two answers', async () => {
    const job = veldane().take(PLACE, '9/10');
    const page = PageUnderTest.open(LimitsPage, {}, INSPECTOR, told(job, arrived()));
    expect(page.text).toContain('SL-88 rev C arrived in the place of SL-88 rev B');
    expect(page.text).toContain('1 verdict would change');
    expect(page.text).toContain('in now, not proven then');
    const changed = [...page.element.querySelectorAll('.arrived table')].at(-1)?.querySelectorAll('tbody tr');
    expect(changed).toHaveLength(1);
    expect(changed?.[0]?.textContent.replace(/\s+/g, ' ')).toContain('new, reused');
    expect(page.button('Adopt')?.disabled).toBe(false);
    await page.click('Decline');
    page.http.expectNone('/api/jobs/J/commands');
  });
  test('a technician sees it and decides nothing', () => {
    const page = PageUnderTest.open(
      LimitsPage,
      {},
      { ...SESSION, person: person('Ivo', 'technician') },
      told(veldane(), arrived()),
    );
    expect([page.button('Adopt')?.disabled, page.button('Decline')?.disabled]).toEqual([true, true]);
    expect(page.text).toContain('An inspector adopts or declines it');
  });
  test('what was declined says by whom and why, and may still be adopted', () => {
    const declined = { by: 'Perrin', at: '2026-06-01T09:00:00.000Z', reason: 'rings of the old letter' };
    const page = PageUnderTest.open(LimitsPage, {}, INSPECTOR, told(veldane(), arrived({ declined })));
    expect(page.text).toContain('Declined by Perrin');
    expect([page.button('Decline'), page.button('Adopt after all') !== undefined]).toEqual([undefined, true]);
  });
});

describe('one fit of a job', () => {
  test('what governs, from one place of it or the fit itself; the other part state is one step away', () => {
    for (const fit of [FIT, PLACE]) {
      const page = PageUnderTest.open(FitPage, { fit }, SESSION, told(veldane()));
      expect(page.text).toContain('Governs: min 9.0 thou.');
      expect(page.element.querySelectorAll('.parts a')).toHaveLength(2);
      TestBed.resetTestingModule();
    }
  });
  test('a fit that no document speaks of, and one that does not exist, are told apart', () => {
    const page = PageUnderTest.open(
      FitPage,
      { fit: 'ringGap@groove:9/member:ring/station:top' },
      SESSION,
      told(veldane()),
    );
    expect(page.text).toContain('no limit');
    TestBed.resetTestingModule();
    expect(PageUnderTest.open(FitPage, { fit: 'nonsense' }, SESSION, told(veldane())).text).toContain(
      'No such fit',
    );
  });
});

test.each<[Parameters<typeof factsOfNote>[0], string[]]>([
  [
    { id: '1', kind: 'otherMaker', document: 'RL', leafletOf: 'C', part: 'ring', fitted: null },
    ['ringMaker'],
  ],
  [{ id: '1', kind: 'otherMaker', document: 'RL', leafletOf: 'C', part: 'ring', fitted: 'O' }, []],
  [{ id: '1', kind: 'nominalDiameter', rows: [], oversize: null }, ['oversize', 'measuredBore']],
  [{ id: '1', kind: 'nominalDiameter', rows: [], oversize: 508_000 as never }, []],
  [{ id: '1', kind: 'serialOdd', serial: 'x', pattern: 'y' }, []],
])('what could be said so that a note falls away: %j', (note, facts) => {
  expect(factsOfNote(note)).toEqual(facts);
});
