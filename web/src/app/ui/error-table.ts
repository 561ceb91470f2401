import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { ApiProblem } from '../state/api';

/** What is wrong in a table, cell by cell. */
@Component({
  selector: 'app-error-table',
  template: `
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
          @for (error of errors(); track $index) {
            <tr>
              <td class="figures">{{ error.line }}</td>
              <td class="figures">{{ error.column }}</td>
              <td>{{ error.message }}</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styleUrl: './error-table.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ErrorTable {
  readonly errors = input.required<readonly NonNullable<ApiProblem['errors']>[number][]>();
}
