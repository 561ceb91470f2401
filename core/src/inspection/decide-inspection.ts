import { nextPartId, kindOfSlot, partIn } from '../engines/parts';
import type { PartEvent } from '../engines/parts';
import type { SlotKey } from '../engines/place';
import { approvalFault, NO_APPROVAL } from '../findings/decide-findings';
import type { Approval } from '../findings/decisions';
import { holdsOneOf } from '../kernel/actor';
import type { Actor } from '../kernel/actor';
import type { Problem } from '../kernel/problem-data';
import { minutesBetween } from '../kernel/instant';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { secondLook } from '../people/second-person';
import type { SamePerson, SecondPersonPolicy } from '../people/second-person';
import { CRACK_TEST, lookKey } from './inspection';
import type { CrackTest, InspectionEvent, LookEntry, LookSaid, TestBegun, TestResult } from './inspection';
import { askedFace, asksInspection, inspectionOf, lookDoubts } from './inspection-stand';
import type { FaceStand, InspectionSlice } from './inspection-stand';

export type InspectionCommand =
  | (Omit<LookSaid, 'part' | 'condition'> & {
      readonly type: 'sayLooked';
      /** The entry about this face that the person saw; 0 where there was none. */
      readonly basedOn: number;
    })
  | (Omit<TestBegun, 'parts'> & { readonly type: 'beginTest'; readonly slots: readonly SlotKey[] })
  | { readonly type: 'developTest'; readonly test: number; readonly developedAt: string }
  | {
      readonly type: 'readTest';
      readonly test: number;
      readonly readAt: string;
      readonly results: readonly TestResult[];
    }
  | { readonly type: 'dropTest'; readonly test: number; readonly reason: string }
  | {
      readonly type: 'decideLook';
      readonly finding: string;
      readonly approval: Approval | null;
      readonly reason: string;
    };
type Say<T extends InspectionCommand['type']> = Extract<InspectionCommand, { type: T }>;
type Slice = InspectionSlice & { readonly secondPerson: SecondPersonPolicy };
type Decided = Result<readonly (InspectionEvent | PartEvent)[], Problem>;

/**
 * Decides what is said of faces and crack tests, and what becomes of a part that was rejected by eye.
 * @problems MAY_NOT, INSPECTION_NOT_ASKED, FACE_UNKNOWN, FACE_BY_TEST, DEFECT_OPEN, LOOKED_AT_ANEW, REASON_MISSING,
 * FINDING_UNKNOWN, SECOND_PERSON_NEEDED, TEST_UNKNOWN, TEST_NOT_READY, TEST_PAST, TEST_INCOMPLETE, APPROVAL_INCOMPLETE
 */
export function decideInspection(state: Slice, command: InspectionCommand, by: Actor, at: string): Decided {
  if (command.type === 'decideLook') return decideLook(state, command, by, at);
  if (!holdsOneOf(by, ['technician', 'inspector']))
    return refuse('MAY_NOT', {
      action: 'say what was found on a part',
      needs: ['technician', 'inspector'],
      person: by.name,
    });
  if (!asksInspection(state)) return refuse('INSPECTION_NOT_ASKED', {});
  switch (command.type) {
    case 'sayLooked':
      return sayLooked(state, command, by, at);
    case 'beginTest':
      return beginTest(state, command, at);
    case 'developTest':
      return developTest(state, command, at);
    case 'readTest':
      return readTest(state, command, by, at);
    case 'dropTest': {
      const test = openTest(state, command.test);
      if (test === undefined) return refuse('TEST_UNKNOWN', { test: command.test });
      const reason = command.reason.trim();
      return reason === ''
        ? refuse('REASON_MISSING', { action: 'give a crack test up' })
        : ok([{ type: 'testDropped', v: 1, data: { test: test.seq, reason } }]);
    }
  }
}

function sayLooked(state: Slice, command: Say<'sayLooked'>, by: Actor, at: string): Decided {
  const { type: _, basedOn, ...said } = command;
  const { slot, item, found, defects } = said;
  const asked = askedFace(state, slot, item);
  if (asked === undefined) return refuse('FACE_UNKNOWN', { slot, item });
  // What a crack test says is said with its batch and its times; that there was none needs no test.
  if (asked.rule?.sort === 'test' && found !== 'notInspected') return refuse('FACE_BY_TEST', { slot });
  if (found === 'rejected' ? defects.length === 0 : defects.length > 0)
    return refuse('DEFECT_OPEN', { slot, item });
  const { entry } = asked;
  // That something is wrong is never lost because another tablet was faster: the worse word stands.
  if ((entry?.seq ?? 0) !== basedOn && found !== 'rejected')
    return refuse('LOOKED_AT_ANEW', { slot, item, person: entry?.by.name ?? '' });
  const reason = said.reason.trim();
  if (reason === '' && (found === 'notInspected' || (found === 'good' && isSaidAnew(asked.stand))))
    return refuse('REASON_MISSING', {
      action: found === 'notInspected' ? 'leave something not looked at' : 'say anew what was found',
    });
  const lifted = mayLift(state, entry, found, by, at, asked.stand);
  if (!lifted.ok) return lifted;
  const ofEngine = asked.because?.kind === 'cause';
  const lying = partIn(state, slot);
  const part = ofEngine ? '' : (lying?.id ?? nextPartId(state, slot));
  const words = { reason, remark: said.remark.trim(), defects: defects.map(trimmed) };
  return ok([
    {
      ...{ type: 'looked', v: 1 },
      data: { ...said, ...words, part, condition: ofEngine ? 1 : (lying?.condition ?? 1) },
    },
    ...(ofEngine || lying !== undefined ? [] : [named(slot, part)]),
  ]);
}
/** Cleaned and looked at again, or changed by a rework: a first word on what it is now. */
export const isSaidAnew = (stand: FaceStand): boolean => stand !== 'open' && stand !== 'again';
const trimmed = <D extends { readonly where: string; readonly size: string }>(defect: D): D => ({
  ...defect,
  where: defect.where.trim(),
  size: defect.size.trim(),
});
const named = (slot: SlotKey, part: string): PartEvent => ({
  type: 'partFitted',
  v: 4,
  data: { part, kind: kindOfSlot(slot), slot, state: 'reused', partNumber: null, lot: null },
});

/** A rejection is lifted by an inspector who did not say it: nobody closes what another must have looked at. */
function mayLift(
  state: Slice,
  entry: LookEntry | undefined,
  found: LookSaid['found'],
  by: Actor,
  at: string,
  stand: string,
): Result<SamePerson | undefined, Problem> {
  if (stand !== 'rejected' || found === 'rejected' || entry === undefined) return ok(undefined);
  const action = 'lift a rejection';
  if (!holdsOneOf(by, ['inspector']))
    return refuse('MAY_NOT', { action, needs: ['inspector'], person: by.name });
  const first = { ids: rejecters(entry), because: 'rejected it', lastAt: entry.at };
  return secondLook(action, first, by, at, state.secondPerson);
}
/** Who rejected a face, also before somebody else said it again. */
export function rejecters(entry: LookEntry): readonly string[] {
  const ids: string[] = [];
  for (let each: LookEntry | undefined = entry; each?.found === 'rejected'; each = each.before)
    ids.push(each.by.id);
  return ids;
}

const openTest = ({ crackTests }: InspectionSlice, seq: number): CrackTest | undefined =>
  crackTests.find((each) => each.seq === seq && each.read === undefined && each.dropped === undefined);
/** A tablet's clock may run so many minutes fast. */
const CLOCKS_APART = 2;
const isAhead = (said: string, at: string): boolean => minutesBetween(at, said) > CLOCKS_APART;

function beginTest(state: Slice, command: Say<'beginTest'>, at: string): Decided {
  const { type: _, slots, ...said } = command;
  if (slots.length === 0) return refuse('FACE_UNKNOWN', { slot: '', item: CRACK_TEST });
  const parts: TestBegun['parts'][number][] = [];
  const found: PartEvent[] = [];
  for (const slot of new Set(slots)) {
    const asked = askedFace(state, slot, CRACK_TEST);
    if (asked === undefined) return refuse('FACE_UNKNOWN', { slot, item: CRACK_TEST });
    const lying = partIn(state, slot);
    const part = lying?.id ?? nextPartId(state, slot);
    if (lying === undefined) found.push(named(slot, part));
    parts.push({ slot, part, condition: lying?.condition ?? 1 });
  }
  const words = {
    area: said.area.trim(),
    batch: said.batch.trim(),
    qualification: said.qualification.trim(),
  };
  if (words.area === '' || words.batch === '' || words.qualification === '')
    return refuse('REASON_MISSING', { action: 'begin a crack test: its area, batch and qualification' });
  if (isAhead(said.startedAt, at)) return refuse('TEST_NOT_READY', { minutes: 0, because: 'ahead' });
  const day = said.startedAt.slice(0, 10);
  if (said.batchUntil < day) return refuse('TEST_PAST', { what: words.batch, until: said.batchUntil });
  if (said.qualifiedUntil < day)
    return refuse('TEST_PAST', { what: words.qualification, until: said.qualifiedUntil });
  return ok([{ type: 'testBegun', v: 1, data: { ...said, ...words, parts } }, ...found]);
}
function developTest(state: Slice, { test, developedAt }: Say<'developTest'>, at: string): Decided {
  const begun = openTest(state, test);
  if (begun === undefined || begun.developedAt !== undefined) return refuse('TEST_UNKNOWN', { test });
  if (isAhead(developedAt, at)) return refuse('TEST_NOT_READY', { minutes: 0, because: 'ahead' });
  const short = begun.dwell - minutesBetween(begun.startedAt, developedAt);
  return short > 0
    ? refuse('TEST_NOT_READY', { minutes: Math.ceil(short), because: 'dwell' })
    : ok([{ type: 'testDeveloped', v: 1, data: { test, developedAt } }]);
}
function readTest(state: Slice, { test, readAt, results }: Say<'readTest'>, by: Actor, at: string): Decided {
  const begun = openTest(state, test);
  if (begun === undefined) return refuse('TEST_UNKNOWN', { test });
  if (isAhead(readAt, at)) return refuse('TEST_NOT_READY', { minutes: 0, because: 'ahead' });
  const since = begun.developedAt ?? begun.startedAt;
  const asked = begun.developedAt === undefined ? begun.dwell : begun.development;
  if (begun.developedAt === undefined && begun.development > 0)
    return refuse('TEST_NOT_READY', { minutes: Math.ceil(begun.development), because: 'development' });
  const short = asked - minutesBetween(since, readAt);
  if (short > 0) return refuse('TEST_NOT_READY', { minutes: Math.ceil(short), because: 'development' });
  const missing = begun.parts.filter(({ part }) => !results.some((each) => each.part === part));
  const strange = results.some(({ part }) => !begun.parts.some((each) => each.part === part));
  const open = results.some(({ found, where }) => found === 'rejected' && where.trim() === '');
  if (missing.length > 0 || strange || open || new Set(results.map(({ part }) => part)).size < results.length)
    return refuse('TEST_INCOMPLETE', { parts: missing.length });
  for (const { part, found } of results) {
    const entry = state.looks.get(lookKey({ part, item: CRACK_TEST }));
    const lifted = mayLift(state, entry, found, by, at, entry?.found ?? 'open');
    if (!lifted.ok) return lifted;
  }
  return ok([{ type: 'testRead', v: 1, data: { test, readAt, results: results.map(trimmed) } }]);
}

/** That a rejected part is used all the same is a formal act; that something need not be looked at is a decision. */
function decideLook(
  state: Slice,
  { finding, approval, reason }: Say<'decideLook'>,
  by: Actor,
  at: string,
): Decided {
  const action = 'decide what becomes of a part that was looked at';
  if (!holdsOneOf(by, ['inspector']))
    return refuse('MAY_NOT', { action, needs: ['inspector'], person: by.name });
  const doubt = lookDoubts(state).find(({ id }) => id === finding);
  if (doubt === undefined) return refuse('FINDING_UNKNOWN', { finding });
  if (reason.trim() === '') return refuse('REASON_MISSING', { action });
  const fault = doubt.kind === 'rejected' ? approvalFault(approval ?? NO_APPROVAL) : undefined;
  if (fault !== undefined) return fault;
  const { entry } = doubt;
  const first = {
    ids: doubt.kind === 'rejected' ? rejecters(entry) : [entry.by.id],
    because: doubt.kind === 'rejected' ? 'rejected it' : 'left it not looked at',
    lastAt: entry.at,
  };
  const look = secondLook(action, first, by, at, state.secondPerson);
  if (!look.ok) return look;
  const said = { finding, approval: doubt.kind === 'rejected' ? approval : null, reason: reason.trim() };
  return ok([{ type: 'lookDecided', v: 1, data: { ...said, samePerson: look.value ?? null } }]);
}
/** Who looked at the parts that are there, or tested them, and when last. */
export function workOfInspection(state: InspectionSlice): {
  readonly ids: readonly string[];
  readonly lastAt: string;
} {
  const entries = inspectionOf(state).flatMap(({ faces }) => faces.flatMap(({ entry }) => entry ?? []));
  const tests = state.crackTests.filter(({ dropped }) => dropped === undefined);
  const all = [...entries, ...tests];
  return {
    ids: [...new Set(all.map(({ by }) => by.id))],
    lastAt:
      all
        .map(({ at }) => at)
        .sort()
        .at(-1) ?? '',
  };
}
