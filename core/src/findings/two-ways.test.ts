import { IVO, PERRIN } from '../../test/fixtures';
import { mm } from '../../test/gauged';
import {
  BORE,
  bore,
  JOURNALS,
  keyOf,
  PLAY,
  PLAY_PARTS,
  rowOf,
  shortBlock,
  size,
  SKIRT,
  STANDS,
} from '../../test/short-block';
import type { Story } from '../../test/story';
import {
  currentReading,
  openMatters,
  parsePlaceKey,
  placeAt,
  placeStatus,
  minus,
  setRules,
  whyNoValue,
  ZERO,
} from '../index';
import type { Characteristic, LimitRow } from '../index';

const STATIONS = ['top', 'mid', 'foot'];
const at = (told: Story, key: string) => currentReading(placeAt(told.job, key));
const state = (told: Story, key: string) => placeStatus(told.job, parsePlaceKey(key)!).state;
const worked = keyOf('playParts', { cylinder: '1' });
const direct = keyOf('play', { cylinder: '1' });

describe('a fit that is measured, and worked out from its parts', () => {
  const MEASURED: Characteristic = { ...PLAY, tools: ['sizeGauge'] };
  const ROWS = [
    rowOf('1', 'play', ['0.05', '0.15']),
    rowOf('2', 'bore', ['', '101']),
    rowOf('3', 'skirt', ['99', '']),
  ];
  const begun = (): Story => shortBlock([BORE, SKIRT, MEASURED, PLAY_PARTS], ROWS);
  const bores = (told: Story, text: string): Story => {
    for (const station of STATIONS)
      for (const direction of ['along', 'across']) size(told, bore('1', station, direction), text);
    return told;
  };
  test('is judged by the rows of the fit, of which there is one decision for both', () => {
    const told = size(bores(begun(), '100.02'), keyOf('skirt', { cylinder: '1' }), '99.92');
    expect(at(told, worked)?.verdict).toMatchObject({ verdict: 'in', sources: { min: 'OM-1 rev 1 row 1' } });
    expect(told.job.pins[0]?.fits.some(({ fit }) => fit.startsWith('playParts'))).toBe(false);
    told.do({
      type: 'correctReading',
      place: keyOf('skirt', { cylinder: '1' }),
      basedOn: 1,
      reading: at(told, keyOf('skirt', { cylinder: '1' }))!.seq,
      reason: 'typing',
      instead: null,
    });
    size(told, keyOf('skirt', { cylinder: '1' }), '99.80');
    expect(at(told, worked)?.verdict).toMatchObject({ verdict: 'loose', overBy: mm('0.07').nm });
  });
  test.each<[string, string, string, boolean]>([
    ['the same', '99.92', '0.10', false],
    ['as far apart as the gauges may err', '99.92', '0.13', false],
    ['further', '99.92', '0.14', true],
    ['and on the other side', '99.92', '0.06', true],
    ['just not', '99.92', '0.07', false],
  ])('%s: skirt %s, measured %s', (_what, skirt, play, differ) => {
    const told = begun();
    // The bores are taken as sure, the skirt may err by two hundredths and the direct look by one.
    bores(told, '100.02');
    told.instrument = { ...told.instrument, uncertainty: mm('0.02').nm };
    size(told, keyOf('skirt', { cylinder: '1' }), skirt);
    told.instrument = { ...told.instrument, uncertainty: mm('0.01').nm };
    size(told, direct, play);
    const [stand, ...others] = setRules(told.job, ['playParts']);
    expect(others).toEqual([]);
    expect(stand?.places).toEqual(differ ? [direct, worked] : undefined);
    const kinds = openMatters(told.job, ['play', 'playParts']).findings.map(({ kind }) => kind);
    expect(kinds.includes('setRule')).toBe(differ);
  });
  test.each<[string, number | undefined, string]>([
    ['of the worst bore and the skirt, however many were measured', undefined, '0.04'],
    ['by rules before the eighth of all of them together', 7, '0.14'],
  ])('its uncertainty is that %s', (_what, rules, expected) => {
    const told = shortBlock([BORE, SKIRT, MEASURED, PLAY_PARTS], ROWS, rules);
    told.instrument = { ...told.instrument, uncertainty: mm('0.02').nm };
    size(bores(told, '100.02'), keyOf('skirt', { cylinder: '1' }), '99.92');
    expect(at(told, worked)?.verdict.uncertainty).toBe(mm(expected).nm);
  });
  test('what an inspector accepted is of these readings; measured again it is asked again', () => {
    const told = size(
      size(bores(begun(), '100.02'), keyOf('skirt', { cylinder: '1' }), '99.92'),
      direct,
      '0.15',
    );
    const [stand] = setRules(told.job);
    told.do(
      {
        type: 'acceptLimitNote',
        note: stand!.id,
        approval: null,
        reason: 'strip on a dry part, bores right',
      },
      PERRIN,
    );
    const asked = () => openMatters(told.job).findings.filter(({ kind }) => kind === 'setRule').length;
    expect(asked()).toBe(0);
    const { seq } = at(told, direct)!;
    told.do(
      {
        type: 'correctReading',
        place: direct,
        basedOn: told.version(direct),
        reading: seq,
        reason: 'typing',
        instead: null,
      },
      IVO,
    );
    expect(asked()).toBe(0); // one of the two is not there
    size(told, direct, '0.14');
    expect(asked()).toBe(1);
  });
});

describe('a value that rests on bores with their shells in', () => {
  const HOW: Characteristic = {
    ...BORE,
    conditions: [
      {
        id: 'shells',
        name: 'Shells',
        choices: [
          { id: 'in', text: 'in' },
          { id: 'out', text: 'out' },
        ],
      },
    ],
  };
  const FROM: Characteristic = {
    ...PLAY_PARTS,
    from: { rule: 'difference', of: 'bore', less: 'skirt', when: { condition: 'shells', is: 'in' } },
  };
  const take = (told: Story, place: string, is: 'in' | 'out'): Story =>
    told.do({
      ...({
        type: 'takeReading',
        place,
        text: '100.02',
        unit: 'mm',
        instrument: 'BG-1',
        answers: [],
        slip: null,
      } as const),
      conditions: [{ condition: 'shells', is }],
    });
  test.each<[string, readonly ('in' | 'out')[], boolean]>([
    ['all in', ['in', 'in', 'in', 'in', 'in', 'in'], true],
    ['one out', ['in', 'in', 'out', 'in', 'in', 'in'], false],
    ['all out', ['out', 'out', 'out', 'out', 'out', 'out'], false],
  ])('%s', (_what, shells, comes) => {
    const told = size(
      shortBlock([HOW, SKIRT, PLAY, FROM], [rowOf('1', 'play', ['0.05', '0.15'])]),
      keyOf('skirt', { cylinder: '1' }),
      '99.92',
    );
    let i = 0;
    for (const station of STATIONS)
      for (const direction of ['along', 'across']) take(told, bore('1', station, direction), shells[i++]!);
    expect(at(told, worked) !== undefined).toBe(comes);
    const place = parsePlaceKey(worked)!;
    if (!comes) expect(whyNoValue(told.job, told.job.pins[0]!, FROM, place)).toBe('otherwise');
  });
});

const below = (text: string) => minus(ZERO, mm(text).nm);
describe('an interference', () => {
  const FIT: Characteristic = { ...PLAY, tools: ['sizeGauge'], below: 'interference', allowNegative: true };
  const row = (min: string, max: string): LimitRow =>
    rowOf('1', 'play', [min, max], { fitIs: 'interference' });
  test.each<[string, string, string, string | undefined]>([
    ['at the least of it', '-0.03', 'in', undefined],
    ['at the most of it', '-0.07', 'in', undefined],
    ['a hundredth less', '-0.02', 'loose', '0.01'],
    ['a hundredth more', '-0.08', 'tight', '0.01'],
    ['none at all', '0', 'loose', '0.03'],
    ['a clearance of as much', '0.05', 'loose', '0.08'],
  ])('of 0.03 to 0.07 is held as clearance below nothing: %s', (_what, text, verdict, by) => {
    const told = size(shortBlock([FIT], [row('0.03', '0.07')]), direct, text);
    const fact = at(told, direct)?.verdict;
    expect(fact?.verdict).toBe(verdict);
    expect(fact?.overBy ?? fact?.shortBy).toBe(by === undefined ? undefined : mm(by).nm);
    expect(fact?.limit).toEqual({ min: below('0.07'), max: below('0.03') });
  });
  test('one end of it is the other end of the clearance', () => {
    const told = size(shortBlock([FIT], [row('0.03', '')]), direct, '-0.50');
    expect(at(told, direct)?.verdict).toMatchObject({ verdict: 'in', limit: { max: below('0.03') } });
  });
});

describe('a spread', () => {
  const height = (cylinder: string, point: string): string => keyOf('stands', { cylinder, point });
  const told = (
    row: LimitRow,
    heights: Readonly<Record<string, readonly [string, string]>>,
    rules?: number,
  ): Story => {
    const story = shortBlock([STANDS], [row, rowOf('2', 'stands', ['0', '1'])], rules);
    for (const [cylinder, [front, rear]] of Object.entries(heights)) {
      size(story, height(cylinder, 'h12'), front);
      size(story, height(cylinder, 'h6'), rear);
    }
    return story;
  };
  const spread = (max: string, of?: 'mids' | 'extremes', across: 'head' | 'engine' = 'head'): LimitRow =>
    rowOf('1', 'stands', ['', max], {
      rule: { kind: 'spread', across, ...(of === undefined ? {} : { of }) },
    });
  const TILTED = { 1: ['0.10', '0.14'], 2: ['0.12', '0.12'] } as const;
  test.each<[string, LimitRow, string[]]>([
    ['between the middles nothing', spread('0.00', 'mids'), ['holds']],
    ['between all points four hundredths', spread('0.04', 'extremes'), ['holds']],
    ['just not', spread('0.03', 'extremes'), ['broken']],
    ['where the row does not say, the stricter', spread('0.03'), ['broken']],
  ])('%s', (_what, row, states) => {
    expect(setRules(told(row, TILTED).job).map((each) => each.state)).toEqual(states);
  });
  test('is of the liners under one head, and of none that is not measured yet', () => {
    const low = { ...TILTED, 3: ['0.20', '0.20'], 4: ['0.23', '0.23'] } as const;
    expect(setRules(told(spread('0.02', 'mids'), low).job).map(({ state, about }) => [about, state])).toEqual(
      [
        ['head A', 'holds'],
        ['head B', 'broken'],
      ],
    );
    expect(setRules(told(spread('0.02', 'mids'), { 1: ['0.10', '0.14'] }).job)).toEqual([]);
  });
  test('by rules before the eighth nobody knew which these are', () => {
    const stands = setRules(told(spread('0.02'), TILTED, 7).job);
    expect(stands.map(({ cannotBecause }) => cannotBecause)).toEqual(['groupUnknown']);
  });
  test('both rods of a crankpin are alike', () => {
    const RODS: Characteristic = { ...PLAY, tools: ['sizeGauge'] };
    const row = rowOf('1', 'play', ['', '0.01'], { rule: { kind: 'match', across: 'journal' } });
    const story = shortBlock(
      [RODS, JOURNALS],
      [row, rowOf('2', 'play', ['0', '1']), rowOf('3', 'journals', ['1', '99'])],
    );
    for (const [cylinder, text] of [
      ['1', '0.05'],
      ['3', '0.06'],
      ['2', '0.05'],
      ['4', '0.07'],
    ])
      size(story, keyOf('play', { cylinder: cylinder! }), text!);
    expect(setRules(story.job).map(({ about, state: stands }) => [about, stands])).toEqual([
      ['journal p1', 'holds'],
      ['journal p2', 'broken'],
    ]);
    expect(state(story, keyOf('play', { cylinder: '4' }))).toBe('in');
  });
});
