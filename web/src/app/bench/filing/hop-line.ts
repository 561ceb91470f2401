import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** What is drawn of a ring that is filed, all in one unit: what came off in rounds, what suits, what is aimed for. */
export interface Hops {
  /** What came off after each round, from the first on. */
  readonly made: readonly number[];
  readonly window?: { readonly from: number; readonly to: number | null };
  readonly aim?: number;
  /** Where the next strokes lead. */
  readonly next?: number;
  /** No one amount suits: what each side asks for. */
  readonly apart?: { readonly need: number; readonly bears: number };
  readonly to: number;
}
const WIDTH = 340;

/** What comes off a ring, drawn as hops along a line: made, planned, and the window that they have to come down in. */
@Component({
  selector: 'app-hop-line',
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' 40'" aria-hidden="true">
      <line class="line" x1="4" [attr.x2]="width - 4" y1="26" y2="26" />
      @if (view().window; as window) {
        <rect class="suits" [attr.x]="window.x" y="15" [attr.width]="window.width" height="20" />
        <line class="edge" [attr.x1]="window.x" [attr.x2]="window.x" y1="12" y2="37" />
        @if (window.end) {
          <line
            class="edge"
            [attr.x1]="window.x + window.width"
            [attr.x2]="window.x + window.width"
            y1="12"
            y2="37"
          />
        }
      }
      @if (view().apart; as apart) {
        <path class="asks" [attr.d]="'M' + apart.need + ' 16h' + (width - 4 - apart.need)" />
        <path class="bears" [attr.d]="'M4 34H' + apart.bears" />
      }
      @for (hop of view().hops; track $index) {
        <path [class.planned]="hop.planned" class="hop" [attr.d]="hop.d" />
      }
      <circle class="at" [attr.cx]="view().at" cy="26" r="4" />
      @if (view().next !== undefined) {
        <circle class="goes" [attr.cx]="view().next" cy="26" r="5" />
      }
      @if (view().aim !== undefined) {
        <rect class="aim" [attr.x]="view().aim! - 2" y="28" width="4" height="10" />
      }
    </svg>
  `,
  styleUrl: './hop-line.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HopLine {
  readonly hops = input.required<Hops>();
  protected readonly width = WIDTH;
  protected readonly view = computed(() => {
    const { made, window, aim, next, apart, to } = this.hops();
    const x = (value: number): number => 4 + (Math.min(Math.max(value, 0), to) / to) * (WIDTH - 8);
    const points = [0, ...made];
    const hop = (from: number, end: number): string => `M${x(from)} 26C${x(from)} 8 ${x(end)} 8 ${x(end)} 26`;
    const last = points.at(-1) ?? 0;
    return {
      at: x(last),
      hops: [
        ...points.slice(1).map((end, i) => ({ d: hop(points[i] ?? 0, end), planned: false })),
        ...(next === undefined ? [] : [{ d: hop(last, next), planned: true }]),
      ],
      ...(window === undefined
        ? {}
        : {
            window: {
              x: x(window.from),
              width: Math.max(2, x(window.to ?? to) - x(window.from)),
              end: window.to !== null,
            },
          }),
      ...(apart === undefined ? {} : { apart: { need: x(apart.need), bears: Math.max(5, x(apart.bears)) } }),
      next: next === undefined ? undefined : x(next),
      aim: aim === undefined ? undefined : x(aim),
    };
  });
}
