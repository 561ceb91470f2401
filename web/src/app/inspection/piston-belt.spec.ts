import { DEFECTS } from '@oak-gate/core';
import { BELT_ROW, beltOf, pistonInSection } from './piston-belt';

const points = (d: string): readonly (readonly number[])[] =>
  [...d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);
const GROOVES = ['1', '2', 'oil'];

test.each([1, 3, 6, 8])(
  'with %i grooves each face lies at the middle of its row, and nothing leaves the drawing',
  (count) => {
    const grooves = Array.from({ length: count }, (_, i) => `g${i}`);
    const belt = beltOf(grooves, () => undefined);
    expect(belt.faces.map(({ row }) => row)).toEqual(Array.from({ length: 1 + 2 * count }, (_, i) => i));
    for (const { row, middle, d } of belt.faces) {
      expect(middle).toBe((row + 0.5) * BELT_ROW);
      if (row > 0) expect(points(d).map(([, y]) => y)).toEqual([middle, middle]);
    }
    for (const d of [belt.body, pistonInSection(count, belt.height).cut])
      for (const [x = 0, y = 0] of points(d)) {
        expect([x >= 0, x <= 112, y >= 0, y <= belt.height]).toEqual([true, true, true, true]);
      }
  },
);
test('what is wrong eats into the metal: upwards from an upper face, downwards from a lower one, and stays in its row', () => {
  for (const defect of DEFECTS) {
    const belt = beltOf(GROOVES, () => defect);
    for (const { face, d, middle } of belt.faces.slice(1)) {
      const into = face.startsWith('grooveUpper') ? -1 : 1;
      for (const [, y = 0] of points(d)) {
        expect((y - middle) * into).toBeGreaterThanOrEqual(0);
        expect(Math.abs(y - middle)).toBeLessThan(BELT_ROW / 2);
      }
    }
  }
});
test('only the face that is rejected is drawn so, and the piston itself with it', () => {
  const whole = beltOf(GROOVES, () => undefined);
  const stepped = beltOf(GROOVES, (face) => (face === 'grooveLower.2' ? 'step' : undefined));
  const changed = stepped.faces.filter(({ d }, i) => d !== whole.faces[i]?.d).map(({ face }) => face);
  expect(changed).toEqual(['grooveLower.2']);
  expect(stepped.body).not.toBe(whole.body);
});
test('a crack runs into the metal, and what shines is drawn outside of it', () => {
  const of = (defect: 'crack' | 'polish') => beltOf(['1'], () => defect).faces.map(({ beside }) => beside);
  expect(points(of('crack')[2] ?? '').every(([, y = 0]) => y >= 2.5 * BELT_ROW)).toBe(true);
  expect(points(of('crack')[1] ?? '').every(([, y = 0]) => y <= 1.5 * BELT_ROW)).toBe(true);
  expect(points(of('polish')[2] ?? '').every(([, y = 0]) => y < 2.5 * BELT_ROW)).toBe(true);
});
