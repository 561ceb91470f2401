import { readSizeClass } from '../index';
import { mm } from '../../test/gauged';
import { thou } from '../../test/fixtures';

const INCH = [
  { text: '0.010', unit: 'in', nm: thou('10') },
  { text: '0.020', unit: 'in', nm: thou('20') },
] as const;
const METRIC = [mm('0.25'), mm('0.50')];

test.each<[string, readonly (typeof METRIC)[number][], 'over' | 'under', number | undefined]>([
  ['STD', METRIC, 'over', 0],
  ['standard', METRIC, 'under', 0],
  ['0', METRIC, 'under', 0],
  ['0.25', METRIC, 'under', -250_000],
  ['0.25', METRIC, 'over', 250_000],
  ['0,25 under', METRIC, 'over', -250_000],
  ['+0.50', METRIC, 'under', 500_000],
  ['-0.50 mm', METRIC, 'over', -500_000],
  ['0.020 over', INCH, 'over', 508_000],
  ['20 thou oversize', METRIC, 'over', 508_000],
  ['.010 in u/s', METRIC, 'over', -254_000],
  // A figure that no class of the model is, in whatever unit: nobody can tell.
  ['0.30', METRIC, 'over', undefined],
  ['A', METRIC, 'over', undefined],
  ['0.25 B', METRIC, 'over', undefined],
  ['', METRIC, 'over', undefined],
])('a class that is stamped %j', (text, made, bare, off) => {
  expect(readSizeClass(text, made, bare)).toBe(off);
});
