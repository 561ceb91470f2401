import { baseValue, BOUNDS, isLength, otherUnit, showExact, unitKindOf } from '@oak-gate/core';
import type {
  AppliesTo,
  Bound,
  Characteristic,
  DiameterBasis,
  FitAddress,
  Layout,
  LengthUnit,
  Limit,
  LimitContext,
  LimitRow,
  Nanometres,
  PrintedFigure,
  SourceBand,
  TableQuestion,
  UnitKind,
} from '@oak-gate/core';
import type { LimitNews } from '../job/schemas';
import { placeWords, unitWord } from './place-words';
import { boundText, showBound } from './limit-words';

const PLAIN_UNIT_WORDS = {
  Nm: 'N·m',
  lbfft: 'lbf·ft',
  lbfin: 'lbf·in',
  kgfm: 'kgf·m',
  deg: '°',
  h: 'h',
  cycles: 'cycles',
  starts: 'starts',
} as const;
export const figureUnitWord = (unit: PrintedFigure['unit']): string =>
  Object.hasOwn(PLAIN_UNIT_WORDS, unit)
    ? PLAIN_UNIT_WORDS[unit as keyof typeof PLAIN_UNIT_WORDS]
    : unitWord(unit as LengthUnit);
const BASE_UNIT_WORDS: Readonly<Record<UnitKind, string>> = {
  length: 'mm',
  torque: 'N·m',
  angle: '°',
  hours: 'h',
  cycles: 'cycles',
  starts: 'starts',
  check: '',
};
export const baseUnitWord = (kind: UnitKind): string => BASE_UNIT_WORDS[kind];

/** A window of printed figures, as one says it: "0.040 to 0.052", "at least 0.009". */
function windowWords(min: PrintedFigure | undefined, max: PrintedFigure | undefined): string {
  if (min !== undefined && max !== undefined) {
    const same = min.unit === max.unit;
    return same
      ? `${min.text} to ${max.text}`
      : `${min.text} ${figureUnitWord(min.unit)} to ${max.text} ${figureUnitWord(max.unit)}`;
  }
  if (min !== undefined) return `at least ${min.text}`;
  return max === undefined ? '' : `at most ${max.text}`;
}

/** What a row states, as printed, without its unit. */
export function rowFigures({ printed, formula, rule, fitIs }: LimitRow): string {
  const worn = windowWords(printed.serviceMin, printed.serviceMax);
  const said = windowWords(printed.min, printed.max);
  const window = said === '' || fitIs === undefined ? said : `${fitIs} ${said}`;
  const parts = [
    rule?.kind === 'spread' || rule?.kind === 'match' ? '' : window,
    worn === '' ? '' : `worn ${worn}`,
    formula === undefined
      ? ''
      : `${boundName(formula.bound)} ${formula.perDiameter} per unit of bore${formula.uplift === undefined ? '' : ` and ${percent(formula.uplift)} more`}`,
    ruleFigures(rule, printed.max),
  ];
  return parts.filter((part) => part !== '').join('; ');
}
const percent = (share: number): string => `${Number((share * 100).toPrecision(6))} %`;
const BOUND_NAMES: Readonly<Record<Bound, string>> = {
  min: 'at least',
  max: 'at most',
  serviceMin: 'worn at least',
  serviceMax: 'worn at most',
};
export const boundName = (bound: Bound): string => BOUND_NAMES[bound];

export const GROUP_WORDS = {
  engine: 'of the engine',
  bank: 'of a bank',
  head: 'under one head',
  journal: 'on one journal',
  cylinder: 'of a cylinder',
} as const;
function ruleFigures(rule: LimitRow['rule'], max: PrintedFigure | undefined): string {
  if (rule === undefined) return '';
  switch (rule.kind) {
    case 'spread':
      return `${rule.of === 'mids' ? 'the mid heights of ' : ''}all ${GROUP_WORDS[rule.across]} within ${max?.text ?? '?'}`;
    case 'match':
      return `both ${GROUP_WORDS[rule.across]} alike within ${max?.text ?? '?'}`;
    case 'relation':
      return `not smaller than ${addressIds(rule.notSmallerThan)}`;
    case 'check':
      return rule.question;
    case 'tighten':
      return rule.steps
        .map(({ torque, angle }) =>
          torque === undefined
            ? `then ${angle?.text ?? ''}°`
            : `${torque.text} ${figureUnitWord(torque.unit)}`,
        )
        .concat(rule.lubricant === '' ? [] : [rule.lubricant])
        .join(', ');
    case 'station':
      return `adds this station, ${rule.distance.text} ${figureUnitWord(rule.distance.unit)} deep`;
  }
}
const addressIds = ({ groove, member, station }: FitAddress): string =>
  [groove, member, station].filter((id) => id !== undefined).join('/');

/** The unit of a row's figures, as printed; empty where it states none. */
export function rowUnit({ printed }: LimitRow): string {
  const figure = BOUNDS.map((bound) => printed[bound]).find((each) => each !== undefined);
  return figure === undefined ? '' : figureUnitWord(figure.unit);
}

/** What a row states, as printed, with its unit, and the same in the other unit where the document prints both. */
export const rowStatement = (row: LimitRow): string =>
  [[rowFigures(row), rowUnit(row)].filter((part) => part !== '').join(' '), alsoWords(row)]
    .filter((part) => part !== '')
    .join('; ');

/** The other unit of a row as its document prints it, and who said which controls where the two are not the same size. */
function alsoWords({ printed, also, unitChosenBy }: LimitRow): string {
  if (also === undefined) return '';
  const [worn, window] = [windowWords(also.serviceMin, also.serviceMax), windowWords(also.min, also.max)];
  const unitOf = (of: LimitRow['printed']): string => {
    const figure = BOUNDS.map((bound) => of[bound]).find((each) => each !== undefined);
    return figure === undefined ? '' : figureUnitWord(figure.unit);
  };
  const figures = [window, worn === '' ? '' : `worn ${worn}`].filter((part) => part !== '').join('; ');
  const chosen =
    unitChosenBy === undefined
      ? ''
      : `, which is another size: ${unitOf(printed)} counts, said by ${unitChosenBy}`;
  return `printed also as ${figures} ${unitOf(also)}${chosen}`;
}

/** A row's figures in the other system, rounded inward; torque in N·m; empty where there is nothing to convert. */
export function rowConverted({ printed }: LimitRow): string {
  const figures = BOUNDS.flatMap((bound) => printed[bound] ?? []);
  const [first] = figures;
  if (first === undefined) return '';
  if (isLength(first)) {
    const unit = otherUnit(first.unit);
    const limit: Limit = Object.fromEntries(
      BOUNDS.flatMap((bound): [Bound, Nanometres][] => {
        const figure = printed[bound];
        return figure !== undefined && isLength(figure) ? [[bound, figure.nm]] : [];
      }),
    );
    return `${showBound(limit, unit)} ${unitWord(unit)}`;
  }
  if (unitKindOf(first.unit) !== 'torque' || first.unit === 'Nm') return '';
  return `${figures.map((figure) => baseValue(figure).toFixed(1)).join(' to ')} N·m`;
}

/** Where a row speaks of, in the words of an engine's layout. */
export function fitWords(
  row: FitAddress & { readonly characteristic: string },
  characteristics: readonly Pick<Characteristic, 'id' | 'name'>[],
  layout: Layout | undefined,
): { readonly what: string; readonly ring: string; readonly station: string } {
  const what = characteristics.find(({ id }) => id === row.characteristic)?.name ?? row.characteristic;
  if (layout === undefined) return { what, ring: addressIds(row), station: '' };
  const at = {
    ...(row.groove === undefined ? {} : { groove: row.groove }),
    ...(row.member === undefined ? {} : { member: row.member }),
    ...(row.station === undefined ? {} : { station: row.station }),
  };
  const words = placeWords(layout, { characteristic: row.characteristic, at });
  return {
    what,
    ring: words.ring === '' ? (row.groove ?? '') : words.ring,
    station: words.station === '' ? (row.station ?? '') : words.station,
  };
}

/** What an applicability says besides the models, in words; empty where it says nothing more. */
export function appliesWords(to: AppliesTo): string {
  const list = (label: string, items: readonly string[] | undefined): string =>
    items === undefined || items.length === 0 ? '' : `${label} ${items.join(', ')}`;
  const range = (
    label: string,
    from: number | string | undefined,
    till: number | string | undefined,
  ): string => {
    if (from === undefined && till === undefined) return '';
    if (from === undefined) return `${label} up to ${String(till)}`;
    return till === undefined ? `${label} from ${from} on` : `${label} ${from} to ${till}`;
  };
  return [
    range('serials', to.serialFrom, to.serialTo),
    range('built', to.buildFrom, to.buildTo),
    list('part', to.partNumbers),
    list(
      'oversize',
      to.oversizes?.map((nm) => (nm === 0 ? 'standard' : `${showExact(nm, 'mm')} mm`)),
    ),
    list('piston', to.pistonMaterials),
    list('duty', to.duties),
    list('', to.partStates).trim(),
  ]
    .filter((part) => part !== '')
    .join('; ');
}

const CONTEXT_WORDS: Readonly<Record<keyof LimitContext, string>> = {
  model: 'the model',
  serial: 'the counting part of the serial',
  partNumber: 'the part number',
  oversize: 'the oversize of the bores',
  pistonMaterial: 'the piston material',
  duty: 'the duty',
  buildDate: 'the date of build',
  partState: 'whether the part is new',
  diameter: 'the bore diameter',
};
export const contextWords = (missing: readonly (keyof LimitContext)[]): string =>
  missing.map((each) => CONTEXT_WORDS[each]).join(' and ');

export const DIAMETER_WORDS: Readonly<Record<DiameterBasis, string>> = {
  nominal: 'nominal bore',
  nominalPlusOversize: 'nominal bore plus oversize',
  measured: 'bore as measured',
};
/** A formula worked out, with the diameter that was used: "0.0045 × 3.940 in × 1.3 = 0.02305 in". */
export function workedWords(
  { perDiameter, uplift, diameter, value }: NonNullable<SourceBand['worked']>,
  unit: LengthUnit,
  basis: DiameterBasis | undefined,
): string {
  if (diameter === undefined || value === undefined)
    return `${perDiameter} per unit of bore: the bore is not known`;
  const shown = unit === 'thou' ? 'in' : unit;
  const times = uplift === 0 ? '' : ` × ${Number((1 + uplift).toPrecision(12))}`;
  const size = (nm: number): string => trimmed(nm, shown);
  const of = basis === undefined ? '' : ` (${DIAMETER_WORDS[basis]})`;
  return `${perDiameter} × ${size(diameter)} ${unitWord(shown)}${times} = ${size(value)} ${unitWord(shown)}${of}`;
}
/** Without needless digits, and with as many as a bench is used to. */
const trimmed = (nm: number, unit: LengthUnit): string => {
  const per = unit === 'in' ? 25_400_000 : unit === 'mm' ? 1_000_000 : 1_000;
  const [most, usual] = unit === 'um' ? [1, 0] : unit === 'mm' ? [4, 2] : [5, 3];
  const exact = String(Number((nm / per).toFixed(most)));
  return (exact.split('.')[1]?.length ?? 0) < usual ? (nm / per).toFixed(usual) : exact;
};

/** A size in the base unit of its quantity, for a drawing's labels. */
export function quantityText(value: number, kind: UnitKind, unit: LengthUnit, inward: 'up' | 'down'): string {
  return kind === 'length' ? boundText(value as Nanometres, unit, inward) : String(Number(value.toFixed(2)));
}

/** A question of a table, with what may be answered. */
export function questionWords(question: TableQuestion): {
  readonly words: string;
  readonly answers: readonly { readonly value: string; readonly label: string }[];
} {
  const figure = ({ text, unit }: PrintedFigure): string => `${text} ${figureUnitWord(unit)}`;
  if (question.kind === 'unitsDisagree') {
    const [first, second] = [figure(question.first), figure(question.second)];
    return {
      words: `Row ${question.label}, ${boundName(question.bound)}: ${first} and ${second} are not the same size. Which one does the document go by?`,
      answers: [
        { value: 'first', label: `${first} controls` },
        { value: 'second', label: `${second} controls` },
      ],
    };
  }
  return {
    words: `Row ${question.label}: the remark states a second acceptance, “${question.remark}”.`,
    answers: [
      { value: 'tableHolds', label: 'The table holds; the remark stays a note' },
      { value: 'wearLimit', label: `${question.figure} is the wear limit` },
    ],
  };
}

/** Which documents came and went, as one says it: "SL-88 rev C arrived in the place of SL-88 rev B". */
export const arrivedWords = ({ changes }: LimitNews): string =>
  movedWords({ added: changes?.added ?? [], removed: changes?.removed ?? [] });
/** The same of documents alone, where nobody has worked out what they would change. */
export function movedWords({
  added,
  removed,
}: {
  readonly added: readonly string[];
  readonly removed: readonly string[];
}): string {
  if (added.length === 0) return `${removed.join(', ')} no longer ${removed.length === 1 ? 'holds' : 'hold'}`;
  const instead = removed.length === 0 ? '' : ` in the place of ${removed.join(', ')}`;
  return `${added.join(', ')} arrived${instead}`;
}
/** How much of a job the news would change. */
export function flipsWords({ changes }: LimitNews): string {
  const flips = changes?.flips.length ?? 0;
  if (flips === 0) return 'no verdict would change';
  return `${flips} ${flips === 1 ? 'verdict' : 'verdicts'} would change`;
}
