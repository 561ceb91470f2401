import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import type { ElementRef } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { MatMenuModule } from '@angular/material/menu';
import { unitWord } from '@oak-gate/contract';
import { currentPin, sheetModel, unitOfSheet, waysOfSet } from '@oak-gate/core';
import type { LengthUnit, Stage } from '@oak-gate/core';
import { BlindLooks } from '../state/blind-looks';
import { Asker } from '../ui/asker';
import { Deck } from '../ui/deck';
import { deckView } from '../ui/deck-view';
import { EnginePlan } from '../ui/engine-plan';
import { Sheet } from '../ui/sheet';
import { MOST_ACROSS, mostAcross } from '../ui/sheet-view';
import { UnitChoice } from '../ui/unit-choice';
import { BenchActs } from './bench-acts';
import { BenchHand } from './bench-hand';
import { benchKeys } from './bench-keys';
import { BenchPlace } from './bench-place';
import { EntryBar } from './entry-bar';
import { KeysHelp } from './keys-help';
import { PadChoice } from './pad-choice';
import { drawingsAt, PlaceDrawing } from './place-drawing';
import { ReadingCard } from './reading-card';
import { RouteChoice } from './route-choice';
import { SheetSet } from './set/set';
import { SheetClips } from './sheet-clips';
import { stayAwake } from './stay-awake';

/** So many columns stand beside the engine plan at reading size. */
const FIT_BESIDE_PLAN = 4;
const NARROW = '(max-width: 1199px)';

/** The bench: the engine, the sheet, the place in hand, and the bar where a reading is typed. */
@Component({
  selector: 'app-bench-page',
  imports: [
    Deck,
    EnginePlan,
    EntryBar,
    KeysHelp,
    MatMenuModule,
    PlaceDrawing,
    ReadingCard,
    RouterLink,
    Sheet,
    SheetClips,
    SheetSet,
  ],
  providers: [BenchHand, BenchPlace, BenchActs],
  templateUrl: './bench.page.html',
  styleUrl: './bench.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchPage {
  protected readonly hand = inject(BenchHand);
  private readonly acts = inject(BenchActs);
  private readonly asker = inject(Asker);
  private readonly pad = inject(PadChoice);
  protected readonly route = inject(RouteChoice);
  private readonly router = inject(Router);
  private readonly bar = viewChild(EntryBar);
  private readonly paper = viewChild<ElementRef<HTMLElement>>('paper');
  /** The stage whose sheets are taken here. */
  readonly stage = input.required<Stage>();
  /** A place that a link leads to. */
  readonly place = input<string>();
  protected readonly helping = signal(false);
  protected readonly planOpen = signal(false);
  private readonly wide = computed(() => {
    const job = this.hand.at.job();
    return job !== undefined && (currentPin(job)?.model.layout.cylinders.length ?? 0) > MOST_ACROSS;
  });
  /** Narrow screens and wide engines: the card becomes a strip above the entry bar, and the plan folds to a button. */
  protected readonly narrow = signal(false);
  protected readonly strip = computed(() => this.wide() || this.narrow());
  /** Where a stage has several sheets and this one is wide, the plan folds to its button: the figures need the room. */
  protected readonly folded = computed(() => {
    const job = this.hand.at.job();
    if (job === undefined || this.strip() || this.hand.at.clips().length < 2) return false;
    const characteristic = this.hand.at.characteristic();
    const layout = currentPin(job)?.model.layout;
    if (characteristic === undefined || layout === undefined) return false;
    const { blocks } = sheetModel(layout, characteristic, mostAcross(job, characteristic));
    return blocks.some(({ columns }) => columns.length > FIT_BESIDE_PLAN);
  });
  /** What is drawn: the sheet in hand. */
  protected readonly sheets = computed(() => {
    const id = this.hand.at.characteristic()?.id;
    return id === undefined ? this.hand.at.gate()?.sheets : [id];
  });
  /** Liners over the deck, where the sheet in hand is that; a narrow screen has no room for it. */
  protected readonly deck = computed(() => {
    const [job, place, characteristic] = [
      this.hand.at.job(),
      this.hand.at.place(),
      this.hand.at.characteristic(),
    ];
    return job === undefined || place === undefined || characteristic === undefined || this.narrow()
      ? undefined
      : deckView(job, characteristic, place, this.hand.unit());
  });
  /** The drawing of the place in hand takes the place of the sheet, where the card has no room for it. */
  protected readonly drawing = signal(false);
  protected readonly canDraw = computed(
    () =>
      this.strip() && Object.values(drawingsAt(this.hand, this.narrow())).some((each) => each !== undefined),
  );
  protected readonly drawn = computed(() => this.drawing() && this.canDraw());
  /** The sheet in hand as a set takes the place of the bench. */
  protected readonly set = signal(false);
  /** A link may lead to it: `set`. */
  readonly view = input<string>();
  protected readonly canSet = computed(() => {
    const [job, characteristic] = [this.hand.at.job(), this.hand.at.characteristic()];
    const layout = job === undefined ? undefined : currentPin(job)?.model.layout;
    return (
      layout !== undefined &&
      characteristic !== undefined &&
      this.hand.kind() === 'size' &&
      waysOfSet(layout, characteristic).length > 0
    );
  });
  protected readonly setShown = computed(() => {
    const [job, characteristic] = [this.hand.at.shown(), this.hand.at.characteristic()];
    return this.set() && this.canSet() && job !== undefined && characteristic !== undefined
      ? { job, characteristic }
      : undefined;
  });
  protected leaveSet(key?: string): void {
    this.set.set(false);
    if (key !== undefined) this.choose(key);
  }
  private readonly blind = inject(BlindLooks);
  private readonly units = inject(UnitChoice);
  protected readonly unitWord = unitWord;
  protected readonly unitShown = computed(() => {
    const [job, characteristic] = [this.hand.at.job(), this.hand.at.characteristic()];
    if (job === undefined || characteristic === undefined) return this.hand.unit();
    return this.units.of(characteristic.id) ?? unitOfSheet(job, characteristic);
  });
  /** In which unit this sheet is read, or every one; what is typed stays in that of the gauge. */
  protected readonly unitChoices = computed(() => {
    const characteristic = this.hand.at.characteristic();
    const sheet = characteristic?.id ?? '';
    const choice = (unit: LengthUnit | undefined, of?: string) => ({
      label: `${of === undefined ? 'Every sheet' : 'This sheet'} ${unit === undefined ? 'as measured' : `in ${unitWord(unit)}`}`,
      run: () => {
        this.units.choose(unit, of);
      },
    });
    const read: readonly (LengthUnit | undefined)[] = [undefined, 'thou', 'in', 'mm'];
    return [...read.map((unit) => choice(unit, sheet)), ...read.map((unit) => choice(unit))];
  });
  protected readonly toGate = computed(() => {
    const findings = this.hand.at.matters()?.findings.length ?? 0;
    if (findings === 0) return `${this.hand.at.gate()?.label ?? ''} gate`;
    return `${findings} ${findings === 1 ? 'finding' : 'findings'}`;
  });

  constructor() {
    effect(() => {
      this.hand.at.stage.set(this.stage());
    });
    effect(() => {
      const place = this.place();
      if (place !== undefined) this.hand.select(place);
    });
    effect(() => {
      if (this.view() === 'set') this.set.set(true);
    });
    // What takes the place of the other begins at its top.
    effect(() => {
      this.drawn();
      const paper = this.paper()?.nativeElement;
      if (paper !== undefined) paper.scrollTop = 0;
    });
    // A refused reading comes back into the bar with its text.
    effect(() => {
      if (this.hand.refusal() !== undefined) this.hand.restore();
    });
    const destroyed = inject(DestroyRef);
    const query = window.matchMedia(NARROW);
    const fold = (): void => {
      this.narrow.set(query.matches);
    };
    fold();
    query.addEventListener('change', fold);
    destroyed.onDestroy(() => {
      query.removeEventListener('change', fold);
    });
    stayAwake(destroyed);
    const onKey = (event: KeyboardEvent): void => {
      if (this.asker.isOpen || event.defaultPrevented) return;
      if (this.setShown() !== undefined) {
        this.keyInSet(event);
        return;
      }
      benchKeys(event, {
        hand: this.hand,
        focus: () => this.bar()?.focus(),
        help: (open) => {
          this.helping.set(open ?? !this.helping());
        },
        fit: () => void this.acts.fit(),
        pad: () => {
          this.pad.next();
        },
        lookUp: () => {
          this.acts.lookUp();
        },
        sayHow: () => void this.acts.sayHow(),
        lookAtSet: () => {
          if (this.canSet()) this.set.set(true);
        },
        draw: () => {
          this.drawing.update((now) => !now);
        },
        raise: () => void this.acts.raise(),
        hideLimits: () => {
          this.blind.turnLimits();
        },
        turnRoute: () => {
          this.route.turn();
        },
      });
    };
    document.addEventListener('keydown', onKey);
    destroyed.onDestroy(() => {
      document.removeEventListener('keydown', onKey);
    });
  }
  private readonly sheetSet = viewChild(SheetSet);
  /** While the set is looked at nothing is typed: its own keys, and back. */
  private keyInSet(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const isBack = event.key === 'Escape' || event.key.toLowerCase() === 'v';
    const isGo = event.key === 'Enter' && !(event.target instanceof HTMLButtonElement);
    if (!isBack && !isGo) return;
    event.preventDefault();
    if (isBack) this.leaveSet();
    else this.sheetSet()?.go();
  }
  protected toNext(): void {
    this.hand.toNext('notTaken');
    void this.router.navigate([], { queryParams: {}, replaceUrl: true });
  }
  protected take(sheet: string | 1 | -1): void {
    this.hand.toSheet(sheet);
    void this.router.navigate([], { queryParams: {}, replaceUrl: true });
  }
  protected choose(key: string): void {
    this.hand.select(key);
    this.planOpen.set(false);
    void this.router.navigate([], { queryParams: {}, replaceUrl: true });
  }
}
