import type { Judging } from './judging';
import { placesOf, fitKey } from '../engines/place';
import type { FitKey, Place } from '../engines/place';
import { serialNumberOf } from '../engines/engine-model';
import type { EngineModel } from '../engines/engine-model';
import { FIT_AXES, quantityOf } from '../engines/characteristic';
import type { Characteristic } from '../engines/characteristic';
import { LIFE_UNIT_OF } from '../quantity/figure';
import type { LifeUnit, UnitKind } from '../quantity/figure';
import { FIT_STATES } from '../quantity/part-state';
import type { FitState } from '../quantity/part-state';
import { addByDocuments } from './added-by-documents';
import { sameData } from '../kernel/same-data';
import { fieldMatches, missingIn } from './applies-to';
import { ASKED_OF_PARTS, askedOfParts, contextFor, without } from './fit-variant';
import type { AskedAnswers, CylinderContext, FitVariant, JudgedFit } from './fit-variant';
import { applies } from './rank';
import { boundValue, printedBound, revisionOfRow } from './document';
import type { DocumentRevision, LimitRow } from './document';
import { governingLimit } from './governing-limit';
import type { GoverningLimit } from './governing-limit';
import type { KeptRevision } from './library-state';
import { BOUNDS } from './limit';
import type { AppliesTo, LimitContext, LimitPolicy, LimitStatement } from './limit-row';
import { rowsHeldBack } from './rows-held-back';
import type { HeldBackRow } from './rows-held-back';
import { statesWindow } from './row-rule';

/** Where the diameter comes from that formulas are fed with. */
export const DIAMETER_BASES = ['nominal', 'nominalPlusOversize', 'measured'] as const;
export type DiameterBasis = (typeof DIAMETER_BASES)[number];

/** Everything that a job is judged by, copied into it: replay never asks the library again. */
export interface LimitsPin {
  readonly pin: number;
  /** The day on which the revisions were current. */
  readonly on: string;
  readonly model: EngineModel;
  readonly characteristics: readonly Characteristic[];
  readonly documents: readonly PinnedDocument[];
  readonly rows: readonly LimitRow[];
  readonly policy: LimitPolicy;
  readonly context: LimitContext;
  readonly fits: readonly FitDecision[];
  readonly diameterBasis?: DiameterBasis;
  /**
   * How it was worked out. 4: how long something may serve is decided too. 3: the material of a piston is asked of the very piston. 2: what limits depend on is asked of the
   * cylinder and the part at a place, and checks are decided too. Without it one context, that of the engine, was asked for
   * all, and of lengths only.
   */
  readonly version?: PinVersion;
  readonly cylinders?: readonly CylinderContext[];
  /** How readings near its limits are decided; simply where nothing was said. */
  readonly judging?: Judging;
}
export const PIN_VERSIONS = [2, 3, 4] as const;
export type PinVersion = (typeof PIN_VERSIONS)[number];
export const PIN_VERSION = 4;
export type PinnedDocument = DocumentRevision & { readonly digest: string };

/** What governs one fit for parts of one state, with everything that keeps it from being trusted. */
export interface FitDecision extends JudgedFit {
  readonly governing: GoverningLimit;
  readonly held: readonly HeldBackRow[];
  /** Of a check: the rows that ask for it. */
  readonly asks?: readonly string[];
  /** What its figures count, where they are no lengths. */
  readonly counts?: LifeUnit;
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
  readonly diameterBasis: DiameterBasis;
  readonly cylinders?: readonly CylinderContext[];
  readonly judging?: Judging;
}

/** Makes the pin for an engine: the documents that speak of it, their rows, and what governs each fit. */
export function pinLimits(question: PinQuestion): LimitsPin {
  const { pin, on, model, characteristics, policy, diameterBasis, cylinders = [], judging } = question;
  const said = whatIsSaid(question, (context) => forDocuments(context, PIN_VERSION));
  return assemble({
    pin,
    on,
    model,
    characteristics,
    policy,
    diameterBasis,
    ...said,
    version: PIN_VERSION,
    cylinders,
    ...(judging === undefined ? {} : { judging }),
  });
}

/**
 * The same documents, for an engine of which more is known than when they were pinned. What arrived in the library since
 * is not adopted by the way: that is a decision of its own.
 */
export function pinSameDocuments(
  before: LimitsPin,
  engine: PinQuestion['engine'],
  diameterBasis: DiameterBasis,
  placed: Pick<LimitsPin, 'version' | 'cylinders'>,
): LimitsPin {
  const characteristics = before.characteristics.map((each) => ({
    ...each,
    questions: each.questions.filter(({ source }) => source === undefined),
  }));
  const { model, on, policy, documents, rows } = before;
  const context = contextOf(model, engine);
  return assemble({
    pin: before.pin + 1,
    on,
    model,
    characteristics,
    policy,
    documents,
    rows,
    context,
    diameterBasis,
    ...placed,
    ...(before.judging === undefined ? {} : { judging: before.judging }),
  });
}

function assemble(
  given: Omit<LimitsPin, 'fits' | 'diameterBasis'> & { readonly diameterBasis: DiameterBasis },
): LimitsPin {
  const { documents, policy, context } = given;
  const { model, characteristics } = addByDocuments(given, given);
  const rows = given.rows.filter((row) => characteristics.some(({ id }) => id === row.characteristic));
  const pinned = { ...given, model, characteristics, rows };
  return { ...pinned, fits: fitsOf({ ...given, model, characteristics, documents, rows, policy, context }) };
}

/** What governs each fit of what is pinned: the same question gives the same answer on every machine, years later too. */
export function fitsOf(
  pin: Pick<
    LimitsPin,
    'model' | 'characteristics' | 'documents' | 'rows' | 'policy' | 'context' | 'version' | 'cylinders'
  >,
): readonly FitDecision[] {
  return pin.characteristics.flatMap((characteristic) => {
    const kind = quantityOf(characteristic);
    // The same fit known in another way is judged by the decision about that fit.
    if (characteristic.judgedAs !== undefined) return [];
    if (!isDecided(kind, pin.version)) return [];
    const counts = LIFE_UNIT_OF[kind];
    const fits = new Map<FitKey, Place>(
      placesOf(pin.model.layout, characteristic).map((place) => [fitKey(place), place]),
    );
    return [...fits].flatMap(([fit, place]) =>
      statesDecided(pin.rows, place).flatMap((partState) =>
        variantsOf(pin, place, (of) =>
          kind === 'check'
            ? decideCheck(fit, place, partState, pin, of)
            : { ...decideFit(fit, place, partState, pin, of), ...(counts === undefined ? {} : { counts }) },
        ),
      ),
    );
  });
}

/** The columns that are decided of a fit: a new part in a used one is a case of its own only where a row names it. */
const statesDecided = (rows: readonly LimitRow[], place: Place): readonly FitState[] =>
  FIT_STATES.filter(
    (state) =>
      state !== 'mixed' ||
      rowsAbout(place, rows).some(({ appliesTo }) => appliesTo.partStates?.includes('mixed') === true),
  );

/** Whether a pin decides what governs such quantities: lengths always, checks and counts since there is evidence of them. */
function isDecided(kind: UnitKind, version: PinVersion | undefined): boolean {
  if (kind === 'length') return true;
  if (kind === 'check') return version !== undefined;
  return LIFE_UNIT_OF[kind] !== undefined && version !== undefined && version >= COUNTS_SINCE;
}
const COUNTS_SINCE = 4;

/** The decisions about one fit, as many as its places differ in what they rest on: what is decided alike is decided once. */
function variantsOf(
  pin: Pick<LimitsPin, 'rows' | 'version' | 'cylinders'>,
  place: Place,
  decide: (of: FitVariant | undefined) => FitDecision,
): readonly FitDecision[] {
  if (pin.version === undefined) return [decide(undefined)];
  const about = rowsAbout(place, pin.rows);
  let answers: readonly AskedAnswers[] = [{}];
  for (const asked of askedOfParts(pin)) {
    const named = new Set(about.flatMap(({ appliesTo }) => appliesTo[ASKED_OF_PARTS[asked]] ?? []));
    if (named.size > 0)
      answers = answers.flatMap((so) =>
        [null, '', ...[...named].sort()].map((answer) => ({ ...so, [asked]: answer })),
      );
  }
  const classes = place.at.cylinder === undefined ? [] : (pin.cylinders ?? []);
  return answers.flatMap((answer) => {
    const plain = decide(Object.keys(answer).length === 0 ? undefined : answer);
    const own = classes.map(({ cylinders }) => decide({ cylinders, ...answer }));
    return [plain, ...own.filter((each) => !sameDecision(each, plain))];
  });
}
const sameDecision = (a: FitDecision, b: FitDecision): boolean =>
  sameData(a.governing, b.governing) && sameData(a.held, b.held) && sameData(a.asks, b.asks);

/** What the decision of limits is told of an engine of a model. */
export function contextOf(model: EngineModel, { serial, ...rest }: PinQuestion['engine']): LimitContext {
  const counting = serialNumberOf(model, serial);
  return { ...rest, model: model.id, ...(counting === undefined ? {} : { serial: counting }) };
}

/**
 * By what documents are left out, of what is known of an engine: a part with another number or of another material can be
 * fitted tomorrow, and a cylinder can have an oversize of its own, so that none of these leaves one out.
 * @param version of the pin that is asked about: one before the second left out by all that was known
 */
export function forDocuments(context: LimitContext, version: PinVersion | undefined): LimitContext {
  return version === undefined ? context : without(context, ['oversize', ...askedOfParts({ version })]);
}
const sameContext = (context: LimitContext): LimitContext => context;

/** The documents that may speak of an engine, and their rows, each with the applicability of its document. */
export function whatIsSaid(
  { model, revisions, engine }: Pick<PinQuestion, 'model' | 'revisions' | 'engine'>,
  narrowedBy = sameContext,
): Pick<Said, 'documents' | 'rows' | 'context'> {
  const context = contextOf(model, engine);
  const asked = narrowedBy(context);
  const relevant = revisions.filter(({ revision }) => mayApply(revision.appliesTo, asked));
  return {
    context,
    documents: relevant.flatMap(({ revision, published }) =>
      published === undefined ? [] : [{ ...revision, digest: published.digest }],
    ),
    rows: relevant.flatMap((kept) =>
      kept.rows.map((row) => ({ ...row, appliesTo: narrowed(kept.revision.appliesTo, row.appliesTo) })),
    ),
  };
}

export type Said = Pick<LimitsPin, 'documents' | 'rows' | 'policy' | 'context'>;

type SaidOf = Said & Pick<LimitsPin, 'version' | 'cylinders'>;
export function decideFit(
  fit: FitKey,
  place: Place,
  partState: FitState,
  said: SaidOf,
  of?: FitVariant,
): FitDecision {
  const variant = of === undefined ? {} : { of };
  const rows = statementsAbout(place, said);
  const context = contextFor(said, { partState, ...variant });
  const question = { rows, context, policy: said.policy };
  return {
    fit,
    partState,
    ...variant,
    governing: governingLimit(question),
    held: rowsHeldBack(question).held,
  };
}

/** A check is asked for by the rows that apply; one that may apply holds it back until somebody knows. */
function decideCheck(
  fit: FitKey,
  place: Place,
  partState: FitState,
  said: SaidOf,
  of: FitVariant | undefined,
): FitDecision {
  const variant = of === undefined ? {} : { of };
  const context = contextFor(said, { partState, ...variant });
  const rows = rowsAbout(place, said.rows).filter(({ rule }) => rule?.kind === 'check');
  const asks = rows.filter((row) => applies(row, context)).map(({ id }) => id);
  const held = rows.flatMap((row): HeldBackRow[] => {
    const missing = missingIn(row.appliesTo, context) ?? [];
    return missing.length === 0 ? [] : [{ row: row.id, missing }];
  });
  const governing = { limit: {}, sources: {}, others: [], undecided: [], contradiction: false };
  return { fit, partState, ...variant, governing, held, ...(asks.length === 0 ? {} : { asks }) };
}

/** The rows that speak of a place, as the decision of what governs takes them. */
export const statementsAbout = (
  place: Place,
  said: Pick<Said, 'rows' | 'documents'>,
): readonly LimitStatement[] =>
  statementsOf(
    rowsAbout(place, said.rows).filter((row) => statesWindow(row)),
    said.documents,
  ) as readonly LimitStatement[]; // a pinned fit is a length, and its rows state nm

/** The rows that speak of a place: a row speaks of every place along the axes that it does not name. */
export const rowsAbout = ({ characteristic, at }: Place, rows: readonly LimitRow[]): readonly LimitRow[] =>
  rows.filter(
    (row) =>
      row.characteristic === characteristic &&
      FIT_AXES.every((axis) => row[axis] === undefined || row[axis] === at[axis]),
  );

/** Rows as statements: figures in the base unit, with the standing of their document. */
export function statementsOf(
  rows: readonly LimitRow[],
  documents: readonly DocumentRevision[],
): readonly LimitStatement<number>[] {
  const byId = new Map(documents.map((document) => [document.id, document]));
  return rows.flatMap((row): LimitStatement<number>[] => {
    const document = byId.get(revisionOfRow(row.id));
    if (document === undefined) return [];
    const { formula } = row;
    const bounds: Partial<Record<(typeof BOUNDS)[number], number>> = {};
    for (const bound of BOUNDS) {
      const figure = printedBound(row, bound);
      if (figure !== undefined) bounds[bound] = boundValue(row, figure);
    }
    return [
      {
        id: row.id,
        document: document.number,
        kind: document.kind,
        issued: document.issued,
        appliesTo: row.appliesTo,
        ...bounds,
        ...(formula === undefined ? {} : { formula }),
      },
    ];
  });
}

/** The documents among revisions that may speak of an engine, as they would be pinned. */
export const documentsFor = (
  revisions: readonly KeptRevision[],
  context: LimitContext,
): readonly { readonly id: string; readonly digest: string }[] =>
  revisions.flatMap(({ revision, published }) =>
    published === undefined || !mayApply(revision.appliesTo, context)
      ? []
      : [{ id: revision.id, digest: published.digest }],
  );

/** A document is pinned unless it surely speaks of other engines. */
const mayApply = (appliesTo: AppliesTo, context: LimitContext): boolean =>
  fieldMatches(appliesTo, context).every(({ match }) => match !== 'differs');

/** A row's own fields replace the document's field by field: it can only be said more narrowly on its own line. */
export const narrowed = (document: AppliesTo, row: AppliesTo): AppliesTo => ({ ...document, ...row });
