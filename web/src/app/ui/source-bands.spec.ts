import { decimalLength, whatGoverns, withDecision } from '@oak-gate/core';
import type { DocumentKind, DocumentRevision, LimitRow } from '@oak-gate/core';
import { CHARACTERISTICS } from '../../testing/document';
import { bandsView, DRAWING_WIDTH } from './source-bands-view';

const GAP = CHARACTERISTICS.find(({ id }) => id === 'ringGap')!;
const inches = (text: string) => ({ text, unit: 'in' as const, nm: decimalLength(text, 'in')! });
const document = (number: string, kind: DocumentKind): DocumentRevision & { digest: string } => ({
  id: `${number} rev 1`,
  number,
  revision: '1',
  title: '',
  kind,
  issued: '2026-01-01',
  effective: '2026-01-02',
  appliesTo: {},
  digest: '',
});
const row = (number: string, part: Partial<LimitRow>): LimitRow => ({
  id: `${number} rev 1 row 1`,
  label: '1',
  characteristic: 'ringGap',
  printed: {},
  appliesTo: {},
  note: '',
  ...part,
});
const MANUAL = row('OM', { printed: { min: inches('0.012'), max: inches('0.022') } });
const view = (documents: ReturnType<typeof document>[], rows: LimitRow[], more: object = {}) =>
  bandsView(
    whatGoverns(
      { characteristic: 'ringGap', at: {} },
      { partState: 'new' },
      {
        documents,
        rows,
        policy: { order: ['letter', 'partMaker', 'manual'] },
        context: { diameter: inches('3.940').nm, ...more },
      },
    ),
    GAP,
    'thou',
    'new',
    'nominalPlusOversize',
  );

test('one source: its window, both ends governing, inside the drawing, in words', () => {
  const drawn = view([document('OM', 'manual')], [MANUAL]);
  expect(drawn.words).toBe('Governs: min 12.0, max 22.0 thou.');
  const [line] = drawn.lines;
  expect(line).toMatchObject({ tone: 'governs', remark: 'governs min and max', standing: 'manual' });
  expect(line?.ends.map(({ text, governs, anchor }) => [text, governs, anchor])).toEqual([
    ['12.0', true, 'end'],
    ['22.0', true, 'start'],
  ]);
  for (const { x } of [...(line?.ends ?? []), ...drawn.ticks, ...drawn.marks]) {
    expect(x).toBeGreaterThanOrEqual(0);
    expect(x).toBeLessThanOrEqual(DRAWING_WIDTH);
  }
});
test('a contradiction that a person decided is none any more: what was decided is said, and who else says what stays', () => {
  const leaflet = row('PL', { formula: { bound: 'min', perDiameter: 0.0045, uplift: 0.3 } });
  const found = whatGoverns(
    { characteristic: 'ringGap', at: {} },
    { partState: 'new' },
    {
      documents: [document('PL', 'partMaker'), document('OM', 'manual')],
      rows: [leaflet, MANUAL],
      policy: { order: ['letter', 'partMaker', 'manual'] },
      context: { diameter: inches('3.940').nm },
    },
  );
  expect(found.governing.contradiction).toBe(true);
  const sources = { min: MANUAL.id, max: MANUAL.id };
  const limit = { min: inches('0.012').nm, max: inches('0.022').nm };
  const open = { state: 'withheld', why: 'contradiction' } as never;
  expect(withDecision(found, open)).toBe(found);
  expect(withDecision(found, { state: 'inForce', limit, sources, decided: false })).toBe(found);
  const decided = withDecision(found, { state: 'inForce', limit, sources, decided: true });
  const drawn = bandsView(decided, GAP, 'thou', 'new', 'nominalPlusOversize');
  expect([drawn.words, drawn.clash]).toEqual(['Decided: min 12.0, max 22.0 thou.', undefined]);
  expect(drawn.lines.map(({ remark }) => remark)).toEqual(['also says', 'governs min and max']);
});
test('a contradiction is a strip between the maximum and the minimum, and says so', () => {
  const leaflet = row('PL', { formula: { bound: 'min', perDiameter: 0.0045, uplift: 0.3 } });
  const drawn = view([document('PL', 'partMaker'), document('OM', 'manual')], [leaflet, MANUAL]);
  expect(drawn.words).toContain('contradict each other');
  const max = drawn.marks.find(({ bound }) => bound === 'max')!;
  const min = drawn.marks.find(({ bound }) => bound === 'min')!;
  expect(drawn.clash).toEqual({ x: max.x, width: min.x - max.x });
  expect(max.x).toBeLessThan(min.x);
  expect(drawn.lines.map(({ document: id }) => id)).toEqual(['PL rev 1', 'OM rev 1']);
  expect(drawn.lines[0]).toMatchObject({
    worked: '0.0045 × 3.940 in × 1.3 = 0.02305 in (nominal bore plus oversize)',
    window: { openRight: true, openLeft: false },
  });
});
test.each<[string, Partial<LimitRow>, DocumentKind, object, string, string]>([
  ['a shop target', { printed: { min: inches('0.014') } }, 'shop', {}, 'target', 'a target: it only narrows'],
  [
    'held back',
    { printed: { min: inches('0.014') }, appliesTo: { pistonMaterials: ['H'] } },
    'letter',
    {},
    'held',
    'held back: the piston material is not known',
  ],
  [
    'of another engine',
    { printed: { min: inches('0.014') }, appliesTo: { pistonMaterials: ['H'] } },
    'letter',
    { pistonMaterial: 'N' },
    'elsewhere',
    'speaks of something else than this engine (new part)',
  ],
  ['weaker', { printed: { min: inches('0.010') } }, 'manual', {}, 'also', 'also says'],
])('a source that does not govern says why: %s', (_why, part, kind, more, tone, remark) => {
  const other = { ...document('OM', 'manual'), effective: '2026-02-02', issued: '2026-02-01' };
  const drawn = view([document('ZZ', kind), other], [row('ZZ', part), MANUAL], more);
  expect(drawn.lines.find(({ document: id }) => id === 'ZZ rev 1')).toMatchObject({ tone, remark });
});
test('where nothing speaks there is no limit, and nothing is drawn', () => {
  const drawn = view([], []);
  expect([drawn.words, drawn.lines, drawn.ticks]).toEqual([
    'Nothing governs here: there is no limit.',
    [],
    [],
  ]);
});
test('one single figure still has an axis', () => {
  const drawn = view([document('OM', 'manual')], [row('OM', { printed: { min: inches('0.009') } })]);
  expect(drawn.ticks.length).toBeGreaterThan(1);
  expect(drawn.lines[0]?.window).toMatchObject({ openRight: true });
});
