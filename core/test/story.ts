import {
  basedOnNow,
  CHAIN_START,
  chainHash,
  cylinderContexts,
  decideJob,
  decideOpening,
  evolveJob,
  gateRule,
  partIn,
  pinContext,
  pinLimits,
  placeAt,
  RULES_VERSION,
  slotsOf,
  slotKey,
  usualPart,
  parsePlaceKey,
} from '../src/index';
import type {
  Actor,
  Characteristic,
  EngineFacts,
  EngineModel,
  Facts,
  HashedEntry,
  JobDraft,
  JobEntry,
  JobEvent,
  JobState,
  Judging,
  KeptRevision,
  LimitsPin,
  Opening,
  PlaceKey,
  Problem,
  Route,
  SecondPersonPolicy,
  Stage,
} from '../src/index';
import {
  FEELERS,
  GHISLAINE,
  IVO,
  kept,
  MODEL,
  PERRIN,
  REVISION,
  RING_GAP,
  ROUTE,
  ROWS,
  SANNA,
} from './fixtures';
import { toSign } from './to-sign';

const DUTY = 'survey';
export const ENGINE: EngineFacts = {
  id: 'E-1',
  model: 'VA-2',
  modelName: 'Veldane VA-2',
  serial: 'V-100',
  buildDate: null,
  oversize: 0 as never,
  pistonMaterial: null,
  ringPartNumber: null,
  hoursSinceNew: null,
  hoursSinceOverhaul: null,
};
/** A job told in memory, with the chain that a ledger would keep. */
export class Story {
  state: JobState | undefined;
  readonly entries: HashedEntry[] = [];
  private minute = 0;
  private given = 0;
  private last = CHAIN_START;
  instrument = FEELERS;
  revisions: readonly KeptRevision[] = [kept(REVISION, ROWS)];
  characteristics: readonly Characteristic[] = [RING_GAP];
  route: Route = ROUTE;
  /** How readings near a limit are decided. */
  judging: Judging | undefined;
  /** By which rules it goes on. */
  rules = RULES_VERSION;

  /** A one-man shop does not overhaul aircraft engines. */
  constructor(
    readonly secondPerson: SecondPersonPolicy = 'required',
    readonly model: EngineModel = secondPerson === 'required' ? MODEL : { ...MODEL, engineClass: 'tractor' },
  ) {}

  get job(): JobState {
    if (this.state === undefined) throw new Error('the job is not open');
    return this.state;
  }
  now(): string {
    return new Date(Date.UTC(2026, 5, 1, 8, this.minute++)).toISOString();
  }
  pin(number: number, engine: EngineFacts = this.state?.engine ?? ENGINE): LimitsPin {
    const { context, diameterBasis } = pinContext(this.model, engine, DUTY);
    return pinLimits({
      pin: number,
      on: '2026-06-01',
      model: this.model,
      characteristics: this.characteristics,
      revisions: this.revisions,
      policy: { order: ['mandatory', 'letter', 'manual'] },
      engine: context,
      diameterBasis,
      cylinders: cylinderContexts(this.model, engine),
      ...(this.judging === undefined ? {} : { judging: this.judging }),
    });
  }
  open(opening: Partial<Opening> = {}, by: Actor = IVO): this {
    const decided = decideOpening(
      {
        job: { number: 'J-1', duty: DUTY, reason: '', previousSeal: null, shop: 'Quay' },
        engine: ENGINE,
        route: this.route,
        secondPerson: this.secondPerson,
        zone: 'UTC',
        pin: this.pin(1, opening.engine),
        ...opening,
      },
      { by },
      this.rules,
    );
    if (!decided.ok) throw new Error(decided.problem.code);
    this.append(decided.value, by, this.now());
    return this;
  }
  /** Writes events as a ledger does, all of them from one command. */
  append(events: readonly JobEvent[], by: Actor, at: string, command = `c${++this.given}`): void {
    for (const event of events) {
      const entry = {
        chain: 'job:J',
        seq: this.entries.length + 1,
        job: 'J',
        at,
        command,
        by,
        ...event,
      } as JobEntry;
      const { hash } = chainHash({ previous: this.last, entry });
      this.entries.push({ entry, hash });
      this.last = hash;
      this.state = evolveJob(this.state, entry);
    }
  }
  /** Tries a command; what is allowed is written. */
  attempt(draft: JobDraft, by: Actor, more: Partial<Facts> = {}): Problem | undefined {
    const at = this.now();
    const seen = { dueOn: (more.instrument ?? this.instrument).dueOn };
    const command = basedOnNow(this.job, draft.type === 'takeInstrument' ? { ...seen, ...draft } : draft);
    const decided = decideJob(
      this.job,
      command,
      {
        at,
        by,
        instrument: this.instrument,
        freshPin: this.pin(this.job.pins.length + 1),
        engineOfSerial: { id: 'E-2', previousSeal: null },
        currentDocuments: this.pin(1).documents.map(({ id, digest }) => ({ id, digest })),
        ...more,
      },
      this.rules,
    );
    if (!decided.ok) return decided.problem;
    this.append(decided.value, by, at);
    return undefined;
  }
  do(command: JobDraft, by: Actor = IVO, more: Partial<Facts> = {}): this {
    const problem = this.attempt(command, by, more);
    if (problem !== undefined)
      throw new Error(`${command.type}: ${problem.code} ${JSON.stringify(problem.data)}`);
    return this;
  }
  version(place: PlaceKey): number {
    return placeAt(this.job, place).version;
  }
  reading(place: PlaceKey, text: string, basedOn = this.version(place)): JobDraft & { type: 'takeReading' } {
    return {
      type: 'takeReading',
      place,
      basedOn,
      text,
      unit: this.instrument.unit,
      instrument: this.instrument.id,
      answers: [{ question: 'expanderOut', answer: 'yes' }],
      slip: null,
    };
  }
  take(place: PlaceKey, text: string, by: Actor = IVO): this {
    return this.do(this.reading(place, text), by);
  }
  part(place: PlaceKey, kind: 'ring' | 'bore' = 'ring'): { part: string; basedOn: number } {
    const part = partIn(this.job, slotKey(usualPart(kind), parsePlaceKey(place)!.at));
    return { part: part!.id, basedOn: part!.condition };
  }
  signCommand(stage: Stage): JobDraft {
    return { type: 'signGate', gate: stage, ...toSign(this.job, gateRule(this.job, stage)!) };
  }
  sign(stage: Stage, by: Actor): this {
    return this.do(this.signCommand(stage), by);
  }
  arrive(): this {
    return this.open()
      .do({ type: 'confirmIdentity', serialSeen: 'V-100' }, SANNA)
      .do({ type: 'checkDocuments' }, PERRIN)
      .do({ type: 'takeInstrument', instrument: 'FS-2' })
      .sign('arrival', PERRIN);
  }
  /** Another story that has begun like this one and goes on by itself. */
  branch(): Story {
    const branch = Object.assign(new Story(this.secondPerson, this.model), this);
    return Object.assign(branch, { entries: [...this.entries] });
  }
  fit(): this {
    return this.do({
      type: 'fitParts',
      slots: slotsOf(MODEL.layout, 'ring').map(({ key }) => key),
      state: 'new',
      partNumber: null,
      lot: null,
    });
  }
  measureAll(): this {
    for (const [key, text] of Object.entries(GOOD)) this.take(key, text);
    return this;
  }
  finish(): this {
    return this.arrive().fit().measureAll().sign('rings', PERRIN).sign('release', GHISLAINE);
  }
  seal(signature = { alg: 'Ed25519' as const, keyId: 'k', value: 'v' }): this {
    const last = this.entries.at(-1)?.entry as JobEntry;
    const data = { length: this.entries.length, hash: this.last, signature };
    this.append([{ type: 'recordSealed', v: 1, data }], last.by, last.at, last.command);
    return this;
  }
  /** What a ledger writes behind a supplement, with everything before it closed. */
  closeSupplement(signature = { alg: 'Ed25519' as const, keyId: 'k', value: 'v' }): this {
    const last = this.entries.at(-1)?.entry as JobEntry;
    const data = { length: this.entries.length, hash: this.last, signature };
    this.append([{ type: 'supplementSealed', v: 1, data }], last.by, last.at, last.command);
    return this;
  }
}

export const at = (cylinder: number, groove: number, station: string): PlaceKey =>
  `ringGap@cylinder:${cylinder}/groove:${groove}/member:ring/station:${station}`;
export const GOOD: Readonly<Record<PlaceKey, string>> = {
  [at(1, 1, 'skirt')]: '44/46',
  [at(1, 1, 'top')]: '11/12',
  [at(1, 2, 'skirt')]: '18/20',
  [at(2, 1, 'skirt')]: '44/46',
  [at(2, 1, 'top')]: '12/13',
  [at(2, 2, 'skirt')]: '18/20',
};
