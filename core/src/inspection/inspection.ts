import type { SlotKey } from '../engines/place';
import { KeptMap } from '../kernel/kept-map';
import type { SamePerson } from '../people/second-person';
import { event } from '../record/event-table';
import type { DataIn, EventIn, Stamp } from '../record/event-table';
import type { Defect } from '../engines/face-rule';
import type { Cause } from './follow-ups';
import type { Approval } from '../findings/decisions';

export const FOUND = ['good', 'rejected', 'notInspected'] as const;
export type Found = (typeof FOUND)[number];
/** One thing that is wrong with a face. */
export interface DefectSeen {
  readonly kind: Defect;
  /** Where on the face, in words: "from 4 to 5 o'clock". */
  readonly where: string;
  /** How large, in words: "0.3 mm over 40 degrees". */
  readonly size: string;
}
/** What somebody found on one face of one part, in the condition that the part had. */
export interface LookSaid {
  readonly slot: SlotKey;
  /** The part; empty for what is looked at because of a suspected cause: that is of the engine. */
  readonly part: string;
  readonly condition: number;
  /** Which face: see `lookItems`. */
  readonly item: string;
  readonly found: Found;
  readonly defects: readonly DefectSeen[];
  /** Why it was not looked at, or why it is said anew; empty elsewhere. */
  readonly reason: string;
  readonly remark: string;
  readonly cause: Cause | null;
}
export interface LookEntry extends LookSaid {
  readonly seq: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
  /** The crack test that it came of. */
  readonly test?: number;
  /** What was said of it before. */
  readonly before?: LookEntry;
}

export const TEST_METHODS = ['penetrant', 'fluorescentPenetrant', 'magnetic', 'other'] as const;
export type TestMethod = (typeof TEST_METHODS)[number];
/** A crack test as it is begun: of which parts, with what, by whom. */
export interface TestBegun {
  readonly method: TestMethod;
  readonly parts: readonly { readonly slot: SlotKey; readonly part: string; readonly condition: number }[];
  readonly area: string;
  /** Of the fluid: its batch, and the last day on which it may be used. */
  readonly batch: string;
  readonly batchUntil: string;
  /** By what the person may do it, and until which day. */
  readonly qualification: string;
  readonly qualifiedUntil: string;
  /** How long it must work at least, min; 0 where the method asks for none. */
  readonly dwell: number;
  readonly development: number;
  /** When it was put on, as the person says it (ISO 8601, UTC). */
  readonly startedAt: string;
}
export interface TestResult {
  readonly part: string;
  readonly found: 'good' | 'rejected';
  readonly where: string;
  readonly size: string;
}
export interface CrackTest extends TestBegun {
  readonly seq: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
  readonly developedAt?: string;
  readonly read?: {
    readonly readAt: string;
    readonly results: readonly TestResult[];
    readonly by: { readonly id: string; readonly name: string };
    readonly at: string;
  };
  readonly dropped?: { readonly reason: string; readonly by: string; readonly at: string };
}
/** A rejected face that may be used all the same, or one that need not be looked at. */
export interface LookDecided {
  readonly finding: string;
  /** What it rests on; null where nothing was rejected. */
  readonly approval: Approval | null;
  readonly reason: string;
  readonly samePerson: SamePerson | null;
  readonly seq: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
}

export interface InspectionState {
  /** The last word on each face of each part, with those before it. */
  readonly looks: KeptMap<LookEntry>;
  readonly crackTests: readonly CrackTest[];
  readonly looksDecided: readonly LookDecided[];
}
export const NOTHING_LOOKED_AT: InspectionState = {
  looks: KeptMap.empty(),
  crackTests: [],
  looksDecided: [],
};
export const lookKey = ({ part, item }: Pick<LookSaid, 'part' | 'item'>): string => `${part} ${item}`;

const signedBy = ({ seq, at, by }: Stamp) => ({ seq, at, by: { id: by.id, name: by.name } });
function withLook(looks: KeptMap<LookEntry>, now: LookEntry): KeptMap<LookEntry> {
  const key = lookKey(now);
  const before = looks.get(key);
  return looks.set(key, before === undefined ? now : { ...now, before });
}
const changeTest = (
  { crackTests }: InspectionState,
  seq: number,
  change: Partial<CrackTest>,
): readonly CrackTest[] => crackTests.map((each) => (each.seq === seq ? { ...each, ...change } : each));

/** The face that a crack test answers for. */
export const CRACK_TEST = 'crackTest';

/** What is looked at and tested, as events. */
export const INSPECTION_EVENTS = {
  looked: event<LookSaid, InspectionState>()(1, ({ looks }, data, stamp) => ({
    looks: withLook(looks, { ...data, ...signedBy(stamp) }),
  })),
  testBegun: event<TestBegun, InspectionState>()(1, ({ crackTests }, data, stamp) => ({
    crackTests: [...crackTests, { ...data, ...signedBy(stamp) }],
  })),
  testDeveloped: event<{ readonly test: number; readonly developedAt: string }, InspectionState>()(
    1,
    (state, { test, developedAt }) => ({ crackTests: changeTest(state, test, { developedAt }) }),
  ),
  testRead: event<
    { readonly test: number; readonly readAt: string; readonly results: readonly TestResult[] },
    InspectionState
  >()(1, (state, { test, readAt, results }, stamp) => {
    const { seq, at, by } = signedBy(stamp);
    const begun = state.crackTests.find((each) => each.seq === test);
    return {
      crackTests: changeTest(state, test, { read: { readAt, results, by, at } }),
      looks: results.reduce((looks, { part, found, where, size }) => {
        const of = begun?.parts.find((each) => each.part === part);
        if (of === undefined) return looks;
        const defects: readonly DefectSeen[] = found === 'good' ? [] : [{ kind: 'crack', where, size }];
        const said = { item: CRACK_TEST, found, defects, reason: '', remark: '', cause: null };
        return withLook(looks, { ...of, ...said, seq, at, by, test });
      }, state.looks),
    };
  }),
  testDropped: event<{ readonly test: number; readonly reason: string }, InspectionState>()(
    1,
    (state, { test, reason }, { at, by }) => ({
      crackTests: changeTest(state, test, { dropped: { reason, by: by.name, at } }),
    }),
  ),
  lookDecided: event<Pick<LookDecided, 'finding' | 'approval' | 'reason' | 'samePerson'>, InspectionState>()(
    1,
    ({ looksDecided }, data, stamp) => ({
      looksDecided: [...looksDecided, { ...data, ...signedBy(stamp) }],
    }),
  ),
};
export type InspectionEventData = DataIn<typeof INSPECTION_EVENTS>;
export type InspectionEvent = EventIn<typeof INSPECTION_EVENTS>;
