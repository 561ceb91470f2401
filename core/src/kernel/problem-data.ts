/**
 * Every way in which core refuses a command, with the data that its words need. The words are in `contract`.
 * Codes are permanent: people quote them and records of refusals keep them.
 */
export interface ProblemData {
  // people
  MAY_NOT: { readonly action: string; readonly needs: readonly string[]; readonly person: string };
  SECOND_PERSON_NEEDED: { readonly action: string; readonly person: string; readonly because: string };
  NAME_MISSING: { readonly field: string };
  NOTHING_CHANGED: { readonly what: string };
  DOCUMENTS_NOT_CHECKED: { readonly job: string };
  ZONE_UNKNOWN: { readonly zone: string };
  PERSON_UNKNOWN: { readonly person: string };
  ALREADY_SET_UP: { readonly shop: string };
  NO_ROLE: { readonly person: string };
  ALREADY_THERE: { readonly what: string; readonly id: string };
  KEY_MOVED: { readonly seen: string; readonly now: string };
  PIN_IS_OWN: { readonly person: string };
  LAST_MANAGER: { readonly person: string };
  // engines and parts
  SERIAL_NOT_OF_MODEL: { readonly serial: string; readonly model: string; readonly pattern: string };
  SERIAL_MOVED: { readonly seen: string; readonly job: string };
  BORE_WRONG: { readonly what: string };
  /** Never what the job says: whoever reads the plate would read it from the screen. */
  SERIAL_DIFFERS: { readonly seen: string; readonly pattern: string };
  SLOT_UNKNOWN: { readonly slot: string };
  SLOT_TAKEN: { readonly slot: string; readonly part: string };
  SLOT_EMPTY: { readonly slot: string };
  PART_UNKNOWN: { readonly part: string };
  PART_NOT_FITTED: { readonly part: string };
  MOVE_NOT_POSSIBLE: {
    readonly part: string;
    readonly to: string;
    readonly because: 'otherKind' | 'twice' | 'taken';
  };
  MAP_NOT_ASKED: Readonly<Record<string, never>>;
  WAY_UNKNOWN: { readonly slot: string; readonly way: string };
  WAY_OPEN: { readonly slot: string };
  AS_FOUND_SAID_ANEW: { readonly slot: string; readonly person: string };
  ORDER_NOT_MEASURED: { readonly what: string };
  INSPECTION_NOT_ASKED: Readonly<Record<string, never>>;
  FACE_UNKNOWN: { readonly slot: string; readonly item: string };
  FACE_BY_TEST: { readonly slot: string };
  DEFECT_OPEN: { readonly slot: string; readonly item: string };
  LOOKED_AT_ANEW: { readonly slot: string; readonly item: string; readonly person: string };
  TEST_UNKNOWN: { readonly test: number };
  TEST_NOT_READY: {
    readonly minutes: number;
    readonly because: 'dwell' | 'development' | 'ahead';
  };
  TEST_PAST: { readonly what: string; readonly until: string };
  TEST_INCOMPLETE: { readonly parts: number };
  PLAN_UNKNOWN: { readonly plan: number };
  PART_NOT_SEEN_HERE: { readonly part: string; readonly condition: number; readonly slot: string };
  REPORT_UNKNOWN: { readonly report: number };
  PART_SAID_ANEW: { readonly part: string };
  PART_CHANGED: { readonly part: string; readonly basedOn: number; readonly now: number };
  /** What a value is worked out from has to be a size that is measured. */
  INPUT_WRONG: {
    readonly characteristic: string;
    readonly input: string;
    readonly because: 'unknown' | 'noSize' | 'derived';
  };
  PART_KIND_UNKNOWN: { readonly characteristic: string; readonly model: string; readonly kind: string };
  SHEET_NOT_MEASURED: { readonly sheet: string };
  FINDING_UNKNOWN: { readonly finding: string };
  ORDER_UNKNOWN: { readonly order: number };
  CYLINDER_UNKNOWN: { readonly cylinder: string; readonly known: readonly string[] };
  KIT_UNKNOWN: { readonly kit: string };
  KIT_NOT_COUNTED: { readonly kit: string; readonly item: string };
  // instruments
  INSTRUMENT_NOT_TAKEN: { readonly instrument: string };
  INSTRUMENT_UNKNOWN: { readonly instrument: string };
  INSTRUMENT_UNFIT: { readonly instrument: string; readonly characteristic: string };
  INSTRUMENT_MOVED: { readonly instrument: string; readonly seen: string; readonly now: string };
  INSTRUMENT_OUT_OF_DATE: { readonly instrument: string; readonly dueOn: string };
  BLADES_WRONG: { readonly blade: string; readonly because: 'notALength' | 'twice' | 'none' };
  // library
  MODEL_UNKNOWN: { readonly model: string };
  ROUTE_UNKNOWN: { readonly route: string; readonly known: readonly string[] };
  REVISION_UNKNOWN: { readonly revision: string };
  REVISION_PUBLISHED: { readonly revision: string };
  REVISION_EMPTY: { readonly revision: string };
  SECOND_LOOK_MISSING: { readonly revision: string };
  ROUTE_MOVED: { readonly route: string };
  ROUTE_NOT_OURS: { readonly route: string };
  ROUTE_CANNOT: {
    readonly route: string;
    /** What keeps it from being followed, as `ShopRouteFault` says it. */
    readonly fault: { readonly kind: string };
  };
  GAUGE_MOVED: { readonly instrument: string };
  MODEL_MOVED: { readonly model: string };
  MODEL_SAME: { readonly model: string };
  NO_MODEL_DRAFT: { readonly model: string };
  MODEL_NOT_CHECKED: { readonly model: string };
  DRAFT_CHANGED: { readonly revision: string };
  CHECK_NOTE_UNKNOWN: { readonly note: string };
  CHECK_NOTE_INCOMPLETE: { readonly kind: string; readonly missing: 'text' | 'from' | 'document' };
  CHECK_NOTE_NOT_CITED: { readonly kind: string };
  NOT_PUBLISHED: { readonly revision: string };
  ORDER_WRONG: { readonly order: readonly string[] };
  IMPORT_UNKNOWN: { readonly batchOf: string };
  DATES_WRONG: { readonly issued: string; readonly effective: string };
  DOCUMENTS_NOT_CURRENT: { readonly documents: readonly string[] };
  NO_DOCUMENT: { readonly model: string };
  LIMIT_NOT_OPEN: { readonly fit: string };
  CHOICE_NOT_OFFERED: { readonly fit: string };
  CHOICE_GONE: { readonly choice: number };
  AXIS_NOT_DECLARED: {
    readonly characteristic: string;
    readonly model: string;
    readonly axes: readonly string[];
  };
  SHEET_NOT_PINNED: { readonly sheet: string };
  // the bench
  PLACE_UNKNOWN: { readonly place: string };
  ENTRY_EMPTY: { readonly place: string };
  ENTRY_NOT_A_READING: { readonly place: string; readonly text: string };
  ENTRY_MIXED_UNITS: { readonly place: string; readonly text: string };
  ENTRY_NEGATIVE: { readonly place: string; readonly text: string };
  ENTRY_NOT_ON_CARD: { readonly place: string; readonly text: string; readonly card: readonly string[] };
  ENTRY_NOT_A_COUNT: { readonly place: string; readonly text: string };
  ENTRY_NOT_YES_OR_NO: { readonly place: string; readonly text: string };
  /** It is worked out: what it is worked out from is measured. */
  PLACE_DERIVED: { readonly place: string; readonly from: readonly string[] };
  CONDITION_OPEN: {
    readonly place: string;
    readonly condition: string;
    readonly choices: readonly string[];
  };
  SETTING_OPEN: { readonly place: string; readonly text: string };
  CHARACTERISTIC_UNKNOWN: { readonly characteristic: string };
  GAUGE_TOO_COARSE: {
    readonly place: string;
    readonly instrument: string;
    readonly because: 'coarse' | 'noTwoBlades';
  };
  NO_SECOND_LOOK: { readonly characteristic: string };
  TOLERANCE_WRONG: { readonly characteristic: string; readonly text: string };
  NO_TEMPERATURES: { readonly characteristic: string };
  DEPTH_OPEN: { readonly place: string; readonly station: string; readonly text: string };
  TEMPERATURE_OPEN: { readonly place: string; readonly text: string };
  TEMPERATURES_ASK: {
    readonly place: string;
    readonly doubt: 'apart' | 'metals';
    readonly part: string;
    readonly gauge: string;
  };
  ENTRY_ORDER: { readonly place: string; readonly text: string };
  EXACT_FROM_FEELER: { readonly place: string; readonly instrument: string };
  BLADE_NOT_IN_SET: { readonly place: string; readonly instrument: string; readonly text: string };
  QUESTION_OPEN: { readonly place: string; readonly question: string };
  QUESTION_SAYS_NO: { readonly place: string; readonly question: string };
  NO_PART_AT_PLACE: { readonly place: string; readonly slot: string };
  NOT_APPLICABLE_HERE: { readonly place: string; readonly reason: string };
  PLACE_HAS_READING: { readonly place: string; readonly text: string };
  PLACE_CONTESTED: { readonly place: string };
  NOT_CONTESTED: { readonly place: string };
  READING_UNKNOWN: { readonly place: string; readonly reading: number };
  READING_NOT_CURRENT: { readonly place: string; readonly reading: number; readonly status: string };
  STALE: { readonly what: string; readonly basedOn: number; readonly now: number };
  REASON_MISSING: { readonly action: string };
  // findings
  NOT_ASKED: { readonly place: string };
  RING_NOT_CARRIED: {
    readonly because: 'noGap' | 'station' | 'noRing' | 'tooFew' | 'noBore' | 'twice' | 'boreChanged';
    readonly cylinder: string;
  };
  NOTHING_TO_LEAVE: { readonly place: string };
  NOTHING_TO_CONCEDE: { readonly place: string };
  APPROVAL_INCOMPLETE: { readonly missing: readonly string[] };
  NOTE_UNKNOWN: { readonly note: string };
  NOTHING_NEW: { readonly job: string };
  NEWS_CHANGED: { readonly documents: readonly string[] };
  NOTHING_SAID: { readonly what: string };
  // gates and release
  GATE_UNKNOWN: { readonly gate: string };
  GATE_SHUT: { readonly gate: string; readonly waits: number };
  GATE_BEFORE_OPEN: { readonly gate: string; readonly before: string };
  GATE_NOT_SIGNED: { readonly gate: string };
  GATE_CHANGED: { readonly gate: string; readonly basedOn: string; readonly now: string };
  WORDS_CHANGED: { readonly gate: string };
  BEHIND_SIGNED_GATE: { readonly gate: string };
  JOB_SEALED: { readonly job: string };
  ENGINE_HAS_OPEN_JOB: { readonly serial: string; readonly job: string };
  JOB_NUMBER_TAKEN: { readonly job: string };
}

export type ProblemCode = keyof ProblemData;
/** A refusal: what cannot be done, as a code with the data that the words for it need. */
export type Problem = {
  readonly [C in ProblemCode]: { readonly code: C; readonly data: ProblemData[C] };
}[ProblemCode];

export const problem = <C extends ProblemCode>(code: C, data: ProblemData[C]): Problem =>
  ({ code, data }) as Problem;
