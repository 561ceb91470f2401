import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { TestBed } from '@angular/core/testing';
import type { PlaceStateWord } from '@oak-gate/core';
import { MARK_SHAPES } from '@oak-gate/contract';
import { Mark } from './mark';
import { readBlades } from '../instruments/read-blades';

const tokens = readFileSync(join(__dirname, '../../styles/_tokens.scss'), 'utf8');
function theme(name: string): Record<string, string> {
  const block =
    new RegExp(`(?:@mixin ${name}|:root) \\{([\\s\\S]*?)\\n\\}`).exec(
      tokens.slice(tokens.indexOf(name === 'wood' ? ':root {' : `@mixin ${name}`)),
    )?.[1] ?? '';
  return Object.fromEntries(
    [...block.matchAll(/--([\w-]+): (#[0-9a-f]{3,6});/g)].map(([, key, value]) => [key!, value!]),
  );
}
function luminance(hex: string): number {
  const full = hex.length === 4 ? hex.slice(1).replace(/./g, '$&$&') : hex.slice(1);
  const [r, g, b] = [0, 2, 4]
    .map((i) => parseInt(full.slice(i, i + 2), 16) / 255)
    .map((c) => (c <= 0.039_28 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4));
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}
const contrast = (a: string, b: string): number => {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light! + 0.05) / (dark! + 0.05);
};

const STATES = [
  'state-in',
  'state-serviceable',
  'state-tight',
  'state-loose',
  'state-not-proven',
  'state-quiet',
  'ink',
];
test.each(['light', 'dark', 'sun'])(
  '%s: every mark stands out at least 4.5 to 1 on every ground it lies on',
  (name) => {
    const colours = theme(name);
    for (const state of STATES) {
      for (const ground of ['ground', 'panel', 'brass-wash'])
        expect([state, ground, contrast(colours[state]!, colours[ground]!) >= 4.5]).toEqual([
          state,
          ground,
          true,
        ]);
    }
  },
);
test('on the dark wood of the entry bar too', () => {
  const colours = theme('wood');
  for (const [name, value] of Object.entries(colours).filter(([key]) => key.startsWith('on-wood-'))) {
    expect([name, contrast(value, colours['wood']!) >= 4.5]).toEqual([name, true]);
  }
});
test('every state has a shape of its own: they tell apart without colour', () => {
  expect(new Set(Object.values(MARK_SHAPES)).size).toBe(Object.keys(MARK_SHAPES).length);
});
test('left is small and right is large: tight points left, loose points right', () => {
  const tipOf = (state: PlaceStateWord): number => {
    const points = [...MARK_SHAPES[state].matchAll(/(-?[\d.]+)[ ,](-?[\d.]+)/g)].map(([, x]) => Number(x));
    return points.at(-1)!;
  };
  expect(tipOf('tight')).toBeLessThan(5);
  expect(tipOf('loose')).toBeGreaterThan(15);
});
test('a mark says its word, that it is conceded, and that it is not on disk yet', () => {
  const fixture = TestBed.createComponent(Mark);
  fixture.componentRef.setInput('state', 'loose');
  fixture.componentRef.setInput('conceded', true);
  fixture.componentRef.setInput('pending', true);
  fixture.detectChanges();
  const svg = (fixture.nativeElement as HTMLElement).querySelector('svg')!;
  expect(svg.getAttribute('aria-label')).toBe('loose, conceded, not on disk yet');
  expect(svg.querySelectorAll('.box, .pending')).toHaveLength(2);
});
test('the blades of a set as people list them', () => {
  expect(readBlades('4 5, 6;7\n0,05 ,8')).toEqual(['4', '5', '6', '7', '0,05', ',8']);
});
test.each<[string, string[]]>([
  ['0.05 to 0.20 by 0.05', ['0.05', '0.10', '0.15', '0.20']],
  ['4 to 6 by 1', ['4', '5', '6']],
  ['0,05 to 0,1 by 0,05; 0.5', ['0.05', '0.10', '0.5']],
  ['3 4 to 6 by 1 9', ['3', '4', '5', '6', '9']],
  ['4 to 4 by 1', ['4']],
  // Not even, backwards, without a step, without an end: nothing is made up.
  ['0.05 to 0.12 by 0.05', ['0.05', 'to', '0.12', 'by', '0.05']],
  ['6 to 4 by 1', ['6', 'to', '4', 'by', '1']],
  ['4 to 6 by 0', ['4', 'to', '6', 'by', '0']],
  ['1 to 900 by 1', ['1', 'to', '900', 'by', '1']],
])('a set by its range and step: %s', (text, blades) => {
  expect(readBlades(text)).toEqual(blades);
});
