import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Way } from '@oak-gate/core';

/** Where a mark sits on a field of 100 by 100, seen from above with the front of the engine on top. */
const MARKS: Readonly<Record<Way, readonly [x: number, y: number]>> = {
  front: [50, 16],
  rear: [50, 84],
  left: [16, 50],
  right: [84, 50],
  frontLeft: [24, 24],
  frontRight: [76, 24],
  rearLeft: [24, 76],
  rearRight: [76, 76],
  groovesOut: [50, 50],
  groovesIn: [50, 50],
};

/** A part as it lies, drawn from above: its mark, number or tang where it was. */
@Component({
  selector: 'app-part-glyph',
  template: `
    <svg viewBox="0 0 100 100" aria-hidden="true" [class.seen]="seen()">
      @switch (kind()) {
        @case ('piston') {
          <circle class="body" cx="50" cy="50" r="42" />
          <circle class="line" cx="50" cy="50" r="20" />
          <path class="axis" d="M50 4V96M4 50H96" />
        }
        @case ('pin') {
          <rect class="body" x="38" y="6" width="24" height="88" rx="4" />
          <path class="line" d="M38 16H62M38 84H62" />
        }
        @case ('clip') {
          <path class="line strong" d="M42 14a38 38 0 1 0 16 0" />
          <path class="line strong" d="M42 14l6 8M58 14l-6 8" />
        }
        @case ('rod') {
          <circle class="body" cx="50" cy="24" r="17" />
          <path class="body" d="M40 38L36 62H64L60 38z" />
          <rect class="body" x="24" y="60" width="52" height="32" rx="10" />
          <circle class="hole" cx="50" cy="24" r="8" />
        }
        @case ('cap') {
          <path class="body" d="M14 34H86V58A36 30 0 0 1 14 58z" />
          <path class="hole" d="M28 34H72A22 20 0 0 1 28 34z" />
        }
        @case ('mainCap') {
          <rect class="body" x="12" y="28" width="76" height="44" rx="6" />
          <path class="hole" d="M32 72A18 18 0 0 1 68 72z" />
        }
        @case ('bolt') {
          <rect class="body" x="34" y="8" width="32" height="20" rx="3" />
          <rect class="body" x="42" y="28" width="16" height="64" />
          <path class="line" d="M42 62H58M42 70H58M42 78H58M42 86H58" />
        }
        @case ('rodShell') {
          <path class="body" d="M18 14H82V86H18z" />
          <path class="line" d="M26 14V86M74 14V86" />
        }
        @case ('shell') {
          <path class="body" d="M18 14H82V86H18z" />
          <path class="line" d="M26 14V86M74 14V86M50 14V86" />
        }
        @case ('liner') {
          <circle class="body" cx="50" cy="50" r="44" />
          <circle class="hole" cx="50" cy="50" r="34" />
        }
        @case ('shim') {
          <circle class="body" cx="50" cy="50" r="44" />
          <circle class="hole" cx="50" cy="50" r="39" />
        }
        @case ('thrustWasher') {
          <path class="body" d="M8 60A42 42 0 0 1 92 60H70A20 20 0 0 0 30 60z" />
        }
        @default {
          <rect class="body" x="16" y="16" width="68" height="68" rx="8" />
        }
      }
      @if (mark(); as at) {
        @if (way() === 'groovesOut' || way() === 'groovesIn') {
          <path [class.dim]="way() === 'groovesIn'" class="grooves" d="M22 40l10 8M50 22V36M78 40l-10 8" />
        } @else if (isTang()) {
          <rect class="mark" [attr.x]="at.x - 9" [attr.y]="at.y - 7" width="18" height="14" />
        } @else {
          <circle class="mark" [attr.cx]="at.x" [attr.cy]="at.y" r="9" />
        }
      }
    </svg>
  `,
  styleUrl: './part-glyph.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartGlyph {
  readonly kind = input.required<string>();
  readonly way = input<Way | null>(null);
  /** Somebody said how it was found: till then it is an outline. */
  readonly seen = input(false);
  protected readonly isTang = computed(() => this.kind() === 'rodShell' || this.kind() === 'shell');
  protected readonly mark = computed(() => {
    const way = this.way();
    if (way === null) return undefined;
    const [x, y] = MARKS[way];
    return { x, y };
  });
}
