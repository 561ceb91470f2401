import { nanometres } from '@oak-gate/core';
import type { Limit, SizeReading } from '@oak-gate/core';
import { kept, printed, REVISION, ROWS } from '../../../core/test/fixtures';
import { at, Story } from '../../../core/test/story';
import { bandSvg, charts } from './print-chart';
import type { ChartBlock } from './print-chart';

test('the printed chart has a line for each ring and station, with what was found above what was left', () => {
  const story = new Story().arrive().fit().measureAll();
  story
    .do({ type: 'reworkPart', ...story.part(at(1, 1, 'skirt')), what: 'filed', how: 'x' })
    .take(at(1, 1, 'skirt'), '46/48')
    .take(at(1, 1, 'top'), '12/13');
  const [{ lines }] = charts(story.job) as [ChartBlock];
  expect(lines.map(({ group, limit }) => [group, limit])).toEqual([
    ['Top ring', '40.0 to 52.0'],
    ['Top ring', 'at least 9.0'],
    ['Oil ring', '12.0 to 28.0'],
  ]);
  const [filed, untouched] = lines[0]!.cells;
  expect([filed?.asFound, filed?.asLeft, untouched?.asFound, untouched?.asLeft]).toEqual([
    '44/46',
    '46/48',
    '',
    '44/46',
  ]);
});

test('where the places of a line are judged by different limits, each stands with the columns that it is for', () => {
  const story = new Story();
  const [top] = ROWS.slice(1);
  story.revisions = [
    kept(REVISION, [
      ...ROWS,
      {
        ...top!,
        id: 'OM-1 rev 1 row 9',
        printed: { min: printed('0.010', 'in') },
        appliesTo: { partNumbers: ['R-2'] },
      },
    ]),
  ];
  story.arrive().fit();
  story.do({
    type: 'sayPartFacts',
    parts: [story.part(at(2, 1, 'top')).part],
    facts: { partNumber: 'R-2' },
    reason: 'read on it',
  });
  const blank = charts(story.job)[0]!.lines[1]!;
  expect([blank.limit, blank.inForce]).toEqual([
    '',
    // Nobody said what the other ring is: its limit is held back.
    'Cyl 1: a row cannot be applied: the context does not say enough; Cyl 2: at least 10.0 thou',
  ]);
  story.do({
    type: 'sayPartFacts',
    parts: [story.part(at(1, 1, 'top')).part],
    facts: { partNumber: 'R-1' },
    reason: 'read on it',
  });
  const [, line] = charts(story.measureAll().job)[0]!.lines;
  expect(line?.limits.map(({ limit, where, cells }) => [limit, where, cells.length])).toEqual([
    ['at least 9.0', 'Cyl 1', 1],
    ['at least 10.0', 'Cyl 2', 1],
  ]);
});

describe('a printed band', () => {
  const thou = (count: number) => nanometres(count * 25_400);
  const between = (goes: number, stops: number): SizeReading => ({
    kind: 'between',
    goes: thou(goes),
    stops: thou(stops),
  });
  const parts = (limit: Limit, reading: SizeReading) => {
    const svg = bandSvg(limit, reading);
    const number = (pattern: RegExp) => Number(pattern.exec(svg)?.[1]);
    const ticks = [...svg.matchAll(/<line x1="([\d.]+)"/g)].map(([, x]) => Number(x));
    return { ticks, mark: number(/<rect x="([\d.]+)" y="1"/), width: number(/y="1" width="([\d.]+)"/) };
  };
  const BOTH: Limit = { min: thou(40), max: thou(52) };
  test('left is small and right is large', () => {
    const tight = parts(BOTH, between(30, 32));
    const inside = parts(BOTH, between(44, 46));
    const loose = parts(BOTH, between(60, 62));
    expect(tight.mark + tight.width).toBeLessThan(tight.ticks[0]!);
    expect(inside.mark).toBeGreaterThan(inside.ticks[0]!);
    expect(inside.mark + inside.width).toBeLessThan(inside.ticks[1]!);
    expect(loose.mark).toBeGreaterThan(loose.ticks[1]!);
  });
  test('a missing bound has no tick, and everything stays on the strip', () => {
    for (const limit of [{ min: thou(9) }, { max: thou(9) }, {}] as Limit[]) {
      const { ticks, mark, width } = parts(limit, { kind: 'atLeast', goes: thou(11) });
      expect(ticks).toHaveLength(Object.keys(limit).length);
      expect([mark >= 0, mark + width <= 74]).toEqual([true, true]);
    }
  });
});
