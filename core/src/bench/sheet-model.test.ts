import {
  BLOCK,
  BORE,
  JOURNALS,
  PLAY,
  PLAY_PARTS,
  RODS,
  ROUND,
  SKIRT,
  STANDS,
  TAPER,
} from '../../test/short-block';
import {
  axesOf,
  placeKey,
  placesInColumns,
  placesOf,
  placesOnSheet,
  sheetModel,
  spansOf,
  workedBelow,
} from '../index';
import type { Characteristic } from '../index';

const ids = (model: ReturnType<typeof sheetModel>) =>
  model.blocks.map(({ columns }) => columns.map((at) => Object.values(at).join('/')));

test('both directions of a cylinder stand side by side under it, its stations down', () => {
  const model = sheetModel(BLOCK.layout, BORE);
  expect(ids(model)).toEqual([
    ['1/along', '1/across', '2/along', '2/across', '3/along', '3/across', '4/along', '4/across'],
  ]);
  const [block] = model.blocks;
  expect(block?.heads).toEqual(['1', '2', '3', '4'].map((cylinder) => ({ at: { cylinder }, span: 2 })));
  expect(block?.groups.map(({ lines }) => lines.map(({ at }) => at.station))).toEqual([
    ['mid', 'top', 'foot'],
  ]);
});
test('the rods of a crankpin stand under it, in the order of the crank and not of the cylinders', () => {
  const model = sheetModel(BLOCK.layout, RODS);
  expect(axesOf(RODS).across).toEqual(['journal', 'cylinder']);
  expect(model.blocks[0]?.heads).toEqual([
    { at: { journal: 'p1' }, span: 2 },
    { at: { journal: 'p2' }, span: 2 },
  ]);
  expect(model.blocks[0]?.columns.map(({ cylinder }) => cylinder)).toEqual(['1', '3', '2', '4']);
});
test('liners stand under their head, also where their numbers are mixed', () => {
  expect(sheetModel(BLOCK.layout, STANDS).blocks[0]?.heads).toEqual([
    { at: { head: 'A' }, span: 2 },
    { at: { head: 'B' }, span: 2 },
  ]);
  const mixed = { ...BLOCK.layout, heads: [{ id: 'A', label: '', cylinders: ['1', '3'] }] };
  expect(sheetModel(mixed, STANDS).blocks[0]?.heads).toEqual([
    { at: { head: 'A' }, span: 1 },
    { at: {}, span: 1 },
    { at: { head: 'A' }, span: 1 },
    { at: {}, span: 1 },
  ]);
  expect(sheetModel({ ...BLOCK.layout, heads: [] }, STANDS).blocks[0]?.heads).toEqual([]);
});
test.each<[string, Characteristic, number, number[]]>([
  ['as many as there are', BORE, 8, [8]],
  ['one fewer: by bank, whole', BORE, 7, [4, 4]],
  ['a bank that does not fit is counted off as well', BORE, 3, [2, 2, 2, 2]],
  ['journals are counted off whole', JOURNALS, 3, [2, 2]],
  ['and never parted, however narrow it is', JOURNALS, 1, [2, 2]],
  ['liners one by one', STANDS, 3, [2, 2]],
])('%s', (_what, characteristic, most, widths) => {
  const { blocks } = sheetModel(BLOCK.layout, characteristic, most);
  expect(blocks.map(({ columns }) => columns.length)).toEqual(widths);
});
test.each([BORE, ROUND, TAPER, SKIRT, STANDS, JOURNALS, RODS])(
  'whatever fits side by side, every place of $id is on its sheet once',
  (each) => {
    const all = placesOf(BLOCK.layout, each).map(placeKey).sort();
    for (const most of [1, 2, 3, 5, 8, Infinity])
      expect(
        placesOnSheet(sheetModel(BLOCK.layout, each, most))
          .map(placeKey)
          .sort(),
      ).toEqual(all);
  },
);
test('what is worked out over a cylinder is over all of its columns', () => {
  const model = sheetModel(BLOCK.layout, BORE, 4);
  const [block] = model.blocks;
  const spans = spansOf(block!, model);
  expect(spans).toEqual([
    { at: { cylinder: '1' }, from: 0, span: 2 },
    { at: { cylinder: '2' }, from: 2, span: 2 },
  ]);
  expect(
    placesInColumns(block!, spans[1]!).map(({ at }) => `${at.cylinder}${at.station}${at.direction}`),
  ).toEqual([...['2midalong', '2midacross', '2topalong', '2topacross', '2footalong', '2footacross']]);
});
test('below a sheet stands what is worked out from it, where it stands across as well', () => {
  const below = workedBelow(BLOCK.layout, { characteristic: BORE }, [ROUND, TAPER, SKIRT, PLAY_PARTS]);
  expect(below.map(({ characteristic }) => characteristic.id)).toEqual(['round', 'taper', 'playParts']);
  expect(below[0]?.under({ cylinder: '2' }).map(({ at }) => at.station)).toEqual(['mid', 'top', 'foot']);
  // Where the fit is measured itself, the one from its parts stands beside it.
  expect(
    workedBelow(BLOCK.layout, { characteristic: PLAY }, [PLAY_PARTS, ROUND]).map(
      (each) => each.characteristic.id,
    ),
  ).toEqual(['playParts']);
  const other = { ...ROUND, axes: ['journal'], along: { journal: 'main' } } as Characteristic;
  expect(workedBelow(BLOCK.layout, { characteristic: BORE }, [other])).toEqual([]);
});
