import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { provideNativeDateAdapter } from '@angular/material/core';
import { MatDatepickerModule } from '@angular/material/datepicker';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';

export interface FieldOption {
  readonly value: string;
  readonly label: string;
}

/** One field of a form: a line, a text, a date, a choice, a PIN. Every form and the dialog that asks are made of these. */
@Component({
  selector: 'app-field',
  imports: [FormsModule, MatDatepickerModule, MatFormFieldModule, MatInputModule, MatSelectModule],
  template: `
    <mat-form-field appearance="outline" subscriptSizing="dynamic" hideRequiredMarker>
      <mat-label [class.needed]="needed()">{{ label() }}</mat-label>
      @switch (kind()) {
        @case ('choice') {
          <mat-select
            [attr.name]="name()"
            [required]="needed()"
            [ngModel]="value()"
            (ngModelChange)="value.set($event)"
          >
            @for (option of options(); track option.value) {
              <mat-option [value]="option.value">{{ option.label }}</mat-option>
            }
          </mat-select>
        }
        @case ('date') {
          <input
            matInput
            autocomplete="off"
            inputmode="numeric"
            [name]="name()"
            maxlength="10"
            [required]="needed()"
            [readonly]="fixed()"
            [ngModel]="value()"
            (ngModelChange)="value.set($event)"
          />
          <input
            class="picked"
            tabindex="-1"
            aria-hidden="true"
            [matDatepicker]="picker"
            [value]="date()"
            (dateChange)="pick($event.value)"
          />
        }
        @case ('text') {
          <textarea
            matInput
            [name]="name()"
            [rows]="rows()"
            [maxlength]="max()"
            [required]="needed()"
            [ngModel]="value()"
            (ngModelChange)="value.set($event)"
          ></textarea>
        }
        @default {
          <input
            matInput
            [autocomplete]="kind() === 'pin' ? 'new-password' : 'off'"
            [name]="name()"
            [type]="kind() === 'pin' ? 'password' : 'text'"
            [attr.inputmode]="kind() === 'pin' ? 'numeric' : kind() === 'number' ? 'decimal' : null"
            [maxlength]="max()"
            [required]="needed()"
            [readonly]="fixed()"
            [ngModel]="value()"
            (ngModelChange)="value.set($event)"
          />
        }
      }
      @if (kind() === 'date') {
        <mat-datepicker-toggle matIconSuffix [for]="picker" />
      }
      <mat-datepicker #picker />
      @if (hint(); as words) {
        <mat-hint>{{ words }}</mat-hint>
      } @else if (kind() === 'date') {
        <mat-hint>year-month-day</mat-hint>
      }
    </mat-form-field>
  `,
  styleUrl: './field.scss',
  providers: [provideNativeDateAdapter()],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Field {
  readonly label = input.required<string>();
  readonly name = input.required<string>();
  readonly kind = input<'line' | 'text' | 'number' | 'date' | 'choice' | 'pin'>('line');
  readonly options = input<readonly FieldOption[]>([]);
  readonly hint = input('');
  readonly max = input(120);
  readonly rows = input(2);
  /** Shown, and not to be changed. */
  readonly fixed = input(false);
  /** Marked as one that is not left empty. */
  readonly needed = input(false);
  readonly value = model('');

  /** What is typed as a day, for the calendar; nothing where it is none. */
  protected readonly date = computed(() => {
    const [, year, month, day] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(this.value().trim()) ?? [];
    return day === undefined ? null : new Date(Number(year), Number(month) - 1, Number(day));
  });
  protected pick(date: Date | null): void {
    if (date === null) return;
    const two = (part: number): string => String(part).padStart(2, '0');
    this.value.set(`${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`);
  }
}

/** Several of a list at once. */
@Component({
  selector: 'app-choices',
  imports: [FormsModule, MatFormFieldModule, MatSelectModule],
  template: `
    <mat-form-field appearance="outline" subscriptSizing="dynamic">
      <mat-label>{{ label() }}</mat-label>
      <mat-select multiple [attr.name]="name()" [ngModel]="value()" (ngModelChange)="value.set($event)">
        <mat-select-trigger>{{ chosen() }}</mat-select-trigger>
        @for (option of options(); track option.value) {
          <mat-option [value]="option.value">{{ option.label }}</mat-option>
        }
      </mat-select>
    </mat-form-field>
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Choices {
  readonly label = input.required<string>();
  readonly name = input.required<string>();
  readonly options = input<readonly FieldOption[]>([]);
  readonly value = model<readonly string[]>([]);
  /** What is chosen, in short: an explanation behind a colon stays in the list. */
  protected readonly chosen = computed(() =>
    this.options()
      .filter(({ value }) => this.value().includes(value))
      .map(({ label }) => label.split(': ')[0])
      .join(', '),
  );
}
