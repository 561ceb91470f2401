import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { STAND_WORDS_OF_FACE } from '@oak-gate/contract';
import type { FaceStand } from '@oak-gate/core';

/** How a face stands, by shape: good is a tick, rejected a cross, not looked at a stroke, open a ring, again a turned ring. */
export const FACE_MARKS: Readonly<Record<FaceStand, string>> = {
  good: 'M3 10.5L8 15.5L17 4.5',
  rejected: 'M4 4L16 16M16 4L4 16',
  notInspected: 'M3 10H17',
  open: 'M10 6.5A3.5 3.5 0 1 1 10 13.5A3.5 3.5 0 1 1 10 6.5',
  again: 'M15 10A5 5 0 1 1 12 5.4M12 2V6H8',
};

@Component({
  selector: 'app-face-mark',
  template: `
    <svg viewBox="0 0 20 20" role="img" [attr.aria-label]="words[stand()]" [class]="stand()">
      <path [attr.d]="marks[stand()]" />
    </svg>
  `,
  styles: `
    :host {
      display: inline-flex;
    }
    svg {
      width: 20px;
      height: 20px;
    }
    path {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2.5;
    }
    .rejected path {
      stroke-width: 3.5;
    }
    .open path,
    .again path,
    .notInspected path {
      stroke: var(--ink-soft);
      stroke-width: 2;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FaceMark {
  readonly stand = input.required<FaceStand>();
  protected readonly marks = FACE_MARKS;
  protected readonly words = STAND_WORDS_OF_FACE;
}
