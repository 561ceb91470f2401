import {
  asFound,
  basedOnNow,
  canonical,
  chainHash,
  CHAIN_START,
  currentReading,
  decideJob,
  foresee,
  gateRule,
  gateStatement,
  hear,
  nothingHeard,
  openDeclaration,
  openMatters,
  parsePlaceKey,
  placeAt,
  placeKey,
  recordTitle,
  RECORD_FORMAT,
  RECORD_VERSION,
  replayJob,
  sheetPlaces,
  slotKey,
  stillOnTheWay,
  verifyRecord,
} from '../src/index';
import type {
  Actor,
  Envelope,
  GivenCommand,
  HashedEntry,
  Heard,
  JobCommand,
  JobDraft,
  JobEntry,
  JobEvent,
  JobState,
  LimitsPin,
  PartRef,
  PlaceKey,
} from '../src/index';
import { GHISLAINE, IVO, kept, PERRIN, printed, REVISION, ROWS, SANNA, TEO } from './fixtures';
import { Story } from './story';

/** What can happen in one step. */
export const STEPS = [
  'measure',
  'measure',
  'measure',
  'measureAgain',
  'narrow',
  'file',
  'replace',
  'takeOut',
  'fit',
  'hone',
  'correct',
  'void',
  'defer',
  'resume',
  'notApplicable',
  'acceptNotApplicable',
  'concede',
  'decideContest',
  'settle',
  'send',
  'send',
  'send',
  'loseAnswer',
  'sendTwice',
  'sync',
  'sync',
  'changeHands',
  'restart',
  'clockBack',
  'libraryMoves',
  'adopt',
  'decline',
  'finish',
  'signRings',
  'reopenRings',
  'release',
] as const;
export type StepName = (typeof STEPS)[number];
export interface Step {
  readonly what: StepName;
  readonly tablet: number;
  readonly a: number;
  readonly b: number;
}
export const describeHistory = (steps: readonly Step[] | undefined): string =>
  (steps ?? []).map(({ what, tablet, a, b }) => `  tablet ${tablet}: ${what} ${a} ${b}`).join('\n');

const TECHNICIANS = [IVO, SANNA, { ...IVO, id: 'oda', name: 'Oda' }];
const INSPECTORS = [PERRIN, { ...PERRIN, id: 'quill', name: 'Quill' }];
const GOOD = ['44/46', '46/48', '42/44', '50+', '50/52', '40/42'];
const GOOD_TOP = ['11/12', '12/13', '10/11', '8/9', '11+'];
const GOOD_OIL = ['18/20', '14/15', '20/22', '40+'];

/** A tablet as the application is one: what it heard, what it still owes, and in whose hands it is. */
interface Tablet {
  heard: Heard;
  owed: readonly GivenCommand[];
  hands: Actor;
  /** What was drawn last, and out of what. */
  shown?: { readonly told: JobState; readonly owed: readonly GivenCommand[]; readonly state: JobState };
}
interface Acknowledged {
  readonly id: string;
  readonly place: PlaceKey;
  readonly text: string;
  readonly by: string;
  readonly parts: readonly PartRef[];
}

const BEGUN = new Story().arrive().fit();
/** The workshop of a random history: the server's ledger in memory, and two tablets that are sometimes away. */
export class History {
  private readonly story = BEGUN.branch();
  private readonly tablets: [Tablet, Tablet];
  private readonly receipts = new Map<string, readonly HashedEntry[]>();
  private readonly acknowledged: Acknowledged[] = [];
  private readonly bodies = new Map<string, string>();
  readonly came = new Map<string, number>();
  private count = 0;
  private minute = 100;
  private last = '';
  private revision = 0;
  private readonly pins = new Map<number, LimitsPin>();

  constructor() {
    const tablet = (hands: Actor): Tablet => ({ heard: nothingHeard('job:J'), owed: [], hands });
    this.tablets = [tablet(IVO), tablet(SANNA)];
    for (const each of this.tablets) this.sync(each);
  }
  private get state(): JobState {
    return this.story.job;
  }
  private saw(what: string): void {
    this.came.set(what, (this.came.get(what) ?? 0) + 1);
  }
  private now(): string {
    return new Date(Date.UTC(2026, 5, 1, 8, this.minute++)).toISOString();
  }

  take({ what, tablet: index, a, b }: Step): void {
    const tablet = this.tablets[index] ?? this.tablets[0];
    const seen = this.shown(tablet);
    const places = sheetPlaces(seen).map(placeKey);
    const among = whereItIsAbout(what, seen, places);
    const place = among[a % among.length] ?? '';
    const readings = placeAt(seen, place).readings;
    const current = readings.findLast(({ status }) => status === 'current');
    const bench = (draft: JobDraft): void => this.give(tablet, draft);
    switch (what) {
      case 'measure':
      case 'measureAgain':
        bench(this.reading(place, b));
        return;
      case 'narrow':
        if (current !== undefined) bench(this.reading(place, b, current.text.replace('+', '/52')));
        return;
      case 'file':
      case 'hone': {
        const kind = what === 'file' ? 'ring' : 'bore';
        const part = partHere(seen, place, kind);
        if (part !== undefined)
          bench({ type: 'reworkPart', part, what: what === 'file' ? 'filed' : 'honed', how: `${b}` });
        return;
      }
      case 'replace':
      case 'takeOut': {
        const part = partHere(seen, place, b % 5 === 0 ? 'bore' : 'ring');
        const instead = what === 'replace' ? NEW : null;
        if (part !== undefined) bench({ type: 'replacePart', part, reason: `${b}`, instead });
        return;
      }
      case 'fit': {
        const at = parsePlaceKey(place)?.at ?? {};
        bench({ type: 'fitParts', slots: [slotKey(b % 5 === 0 ? 'bore' : 'ring', at)], ...NEW });
        return;
      }
      case 'correct':
        if (current !== undefined)
          bench({
            type: 'correctReading',
            place,
            reading: current.seq,
            reason: 'typing',
            instead: b % 2 === 0 ? null : taken(place, b),
          });
        return;
      case 'void':
        if (current !== undefined) bench({ type: 'voidReading', place, reading: current.seq, reason: 'x' });
        return;
      case 'defer':
        bench({ type: 'deferPlace', place, reason: 'x' });
        return;
      case 'resume':
        bench({ type: 'resumePlace', place });
        return;
      case 'notApplicable':
        bench({ type: 'declareNotApplicable', place, reason: 'x' });
        return;
      case 'acceptNotApplicable':
        this.ask(
          { type: 'decideNotApplicable', place, accept: b % 2 === 0, reason: 'x' },
          inspector(b),
          seen,
        );
        return;
      case 'concede':
        this.ask({ type: 'grantConcession', place, approval: APPROVAL, reason: 'x' }, inspector(b), seen);
        return;
      case 'decideContest': {
        const keep = placeAt(seen, place).contested[b % 2] ?? 0;
        this.ask({ type: 'decideContest', place, keep, reason: 'x' }, inspector(b), seen);
        return;
      }
      case 'settle': {
        const report = seen.reports[a % Math.max(1, seen.reports.length)];
        const as = (['happened', 'same', 'notDone'] as const)[b % 3] ?? 'same';
        if (report !== undefined)
          this.ask({ type: 'settleFact', report: report.seq, as, reason: 'x' }, inspector(a), seen);
        return;
      }
      case 'send':
        this.send(tablet, 'answered');
        return;
      case 'loseAnswer':
        this.send(tablet, 'lost');
        return;
      case 'sendTwice':
        this.send(tablet, 'twice');
        return;
      case 'sync':
        this.sync(tablet);
        return;
      case 'changeHands':
        tablet.hands = TECHNICIANS[b % TECHNICIANS.length] ?? IVO;
        this.saw('handsChanged');
        return;
      case 'restart':
        this.restart();
        return;
      case 'clockBack':
        this.minute -= 7;
        return;
      case 'libraryMoves':
        this.revision++;
        this.story.revisions = [kept(REVISION, rowsOf(this.revision))];
        return;
      case 'adopt':
      case 'decline': {
        const documents = this.documents();
        const type = what === 'adopt' ? ('pinAgain' as const) : ('declinePin' as const);
        this.ask({ type, documents, reason: 'x' }, inspector(b), seen);
        return;
      }
      case 'finish':
        this.finish(b);
        return;
      case 'signRings':
        this.sign('rings', inspector(b));
        return;
      case 'reopenRings':
        this.ask({ type: 'reopenGate', gate: 'rings', reason: 'x' }, inspector(b), seen);
        return;
      case 'release':
        this.sign('release', GHISLAINE);
        return;
    }
  }

  /** Everything that is owed is handed in at last, by its author. */
  end(): void {
    for (const tablet of this.tablets) {
      while (tablet.owed[0] !== undefined) {
        tablet.hands = tablet.owed[0].by;
        this.send(tablet, 'answered');
      }
    }
    for (const tablet of this.tablets) this.sync(tablet);
  }

  check(): void {
    const entries = this.story.entries.map(({ entry }) => entry as JobEntry);
    const state = this.state;
    // Every acknowledged reading is there once, by its author, on the parts as they were.
    const written = entries.filter((entry) => entry.type === 'readingTaken');
    for (const { id, place, text, by, parts } of this.acknowledged) {
      const own = written.filter(({ command }) => command === id);
      hold(own.length === 1, `${text} at ${place} is there ${own.length} times`);
      const [one] = own;
      if (one?.type !== 'readingTaken') continue;
      hold(one.by.id === by, `${text} is by ${one.by.id}, not by ${by}`);
      hold(one.data.text === text && one.data.place === place, 'it says what was typed, at its place');
      hold(canonical(one.data.parts) === canonical(parts), 'it names the parts that were seen');
    }
    // What counts was taken on the parts that lie there, in the condition in which they lie there.
    for (const place of sheetPlaces(state)) {
      const record = placeAt(state, placeKey(place));
      const reading = currentReading(record);
      for (const { id, condition } of reading?.parts ?? []) {
        const part = state.parts.get(id);
        hold(part?.condition === condition, `${placeKey(place)} counts on ${id} as it was`);
        hold(part.slot !== null, `${placeKey(place)} counts on a part that is out`);
      }
      const authors = new Set(
        record.readings.filter(({ seq }) => record.contested.includes(seq)).map(({ by }) => by.id),
      );
      hold(
        record.contested.length === 0 || authors.size > 1,
        `${placeKey(place)} is contested by one person`,
      );
      hold((asFound(record)?.status ?? '') !== 'corrected', 'as found was true once');
    }
    // A fresh replay and both tablets agree.
    const again = replayJob(entries);
    hold(isSame(again, state), 'the story told again is another one');
    for (const { heard } of this.tablets) hold(isSame(heard.state, state), 'a tablet tells another story');
    if (state.seal !== undefined) this.checkSealed(state);
    // The verifier finds nothing in what was written by the rules.
    const report = this.verified(state);
    hold(report.remarks.length === 0, `the verifier says ${JSON.stringify(report.remarks.slice(0, 3))}`);
    const { faults } = report;
    hold(faults.length === 0, `the verifier finds ${JSON.stringify(faults.slice(0, 3))}`);
  }

  private checkSealed(state: JobState): void {
    const { statuses, findings, open } = openMatters(state);
    hold(findings.length === 0 && open.length === 0, 'a sealed record has an open matter');
    for (const { key, state: word, conceded, reading } of statuses) {
      const isOut = word === 'tight' || word === 'loose';
      hold(!isOut || conceded, `${key} is ${word} and nobody conceded it`);
      const concession = conceded ? state.concessions[key] : undefined;
      const took = reading?.by.id ?? '';
      hold(concession?.by !== took, `${key} was conceded by who measured it`);
      hold(
        !conceded || concession?.basis.pin === state.pins.at(-1)?.pin,
        `${key} is conceded under another pin`,
      );
    }
  }
  /** The record as a file; one that is not sealed is closed for the occasion. */
  private verified(state: JobState) {
    const closed = state.seal === undefined ? this.closedCopy() : this.story.entries;
    const sealing = closed.findIndex(({ entry }) => (entry as JobEntry).type === 'recordSealed');
    const { data } = closed[sealing]?.entry as JobEntry & { type: 'recordSealed' };
    return verifyRecord(
      {
        format: RECORD_FORMAT,
        version: RECORD_VERSION,
        title: recordTitle(state),
        job: 'J',
        seal: data,
        key: { alg: 'Ed25519', keyId: 'k', spki: '' },
        entries: closed,
      },
      () => true,
    );
  }
  private closedCopy(): HashedEntry[] {
    const entries = [...this.story.entries];
    const last = entries.at(-1);
    const { at, by, command } = last?.entry as JobEntry;
    const signature = { alg: 'Ed25519' as const, keyId: 'k', value: 'v' };
    const data = { length: entries.length, hash: last?.hash ?? CHAIN_START, signature };
    const entry = {
      chain: 'job:J',
      seq: entries.length + 1,
      job: 'J',
      at,
      by,
      command,
      type: 'recordSealed',
      v: 1,
      data,
    };
    return [...entries, { entry, hash: chainHash({ previous: data.hash, entry }).hash }];
  }

  private shown(tablet: Tablet): JobState {
    const told = tablet.heard.state ?? this.state;
    if (tablet.owed.length === 0) return told;
    const { shown } = tablet;
    if (shown?.told === told && shown.owed === tablet.owed) return shown.state;
    tablet.shown = { told, owed: tablet.owed, state: foresee(told, tablet.owed).state };
    return tablet.shown.state;
  }
  private reading(place: PlaceKey, b: number, text?: string): JobDraft {
    return { type: 'takeReading', place, ...taken(place, b), ...(text === undefined ? {} : { text }) };
  }
  /** Given at a tablet: kept there, and sent when it comes to it. */
  private give(tablet: Tablet, draft: JobDraft): void {
    if (tablet.owed.length > 12) return;
    const command = basedOnNow(this.shown(tablet), draft);
    const id = `tablet-${++this.count}`;
    const at = new Date(Date.UTC(2026, 5, 1, 8, this.minute)).toISOString();
    tablet.owed = [...tablet.owed, { id, command, by: tablet.hands, at }];
  }
  /** Asked of the server at once, by somebody who sees what a tablet shows. */
  private ask(draft: JobDraft, by: Actor, seen: JobState): void {
    this.serve(`tablet-${++this.count}`, basedOnNow(seen, draft), by);
  }

  private send(tablet: Tablet, how: 'answered' | 'lost' | 'twice'): void {
    // The first one that the hands which hold the tablet have given; nobody signs for another.
    const next = tablet.owed.find(({ by }) => by.id === tablet.hands.id);
    if (next === undefined) return;
    const first = this.serve(next.id, next.command, next.by);
    if (how === 'lost') {
      this.saw('answerLost');
      return;
    }
    if (how === 'twice') {
      const second = this.serve(next.id, next.command, next.by);
      hold(canonical(second ?? null) === canonical(first ?? null), 'the second answer is another one');
      this.saw('sentTwice');
    }
    tablet.owed = tablet.owed.filter(({ id }) => id !== next.id);
    if (first === undefined) {
      this.saw('refused');
      return;
    }
    tablet.heard = hear(tablet.heard, 'job:J', first as readonly { entry: Envelope }[]);
    if (tablet.heard.gap) this.sync(tablet);
    if (next.command.type !== 'takeReading') return;
    const { place, text, seen } = next.command;
    if (this.acknowledged.some(({ id }) => id === next.id)) return;
    this.acknowledged.push({ id: next.id, place, text, by: next.by.id, parts: seen });
    this.saw('acknowledged');
  }
  /** The server: receipt, decide, append; a refusal writes nothing. */
  private serve(id: string, command: JobCommand, by: Actor): readonly HashedEntry[] | undefined {
    const body = canonical({ command, by: by.id });
    const receipt = this.receipts.get(id);
    if (receipt !== undefined) {
      hold(this.bodies.get(id) === body, 'the same id has the same body');
      return receipt;
    }
    const clock = this.now();
    const at = clock < this.last ? this.last : clock;
    const documents = this.documents();
    const decided = decideJob(this.state, command, {
      at,
      by,
      instrument: this.story.instrument,
      freshPin: this.pin(this.state.pins.length + 1),
      currentDocuments: documents,
    });
    if (!decided.ok) return undefined;
    const note: JobEvent[] = clock < this.last ? [{ type: 'clockSteppedBack', v: 1, data: { clock } }] : [];
    if (note.length > 0) this.saw('clockSteppedBack');
    const from = this.story.entries.length;
    this.story.append([...note, ...decided.value], by, at, id);
    this.last = at;
    const isLast = command.type === 'signGate' && command.gate === 'release';
    if (isLast) this.story.seal();
    for (const event of decided.value) this.tally(event);
    const written = this.story.entries.slice(from);
    this.receipts.set(id, written);
    this.bodies.set(id, body);
    return written;
  }
  private tally(event: JobEvent): void {
    if (event.type === 'readingTaken' && event.data.contests) this.saw('contested');
    if (event.type === 'readingTaken' && event.data.late !== null) this.saw('late');
    const names: Readonly<Partial<Record<JobEvent['type'], string>>> = {
      factReported: 'reported',
      factSettled: 'settled',
      gateReopened: 'reopened',
      concessionGranted: 'conceded',
      limitsPinned: 'pinnedAgain',
      notApplicableAccepted: 'notApplicable',
    };
    const name = names[event.type];
    if (name !== undefined) this.saw(name);
    if (event.type === 'gateSigned' && event.data.gate === 'release') this.saw('sealed');
  }
  private sync(tablet: Tablet): void {
    const entries = this.story.entries as readonly { entry: Envelope }[];
    tablet.heard = hear(tablet.heard, 'job:J', entries.slice(tablet.heard.seq));
    tablet.owed = stillOnTheWay(tablet.owed, tablet.heard, entries);
    // What was told of a command whose answer was lost was acknowledged that way.
    for (const { entry } of entries) {
      const told = entry as JobEntry;
      if (told.type !== 'readingTaken' || this.acknowledged.some(({ id }) => id === told.command)) continue;
      if (!told.command.startsWith('tablet-') || told.seq > tablet.heard.seq) continue;
      const { place, text, parts } = told.data;
      this.acknowledged.push({ id: told.command, place, text, by: told.by.id, parts });
    }
  }
  /** The server is killed and told again from its bytes. */
  private restart(): void {
    const entries = this.story.entries.map(({ entry }) => JSON.parse(canonical(entry)) as JobEntry);
    const told = replayJob(entries);
    if (told !== undefined) this.story.state = told;
    this.saw('restarted');
  }
  /** Limits pinned today; the same revision is not looked through twice. */
  private pin(number: number): LimitsPin {
    const kept = this.pins.get(this.revision) ?? this.story.pin(number);
    this.pins.set(this.revision, kept);
    return { ...kept, pin: number };
  }
  private documents() {
    return this.pin(1).documents.map(({ id, digest }) => ({ id, digest }));
  }
  private sign(gate: 'rings' | 'release', by: Actor): void {
    const rule = gateRule(this.state, gate);
    if (rule === undefined || this.state.seal !== undefined) return;
    this.ask({ type: 'signGate', gate, ...gateStatement(this.state, rule) }, by, this.state);
  }
  /** Somebody goes round and brings everything to an end, so that there is something to sign. */
  private finish(b: number): void {
    const state = () => this.state;
    for (const { seq } of state().reports)
      this.ask({ type: 'settleFact', report: seq, as: 'happened', reason: 'x' }, PERRIN, state());
    for (const place of sheetPlaces(state())) {
      const key = placeKey(place);
      for (const kind of ['bore', 'ring'] as const)
        if (partHere(state(), key, kind) === undefined)
          this.ask({ type: 'fitParts', slots: [slotKey(kind, place.at)], ...NEW }, IVO, state());
      const record = placeAt(state(), key);
      if (record.contested.length > 0)
        this.ask(
          { type: 'decideContest', place: key, keep: record.contested[0] ?? 0, reason: 'x' },
          inspector(b),
          state(),
        );
      const now = currentReading(placeAt(state(), key));
      if (now?.verdict.acceptable === true) continue;
      if (now !== undefined)
        this.ask(
          {
            type: 'correctReading',
            place: key,
            reading: now.seq,
            reason: 'wrongPlace',
            instead: { ...taken(key, 0) },
          },
          IVO,
          state(),
        );
      else this.ask({ type: 'takeReading', place: key, ...taken(key, 0) }, IVO, state());
    }
  }
}

/** What is decided is decided where there is something to decide, mostly. */
function whereItIsAbout(what: StepName, state: JobState, places: readonly PlaceKey[]): readonly PlaceKey[] {
  const some = places.filter((place) => {
    const record = placeAt(state, place);
    if (what === 'acceptNotApplicable') return openDeclaration(state, place) !== undefined;
    if (what === 'decideContest') return record.contested.length > 0;
    return what === 'concede' && currentReading(record)?.verdict.acceptable === false;
  });
  return some.length === 0 ? places : some;
}
const NEW = { state: 'new' as const, partNumber: null, lot: null };
const APPROVAL = { number: 'C-1', date: '2026-06-01', issuer: 'design office' };
const inspector = (b: number): Actor => INSPECTORS[b % INSPECTORS.length] ?? TEO;
function taken(place: PlaceKey, b: number) {
  const set = place.includes('groove:2') ? GOOD_OIL : place.endsWith('top') ? GOOD_TOP : GOOD;
  return {
    text: set[b % set.length] ?? '44/46',
    unit: 'thou' as const,
    instrument: 'FS-2',
    answers: [{ question: 'expanderOut', answer: 'yes' as const }],
    slip: null,
  };
}
function partHere(state: JobState, place: PlaceKey, kind: 'ring' | 'bore'): string | undefined {
  const at = parsePlaceKey(place)?.at ?? {};
  const id = state.slots.get(slotKey(kind, at));
  return id === '' ? undefined : id;
}
/** The library as it stands after so many revisions: the minimum at the top of travel moves. */
const rowsOf = (revision: number) =>
  ROWS.map((row, i) =>
    i === 1
      ? { ...row, printed: { min: printed(['0.009', '0.010', '0.0085'][revision % 3] ?? '0.009', 'in') } }
      : row,
  );

/** Whether two states say the same, whatever they share. */
function isSame(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (isMany(a) && isMany(b)) {
    const [one, other] = [[...a], [...b]];
    return one.length === other.length && one.every((each, i) => isSame(each, other[i]));
  }
  const [one, other] = [new Map(Object.entries(a)), new Map(Object.entries(b))];
  return [...new Set([...one.keys(), ...other.keys()])].every((key) => isSame(one.get(key), other.get(key)));
}
const isMany = (value: object): value is Iterable<unknown> => Symbol.iterator in value;

function hold(holds: boolean, promise: string): asserts holds {
  if (!holds) throw new Error(promise);
}
