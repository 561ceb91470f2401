import { NO_PART } from '@oak-gate/core';
import { findingsAt, openMatters, parsePlaceKey, placeStatus } from '@oak-gate/core';
import { at, DemoJob, FEELERS } from '../../testing/demo-job';
import { sheetViews } from '../ui/sheet-view';
import { planView } from '../ui/plan-view';
import { alsoSays } from './also-says';
import { limitInForce } from '@oak-gate/core';
import { againstFiling } from './filing-words';
import { nextStep } from './next-words';
import { understand } from './understanding';

const HEADER = 'row,characteristic,groove,member,station,min,max,unit,rule,not_smaller_than,note';
/** The second ring may not have a smaller gap than the top one. */
const RELATION = `${HEADER}\n1,ringGap,2,ring,skirt,,,,relation,1 / ring / skirt,`;
const target = (min: string, max: string) =>
  `${HEADER}\n1,ringGap,1,ring,skirt,${min},${max},in,,,for steady cruise`;
const demo = (id = '', kind: 'manual' | 'shop' = 'manual', table = '') =>
  new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417', table === '' ? [] : [{ id, kind, table }]);
const TOP = at(1, 1, 'skirt');
const SECOND = at(1, 2, 'skirt');
const statusAt = (job: DemoJob, place: string) => placeStatus(job.job, parsePlaceKey(place)!);
const say = (job: DemoJob, place: string) => nextStep(job.job, statusAt(job, place), FEELERS, NO_PART);
const cellAt = (job: DemoJob, place: string) =>
  sheetViews(job.job)
    .flatMap(({ blocks }) => blocks)
    .flatMap(({ groups }) => groups)
    .flatMap(({ lines }) => lines)
    .flatMap(({ cells }) => cells)
    .find((cell) => cell?.status.key === place)!;

describe('what the gate asks about a reading that is in by itself is said at its place', () => {
  const broken = () =>
    demo('OM-9 rev 1', 'manual', RELATION)
      .take(TOP, '46/50')
      .take(SECOND, '42/44')
      .take(at(1, 2, 'top'), '11/12');
  test('a relation that does not hold, with the cut that would mend it, at the ring that can be filed', () => {
    const step = say(broken(), SECOND);
    expect(step.words).toMatch(/^In by itself, but .* must not be smaller than .*: this does not hold/);
    expect(step.words).toMatch(/File at least 8, at most 8 thou off this ring; aim for 8, and it holds\.$/);
    expect([step.offers, step.short]).toEqual(['file', 'File 8 thou']);
  });
  test('the dialog of filing it does not say that nothing asks for it', () => {
    const job = broken();
    const ring = statusAt(job, SECOND).reading!.parts.find(({ id }) => id.startsWith('ring'))!.id;
    expect(againstFiling(job.job, ring)).toEqual([]);
    // What holds asks for nothing.
    const whole = demo('OM-9 rev 1', 'manual', RELATION).take(TOP, '42/44').take(SECOND, '46/50');
    expect(againstFiling(whole.job, ring).join()).toContain('nothing asks for it');
  });
  test('at the other ring it is said which one can be filed, and nothing is offered', () => {
    const step = say(broken(), TOP);
    expect(step.words).toContain('The other one can be filed (Cyl 1, second compression ring');
    expect(step.offers).toBe('decide');
  });
  test('where no cut mends it without taking the ring out, an inspector decides', () => {
    const job = demo('OM-9 rev 1', 'manual', RELATION)
      .take(TOP, '50/52')
      .take(SECOND, '40/44')
      .take(at(1, 2, 'top'), '11/12');
    expect(say(job, SECOND)).toMatchObject({ offers: 'decide' });
    expect(say(job, SECOND).words).not.toContain('File');
  });
  test('its mark is not that of one about which nothing is asked, on the sheet and on the plan', () => {
    const job = broken();
    expect([cellAt(job, SECOND).status.state, cellAt(job, SECOND).asked]).toEqual(['in', true]);
    expect(cellAt(job, at(1, 2, 'top')).asked).toBe(false);
    const marks = planView(job.job)!.cylinders.flatMap((each) => each.marks);
    expect(marks.filter(({ asked }) => asked).map(({ status }) => status.key)).toEqual([TOP, SECOND]);
  });
  test('accepted, it is not asked any more', () => {
    const job = broken();
    const finding = openMatters(job.job).findings.find(({ kind }) => kind === 'setRule');
    expect(finding).toBeDefined();
    expect(findingsAt(job.job, statusAt(job, SECOND)).map(({ id }) => id)).toEqual([finding!.id]);
    const held = demo('OM-9 rev 1', 'manual', RELATION).take(TOP, '42/44').take(SECOND, '44/46');
    expect(say(held, SECOND).words).toBe('Nothing to do here.');
  });
});

describe('the shop’s own target', () => {
  test.each<[string, string, string, string, RegExp]>([
    ['inside it', '0.042', '0.050', '44/46', /^Nothing to do here\.$/],
    [
      'outside it',
      '0.046',
      '0.050',
      '42/44',
      /^In, and outside the shop’s own target of 46\.0 to 50\.0 thou/,
    ],
    ['across its edge', '0.045', '0.050', '44/46', /^In, and not proven inside the shop’s own target/],
    ['a target beyond the limits says nothing', '0.060', '0.070', '44/46', /^Nothing to do here\.$/],
  ])('%s', (_why, min, max, text, words) => {
    const job = demo('TQ-9 rev 1', 'shop', target(min, max)).take(TOP, text);
    const step = say(job, TOP);
    expect(step.words).toMatch(words);
    // Nothing has to be done: that it is left so can be said, with its reason.
    expect(step.offers).toBe(words.source.startsWith('^In') ? 'leave' : 'none');
    if (step.why !== undefined) expect(step.why).toBe('TQ-9 rev 1 row 1: for steady cruise');
  });
  test('one beyond the limits is said to be ignored; one that narrows is not said twice', () => {
    const said = (min: string, max: string) => {
      const job = demo('TQ-9 rev 1', 'shop', target(min, max));
      const place = parsePlaceKey(TOP)!;
      return alsoSays(job.job, place, NO_PART, limitInForce(job.job, place, NO_PART), 'thou').map(
        ({ says }) => says,
      );
    };
    expect(said('0.060', '0.070')).toEqual([
      expect.stringContaining('a target that narrows nothing here: ignored'),
    ]);
    expect(said('0.042', '0.050')).toEqual([]);
  });
});

describe('arithmetic on request', () => {
  test('each station: what is known, what comes off, what it will be, and what is allowed', () => {
    const job = demo()
      .take(at(1, 1, 'top'), '8/9')
      .take(TOP, '42/44');
    expect(say(job, at(1, 1, 'top')).sums).toEqual([
      '2.0 in from the skirt end: 42 + 2 = 44, and under 46 thou; allowed 40.0 to 52.0',
      'top of ring travel, 5.25 in from the skirt end: 8 + 2 = 10, and under 11 thou; allowed at least 9.0',
    ]);
  });
  test('brackets too wide to tell whether a cut suits both: what they may need and bear, and nothing that is only hoped', () => {
    // 0 to 1 is missing at the top, and the skirt bears 0 to 2.
    const job = demo()
      .take(at(1, 1, 'top'), '8/9')
      .take(TOP, '50/52');
    expect(say(job, at(1, 1, 'top'))).toMatchObject({
      words:
        'The brackets leave no sure cut: one station may need 1 thou off, and another bears nothing for sure. Measure with finer blades at both stations.',
      offers: 'gauge',
    });
  });
  test('where nobody knows how much is missing, a blade that goes comes first', () => {
    const clash = demo()
      .take(at(1, 1, 'top'), '8/9')
      .take(TOP, '<40');
    expect(say(clash, TOP).words).toContain('Find a blade that goes here first');
  });
});

describe('while something is typed where something is known', () => {
  const read = (known: string, text: string) => {
    const job = demo().take(TOP, known);
    return understand(
      job.job,
      parsePlaceKey(TOP)!,
      job.job.pins[0]!.characteristics[0]!,
      FEELERS,
      NO_PART,
      text,
    );
  };
  test.each<[string, string, string, string | undefined]>([
    ['42+', '<46', 'with 42+ from before 42/46', 'in'],
    ['<46', '42+', 'with <46 from before 42/46', 'in'],
    ['42/50', '44/46', '44 goes, 46 stops', 'in'],
    ['50+', '<44', '44 stops', 'notProven'],
  ])('%s and then %s', (known, text, words, verdict) => {
    expect(read(known, text).words).toContain(words);
    expect(read(known, text).verdict).toBe(verdict);
  });
});
test('what is marked on a blade in the other system is offered as that blade', () => {
  const job = demo();
  const characteristic = job.job.pins[0]!.characteristics[0]!;
  const typed = understand(job.job, parsePlaceKey(TOP)!, characteristic, FEELERS, NO_PART, '1.12');
  expect([typed.kind, typed.suspects.map(({ text, reason }) => [text, reason])]).toEqual([
    'wrong',
    expect.arrayContaining([['44', 'unit']]),
  ]);
});
