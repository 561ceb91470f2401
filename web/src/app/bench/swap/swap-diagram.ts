import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { PlaceStateWord, SlotKey } from '@oak-gate/core';
import { CdkDrag, CdkDropList, CdkDropListGroup } from '@angular/cdk/drag-drop';
import type { CdkDragDrop } from '@angular/cdk/drag-drop';
import { Mark } from '../../ui/mark';

/** A part as it came, and what its bore gets. */
export interface SwapRow {
  readonly slot: SlotKey;
  readonly cylinder: string;
  /** The bank that begins with it, where a model has several. */
  readonly bank?: string;
  readonly gap: string;
  readonly mark: PlaceStateWord;
  readonly stays: string | null;
  /** Somebody says that it stays. */
  readonly locked: boolean;
  /** Which row its bore gets its ring from. */
  readonly from: number;
  readonly predicted: string;
  /** What is still to be done there; `file` is drawn as work. */
  readonly word: string;
}
const ROW = 44;

/**
 * Parts on the left as they came, bores on the right: a line leads from each part to its bore. A part is pressed, then a bore; or
 * it is dragged there.
 */
@Component({
  selector: 'app-swap-diagram',
  imports: [CdkDrag, CdkDropList, CdkDropListGroup, Mark],
  templateUrl: './swap-diagram.html',
  styleUrl: './swap-diagram.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SwapDiagram {
  readonly title = input.required<string>();
  readonly limit = input.required<string>();
  /** What lies on the left: "Ring". */
  readonly one = input('Ring');
  readonly rows = input.required<readonly SwapRow[]>();
  /** Rings are put by hand. */
  readonly byHand = input(false);
  /** The ring of one row goes to the bore of another, and the ring of that one comes back. */
  readonly put = output<{ readonly ring: number; readonly bore: number }>();
  readonly lock = output<SlotKey>();
  protected readonly row = ROW;
  /** The row of which the ring is in hand. */
  protected readonly held = signal<number | undefined>(undefined);

  protected readonly lines = computed(() =>
    this.rows().map(({ from, word, stays }, to) => {
      const [a, b] = [ROW * from + ROW / 2, ROW * to + ROW / 2];
      return {
        d: from === to ? `M8 ${a}H92` : `M8 ${a}C46 ${a} 54 ${b} 92 ${b}`,
        moves: from !== to,
        files: word === 'file',
        stays: stays !== null,
        y: b,
      };
    }),
  );
  protected readonly movedFrom = computed(() => {
    const rows = this.rows();
    return new Set(rows.flatMap(({ from }, to) => (from === to ? [] : [from])));
  });

  /** A list of one part, or of none, takes what nobody keeps where it is. */
  protected readonly isBore = (_drag: CdkDrag, { id }: CdkDropList): boolean => id.startsWith('bore');
  protected dropped(bore: number, { item }: CdkDragDrop<unknown>): void {
    this.held.set(undefined);
    const ring = item.data as number;
    if (ring !== bore && this.rows()[bore]?.stays === null) this.put.emit({ ring, bore });
  }
  protected mayMove(row: SwapRow): boolean {
    return this.byHand() && (row.stays === null || row.locked);
  }
  protected take(ring: number): void {
    const { stays, locked } = this.rows()[ring] ?? { stays: null, locked: false };
    if (!this.byHand() || (stays !== null && !locked)) return;
    this.held.update((now) => (now === ring ? undefined : ring));
  }
  protected give(bore: number): void {
    const ring = this.held();
    if (ring === undefined || this.rows()[bore]?.stays !== null) return;
    this.put.emit({ ring, bore });
    this.held.set(undefined);
  }
}
