import { bankWords, classWords } from '@oak-gate/contract';
import {
  boreDifference,
  currentPin,
  currentReading,
  intervalOf,
  isSize,
  judgedAt,
  nanometres,
  parsePlaceKey,
  placeAt,
  placeStatus,
} from '@oak-gate/core';
import type { JobState, SizeReading } from '@oak-gate/core';
import fc from 'fast-check';
import { at, DemoJob, FEELERS } from '../../testing/demo-job';
import { nextStep } from './next-words';

/**
 * What the bench advises, held against every size that the evidence allows: each sentence that names a blade, an amount or a bound
 * must be true of all of them.
 */
const SKIRT = at(1, 1, 'skirt'); // 40 to 52
const TOP = at(1, 1, 'top'); // at least 9
const BLADES = FEELERS.blades.map(({ text }) => Number(text));
/** Sizes a tenth of a thou apart, as far as a set reaches and beyond. */
const SIZES = Array.from({ length: 700 }, (_, i) => (i + 1) / 10);
const came = new Map<string, number>();
const saw = (what: string): void => {
  came.set(what, (came.get(what) ?? 0) + 1);
};

/** What blades tell of a true size, as somebody with a set would type it. */
function felt(size: number, skipGoes: number, skipStops: number, form: number): string {
  const going = BLADES.filter((blade) => blade <= size);
  const stopping = BLADES.filter((blade) => blade > size);
  const goes = going[going.length - 1 - skipGoes];
  const stops = stopping[skipStops];
  if (form === 1 && goes !== undefined) return `${goes}+`;
  if (form === 2 && stops !== undefined) return `<${stops}`;
  if (goes === undefined) return stops === undefined ? '8+' : `<${stops}`;
  return stops === undefined ? `${goes}+` : `${goes}/${stops}`;
}
function possible(job: JobState, place: string): readonly number[] {
  const reading = currentReading(placeAt(job, place))?.reading;
  if (reading === undefined || !isSize(reading)) return SIZES;
  const { lo, hi, hiOpen } = intervalOf(reading);
  return SIZES.filter((size) => {
    const nm = Math.round(size * 25_400);
    return nm >= lo && (hiOpen ? nm < hi : nm <= hi);
  });
}
const isIn = (size: number): boolean => size >= 40 && size <= 52;

function checkAt(job: JobState): void {
  const place = parsePlaceKey(SKIRT)!;
  const step = nextStep(job, placeStatus(job, place), FEELERS, judgedAt(job, place));
  const said = [step.words, step.why ?? '', ...(step.sums ?? [])].join(' ');
  const sizes = possible(job, SKIRT);
  const number = (found: RegExpExecArray | null, group = 1): number => Number(found?.[group]);
  const must = /try the ([\d.]+): it must go(?:, and the ([\d.]+) must stop)?/i.exec(said);
  if (must !== null) {
    saw('mustGo');
    const stops = must[2] === undefined ? Infinity : number(must, 2);
    for (const size of sizes) if (size >= number(must) && size < stops) expect(isIn(size)).toBe(true);
    expect(BLADES).toContain(number(must));
  }
  const holds = /try the ([\d.]+): if it stops, the maximum holds/i.exec(said);
  if (holds !== null) {
    saw('maximumHolds');
    for (const size of sizes) if (size < number(holds)) expect(size).toBeLessThanOrEqual(52);
  }
  const tight = /try the ([\d.]+): if it stops, it is tight/i.exec(said);
  if (tight !== null) {
    saw('stopsIsTight');
    for (const size of sizes) if (size < number(tight)) expect(size).toBeLessThan(40);
  }
  const loose = /the ([\d.]+)(?: goes as well|: if it goes), it is loose/i.exec(said);
  if (loose !== null) {
    saw('goesIsLoose');
    for (const size of sizes) if (size >= number(loose)) expect(size).toBeGreaterThan(52);
  }
  const cut = /File at least ([\d.]+)(?:, at most ([\d.]+))? thou off this ring; aim for ([\d.]+)/.exec(said);
  if (cut !== null) {
    saw('file');
    const [least, most, aim] = [
      number(cut),
      cut[2] === undefined ? undefined : number(cut, 2),
      number(cut, 3),
    ];
    for (const amount of [least, aim, ...(most === undefined ? [] : [most])]) {
      for (const size of sizes)
        expect([amount, size, isIn(Math.round((size + amount) * 10) / 10)]).toEqual([amount, size, true]);
      for (const size of possible(job, TOP)) expect(size + amount).toBeGreaterThanOrEqual(9);
    }
    if (most !== undefined) expect(aim).toBeLessThanOrEqual(most);
    expect(aim).toBeGreaterThanOrEqual(least);
  }
  if (said.includes('Metal cannot be put back')) {
    saw('cannotBePutBack');
    for (const size of sizes) expect(size).toBeGreaterThan(52);
  }
  if (said.includes('nothing') && said.includes('Find a blade that goes'))
    for (const size of sizes) expect(size).toBeLessThan(40);
  const apart = /one station may need ([\d.]+) thou off/.exec(said);
  if (apart !== null) {
    saw('mayNeed');
    // No size that is possible needs more than that, and one may need as much.
    const needs = [...sizes.map((size) => 40 - size), ...possible(job, TOP).map((size) => 9 - size)];
    expect(Math.max(...needs)).toBeLessThanOrEqual(number(apart) + 1e-9);
  }
}

test('blades, cuts and bounds that the bench names are true of every size that the evidence allows', () => {
  const size = fc.integer({ min: 60, max: 620 }).map((tenths) => tenths / 10);
  const skip = fc.integer({ min: 0, max: 3 });
  const form = fc.integer({ min: 0, max: 2 });
  const ready = () => new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417');
  fc.assert(
    fc.property(
      size,
      size,
      skip,
      skip,
      form,
      skip,
      skip,
      form,
      fc.boolean(),
      (here, there, a, b, c, d, e, f, both) => {
        const demo = ready();
        demo.take(SKIRT, felt(here, a, b, c));
        checkAt(demo.job);
        if (both) demo.take(TOP, felt(there, d, e, f));
        checkAt(demo.job);
      },
    ),
    { numRuns: 250, seed: 20_261_127 },
  );
  const never = ['mustGo', 'maximumHolds', 'goesIsLoose', 'file', 'cannotBePutBack', 'mayNeed'];
  expect(never.filter((what) => !came.has(what))).toEqual([]);
});

test('what is said of two banks is true of their bores, whatever they are, where rings are alike', () => {
  const nm = (least: number, most: number) => fc.integer({ min: least, max: most });
  const bank = fc.array(nm(0, 80_000), { minLength: 3, maxLength: 8 });
  const demo = new DemoJob('M8-52', 'SM-52-rev-4', 'M8-11873');
  const pin = currentPin(demo.job)!;
  fc.assert(
    fc.property(nm(300_000, 600_000), bank, bank, nm(5_000, 60_000), (gap, small, large, step) => {
      // One gap in a bore of the nominal size; each bore opens it by pi times what it is larger.
      const read = (over: number): SizeReading => {
        const size = Math.round(gap + Math.PI * over);
        const goes = Math.floor(size / step) * step;
        return { kind: 'between', goes: nanometres(goes), stops: nanometres(goes + step) };
      };
      const mean = (values: readonly number[]) => values.reduce((sum, each) => sum + each, 0) / values.length;
      const truth = mean(large) - mean(small);
      const { difference, least, most } = boreDifference({ a: large.map(read), b: small.map(read) });
      // What was rounded to a nanometre may be off by one.
      expect(truth).toBeGreaterThanOrEqual(least! - 1);
      expect(truth).toBeLessThanOrEqual(most! + 1);
      for (const unit of ['thou', 'mm', 'in'] as const) {
        const words = bankWords(
          pin,
          {
            ...{ characteristic: 'ringGap', station: 'mid', smaller: 'port', larger: 'starboard' },
            rings: [
              {
                ...{ fit: '', gap: nanometres(1000), p: 0.01, lots: [], readings: [] },
                bore: { difference: difference!, least: least!, most: most! },
              },
            ],
            ...{ suitsAll: undefined, toGauge: [], bores: undefined },
          },
          unit,
        );
        const [, from, to] = /of bore \((.+) to (.+)\)\. Gauge/.exec(words.replaceAll('\u2212', '-'))!;
        const per = { thou: 25_400, mm: 1_000_000, in: 25_400_000 }[unit];
        expect(Number(from) * per).toBeLessThanOrEqual(truth + 1);
        expect(Number(to) * per).toBeGreaterThanOrEqual(truth - 1);
      }
    }),
    { numRuns: 500, seed: 20_261_127 },
  );
});

test('a doubt about a class names the step and the gap that go with each other', () => {
  const demo = new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417').take(SKIRT, '<8');
  const reading = currentReading(placeAt(demo.job, SKIRT))!;
  const words = classWords(
    currentPin(demo.job),
    {
      ...{ place: parsePlaceKey(SKIRT)!, reading, ring: 'larger', isClosed: true },
      ...{ step: nanometres(250_000), ofGap: nanometres(785_398) },
    },
    'mm',
  );
  expect(words).toContain('a ring made for a bore 0.25 mm or more larger (0.785 mm of gap)');
});
