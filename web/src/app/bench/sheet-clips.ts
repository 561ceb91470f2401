import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';
import { stateWord } from '@oak-gate/contract';
import type { Characteristic, SheetStand } from '@oak-gate/core';
import { Mark } from '../ui/mark';

/** A clipboard of the stage: its sheet, how far it is, and the worst that it holds. */
export interface SheetClip extends SheetStand {
  readonly characteristic: Characteristic;
  /** What is worst: its own, or what is worked out below it. */
  readonly worstOf: Characteristic;
}

/** The clipboards of a stage side by side: the one in hand lies in front, under its brass clip. */
@Component({
  selector: 'app-sheet-clips',
  imports: [Mark],
  templateUrl: './sheet-clips.html',
  styleUrl: './sheet-clips.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SheetClips {
  readonly clips = input.required<readonly SheetClip[]>();
  readonly inHand = input<string>();
  readonly chosen = output<string>();
  readonly stepped = output<1 | -1>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  constructor() {
    // Where they do not all fit side by side, the one in hand is in sight.
    afterRenderEffect(() => {
      this.inHand();
      this.host.nativeElement
        .querySelector('[aria-selected="true"]')
        ?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    });
  }
  protected count({ characteristic, taken, of }: SheetClip): string {
    if (of === 0) return 'nothing here';
    return characteristic.from === undefined ? `${taken} of ${of}` : `= ${taken} of ${of}`;
  }
  protected share({ taken, of }: SheetClip): number {
    return of === 0 ? 0 : Math.round((100 * taken) / of);
  }
  protected words(clip: SheetClip): string {
    const { characteristic, worst, worstOf, conceded } = clip;
    const word = `${stateWord(worst, worstOf)}${conceded ? ', conceded' : ''}`;
    const of = worstOf.id === characteristic.id ? '' : `${worstOf.name}, `;
    return `${characteristic.name}, ${this.count(clip)}, worst: ${of}${word}`;
  }
}
