import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** One thing that is written: its words above it, said at every letter, or when it is left. */
@Component({
  selector: 'app-text-line',
  template: `
    <label class="line"
      ><span>{{ label() }}</span>
      <input
        autocomplete="off"
        [class.figure]="figure()"
        [name]="name()"
        [attr.inputmode]="figure() && left() ? 'decimal' : null"
        [attr.maxlength]="most()"
        [placeholder]="hint()"
        [readOnly]="fixed()"
        [value]="value()"
        [attr.data-long]="most() > 120 ? '' : null"
        (input)="left() || said.emit($any($event.target).value)"
        (change)="left() && said.emit($any($event.target).value)"
      />
    </label>
  `,
  styleUrl: './model-fields.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TextLine {
  readonly label = input.required<string>();
  readonly name = input.required<string>();
  readonly value = input.required<string>();
  readonly fixed = input(false);
  readonly most = input(120);
  readonly hint = input('');
  /** A size or a count, in the face of figures. */
  readonly figure = input(false);
  /** Said when it is left, and not at every letter: what is half of it would be another thing. */
  readonly left = input(false);
  readonly said = output<string>();
}
