import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { unitWord } from '@oak-gate/contract';
import { nanometres } from '@oak-gate/core';
import type { Instrument, Nanometres } from '@oak-gate/core';

const SHOWN = 9;
const BEFORE = 3;

/** The blades around the next one to try. Blades that were tried look different from those that only follow. */
@Component({
  selector: 'app-blade-ladder',
  templateUrl: './blade-ladder.html',
  styleUrl: './blade-ladder.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BladeLadder {
  readonly instrument = input.required<Instrument>();
  readonly marked = input<Nanometres>();
  readonly goes = input<Nanometres>();
  readonly stops = input<Nanometres>();
  readonly answered = output<{ readonly blade: Nanometres; readonly goes: boolean }>();
  readonly picked = output<string>();

  protected readonly range = computed(() => {
    const { blades, unit } = this.instrument();
    return `${blades[0]?.text ?? ''} to ${blades.at(-1)?.text ?? ''} ${unitWord(unit)}`;
  });
  protected readonly rungs = computed(() => {
    const { blades } = this.instrument();
    const goes = this.goes() ?? -1;
    const stops = this.stops() ?? Infinity;
    const centre =
      this.marked() ??
      this.goes() ??
      this.stops() ??
      blades[Math.floor(blades.length / 2)]?.nm ??
      nanometres(0);
    const at = Math.max(
      0,
      blades.findIndex(({ nm }) => nm >= centre),
    );
    // Few before, more after: narrow screens cut the far end off, never the blade to try.
    const from = Math.min(Math.max(0, at - BEFORE), Math.max(0, blades.length - 1 - BEFORE));
    return blades.slice(from, from + SHOWN).map(({ text, nm }) => ({
      text,
      nm,
      state:
        nm === goes
          ? 'went'
          : nm === stops
            ? 'stopped'
            : nm < goes
              ? 'goes'
              : nm > stops
                ? 'stops'
                : 'untried',
      marked: nm === this.marked(),
    }));
  });
  protected readonly settled = computed(() => this.marked() === undefined);

  protected answer(goes: boolean): void {
    const blade = this.marked();
    if (blade !== undefined) this.answered.emit({ blade, goes });
  }
}
