import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** How many of something: by two large keys, or typed. */
@Component({
  selector: 'app-stepper',
  template: `
    <span class="label" [id]="name() + '-label'">{{ label() }}</span>
    <span class="set">
      <button
        type="button"
        [disabled]="fixed() || value() <= least()"
        [attr.aria-label]="'One less: ' + label()"
        (click)="changed.emit(value() - 1)"
      >
        −
      </button>
      <input
        inputmode="numeric"
        maxlength="2"
        autocomplete="off"
        [name]="name()"
        [readOnly]="fixed()"
        [attr.aria-labelledby]="name() + '-label'"
        [value]="value()"
        (change)="typed($any($event.target))"
      />
      <button
        type="button"
        [disabled]="fixed() || value() >= most()"
        [attr.aria-label]="'One more: ' + label()"
        (click)="changed.emit(value() + 1)"
      >
        +
      </button>
    </span>
  `,
  styleUrl: './stepper.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Stepper {
  readonly label = input.required<string>();
  readonly name = input.required<string>();
  readonly value = input.required<number>();
  readonly least = input(0);
  readonly most = input(99);
  readonly fixed = input(false);
  readonly changed = output<number>();

  /** What is no number that can be is put back as it was: nothing follows from a slip. */
  protected typed(field: HTMLInputElement): void {
    const number = /^\d{1,2}$/.test(field.value.trim()) ? Number(field.value.trim()) : NaN;
    if (number >= this.least() && number <= this.most()) this.changed.emit(number);
    field.value = String(this.value());
  }
}
