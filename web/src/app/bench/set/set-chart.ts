import type { EChartsCoreOption } from 'echarts/core';
import type { CustomSeriesRenderItem, CustomSeriesRenderItemReturn } from 'echarts';
import { AXIS } from './set-view';
import type { SetPanelView, Shape } from './set-view';

/** Colours are those of the theme, by their names. */
const COLOURS = {
  band: 'var(--band)',
  ink: 'var(--ink)',
  soft: 'var(--ink-soft)',
  line: 'var(--line)',
  ground: 'var(--panel-sunk)',
  panel: 'var(--panel)',
  brass: 'var(--brass)',
  worn: 'var(--brass-wash)',
} as const;
const STATE_COLOURS: Readonly<Partial<Record<string, string>>> = {
  in: 'var(--state-in)',
  serviceable: 'var(--state-serviceable)',
  tight: 'var(--state-tight)',
  loose: 'var(--state-loose)',
  notProven: 'var(--state-not-proven)',
};
const FIGURES = '"IBM Plex Mono", monospace';

/** A panel as a chart: bands, readings as bars, limits and means as lines. */
export function setChart({ shapes, from, to, height }: SetPanelView): EChartsCoreOption {
  return {
    animation: false,
    grid: { left: 8, right: 8, top: AXIS, bottom: 0, containLabel: false },
    xAxis: {
      type: 'value',
      min: from,
      max: to,
      position: 'top',
      splitNumber: 6,
      axisLine: { show: false },
      axisTick: { show: false },
      axisLabel: {
        color: COLOURS.soft,
        fontSize: 14,
        fontFamily: FIGURES,
        hideOverlap: true,
        showMinLabel: false,
        showMaxLabel: false,
        formatter: (value: number) => String(Number(value.toPrecision(5))),
      },
      splitLine: { lineStyle: { color: COLOURS.line } },
    },
    yAxis: { type: 'value', inverse: true, min: 0, max: height - AXIS, show: false },
    series: [
      {
        type: 'custom',
        silent: true,
        clip: true,
        encode: { x: [0, 1], y: [2, 3] },
        data: shapes.map((shape, i) => [...ends(shape.x), ...ends(shape.y), i]),
        renderItem: drawn(shapes),
      },
    ],
  };
}
const ends = (value: number | readonly [number, number]): readonly [number, number] =>
  typeof value === 'number' ? [value, value] : value;

const drawn =
  (shapes: readonly Shape[]): CustomSeriesRenderItem =>
  (_params, api): CustomSeriesRenderItemReturn => {
    const shape = shapes[Number(api.value(4))];
    if (shape === undefined) return null;
    const [[x0, x1], [y0, y1]] = [ends(shape.x), ends(shape.y)];
    const [left = 0, top = 0] = api.coord([x0, y0]);
    const [right = 0, bottom = 0] = api.coord([x1, y1]);
    const rect = (x: number, width: number) => ({ x, y: top, width, height: bottom - top });
    const line = (at: number) => ({ x1: at, x2: at, y1: top, y2: bottom });
    switch (shape.kind) {
      case 'worn':
        return { type: 'rect', shape: rect(left, right - left), style: { fill: COLOURS.worn } };
      case 'band':
        return { type: 'rect', shape: rect(left, right - left), style: { fill: COLOURS.band } };
      case 'target':
        return {
          type: 'rect',
          shape: rect(left, right - left),
          style: { fill: 'none', stroke: COLOURS.brass, lineWidth: 1.5, lineDash: [5, 3] },
        };
      case 'bar':
        return barOf(shape, left, right, top, bottom);
      case 'bound':
        return { type: 'line', shape: line(left), style: { stroke: COLOURS.ink, lineWidth: 2 } };
      case 'mean':
      case 'rule':
        return {
          type: 'line',
          shape: line(left),
          style: { stroke: COLOURS.ink, lineWidth: 1, lineDash: [2, 3] },
        };
      case 'apart':
        return apartOf(left, right, top, shape.text);
    }
  };

/** A reading: from what goes to what stops. A size is as wide as can be seen, and an open side ends in a point. */
function barOf(
  { state, open }: Extract<Shape, { readonly kind: 'bar' }>,
  left: number,
  right: number,
  top: number,
  bottom: number,
): CustomSeriesRenderItemReturn {
  const fill = STATE_COLOURS[state] ?? COLOURS.soft;
  const least = 5;
  const [from, to] =
    right - left < least ? [(left + right) / 2 - least / 2, (left + right) / 2 + least / 2] : [left, right];
  const middle = (top + bottom) / 2;
  if (open === undefined)
    return {
      type: 'rect',
      shape: { x: from, y: top, width: to - from, height: bottom - top },
      style: { fill },
    };
  const point = Math.min(12, to - from);
  const points =
    open === 'above'
      ? [
          [from, top],
          [to - point, top],
          [to, middle],
          [to - point, bottom],
          [from, bottom],
        ]
      : [
          [to, top],
          [from + point, top],
          [from, middle],
          [from + point, bottom],
          [to, bottom],
        ];
  return { type: 'polygon', shape: { points }, style: { fill, opacity: 0.55 } };
}

/** How far the means lie apart, with its figure between two arrow heads. */
function apartOf(left: number, right: number, y: number, text: string): CustomSeriesRenderItemReturn {
  const head = (tip: number, back: number): number[][] => [
    [tip, y],
    [back, y - 4],
    [back, y + 4],
  ];
  const isWide = right - left > 70;
  const children: NonNullable<CustomSeriesRenderItemReturn>[] = [
    {
      type: 'line',
      shape: { x1: left, x2: right, y1: y, y2: y },
      style: { stroke: COLOURS.ink, lineWidth: 1.5 },
    },
    ...(right - left > 16
      ? [
          { type: 'polygon' as const, shape: { points: head(left, left + 8) }, style: { fill: COLOURS.ink } },
          {
            type: 'polygon' as const,
            shape: { points: head(right, right - 8) },
            style: { fill: COLOURS.ink },
          },
        ]
      : []),
    {
      type: 'text',
      style: {
        text,
        x: isWide ? (left + right) / 2 : right + 8,
        y,
        align: isWide ? 'center' : 'left',
        verticalAlign: 'middle',
        fill: COLOURS.ink,
        font: `600 18px ${FIGURES}`,
        ...(isWide ? { backgroundColor: COLOURS.panel, padding: [0, 6] } : {}),
      },
    },
  ];
  return { type: 'group', children: children };
}
