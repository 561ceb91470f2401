import type { AppliesTo, LimitContext } from './limit-row';

type Match = 'matches' | 'differs' | 'missing';

/** A field of a row's applicability (both ends of a range are one field) held against the context. */
export interface FieldMatch {
  readonly context: keyof LimitContext;
  readonly match: Match;
}

/** Every field that a row's applicability has, in the order in which fields are listed, with how the context answers. */
export function fieldMatches(appliesTo: AppliesTo, context: LimitContext): readonly FieldMatch[] {
  const matches: FieldMatch[] = [];
  const field = <V>(
    name: keyof LimitContext,
    present: boolean,
    value: V | null | undefined,
    suits: (value: V) => boolean,
  ): void => {
    // Whoever says "null" has said nothing: a row that may matter is held back, never passed over.
    if (present)
      matches.push({
        context: name,
        match: value === undefined || value === null ? 'missing' : suits(value) ? 'matches' : 'differs',
      });
  };
  const list = <V>(
    name: keyof LimitContext,
    among: readonly V[] | undefined,
    value: V | null | undefined,
  ): void => {
    field(name, among !== undefined, value, (known) => among?.includes(known) === true);
  };
  const { serialFrom, serialTo, buildFrom, buildTo } = appliesTo;
  list('model', appliesTo.models, context.model);
  field(
    'serial',
    serialFrom !== undefined || serialTo !== undefined,
    context.serial,
    (serial) =>
      Number(serial) >= Number(serialFrom ?? -Infinity) && Number(serial) <= Number(serialTo ?? Infinity),
  );
  list('partNumber', appliesTo.partNumbers, context.partNumber);
  list('oversize', appliesTo.oversizes, context.oversize);
  list('pistonMaterial', appliesTo.pistonMaterials, context.pistonMaterial);
  list('duty', appliesTo.duties, context.duty);
  field(
    'buildDate',
    buildFrom !== undefined || buildTo !== undefined,
    context.buildDate,
    (date) => (buildFrom === undefined || date >= buildFrom) && (buildTo === undefined || date <= buildTo),
  );
  list('partState', appliesTo.partStates, context.partState);
  return matches;
}

/** What the context would have to say for a row to apply; undefined where it surely speaks of something else. */
export function missingIn(
  appliesTo: AppliesTo,
  context: LimitContext,
): readonly (keyof LimitContext)[] | undefined {
  const fields = fieldMatches(appliesTo, context);
  if (fields.some(({ match }) => match === 'differs')) return undefined;
  return fields.filter(({ match }) => match === 'missing').map((field) => field.context);
}
