import { serialNumberOf } from '../engines/engine-model';
import type { Nanometres } from '../quantity/nanometres';
import { revisionOfRow } from './document';
import { BOUNDS } from './limit';
import { contextFor } from './fit-variant';
import { fitText } from './judged-fit';
import type { LimitDecision } from './limit-in-force';
import type { LimitsPin } from './limits-pin';
import { applies } from './rank';

/** What keeps a pinned limit from being taken without a look, although it is in force: somebody accepts it with a reason. */
export type LimitNote = { readonly id: string } & (
  | { readonly kind: 'serialOdd'; readonly serial: string; readonly pattern: string }
  | {
      readonly kind: 'otherMaker';
      readonly document: string;
      readonly leafletOf: string;
      /** Whose rings were fitted; null where nobody said. */
      readonly fitted: string | null;
    }
  | {
      readonly kind: 'nominalDiameter';
      readonly rows: readonly string[];
      readonly oversize: Nanometres | null;
    }
  | { readonly kind: 'targetConflict'; readonly fit: string }
  /** What was known of the engine was said anew by one person, and limits rest on it. */
  | ({ readonly kind: 'factRestated' } & RestatedFact)
);
/** What is known of the engine and its parts, as far as a note is about it. */
export interface NotedEngine {
  readonly serial: string;
  readonly oversize: Nanometres | null;
  readonly ringMaker?: string | null;
}

/** Something that was known of the engine and was said anew: with who said so, and what it was before. */
export interface RestatedFact {
  /** The entry in which it was said. */
  readonly seq: number;
  readonly fact: RestFact;
  /** Of which cylinder it was said, where it was not said of the engine. */
  readonly cylinder?: string;
  readonly before: string | number;
  /** null: nobody knows it any more. */
  readonly after: string | number | null;
  readonly by: { readonly id: string; readonly name: string };
  readonly at: string;
  readonly reason: string;
}
/** What limits rest on, of what is known of an engine. Lengths in nm. */
export const REST_FACTS = [
  'oversize',
  'measuredBore',
  'pistonMaterial',
  'ringPartNumber',
  'ringMaker',
  'buildDate',
] as const;
export type RestFact = (typeof REST_FACTS)[number];

/** The note that asks about it. */
export const restatedNote = ({ seq, fact, cylinder }: RestatedFact): string =>
  `factRestated ${seq} ${fact}${cylinder === undefined ? '' : ` ${cylinder}`}`;

/** What the notes of a job are found from. */
export interface NotedJob {
  readonly engine: NotedEngine;
  readonly restated: readonly RestatedFact[];
  readonly limitDecisions: readonly LimitDecision[];
}

/** The notes of a pin: found from what is pinned and what is known, the same on every machine. */
export function limitNotes(
  pin: LimitsPin,
  { engine, restated, limitDecisions: decisions }: NotedJob,
): readonly LimitNote[] {
  const sources = new Set([
    ...pin.fits.flatMap(({ governing }) => Object.values(governing.sources)),
    ...decisions.filter((each) => each.pin === pin.pin).flatMap(({ rows }) => Object.values(rows)),
  ]);
  return [
    ...serialNote(pin, engine),
    ...leafletNotes(pin, engine, sources),
    ...diameterNote(pin, engine),
    ...restated.map((each): LimitNote => ({
      id: restatedNote(each),
      kind: 'factRestated',
      ...each,
    })),
    ...pin.fits
      .filter(({ governing }) => governing.targetConflict === true)
      .map(({ fit, partState, of }): LimitNote => ({
        id: `targetConflict ${fitText({ fit, partState, ...(of === undefined ? {} : { of }) })}`,
        kind: 'targetConflict',
        fit,
      })),
  ];
}

function serialNote(pin: LimitsPin, { serial }: NotedEngine): LimitNote[] {
  return serialNumberOf(pin.model, serial) === undefined
    ? [{ id: `serialOdd ${serial}`, kind: 'serialOdd', serial, pattern: pin.model.serialPattern }]
    : [];
}

/** A leaflet of one maker's parts that governs where another's are fitted, or where nobody said whose are. */
function leafletNotes(pin: LimitsPin, { ringMaker }: NotedEngine, sources: ReadonlySet<string>): LimitNote[] {
  const fitted = ringMaker ?? null;
  const used = new Set([...sources].map(revisionOfRow));
  return pin.documents.flatMap(({ id, kind, partsMaker }): LimitNote[] =>
    kind !== 'partMaker' || partsMaker === undefined || !used.has(id) || sameName(partsMaker, fitted)
      ? []
      : [
          {
            id: `otherMaker ${id} ${fitted ?? ''}`.trim(),
            kind: 'otherMaker',
            document: id,
            leafletOf: partsMaker,
            fitted,
          },
        ],
  );
}
const sameName = (a: string, b: string | null): boolean =>
  b !== null && a.trim().toLowerCase() === b.trim().toLowerCase();

/** A formula was fed with the nominal bore, and the bore is oversize, or nobody said that it is not. */
function diameterNote(pin: LimitsPin, { oversize }: NotedEngine): LimitNote[] {
  if (pin.diameterBasis !== 'nominal' || oversize === 0) return [];
  const rows = pin.rows
    .filter((row) => row.formula !== undefined && BOUNDS.includes(row.formula.bound) && mayApply(row, pin))
    .map(({ id }) => id);
  return rows.length === 0
    ? []
    : [{ id: `nominalDiameter ${rows.join(', ')}`, kind: 'nominalDiameter', rows, oversize }];
}
const mayApply = (row: LimitsPin['rows'][number], pin: LimitsPin): boolean =>
  // Which part it is of is not asked here: the number that a row names is the one for which it is held.
  (['new', 'reused'] as const).some((partState) =>
    [undefined, ...(row.appliesTo.partNumbers ?? [])].some((partNumber) =>
      applies(
        row,
        contextFor(pin, { partState, ...(partNumber === undefined ? {} : { of: { partNumber } }) }),
      ),
    ),
  );
