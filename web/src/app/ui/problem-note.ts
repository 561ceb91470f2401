import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { ApiProblem } from '../state/api';
import { ErrorTable } from './error-table';

/** What is wrong, where, and what to do next, beside the place where it happened. */
@Component({
  selector: 'app-problem-note',
  imports: [ErrorTable],
  template: `
    <div class="note" [class.closable]="closable()" role="alert">
      <p class="what">{{ problem().title }}</p>
      <p class="where">{{ problem().where }}</p>
      <p class="next">{{ problem().next }}</p>
      @if (problem().errors; as errors) {
        <app-error-table [errors]="errors" />
      }
      @if (closable()) {
        <button type="button" class="action quiet small" (click)="closed.emit()">Understood</button>
      }
    </div>
  `,
  styleUrl: './problem-note.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProblemNote {
  readonly problem = input.required<ApiProblem>();
  readonly closable = input(false);
  readonly closed = output();
}
