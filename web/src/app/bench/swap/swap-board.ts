import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { placeWords, slotWords } from '@oak-gate/contract';
import { currentPin, placeOf } from '@oak-gate/core';
import type { JobState, PartMove, PartSet } from '@oak-gate/core';
import type { PartSwap } from './part-swap';
import { SwapDiagram } from './swap-diagram';

/** Which part goes in which bore: what is planned, and the sets with their lines. */
@Component({
  selector: 'app-swap-board',
  imports: [SwapDiagram],
  templateUrl: './swap-board.html',
  styleUrl: './swap-board.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SwapBoard {
  readonly job = input.required<JobState>();
  readonly swap =
    input.required<
      Pick<PartSwap<PartSet>, 'planned' | 'view' | 'byHand' | 'put' | 'lock' | 'moved' | 'drop'>
    >();
  /** "ring" and "rings". */
  readonly one = input.required<string>();
  readonly many = input.required<string>();

  protected get capital(): string {
    return this.one().charAt(0).toUpperCase() + this.one().slice(1);
  }
  /** "Cyl 2, top ring to Cyl 5". */
  protected moveWords({ part: id, to }: PartMove): string {
    const job = this.job();
    const layout = currentPin(job)?.model.layout;
    if (layout === undefined) return '';
    const from = job.parts.get(id)?.slot ?? id;
    const at = placeWords(layout, placeOf(job, to) ?? { characteristic: '', at: {} }).cylinder;
    return `${slotWords(layout, from)} to ${at}`;
  }
}
