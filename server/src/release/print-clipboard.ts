import {
  boundText,
  COMPUTED_WORDS,
  countedIn,
  figureWords,
  placeTitle,
  shortReading,
  stateWord,
  unitWord,
} from '@oak-gate/contract';
import {
  computedLines,
  computedSize,
  currentPin,
  isSize,
  NM_PER,
  inputsOf,
  own,
  placeAt,
  placesInColumns,
  placesOnSheet,
  placeStatus,
  sheetModel,
  spansOf,
  unitOf,
  unitOfSheet,
} from '@oak-gate/core';
import type {
  Characteristic,
  JobState,
  LengthUnit,
  LimitsPin,
  PlaceStateWord,
  PlaceStatus,
  SheetBlock,
  SheetModel,
  SizeReading,
} from '@oak-gate/core';
import type { Column, Content, TableCell } from 'pdfmake/interfaces';
import { chartBlock, MOST_ACROSS } from './print-chart';
import type { ChartCell, LineLimit } from './print-chart';
import { groundSvg, markSvg } from './print-marks';
import { profilesOf } from './print-profile';
import { day, moment, RULED, small, SOFT, title } from './print-parts';

/** Since these rules the sheets are printed as clipboard charts; what is older is printed as it was then. */
const CLIPBOARD_SINCE = 6;
export const isOnClipboards = ({ rules }: Pick<JobState, 'rules'>): boolean => rules >= CLIPBOARD_SINCE;

/** Every sheet of the pin as a chart on a clipboard, with what was conceded on it, and who measured it with what. */
export function clipboards(state: JobState): Content[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  return pin.characteristics.flatMap((characteristic) => {
    const unit = unitOfSheet(state, characteristic);
    const model = sheetModel(pin.model.layout, characteristic, MOST_ACROSS);
    const statuses = placesOnSheet(model).map((place) => placeStatus(state, place));
    return [
      ...model.blocks.flatMap((block) => chart(state, pin, model, block, unit)),
      ...profilesOf(state, characteristic, unit),
      legend(characteristic, statuses),
      ...conceded(state, pin, statuses),
      measuredWith(state, pin, characteristic, statuses),
    ];
  });
}

function chart(
  state: JobState,
  pin: LimitsPin,
  model: SheetModel,
  block: SheetBlock,
  unit: LengthUnit,
): Content[] {
  const { characteristic } = model;
  const printed = chartBlock(state, pin.model.layout, characteristic, block, unit);
  const isSized = characteristic.unitKind === undefined || characteristic.unitKind === 'length';
  const counted = countedIn(characteristic);
  const inUnit = isSized
    ? `in ${unitWord(unit)}${inMillimetres(unit)}`
    : counted === undefined
      ? 'as it was found'
      : `in ${counted}`;
  const width = 560 / Math.max(printed.columns.length, 3) - 24;
  return [
    {
      headlineLevel: 1,
      margin: [0, 14, 0, 3],
      columns: [
        {
          width: '*',
          text: [
            { text: printed.title, bold: true, fontSize: 12.5 },
            { text: `   ${inUnit}`, fontSize: 8.5, color: SOFT },
          ],
        },
        { width: 'auto', text: 'as found over as left', fontSize: 8.5, color: SOFT, margin: [0, 3, 0, 0] },
      ],
    },
    {
      layout: CHART,
      table: {
        headerRows: 1,
        keepWithHeaderRows: 1,
        dontBreakRows: true,
        widths: [72, 128, ...printed.columns.map(() => '*')],
        body: [
          [head('Limits'), head(printed.head), ...printed.columns.map((each) => head(each, 'right'))],
          ...printed.lines.map(({ group, line, limit, limits, cells }, i): TableCell[] => [
            // A limit stands once for all lines below it that have the same.
            limit === printed.lines[i - 1]?.limit
              ? ''
              : { stack: limits.flatMap((each) => limitStack(each, unit)) },
            group === '' || group === printed.lines[i - 1]?.group
              ? { text: line, fontSize: 8.5 }
              : { stack: [{ text: group, bold: true }, ...(line === '' ? [] : [small(line)])] },
            ...cells.map((cell): TableCell =>
              cell === undefined ? '' : { stack: cellStack(cell, width, sizesOf(cells)) },
            ),
          ]),
          ...computedRows(state, model, block, unit),
        ],
      },
    },
  ];
}

/** The window in large figures, the wear limit and the row that says so below it; for which columns, where they differ. */
function limitStack({ limit, where, cells }: LineLimit, unit: LengthUnit): Content[] {
  const verdict = cells[0]?.status.reading?.verdict;
  const { serviceMin, serviceMax } = verdict?.limit ?? {};
  const worn = [
    ...(serviceMin === undefined ? [] : [`at least ${boundText(serviceMin, unit, 'up')}`]),
    ...(serviceMax === undefined ? [] : [`at most ${boundText(serviceMax, unit, 'down')}`]),
  ];
  const rows = [...new Set([...Object.values(verdict?.sources ?? {}), ...(verdict?.asks ?? [])])];
  return [
    ...(where === '' ? [] : [small(where)]),
    { text: limit, font: 'Plex', bold: true, fontSize: 8.5 },
    ...(worn.length === 0 ? [] : [small(`worn ${worn.join(', ')}`)]),
    ...rows.map((row) => ({ text: row, fontSize: 7, color: SOFT })),
  ];
}

/** What was found above what is left, a line between; beside it the mark, and below it where the size lies in its limits. */
function cellStack(
  { status, word, asFound, asFitted, asLeft }: ChartCell,
  width: number,
  ofLine: readonly SizeReading[],
): Content[] {
  const { state, conceded: isConceded, reading, reason } = status;
  const gone = asFound === '' ? [] : [figure(asFound, false)];
  const fitted = asFitted === '' ? [] : [figure(asFitted, false)];
  const left = asLeft === '' ? { text: word, fontSize: 7.5, color: SOFT } : figure(asLeft, true);
  const isOut = state !== 'in' && state !== 'serviceable' && asLeft !== '';
  const said = [isOut ? word : '', isConceded ? 'conceded' : '', reason ?? ''].filter((each) => each !== '');
  const current = reading?.status === 'current' ? reading : undefined;
  return [
    {
      columns: [
        {
          width: '*',
          alignment: 'right',
          stack: [...gone, ...fitted, ...(gone.length === 0 ? [] : [rule(width)]), left],
        },
        { width: 13, svg: markSvg(state, isConceded), margin: [4, gone.length > 0 ? 14 : 2, 0, 0] },
      ],
    },
    ...(current === undefined || !isSize(current.reading)
      ? []
      : [
          {
            svg: groundSvg(current.verdict.limit, current.reading, width, ofLine),
            margin: [0, 1, 0, 0],
          } as Content,
        ]),
    ...(said.length === 0 ? [] : [{ text: said.join(', '), fontSize: 7, alignment: 'right' } as Content]),
  ];
}
/** The sizes that are left on a line. */
const sizesOf = (cells: readonly (ChartCell | undefined)[]): readonly SizeReading[] =>
  cells.flatMap((cell) => {
    const reading = cell?.status.reading;
    return reading?.status === 'current' && isSize(reading.reading) ? [reading.reading] : [];
  });
const figure = (text: string, isLeft: boolean): Content => ({
  text,
  font: 'Plex',
  fontSize: isLeft ? 10.5 : 8.5,
  bold: isLeft,
});
const rule = (width: number): Content => ({
  canvas: [{ type: 'line', x1: width * 0.4, y1: 1, x2: width, y2: 1, lineWidth: 0.5 }],
});

/** What is worked out over each column, and judged by nothing here. */
function computedRows(
  state: JobState,
  model: SheetModel,
  block: SheetBlock,
  unit: LengthUnit,
): TableCell[][] {
  return computedLines(model).map((kind) => [
    '',
    { text: COMPUTED_WORDS[kind], bold: true, fontSize: 8.5 },
    ...spansOf(block, model).flatMap((span): TableCell[] => {
      const sizes = placesInColumns(block, span).flatMap((place) => {
        const { reading } = placeStatus(state, place);
        return reading?.status === 'current' && isSize(reading.reading) ? [reading.reading] : [];
      });
      const size = computedSize(kind, sizes, model.made);
      const text = size === undefined ? '' : `= ${shortReading(size, unit)}`;
      const cell: TableCell = {
        ...{ text, font: 'Plex', bold: true, fontSize: 9, alignment: 'right', margin: [0, 0, 13, 0] },
        ...(span.span === 1 ? {} : { colSpan: span.span }),
      };
      return [cell, ...Array.from({ length: span.span - 1 }, () => '')];
    }),
  ]);
}

/** The marks that stand on this chart, with their words. */
function legend(characteristic: Characteristic, statuses: readonly PlaceStatus[]): Content {
  const there = new Map<string, readonly [PlaceStateWord, boolean]>(
    statuses.map(({ state, conceded: is }) => [`${state} ${is}`, [state, is]]),
  );
  return {
    margin: [0, 4, 0, 2],
    columnGap: 4,
    columns: [
      ...[...there.values()].flatMap(([state, isConceded]): Column[] => [
        { width: 10, svg: markSvg(state, isConceded), margin: [0, 1, 0, 0] },
        {
          width: 'auto',
          text: `${stateWord(state, characteristic)}${isConceded ? ', conceded' : ''}`,
          fontSize: 8,
          color: SOFT,
          margin: [0, 0, 12, 0],
        },
      ]),
      {
        width: '*',
        // Only what was felt with blades is written like this.
        text: statuses.some(({ reading }) => isBracket(reading?.reading.kind))
          ? '19/21: the 19 goes, the 21 stops. 22+: the 22 goes.'
          : '',
        fontSize: 8,
        color: SOFT,
      },
    ],
  };
}

const isBracket = (kind: string | undefined): boolean =>
  kind === 'between' || kind === 'atLeast' || kind === 'under';

/** What is out of its limits and was accepted: with the approval that it rests on, in a frame that nobody overlooks. */
function conceded(state: JobState, pin: LimitsPin, statuses: readonly PlaceStatus[]): Content[] {
  return statuses.flatMap(({ key, place, state: is, conceded: isConceded, reading }): Content[] => {
    const concession = own(state.concessions, key);
    if (!isConceded || concession === undefined || reading === undefined) return [];
    const { title: where, line } = placeTitle(pin, place);
    const characteristic = pin.characteristics.find(({ id }) => id === place.characteristic);
    const { approval, reason, byName, at } = concession;
    return [
      {
        unbreakable: true,
        margin: [0, 4, 0, 0],
        table: {
          widths: [22, '*', 'auto'],
          body: [
            [
              { svg: markSvg(is, true, 18), margin: [2, 3, 0, 0] },
              {
                margin: [0, 2, 0, 2],
                stack: [
                  {
                    text: `${[where, line].filter((each) => each !== '').join(', ')}: ${figureWords(reading.reading, unitOf(reading), characteristic)}, ${stateWord(is, characteristic)}, conceded.`,
                    bold: true,
                  },
                  `${reason.replace(/[.\s]*$/, '')}. ${byName}, ${moment(state, at)}.`,
                ],
              },
              {
                alignment: 'right',
                margin: [8, 2, 2, 2],
                stack: [
                  { text: approval.number, font: 'Plex', bold: true },
                  small(`${approval.issuer}, ${day(state, approval.date)}`),
                ],
              },
            ],
          ],
        },
      },
    ];
  });
}

/** Below each sheet: with what it was measured, by whom and when. */
function measuredWith(
  state: JobState,
  pin: LimitsPin,
  characteristic: Characteristic,
  statuses: readonly PlaceStatus[],
): Content {
  if (characteristic.from !== undefined) {
    const names = inputsOf(characteristic).map(
      (id) => pin.characteristics.find((each) => each.id === id)?.name.toLowerCase() ?? id,
    );
    return {
      ...(small(`Worked out from ${names.join(' and ')}.`) as object),
      margin: [0, 5, 0, 0],
    } as Content;
  }
  const readings = statuses
    .flatMap(({ key }) => placeAt(state, key).readings)
    .filter(({ inputs }) => inputs === undefined);
  const tools = new Map(
    readings.flatMap(({ instrument }) =>
      instrument === null ? [] : [[`${instrument.id} ${instrument.dueOn}`, instrument] as const],
    ),
  );
  const settings = new Set(
    readings.flatMap(({ setting }) =>
      setting === undefined
        ? []
        : [`set to ${setting.size.text} ${unitWord(setting.size.unit)} with ${setting.against}`],
    ),
  );
  const people = new Map<string, string[]>();
  for (const { by, at } of [...readings].sort((a, b) => (a.at < b.at ? -1 : 1)))
    people.set(by.name, [...(people.get(by.name) ?? []), at]);
  return {
    unbreakable: true,
    margin: [0, 5, 0, 0],
    columns: [
      {
        width: '*',
        stack: [
          {
            text: tools.size === 0 ? 'Looked at, without a gauge' : 'Measured with',
            bold: true,
            fontSize: 8.5,
          },
          ...[...tools.values()].map(({ id, name, dueOn }) =>
            small(`${id} ${name}, due ${day(state, dueOn)}`),
          ),
          ...[...settings].map((each) => small(each)),
        ],
      },
      {
        width: '*',
        stack: [
          {
            text: readings.length === 0 ? 'Measured by nobody yet' : 'Measured by',
            bold: true,
            fontSize: 8.5,
          },
          ...[...people].map(([name, times]) =>
            small(
              times.length === 1
                ? `${name}, ${moment(state, times[0] ?? '')}`
                : `${name}, ${times.length} readings from ${moment(state, times[0] ?? '')} to ${moment(state, times.at(-1) ?? '')}`,
            ),
          ),
        ],
      },
    ],
  };
}

const head = (text: string, alignment: 'left' | 'right' = 'left'): TableCell => ({
  text,
  bold: true,
  fontSize: 8.5,
  alignment,
});
/** Ruled as a clipboard chart: a line under the head and under each line, none beside. */
const CHART = {
  ...RULED,
  hLineWidth: (i: number) => (i === 0 ? 0 : i === 1 ? 1 : 0.4),
  hLineColor: (i: number) => (i === 1 ? '#1F2624' : '#BDB5A4'),
};
const inMillimetres = (unit: LengthUnit): string =>
  unit === 'mm' ? '' : ` (1 ${unitWord(unit)} = ${NM_PER[unit] / NM_PER.mm} mm)`;

/**
 * The sheets without what was measured: what is to be filled in with a pencil where no tablet goes. The same places in the same
 * order, with their limits.
 */
export function worksheets(state: JobState, sheets: readonly string[]): Content[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  return pin.characteristics
    .filter(({ id }) => sheets.includes(id))
    .flatMap((characteristic): Content[] => {
      const model = sheetModel(pin.model.layout, characteristic, MOST_ACROSS);
      const notes = [
        ...(characteristic.from === undefined ? [] : ['worked out, nothing is measured here']),
        ...(characteristic.conditions ?? []).map(
          ({ name, choices }) => `${name}: ${choices.map(({ text }) => `[  ] ${text}`).join('   ')}`,
        ),
        ...(characteristic.setting === undefined ? [] : ['set to ________ with ________________']),
      ];
      return model.blocks.map((block): Content => {
        const printed = chartBlock(state, pin.model.layout, characteristic, block, undefined);
        const stack: Content[] = [
          title(printed.title),
          ...notes.map((each) => small(each)),
          {
            layout: BOXED,
            margin: [0, 4, 0, 0],
            table: {
              headerRows: 1,
              dontBreakRows: true,
              widths: [84, 140, ...printed.columns.map(() => '*')],
              heights: (row: number) => (row === 0 ? 14 : 26),
              body: [
                [head('Limits'), head(printed.head), ...printed.columns.map((each) => head(each))],
                ...printed.lines.map(({ group, line, inForce, cells }): TableCell[] => [
                  { text: inForce, font: 'Plex', fontSize: 8.5 },
                  { stack: [{ text: group, bold: true }, small(line)] },
                  ...cells.map((cell): TableCell =>
                    cell === undefined || cell.status.state === 'notApplicable'
                      ? { text: '—', alignment: 'center', color: SOFT }
                      : { text: ' ' },
                  ),
                ]),
              ],
            },
          },
          {
            margin: [0, 12, 0, 0],
            columns: [
              small('Gauge: ______________________'),
              small('Measured by: ______________________'),
              small('Date and time: ______________________'),
            ],
          },
        ];
        // A sheet stays on one page where it fits on one.
        return { stack, unbreakable: printed.lines.length <= 12, margin: [0, 0, 0, 10] };
      });
    });
}
const BOXED = { ...RULED, vLineWidth: () => 0.4, vLineColor: () => '#BDB5A4' };
