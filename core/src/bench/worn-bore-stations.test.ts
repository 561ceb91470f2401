import { IVO, MODEL, printed, SANNA } from '../../test/fixtures';
import { at, Story } from '../../test/story';
import {
  basedOnNow,
  openMatters,
  parsePlaceKey,
  partIn,
  placeAt,
  placeStatus,
  slotKey,
  tellAgain,
  usualPart,
} from '../index';
import type { EngineModel, Envelope, Station } from '../index';

/** The model with a station at the ridge, where only a worn bore is asked. */
const ridge: Station = {
  ...{ id: 'ridge', label: 'at the ridge', datum: 'skirtEnd', distance: printed('5.9', 'in') },
  ...{ members: [{ groove: '1', member: 'ring' }], only: 'wornBore' },
};
const WORN: EngineModel = {
  ...MODEL,
  layout: { ...MODEL.layout, stations: [...MODEL.layout.stations, ridge] },
};
const RIDGE = at(1, 1, 'ridge');
const begun = () => new Story('required', WORN).arrive().fit();
const boreOf = (told: Story) => partIn(told.job, slotKey(usualPart('bore'), { cylinder: '1' }))!;
const status = (told: Story) => placeStatus(told.job, parsePlaceKey(RIDGE)!);
const isOpen = (told: Story) => openMatters(told.job, ['ringGap']).open.some(({ key }) => key === RIDGE);
const remarks = (told: Story) => tellAgain(told.entries.map(({ entry }) => entry as Envelope)).remarks;
const work = (told: Story, what: 'honed' | 'bored') =>
  told.do({
    ...({ type: 'reworkPart', what, how: 'on the machine' } as const),
    ...{ part: boreOf(told).id, basedOn: boreOf(told).condition },
  });

test('a bore that runs on as it was is asked at its ends too, and the gate waits for them', () => {
  const told = begun();
  expect([boreOf(told).state, status(told).state, isOpen(told)]).toEqual(['reused', 'notTaken', true]);
  work(told, 'honed');
  expect([status(told).state, isOpen(told)]).toEqual(['notTaken', true]);
});
test('one that was bored is not: what was measured there is history, and nothing more is taken', () => {
  const told = begun();
  told.take(RIDGE, '44/46');
  work(told, 'bored');
  expect(status(told)).toMatchObject({
    state: 'notApplicable',
    accepted: true,
    reason: 'asked only in a bore that runs on as it was: this one was bored',
  });
  expect(isOpen(told)).toBe(false);
  expect(told.attempt(told.reading(RIDGE, '44/46'), IVO)?.code).toBe('NOT_APPLICABLE_HERE');
  // The other cylinder runs on.
  expect(openMatters(told.job, ['ringGap']).open.map(({ key }) => key)).toContain(at(2, 1, 'ridge'));
  expect(remarks(told)).toEqual([]);
});
test('a new one is not asked either; and what was said to be new and is not, is asked again', () => {
  const told = begun();
  const instead = (state: 'new' | 'reused') =>
    told.do({
      ...({ type: 'replacePart', reason: 'cracked' } as const),
      ...{ part: boreOf(told).id, basedOn: boreOf(told).condition },
      instead: { state, partNumber: null, lot: null },
    });
  instead('new');
  expect([status(told).state, status(told).reason]).toEqual([
    'notApplicable',
    'asked only in a bore that runs on as it was: this one is new',
  ]);
  instead('reused');
  expect([status(told).state, isOpen(told)]).toEqual(['notTaken', true]);
  expect(remarks(told)).toEqual([]);
});
test('a reading that was taken before the bore was bored, and comes in after, is evidence of the bore as it was', () => {
  const told = begun();
  // With the parts that the person measured, as the tablet saw them.
  const seen = basedOnNow(told.job, told.reading(RIDGE, '44/46')) as ReturnType<Story['reading']>;
  work(told, 'bored');
  told.do(seen, SANNA);
  expect(status(told).state).toBe('notApplicable');
  expect(placeAt(told.job, RIDGE).readings).toMatchObject([{ status: 'spent', text: '44/46' }]);
  expect(remarks(told)).toEqual([]);
});
