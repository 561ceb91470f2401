import type { EngineModel, Envelope, JobDraft } from '../index';
import { kitStands, lotsInKits, openMatters, tellAgain } from '../index';
import { IVO, MODEL, SANNA, GHISLAINE } from '../../test/fixtures';
import { Story } from '../../test/story';

const KITTED: EngineModel = {
  ...MODEL,
  layout: {
    ...MODEL.layout,
    kits: [
      {
        ...{ id: 'top', name: 'Top overhaul kit' },
        contents: [
          { id: 'rings', name: 'Top rings', count: 2, kind: 'ring', groove: '1', partNumber: 'R-1' },
          { id: 'gasket', name: 'Head gaskets', count: 2 },
        ],
      },
    ],
  },
};
const arrived = (): Story => new Story('required', KITTED).arrive();
const unpack = (rings: number, gaskets: number, more: Partial<JobDraft> = {}): JobDraft =>
  ({
    ...{ type: 'unpackKit', kit: 'top', number: '4471', box: 'B-3', remark: '' },
    ticks: [
      { item: 'rings', found: rings, lot: '5512' },
      { item: 'gasket', found: gaskets, lot: '' },
    ],
    ...more,
  }) as JobDraft;
const open = (story: Story, sheets?: readonly string[]) =>
  openMatters(story.job, sheets).findings.filter(({ kind }) => kind === 'kitDiffers');

test('a kit that is whole says its lots; one that is short holds its sheets until the rest is counted', () => {
  const story = arrived().do(unpack(1, 2));
  expect(kitStands(story.job)[0]?.differs).toEqual([{ item: 'rings', found: 1, wanted: 2 }]);
  expect([open(story, ['ringGap']).length, open(story, ['boreDiameter']).length]).toEqual([1, 0]);
  expect(story.attempt(unpack(2, 2), IVO)?.code).toBe('REASON_MISSING');
  story.do(unpack(2, 2, { remark: 'the other one came' }), SANNA);
  expect(open(story)).toEqual([]);
  expect(lotsInKits(story.job, 'ring', '1').map(({ kit, ...rest }) => [kit.number, rest])).toEqual([
    ['4471', { lot: '5512', partNumber: 'R-1' }],
  ]);
  expect(lotsInKits(story.job, 'ring', '2')).toEqual([]);
  // Both counts stand.
  expect(story.job.kits[0]?.before?.ticks[0]?.found).toBe(1);
  expect(tellAgain(story.entries.map(({ entry }) => entry as Envelope)).remarks).toEqual([]);
});
test('what belongs to no slot holds every sheet; more than listed is no harm; nothing of it at all goes back', () => {
  const story = arrived().do(unpack(2, 1));
  expect(open(story, ['boreDiameter'])).toHaveLength(1);
  story.do(unpack(3, 2, { remark: 'one more ring' }));
  expect(open(story)).toEqual([]);
  story.do(unpack(0, 0, { remark: 'wet: sent back whole' }));
  expect(open(story)).toEqual([]);
});
test('two tablets count the same kit, somebody leaves something out, or names no kit of the list', () => {
  const story = arrived().do(unpack(2, 2));
  const late = { ...unpack(1, 2), basedOn: 0, remark: 'counted too' } as JobDraft;
  expect(story.attempt(late, SANNA)?.code).toBe('STALE');
  const refused = [
    unpack(2, 2, { kit: 'other' }),
    unpack(2, 2, { number: ' ' }),
    unpack(2, 2, { number: '4472', ticks: [{ item: 'rings', found: 2, lot: '' }] }),
  ].map((draft) => story.attempt(draft, IVO)?.code);
  expect(refused).toEqual(['KIT_UNKNOWN', 'REASON_MISSING', 'KIT_NOT_COUNTED']);
  expect(story.attempt(unpack(2, 2, { number: '4473' }), GHISLAINE)?.code).toBe('MAY_NOT');
});
