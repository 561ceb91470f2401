import type { PartKind } from '../engines/characteristic';
import { serialNumberOf } from '../engines/engine-model';
import type { PartFact, PartsState } from '../engines/parts';
import { fitKey, placesOf, slotsAt } from '../engines/place';
import type { FitKey, SlotKey } from '../engines/place';
import { onceFor } from '../kernel/once-for';
import type { Nanometres } from '../quantity/nanometres';
import { revisionOfRow } from './document';
import { BOUNDS } from './limit';
import { contextFor, saidOfKind } from './fit-variant';
import type { SaidOfKinds } from './fit-variant';
import { fitText } from './judged-fit';
import type { LimitDecision } from './limit-in-force';
import type { FitDecision, LimitsPin } from './limits-pin';
import { applies } from './rank';

/** What keeps a pinned limit from being taken without a look, although it is in force: somebody accepts it with a reason. */
export type LimitNote = { readonly id: string } & (
  | { readonly kind: 'serialOdd'; readonly serial: string; readonly pattern: string }
  | {
      readonly kind: 'otherMaker';
      readonly document: string;
      readonly leafletOf: string;
      /** Of which kind the parts are. */
      readonly part: PartKind;
      /** Whose parts were fitted; null where nobody said. */
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
export interface NotedEngine extends SaidOfKinds {
  readonly serial: string;
  readonly oversize: Nanometres | null;
}

/** Something that was known of the engine and was said anew: with who said so, and what it was before. */
export interface RestatedFact {
  /** The entry in which it was said. */
  readonly seq: number;
  readonly fact: RestFact;
  /** Of which cylinder it was said, where it was not said of the engine. */
  readonly cylinder?: string;
  /** Of which part it was said. */
  readonly part?: string;
  readonly before: string | number;
  /** null: nobody knows it any more. */
  readonly after: string | number | null;
  readonly by: { readonly id: string; readonly name: string };
  readonly at: string;
  readonly reason: string;
}
/** What limits rest on, of what is known of an engine. Lengths in nm. */
export const ENGINE_FACTS = [
  'oversize',
  'measuredBore',
  'pistonMaterial',
  'ringPartNumber',
  'ringMaker',
  'buildDate',
] as const;
export type EngineFact = (typeof ENGINE_FACTS)[number];
export type RestFact = EngineFact | PartFact;

/** The note that asks about it. */
export const restatedNote = ({ seq, fact, cylinder, part }: RestatedFact): string =>
  ['factRestated', seq, fact, cylinder ?? part].filter((each) => each !== undefined).join(' ');

/** What the notes of a job are found from. */
export interface NotedJob extends Pick<PartsState, 'parts' | 'slots'> {
  readonly engine: NotedEngine;
  readonly restated: readonly RestatedFact[];
  readonly limitDecisions: readonly LimitDecision[];
}

/**
 * The notes of a pin: found from what is pinned and what is known, the same on every machine.
 * @param there the decisions that something in this engine is judged by; pins before the third asked about all that they have
 */
export function limitNotes(
  pin: LimitsPin,
  job: NotedJob,
  there: readonly FitDecision[],
): readonly LimitNote[] {
  const fits = (pin.version ?? 1) < 3 ? pin.fits : there;
  const { engine, parts, restated } = job;
  // What was said of a part that was taken out since is nobody's question any more.
  const standing = restated.filter(({ part }) => part === undefined || parts.get(part)?.slot != null);
  return [
    ...serialNote(pin, engine),
    ...leafletNotes(pin, fits, job),
    ...diameterNote(pin, engine),
    ...standing.map((each): LimitNote => ({
      id: restatedNote(each),
      kind: 'factRestated',
      ...each,
    })),
    ...fits
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
function leafletNotes(pin: LimitsPin, fits: readonly FitDecision[], job: NotedJob): LimitNote[] {
  // Older pins knew one maker for the engine, whatever their leaflets were about.
  const isOfOne = (pin.version ?? 1) < 3;
  return leafletsOf(pin, fits, job.limitDecisions).flatMap(({ id, partsMaker, part, fits: governed }) =>
    (isOfOne ? [job.engine.ringMaker ?? null] : makersOf(pin, job, part, governed))
      .filter((maker) => !sameName(partsMaker, maker))
      .map((maker) => ({
        id: ['otherMaker', id, isOfOne ? '' : part, maker ?? ''].filter((each) => each !== '').join(' '),
        kind: 'otherMaker' as const,
        document: id,
        leafletOf: partsMaker,
        part,
        fitted: maker,
      })),
  );
}
interface UsedLeaflet {
  readonly id: string;
  readonly partsMaker: string;
  readonly part: PartKind;
  readonly fits: ReadonlySet<FitKey>;
}
/** The leaflets that a limit of this pin has a bound from, each with the kind of part and the fits that it governs. */
function leafletsOf(
  pin: LimitsPin,
  decided: readonly FitDecision[],
  decisions: NotedJob['limitDecisions'],
): readonly UsedLeaflet[] {
  const used = [
    ...decided.map(({ fit, governing }) => ({ fit, rows: Object.values(governing.sources) })),
    ...decisions
      .filter((each) => each.pin === pin.pin)
      .map(({ fit, rows }) => ({ fit, rows: Object.values(rows) })),
  ];
  return pin.documents.flatMap(({ id, kind, partsMaker }): UsedLeaflet[] => {
    if (kind !== 'partMaker' || partsMaker === undefined) return [];
    const byKind = new Map<PartKind, Set<FitKey>>();
    for (const { fit, rows } of used) {
      if (!rows.some((row) => revisionOfRow(row) === id)) continue;
      const part = pin.characteristics.find((each) => fit.startsWith(`${each.id}@`))?.stateOf ?? '';
      byKind.set(part, (byKind.get(part) ?? new Set()).add(fit));
    }
    return [...byKind].map(([part, fits]) => ({ id, partsMaker, part, fits }));
  });
}
/** Whose parts of a kind lie at the places of some fits, each maker once; what was said of all where none lies there yet. */
function makersOf(
  pin: LimitsPin,
  { engine, parts, slots }: NotedJob,
  kind: PartKind,
  fits: ReadonlySet<FitKey>,
): readonly (string | null)[] {
  const ofAll = saidOfKind(engine, kind, 'maker') ?? null;
  const there = new Set([...fits].flatMap((fit) => slotsOfFits(pin).get(fit) ?? []));
  const makers = [...there].flatMap((slot) => {
    const part = parts.get(slots.get(slot) ?? '');
    return part === undefined ? [] : [part.maker ?? ofAll];
  });
  return makers.length === 0 ? [ofAll] : [...new Set(makers)];
}
/** The slots of the parts whose state selects the limits of each fit. */
const slotsOfFits = onceFor(
  ({ model, characteristics }: LimitsPin): ReadonlyMap<FitKey, readonly SlotKey[]> => {
    const found = new Map<FitKey, SlotKey[]>();
    for (const characteristic of characteristics)
      for (const place of placesOf(model.layout, characteristic)) {
        const slots = slotsAt(model.layout, characteristic.stateOf, place);
        const ofFit = found.get(fitKey(place)) ?? [];
        ofFit.push(...slots);
        found.set(fitKey(place), ofFit);
      }
    return found;
  },
);
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
