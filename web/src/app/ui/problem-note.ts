import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { ApiProblem } from '../state/api';

/** What is wrong, where, and what to do next, beside the place where it happened. */
@Component({
  selector: 'app-problem-note',
  template: `
    <div class="note" role="alert">
      <p class="what">{{ problem().title }}</p>
      <p class="where">{{ problem().where }}</p>
      <p class="next">{{ problem().next }}</p>
      @if (problem().errors; as errors) {
        <div class="table">
          <table>
            <thead>
              <tr>
                <th scope="col">Line</th>
                <th scope="col">Column</th>
                <th scope="col">What is wrong</th>
              </tr>
            </thead>
            <tbody>
              @for (error of errors; track $index) {
                <tr>
                  <td class="figures">{{ error.line }}</td>
                  <td class="figures">{{ error.column }}</td>
                  <td>{{ error.message }}</td>
                </tr>
              }
            </tbody>
          </table>
        </div>
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
