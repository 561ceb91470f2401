import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '0', '.', '/'] as const;

/** For hands without a keyboard: digits, point, goes and stops, nothing goes, several points. */
@Component({
  selector: 'app-number-pad',
  templateUrl: './number-pad.html',
  styleUrl: './number-pad.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NumberPad {
  /** The thinnest blade of the set: "nothing goes" says that even this one stops. */
  readonly thinnest = input<string>();
  readonly pressed = output<string>();
  readonly replaced = output<string>();
  readonly back = output();
  protected readonly keys = KEYS;
}
