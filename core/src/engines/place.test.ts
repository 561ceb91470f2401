import fc from 'fast-check';
import { fitKey, parsePlaceKey, placeKey, placesOf, serialNumberOf, slotsOf } from '../index';
import { MODEL, RING_GAP } from '../../test/fixtures';

test('a sheet has its places by cylinder, then ring, then station', () => {
  expect(placesOf(MODEL.layout, RING_GAP).map(placeKey).slice(0, 4)).toEqual([
    'ringGap@cylinder:1/groove:1/member:ring/station:skirt',
    'ringGap@cylinder:1/groove:1/member:ring/station:top',
    'ringGap@cylinder:1/groove:2/member:ring/station:skirt',
    'ringGap@cylinder:2/groove:1/member:ring/station:skirt',
  ]);
});
test('a key reads back as its place, and without its cylinder is the fit', () => {
  for (const place of placesOf(MODEL.layout, RING_GAP)) expect(parsePlaceKey(placeKey(place))).toEqual(place);
  expect(fitKey(parsePlaceKey('ringGap@cylinder:3/groove:1/member:ring/station:top')!)).toBe(
    'ringGap@groove:1/member:ring/station:top',
  );
});
test('one place for the whole engine has a key as well', () => {
  const place = { characteristic: 'endFloat', at: {} };
  expect(placesOf(MODEL.layout, { ...RING_GAP, id: 'endFloat', axes: [] })).toEqual([place]);
  expect(placeKey(place)).toBe('endFloat@engine');
  expect(parsePlaceKey('endFloat@engine')).toEqual(place);
});
test.each([
  '',
  'ringGap',
  'ringGap@',
  '@cylinder:1',
  'ringGap@cylinder:1@x',
  'ringGap@row:1',
  'ringGap@cylinder:',
  'ringGap@cylinder:a b',
])('"%s" is no place', (key) => {
  expect(parsePlaceKey(key)).toBeUndefined();
});
test('any text is parsed or refused, never thrown at', () => {
  fc.assert(fc.property(fc.string(), (text) => void parsePlaceKey(text)));
});
test('slots: one bore for each cylinder, one ring for each member of a groove', () => {
  expect([slotsOf(MODEL.layout, 'bore').length, slotsOf(MODEL.layout, 'ring').length]).toEqual([2, 4]);
});
test('the counting part of a serial is what the pattern names', () => {
  expect([
    serialNumberOf(MODEL, 'V-0012'),
    serialNumberOf(MODEL, 'M-12'),
    serialNumberOf(MODEL, 'V-12x'),
  ]).toEqual([12, undefined, undefined]);
});
