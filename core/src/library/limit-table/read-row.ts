import { DECISION_RULES } from '../../quantity/decision-rule';
import { along, undeclaredAxes } from '../../engines/along-axes';
import { quantityOf, rowAxesOf } from '../../engines/characteristic';
import type { Characteristic, FitAxis, Purposes } from '../../engines/characteristic';
import type { EngineModel } from '../../engines/engine-model';
import { unitKindOf, withUnit } from '../../quantity/figure';
import { rowId } from '../document';
import type { LimitRow } from '../document';
import { BOUNDS } from '../limit';
import type { BoreFormula } from '../limit-row';
import type { FitAddress } from '../row-rule';
import { BOUND_COLUMNS } from './columns';
import type { ColumnUse, FitMeaning } from './columns';
import { readAppliesTo } from './read-applies-to';
import { addWearLimit, checkCrossing, readFigures, readUnit, settleUnits } from './read-figures';
import { withoutMarks } from './read-printed';
import { readRule } from './read-rule';
import { readNumber } from './row-cells';
import type { RowCells, Wrong } from './row-cells';
import type { TableQuestion, TableToRead } from './table-to-read';
import { secondAcceptance } from './two-units';

interface Frame {
  readonly line: number;
  readonly index: number;
  readonly seen: Set<string>;
  readonly footnotes: ReadonlyMap<string, string>;
  readonly stationsAdded: ReadonlySet<string>;
}
const stationText = ({ groove, member, station }: FitAddress): string =>
  `${groove ?? ''}/${member ?? ''}/${station ?? ''}`;

/** Reads one row of a table; what is wrong is said through `wrong`, what must be asked comes back. */
export function readRow(
  { revision, models, characteristics, mapping, answers = {}, by }: TableToRead,
  cells: RowCells,
  wrong: Wrong,
  { line, index, seen, footnotes, stationsAdded }: Frame,
): { readonly row: LimitRow | undefined; readonly questions: readonly TableQuestion[] } {
  const label = readLabel(cells, wrong, index, seen);
  const meaning = readFit(cells, wrong, mapping?.fits, mapping?.characteristic);
  const characteristic = characteristics.find(({ id }) => id === meaning?.characteristic);
  if (characteristic === undefined) {
    if (meaning !== undefined)
      wrong(cells.has('characteristic') ? 'characteristic' : 'fit', {
        code: 'CHARACTERISTIC_UNKNOWN',
        found: meaning.characteristic,
        known: characteristics.map(({ id }) => id),
      });
    return { row: undefined, questions: [] };
  }
  const appliesTo = readAppliesTo(cells, wrong, models);
  const rule = readRule(cells, wrong, characteristic);
  const address = readAddress(characteristic, meaning, rule?.kind === 'station', wrong, cells.has('fit'));
  const spoken = models.filter(({ id }) => appliesTo.models === undefined || appliesTo.models.includes(id));
  for (const { name: model, layout } of spoken) {
    const axes = undeclaredAxes(layout, characteristic);
    if (axes.length > 0)
      wrong(cells.has('characteristic') ? 'characteristic' : 'fit', {
        code: 'AXIS_NOT_DECLARED',
        axes,
        characteristic: characteristic.name,
        model,
      });
  }
  const addsStation = rule?.kind === 'station';
  const isAdded = stationsAdded.has(stationText(address));
  for (const model of spoken)
    if (addsStation || !isAdded) checkAddress(model, address, addsStation, wrong, characteristic.along);
  if (rule?.kind === 'relation') {
    const { notSmallerThan: other } = rule;
    const inCell: Wrong = (_axis, fault) => {
      wrong('not_smaller_than', fault);
    };
    for (const model of spoken)
      if (!stationsAdded.has(stationText(other))) checkAddress(model, other, false, inCell);
  }

  const unit = readUnit(cells, wrong, characteristic, mapping?.unit);
  const figures = readFigures(cells, wrong, unit.unit, characteristic.wear);
  const kind = quantityOf(characteristic);
  for (const bound of BOUNDS) {
    const figure = figures.printed[bound];
    if (figure !== undefined && kind !== 'check' && unitKindOf(figure.unit) !== kind)
      wrong(BOUND_COLUMNS[bound], { code: 'UNIT_OF_OTHER_KIND', found: figure.unit, kind });
  }
  const id = rowId(revision, label);
  const questions: TableQuestion[] = [];
  const chosenBefore = cells.text('unit_chosen_by');
  const settled = settleUnits(figures, (bound, first, second) => {
    // In our own columns the figure that controls stands first, with the name of who said so.
    if (chosenBefore !== '') return 'first';
    if (mapping === undefined) {
      wrong(BOUND_COLUMNS[bound], {
        code: 'UNITS_DISAGREE',
        first: withUnit(first),
        second: withUnit(second),
      });
      return undefined;
    }
    const question = {
      id: `${line} ${bound} units`,
      line,
      label,
      kind: 'unitsDisagree' as const,
      bound,
      first,
      second,
    };
    questions.push(question);
    const answer = answers[question.id];
    return answer === 'first' || answer === 'second' ? answer : undefined;
  });
  const { printed, also } = settled;
  const chosenBy = chosenBefore === '' ? by : chosenBefore;
  const remark = cells.text('remark');
  const acceptance = secondAcceptance(remark);
  if (acceptance !== undefined) {
    const question = {
      id: `${line} remark`,
      line,
      label,
      kind: 'secondAcceptance' as const,
      remark,
      figure: acceptance.text,
    };
    questions.push(question);
    if (answers[question.id] === 'wearLimit') addWearLimit(printed, acceptance, unit.unit, wrong);
  }
  checkCrossing(printed, wrong);
  const fitIs = readFitIs(cells, wrong, characteristic);
  const decision = readDecision(cells, wrong);
  const formula = readFormula(cells, wrong);
  if (
    cells.text('rule') === '' &&
    formula === undefined &&
    Object.keys(printed).length === 0 &&
    statesNothing(cells)
  ) {
    wrong(cells.has('range') ? 'range' : 'min', { code: 'NO_BOUND' });
  }
  if ((rule?.kind === 'spread' || rule?.kind === 'match') && printed.max === undefined)
    wrong('max', { code: 'NEEDED_BY_RULE', rule: rule.kind });
  const note = [
    cells.text('note'),
    remark,
    ...markWords([...withoutMarks(cells.text('fit')).marks, ...figures.marks], footnotes),
  ]
    .filter((text) => text !== '')
    .join('; ');
  if (note.length > 2000) wrong('note', { code: 'TOO_LONG', found: `${note.length} characters` });
  return {
    row: {
      id,
      label,
      characteristic: characteristic.id,
      ...address,
      printed,
      ...(Object.keys(also).length === 0 ? {} : { also }),
      ...(settled.wasChosen && chosenBy !== undefined ? { unitChosenBy: chosenBy } : {}),
      ...(fitIs === undefined ? {} : { fitIs }),
      ...(decision === undefined ? {} : { decision }),
      ...(formula === undefined ? {} : { formula }),
      ...(rule === undefined ? {} : { rule }),
      appliesTo,
      note,
    },
    questions,
  };
}

/** Clearance or interference, of a fit of two parts; clearance is what figures are that say nothing. */
function readFitIs(cells: RowCells, wrong: Wrong, { below }: Characteristic): LimitRow['fitIs'] {
  const text = cells.text('fit_is');
  if (text === '' || (text === 'clearance' && below !== undefined)) return undefined;
  const known = below === undefined ? [] : ['clearance', below];
  if (text === below) return below;
  wrong(
    'fit_is',
    known.length === 0 ? { code: 'NOT_A_FIT', found: text } : { code: 'ONE_OF', found: text, known },
  );
  return undefined;
}

/** By which rule a limit is decided near its ends, where the document says it. */
function readDecision(cells: RowCells, wrong: Wrong): LimitRow['decision'] {
  const text = cells.text('decision');
  const known = DECISION_RULES.find((each) => each === text);
  if (text !== '' && known === undefined)
    wrong('decision', { code: 'ONE_OF', found: text, known: [...DECISION_RULES] });
  return known;
}

function readLabel(cells: RowCells, wrong: Wrong, index: number, seen: Set<string>): string {
  const label = cells.has('row') ? cells.text('row') : String(index + 1);
  if (label === '') wrong('row', { code: 'CELL_EMPTY' });
  else if (label.length > 80) wrong('row', { code: 'TOO_LONG', found: `${label.length} characters` });
  else if (seen.has(label)) wrong('row', { code: 'ROW_TWICE', found: label });
  seen.add(label);
  return label;
}

/** A fit as a document calls it, without the footnote marks at its end. */
export const fitName = (text: string): string => withoutMarks(text).bare;

/** What a row is about: our own columns, or what the document's own name of the fit was said to mean. */
function readFit(
  cells: RowCells,
  wrong: Wrong,
  fits: Readonly<Record<string, FitMeaning>> | undefined,
  everywhere: string | undefined,
): FitMeaning | undefined {
  const said = fitName(cells.text('fit'));
  const meant = said === '' ? undefined : fits?.[said];
  if (cells.has('fit') && said !== '' && meant === undefined) {
    wrong('fit', { code: 'FIT_UNKNOWN', found: said });
    return undefined;
  }
  const own = cells.text('characteristic');
  const characteristic = own === '' ? (meant?.characteristic ?? everywhere ?? '') : own;
  if (characteristic === '') {
    wrong(cells.has('fit') ? 'fit' : 'characteristic', { code: 'FIT_NOT_SAID' });
    return undefined;
  }
  const at = (axis: FitAxis): Partial<Record<FitAxis, string>> => {
    const text = cells.text(axis) === '' ? (meant?.[axis] ?? '') : cells.text(axis);
    return text === '' ? {} : { [axis]: text };
  };
  return { characteristic, ...at('groove'), ...at('member'), ...at('station') };
}

function readAddress(
  characteristic: Characteristic,
  meaning: FitMeaning | undefined,
  addsStation: boolean,
  wrong: Wrong,
  byName: boolean,
): Partial<Record<FitAxis, string>> {
  const needed = rowAxesOf(characteristic);
  const address: Partial<Record<FitAxis, string>> = {};
  let isOpen = false;
  for (const axis of ['groove', 'member', 'station'] as const) {
    const text = meaning?.[axis];
    if (needed.includes(axis)) {
      if (text !== undefined) address[axis] = text;
      // What was said of a name says where as well: it is asked for once, and not for each of its parts.
      else if (byName) isOpen = true;
      else wrong(axis, { code: 'CELL_EMPTY' });
    } else if (text !== undefined && !addsStation)
      wrong(byName ? 'fit' : axis, { code: 'AXIS_NOT_HERE', axis, characteristic: characteristic.name });
  }
  if (isOpen) wrong('fit', { code: 'PLACE_NOT_SAID' });
  return address;
}

function checkAddress(
  { name, layout }: EngineModel,
  address: Partial<Record<FitAxis, string>>,
  addsStation: boolean,
  wrong: Wrong,
  purposes: Purposes = {},
): void {
  const unknown = (axis: FitAxis, known: readonly { readonly id: string }[]): void => {
    wrong(axis, {
      code: 'NOT_IN_MODEL',
      axis,
      found: address[axis] ?? '',
      model: name,
      known: known.map(({ id }) => id),
    });
  };
  if (address.groove === undefined) {
    // Stations of bores and liners have no ring.
    const known = along(layout, ['station'], purposes).map(({ station }) => ({ id: station ?? '' }));
    const isKnown = known.some(({ id }) => id === address.station);
    if (address.station !== undefined && !addsStation && !isKnown) unknown('station', known);
    return;
  }
  const groove = layout.grooves.find(({ id }) => id === address.groove);
  if (groove === undefined) {
    unknown('groove', layout.grooves);
    return;
  }
  if (address.member === undefined) return;
  if (!groove.members.some(({ id }) => id === address.member)) {
    unknown('member', groove.members);
    return;
  }
  if (address.station === undefined) return;
  if (addsStation) {
    if (layout.stations.some(({ id }) => id === address.station))
      wrong('station', { code: 'STATION_THERE', found: address.station });
    return;
  }
  const here = layout.stations.filter(({ members }) =>
    members.some((each) => each.groove === groove.id && each.member === address.member),
  );
  if (!here.some(({ id }) => id === address.station)) unknown('station', here);
}

function readFormula(cells: RowCells, wrong: Wrong): BoreFormula | undefined {
  const bound = cells.text('formula_bound');
  if (bound === '' && cells.text('per_diameter') === '') return undefined;
  const known = BOUNDS.find((each) => BOUND_COLUMNS[each] === bound);
  if (known === undefined) wrong('formula_bound', { code: 'BOUND_UNKNOWN', found: bound });
  const perDiameter = readNumber(cells, wrong, 'per_diameter');
  const uplift = cells.text('uplift') === '' ? undefined : readNumber(cells, wrong, 'uplift');
  if (known === undefined || perDiameter === undefined) return undefined;
  return { bound: known, perDiameter, ...(uplift === undefined ? {} : { uplift }) };
}
const FIGURE_USES: readonly ColumnUse[] = [
  'min',
  'max',
  'service_min',
  'service_max',
  'range',
  'service_range',
  'formula_bound',
  'per_diameter',
];
const statesNothing = (cells: RowCells): boolean => FIGURE_USES.every((use) => cells.text(use) === '');

const markWords = (marks: readonly string[], footnotes: ReadonlyMap<string, string>): string[] =>
  [...new Set(marks)].map(
    (mark) =>
      `${mark} ${footnotes.get(mark) ?? footnotes.get(mark.replace(/^\(/, '')) ?? 'as marked in the document'}`,
  );
