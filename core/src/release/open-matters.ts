import { own } from '../kernel/own';
import { parsePlaceKey } from '../engines/place';
import type { PlaceKey, SlotKey } from '../engines/place';
import { kindOfSlot } from '../engines/parts';
import type { FactReport, Part, PartsState } from '../engines/parts';
import { onceFor } from '../kernel/once-for';
import { decisionAt, fitOf, fitText, sameFit } from '../library/judged-fit';
import type { JudgedFit } from '../library/fit-variant';
import { currentPin, withheldIn } from '../library/limit-in-force';
import type { ChosenLimit, LimitDecision, Withheld } from '../library/limit-in-force';
import type { LimitsPin } from '../library/limits-pin';
import type { Role } from '../kernel/actor';
import { lifedKinds } from '../engines/lives';
import { livesDue } from './lives';
import { partsWithoutPapers } from './papers';
import type { PartLife } from '../engines/lives';
import { withdrawnReadings } from '../findings/withdrawn';
import type { Withdrawn } from '../findings/withdrawn';
import { kitStands } from '../rework/kits';
import type { KitsState, KitStand } from '../rework/kits';
import type { Route } from '../route/route';
import { asksRefit, mapDoubts } from '../strip/as-found';
import type { MapDoubt, StripState } from '../strip/as-found';
import { rejecters } from '../inspection/decide-inspection';
import type { InspectionState } from '../inspection/inspection';
import { facesOpen, lookDoubts } from '../inspection/inspection-stand';
import type { LookDoubt } from '../inspection/inspection-stand';
import { isForSheets, openOrders } from './orders';
import type { OrderRemark } from './orders';
import { openRaised } from './raised';
import type { Raised, RaisedState } from './raised';
import type { RemarksState } from './remarks';
import { signatureOf } from './gates';
import type { GatesState } from './gates';
import { moversOf } from '../strip/decide-strip';
import type { Place } from '../engines/place';
import {
  decisionsThere,
  judgedAt,
  placeAt,
  reportsBehind,
  restOnKind,
  sheetPlaces,
  workersAt,
} from '../bench/places';
import { CONFIRMERS, lateInstruments, workAt } from '../findings/decide-findings';
import { isAbout } from '../findings/decisions';
import { placeStatus, reportsAt } from '../findings/place-status';
import type { PlaceStatus, StatusSlice } from '../findings/place-status';
import { revisionOfRow } from '../library/document';
import { limitNotes } from '../library/limit-notes';
import type { LimitNote, NotedEngine, RestatedFact } from '../library/limit-notes';
import { setRules } from '../findings/set-rules';
import type { SetRuleStand } from '../findings/set-rules';
import { filingAdvice } from '../rework/filing-plan';
import type { FilingAdvice } from '../rework/filing-plan';

/**
 * What needs a decision, of whom, and who is too near to it. Its id is made of its cause and its place: it stays the same thing
 * however often somebody measures there, and comes back under the same id when its cause does.
 */
export type Finding = {
  readonly id: string;
  readonly decidedBy: readonly Role[];
  readonly notBy: readonly string[];
} & (
  | {
      readonly kind: 'outOfLimits';
      readonly place: PlaceKey;
      readonly word: 'tight' | 'loose';
      readonly asked: string | null;
    }
  | ({ readonly kind: 'limitWithheld'; readonly why: Withheld } & JudgedFit)
  | { readonly kind: 'notApplicableDeclared'; readonly place: PlaceKey; readonly reason: string }
  | { readonly kind: 'contested'; readonly place: PlaceKey }
  /** A fact of the workshop that came in after the part had changed: was it done as well? */
  | { readonly kind: 'factUnsettled'; readonly report: FactReport; readonly places: readonly PlaceKey[] }
  /** Somebody chose a limit, and nobody has looked at it yet. */
  | { readonly kind: 'limitToConfirm'; readonly choice: ChosenLimit }
  | {
      readonly kind: 'limitNote';
      readonly note: LimitNote;
    }
  | {
      /** A rule over several readings that does not hold, or cannot be told from what was measured. */
      readonly kind: 'setRule';
      readonly rule: SetRuleStand;
    }
  /** Odd as it was found, or a run-in part that lies in another place than it was found. */
  | { readonly kind: 'asFound'; readonly doubt: MapDoubt }
  /** Rejected by eye or by a crack test, or not looked at. */
  | { readonly kind: 'inspection'; readonly doubt: LookDoubt }
  /** Seen by somebody, and by no rule. */
  | { readonly kind: 'raised'; readonly raised: Raised }
  /** Something that is not here yet, or came and was not measured here. */
  | { readonly kind: 'order'; readonly order: OrderRemark; readonly stand: 'awaited' | 'toReceive' }
  /** Of a part that came or was changed after the inspection was signed: what is still to be looked at. */
  | { readonly kind: 'inspectionDue'; readonly slot: SlotKey; readonly item: string; readonly open: number }
  /** Out, and taken back by one person alone. */
  | { readonly kind: 'withdrawn'; readonly place: PlaceKey; readonly withdrawn: Withdrawn }
  /** A kit in which something is missing. */
  | { readonly kind: 'kitDiffers'; readonly stand: KitStand }
  /** New parts that came without the paper that the model asks for. */
  | { readonly kind: 'paperMissing'; readonly slot: SlotKey; readonly parts: readonly Part[] }
  /** Parts whose life is over, or will be before the next overhaul, or that nobody knows. */
  | { readonly kind: 'lifeDue'; readonly slot: SlotKey; readonly due: readonly PartLife[] }
  | {
      readonly kind: 'instrumentOutOfDate';
      readonly instrument: string;
      readonly readings: readonly number[];
      readonly places: readonly PlaceKey[];
      readonly dueOn: string;
    }
);

/** Work that is clear without a decision. */
export type Task =
  | {
      readonly kind: 'file';
      readonly slot: SlotKey;
      readonly part: string;
      readonly advice: FilingAdvice & { readonly kind: 'plan' };
    }
  | { readonly kind: 'measure'; readonly place: PlaceKey; readonly because: PlaceStatus['state'] };

export interface OpenMatters {
  readonly statuses: readonly PlaceStatus[];
  /** Places that hold the gate without needing a decision. */
  readonly open: readonly PlaceStatus[];
  readonly tasks: readonly Task[];
  readonly findings: readonly Finding[];
}
export type MattersSlice = StatusSlice &
  StripState &
  InspectionState &
  KitsState &
  GatesState &
  RemarksState &
  RaisedState &
  PartsState & {
    readonly rules: number;
    readonly route: Route;
    readonly engine: NotedEngine;
    readonly restated: readonly RestatedFact[];
  };

const INSPECTORS: readonly Role[] = ['inspector'];
const WORKERS: readonly Role[] = ['technician', 'inspector'];

/**
 * Everything that is still open on the sheets of these characteristics (all pinned ones where none are named). A state
 * never changes, so this is worked out once for each, however many drawings ask.
 */
export function openMatters(state: MattersSlice, sheets?: readonly string[]): OpenMatters {
  const known = mattersOf(state);
  const question = sheets?.join(' ') ?? '*';
  const there = known.get(question);
  if (there !== undefined) return there;
  const matters = workOut(state, sheets);
  known.set(question, matters);
  return matters;
}
const mattersOf = onceFor((_state: MattersSlice) => new Map<string, OpenMatters>());

function workOut(state: MattersSlice, sheets?: readonly string[]): OpenMatters {
  const pinned = currentPin(state)?.characteristics ?? [];
  const characteristics = pinned.filter(({ id }) => sheets === undefined || sheets.includes(id));
  const statuses = characteristics
    .flatMap(({ id }) => sheetPlaces(state, id))
    .map((place) => placeStatus(state, place));
  const advice = characteristics.flatMap((each) => filingAdvice(state, each));
  const beyondFiling = new Set(
    advice.flatMap((each) => (each.kind === 'plan' && isBeyondFiling(each) ? each.stations : [])),
  );
  const rules = ruleFindings(
    state,
    characteristics.map(({ id }) => id),
  );
  // What may be a part of another class is not filed before somebody has looked; what may come of the bore waits for the bores.
  const waitsForSet = new Set(
    rules.flatMap((each) =>
      each.kind === 'setRule' && (each.rule.kind === 'ringClass' || each.rule.kind === 'banks')
        ? each.rule.places
        : [],
    ),
  );

  const findings = [
    ...limitFindings(
      state,
      characteristics.map(({ id }) => id),
    ),
    ...noteFindings(state, sheets),
    ...statuses.flatMap((status) => placeFindings(state, status, beyondFiling)),
    ...rules,
    ...instrumentFindings(state, sheets),
    // What was found at strip holds whatever comes after it.
    ...mapDoubts(state).map((doubt): Finding => ({
      ...{ id: doubt.id, kind: 'asFound', doubt, decidedBy: INSPECTORS },
      notBy: [
        doubt.entry.by.id,
        ...(doubt.refit === undefined ? [] : [doubt.refit.by.id]),
        ...(doubt.kind === 'notAsFound' ? moversOf(state, doubt.entry.part) : []),
      ],
    })),
    ...inspectionFindings(state),
    ...inspectionDue(state),
    ...orderFindings(state, sheets),
    ...withdrawnFindings(
      state,
      characteristics.map(({ id }) => id),
    ),
    ...kitFindings(state, sheets),
    ...lifeFindings(state, sheets),
    ...paperFindings(state, sheets),
    ...openRaised(state, sheets).map((raised): Finding => ({
      ...{ id: `raised ${raised.seq}`, kind: 'raised', raised, decidedBy: INSPECTORS },
      notBy: [raised.by.id],
    })),
    ...reportFindings(state, statuses, sheets),
  ];
  const decidedElsewhere = new Set(
    findings.flatMap((each) =>
      'place' in each ? [each.place] : each.kind === 'factUnsettled' ? each.places : [],
    ),
  );
  const open = statuses.filter((status) => !status.accepted && !decidedElsewhere.has(status.key));
  const tasks: Task[] = advice.flatMap((each) =>
    each.kind === 'plan' &&
    each.plan.state === 'file' &&
    !each.stations.some((station) => waitsForSet.has(station))
      ? [{ kind: 'file', slot: each.slot, part: each.part.id, advice: each }]
      : [],
  );
  const waitsForFile = new Set(tasks.flatMap((task) => (task.kind === 'file' ? task.advice.stations : [])));
  for (const status of open) {
    if (
      !waitsForFile.has(status.key) &&
      !waitsForSet.has(status.key) &&
      status.state !== 'withheld' &&
      status.state !== 'noLimit'
    ) {
      tasks.push({ kind: 'measure', place: status.key, because: status.state });
    }
  }
  return { statuses, open, tasks, findings };
}

/** Metal cannot be put back, and no one cut suits all stations: then somebody must decide what becomes of the ring. */
const isBeyondFiling = ({ plan }: FilingAdvice & { readonly kind: 'plan' }): boolean =>
  plan.state === 'tooLoose' || plan.state === 'impossible';

function placeFindings(
  state: MattersSlice,
  status: PlaceStatus,
  beyondFiling: ReadonlySet<string>,
): Finding[] {
  const { key, place } = status;
  if (status.accepted) return [];
  const notBy = workersAt(placeAt(state, key));
  if (status.state === 'declaredNotApplicable') {
    const declared = placeAt(state, key).notApplicable;
    const { ids } = workAt(state, key, '');
    return [
      {
        id: `notApplicable ${key}`,
        kind: 'notApplicableDeclared',
        place: key,
        reason: status.reason ?? '',
        decidedBy: INSPECTORS,
        notBy: [...new Set([...(declared === undefined ? [] : [declared.by]), ...ids])],
      },
    ];
  }
  if (status.state === 'contested')
    return [{ id: `contested ${key}`, kind: 'contested', place: key, decidedBy: INSPECTORS, notBy }];
  if (status.conceded || (status.state !== 'loose' && status.state !== 'tight')) return [];
  const asked = own(state.concessionsAsked, key);
  const isAsked = asked !== undefined && status.reading !== undefined && isAbout(asked, status.reading);
  const canBeFiled =
    currentPin(state)?.characteristics.find(({ id }) => id === place.characteristic)?.filed !== undefined;
  if (status.state === 'tight' && canBeFiled && !beyondFiling.has(key) && !isAsked) return [];
  return [
    {
      // Measured again and still outside, it is the same finding.
      id: `outOfLimits ${key}`,
      kind: 'outOfLimits',
      place: key,
      word: status.state,
      asked: isAsked ? asked.reason : null,
      decidedBy: INSPECTORS,
      notBy,
    },
  ];
}

/** One finding for each fit whose limit waits for a person, for the part states that occur in this engine. */
function limitFindings(state: MattersSlice, characteristics: readonly string[]): Finding[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  const found = new Map<string, Finding>();
  for (const place of characteristics.flatMap((id) => placesWithheld(pin).get(id) ?? [])) {
    const decision = decisionAt(pin, place, judgedAt(state, place));
    const why = decision === undefined ? undefined : withheldIn(decision);
    if (decision === undefined || why === undefined) continue;
    const id = `limit ${fitText(decision)}`;
    if (found.has(id)) continue;
    const isAboutIt = (each: LimitDecision): boolean => each.pin === pin.pin && sameFit(each, decision);
    if (state.limitDecisions.some(isAboutIt)) continue;
    const { fit, partState, of } = decision;
    const judged: JudgedFit = { fit, partState, ...(of === undefined ? {} : { of }) };
    const choice = state.limitChosen.find(isAboutIt);
    found.set(
      id,
      choice === undefined
        ? { id, kind: 'limitWithheld', ...judged, why, decidedBy: INSPECTORS, notBy: [] }
        : {
            id,
            kind: 'limitToConfirm',
            choice,
            decidedBy: CONFIRMERS,
            notBy: [choice.by.id],
          },
    );
  }
  return [...found.values()];
}
/** The places of each sheet whose limit the documents leave open for some state of the part: mostly none. */
const placesWithheld = onceFor((pin: LimitsPin): ReadonlyMap<string, readonly Place[]> => {
  const open = new Set(pin.fits.filter((each) => withheldIn(each) !== undefined).map(({ fit }) => fit));
  const ofPin = { pins: [pin], limitDecisions: [], limitChosen: [] };
  return new Map(
    pin.characteristics.map(({ id }) => [
      id,
      sheetPlaces(ofPin, id).filter((place) => open.has(fitOf(pin, place))),
    ]),
  );
});
/** Notes about the pinned limits that nobody has accepted yet. */
function noteFindings(state: MattersSlice, sheets?: readonly string[]): Finding[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  return limitNotes(pin, state, decisionsThere(state))
    .filter(({ id, kind }) => !isAcceptedNote(state, id, kind !== 'serialOdd' && kind !== 'factRestated'))
    .filter((note) => sheets === undefined || isAboutSheets(state, pin, note, sheets))
    .map((note) => ({
      id: `note ${note.id}`,
      kind: 'limitNote',
      note,
      decidedBy: INSPECTORS,
      notBy: note.kind === 'factRestated' ? [note.by.id] : [],
    }));
}

/** Whether a note is about what is measured on these sheets; what is about the engine as a whole is about every sheet. */
function isAboutSheets(
  state: MattersSlice,
  pin: LimitsPin,
  note: LimitNote,
  sheets: readonly string[],
): boolean {
  const hasFit = (fit: string): boolean => sheets.includes(parsePlaceKey(fit)?.characteristic ?? '');
  const rowsOf = (isOf: (row: string) => boolean): boolean => {
    const decided = state.limitDecisions.filter((each) => each.pin === pin.pin);
    return (
      decisionsThere(state).some(
        ({ fit, governing }) => hasFit(fit) && Object.values(governing.sources).some(isOf),
      ) || decided.some(({ fit, rows }) => hasFit(fit) && Object.values(rows).some(isOf))
    );
  };
  switch (note.kind) {
    case 'serialOdd':
      return true;
    case 'factRestated':
      return note.part === undefined || restOnKind(state, sheets, kindOfSlot(note.part));
    case 'otherMaker':
      return rowsOf((row) => revisionOfRow(row) === note.document);
    case 'nominalDiameter':
      return rowsOf((row) => note.rows.includes(row));
    case 'targetConflict':
      return hasFit(note.fit);
  }
}

/** The ids of everything on these sheets that somebody can accept with a reason: odd limits, and rules over several readings. */
export function notesAbout(state: MattersSlice, sheets: readonly string[]): readonly string[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  return [
    ...limitNotes(pin, state, decisionsThere(state)).filter((note) =>
      isAboutSheets(state, pin, note, sheets),
    ),
    ...setRules(state, sheets),
  ].map(({ id }) => id);
}
function ruleFindings(state: MattersSlice, characteristics: readonly string[]): Finding[] {
  return setRules(state, characteristics)
    .filter(({ id, state: stands }) => stands !== 'holds' && !isAcceptedNote(state, id, true))
    .map((rule) => ({
      // Measured again and still broken, it is the same finding; what was accepted is of the readings.
      id: `rule ${rule.row} ${rule.about}`,
      kind: 'setRule',
      rule,
      decidedBy: INSPECTORS,
      notBy: [],
    }));
}

/** What was accepted about limits is of one pin; what is about the serial alone stays. */
function isAcceptedNote(state: MattersSlice, id: string, ofPin: boolean): boolean {
  const accepted = own(state.acceptedNotes, id);
  return accepted !== undefined && (!ofPin || accepted.pin === currentPin(state)?.pin);
}
/** One finding for each report that is not settled, with the places that wait for it. */
function reportFindings(
  state: MattersSlice,
  statuses: readonly PlaceStatus[],
  sheets?: readonly string[],
): Finding[] {
  const waiting = statuses.filter(({ state: word }) => word === 'unsettled');
  return (sheets === undefined ? state.reports : reportsBehind(state, sheets)).map((report) => ({
    id: `report ${report.seq}`,
    kind: 'factUnsettled',
    report,
    places: waiting
      .filter(({ place }) => reportsAt(state, place).some(({ seq }) => seq === report.seq))
      .map(({ key }) => key),
    decidedBy: INSPECTORS,
    notBy: [],
  }));
}

/** What the eye and the crack tests rejected, and what nobody looked at: it holds whatever comes after it. */
export const inspectionFindings = (state: MattersSlice): readonly Finding[] =>
  lookDoubts(state).map((doubt): Finding => ({
    ...{ id: doubt.id, kind: 'inspection', doubt, decidedBy: INSPECTORS },
    notBy: doubt.kind === 'rejected' ? rejecters(doubt.entry) : [doubt.entry.by.id],
  }));
/** Since these rules what was ordered holds the gates of what it is for until it is received or cancelled. */
const ORDERS_HOLD_SINCE = 12;
function orderFindings(state: MattersSlice, sheets?: readonly string[]): readonly Finding[] {
  if (state.rules < ORDERS_HOLD_SINCE) return [];
  return openOrders(state)
    .filter((order) => sheets === undefined || isForSheets(state, order, sheets))
    .map((order) => ({
      ...{ id: `order ${order.seq}`, kind: 'order', order },
      stand: order.settled === undefined ? 'awaited' : 'toReceive',
      ...{ decidedBy: WORKERS, notBy: [] },
    }));
}
/** Since these rules what one person took back waits for another, and what is lifed for a part that may go in. */
const SECOND_LOOKS_SINCE = 13;
const withdrawnFindings = (state: MattersSlice, sheets: readonly string[]): readonly Finding[] =>
  state.rules < SECOND_LOOKS_SINCE
    ? []
    : withdrawnReadings(state, sheets).map((withdrawn): Finding => ({
        ...{ id: `withdrawn ${withdrawn.place}`, kind: 'withdrawn', place: withdrawn.place, withdrawn },
        ...{ decidedBy: WORKERS, notBy: [withdrawn.by.id] },
      }));
/** A kit that is not whole holds what its parts are measured on; what belongs to no part holds every sheet. */
function kitFindings(state: MattersSlice, sheets?: readonly string[]): readonly Finding[] {
  return kitStands(state)
    .filter(({ rule, differs }) =>
      differs.some(({ item }) => {
        const kind = rule.contents.find(({ id }) => id === item)?.kind;
        return sheets === undefined || kind === undefined || restOnKind(state, sheets, kind);
      }),
    )
    .map((stand): Finding => ({
      ...{ id: `kit ${stand.unpacked.kit} ${stand.unpacked.number}`, kind: 'kitDiffers', stand },
      ...{ decidedBy: WORKERS, notBy: [] },
    }));
}
/** One for each kind, on the sheets that rest on it: until the papers are kept, or others come in their place. */
function paperFindings(state: MattersSlice, sheets?: readonly string[]): readonly Finding[] {
  const lacking = partsWithoutPapers(state);
  return [...new Set(lacking.map(({ kind }) => kind))]
    .filter((kind) => sheets === undefined || restOnKind(state, sheets, kind))
    .map((kind): Finding => {
      const parts = lacking.filter((each) => each.kind === kind);
      return {
        ...{ id: `paper ${kind}`, kind: 'paperMissing', slot: parts[0]?.slot ?? '', parts },
        ...{ decidedBy: WORKERS, notBy: [] },
      };
    });
}
/** Where a route asks at Build for what is to be new, it asks for these with it: before that the old ones may lie there. */
function lifeFindings(state: MattersSlice, sheets?: readonly string[]): readonly Finding[] {
  const layout = currentPin(state)?.model.layout;
  if (layout === undefined || state.rules < SECOND_LOOKS_SINCE || asksRefit(state)) return [];
  const due = livesDue(state);
  return lifedKinds(layout)
    .filter((kind) => sheets === undefined || restOnKind(state, sheets, kind))
    .flatMap((kind): readonly Finding[] => {
      const its = due.filter(({ rule }) => rule.kind === kind);
      const [first] = its;
      return first === undefined
        ? []
        : [
            {
              ...{ id: `life ${kind}`, kind: 'lifeDue', slot: first.slot, due: its },
              ...{ decidedBy: WORKERS, notBy: [] },
            },
          ];
    });
}
/** While the gate of the inspection is open it waits for these itself. */
function inspectionDue(state: MattersSlice): readonly Finding[] {
  const { gates }: Route = state.route;
  const gate = gates.find(({ conditions }) => conditions.includes('partsInspected'));
  if (gate === undefined || signatureOf(state, gate.stage) === undefined) return [];
  const bySlot = new Map<SlotKey, { item: string; open: number }>();
  for (const { slot, item } of facesOpen(state))
    bySlot.set(slot, { item: bySlot.get(slot)?.item ?? item, open: (bySlot.get(slot)?.open ?? 0) + 1 });
  return [...bySlot].map(([slot, due]) => ({
    ...{ id: `lookDue ${slot}`, kind: 'inspectionDue', slot, ...due },
    ...{ decidedBy: INSPECTORS, notBy: [] },
  }));
}

function instrumentFindings(state: MattersSlice, sheets?: readonly string[]): Finding[] {
  return Object.entries(lateInstruments(state)).flatMap(([instrument, all]): Finding[] => {
    const readings = all.filter(
      ({ place }) => sheets?.includes(parsePlaceKey(place)?.characteristic ?? '') ?? true,
    );
    const [first] = readings;
    if (first === undefined) return [];
    return [
      {
        id: `instrument ${instrument}`,
        kind: 'instrumentOutOfDate',
        instrument,
        readings: readings.map(({ seq }) => seq),
        places: readings.map(({ place }) => place),
        dueOn: first.instrument?.dueOn ?? '',
        decidedBy: INSPECTORS,
        notBy: [...new Set(readings.map(({ by }) => by.id))],
      },
    ];
  });
}
