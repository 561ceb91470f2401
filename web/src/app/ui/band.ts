import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { boundText } from '@oak-gate/contract';
import { intervalOf } from '@oak-gate/core';
import type { LengthUnit, Limit, PlaceStateWord, SizeReading } from '@oak-gate/core';
import { bandScale } from './band-scale';

const WIDTH = 284;
/** A letter of the figures below the band. */
const LETTER = 7.9;
const APART = 10;

/** A limit as a strip with the reading on it, and the set's other readings faint behind. */
@Component({
  selector: 'app-band',
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' 62'" role="img" [attr.aria-label]="label()">
      <rect class="strip" x="0" y="10" [attr.width]="width" height="22" />
      <rect
        class="allowed"
        [attr.x]="view().left"
        y="10"
        [attr.width]="view().right - view().left"
        height="22"
      />
      @if (view().target; as target) {
        <path
          class="target"
          [attr.d]="'M' + (target.left + 5) + ' 12h-5v18h5M' + (target.right - 5) + ' 12h5v18h-5'"
        />
      }
      @for (other of view().others; track $index) {
        <rect class="other" [attr.x]="other.x" y="14" [attr.width]="other.width" height="14" />
      }
      @for (bound of view().bounds; track bound.name) {
        <line class="bound" [attr.x1]="bound.x" [attr.x2]="bound.x" y1="3" y2="38" />
        <text [attr.x]="bound.textX" y="54">{{ bound.text }}</text>
      }
      @if (view().reading; as reading) {
        <g [class]="'now s-' + state()">
          <rect [attr.x]="reading.x" y="10" [attr.width]="reading.width" height="22" />
          @if (reading.open) {
            <path [attr.d]="'M' + (reading.x + reading.width) + ' 10l10 11-10 11z'" />
          }
          @if (state() === 'tight') {
            <path [attr.d]="'M' + (reading.x - 2) + ' 12v18l-11-9z'" />
          }
          @if (state() === 'loose') {
            <path [attr.d]="'M' + (reading.x + reading.width + 2) + ' 12v18l11-9z'" />
          }
        </g>
      }
    </svg>
  `,
  styleUrl: './band.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Band {
  readonly limit = input.required<Limit>();
  readonly unit = input.required<LengthUnit>();
  /** The shop’s own target: it only narrows, and is drawn inside what is allowed. */
  readonly target = input<{ readonly min?: number; readonly max?: number }>();
  readonly reading = input<SizeReading>();
  readonly others = input<readonly SizeReading[]>([]);
  readonly state = input<PlaceStateWord>('notTaken');
  protected readonly width = WIDTH;

  protected readonly view = computed(() => {
    const limit = this.limit();
    const reading = this.reading();
    const readings = [...this.others(), ...(reading === undefined ? [] : [reading])];
    const { x, to } = bandScale(limit, readings, WIDTH);
    const span = (each: SizeReading) => {
      const { lo, hi } = intervalOf(each);
      const open = hi === Infinity;
      const left = x(lo);
      return { x: left, width: Math.max(3, (open ? Math.min(x(lo * 1.06), x(to)) : x(hi)) - left), open };
    };
    const min = limit.min ?? limit.serviceMin;
    const max = limit.max ?? limit.serviceMax;
    const target = this.target();
    const narrow = {
      left: Math.max(target?.min === undefined ? 0 : x(target.min), min === undefined ? 0 : x(min)),
      right: Math.min(target?.max === undefined ? WIDTH : x(target.max), max === undefined ? WIDTH : x(max)),
    };
    return {
      target: target === undefined ? undefined : narrow,
      left: min === undefined ? 0 : x(min),
      right: max === undefined ? WIDTH : x(max),
      bounds: labelled([
        ...(min === undefined
          ? []
          : [{ name: 'min' as const, x: x(min), text: `${boundText(min, this.unit(), 'up')} min` }]),
        ...(max === undefined
          ? []
          : [{ name: 'max' as const, x: x(max), text: `${boundText(max, this.unit(), 'down')} max` }]),
      ]),
      others: this.others().map(span),
      reading: reading === undefined ? undefined : span(reading),
    };
  });
  protected readonly label = computed(
    () =>
      `Band: ${
        this.view()
          .bounds.map(({ text }) => text)
          .join(', ') || 'no limit'
      }`,
  );
}

interface Bound {
  readonly name: 'min' | 'max';
  readonly x: number;
  readonly text: string;
}
/** The least is written to the left of its line and the most to the right of its own, inside the band, and never one over the other. */
function labelled(bounds: readonly Bound[]): readonly (Bound & { readonly textX: number })[] {
  const wide = ({ text }: Bound): number => text.length * LETTER;
  const inside = (left: number, width: number): number => Math.min(Math.max(left, 0), WIDTH - width);
  const placed = bounds.map((each) => {
    const width = wide(each);
    return { ...each, textX: inside(each.name === 'min' ? each.x - width + 4 : each.x - 4, width) };
  });
  const [least, most] = placed;
  if (least === undefined || most === undefined) return placed;
  const over = least.textX + wide(least) + APART - most.textX;
  if (over <= 0) return placed;
  const moved = inside(most.textX + over, wide(most));
  const left = over - (moved - most.textX);
  return [
    { ...least, textX: Math.max(0, least.textX - left) },
    { ...most, textX: moved },
  ];
}
