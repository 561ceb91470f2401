import type { Place } from '../engines/place';
import { fieldMatches } from './applies-to';
import { boundValue, printedBound, revisionOfRow } from './document';
import type { DocumentRevision, LimitRow } from './document';
import { governingLimit } from './governing-limit';
import type { GoverningLimit } from './governing-limit';
import { BOUNDS } from './limit';
import type { Bound } from './limit';
import { contextFor } from './fit-variant';
import type { JudgedFit } from './fit-variant';
import type { LimitInForce } from './limit-in-force';
import { rowsAbout, statementsOf } from './limits-pin';
import type { LimitsPin, Said } from './limits-pin';
import type { DocumentKind, LimitContext } from './limit-row';
import { formulaLength, rankOf, statedBound } from './rank';
import { rowsHeldBack } from './rows-held-back';
import type { HeldBackRow } from './rows-held-back';
import { statesWindow } from './row-rule';

/** One source's statement about a fit: a band of the drawing, in the base unit of its quantity. */
export interface SourceBand {
  readonly row: LimitRow;
  readonly document: DocumentRevision;
  readonly kind: DocumentKind;
  /** `applies`, or why it says nothing here: it speaks of something else, or the context does not say enough. */
  readonly stands: 'applies' | 'heldBack' | 'elsewhere';
  readonly missing: readonly (keyof LimitContext)[];
  /** It can never govern: a shop target, or a kind that is advisory for this class of engine. */
  readonly standing: 'governs' | 'advisory' | 'target';
  readonly bounds: Readonly<Partial<Record<Bound, number>>>;
  /** The bounds of which this row is the source. */
  readonly governs: readonly Bound[];
  /** A formula worked out: what was multiplied. */
  readonly worked:
    | {
        readonly bound: Bound;
        readonly perDiameter: number;
        readonly uplift: number;
        readonly diameter: number | undefined;
        readonly value: number | undefined;
      }
    | undefined;
}
export interface WhatGoverns {
  readonly governing: GoverningLimit<number>;
  readonly held: readonly HeldBackRow[];
  /** Strongest first; shop targets and those that speak of something else last. */
  readonly sources: readonly SourceBand[];
  /** Rows about this fit that ask for something besides a window. */
  readonly rules: readonly LimitRow[];
  /** A person said what holds where the documents left it open: that is what governs here. */
  readonly decided?: true;
}

/** The same after a person decided: what the documents left open is open no more, and what they say besides stays. */
export function withDecision(found: WhatGoverns, inForce: LimitInForce): WhatGoverns {
  if (inForce.state !== 'inForce' || !inForce.decided) return found;
  const { limit, sources: rows } = inForce;
  const { others } = found.governing;
  return {
    ...found,
    governing: { limit, sources: rows, others, undecided: [], contradiction: false },
    sources: found.sources.map((source) => ({
      ...source,
      governs: BOUNDS.filter((bound) => rows[bound] === source.row.id),
    })),
    decided: true,
  };
}

/** Everything that the documents say about one fit for parts of one state, and which of it governs. */
export function whatGoverns(
  place: Place,
  judged: Pick<JudgedFit, 'partState' | 'of'>,
  said: Said & Pick<LimitsPin, 'version' | 'cylinders'>,
): WhatGoverns {
  const about = rowsAbout(place, said.rows);
  const windows = about.filter((row) => statesWindow(row));
  const rows = statementsOf(windows, said.documents);
  const context = contextFor(said, judged);
  const question = { rows, context, policy: said.policy };
  const governing = governingLimit<number>(question);
  const { held } = rowsHeldBack<number>(question);
  const byId = new Map(said.documents.map((document) => [document.id, document]));
  const sources = windows.flatMap((row): SourceBand[] => {
    const document = byId.get(revisionOfRow(row.id));
    const statement = rows.find(({ id }) => id === row.id);
    if (document === undefined || statement === undefined) return [];
    const fields = fieldMatches(row.appliesTo, context);
    const missing = fields.filter(({ match }) => match === 'missing').map((field) => field.context);
    const bounds: Partial<Record<Bound, number>> = {};
    for (const bound of BOUNDS) {
      const value = statedBound(statement, bound, context);
      const printed = printedBound(row, bound);
      if (typeof value === 'number') bounds[bound] = value;
      else if (printed !== undefined) bounds[bound] = boundValue(row, printed);
    }
    return [
      {
        row,
        document,
        kind: document.kind,
        stands: fields.some(({ match }) => match === 'differs')
          ? 'elsewhere'
          : missing.length > 0
            ? 'heldBack'
            : 'applies',
        missing,
        standing:
          document.kind === 'shop'
            ? 'target'
            : rankOf(statement, said.policy) === undefined
              ? 'advisory'
              : 'governs',
        bounds,
        governs: BOUNDS.filter((bound) => governing.sources[bound] === row.id),
        worked: workedOut(row, context),
      },
    ];
  });
  const strength = ({ standing, stands, kind }: SourceBand): number =>
    (stands === 'elsewhere' ? 200 : 0) +
    (standing === 'target' ? 100 : standing === 'advisory' ? 50 : said.policy.order.indexOf(kind));
  return {
    governing,
    held,
    sources: [...sources].sort((a, b) => strength(a) - strength(b)),
    rules: about.filter((row) => !statesWindow(row)),
  };
}

function workedOut({ formula }: LimitRow, context: LimitContext): SourceBand['worked'] {
  const diameter = context.diameter ?? undefined;
  if (formula === undefined) return undefined;
  return {
    bound: formula.bound,
    perDiameter: formula.perDiameter,
    uplift: formula.uplift ?? 0,
    diameter,
    value: diameter === undefined ? undefined : formulaLength(formula, diameter),
  };
}
