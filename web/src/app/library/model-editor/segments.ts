import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** One of a few, all of them in sight. */
@Component({
  selector: 'app-segments',
  template: `
    <fieldset [disabled]="fixed()">
      <legend>{{ label() }}</legend>
      <div>
        @for (each of options(); track each.value) {
          <label [class.here]="each.value === value()">
            <input
              type="radio"
              [name]="name()"
              [value]="each.value"
              [checked]="each.value === value()"
              (change)="changed.emit(each.value)"
            />
            {{ each.label }}
          </label>
        }
      </div>
    </fieldset>
  `,
  styleUrl: './segments.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Segments {
  readonly label = input.required<string>();
  readonly name = input.required<string>();
  readonly options = input.required<readonly { readonly value: string; readonly label: string }[]>();
  readonly value = input.required<string>();
  readonly fixed = input(false);
  readonly changed = output<string>();
}
