import { TestBed } from '@angular/core/testing';
import { provideState, provideStore, Store } from '@ngrx/store';
import { at, DemoJob } from '../../testing/demo-job';
import { person, SESSION } from '../../testing/page';
import { SessionActions, sessionFeature } from '../state/session.feature';
import { sheetViews } from './sheet-view';
import { UnitChoice } from './unit-choice';

function choice(name: string, unit?: 'mm'): UnitChoice {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({ providers: [provideStore(), provideState(sessionFeature)] });
  const shop = { ...SESSION.shop!, ...(unit === undefined ? {} : { unit }) };
  const view = { ...SESSION, shop, person: person(name, 'technician') };
  TestBed.inject(Store).dispatch(SessionActions.told({ view }));
  return TestBed.inject(UnitChoice);
}
beforeEach(() => {
  localStorage.clear();
});

test('a sheet is shown as it was measured until its reader chooses; one sheet is stronger than all', () => {
  const units = choice('Ivo');
  expect(units.of('ringGap')).toBeUndefined();
  units.choose('mm');
  units.choose('in', 'ringGap');
  expect([units.of('ringGap'), units.of('boreDiameter')]).toEqual(['in', 'mm']);
  units.choose(undefined, 'ringGap');
  expect(units.of('ringGap')).toBe('mm');
  units.choose(undefined);
  expect(units.of('boreDiameter')).toBeUndefined();
});
test('before anybody chooses, a sheet is read as the shop reads it', () => {
  const units = choice('Ivo', 'mm');
  expect(units.of('ringGap')).toBe('mm');
  units.choose('thou', 'ringGap');
  expect([units.of('ringGap'), units.of('boreDiameter')]).toEqual(['thou', 'mm']);
});
test('it is of the person, and is there again after a start; what cannot be read is nothing', () => {
  choice('Ivo').choose('mm');
  expect(choice('Sanna').of('ringGap')).toBeUndefined();
  expect(choice('Ivo').of('ringGap')).toBe('mm');
  for (const broken of ['{', '{"ivo":{"every":"ells","sheets":{}}}', '7']) {
    localStorage.setItem('oak-gate-units', broken);
    expect(choice('Ivo').of('ringGap')).toBeUndefined();
  }
});
test('figures and limits of a sheet are in the unit that was chosen; what was recorded is as it was', () => {
  const { job } = new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417').take(at(1, 1, 'skirt'), '42/44');
  const cellIn = (unit?: 'mm') => {
    const [view] = sheetViews(job, ['ringGap'], () => unit);
    const lines = view!.blocks.flatMap(({ groups }) => groups.flatMap((group) => group.lines));
    const line = lines.find(({ cells }) => cells.some((cell) => cell?.figure !== '' && cell !== undefined));
    return [line?.cells.find((cell) => cell?.figure !== '')?.figure, view?.unit];
  };
  expect(cellIn()).toEqual(['42/44', 'thou']);
  expect(cellIn('mm')).toEqual(['1.0668/1.1176', 'mm']);
  expect(job.places.get(at(1, 1, 'skirt'))?.readings[0]?.text).toBe('42/44');
});
