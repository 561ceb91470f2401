import { boundName, boundText, contextWords, countText, rowStatement, workedWords } from '@oak-gate/contract';
import {
  contextAt,
  currentPin,
  decisionAt,
  formulaLength,
  shopTarget,
  statedBound,
  statementsAbout,
} from '@oak-gate/core';
import type {
  JobState,
  LengthUnit,
  LimitInForce,
  LimitRow,
  JudgedPart,
  LimitContext,
  LimitsPin,
  Place,
} from '@oak-gate/core';

export interface SourceWords {
  readonly row: string;
  readonly printed: string;
  readonly worked: string;
}
export interface OtherWords {
  readonly document: string;
  readonly says: string;
  readonly differs: boolean;
}

/** The rows that the limit comes from, as printed; a formula is shown worked out. */
export function sourcesOf(
  job: JobState,
  place: Place,
  part: JudgedPart,
  inForce: LimitInForce,
  unit: LengthUnit,
): readonly SourceWords[] {
  const pin = currentPin(job);
  if (pin === undefined || inForce.state !== 'inForce') return [];
  const ids = [...new Set([...Object.values(inForce.sources), ...(inForce.asks ?? [])])];
  return ids.flatMap((id) => {
    const row = pin.rows.find((each) => each.id === id);
    return row === undefined
      ? []
      : [
          {
            row: id,
            printed: rowStatement(row),
            worked: workedOut(row, contextAt(pin, place, part), pin, unit),
          },
        ];
  });
}

function workedOut({ formula }: LimitRow, context: LimitContext, pin: LimitsPin, unit: LengthUnit): string {
  if (formula === undefined) return '';
  const { perDiameter, uplift = 0, bound } = formula;
  const diameter = context.diameter ?? undefined;
  const value = diameter === undefined ? undefined : formulaLength(formula, diameter);
  return workedWords({ bound, perDiameter, uplift, diameter, value }, unit, pin.diameterBasis);
}

/** What the other pinned documents say about this place, and whether it differs. */
export function alsoSays(
  job: JobState,
  place: Place,
  part: JudgedPart,
  inForce: LimitInForce,
  unit: LengthUnit,
): readonly OtherWords[] {
  const pin = currentPin(job);
  const fit = pin === undefined ? undefined : decisionAt(pin, place, part);
  if (pin === undefined || fit === undefined) return [];
  const used = inForce.state === 'inForce' ? Object.values(inForce.sources) : [];
  const statements = statementsAbout(place, pin);
  const targeted = new Set(shopTarget(job, place, part)?.rows.map(({ id }) => id));
  return pin.documents.flatMap(({ id }): OtherWords[] => {
    const rows = statements.filter((row) => row.id.startsWith(`${id} row `));
    return (
      rows
        // What the shop aims for is said beside the limit.
        .filter((row) => !used.includes(row.id) && !targeted.has(row.id))
        .map((row) => {
          const said = (['min', 'max', 'serviceMin', 'serviceMax'] as const).flatMap((bound) => {
            const value = statedBound(row, bound, contextAt(pin, place, part));
            return value === undefined || value === 'unknown' ? [] : [{ bound, value }];
          });
          const both =
            said.find(({ bound }) => bound === 'min') !== undefined &&
            said.find(({ bound }) => bound === 'max') !== undefined;
          const text = (value: (typeof said)[number]): string =>
            fit.counts === undefined
              ? boundText(value.value, unit, value.bound.endsWith('in') ? 'up' : 'down')
              : `${countText(value.value)} ${fit.counts}`;
          const words = both
            ? said.slice(0, 2).map(text).join(' to ')
            : said.map((each) => `${boundName(each.bound)} ${text(each)}`).join(', ');
          const held = fit.held.find((each) => each.row === row.id);
          const isIdle = row.kind === 'shop' && said.length > 0;
          return {
            document: row.id,
            says:
              held === undefined
                ? words === ''
                  ? 'needs the bore diameter'
                  : isIdle
                    ? `${words} (a target that narrows nothing here: ignored)`
                    : words
                : `${words} (held back: ${contextWords(held.missing)} is not known)`,
            differs:
              fit.governing.others.some((other) => other.row === row.id && other.differs) ||
              held !== undefined,
          };
        })
    );
  });
}
