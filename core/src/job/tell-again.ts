import { judgePlace } from '../bench/judge-place';
import { characteristicOf, judgedBy, judgedPart, placeAt, placeOf } from '../bench/places';
import type { VerdictFact } from '../bench/places';
import type { Reading } from '../evidence/reading';
import { holdsOneOf } from '../kernel/actor';
import type { Role } from '../kernel/actor';
import type { JudgedPart } from '../library/fit-variant';
import { contextOf, fitsOf } from '../library/limits-pin';
import type { LimitsPin } from '../library/limits-pin';
import { sameData } from '../kernel/same-data';
import type { Envelope } from '../record/envelope';
import { understandEntry } from '../record/event-table';
import { statementAgain } from '../release/statement/gate-statement';
import { gateRule } from '../release/gate-waits';
import { cylinderContexts, pinContext } from '../release/pin-context';
import { commandOf } from './command-of';
import { decideOpening } from './decide-arrival';
import { decideJob } from './decide-job';
import { evolveJob } from './evolve-job';
import type { Facts } from './job-commands';
import { JOB_EVENTS } from './job-events';
import type { JobEntry, JobEvent } from './job-events';
import type { JobState } from './job-state';

/** What is no sign of a changed entry, and yet not as the rules of its day give it. */
export type RecordRemark =
  | { readonly kind: 'newerProgram'; readonly entry: number; readonly type: string; readonly version: number }
  | {
      readonly kind: 'verdictDiffers';
      readonly entry: number;
      readonly place: string;
      readonly recorded: string;
      readonly recomputed: string;
      readonly ruleVersion: number;
    }
  | { readonly kind: 'gateDigestDiffers'; readonly entry: number; readonly gate: string }
  /** The limits or what is known of the engine are not what the pinned rows give. */
  | { readonly kind: 'pinDiffers'; readonly entry: number; readonly pin: number; readonly what: string }
  | { readonly kind: 'notEntitled'; readonly entry: number; readonly type: string; readonly person: string }
  /** By the rules this would have been refused. */
  | {
      readonly kind: 'wouldBeRefused';
      readonly entry: number;
      readonly type: string;
      readonly person: string;
      readonly code: string;
    }
  /** By the rules something else would have been written. */
  | { readonly kind: 'decidedOtherwise'; readonly entry: number; readonly type: string };

export interface ToldAgain {
  readonly state: JobState | undefined;
  readonly remarks: readonly RecordRemark[];
  /** The first entry that cannot be told at all. */
  readonly stuck: { readonly entry: number; readonly type: string } | undefined;
}
/** Notes that the program writes beside what a person did: the clock, the seal and what it knew at that moment. */
const OWN_NOTES: ReadonlySet<string> = new Set([
  'clockSteppedBack',
  'clockPutRight',
  'earlierRecordStated',
  'recordSealed',
  'supplementSealed',
]);

/** Tells a story again, deciding everything anew by the rules of its day, and says each difference. */
export function tellAgain(entries: readonly Envelope[]): ToldAgain {
  const remarks: RecordRemark[] = [];
  let state: JobState | undefined;
  for (let at = 0; at < entries.length;) {
    const group = groupAt(entries, at);
    const known: JobEntry[] = [];
    for (const entry of group) {
      const understood = understandEntry(JOB_EVENTS, entry);
      if (!understood.known) {
        const { seq, type, v } = understood.newer;
        remarks.push({ kind: 'newerProgram', entry: seq, type, version: v });
        return { state, remarks, stuck: undefined };
      }
      known.push(understood.entry);
    }
    try {
      remarks.push(...remarksOn(state, known));
      for (const entry of known) {
        const after: JobState = evolveJob(state, entry);
        remarks.push(...factsAgain(state, after, entry));
        state = after;
      }
    } catch {
      const [first] = group;
      return { state, remarks, stuck: { entry: at + 1, type: first?.type ?? '?' } };
    }
    at += group.length;
  }
  return { state, remarks, stuck: undefined };
}

/** The entries that came from one command. */
function groupAt(entries: readonly Envelope[], at: number): readonly Envelope[] {
  const command = entries[at]?.command;
  let end = at + 1;
  while (end < entries.length && entries[end]?.command === command) end++;
  return entries.slice(at, end);
}

function remarksOn(state: JobState | undefined, group: readonly JobEntry[]): RecordRemark[] {
  const [first] = group;
  if (first === undefined) return [];
  const rules = group.find(({ type }) => type === 'rulesAdopted');
  const opening = group.find(({ type }) => type === 'jobOpened');
  const isOfOldRules =
    opening?.type === 'jobOpened' ? opening.data.rules < 2 : (state?.rules ?? 1) < 2 && rules === undefined;
  return isOfOldRules ? group.flatMap(entitledThen) : decidedAgain(state, group);
}

/** Decides a command again on the state as it was, and holds what was written against that. */
function decidedAgain(state: JobState | undefined, group: readonly JobEntry[]): RecordRemark[] {
  const written = group.filter(({ type }) => !OWN_NOTES.has(type));
  const [first] = written;
  if (first === undefined) return [];
  const { seq: entry, type, by, at } = first;
  const oneHand = group.every((each) => each.at === at && sameData(each.by, by));
  if (!oneHand) return [{ kind: 'decidedOtherwise', entry, type }];
  const events = written.map(({ type: kind, v, data }) => ({ type: kind, v, data }) as JobEvent);
  const decided = decidedEvents(state, events, { at, by });
  if (decided === undefined) return [{ kind: 'decidedOtherwise', entry, type }];
  if (!decided.ok)
    return [{ kind: 'wouldBeRefused', entry, type, person: by.name, code: decided.problem.code }];
  const differs = written.find((each, i) => {
    const other = decided.value[i];
    return !sameData(other, events[i]);
  });
  if (differs === undefined && decided.value.length === written.length) return [];
  const named = differs ?? first;
  // What is judged otherwise is said where the verdict stands.
  return named.type === 'readingTaken' && isVerdictAlone(named, decided.value[written.indexOf(named)])
    ? []
    : [{ kind: 'decidedOtherwise', entry: named.seq, type: named.type }];
}
function isVerdictAlone(entry: JobEntry, again: JobEvent | undefined): boolean {
  if (entry.type !== 'readingTaken' || again?.type !== 'readingTaken') return false;
  return sameData({ ...entry.data, verdict: null }, { ...again.data, verdict: null });
}

function decidedEvents(
  state: JobState | undefined,
  events: readonly JobEvent[],
  facts: Pick<Facts, 'at' | 'by'>,
): ReturnType<typeof decideJob> | undefined {
  if (state === undefined) {
    const [opened, pinned] = events;
    if (opened?.type !== 'jobOpened' || pinned?.type !== 'limitsPinned') return undefined;
    const { rules, ...opening } = opened.data;
    const { reason: _reason, rejudged: _rejudged, ...pin } = pinned.data;
    return decideOpening({ ...opening, pin }, facts, rules);
  }
  const told = commandOf(
    state,
    events.filter(({ type }) => type !== 'rulesAdopted'),
  );
  // By the rules of its day: those that the story had, or took up with this very command.
  const adopted = events.find(({ type }) => type === 'rulesAdopted');
  const rules = adopted?.type === 'rulesAdopted' ? adopted.data.rules : state.rules;
  return told === undefined ? undefined : decideJob(state, told.command, { ...facts, ...told.facts }, rules);
}

/** Who might write what by the first rules. */
const ENTITLED_THEN: Readonly<Partial<Record<JobEvent['type'], readonly Role[]>>> = {
  readingTaken: ['technician', 'inspector'],
  readingCorrected: ['technician', 'inspector'],
  readingVoided: ['technician', 'inspector'],
  placeDeferred: ['technician', 'inspector'],
  placeResumed: ['technician', 'inspector'],
  notApplicableDeclared: ['technician', 'inspector'],
  partReworked: ['technician', 'inspector'],
  partRemoved: ['technician', 'inspector'],
  engineFactsSaid: ['technician', 'inspector'],
  contestDecided: ['inspector'],
  notApplicableAccepted: ['inspector'],
  notApplicableRefused: ['inspector'],
  concessionGranted: ['inspector'],
  concessionRefused: ['inspector'],
  limitDecided: ['inspector'],
  instrumentAccepted: ['inspector'],
  limitNoteAccepted: ['inspector'],
  pinDeclined: ['inspector'],
  supplementAdded: ['inspector', 'releaser'],
};
function entitledThen({ seq, type, by }: JobEntry): RecordRemark[] {
  const needs = ENTITLED_THEN[type];
  return needs === undefined || holdsOneOf(by, needs)
    ? []
    : [{ kind: 'notEntitled', entry: seq, type, person: by.name }];
}

/** Recomputes what an entry states as a fact: limits from the pinned rows, verdicts from limit and reading, digests. */
function factsAgain(before: JobState | undefined, after: JobState, entry: JobEntry): RecordRemark[] {
  const { seq } = entry;
  switch (entry.type) {
    case 'readingTaken': {
      const { place, reading, verdict, parts } = entry.data;
      return verdictAgain(after, seq, place, partsJudged(after, place, parts, verdict), reading, verdict);
    }
    case 'valueDerived': {
      const { place, value } = entry.data;
      if (value === null) return [];
      const { reading, parts, verdict } = value;
      return verdictAgain(after, seq, place, partsJudged(after, place, parts, verdict), reading, verdict);
    }
    case 'limitsPinned': {
      const { rejudged, reason: _, ...pin } = entry.data;
      return [...pinAgain(after, pin, seq), ...rejudgedAgain(after, seq, rejudged)];
    }
    case 'limitDecided':
    case 'readingsJudgedAgain':
      return rejudgedAgain(after, seq, entry.data.rejudged);
    case 'gateSigned': {
      const gate = before === undefined ? undefined : gateRule(before, entry.data.gate);
      if (before === undefined || gate === undefined)
        return [{ kind: 'gateDigestDiffers', entry: seq, gate: entry.data.gate }];
      const { digest, words } = statementAgain(before, gate, entry.data);
      const same = digest === entry.data.digest && words.join('\n') === entry.data.words.join('\n');
      const entitled = holdsOneOf(entry.by, gate.signedBy);
      return [
        ...(same ? [] : [{ kind: 'gateDigestDiffers' as const, entry: seq, gate: gate.label }]),
        ...(entitled
          ? []
          : [{ kind: 'notEntitled' as const, entry: seq, type: entry.type, person: entry.by.name }]),
      ];
    }
    default:
      return [];
  }
}
/** What of the parts selects the limit, from the story and not from the event. */
function partsJudged(
  state: JobState,
  key: string,
  parts: readonly { readonly id: string }[],
  recorded: VerdictFact,
): JudgedPart {
  const place = placeOf(state, key);
  const kind = place === undefined ? undefined : characteristicOf(state, place)?.stateOf;
  const found = parts
    .map(({ id }) => state.parts.get(id))
    .filter((part) => part !== undefined && part.kind === kind);
  const known = found.filter((part) => part !== undefined);
  return place === undefined || known.length === 0 ? judgedBy(recorded) : judgedPart(state, place, known);
}
function rejudgedAgain(
  state: JobState,
  entry: number,
  rejudged: readonly { readonly place: string; readonly reading: number; readonly verdict: VerdictFact }[],
): RecordRemark[] {
  return rejudged.flatMap(({ place, reading, verdict }) => {
    const found = placeAt(state, place).readings.find(({ seq }) => seq === reading);
    return found === undefined
      ? []
      : verdictAgain(state, entry, place, judgedBy(verdict), found.reading, verdict);
  });
}
function verdictAgain(
  state: JobState,
  entry: number,
  key: string,
  part: JudgedPart,
  reading: Reading,
  recorded: VerdictFact,
): RecordRemark[] {
  const place = placeOf(state, key);
  // Rules that are adopted with a command hold from the next one on: a verdict without an uncertainty is of those before.
  const { uncertainty } = recorded;
  const of = uncertainty === undefined ? { ...state, rules: 0 } : state;
  const again = place === undefined ? undefined : judgePlace(of, place, part, reading, uncertainty);
  if (sameData(again, recorded)) return [];
  return [
    {
      kind: 'verdictDiffers',
      entry,
      place: key,
      recorded: recorded.verdict,
      recomputed: again?.verdict ?? 'noLimit',
      ruleVersion: recorded.ruleVersion,
    },
  ];
}
function pinAgain(state: JobState, pin: LimitsPin, entry: number): RecordRemark[] {
  const { context, diameterBasis } = pinContext(pin.model, state.engine, state.job.duty);
  const differs = (what: string): RecordRemark[] => [{ kind: 'pinDiffers', entry, pin: pin.pin, what }];
  if (!sameData(contextOf(pin.model, context), pin.context)) return differs('what is known of the engine');
  if (pin.diameterBasis !== undefined && pin.diameterBasis !== diameterBasis)
    return differs('the bore that formulas are fed with');
  if (pin.version !== undefined && !sameData(cylinderContexts(pin.model, state.engine), pin.cylinders))
    return differs('what is known of the cylinders');
  return sameData(fitsOf(pin), pin.fits) ? [] : differs('the limits that the rows give');
}
