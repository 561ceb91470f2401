import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { boundText } from '@oak-gate/contract';
import { intervalOf } from '@oak-gate/core';
import type { LengthUnit, Limit, PlaceStateWord, SizeReading } from '@oak-gate/core';
import { bandScale } from '../ui/band-scale';

const WIDTH = 284;

/** One station of a ring that is filed: what it was found, what it is now, and what it will be after so many strokes. */
@Component({
  selector: 'app-cut-band',
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' 54'" role="img" [attr.aria-label]="said()">
      <rect class="strip" x="0" y="6" [attr.width]="width" height="20" />
      <rect
        class="allowed"
        [attr.x]="view().left"
        y="6"
        [attr.width]="view().right - view().left"
        height="20"
      />
      @for (x of view().bounds; track x) {
        <line class="bound" [attr.x1]="x" [attr.x2]="x" y1="1" y2="31" />
      }
      @if (view().found; as found) {
        <rect class="found" [attr.x]="found.x" y="10" [attr.width]="found.width" height="12" />
      }
      @if (view().now; as now) {
        <rect [class]="'now s-' + state()" [attr.x]="now.x" y="6" [attr.width]="now.width" height="20" />
      }
      @if (view().after; as after) {
        <rect class="after" [attr.x]="after.x" y="7" [attr.width]="after.width" height="18" />
      }
      <text [attr.x]="0" y="48">{{ view().min }}</text>
      <text [attr.x]="width" y="48" text-anchor="end">{{ view().max }}</text>
    </svg>
  `,
  styleUrl: './cut-band.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CutBand {
  readonly limit = input.required<Limit>();
  readonly unit = input.required<LengthUnit>();
  readonly found = input<SizeReading>();
  readonly now = input<SizeReading>();
  /** nm */
  readonly after = input<{ readonly low: number; readonly high: number }>();
  readonly state = input<PlaceStateWord>('notTaken');
  readonly said = input('');
  protected readonly width = WIDTH;
  protected readonly view = computed(() => {
    const limit = this.limit();
    const [found, now, after] = [this.found(), this.now(), this.after()];
    const spread =
      after === undefined
        ? []
        : [{ kind: 'spread', low: after.low, high: after.high } as unknown as SizeReading];
    const readings = [found, now].filter((each) => each !== undefined);
    const { x, to } = bandScale(limit, [...readings, ...spread], WIDTH);
    const box = (low: number, high: number) => ({
      x: x(low),
      width: Math.max(4, x(Number.isFinite(high) ? high : to) - x(low)),
    });
    const of = (reading: SizeReading | undefined) => {
      if (reading === undefined) return undefined;
      const { lo, hi } = intervalOf(reading);
      return box(lo, hi);
    };
    const { min, max } = limit;
    return {
      left: min === undefined ? 0 : x(min),
      right: max === undefined ? WIDTH : x(max),
      bounds: [min, max].flatMap((bound) => (bound === undefined ? [] : [x(bound)])),
      min: min === undefined ? '' : `${boundText(min, this.unit(), 'up')} min`,
      max: max === undefined ? '' : `${boundText(max, this.unit(), 'down')} max`,
      found: found === now ? undefined : of(found),
      now: of(now),
      after: after === undefined ? undefined : box(after.low, after.high),
    };
  });
}
