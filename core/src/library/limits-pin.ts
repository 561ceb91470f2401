import { placesOf, fitKey } from '../engines/place';
import type { FitKey, Place } from '../engines/place';
import { serialNumberOf } from '../engines/engine-model';
import type { EngineModel } from '../engines/engine-model';
import type { Characteristic } from '../engines/characteristic';
import { PART_STATES } from '../quantity/part-state';
import type { PartState } from '../quantity/part-state';
import { fieldMatches } from './applies-to';
import type { DocumentRevision, LimitRow } from './document';
import { governingLimit } from './governing-limit';
import type { GoverningLimit } from './governing-limit';
import type { KeptRevision } from './library-ledger';
import type { AppliesTo, LimitContext, LimitPolicy, LimitStatement } from './limit-row';
import { rowsHeldBack } from './rows-held-back';
import type { HeldBackRow } from './rows-held-back';

/** Everything that a job is judged by, copied into it: replay never asks the library again. */
export interface LimitsPin {
  readonly pin: number;
  /** The day on which the revisions were current. */
  readonly on: string;
  readonly model: EngineModel;
  readonly characteristics: readonly Characteristic[];
  readonly documents: readonly (DocumentRevision & { readonly digest: string })[];
  readonly rows: readonly LimitRow[];
  readonly policy: LimitPolicy;
  readonly context: LimitContext;
  readonly fits: readonly FitDecision[];
}

/** What governs one fit for parts of one state, with everything that keeps it from being trusted. */
export interface FitDecision {
  readonly fit: FitKey;
  readonly partState: PartState;
  readonly governing: GoverningLimit;
  readonly held: readonly HeldBackRow[];
}

export interface PinQuestion {
  readonly pin: number;
  readonly on: string;
  readonly model: EngineModel;
  readonly characteristics: readonly Characteristic[];
  /** The revisions that are current on that day. */
  readonly revisions: readonly KeptRevision[];
  readonly policy: LimitPolicy;
  readonly engine: Omit<LimitContext, 'model' | 'serial' | 'partState'> & { readonly serial: string };
}

/** Makes the pin for an engine: the documents that speak of it, their rows, and what governs each fit. */
export function pinLimits({
  pin,
  on,
  model,
  characteristics,
  revisions,
  policy,
  engine,
}: PinQuestion): LimitsPin {
  const { serial, ...rest } = engine;
  const counting = serialNumberOf(model, serial);
  const context: LimitContext = {
    ...rest,
    model: model.id,
    ...(counting === undefined ? {} : { serial: counting }),
  };
  const relevant = revisions.filter(({ revision }) => mayApply(revision.appliesTo, context));
  const rows = relevant.flatMap((kept) =>
    kept.rows.map((row) => ({ ...row, appliesTo: narrowed(kept.revision.appliesTo, row.appliesTo) })),
  );
  const documents = relevant.flatMap(({ revision, published }) =>
    published === undefined ? [] : [{ ...revision, digest: published.digest }],
  );
  const fits = new Map<FitKey, Place>(
    characteristics.flatMap((characteristic) =>
      placesOf(model.layout, characteristic).map((place) => [fitKey(place), place]),
    ),
  );
  return {
    pin,
    on,
    model,
    characteristics,
    documents,
    rows,
    policy,
    context,
    fits: [...fits].flatMap(([fit, place]) =>
      PART_STATES.map((partState) => decideFit(fit, place, partState, { documents, rows, policy, context })),
    ),
  };
}

type Said = Pick<LimitsPin, 'documents' | 'rows' | 'policy' | 'context'>;

export function decideFit(fit: FitKey, place: Place, partState: PartState, said: Said): FitDecision {
  const rows = statementsAbout(place, said);
  const question = { rows, context: { ...said.context, partState }, policy: said.policy };
  return { fit, partState, governing: governingLimit(question), held: rowsHeldBack(question).held };
}

/** The rows that speak of a place, as the decision of what governs takes them. */
export const statementsAbout = (
  { characteristic, at }: Place,
  { rows, documents }: Pick<Said, 'rows' | 'documents'>,
): readonly LimitStatement[] =>
  rows
    .filter(
      (row) =>
        row.characteristic === characteristic &&
        row.groove === at.groove &&
        row.member === at.member &&
        row.station === at.station,
    )
    .flatMap((row): LimitStatement[] => {
      const document = documents.find(({ id }) => row.id.startsWith(`${id} row `));
      if (document === undefined) return [];
      const { printed, formula } = row;
      return [
        {
          id: row.id,
          document: document.number,
          kind: document.kind,
          issued: document.issued,
          appliesTo: row.appliesTo,
          ...(printed.min === undefined ? {} : { min: printed.min.nm }),
          ...(printed.max === undefined ? {} : { max: printed.max.nm }),
          ...(printed.serviceMin === undefined ? {} : { serviceMin: printed.serviceMin.nm }),
          ...(printed.serviceMax === undefined ? {} : { serviceMax: printed.serviceMax.nm }),
          ...(formula === undefined ? {} : { formula }),
        },
      ];
    });

/** A document is pinned unless it surely speaks of other engines. */
const mayApply = (appliesTo: AppliesTo, context: LimitContext): boolean =>
  fieldMatches(appliesTo, context).every(({ match }) => match !== 'differs');

/** A row's own fields replace the document's field by field: it can only be said more narrowly on its own line. */
const narrowed = (document: AppliesTo, row: AppliesTo): AppliesTo => ({ ...document, ...row });
