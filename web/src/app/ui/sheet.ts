import {
  afterNextRender,
  afterRenderEffect,
  DestroyRef,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';
import { unitWord } from '@oak-gate/contract';
import { NM_PER } from '@oak-gate/core';
import type { JobState, PlaceKey } from '@oak-gate/core';
import { Mark } from './mark';
import { MOST_ACROSS, sheetViews } from './sheet-view';
import type { SheetBlockView, SheetView } from './sheet-view';
import { UnitChoice } from './unit-choice';

/** "0.40/0.45" stands in three columns only one over the other. */
const LONG_FIGURE = 7;

/** The clipboard chart. A click or a tap on a place puts the hand there. */
@Component({
  selector: 'app-sheet',
  imports: [Mark],
  templateUrl: './sheet.html',
  styleUrl: './sheet.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Sheet {
  readonly job = input.required<JobState>();
  /** What is drawn; every sheet of the route where nothing is said. */
  readonly sheets = input<readonly string[]>();
  readonly selected = input<PlaceKey>();
  readonly pending = input<readonly PlaceKey[]>([]);
  /** Only to read: nothing can be chosen. */
  readonly quiet = input(false);
  readonly chosen = output<PlaceKey>();

  private readonly units = inject(UnitChoice);
  protected readonly views = computed(() =>
    sheetViews(this.job(), this.sheets(), (sheet) => this.units.of(sheet)),
  );
  /** What the figures of a sheet are in; nothing where they have no unit. */
  protected unitWords({ unit, isSized, isFit, counted }: SheetView): string {
    if (counted !== undefined) return counted;
    if (!isSized) return 'yes or no';
    if (isFit) return `${unitWord(unit)}; below 0 is interference`;
    return unit === 'thou'
      ? 'thou (0.001 in)'
      : unit === 'mm'
        ? 'mm'
        : `${unitWord(unit)} (${NM_PER[unit]} nm)`;
  }
  /** Nothing but sizes differ by so much; and where there are so many columns that each is as wide as a mark and a deviation, there is no room for how a line differs. */
  protected hasSpread({ isSized }: SheetView, { columns }: SheetBlockView): boolean {
    return isSized && columns.length <= MOST_ACROSS;
  }
  /** Whether a column is the first under its head: what belongs together is seen without reading. */
  protected begins({ heads }: SheetBlockView, column: number): boolean {
    let from = 0;
    for (const { span } of heads) {
      if (from === column) return true;
      from += span;
    }
    return false;
  }
  /** In narrow columns a bracket stands as goes over stops. */
  protected stacked({ columns, groups }: SheetBlockView): boolean {
    if (columns.length > 4) return true;
    const longest = Math.max(
      0,
      ...groups.flatMap(({ lines }) =>
        lines.flatMap(({ cells }) => cells.map((cell) => cell?.figure.length ?? 0)),
      ),
    );
    return columns.length > 2 && longest > LONG_FIGURE;
  }
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  constructor() {
    // The place in hand is always in sight, also when the number pad or the engine plan takes room.
    afterRenderEffect(() => {
      this.selected();
      this.showSelected();
    });
    const resized = new ResizeObserver(() => {
      this.showSelected();
    });
    afterNextRender(() => {
      const frame = this.host.nativeElement.parentElement;
      if (frame !== null) resized.observe(frame);
    });
    inject(DestroyRef).onDestroy(() => {
      resized.disconnect();
    });
  }
  private showSelected(): void {
    const key = this.selected();
    if (key === undefined) return;
    const cells = this.host.nativeElement.querySelectorAll<HTMLElement>('td[data-place]');
    const cell = [...cells].find((each) => each.dataset['place'] === key);
    cell?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }
  protected choose(key: PlaceKey): void {
    if (!this.quiet()) this.chosen.emit(key);
  }
}
