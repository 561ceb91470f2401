import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MARK_FILLED, MARK_OUTLINES, MARK_SHAPES, stateWord } from '@oak-gate/contract';
import type { PlaceStateWord } from '@oak-gate/core';

/** The mark of a place's state, with its word for those who do not see it. */
@Component({
  selector: 'app-mark',
  template: `
    <svg
      viewBox="0 0 20 20"
      role="img"
      [attr.aria-label]="word()"
      [attr.width]="size()"
      [attr.height]="size()"
      [class]="'s-' + state()"
    >
      @if (conceded()) {
        <rect x="1" y="1" width="18" height="18" rx="1" class="box" />
      }
      <g [attr.transform]="conceded() ? 'translate(3 3) scale(.7)' : null">
        <path [attr.d]="shape()" [class.filled]="filled()" />
        @if (outline(); as line) {
          <path [attr.d]="line" />
        }
      </g>
      @if (asked()) {
        <circle cx="10" cy="10" r="11" class="asked" />
      }
      @if (pending()) {
        <circle cx="10" cy="10" r="9" class="pending" />
      }
    </svg>
  `,
  styleUrl: './mark.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Mark {
  readonly state = input.required<PlaceStateWord>();
  /** The word of what is measured for how it stands, where it has one of its own. */
  readonly called = input<string>();
  readonly size = input(16);
  readonly conceded = input(false);
  readonly pending = input(false);
  /** Good by itself, and somebody has to decide about it all the same. */
  readonly asked = input(false);
  protected readonly shape = computed(() => MARK_SHAPES[this.state()]);
  protected readonly outline = computed(() => MARK_OUTLINES[this.state()]);
  protected readonly filled = computed(() => MARK_FILLED.includes(this.state()));
  protected readonly word = computed(
    () =>
      `${this.called() ?? stateWord(this.state())}${this.conceded() ? ', conceded' : ''}${this.asked() ? ', to be decided' : ''}${this.pending() ? ', not on disk yet' : ''}`,
  );
}
