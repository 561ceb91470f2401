import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { Mark } from './mark';
import { LIMIT_AT } from './piston-drawing';
import type { PistonDrawing } from './piston-drawing';

const ROW = 38;
const CROWN = 44;

/** A piston with its grooves and what is measured on it; a press on a figure goes to its place. */
@Component({
  selector: 'app-piston',
  imports: [Mark],
  templateUrl: './piston.html',
  styleUrl: './piston.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Piston {
  readonly view = input.required<PistonDrawing>();
  readonly chosen = output<string>();
  protected readonly limitAt = LIMIT_AT * 100;
  protected readonly row = ROW;
  protected readonly crown = CROWN;
  /** The lines of the drawing stand on those of the figures beside them. */
  protected readonly grooves = computed(() =>
    this.view().grooves.map(({ label }, i) => ({ label, y: CROWN + i * ROW + ROW / 2 })),
  );
  protected readonly height = computed(
    () => CROWN + (this.view().grooves.length + Math.max(this.view().body.length, 1)) * ROW,
  );
}
