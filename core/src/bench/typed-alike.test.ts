import {
  asSeenBy,
  parsePlaceKey,
  placeAt,
  readEvidence,
  typedAlike,
  withoutLimits,
  currentPin,
  limitInForce,
  NO_PART,
} from '../index';
import { IVO, ROUTE, SANNA, thou } from '../../test/fixtures';
import { at, Story } from '../../test/story';

const BLADES = [40, 42, 44, 46, 48, 50].map((each) => thou(String(each)));
const read = (text: string) => {
  const entry = readEvidence('size', { text, unit: 'thou', allowNegative: false, blades: BLADES });
  if (!entry.ok) throw new Error(entry.code);
  return entry.reading;
};
const asks = (story: Story, place: string, text: string, by = IVO) =>
  typedAlike(story.job, parsePlaceKey(place)!, by, read(text));
const FOUR = [at(1, 1, 'skirt'), at(1, 1, 'top'), at(1, 2, 'skirt'), at(2, 1, 'skirt')] as const;
const FIFTH = at(2, 1, 'top');

test('the fifth reading running that says the same is asked about, whatever was said before them', () => {
  const story = new Story().arrive().fit();
  for (const [i, place] of FOUR.entries()) {
    expect(asks(story, place, '44/46')).toBeUndefined();
    story.take(place, '44/46');
    if (i < 3) expect(asks(story, FIFTH, '44/46')).toBeUndefined();
  }
  expect(asks(story, FIFTH, '44/46')).toBe('fiveAlike');
  expect(asks(story, FIFTH, '44/48')).toBeUndefined();
  // It is the person's own hand that goes on by itself.
  expect(asks(story, FIFTH, '44/46', SANNA)).toBeUndefined();
});
test('one reading between them is enough not to be asked', () => {
  const story = new Story().arrive().fit();
  for (const place of FOUR) story.take(place, place === FOUR[2] ? '44/48' : '44/46');
  expect(asks(story, FIFTH, '44/46')).toBeUndefined();
});
test('that everything which was looked at is right is no repetition', () => {
  const story = new Story().arrive().fit();
  for (const place of FOUR) story.take(place, '44/46');
  const answer = { kind: 'answer', answer: 'yes' } as const;
  expect(typedAlike(story.job, parsePlaceKey(FIFTH)!, IVO, answer)).toBeUndefined();
});
test('measured again at the same place is no repetition', () => {
  const story = new Story().arrive().fit();
  for (const place of FOUR) story.take(place, '44/46');
  expect(asks(story, FOUR[3], '44/46')).toBeUndefined();
});
test.each([
  ['the same blade in a fit of other limits', '44+', FIFTH, 'oneBlade'],
  ['another blade', '46+', FIFTH, undefined],
  ['a bracket', '44/46', FIFTH, undefined],
  ['the same fit in another cylinder', '44+', at(2, 1, 'skirt'), undefined],
])('one blade that goes: %s', (_what, text, place, expected) => {
  const story = new Story()
    .arrive()
    .fit()
    .take(at(1, 1, 'skirt'), '44+');
  expect(asks(story, place, text)).toBe(expected);
});

test('what is hidden looks as if nobody had been there, keeps its version, and shows once it was looked at', () => {
  const [arrival, rings, release] = ROUTE.gates;
  const story = new Story();
  story.route = { ...ROUTE, gates: [arrival!, { ...rings!, secondLooks: ['ringGap'] }, release!] };
  story.arrive().fit().take(FOUR[0], '44/46').take(FOUR[1], '12/13', SANNA);
  const seen = asSeenBy(story.job, SANNA, new Set());
  expect([...seen.hidden]).toEqual([FOUR[0]]);
  expect(placeAt(seen.state, FOUR[0])).toEqual({ version: 1, readings: [], contested: [] });
  expect(placeAt(seen.state, FOUR[1]).readings).toHaveLength(1);
  expect(asSeenBy(story.job, SANNA, new Set([FOUR[0]])).state).toBe(story.job);
  expect([...asSeenBy(story.job, IVO, new Set()).hidden]).toEqual([FOUR[1]]);
});
test('without its limits a job shows no limit anywhere, and what was judged keeps its verdict', () => {
  const story = new Story().arrive().fit().take(FOUR[0], '44/46');
  const blind = withoutLimits(story.job);
  expect(limitInForce(blind, parsePlaceKey(FOUR[0])!, NO_PART).state).toBe('none');
  expect(placeAt(blind, FOUR[0]).readings[0]?.verdict.verdict).toBe('in');
  expect(currentPin(withoutLimits(story.job))).toBe(currentPin(blind));
});
