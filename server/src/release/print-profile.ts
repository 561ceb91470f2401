import { boundText, headWords } from '@oak-gate/contract';
import { currentPin, nanometres, placeKey, profileAt, sheetPlaces, showExact } from '@oak-gate/core';
import type { Characteristic, JobState, LengthUnit, Place, Profile } from '@oak-gate/core';
import type { Content } from 'pdfmake/interfaces';

const INK = '#1F2624';
const SOFT = '#5B5F58';
const [WIDTH, HEIGHT, LEFT, TOP] = [122, 104, 26, 16];
const IN_A_ROW = 6;

/** Each bore of a sheet along its depth, small and all to one scale, so that the worn one is seen beside the others. */
export function profilesOf(state: JobState, characteristic: Characteristic, unit: LengthUnit): Content[] {
  const layout = currentPin(state)?.model.layout;
  const firsts = new Map<string, Place>();
  for (const place of sheetPlaces(state, characteristic.id)) {
    const { station: _s, direction: _d, ...where } = place.at;
    const key = placeKey({ characteristic: '', at: where });
    if (!firsts.has(key)) firsts.set(key, place);
  }
  const drawn = [...firsts.values()].flatMap((place) => {
    const profile = profileAt(state, place);
    const isKnown = profile?.lines.some(({ points }) => points.some(({ size }) => size !== undefined));
    if (layout === undefined || profile === undefined || isKnown !== true) return [];
    const { station: _s, direction: _d, ...where } = place.at;
    return [profileSvg(profile, headWords(layout, where), unit)];
  });
  const rows: Content[] = [];
  for (let i = 0; i < drawn.length; i += IN_A_ROW)
    rows.push({
      margin: [0, 4, 0, 0],
      columnGap: 4,
      columns: drawn.slice(i, i + IN_A_ROW).map((svg) => ({ width: WIDTH, svg })),
    });
  return rows;
}

/** Depth down, size to the right: the limits as a light strip with its edges, the wear limit as a heavy line. */
function profileSvg({ lines, depths, limit, range }: Profile, title: string, unit: LengthUnit): string {
  const { least, most } = range ?? { least: 0, most: 1 };
  const air = Math.max((most - least) * 0.08, 1);
  const x = (size: number): string =>
    (LEFT + ((size - least + air) / (most - least + 2 * air)) * (WIDTH - LEFT - 4)).toFixed(1);
  const [first, last] = [depths[0]?.depth ?? 0, depths.at(-1)?.depth ?? 1];
  const y = (depth: number): string =>
    (TOP + 6 + ((depth - first) / Math.max(last - first, 1)) * (HEIGHT - TOP - 22)).toFixed(1);
  const text = (at: string | number, down: string | number, words: string, more = ''): string =>
    `<text x="${at}" y="${down}" font-size="7" fill="${SOFT}"${more}>${escaped(words)}</text>`;
  const upright = (size: number | undefined, weight: number): string =>
    size === undefined
      ? ''
      : `<path d="M${x(size)} ${TOP}V${HEIGHT - 12}" stroke="${INK}" stroke-width="${weight}" fill="none"/>`;
  const label = (size: number | undefined, inward: 'up' | 'down'): string =>
    size === undefined
      ? ''
      : text(x(size), HEIGHT - 3, boundText(nanometres(size), unit, inward), ' text-anchor="middle"');
  const { min, max, serviceMin, serviceMax } = limit;
  const strip =
    min === undefined || max === undefined
      ? ''
      : `<rect x="${x(min)}" y="${TOP}" width="${(Number(x(max)) - Number(x(min))).toFixed(1)}" height="${HEIGHT - TOP - 12}" fill="#D5D7D3"/>`;
  const paths = lines.map(({ points }, i) => {
    const known = points.flatMap(({ size, depth }) =>
      size === undefined ? [] : [`${x((size.low + size.high) / 2)} ${y(depth)}`],
    );
    return known.length === 0
      ? ''
      : `<path d="M${known.join('L')}" stroke="${INK}" stroke-width="1.2" fill="none"${i === 0 ? '' : ' stroke-dasharray="3 2"'}/>`;
  });
  return (
    `<svg width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}" xmlns="http://www.w3.org/2000/svg">` +
    `<text x="${LEFT}" y="9" font-size="8" fill="${INK}">${escaped(title)}</text>` +
    strip +
    depths
      .map(({ depth }) =>
        text(LEFT - 4, Number(y(depth)) + 2.5, showExact(nanometres(depth), 'mm'), ' text-anchor="end"'),
      )
      .join('') +
    upright(min, 0.7) +
    upright(max, 0.7) +
    upright(serviceMin, 1.8) +
    upright(serviceMax, 1.8) +
    label(min ?? serviceMin, 'up') +
    label(serviceMax ?? max, 'down') +
    paths.join('') +
    `</svg>`
  );
}
const escaped = (words: string): string => words.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);
