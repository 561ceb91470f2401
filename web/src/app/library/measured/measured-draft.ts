import { shopCharacteristic } from '@oak-gate/contract';
import type {
  Axis,
  Characteristic,
  DerivedFrom,
  InstrumentKind,
  PurposedAxis,
  UnitKind,
  WearWay,
} from '@oak-gate/core';
import type * as z from 'zod';

/** How it becomes known. */
export type Known = 'measured' | 'looked' | 'counted' | 'tightened' | 'workedOut';
export interface MeasuredDraft {
  readonly name: string;
  readonly measures: string;
  readonly known: Known;
  /** What is counted or tightened. */
  readonly unitKind: UnitKind;
  readonly tools: readonly string[];
  readonly usualTool: string;
  readonly axes: readonly string[];
  readonly along: Readonly<Partial<Record<PurposedAxis, string>>>;
  readonly parts: readonly string[];
  readonly stateOf: string;
  readonly tight: string;
  readonly loose: string;
  readonly wear: WearWay;
  readonly interference: boolean;
  readonly rule: DerivedFrom['rule'];
  readonly of: string;
  readonly less: string;
  readonly question: string;
}
export const EMPTY_MEASURED: MeasuredDraft = {
  ...{ name: '', measures: '', known: 'measured', unitKind: 'length', tools: ['sizeGauge'], usualTool: '' },
  ...{ axes: ['cylinder'], along: {}, parts: [], stateOf: '', tight: 'small', loose: 'large', wear: 'grows' },
  ...{ interference: false, rule: 'range', of: '', less: '', question: '' },
};

/** A short name made of the words of a name; a letter more where it is taken. */
export function measuredId(name: string, taken: ReadonlySet<string>): string {
  const words = name
    .normalize('NFD')
    .replace(/[^A-Za-z ]+/g, '')
    .trim()
    .split(/ +/)
    .filter((word) => word !== '');
  const joined = words
    .map((word, i) =>
      i === 0 ? word.toLowerCase() : word.charAt(0).toUpperCase() + word.slice(1).toLowerCase(),
    )
    .join('')
    .slice(0, MOST_ID);
  const wanted = joined.length < 2 ? `${joined}size` : joined;
  for (const more of ['', ...LETTERS]) if (!taken.has(wanted + more)) return wanted + more;
  return `${wanted}${'Z'.repeat(2)}`;
}
const MOST_ID = 36;
const LETTERS = Array.from({ length: 26 }, (_, i) => String.fromCharCode(65 + i));

/** How something that is there is known, and what is said of it, for making another one of it. */
export function measuredOf(each: Characteristic): MeasuredDraft {
  const kind = each.unitKind ?? 'length';
  const known: Known =
    each.from !== undefined
      ? 'workedOut'
      : kind === 'check'
        ? 'looked'
        : kind === 'length'
          ? 'measured'
          : kind === 'torque' || kind === 'angle'
            ? 'tightened'
            : 'counted';
  return {
    ...EMPTY_MEASURED,
    ...{ name: `${each.name} copy`, measures: each.measures ?? '', known, unitKind: kind },
    ...{ tools: each.tools, usualTool: each.usualTool ?? '', axes: each.axes, along: each.along ?? {} },
    ...{ parts: each.parts, stateOf: each.stateOf, tight: each.words.tight, loose: each.words.loose },
    ...{ wear: each.wear ?? 'none', interference: each.below === 'interference' },
    ...(each.from === undefined
      ? {}
      : {
          rule: each.from.rule,
          of: each.from.of,
          less: each.from.rule === 'difference' ? each.from.less : '',
        }),
    question: each.questions[0]?.text ?? '',
  };
}

const KIND_OF: Readonly<Record<Exclude<Known, 'counted' | 'tightened'>, UnitKind>> = {
  measured: 'length',
  looked: 'check',
  workedOut: 'length',
};
/** What is still to be said, in the words of the fields. */
export function measuredMissing(draft: MeasuredDraft): readonly string[] {
  const { name, known, tools, parts, of, less, rule, tight, loose } = draft;
  const empty = (text: string): boolean => text.trim() === '';
  return [
    ...(empty(name) ? ['name'] : []),
    ...(known === 'measured' && tools.length === 0 ? ['what it is measured with'] : []),
    ...(known === 'workedOut' && empty(of) ? ['what it is worked out from'] : []),
    ...(known === 'workedOut' && rule === 'difference' && empty(less) ? ['what is taken off'] : []),
    ...(parts.length === 0 ? ['parts it depends on'] : []),
    ...(known !== 'looked' && empty(tight) ? ['word for below'] : []),
    ...(known !== 'looked' && empty(loose) ? ['word for above'] : []),
  ];
}

/** The characteristic as it is sent. */
export function measuredRequest(draft: MeasuredDraft, id: string): z.input<typeof shopCharacteristic> {
  const { name, measures, known, unitKind, tools, usualTool, axes, parts, tight, loose, wear } = draft;
  const { rule, of, less, question, stateOf, interference } = draft;
  const used = Object.entries(draft.along).filter(([axis, purpose]) => axes.includes(axis) && purpose !== '');
  const from: DerivedFrom = rule === 'difference' ? { rule, of, less } : { rule: rule, of };
  return {
    ...{ id, name: name.trim(), measures: measures.trim(), usualTool: usualTool.trim(), wear },
    unitKind: known === 'counted' || known === 'tightened' ? unitKind : KIND_OF[known],
    axes: axes as Axis[],
    words: {
      tight: tight.trim() === '' ? 'no' : tight.trim(),
      loose: loose.trim() === '' ? 'no' : loose.trim(),
    },
    parts: [...parts],
    stateOf: stateOf !== '' && parts.includes(stateOf) ? stateOf : (parts[0] ?? 'bore'),
    tools: known === 'measured' ? (tools as InstrumentKind[]) : [],
    ...(used.length === 0 ? {} : { along: Object.fromEntries(used) }),
    ...(known === 'workedOut' ? { from } : {}),
    ...(interference && known !== 'looked' ? { below: 'interference' as const, allowNegative: true } : {}),
    ...(question.trim() === ''
      ? {}
      : { questions: [{ id: `${id}Asked`, text: question.trim(), when: 'always' as const }] }),
  };
}
/** The same as a characteristic, for trying it on a model. */
export const asCharacteristic = (draft: MeasuredDraft, id: string): Characteristic =>
  ({
    questions: [],
    allowNegative: false,
    tools: [],
    ...shopCharacteristic.parse({ ...measuredRequest(draft, id), name: draft.name.trim() || 'It' }),
  }) as Characteristic;
