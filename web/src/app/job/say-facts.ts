import { figureOf, isLength, SAID_OF_KINDS } from '@oak-gate/core';
import type {
  JobDraft,
  Layout,
  LengthUnit,
  LimitContext,
  PartFact,
  PartKind,
  SaidFacts,
} from '@oak-gate/core';
import type { ApiProblem } from '../state/api';
import type { Ask, AskField } from '../ui/ask-dialog';

/** What somebody can say of the engine when a limit waits for it, by what the limit lacks. */
export type FactKey = 'oversize' | 'measuredBore' | 'buildDate' | KindFact;
export type KindFact = keyof typeof SAID_OF_KINDS;
const OF_CONTEXT: Readonly<Partial<Record<keyof LimitContext, FactKey>>> = {
  oversize: 'oversize',
  diameter: 'measuredBore',
  pistonMaterial: 'pistonMaterial',
  buildDate: 'buildDate',
};
/** What can be said at once of all parts of a kind; undefined where it is said of the very parts. */
export const kindFact = (kind: PartKind | undefined, fact: PartFact): KindFact | undefined =>
  (Object.keys(SAID_OF_KINDS) as KindFact[]).find(
    (key) => SAID_OF_KINDS[key].kind === kind && SAID_OF_KINDS[key].fact === fact,
  );
/** @param kind of the parts whose number a limit asks for */
export const factsFor = (
  missing: readonly (keyof LimitContext)[],
  kind: PartKind | undefined,
): readonly FactKey[] => [
  ...new Set(missing.flatMap((key) => (key === 'partNumber' ? kindFact(kind, key) : OF_CONTEXT[key]) ?? [])),
];

const fieldFor = (key: FactKey, unit: LengthUnit): AskField => {
  switch (key) {
    case 'oversize':
      return { key, label: `Bore oversize (${unit})`, kind: 'line', hint: '0 for standard' };
    case 'measuredBore':
      return { key, label: `Bore as measured (${unit})`, kind: 'line', optional: true };
    case 'pistonMaterial':
      return { key, label: 'Piston material', kind: 'line' };
    case 'ringPartNumber':
      return { key, label: 'Part number of the rings', kind: 'line' };
    case 'ringMaker':
      return { key, label: 'Maker of the rings that are fitted', kind: 'line' };
    case 'buildDate':
      return { key, label: 'Date of build', kind: 'date' };
  }
};

/** The dialog in which it is said. The documents stay as pinned; what applies is decided anew. */
export function askFacts(
  keys: readonly FactKey[],
  unit: LengthUnit,
  send: (draft: JobDraft) => Promise<ApiProblem | undefined>,
): Ask {
  return {
    title: 'Say what this engine is',
    lines: [
      'The pinned documents stay the same. What applies of them is decided anew, and every reading is judged again.',
    ],
    fields: [
      ...keys.map((key) => fieldFor(key, unit)),
      { key: 'reason', label: 'How it is known', kind: 'text' },
    ],
    submit: 'Say so',
    act: (values) => {
      const read = factsOf(keys, values, unit);
      if (!read.ok) return read.problem;
      return send({ type: 'sayEngineFacts', facts: read.facts, reason: values['reason'] ?? '' });
    },
  };
}

/** What is known of some cylinders alone, where it is not what is known of the engine. */
export function askCylinderFacts(
  layout: Layout,
  unit: LengthUnit,
  send: (draft: JobDraft) => Promise<ApiProblem | undefined>,
): Ask {
  const groups: readonly {
    readonly value: string;
    readonly label: string;
    readonly ids: readonly string[];
  }[] = [
    ...layout.cylinders.map(({ id, label }) => ({ value: `cylinder ${id}`, label, ids: [id] })),
    ...(layout.heads ?? []).map(({ id, label, cylinders }) => ({
      value: `head ${id}`,
      label: `all under ${label}`,
      ids: cylinders,
    })),
    ...(layout.banks.length < 2
      ? []
      : layout.banks.map(({ id, label }) => ({
          value: `bank ${id}`,
          label: `all of ${label}`,
          ids: layout.cylinders.filter(({ bank }) => bank === id).map((each) => each.id),
        }))),
  ];
  const keys = ['oversize', 'measuredBore'] as const;
  return {
    title: 'Say it of single cylinders',
    lines: [
      'What is said here holds for these cylinders, before what was said of the engine. Only what depends on it is judged again.',
    ],
    fields: [
      {
        key: 'which',
        label: 'Which',
        kind: 'choice',
        options: groups.map(({ value, label }) => ({ value, label })),
      },
      { ...fieldFor('oversize', unit), optional: true },
      fieldFor('measuredBore', unit),
      { key: 'reason', label: 'How it is known', kind: 'text' },
    ],
    submit: 'Say so',
    act: (values) => {
      const read = factsOf(keys, values, unit);
      if (!read.ok) return read.problem;
      const cylinders = groups.find(({ value }) => value === values['which'])?.ids ?? [];
      return send({
        type: 'sayCylinderFacts',
        cylinders: [...cylinders],
        facts: read.facts,
        reason: values['reason'] ?? '',
      });
    },
  };
}

export function factsOf(
  keys: readonly FactKey[],
  values: Readonly<Record<string, string>>,
  unit: LengthUnit,
): { readonly ok: true; readonly facts: SaidFacts } | { readonly ok: false; readonly problem: ApiProblem } {
  const facts: Record<string, unknown> = {};
  for (const key of keys) {
    const text = (values[key] ?? '').trim();
    if (text === '') continue;
    if (key !== 'oversize' && key !== 'measuredBore') {
      facts[key] = text;
      continue;
    }
    const figure = figureOf(text, unit);
    if (figure === undefined || !isLength(figure))
      return {
        ok: false,
        problem: {
          code: 'FIELD_WRONG',
          title: `"${text}" is not a size in ${unit}`,
          where: key === 'oversize' ? 'the bore oversize' : 'the bore as measured',
          next: `Write a figure in ${unit}, for instance ${unit === 'mm' ? '0.50' : '0.020'}.`,
        },
      };
    facts[key] = figure.nm;
  }
  return { ok: true, facts };
}
