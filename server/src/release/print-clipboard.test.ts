import { MARK_SHAPES } from '@oak-gate/contract';
import { currentPin, nanometres, placeKey, sheetPlaces } from '@oak-gate/core';
import type { JobState, Limit, PlaceStateWord, SizeReading } from '@oak-gate/core';
import type { Content } from 'pdfmake/interfaces';
import { at, Story } from '../../../core/test/story';
import { textOf } from '../../test/text-of';
import { clipboards, worksheets } from './print-clipboard';
import { groundSvg, markSvg } from './print-marks';

const states = Object.keys(MARK_SHAPES) as PlaceStateWord[];
const print = (content: readonly Content[]): string => textOf({ content: [...content] });
const job = (): JobState => {
  const story = new Story().arrive().fit().measureAll();
  return story
    .do({ type: 'reworkPart', ...story.part(at(1, 1, 'skirt')), what: 'filed', how: 'x' })
    .take(at(1, 1, 'skirt'), '46/48')
    .take(at(1, 1, 'top'), '12/13').job;
};

test('every state has a mark of its own in ink alone, and a conceded one is in a frame', () => {
  const drawn = states.flatMap((state) => [markSvg(state, false), markSvg(state, true)]);
  expect(new Set(drawn).size).toBe(states.length * 2);
  expect(drawn.join('')).not.toMatch(/#(?!1F2624)/);
});

describe('the ground under a figure', () => {
  const size = (value: number): SizeReading => ({ kind: 'exact', value: nanometres(value) });
  const LIMIT: Limit = { min: nanometres(100), max: nanometres(200), serviceMax: nanometres(260) };
  const pointer = (svg: string): number => Number(/<path d="M(-?[\d.]+)/.exec(svg)?.[1]) + 3;
  const lines = (svg: string): number[] =>
    [...svg.matchAll(/<line x1="([\d.]+)" y1="0"/g)].map(([, x]) => Number(x));
  test.each<[string, number, (x: number, bounds: number[]) => boolean]>([
    ['below the minimum', 90, (x, [min]) => x < min!],
    ['inside', 150, (x, [min, max]) => x > min! && x < max!],
    ['between new and worn', 230, (x, [, max, worn]) => x > max! && x < worn!],
    ['beyond the wear limit', 300, (x, [, , worn]) => x > worn!],
  ])('%s', (_what, value, holds) => {
    const svg = groundSvg(LIMIT, size(value), 80);
    expect(holds(pointer(svg), lines(svg))).toBe(true);
  });
  test('all of a line are drawn to one scale, and stay on it', () => {
    const line = [size(150), size(400)];
    const [one, other] = line.map((each) => groundSvg(LIMIT, each, 80, line));
    expect(lines(one!)).toEqual(lines(other!));
    for (const svg of [one!, other!]) expect(pointer(svg) >= 0 && pointer(svg) <= 80).toBe(true);
  });
});

test('a clipboard chart has what was found over what is left, its limits once, and who measured it with what', () => {
  const text = print(clipboards(job()));
  expect(text).toMatch(/44\/46\n46\/48/);
  expect(text).toContain('as found over as left');
  expect(text).toContain('Measured with\nFS-2');
  expect(text).toMatch(/Measured by\nIvo, \d+ readings from/);
  expect(text.match(/40\.0 to 52\.0/g)).toHaveLength(1);
});

test('a blank sheet has the same places in the same order, each with an empty box and its limit', () => {
  const state = job();
  const sheets = currentPin(state)!.characteristics.map(({ id }) => id);
  const [sheet] = worksheets(state, sheets) as [{ stack: { table?: { body: { text?: string }[][] } }[] }];
  const { body } = sheet.stack.find(({ table }) => table !== undefined)!.table!;
  const boxes = body.slice(1).flatMap((row) => row.slice(2));
  expect(boxes).toHaveLength(sheetPlaces(state).map(placeKey).length);
  expect(new Set(boxes.map(({ text }) => text))).toEqual(new Set([' ']));
  expect(print(worksheets(state, sheets))).toContain('40.0 to 52.0 thou');
});
