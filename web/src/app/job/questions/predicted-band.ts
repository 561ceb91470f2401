import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PredictedSize } from '@oak-gate/core';

const WIDTH = 118;

/** A limit as a small strip, with what a size would be on it. Left is small and right is large. */
@Component({
  selector: 'app-predicted-band',
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' 20'" aria-hidden="true">
      <rect class="strip" x="0" y="4" [attr.width]="width" height="12" />
      <rect
        class="allowed"
        [attr.x]="view().left"
        y="4"
        [attr.width]="view().right - view().left"
        height="12"
      />
      @for (x of view().bounds; track x) {
        <line class="bound" [attr.x1]="x" [attr.x2]="x" y1="0" y2="20" />
      }
      <rect
        [class]="'is s-' + size().word"
        [attr.x]="view().x"
        y="4"
        [attr.width]="view().width"
        height="12"
      />
    </svg>
  `,
  styleUrl: './predicted-band.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PredictedBand {
  readonly size = input.required<PredictedSize>();
  protected readonly width = WIDTH;
  protected readonly view = computed(() => {
    const { low, high, lower, upper } = this.size();
    const ends = [low, high, lower, upper].filter((each) => Number.isFinite(each));
    const [least, most] = [Math.min(...ends), Math.max(...ends)];
    const air = Math.max((most - least) * 0.18, 1);
    const x = (nm: number): number =>
      Number.isFinite(nm) ? ((nm - least + air) / (most - least + 2 * air)) * WIDTH : nm < 0 ? 0 : WIDTH;
    return {
      left: x(lower),
      right: x(upper),
      bounds: [lower, upper].flatMap((each) => (Number.isFinite(each) ? [x(each)] : [])),
      x: x(low),
      width: Math.max(5, x(high) - x(low)),
    };
  });
}
