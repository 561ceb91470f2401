import { computed, inject, Injectable, signal, untracked } from '@angular/core';
import { takenInWords, unitWord, wordsOf } from '@oak-gate/contract';
import {
  bladeSizes,
  CORRECTION_REASONS,
  decimalLength,
  decisionRule,
  currentPin,
  currentReading,
  depthAsked,
  evidenceOf,
  inputPlaces,
  memberAt,
  LIFE_UNIT_OF,
  nextBlade,
  placeAt,
  placeKey,
  placeStatus,
  quantityOf,
  questionsFor,
  showExact,
  parsePlaceKey,
  unitOfSheet,
} from '@oak-gate/core';
import type {
  LengthUnit,
  Answer,
  EvidenceKind,
  JobDraft,
  JobState,
  PlaceKey,
  PlaceStateWord,
  Problem,
  SlipChoice,
  TakenText,
  TypedAlike,
} from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { jobFeature, JobActions } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { benchUnit } from '../ui/bench-unit';
import { sessionFeature } from '../state/session.feature';
import { AskedAlike, askedBefore } from './asked-before';
import type { Asking } from './asked-before';
import { BenchPlace } from './bench-place';
import { remembering } from './bench-memory';
import { lastToolOn } from './last-tool';
import { entryOf, triesSoFar, typedTries } from './blade-tries';
import type { Tries } from './blade-tries';
import { changedUnder, Drafts } from './drafts';
import { isUnsaid } from './said-how';
import type { SaidHow } from './said-how';
import type { Move } from './grid-moves';
import { say } from './next-step';
import { nextStep } from './next-words';
import { understand } from './understanding';
import type { Understanding } from './understanding';

/** What was recorded, as it is said until the next key. */
export interface Said {
  readonly place: PlaceKey;
  readonly text: string;
  readonly verdict: PlaceStateWord | undefined;
  readonly words: string;
}
const NOTHING_SAID: SaidHow = { conditions: [] };
/** What is said of a place while its limits are hidden: nothing that would tell where they lie. */
const BRACKET_IT = say('Measure it: with blades, which one goes and which one stops.');

/** What is left when the hand has gone past the last place. */
export interface BenchEnd {
  readonly open: number;
  /** Typed and not recorded. */
  readonly typed: number;
  readonly first: PlaceKey | undefined;
}

/** The hand on the bench: which place it is at, what is typed, what was answered. One for each open bench. */
@Injectable()
export class BenchHand {
  private readonly store = inject(Store);
  private readonly desk = inject(JobDesk);
  readonly at = inject(BenchPlace);
  readonly pending = this.store.selectSignal(jobFeature.selectPendingPlaces);
  readonly refusal = this.store.selectSignal(jobFeature.selectRefusal);
  private readonly person = this.store.selectSignal(sessionFeature.selectPerson);
  private readonly drafts = new Drafts();
  private readonly whose = computed(() => ({
    person: this.person()?.id ?? '',
    instrument: this.instrument()?.id ?? '',
  }));
  private readonly draft = computed(() => this.drafts.at(this.whose(), this.at.key()));
  readonly text = computed(() => this.draft()?.text ?? '');
  private readonly slip = computed(() => this.draft()?.slip ?? null);
  readonly asking = signal<Asking | undefined>(undefined);
  readonly problem = signal<Problem | undefined>(undefined);
  /** The gauge that was taken in hand, for each sheet; and the one that was taken last, for sheets that nobody measured. */
  private readonly takenFor = signal<Readonly<Record<string, string>>>({});
  private readonly lastInHand = signal<string | undefined>(undefined);
  /** Answers hold for a ring: its expander is out for all of its stations. */
  private readonly answers = signal<Readonly<Record<string, readonly Answer[]>>>({});
  private readonly lastTaken = signal<PlaceKey | undefined>(undefined);
  /** What was recorded last and how it is judged: it stands until the next key. */
  readonly said = signal<Said | undefined>(undefined);
  /** The hand went past the last place. */
  private readonly ended = signal(false);

  readonly instruments = computed(() => Object.values(this.at.job()?.instruments ?? {}));
  /** The gauges of the job that measure what this place asks for. */
  readonly fitting = computed(() => {
    const tools = this.at.characteristic()?.tools;
    return this.instruments().filter(({ kind }) => tools === undefined || tools.includes(kind));
  });
  /** The one in hand. */
  readonly instrument = computed(() => {
    const fitting = this.fitting();
    const sheet = this.at.characteristic()?.id ?? '';
    for (const wanted of [this.takenFor()[sheet], this.usualOn(sheet)]) {
      const found = fitting.find(({ id }) => id === wanted);
      if (found !== undefined) return found;
    }
    return fitting[0];
  });
  /**
   * What a sheet was measured with when the hand first came to it, or else the gauge that was in hand then: nothing that is
   * recorded later, and no gauge that is taken for another sheet, changes what is in hand here.
   */
  private usualOn(sheet: string): string | undefined {
    const job = untracked(this.at.job);
    if (job === undefined || sheet === '') return undefined;
    const key = `${job.id} ${sheet}`;
    if (!this.usual.has(key)) this.usual.set(key, lastToolOn(job, sheet) ?? untracked(this.lastInHand));
    return this.usual.get(key);
  }
  private readonly usual = new Map<string, string | undefined>();
  /** What is learned here: a size, or an answer. */
  readonly kind = computed((): EvidenceKind => {
    const characteristic = this.at.characteristic();
    return (characteristic === undefined ? undefined : evidenceOf(characteristic)) ?? 'size';
  });
  /** Nothing can be measured here before a gauge is in the hand. */
  readonly needsGauge = computed(
    () => (this.at.characteristic()?.tools.length ?? 1) > 0 && this.instrument() === undefined,
  );
  /** Of what is worked out: where it is measured, the first open place of each; undefined where this is measured itself. */
  readonly inputs = computed(() => {
    const job = this.at.job();
    const place = this.at.place();
    const characteristic = this.at.characteristic();
    const pin = job === undefined ? undefined : currentPin(job);
    if (job === undefined || pin === undefined || place === undefined || characteristic?.from === undefined)
      return undefined;
    return inputPlaces(pin, characteristic, place).flatMap((all) => {
      const open = all.find((each) => !placeStatus(job, each).accepted) ?? all[0];
      const name = pin.characteristics.find(({ id }) => id === open?.characteristic)?.name;
      return open === undefined || name === undefined ? [] : [{ key: placeKey(open), words: name }];
    });
  });
  /** How a sheet is measured, as it was said here; each characteristic by itself. */
  private readonly how = signal<Readonly<Record<string, SaidHow>>>({});
  readonly saidHow = computed((): SaidHow => {
    const sheet = this.at.characteristic()?.id ?? '';
    const { setting: _, ...said } = this.how()[sheet] ?? NOTHING_SAID;
    // A setting is of the gauge that was set: another one in hand has none until it is said.
    const { setting } = this.how()[`${sheet} ${this.instrument()?.id ?? ''}`] ?? NOTHING_SAID;
    return { ...said, ...(setting === undefined ? {} : { setting }) };
  });
  readonly asksHow = computed(() => {
    const { conditions = [], setting, from, temperatures } = this.at.characteristic() ?? {};
    return (
      from === undefined &&
      (conditions.length > 0 ||
        setting !== undefined ||
        temperatures !== undefined ||
        this.station() !== undefined)
    );
  });
  /** Something that must be said of this sheet first. */
  readonly unsaidHow = computed(() => {
    const [job, place, characteristic] = [this.at.job(), this.at.place(), this.at.characteristic()];
    const layout = job === undefined ? undefined : currentPin(job)?.model.layout;
    return (
      this.asksHow() &&
      place !== undefined &&
      characteristic !== undefined &&
      isUnsaid(layout, characteristic, place, this.saidHow())
    );
  });
  /** Enter asks for it before it records anything: what can be measured here, and must be said first. */
  readonly asksHowFirst = computed(
    () => this.unsaidHow() && this.at.lacks() === undefined && !this.needsGauge(),
  );
  /** The station whose depth is said with a reading here. */
  private readonly station = computed(() => {
    const [job, place, characteristic] = [this.at.job(), this.at.place(), this.at.characteristic()];
    const layout = job === undefined ? undefined : currentPin(job)?.model.layout;
    return layout === undefined || place === undefined || characteristic === undefined
      ? undefined
      : depthAsked(layout, characteristic, place);
  });
  /** How a reading here will be taken, in short; empty where nothing of it is asked, or said. */
  readonly howWords = computed(() => {
    const [job, place] = [this.at.job(), this.at.place()];
    const pin = job === undefined ? undefined : currentPin(job);
    if (pin === undefined || place === undefined || !this.asksHow() || this.unsaidHow()) return '';
    const { conditions } = this.saidHow();
    const depth = this.depthHere();
    const size = depth === undefined ? undefined : decimalLength(depth.text.replace(',', '.'), depth.unit);
    return takenInWords(pin, place, {
      conditions,
      ...(depth === undefined || size === undefined
        ? {}
        : { depth: { datum: depth.datum, size: { text: depth.text, unit: depth.unit, nm: size } } }),
    }).join(', ');
  });
  /** It is taken elsewhere than at its station: it will be kept, and not count. */
  readonly isElsewhere = computed(() => {
    const [station, depth] = [this.station(), this.depthHere()];
    return (
      station !== undefined &&
      depth !== undefined &&
      (depth.datum !== station.datum ||
        decimalLength(depth.text.replace(',', '.'), depth.unit) !== station.distance.nm)
    );
  });
  private depthHere() {
    const station = this.station();
    return station === undefined ? undefined : this.saidHow().depths?.[station.id];
  }
  /** The unit in which figures are typed and shown: that of the gauge in hand, before there is one that of the engine. */
  readonly unit = computed((): LengthUnit => {
    const job = this.at.job();
    const characteristic = this.at.characteristic();
    const tool = this.instrument()?.unit;
    if (tool !== undefined) return tool;
    if (job === undefined) return 'mm';
    return characteristic === undefined ? benchUnit(job) : unitOfSheet(job, characteristic);
  });
  /** What the gauge was set to, where that was said and is a size; blades are set to nothing. */
  readonly setTo = computed(() => {
    const { setting } = this.saidHow();
    const tool = this.instrument();
    return setting === undefined || tool === undefined || bladeSizes(tool) !== undefined
      ? undefined
      : decimalLength(setting.text.trim().replace(',', '.'), setting.unit);
  });
  /** What a figure in the field counts: a unit, or the graduations of a gauge that is set to a size. */
  readonly counts = computed(() => {
    const characteristic = this.at.characteristic();
    const life = characteristic === undefined ? undefined : LIFE_UNIT_OF[quantityOf(characteristic)];
    if (life !== undefined) return life;
    const tool = this.instrument();
    return this.setTo() === undefined || tool === undefined
      ? unitWord(this.unit())
      : `${showExact(tool.resolution, tool.unit)} ${unitWord(tool.unit)}`;
  });
  readonly understood = computed(() => {
    const job = this.at.job();
    const place = this.at.place();
    const characteristic = this.at.characteristic();
    if (job === undefined || place === undefined || characteristic === undefined || this.needsGauge())
      return undefined;
    const setTo = this.setTo();
    // It is judged by the limits, also where they are shown only afterwards.
    return understand(
      this.at.judging() ?? job,
      place,
      characteristic,
      this.instrument(),
      this.at.part(),
      this.text(),
      setTo,
    );
  });
  readonly next = computed(() => {
    const job = this.at.shown();
    const status = this.at.status();
    if (this.at.hidesLimit() && this.kind() === 'size' && this.at.lacks() === undefined) return BRACKET_IT;
    return job === undefined || status === undefined
      ? undefined
      : nextStep(job, status, this.instrument(), this.at.part());
  });
  readonly questions = computed(() => {
    const job = this.at.job();
    const place = this.at.place();
    const characteristic = this.at.characteristic();
    const layout = job === undefined ? undefined : currentPin(job)?.model.layout;
    if (layout === undefined || place === undefined || characteristic === undefined) return [];
    const said = this.answers()[this.at.slot()] ?? [];
    return questionsFor(characteristic, memberAt(layout, place.at.groove, place.at.member), place.at).map(
      (question) => ({
        ...question,
        answer: said.find((each) => each.question === question.id)?.answer,
      }),
    );
  });
  /** The question whose answer keeps a reading from counting. */
  readonly saidNo = computed(() => this.questions().find(({ answer }) => answer === 'no')?.text);
  /** Why what is handed in now is kept and counts for nothing; undefined where it counts. */
  private keepsVoid(): string | undefined {
    return this.saidNo() ?? (this.isElsewhere() ? this.howWords() : undefined);
  }
  /** The tries so far at this place, from what is typed or from the reading that is not proven. */
  readonly tries = computed((): Tries => {
    const typed = this.understood();
    const unit = this.unit();
    if (this.kind() !== 'size') return {};
    const entry = typed?.kind === 'read' ? typedTries(this.text(), unit) : undefined;
    if (entry !== undefined) return entry;
    const job = this.at.job();
    const key = this.at.key();
    return job === undefined || key === undefined ? {} : triesSoFar(currentReading(placeAt(job, key)));
  });
  readonly marked = computed(() => {
    const instrument = this.instrument();
    const blades = instrument === undefined ? undefined : bladeSizes(instrument);
    const limit = this.at.limit();
    if (this.kind() !== 'size' || blades === undefined) return undefined;
    if (this.at.hidesLimit()) {
      // The blade to try is found by halving: one that settles the verdict would tell where the limit lies.
      const blind = nextBlade({ blades, limit: {}, aim: 'size', ...this.tries() });
      return 'try' in blind ? blind.try : undefined;
    }
    if (limit?.state !== 'inForce') return undefined;
    const [job, instrumentInHand] = [this.at.shown(), this.instrument()];
    const question = {
      ...{ blades, limit: limit.limit, partState: this.at.partState() },
      rule: job === undefined ? ('simple' as const) : decisionRule(job, limit.sources),
      ...(instrumentInHand === undefined ? {} : { uncertainty: instrumentInHand.uncertainty }),
      ...this.tries(),
    };
    const advice = nextBlade({ ...question, aim: 'verdict' });
    if ('try' in advice) return advice.try;
    // Too small for sure: what is missing is known only when a blade goes.
    const needsSize = question.stops !== undefined && question.goes === undefined;
    const size = needsSize ? nextBlade({ ...question, aim: 'size' }) : advice;
    return 'try' in size ? size.try : undefined;
  });

  /** What happened here while this was typed. */
  readonly changed = computed(() => {
    const [draft, job, place] = [this.draft(), this.at.job(), this.at.place()];
    return draft === undefined || job === undefined || place === undefined
      ? undefined
      : changedUnder(draft, job, place, this.whose().person);
  });
  /** Behind the last place: what is still open, and where Enter leads. */
  readonly end = computed((): BenchEnd | undefined => {
    const job = this.at.job();
    if (!this.ended() || job === undefined) return undefined;
    const open = this.at.matters()?.open.map(({ key }) => key) ?? [];
    // What was begun on another stage's sheets waits there.
    const sheets = this.at.gate()?.sheets ?? [];
    const typed = this.drafts
      .of(this.whose())
      .filter((place) => sheets.includes(parsePlaceKey(place)?.characteristic ?? ''));
    return { open: open.length, typed: typed.length, first: typed[0] ?? open[0] };
  });

  constructor() {
    remembering({
      job: this.at.job,
      person: () => this.person()?.id,
      isReady: () => this.at.gate() !== undefined,
      inHand: (person) => ({
        drafts: this.drafts.keptOf(person),
        how: this.how(),
        tools: this.takenFor(),
        place: this.at.key(),
      }),
      bringBack: ({ drafts, how, tools, place }, job, person) => {
        this.drafts.bringBack(person, drafts, job);
        // What somebody else said of a gauge here before this person came is newer.
        this.how.update((now) => ({ ...how, ...now }));
        this.takenFor.update((now) => ({ ...tools, ...now }));
        if (place !== undefined) this.at.comeBack(place);
      },
    });
  }

  /** The person's own step to a place. What is typed stays where it was typed. */
  select(key: PlaceKey): void {
    this.at.choose(key);
    this.dismiss();
  }
  move(move: Move): void {
    const from = this.at.key();
    const key = this.at.stepped(move);
    if (key === undefined) return;
    this.select(key);
    this.ended.set(move === 'next' && key === from);
  }
  /** Takes another clipboard in hand. What is typed stays where it was typed. */
  toSheet(to: string | 1 | -1): void {
    const key = typeof to === 'string' ? this.at.onSheet(to) : this.at.sheetBeside(to);
    if (key !== undefined) this.select(key);
  }
  /** To the next place that is not taken, or to the next one at which something is wrong; it stays where there is none. */
  toNext(what: 'notTaken' | 'wrong'): void {
    const key = this.at.nextOpen(what);
    if (key !== undefined) this.select(key);
  }
  useInstrument(id: string): void {
    const sheet = this.at.characteristic()?.id ?? '';
    this.takenFor.update((all) => ({ ...all, [sheet]: id }));
    this.lastInHand.set(id);
    this.dismiss();
  }
  type(text: string): void {
    const [key, job] = [this.at.key(), this.at.job()];
    this.touch();
    if (key !== undefined && job !== undefined) this.drafts.type(this.whose(), key, text, job);
  }
  /** Drops what is typed here. */
  clear(): void {
    const key = this.at.key();
    if (key !== undefined) this.drafts.drop(this.whose(), key);
    this.dismiss();
  }
  /** Takes notices away, and nothing that was typed. */
  dismiss(): void {
    this.touch();
    if (this.refusal() !== undefined) this.store.dispatch(JobActions.noticeRead());
  }
  /** The next key came: what was asked and said before it is over. */
  private touch(): void {
    this.asking.set(undefined);
    this.problem.set(undefined);
    this.said.set(undefined);
    this.ended.set(false);
  }

  /** Goes or stops, said of the marked blade: the entry is put together from the tries. */
  answerBlade(goes: boolean, blade = this.marked()): void {
    const unit = this.instrument()?.unit;
    if (blade === undefined || unit === undefined) return;
    const tries = { ...this.tries(), ...(goes ? { goes: blade } : { stops: blade }) };
    this.type(entryOf(tries, unit));
  }

  answerQuestion(question: string, answer: 'yes' | 'no'): void {
    const slot = this.at.slot();
    this.answers.update((answers) => ({
      ...answers,
      [slot]: [...(answers[slot] ?? []).filter((each) => each.question !== question), { question, answer }],
    }));
    const asked = this.asking()?.kind;
    if (asked === 'question' || asked === 'void') this.asking.set(undefined);
  }

  /** Takes the offered re-reading, or stays with what was typed; either is recorded. */
  settleSlip(choice: SlipChoice, which = 0): void {
    const suspect = this.understood()?.suspects[which];
    if (suspect === undefined) return;
    this.asking.set(undefined);
    this.settle({
      slip: choice,
      ...(choice === 'reread' ? { text: suspect.text, typedFirst: this.text() } : {}),
    });
  }

  /** What was chosen where a slip was suspected, with what was typed first. */
  private slipTaken() {
    const { slip = null, typedFirst } = this.draft() ?? {};
    return { slip, ...(typedFirst === undefined ? {} : { typedFirst }) };
  }
  /** What is handed in: what is typed, with everything that was said of how it is measured. */
  private taken(): TakenText {
    const instrument = this.instrument();
    const { conditions, setting, temperatures } = this.saidHow();
    const depth = this.depthHere();
    const isFirst = this.at.hidesLimit();
    return {
      ...(this.at.isHidden() ? { blind: true } : {}),
      ...(isFirst ? { limitsHidden: true } : {}),
      text: this.text(),
      unit: instrument?.unit ?? null,
      instrument: instrument?.id ?? null,
      answers: this.answers()[this.at.slot()] ?? [],
      ...(conditions.length === 0 ? {} : { conditions }),
      ...(setting === undefined ? {} : { setting }),
      ...(depth === undefined ? {} : { depth }),
      ...(temperatures === undefined ? {} : { temperatures }),
      ...this.slipTaken(),
    };
  }
  sayHow(characteristic: string, said: SaidHow): void {
    const ofGauge = `${characteristic} ${this.instrument()?.id ?? ''}`;
    this.how.update((all) => ({ ...all, [characteristic]: said, [ofGauge]: said }));
    this.dismiss();
  }
  private settle(change: Parameters<Drafts['settle']>[2]): void {
    const key = this.at.key();
    if (key !== undefined) this.drafts.settle(this.whose(), key, change);
  }

  /** Records what is typed. What is unclear asks for one more key and is not written before it. */
  record(): void {
    const key = this.at.key();
    const job = this.at.job();
    const understood = this.understood();
    if (key === undefined || job === undefined || understood === undefined) return;
    const asked = this.asking();
    // It is of something that lies there no more: it has to be typed again.
    if (this.draft()?.isStale === true) return;
    if (understood.kind === 'empty') {
      const first = this.end()?.first;
      if (first === undefined) this.move('next');
      else this.select(first);
      return;
    }
    if (understood.suspects.length > 0 && this.slip() === null) {
      if (asked?.kind !== 'slip') {
        this.asking.set({ kind: 'slip' });
        return;
      }
      this.settle({ slip: 'asTyped' });
    }
    const no = this.keepsVoid();
    const first = askedBefore({
      understood,
      asked: asked?.kind,
      open: this.questions().find(({ answer }) => answer === undefined)?.text,
      no,
      alike: () => this.alikeHere(job),
    });
    if (first !== undefined) {
      this.asking.set(first);
      return;
    }
    const taken = this.taken();
    const refused = this.desk.handIn(
      { type: 'takeReading', place: key, ...taken },
      this.draft()?.seen ?? job,
    );
    if (refused?.code === 'PLACE_HAS_READING') {
      const reading = currentReading(placeAt(job, key));
      if (reading !== undefined)
        this.asking.set({
          kind: 'correct',
          place: key,
          reading: reading.seq,
          text: reading.text,
          instead: true,
        });
      return;
    }
    this.problem.set(refused);
    if (refused !== undefined) return;
    this.isRecorded(key, taken.text, understood, no !== undefined);
  }
  /** What was handed in is here: the hand goes on, and says how it is judged. */
  private isRecorded(key: PlaceKey, text: string, understood: Understanding, isVoid: boolean): void {
    this.lastTaken.set(key);
    this.clear();
    // The place is still to be measured: the hand stays there.
    if (!isVoid) this.move('next');
    const job = this.at.judging();
    const isContested = job !== undefined && placeAt(job, key).contested.length > 0;
    this.said.set({
      place: key,
      text,
      ...(isVoid
        ? { verdict: 'void', words: 'kept as void' }
        : isContested
          ? { verdict: 'contested', words: 'not alike: an inspector decides' }
          : { verdict: understood.verdict, words: understood.verdictWords }),
    });
  }
  /** What is typed looks like the readings before it: said once for a sheet and a person. */
  private alikeHere(job: JobState): TypedAlike | undefined {
    const [place, person, typed] = [this.at.place(), this.person(), this.understood()?.typed];
    return place === undefined || person === undefined || typed === undefined
      ? undefined
      : this.alike.once(this.at.judging() ?? job, place, person, typed);
  }
  private readonly alike = new AskedAlike();
  /** Nobody here can say which is wrong: both stand, and an inspector decides. */
  keepBoth(): void {
    const [key, job, understood, asking] = [this.at.key(), this.at.job(), this.understood(), this.asking()];
    if (key === undefined || job === undefined || understood?.kind !== 'read') return;
    if (asking?.kind !== 'correct' || !asking.instead) return;
    const taken = this.taken();
    const problem = this.desk.handIn(
      { type: 'takeReading', place: key, keepBoth: true, ...taken },
      this.draft()?.seen ?? job,
    );
    this.problem.set(problem);
    if (problem === undefined) this.isRecorded(key, taken.text, understood, false);
  }

  /** Takes the last reading back: the last one of this hand, or the one at this place. */
  takeBack(): void {
    const job = this.at.job();
    const key = this.lastTaken() ?? this.at.key();
    if (job === undefined || key === undefined) return;
    const reading = currentReading(placeAt(job, key));
    if (reading === undefined) return;
    this.select(key);
    this.asking.set({
      kind: 'correct',
      place: key,
      reading: reading.seq,
      text: reading.text,
      instead: false,
    });
  }

  /** One of the four reasons, on one key. */
  correct(number: number): void {
    const asking = this.asking();
    const understood = this.understood();
    const reason = CORRECTION_REASONS[number - 1];
    const job = this.at.job();
    if (asking?.kind !== 'correct' || reason === undefined || job === undefined || this.needsGauge()) return;
    const instead = asking.instead ? this.taken() : null;
    const isVoid = this.keepsVoid() !== undefined;
    const basedOn = placeAt(job, asking.place).version;
    this.problem.set(
      this.desk.handIn({
        type: 'correctReading',
        place: asking.place,
        basedOn,
        reading: asking.reading,
        reason,
        instead,
      }),
    );
    this.lastTaken.set(undefined);
    if (this.problem() !== undefined) return;
    this.clear();
    if (instead !== null && understood?.kind === 'read')
      this.said.set({
        place: asking.place,
        text: instead.text,
        ...(isVoid
          ? { verdict: 'void', words: 'kept as void' }
          : { verdict: understood.verdict, words: understood.verdictWords }),
      });
  }

  /** Hands in any other act at once, and shows its refusal beside the bar. */
  handIn(draft: JobDraft): void {
    this.problem.set(this.desk.handIn(draft));
  }
  readonly problemWords = computed(() => {
    const found = this.problem();
    if (found !== undefined) {
      const { what, where, next } = wordsOf(found);
      return { title: what, where, next };
    }
    return this.refusal()?.problem;
  });

  /** What was typed and refused is put back, so that nothing has to be typed again. */
  restore(): void {
    const refused = this.refusal();
    if (refused?.command.type !== 'takeReading') return;
    const { place, text } = refused.command;
    const job = this.at.job();
    // At its place, where the person finds it: the hand stays where it is. What is typed there meanwhile is newer.
    if (job !== undefined && this.drafts.at(this.whose(), place) === undefined)
      this.drafts.type(this.whose(), place, text, job);
  }
  /** The place of what was refused, where the hand is at another one. */
  readonly refusedAt = computed(() => {
    const command = this.refusal()?.command;
    return command?.type === 'takeReading' && command.place !== this.at.key() ? command.place : undefined;
  });
}
