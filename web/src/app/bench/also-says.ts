import { boundText, unitWord } from '@oak-gate/contract';
import { currentPin, fitKey, statedBound, statementsAbout } from '@oak-gate/core';
import type { Bound, JobState, LengthUnit, LimitInForce, LimitRow, PartState, Place } from '@oak-gate/core';

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

const BOUND_WORDS: Readonly<Record<Bound, string>> = {
  min: 'at least',
  max: 'at most',
  serviceMin: 'worn at least',
  serviceMax: 'worn at most',
};

/** The rows that the limit comes from, as printed; a formula is shown worked out. */
export function sourcesOf(job: JobState, inForce: LimitInForce): readonly SourceWords[] {
  const pin = currentPin(job);
  if (pin === undefined || inForce.state !== 'inForce') return [];
  const ids = [...new Set(Object.values(inForce.sources))];
  return ids.flatMap((id) => {
    const row = pin.rows.find((each) => each.id === id);
    return row === undefined
      ? []
      : [{ row: id, printed: printedWords(row), worked: workedOut(row, pin.context.diameter) }];
  });
}

export function printedWords({ printed, formula }: LimitRow): string {
  const { min, max } = printed;
  const unit = unitWord((min ?? max ?? printed.serviceMin ?? printed.serviceMax)?.unit ?? 'mm');
  const wear = [
    printed.serviceMin && `worn at least ${printed.serviceMin.text}`,
    printed.serviceMax && `worn at most ${printed.serviceMax.text}`,
  ].filter((each) => each !== undefined);
  const window =
    min && max
      ? `${min.text} to ${max.text}`
      : min
        ? `at least ${min.text}`
        : max
          ? `at most ${max.text}`
          : '';
  const figures = [window, ...wear].filter((each) => each !== '').join(', ');
  if (figures !== '') return `${figures} ${unit}`;
  return formula === undefined ? '' : `${formula.bound}: ${formula.perDiameter} per unit of bore`;
}

function workedOut({ formula }: LimitRow, diameter: number | undefined): string {
  if (formula === undefined || diameter === undefined) return '';
  const bore = (diameter / 25_400_000).toFixed(4);
  const uplift = formula.uplift === undefined ? '' : ` × (1 + ${formula.uplift})`;
  const result = ((formula.perDiameter * diameter * (1 + (formula.uplift ?? 0))) / 25_400_000).toFixed(5);
  return `${formula.perDiameter} × ${bore} in${uplift} = ${result} in`;
}

/** What the other pinned documents say about this place, and whether it differs. */
export function alsoSays(
  job: JobState,
  place: Place,
  partState: PartState,
  inForce: LimitInForce,
  unit: LengthUnit,
): readonly OtherWords[] {
  const pin = currentPin(job);
  const fit = pin?.fits.find((each) => each.fit === fitKey(place) && each.partState === partState);
  if (pin === undefined || fit === undefined) return [];
  const used = inForce.state === 'inForce' ? Object.values(inForce.sources) : [];
  const statements = statementsAbout(place, pin);
  return pin.documents.flatMap(({ id }): OtherWords[] => {
    const rows = statements.filter((row) => row.id.startsWith(`${id} row `));
    if (rows.length === 0) return [{ document: id, says: 'nothing here', differs: false }];
    return rows
      .filter((row) => !used.includes(row.id))
      .map((row) => {
        const said = (['min', 'max', 'serviceMin', 'serviceMax'] as const).flatMap((bound) => {
          const value = statedBound(row, bound, pin.context);
          return value === undefined || value === 'unknown' ? [] : [{ bound, value }];
        });
        const both =
          said.find(({ bound }) => bound === 'min') !== undefined &&
          said.find(({ bound }) => bound === 'max') !== undefined;
        const text = (value: (typeof said)[number]): string =>
          boundText(value.value, unit, value.bound.endsWith('in') ? 'up' : 'down');
        const words = both
          ? said.slice(0, 2).map(text).join(' to ')
          : said.map((each) => `${BOUND_WORDS[each.bound]} ${text(each)}`).join(', ');
        const held = fit.held.find((each) => each.row === row.id);
        return {
          document: row.id,
          says:
            held === undefined
              ? words === ''
                ? 'needs the bore diameter'
                : words
              : `${words} (held back: ${held.missing.join(', ')} not known)`,
          differs:
            fit.governing.others.some((other) => other.row === row.id && other.differs) || held !== undefined,
        };
      });
  });
}
