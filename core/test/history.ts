import {
  basedOnNow,
  canonical,
  chainHash,
  CHAIN_START,
  decideJob,
  foresee,
  gateRule,
  hear,
  nothingHeard,
  recordTitle,
  RECORD_FORMAT,
  RECORD_VERSION,
  replayJob,
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
} from '../src/index';
import { GHISLAINE, IVO, kept, PERRIN, printed, REVISION, ROWS, SANNA, TEO } from './fixtures';
import { checkPromises, hold } from './history-promises';
import type { Acknowledged } from './history-promises';
import { bringingToAnEnd, saidIn } from './history-steps';
import type { Step, Typed } from './history-steps';
import { Story } from './story';
import { toSign } from './to-sign';

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

  take(step: Step): void {
    const tablet = this.tablets[step.tablet] ?? this.tablets[0];
    const seen = this.shown(tablet);
    const said = saidIn(step, seen, typed);
    if (said === undefined) this.happen(step, tablet, seen);
    else if (said.inspector === undefined) this.give(tablet, said.draft);
    else this.ask(said.draft, inspector(said.inspector), seen);
  }
  /** What nobody says: it comes to the tablets, to the server, or to the library. */
  private happen({ what, b }: Step, tablet: Tablet, seen: JobState): void {
    switch (what) {
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
      case 'release':
        this.sign('release', GHISLAINE);
        return;
      default:
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
    const heard = this.tablets.map((tablet) => tablet.heard.state);
    checkPromises(entries, this.acknowledged, state, heard);
    // The verifier finds nothing in what was written by the rules.
    const report = this.verified(state);
    hold(report.remarks.length === 0, `the verifier says ${JSON.stringify(report.remarks.slice(0, 3))}`);
    const { faults } = report;
    hold(faults.length === 0, `the verifier finds ${JSON.stringify(faults.slice(0, 3))}`);
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
    this.ask({ type: 'signGate', gate, ...toSign(this.state, rule) }, by, this.state);
  }
  private finish(b: number): void {
    for (const { draft, inspector: pick } of bringingToAnEnd(() => this.state, b, typed))
      this.ask(draft, pick === undefined ? IVO : inspector(pick), this.state);
  }
}

const inspector = (pick: number): Actor => INSPECTORS[pick % INSPECTORS.length] ?? TEO;
/** What comes out at a place, by a number: mostly within limits. */
const typed: Typed = (place, pick) => {
  const set = place.includes('groove:2') ? GOOD_OIL : place.endsWith('top') ? GOOD_TOP : GOOD;
  return {
    text: set[pick % set.length] ?? '44/46',
    unit: 'thou',
    instrument: 'FS-2',
    answers: [{ question: 'expanderOut', answer: 'yes' }],
    slip: null,
  };
};
/** The library as it stands after so many revisions: the minimum at the top of travel moves. */
const rowsOf = (revision: number) =>
  ROWS.map((row, i) =>
    i === 1
      ? { ...row, printed: { min: printed(['0.009', '0.010', '0.0085'][revision % 3] ?? '0.009', 'in') } }
      : row,
  );
