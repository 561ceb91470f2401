import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { stateWord } from '@oak-gate/contract';
import type { JobState, PlaceKey, PlaceStateWord } from '@oak-gate/core';
import { currentPin, parsePlaceKey } from '@oak-gate/core';
import { Mark } from './mark';
import { journalBox, PLAN_WIDTH, planView } from './plan-view';

/** Every state in the order of the legend. */
const RANK: Readonly<Record<PlaceStateWord, true>> = {
  in: true,
  serviceable: true,
  tight: true,
  loose: true,
  notProven: true,
  noLimit: true,
  withheld: true,
  contested: true,
  unsettled: true,
  secondLook: true,
  spent: true,
  void: true,
  deferred: true,
  declaredNotApplicable: true,
  notApplicable: true,
  notTaken: true,
};
/** What is measured from the top of a bore. */
const IN_THE_BANK: readonly string[] = ['bore', 'ring', 'liner', 'block'];
const ORDER = Object.keys(RANK) as PlaceStateWord[];

/** The engine from above, or its crank with the block turned over: navigator, and picture of the verdicts. */
@Component({
  selector: 'app-engine-plan',
  imports: [Mark],
  templateUrl: './engine-plan.html',
  styleUrl: './engine-plan.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EnginePlan {
  readonly job = input.required<JobState>();
  /** Whose places are marked; all of them where nothing is said. */
  readonly sheets = input<readonly string[]>();
  readonly selected = input<PlaceKey>();
  readonly chosen = output<PlaceKey>();
  protected readonly width = PLAN_WIDTH;
  /** The other sheets of the stage: of each cylinder the worst that they hold is one mark. */
  readonly beside = input<readonly string[]>([]);
  protected readonly plan = computed(() =>
    planView(this.job(), this.sheets(), {
      beside: this.beside().filter((sheet) => this.sheets()?.includes(sheet) !== true),
      bank: this.bank(),
    }),
  );
  /** Work in the bores of a V is done with the bank in hand turned uppermost. */
  private readonly bank = computed(() => {
    const pin = currentPin(this.job());
    const place = parsePlaceKey(this.selected() ?? '');
    if (pin?.model.layout.arrangement !== 'v' || place === undefined) return undefined;
    const { parts = [] } = pin.characteristics.find(({ id }) => id === place.characteristic) ?? {};
    return parts.some((kind) => IN_THE_BANK.includes(kind))
      ? pin.model.layout.cylinders.find(({ id }) => id === place.at.cylinder)?.bank
      : undefined;
  });
  protected readonly boxes = computed(() => {
    const plan = this.plan();
    return plan === undefined ? [] : [...plan.cylinders, ...(plan.rest === undefined ? [] : [plan.rest])];
  });
  /** The box that the hand is in: an empty id is that of what belongs to no cylinder. */
  protected readonly cylinder = computed(() => {
    const place = parsePlaceKey(this.selected() ?? '');
    if (place === undefined) return undefined;
    return this.plan()?.pose === 'below' ? journalBox(place.at.journal ?? '') : (place.at.cylinder ?? '');
  });
  protected readonly legend = computed(() => {
    const states = this.boxes().flatMap(({ places }) => places);
    return ORDER.map((state) => ({
      state,
      word: stateWord(state),
      count: states.filter((status) => status.state === state).length,
    })).filter(({ count }) => count > 0);
  });
  /** A tap on a cylinder goes to its first open place. */
  protected choose(id: string): void {
    const places = this.boxes().find((each) => each.id === id)?.places ?? [];
    const place = places.find(({ accepted }) => !accepted) ?? places[0];
    if (place !== undefined) this.chosen.emit(place.key);
  }
}
