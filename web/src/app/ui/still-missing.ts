import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** What a form still waits for, beside its grey button: nobody has to guess why it does nothing. */
@Component({
  selector: 'app-still-missing',
  template: `
    <p class="soft" role="status">
      @if (missing().length > 0) {
        Still to be filled in: {{ missing().join(', ') }}.
      }
    </p>
  `,
  styles: `
    :host {
      flex: 1;
      align-self: center;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StillMissing {
  readonly missing = input.required<readonly string[]>();
}

/** The names of those that are not said. */
export const unsaid = (said: Readonly<Record<string, boolean>>): readonly string[] =>
  Object.entries(said).flatMap(([name, is]) => (is ? [] : [name]));
export const isSaid = (text: string): boolean => text.trim() !== '';
