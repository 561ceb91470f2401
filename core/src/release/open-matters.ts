import { placeKey } from '../engines/place';
import type { Place, PlaceKey, SlotKey } from '../engines/place';
import type { PartsState } from '../engines/parts';
import { isInDate } from '../instruments/instrument';
import { currentPin, withheldIn } from '../library/limit-in-force';
import type { Withheld } from '../library/limit-in-force';
import type { Role } from '../kernel/actor';
import type { PartState } from '../quantity/part-state';
import { placeAt, sheetPlaces, workersAt } from '../bench/places';
import { placeStatus } from '../findings/place-status';
import type { PlaceStatus, StatusSlice } from '../findings/place-status';
import { limitNotes } from '../library/limit-notes';
import type { LimitNote, NotedEngine } from '../library/limit-notes';
import { setRules } from '../findings/set-rules';
import type { SetRuleStand } from '../findings/set-rules';
import { filingAdvice } from '../rework/filing-plan';
import type { FilingAdvice } from '../rework/filing-plan';
import { partsAt } from '../bench/places';

/** What needs a decision, of whom, and who is too near to it. */
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
  | {
      readonly kind: 'limitWithheld';
      readonly fit: string;
      readonly partState: PartState;
      readonly why: Withheld;
    }
  | { readonly kind: 'notApplicableDeclared'; readonly place: PlaceKey; readonly reason: string }
  | { readonly kind: 'contested'; readonly place: PlaceKey }
  | {
      readonly kind: 'limitNote';
      readonly note: LimitNote;
    }
  | {
      /** A rule over several readings that does not hold, or cannot be told from what was measured. */
      readonly kind: 'setRule';
      readonly rule: SetRuleStand;
    }
  | {
      readonly kind: 'instrumentOutOfDate';
      readonly instrument: string;
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
export type MattersSlice = StatusSlice & PartsState & { readonly engine: NotedEngine };

const INSPECTORS: readonly Role[] = ['inspector'];

/** Everything that is still open on the sheets of these characteristics (all pinned ones where none are named). */
export function openMatters(state: MattersSlice, sheets?: readonly string[]): OpenMatters {
  const pinned = currentPin(state)?.characteristics ?? [];
  const characteristics = pinned.filter(({ id }) => sheets === undefined || sheets.includes(id));
  const statuses = characteristics
    .flatMap(({ id }) => sheetPlaces(state, id))
    .map((place) => placeStatus(state, place));
  const advice = characteristics.flatMap((each) => filingAdvice(state, each));
  const beyondFiling = new Set(
    advice.flatMap((each) => (each.kind === 'plan' && isBeyondFiling(each) ? each.stations : [])),
  );

  const findings = [
    ...limitFindings(
      state,
      characteristics.map(({ id }) => id),
    ),
    ...noteFindings(state),
    ...statuses.flatMap((status) => placeFindings(state, status, beyondFiling)),
    ...ruleFindings(
      state,
      characteristics.map(({ id }) => id),
    ),
    ...instrumentFindings(state),
  ];
  const decidedElsewhere = new Set(findings.flatMap((each) => ('place' in each ? [each.place] : [])));
  const open = statuses.filter((status) => !status.accepted && !decidedElsewhere.has(status.key));
  const tasks: Task[] = advice.flatMap((each) =>
    each.kind === 'plan' && each.plan.state === 'file'
      ? [{ kind: 'file', slot: each.slot, part: each.part.id, advice: each }]
      : [],
  );
  const waitsForFile = new Set(tasks.flatMap((task) => (task.kind === 'file' ? task.advice.stations : [])));
  for (const status of open) {
    if (!waitsForFile.has(status.key) && status.state !== 'withheld' && status.state !== 'noLimit') {
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
  const notBy = workersAt(placeAt(state, key));
  if (status.state === 'declaredNotApplicable') {
    const declared = placeAt(state, key).notApplicable;
    return [
      {
        id: `notApplicable ${key}`,
        kind: 'notApplicableDeclared',
        place: key,
        reason: status.reason ?? '',
        decidedBy: INSPECTORS,
        notBy: declared === undefined ? [] : [declared.by],
      },
    ];
  }
  if (status.state === 'contested')
    return [{ id: `contested ${key}`, kind: 'contested', place: key, decidedBy: INSPECTORS, notBy: [] }];
  if (status.conceded || (status.state !== 'loose' && status.state !== 'tight')) return [];
  const asked = state.concessionsAsked[key];
  const isAsked = asked?.reading === status.reading?.seq && asked !== undefined;
  const canBeFiled =
    currentPin(state)?.characteristics.find(({ id }) => id === place.characteristic)?.filed !== undefined;
  if (status.state === 'tight' && canBeFiled && !beyondFiling.has(key) && !isAsked) return [];
  return [
    {
      id: `${status.state} ${key} ${status.reading?.seq ?? 0}`,
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
  for (const place of characteristics.flatMap((id) => sheetPlaces(state, id))) {
    const partState = partStateAt(state, place);
    const fit = pin.fits.find((each) => each.partState === partState && fitOf(place) === each.fit);
    if (fit === undefined) continue;
    const why = withheldIn(fit);
    const decided = state.limitDecisions.some(
      (each) => each.pin === pin.pin && each.fit === fit.fit && each.partState === partState,
    );
    if (why === undefined || decided) continue;
    const id = `limit ${fit.fit} ${partState}`;
    found.set(id, {
      id,
      kind: 'limitWithheld',
      fit: fit.fit,
      partState,
      why,
      decidedBy: INSPECTORS,
      notBy: [],
    });
  }
  return [...found.values()];
}
/** Notes about the pinned limits that nobody has accepted yet. */
function noteFindings(state: MattersSlice): Finding[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  return limitNotes(pin, state.engine, state.limitDecisions)
    .filter(({ id }) => !(id in state.acceptedNotes))
    .map((note) => ({ id: `note ${note.id}`, kind: 'limitNote', note, decidedBy: INSPECTORS, notBy: [] }));
}
function ruleFindings(state: MattersSlice, characteristics: readonly string[]): Finding[] {
  return setRules(state, characteristics)
    .filter(({ id, state: stands }) => stands !== 'holds' && !(id in state.acceptedNotes))
    .map((rule) => ({ id: `rule ${rule.id}`, kind: 'setRule', rule, decidedBy: INSPECTORS, notBy: [] }));
}

const fitOf = ({ characteristic, at: { cylinder: _, ...at } }: Place): string =>
  placeKey({ characteristic, at });

function partStateAt(state: MattersSlice, place: Place): PartState {
  const characteristic = currentPin(state)?.characteristics.find(({ id }) => id === place.characteristic);
  const parts = characteristic === undefined ? undefined : partsAt(state, characteristic, place);
  return parts?.ok === true ? parts.partState : 'new';
}

function instrumentFindings(state: MattersSlice): Finding[] {
  const late = new Map<string, { places: PlaceKey[]; by: string[]; dueOn: string }>();
  for (const [key, { readings }] of Object.entries(state.places)) {
    for (const { seq, instrument, at, by, status } of readings) {
      if (status !== 'current' || isInDate(instrument, at.slice(0, 10))) continue;
      if (seq <= (state.acceptedInstruments[instrument.id]?.upTo ?? 0)) continue;
      const so = late.get(instrument.id) ?? { places: [], by: [], dueOn: instrument.dueOn };
      late.set(instrument.id, { ...so, places: [...so.places, key], by: [...so.by, by.id] });
    }
  }
  return [...late].map(([instrument, { places, by, dueOn }]) => ({
    id: `instrument ${instrument}`,
    kind: 'instrumentOutOfDate',
    instrument,
    places,
    dueOn,
    decidedBy: INSPECTORS,
    notBy: [...new Set(by)],
  }));
}
