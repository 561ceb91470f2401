import { TestBed } from '@angular/core/testing';
import { currentPin, parsePlaceKey } from '@oak-gate/core';
import type { Instrument } from '@oak-gate/core';
import { DemoJob, gauge } from '../../testing/demo-job';
import { Piston } from './piston';
import { LIMIT_AT, pistonDrawing } from './piston-drawing';
import { Section } from './section';
import { sectionView } from './section-view';

const GAUGES: Readonly<Record<string, Instrument>> = {
  'MC-8': gauge('MC-8'),
};
function heavy(): DemoJob {
  const demo = new DemoJob('HD6-127', 'HD-OH-rev-5', 'HD6-540918', [], 'short-block');
  for (const id of Object.keys(GAUGES))
    demo.do({ type: 'takeInstrument', instrument: id }, undefined, GAUGES[id]);
  const fit = (kind: string, ids: readonly string[]): void => {
    demo.do({
      type: 'fitParts',
      slots: ids.map((id) => `${kind}@${id}`),
      ...{ state: 'new', partNumber: null, lot: null },
    });
  };
  fit('piston', ['cylinder:2']);
  fit('journal', ['journal:pin-2']);
  return demo;
}
const take = (demo: DemoJob, place: string, text: string): DemoJob =>
  demo.do(
    { type: 'takeReading', place, text, unit: 'mm', instrument: 'MC-8', answers: [], slip: null },
    undefined,
    GAUGES['MC-8'],
  );
const pinAt = (direction: string, point: string) =>
  `crankpinDiameter@journal:pin-2/direction:${direction}/point:${point}`;
const section = (demo: DemoJob, place: string) => {
  const where = parsePlaceKey(place)!;
  const characteristic = currentPin(demo.job)!.characteristics.find(({ id }) => id === where.characteristic)!;
  return sectionView(demo.job, characteristic, where, 'mm');
};

describe('a journal across its axis', () => {
  test('each plane has its directions, larger is further out, and the form is drawn where all of it is known', () => {
    const demo = heavy();
    take(demo, pinAt('along', 'front'), '83.98');
    take(demo, pinAt('across', 'front'), '83.95');
    take(demo, pinAt('along', 'rear'), '83.99');
    const view = section(demo, pinAt('across', 'front'))!;
    expect(view.planes.map(({ label }) => label)).toEqual(['front plane', 'rear plane']);
    const [front, rear] = view.planes;
    const reach = (plane: typeof front, at: number): number => {
      const spot = plane!.spots[at]!;
      return Math.hypot(spot.x - plane!.x, spot.y - plane!.y);
    };
    expect(reach(front, 0)).toBeGreaterThan(reach(front, 1));
    expect(reach(rear, 0)).toBeGreaterThan(reach(front, 0));
    // The second direction stands across the first.
    const [along, across] = front!.spots;
    expect([along?.x, across?.y]).toEqual([front!.x, front!.y]);
    expect([front!.form === '', rear!.form]).toEqual([false, '']);
    expect(front!.spots.map(({ isHere, figure, state }) => [isHere, figure, state])).toEqual([
      [false, '83.98', 'in'],
      [true, '83.95', 'tight'],
    ]);
    expect(view.words).toContain('front plane, across, 83.95, small');
    for (const { x, y, spots } of view.planes)
      for (const spot of [...spots, { x, y }]) {
        expect(spot.x).toBeGreaterThan(0);
        expect(spot.x).toBeLessThan(view.width);
        expect(spot.y).toBeLessThan(view.height);
      }
  });
  test('with nothing measured its limits are drawn, and a bore along its depth is no such drawing', () => {
    const view = section(heavy(), pinAt('along', 'front'))!;
    expect(view.bounds.map(({ label, isWear }) => [label, isWear])).toEqual([
      ['83.97', false],
      ['84.00', false],
      ['83.92', true],
    ]);
    expect(section(heavy(), 'boreDiameter@cylinder:2/station:d25/direction:along')).toBeUndefined();
    expect(section(heavy(), 'pistonSkirt@cylinder:2')).toBeUndefined();
  });
  test('a press on a point goes to its place', () => {
    const fixture = TestBed.createComponent(Section);
    fixture.componentRef.setInput('view', section(heavy(), pinAt('along', 'front')));
    const chosen: string[] = [];
    fixture.componentInstance.chosen.subscribe((place) => chosen.push(place));
    fixture.detectChanges();
    const element = fixture.nativeElement as HTMLElement;
    element
      .querySelector(`[data-place="${pinAt('across', 'rear')}"]`)!
      .dispatchEvent(new MouseEvent('click'));
    expect(chosen).toEqual([pinAt('across', 'rear')]);
  });
});

describe('a piston from the side', () => {
  const WEAR = 'grooveWear@cylinder:2/groove:1';
  test('its grooves from the crown down, each with what was measured there and how much of the limit is used up', () => {
    const demo = take(take(heavy(), WEAR, '0.31'), 'grooveWear@cylinder:2/groove:2', '0.05');
    const view = pistonDrawing(demo.job, parsePlaceKey(WEAR)!, 'mm')!;
    expect(view.grooves.map(({ label }) => label)).toEqual([
      'Top ring, keystone',
      'Intermediate ring',
      'Oil ring',
    ]);
    const wear = view.heads.indexOf('Groove wear');
    const [top, second, oil] = view.grooves.map(({ cells }) => cells[wear]?.[0]);
    expect([top?.figure, top?.state, top?.isHere]).toEqual(['0.31', 'loose', true]);
    expect(top!.bar!.to).toBeGreaterThan(LIMIT_AT);
    expect(second!.bar!.to).toBeCloseTo(LIMIT_AT / 2);
    expect([oil?.figure, oil?.bar]).toEqual(['', undefined]);
    expect(view.body.map(({ name }) => name)).toEqual(['Piston skirt diameter', 'Pin boss bore']);
    expect(view.words).toContain('Ring groove wear, 0.31, worn');
  });
  test('of a sheet that is not about pistons there is none; a press goes to the place', () => {
    const demo = heavy();
    expect(pistonDrawing(demo.job, parsePlaceKey(pinAt('along', 'front'))!, 'mm')).toBeUndefined();
    const fixture = TestBed.createComponent(Piston);
    fixture.componentRef.setInput('view', pistonDrawing(demo.job, parsePlaceKey(WEAR)!, 'mm'));
    const chosen: string[] = [];
    fixture.componentInstance.chosen.subscribe((place) => chosen.push(place));
    fixture.detectChanges();
    (fixture.nativeElement as HTMLElement)
      .querySelector<HTMLButtonElement>('[data-place="pistonSkirt@cylinder:2"]')!
      .click();
    expect(chosen).toEqual(['pistonSkirt@cylinder:2']);
  });
});
