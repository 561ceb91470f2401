import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { Mark } from './mark';
import { LIMIT_AT } from './piston-drawing';
import type { PistonDrawing } from './piston-drawing';

const ROW = 38;
const LEAST_CROWN = 44;
/** How many letters of a heading a column has room for, by how many there are: bars take theirs first. */
const LETTERS = [26, 26, 11];
const FEW_LETTERS = 6;
const LINE = 17;

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
  /** As high as the longest heading needs in its column: the headings stand beside the crown. */
  protected readonly crown = computed(() => {
    const { heads } = this.view();
    const letters = LETTERS[heads.length] ?? FEW_LETTERS;
    return Math.max(LEAST_CROWN, ...heads.map((head) => linesOf(head, letters) * LINE + 6));
  });
  /** The lines of the drawing stand on those of the figures beside them. */
  protected readonly grooves = computed(() =>
    this.view().grooves.map(({ label }, i) => ({ label, y: this.crown() + i * ROW + ROW / 2 })),
  );
  protected readonly height = computed(
    () => this.crown() + (this.view().grooves.length + Math.max(this.view().body.length, 1)) * ROW,
  );
}
/** In how many lines words are set that have room for so many letters in each. */
function linesOf(words: string, letters: number): number {
  let [lines, room] = [1, letters];
  for (const { length } of words.split(' ')) {
    if (length > room && room < letters) [lines, room] = [lines + 1, letters];
    room -= length + 1;
  }
  return lines;
}
