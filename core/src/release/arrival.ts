import type { SamePerson } from '../people/second-person';
import type { Actor } from '../kernel/actor';
import type { Instrument } from '../instruments/instrument';
import type { SecondPersonPolicy } from '../people/second-person';
import type { Nanometres } from '../quantity/nanometres';
import type { FindingsState } from '../findings/decisions';
import { PART_FACTS } from '../engines/parts';
import type { PartFactsSaid, PartsState } from '../engines/parts';
import { saidOfKind } from '../library/fit-variant';
import { ENGINE_FACTS, restatedNote } from '../library/limit-notes';
import type { EngineFact, RestatedFact } from '../library/limit-notes';
import type { DiameterBasis } from '../library/limits-pin';
import { event } from '../record/event-table';
import type { DataIn, EventIn } from '../record/event-table';
import type { Route } from '../route/route';

/** What is known of the engine when it comes in. */
export interface EngineFacts {
  /** Permanent; the serial is a fact that an event can correct. */
  readonly id: string;
  readonly model: string;
  readonly modelName: string;
  readonly serial: string;
  readonly buildDate: string | null;
  /** Over standard; null where nobody said. */
  readonly oversize: Nanometres | null;
  readonly pistonMaterial: string | null;
  readonly ringPartNumber: string | null;
  readonly hoursSinceNew: number | null;
  readonly hoursSinceOverhaul: number | null;
  /** Whose rings are fitted: a leaflet of another maker's is asked about. */
  readonly ringMaker?: string | null;
  /** A bore as measured, for formulas, where it is not taken from the nominal size. */
  readonly measuredBore?: Nanometres | null;
  /** Which diameter formulas are fed with; worked out from what is known where it is not said. */
  readonly diameterBasis?: DiameterBasis | null;
  /** What is known of single cylinders, where it is not what is known of the engine. */
  readonly cylinders?: Readonly<Record<string, CylinderFacts>>;
  /** Why the serial is as it is, where it does not match the model's pattern. */
  readonly serialRemark?: string | null;
}
/** What can be known of one cylinder alone. */
export type CylinderFacts = Partial<Pick<EngineFacts, 'oversize' | 'measuredBore'>>;
/** What somebody says of the engine later, because a limit waits for it. */
export type SaidFacts = Partial<
  Pick<
    EngineFacts,
    | 'buildDate'
    | 'oversize'
    | 'pistonMaterial'
    | 'ringPartNumber'
    | 'ringMaker'
    | 'measuredBore'
    | 'diameterBasis'
  >
>;
export interface JobFacts {
  readonly number: string;
  readonly duty: string;
  readonly reason: string;
  /** The seal digest of this engine's previous job in the shop. */
  readonly previousSeal: string | null;
  readonly shop: string;
}
export interface CheckedDocument {
  readonly id: string;
  readonly digest: string;
}
interface Done {
  readonly seq: number;
  readonly at: string;
  readonly by: Actor;
}
export interface ArrivalState {
  readonly job: JobFacts;
  readonly engine: EngineFacts;
  readonly route: Route;
  readonly secondPerson: SecondPersonPolicy;
  readonly opened: Done;
  /** Who said last what the serial is: somebody else must have read it on the engine. */
  readonly serialSaid: Done;
  readonly identity: (Done & { readonly samePerson: SamePerson | null }) | undefined;
  readonly documentsChecked:
    (Done & { readonly documents: readonly CheckedDocument[]; readonly pin: number }) | undefined;
  /** The instruments that were taken for this job, as they were when last taken or used. */
  readonly instruments: Readonly<Record<string, Instrument>>;
  /** Words that the documents are current, taken back later. */
  readonly checksTakenBack: readonly (Done & {
    readonly reason: string;
    readonly saidBy: string;
    readonly saidAt: string;
  })[];
  /** Revisions that arrived in the library and were not adopted, with the reason. */
  readonly declined: readonly DeclinedDocuments[];
  /** What was known of the engine and said anew, the latest of each fact. */
  readonly restated: readonly RestatedFact[];
  /** The version of the rules that commands are decided by now. */
  readonly rules: number;
  /** The shop's time zone when the job was opened: in it the record is printed. */
  readonly zone: string;
}
export type DeclinedDocuments = Done & {
  readonly documents: readonly CheckedDocument[];
  readonly reason: string;
  readonly pin: number;
};

/** Since these rules, what limits rest on is not said anew by one person alone. */
const LOOKED_AT_SINCE = 4;

type Restating = ArrivalState & Pick<FindingsState, 'acceptedNotes'>;
/** @param cylinder of which it is said; of the engine where none is named */
function restatedBy(
  { engine, restated, rules, acceptedNotes }: Restating,
  facts: SaidFacts,
  reason: string,
  { seq, at, by }: Done,
  cylinder?: string,
): readonly RestatedFact[] {
  if (rules < LOOKED_AT_SINCE) return restated;
  const own: SaidFacts = cylinder === undefined ? {} : (engine.cylinders?.[cylinder] ?? {});
  const known = (fact: EngineFact) => own[fact] ?? engine[fact] ?? null;
  const said = ENGINE_FACTS.filter((fact) => facts[fact] !== undefined && facts[fact] !== known(fact)).map(
    (fact) => ({
      fact,
      ...(cylinder === undefined ? {} : { cylinder }),
      was: known(fact),
      is: facts[fact] ?? null,
    }),
  );
  return heldAgainst({ restated, acceptedNotes }, said, reason, { seq, at, by });
}

/** What was known of single parts, or of all parts of their kind, and is said anew of these. */
export function restatedOfParts(
  state: Restating & PartsState,
  { parts, facts, reason }: PartFactsSaid,
  stamp: Done,
): readonly RestatedFact[] {
  const said = parts.flatMap((id) => {
    const part = state.parts.get(id);
    if (part === undefined) return [];
    return PART_FACTS.flatMap((fact) => {
      const is = facts[fact];
      const was = part[fact] ?? saidOfKind(state.engine, part.kind, fact) ?? null;
      return is === undefined || is === was ? [] : [{ fact, part: id, was, is }];
    });
  });
  return heldAgainst(state, said, reason, stamp);
}

type SaidAnew = Pick<RestatedFact, 'fact' | 'cylinder' | 'part'> & {
  readonly was: string | number | null;
  readonly is: string | number | null;
};
/** What was said anew and differs from what somebody looked at last: those wait for another person. */
function heldAgainst(
  { restated, acceptedNotes }: Pick<Restating, 'restated' | 'acceptedNotes'>,
  said: readonly SaidAnew[],
  reason: string,
  { seq, at, by }: Done,
): readonly RestatedFact[] {
  const isSame = (each: RestatedFact, { fact, cylinder, part }: SaidAnew): boolean =>
    each.fact === fact && each.cylinder === cylinder && each.part === part;
  const anew = said.flatMap((each): RestatedFact[] => {
    const { was, is: after, ...about } = each;
    // What nobody has looked at yet is held against what was looked at last; taken back, it leaves nothing to look at.
    const open = restated.find(
      (other) => isSame(other, each) && !Object.hasOwn(acceptedNotes, restatedNote(other)),
    );
    const before = open?.before ?? was;
    return before === null || before === after
      ? []
      : [{ seq, ...about, before, after, by: { id: by.id, name: by.name }, at, reason }];
  });
  return [...restated.filter((other) => !said.some((each) => isSame(other, each))), ...anew];
}

/** The engine with what was said of some of its cylinders. */
export const withCylinderFacts = (
  engine: EngineFacts,
  cylinders: readonly string[],
  facts: CylinderFacts,
): EngineFacts => ({
  ...engine,
  cylinders: {
    ...engine.cylinders,
    ...Object.fromEntries(cylinders.map((each) => [each, { ...engine.cylinders?.[each], ...facts }])),
  },
});

/** What is said about the engine, its documents and the instruments, as events. */
export const ARRIVAL_EVENTS = {
  identityConfirmed: event<
    { readonly serialSeen: string; readonly samePerson: SamePerson | null },
    ArrivalState
  >()(1, (_state, { samePerson }, stamp) => ({ identity: { ...stamp, samePerson } })),
  serialCorrected: event<
    {
      readonly from: string;
      readonly to: string;
      readonly reason: string;
      /** The engine that has this serial, and the seal of its last record; null in stories that kept the old engine. */
      readonly engine: { readonly id: string; readonly previousSeal: string | null } | null;
    },
    ArrivalState
  >()(
    2,
    (state, { to, engine }, stamp) => ({
      engine: { ...state.engine, serial: to, ...(engine === null ? {} : { id: engine.id }) },
      job: engine === null ? state.job : { ...state.job, previousSeal: engine.previousSeal },
      serialSaid: stamp,
      identity: undefined,
      documentsChecked: undefined,
    }),
    (data) => ({ ...data, engine: null }),
  ),
  documentsChecked: event<
    { readonly documents: readonly CheckedDocument[]; readonly pin: number },
    ArrivalState
  >()(1, (_state, checked, stamp) => ({ documentsChecked: { ...stamp, ...checked } })),
  /** Who said that the documents are current, or somebody else, found that they are not, or that nobody had looked. */
  documentCheckTakenBack: event<{ readonly checked: number; readonly reason: string }, ArrivalState>()(
    1,
    ({ documentsChecked, checksTakenBack }, { reason }, stamp) => ({
      documentsChecked: undefined,
      checksTakenBack: [
        ...checksTakenBack,
        { ...stamp, reason, saidBy: documentsChecked?.by.name ?? '', saidAt: documentsChecked?.at ?? '' },
      ],
    }),
  ),
  instrumentTaken: event<{ readonly instrument: Instrument }, ArrivalState>()(
    1,
    ({ instruments }, { instrument }) => ({ instruments: { ...instruments, [instrument.id]: instrument } }),
  ),
  engineFactsSaid: event<{ readonly facts: SaidFacts; readonly reason: string }, Restating>()(
    1,
    (state, { facts, reason }, stamp) => ({
      engine: { ...state.engine, ...facts },
      restated: restatedBy(state, facts, reason, stamp),
    }),
  ),
  /** What is known of single cylinders, as of the whole engine before: a bore that was measured, an oversize of its own. */
  cylinderFactsSaid: event<
    { readonly cylinders: readonly string[]; readonly facts: CylinderFacts; readonly reason: string },
    Restating
  >()(1, (state, { cylinders, facts, reason }, stamp) => {
    const restated = cylinders.reduce(
      (so, cylinder) => restatedBy({ ...state, restated: so }, facts, reason, stamp, cylinder),
      state.restated,
    );
    return { engine: withCylinderFacts(state.engine, cylinders, facts), restated };
  }),
  pinDeclined: event<
    { readonly documents: readonly CheckedDocument[]; readonly pin: number; readonly reason: string },
    ArrivalState
  >()(1, ({ declined }, data, stamp) => ({ declined: [...declined, { ...stamp, ...data }] })),
};
export type ArrivalEventData = DataIn<typeof ARRIVAL_EVENTS>;
export type ArrivalEvent = EventIn<typeof ARRIVAL_EVENTS>;
