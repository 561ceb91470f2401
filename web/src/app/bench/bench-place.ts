import { computed, inject, Injectable, linkedSignal, signal, untracked } from '@angular/core';
import { partWords } from '@oak-gate/contract';
import {
  currentPin,
  currentReading,
  gateRule,
  isBelow,
  isTaken,
  isWrong,
  judgedAt,
  NO_PART,
  limitInForce,
  openMatters,
  parsePlaceKey,
  partIn,
  partKindRule,
  placeAt,
  placeKey,
  placeStatus,
  sheetStands,
  slotsBehind,
  unaskedReason,
  withoutLimits,
  worstOf,
} from '@oak-gate/core';
import type { JudgedPart, Part, PlaceKey, PlaceStatus, Stage } from '@oak-gate/core';
import { BlindLooks } from '../state/blind-looks';
import { moved } from './grid-moves';
import type { Move } from './grid-moves';
import { RouteChoice, routeOver, routeWords } from './route-choice';
import type { SheetClip } from './sheet-clips';

/** A part that lies behind the place in hand. */
export interface BenchPart {
  readonly part: Part;
  readonly reworks: readonly string[];
  readonly words: readonly [one: string, many: string];
}

/** The place that the hand is at, and what the job knows of it. One for each open bench. */
@Injectable()
export class BenchPlace {
  private readonly blind = inject(BlindLooks);
  /** The job as the person sees it: what somebody else found may be hidden until a second look is taken, and so may the limits. */
  readonly job = computed(() => {
    const job = this.blind.job();
    return job === undefined || !this.blind.limitsHidden() ? job : withoutLimits(job);
  });
  /** The same with the limits: what is recorded is judged by them. */
  readonly judging = this.blind.job;
  /** Something was found here, and this person measures without seeing it. */
  readonly isHidden = computed(() => this.blind.isHidden(this.key()));
  /** Nothing here is known yet to whoever wants to see the limit only then. */
  readonly hidesLimit = computed(() => {
    const [job, key] = [this.judging(), this.key()];
    return (
      this.blind.limitsHidden() &&
      job !== undefined &&
      key !== undefined &&
      currentReading(placeAt(job, key)) === undefined
    );
  });
  /** What the card of the place in hand is drawn from. */
  readonly shown = computed(() => (this.hidesLimit() ? this.job() : this.judging()));
  private readonly chosen = signal<PlaceKey | undefined>(undefined);

  /** The stage whose sheets lie on the bench; the page says it, from its address. */
  readonly stage = signal<Stage | undefined>(undefined);
  readonly gate = computed(() => {
    const job = this.job();
    const stage = this.stage();
    return job === undefined || stage === undefined ? undefined : gateRule(job, stage);
  });
  /** What is open on these sheets. */
  readonly matters = computed(() => {
    const job = this.job();
    const gate = this.gate();
    return job === undefined || gate === undefined ? undefined : openMatters(job, gate.sheets);
  });
  private readonly route = inject(RouteChoice);
  /** What is measured in this stage, in the order in which the hand goes. */
  private readonly places = computed(() => {
    const job = this.job();
    const pin = job === undefined ? undefined : currentPin(job);
    if (job === undefined || pin === undefined) return [];
    const byLine = this.route.byLine();
    return (this.gate()?.sheets ?? []).flatMap((sheet) => {
      const characteristic = pin.characteristics.find(({ id }) => id === sheet);
      return characteristic === undefined ? [] : routeOver(job, pin.model.layout, characteristic, byLine);
    });
  });
  /** How the hand goes over the sheet that it is on; undefined where there is one way only. */
  readonly routeWords = computed(() => {
    const job = this.job();
    const layout = job === undefined ? undefined : currentPin(job)?.model.layout;
    const characteristic = this.characteristic();
    return layout === undefined || characteristic === undefined
      ? undefined
      : routeWords(layout, characteristic, this.route.byLine());
  });
  /** Where the bench opened: found once for each job, so that nothing that is recorded anywhere moves the hand. */
  private readonly opening = linkedSignal<string | undefined, PlaceKey | undefined>({
    source: () => (this.places().length === 0 ? undefined : this.job()?.id),
    computation: (job, before) =>
      before !== undefined && before.source === job ? before.value : untracked(() => this.firstOpen()),
  });
  readonly key = computed(() => this.chosen() ?? this.opening());
  readonly place = computed(() => parsePlaceKey(this.key() ?? ''));
  readonly characteristic = computed(() => {
    const job = this.job();
    return job === undefined
      ? undefined
      : currentPin(job)?.characteristics.find(({ id }) => id === this.place()?.characteristic);
  });
  readonly status = computed(() => {
    const job = this.shown();
    const place = this.place();
    return job === undefined || place === undefined ? undefined : placeStatus(job, place);
  });
  /** Why nothing is measured here; undefined where something is. */
  readonly notMeasured = computed(() => {
    const status = this.status();
    return status?.state === 'notApplicable' ? (status.reason ?? '') : undefined;
  });
  /** What of the part that lies here selects the limit. */
  readonly part = computed((): JudgedPart => {
    const job = this.judging();
    const place = this.place();
    return job === undefined || place === undefined ? NO_PART : judgedAt(job, place);
  });
  readonly partState = computed(() => this.part().state);
  /** The slots whose parts a reading here depends on. */
  private readonly behind = computed(() => {
    const job = this.job();
    const place = this.place();
    const characteristic = this.characteristic();
    return job === undefined || place === undefined || characteristic === undefined
      ? []
      : slotsBehind(job, characteristic, place);
  });
  /** What must be fitted before anything is measured here; nothing where all of it lies there. */
  readonly lacks = computed(() => {
    const job = this.job();
    return job === undefined ? undefined : this.behind().find(({ slot }) => partIn(job, slot) === undefined);
  });
  /** The parts that a reading here depends on, each with what is done to such parts. */
  readonly parts = computed((): readonly BenchPart[] => {
    const job = this.job();
    const layout = job === undefined ? undefined : currentPin(job)?.model.layout;
    if (job === undefined || layout === undefined) return [];
    return this.behind().flatMap(({ kind, slot }) => {
      const part = partIn(job, slot);
      const reworks = partKindRule(layout, kind)?.reworks ?? [];
      return part === undefined ? [] : [{ part, reworks, words: partWords(layout, kind) }];
    });
  });
  /** What the parts are called that must be fitted first. */
  readonly lacksWords = computed(() => {
    const job = this.job();
    const lacking = this.lacks();
    return job === undefined || lacking === undefined
      ? undefined
      : partWords(currentPin(job)?.model.layout, lacking.kind);
  });
  readonly limit = computed(() => {
    const job = this.shown();
    const place = this.place();
    return job === undefined || place === undefined ? undefined : limitInForce(job, place, this.part());
  });
  readonly position = computed(() => ({
    at: this.places().findIndex((place) => placeKey(place) === this.key()) + 1,
    of: this.places().length,
  }));
  /** The part that is measured here: what is answered about it holds for all of its places. */
  readonly slot = computed(() => {
    const kind = this.characteristic()?.stateOf;
    return this.behind().find((each) => each.kind === kind)?.slot ?? this.key() ?? '';
  });

  choose(key: PlaceKey): void {
    const sheet = parsePlaceKey(key)?.characteristic;
    if (sheet !== undefined) this.left.set(sheet, key);
    this.chosen.set(key);
  }
  /** To where the hand was before the page was left; a place that a link leads to, or that was chosen since, is stronger. */
  comeBack(key: PlaceKey): void {
    const sheet = parsePlaceKey(key)?.characteristic ?? '';
    if (this.chosen() === undefined && this.gate()?.sheets.includes(sheet) === true) this.choose(key);
  }
  /** Where the hand was last on each sheet: it comes back to the same place. */
  private readonly left = new Map<string, PlaceKey>();
  /** The place to which a sheet leads: where the hand was on it, or else its first open one. */
  onSheet(sheet: string): PlaceKey | undefined {
    const places = this.places().filter(({ characteristic }) => characteristic === sheet);
    const before = this.left.get(sheet);
    return places.some((place) => placeKey(place) === before) ? before : this.firstOpen(places);
  }
  /**
   * The next place along the route, round the end to its beginning, at which nothing is taken, or at which what is known is
   * neither good nor accepted. What is worked out is taken nowhere.
   */
  nextOpen(what: 'notTaken' | 'wrong'): PlaceKey | undefined {
    const job = this.job();
    const pin = job === undefined ? undefined : currentPin(job);
    if (job === undefined || pin === undefined) return undefined;
    const measured = new Set(
      pin.characteristics.filter(({ from }) => from === undefined).map(({ id }) => id),
    );
    const places = this.places();
    const at = places.findIndex((place) => placeKey(place) === this.key());
    const found = [...places.slice(at + 1), ...places.slice(0, Math.max(at, 0))].find((place) => {
      const status = placeStatus(job, place);
      if (status.state === 'notApplicable') return false;
      return what === 'wrong' ? isWrong(status) : measured.has(place.characteristic) && !isTaken(status);
    });
    return found === undefined ? undefined : placeKey(found);
  }
  /** The clipboard after or before the one in hand; round the end, the first one again. */
  sheetBeside(step: 1 | -1): PlaceKey | undefined {
    const sheets = this.clips().map(({ sheet }) => sheet);
    const at = sheets.indexOf(this.homeOf(this.characteristic()?.id ?? ''));
    const next = at < 0 ? undefined : sheets[(at + step + sheets.length) % sheets.length];
    return next === undefined ? undefined : this.onSheet(next);
  }
  /** The sheets of this stage as its clipboards: of which this engine has places, but what lies on another one. */
  readonly clips = computed((): readonly SheetClip[] => {
    const job = this.job();
    const pin = job === undefined ? undefined : currentPin(job);
    const statuses = this.matters()?.statuses ?? [];
    const known = new Map((pin?.characteristics ?? []).map((each) => [each.id, each]));
    // What is worked out below a sheet is on its clipboard, as far as it is there: the worst of both is what that shows.
    const on = new Map<string, PlaceStatus[]>();
    for (const status of statuses) {
      const sheet = status.place.characteristic;
      const home = this.homeOf(sheet);
      if (home !== sheet && status.reading?.status !== 'current') continue;
      const there = on.get(home);
      if (there === undefined) on.set(home, [status]);
      else there.push(status);
    }
    return sheetStands(statuses, this.gate()?.sheets ?? []).flatMap((stand): SheetClip[] => {
      const characteristic = known.get(stand.sheet);
      const all = on.get(stand.sheet);
      if (characteristic === undefined || all === undefined || this.homeOf(stand.sheet) !== stand.sheet)
        return [];
      const worst = worstOf(all);
      return [
        {
          ...stand,
          characteristic,
          worst: worst?.state ?? stand.worst,
          conceded: worst?.conceded ?? stand.conceded,
          worstOf: known.get(worst?.place.characteristic ?? '') ?? characteristic,
        },
      ];
    });
  });
  /** Of each sheet that is worked out the one below which it lies, where this stage has that. */
  private readonly homes = computed((): ReadonlyMap<string, string> => {
    const job = this.job();
    const known = (job === undefined ? undefined : currentPin(job))?.characteristics ?? [];
    const there = (this.gate()?.sheets ?? []).flatMap((id) => known.find((each) => each.id === id) ?? []);
    return new Map(
      there.flatMap((each) => {
        const over =
          each.from === undefined
            ? undefined
            : there.find((other) => other.from === undefined && isBelow(other, each));
        return over === undefined ? [] : [[each.id, over.id]];
      }),
    );
  });
  /** The clipboard on which a sheet lies: its own, or that of the sheet below which it is worked out. */
  homeOf(sheet: string): string {
    return this.homes().get(sheet) ?? sheet;
  }
  /** The place that a step leads to; nothing where there is none to step from. */
  stepped(move: Move): PlaceKey | undefined {
    const job = this.job();
    const pin = job === undefined ? undefined : currentPin(job);
    const key = this.key();
    return job === undefined || pin === undefined || key === undefined
      ? undefined
      : moved(
          pin.model.layout,
          pin.characteristics,
          this.places(),
          key,
          move,
          (place) => unaskedReason(job, place) === undefined,
        );
  }
  private firstOpen(places = this.places()): PlaceKey | undefined {
    const job = this.job();
    if (job === undefined) return undefined;
    const open = places.find((place) => !placeStatus(job, place).accepted) ?? places[0];
    return open === undefined ? undefined : placeKey(open);
  }
}
