import fc from 'fast-check';
import {
  bladePlan,
  currentReading,
  decisionRule,
  filingAdvice,
  gaugeDoubt,
  judge,
  judgingOf,
  nanometres,
  nearLimit,
  parsePlaceKey,
  placeAt,
  tellAgain,
} from '../index';
import type { DecisionRule, Judging, SizeReading } from '../index';
import { FEELERS, IVO, RING_GAP, thou } from '../../test/fixtures';
import { at, Story } from '../../test/story';

const SKIRT = at(1, 1, 'skirt'); // 40 to 52 thou, a set that may err by 0.2
const PLACE = parsePlaceKey(SKIRT)!;
const NEW = { state: 'new' as const, partNumber: null };

/** A job whose shop, or whose manual, decides so. */
function ready(judging: Partial<Judging> = {}, ofRow?: DecisionRule): Story {
  const story = new Story();
  if (ofRow !== undefined) {
    const [revision] = story.revisions;
    story.revisions = [{ ...revision!, rows: revision!.rows.map((row) => ({ ...row, decision: ofRow })) }];
  }
  story.judging = { rule: 'simple', coarse: 'warn', ...judging };
  return story.arrive().fit();
}
const verdict = (story: Story) => currentReading(placeAt(story.job, SKIRT))?.verdict;

test.each<[string, Partial<Judging>, DecisionRule | undefined, string, string]>([
  ['simply, just at its minimum', {}, undefined, '40/50', 'in'],
  ['guarded by the shop', { rule: 'guarded' }, undefined, '40/50', 'notProven'],
  ['guarded, and inside by more', { rule: 'guarded' }, undefined, '42/50', 'in'],
  ['guarded by its row, whatever the shop says', {}, 'guarded', '40/50', 'notProven'],
  ['simple by its row, whatever the shop says', { rule: 'guarded' }, 'simple', '40/50', 'in'],
  ['out is out by either', { rule: 'guarded' }, undefined, '25/35', 'tight'],
])('%s', (_what, judging, ofRow, text, word) => {
  const story = ready(judging, ofRow).take(SKIRT, text);
  expect([verdict(story)?.verdict, verdict(story)?.uncertainty]).toEqual([word, thou('0.2')]);
  expect(verdict(story)?.rule).toBe(decisionRule(story.job, verdict(story)!.sources));
  expect(tellAgain(story.entries.map(({ entry }) => entry) as never).remarks).toEqual([]);
});

test('what is said for a class is stronger than what is said for all, point by point', () => {
  const said = {
    shop: { rule: 'guarded', coarse: 'refuse' },
    aircraft: { rule: null, coarse: 'warn' },
  } as const;
  expect(judgingOf(said, 'aircraft')).toEqual({ rule: 'guarded', coarse: 'warn' });
  expect(judgingOf(said, 'marine')).toEqual({ rule: 'guarded', coarse: 'refuse' });
  expect(judgingOf({}, 'marine')).toEqual({ rule: 'simple', coarse: 'warn' });
});

test.each([
  ['just at its limit', '40/50', { by: 0, end: 'lower' }],
  ['by more than the gauge may err', '42/50', undefined],
  ['just at the other end', '42/52', { by: 0, end: 'upper' }],
  ['out', '25/35', undefined],
  ['not proven', '42+', undefined],
])('%s: %s', (_what, text, near) => {
  const reading = currentReading(placeAt(ready().take(SKIRT, text).job, SKIRT))!;
  const found = nearLimit(reading);
  expect(found === undefined ? undefined : { by: found.by, end: found.end }).toEqual(near);
});

describe('a gauge that is too coarse', () => {
  const gauge = (resolution: string) => ({
    ...{ ...FEELERS, id: 'GG-1', kind: 'sizeGauge' as const, blades: [] },
    resolution: thou(resolution),
  });
  test.each([
    ['1.2', undefined],
    ['1.3', 'coarse'],
  ])('a step of %s thou in a band of 12', (resolution, kind) => {
    expect(gaugeDoubt(ready().job, PLACE, NEW, gauge(resolution))?.kind).toBe(kind);
  });
  test('a set of blades of which two lie within the band can prove it, and one alone cannot', () => {
    const withBlades = (...texts: string[]) => ({
      ...FEELERS,
      blades: FEELERS.blades.filter(({ text }) => texts.includes(text)),
    });
    const doubt = (...texts: string[]) => gaugeDoubt(ready().job, PLACE, NEW, withBlades(...texts))?.kind;
    expect([doubt('35', '40', '52', '55'), doubt('35', '44', '55'), doubt('35', '55')]).toEqual([
      undefined,
      'noTwoBlades',
      'noTwoBlades',
    ]);
  });
  test('is refused where the shop says so, and only warned about where it does not', () => {
    const taken = (judging: Partial<Judging>) => {
      const story = ready(judging);
      const instrument = gauge('2');
      story.do({ type: 'takeInstrument', instrument: 'GG-1' }, IVO, { instrument });
      return story.attempt({ ...story.reading(SKIRT, '44'), instrument: 'GG-1' }, IVO, { instrument })?.code;
    };
    expect([taken({}), taken({ coarse: 'refuse' })]).toEqual([undefined, 'GAUGE_TOO_COARSE']);
  });
});

test('a cut under the guarded rule leaves as much on both sides as the gauge may err', () => {
  const planOf = (rule: DecisionRule) => {
    const story = ready({ rule })
      .take(SKIRT, '25/28')
      .take(at(1, 1, 'top'), '11/12');
    const [advice] = filingAdvice(story.job, RING_GAP);
    if (advice?.kind !== 'plan' || advice.plan.state !== 'file') throw new Error('no cut');
    return [advice.plan.least, advice.plan.most].map((nm) => nm! / 25_400);
  };
  expect([planOf('simple'), planOf('guarded')]).toEqual([
    [15, 24],
    [15.2, 23.8],
  ]);
});

const BLADES = [10, 11, 12, 14, 16, 17, 18, 20, 22, 25].map((each) => thou(String(each)));
test.each<[string, object, readonly [number, number], DecisionRule, unknown]>([
  ['both ends', { min: thou('13'), max: thou('21') }, [14, 20], 'simple', [1, 1]],
  ['just at blades', { min: thou('14'), max: thou('20') }, [14, 20], 'simple', [0, 0]],
  ['guarded', { min: thou('14'), max: thou('20') }, [16, 18], 'guarded', [2, 2]],
])('the fewest tries, %s', (_what, limit, [goes, stops], rule, lost) => {
  const plan = bladePlan({ blades: BLADES, limit, partState: 'new', rule, uncertainty: thou('0.5') })!;
  expect([plan.goes, plan.stops]).toEqual([thou(String(goes)), thou(String(stops))]);
  expect([plan.lostBelow, plan.lostAbove].map((nm) => nm / 25_400)).toEqual(lost);
});
test('no plan where nothing is limited, or no two blades lie within', () => {
  const plan = (limit: object) => bladePlan({ blades: BLADES, limit, partState: 'new' });
  expect([plan({}), plan({ min: thou('14.5'), max: thou('15.5') }), plan({ min: thou('26') })]).toEqual([
    undefined,
    undefined,
    undefined,
  ]);
});
test('what the plan says is true of every size: its two tries prove it in, and no other size than those it gives away is lost', () => {
  const bound = fc.integer({ min: 100_000, max: 700_000 });
  fc.assert(
    fc.property(
      bound,
      bound,
      fc.integer({ min: 50_000, max: 750_000 }),
      fc.boolean(),
      (a, b, size, guarded) => {
        const limit = { min: nanometres(Math.min(a, b)), max: nanometres(Math.max(a, b)) };
        const rule = guarded ? 'guarded' : 'simple';
        const uncertainty = thou('0.2');
        const plan = bladePlan({ blades: BLADES, limit, partState: 'new', rule, uncertainty });
        if (plan?.goes === undefined || plan.stops === undefined) return;
        const isProven = size >= plan.goes && size < plan.stops;
        const reading: SizeReading = { kind: 'between', goes: plan.goes, stops: plan.stops };
        if (isProven)
          expect(judge({ limit, reading, partState: 'new', rule, uncertainty }).verdict).toBe('in');
        // Every size that is allowed and farther from its ends than what is given away is proven by these two.
        if (size >= limit.min + plan.lostBelow && size < limit.max - plan.lostAbove)
          expect(isProven).toBe(true);
        // No thinner blade that goes, and no thicker one that stops, would prove it.
        for (const blade of BLADES) {
          if (blade < plan.goes)
            expect(
              judge({ limit, reading: { ...reading, goes: blade }, partState: 'new', rule, uncertainty })
                .verdict,
            ).not.toBe('in');
          if (blade > plan.stops)
            expect(
              judge({ limit, reading: { ...reading, stops: blade }, partState: 'new', rule, uncertainty })
                .verdict,
            ).not.toBe('in');
        }
      },
    ),
    { seed: 20_261_127, numRuns: 2000 },
  );
});
