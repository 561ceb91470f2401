import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { findingName, measuredLines, partLines, addedWords } from '@oak-gate/contract';
import type { JobState } from '@oak-gate/core';
import { WhenPipe } from '../ui/when.pipe';

/** Everything that was measured and done, as the record tells it: what does not count is struck, and never absent. */
@Component({
  selector: 'app-history-list',
  imports: [WhenPipe],
  template: `
    @if (measured().length > 0) {
      <details class="panel panel-pad">
        <summary>
          <h2>Everything that was measured</h2>
          <span class="soft">{{ measured().length }} readings; struck what does not count any more</span>
        </summary>
        <table class="list">
          <thead>
            <tr>
              <th scope="col">Where</th>
              <th scope="col">Figure</th>
              <th scope="col">What it is</th>
              <th scope="col">As typed, and why</th>
              <th scope="col">By</th>
            </tr>
          </thead>
          <tbody>
            @for (line of measured(); track line.seq) {
              <tr>
                <td>{{ line.where }}</td>
                <td class="figures figure" [class.once]="line.struck === 1" [class.twice]="line.struck === 2">
                  {{ line.figure }}
                </td>
                <td>{{ line.what }}</td>
                <td class="soft">{{ line.note }}</td>
                <td class="soft">{{ line.by }}, {{ line.at | when }}</td>
              </tr>
            }
          </tbody>
        </table>
      </details>
    }
    @if (parts().length > 0) {
      <details class="panel panel-pad" open>
        <summary>
          <h2>What was done to the parts</h2>
        </summary>
        <table class="list">
          <tbody>
            @for (line of parts(); track $index) {
              <tr>
                <td>{{ line.where }}</td>
                <td>
                  <strong>{{ line.what }}</strong>
                </td>
                <td>{{ line.note }}</td>
                <td class="soft">{{ line.by }}, {{ line.at | when }}</td>
              </tr>
            }
          </tbody>
        </table>
      </details>
    }
    @if (added().length > 0) {
      <details class="panel panel-pad" open>
        <summary>
          <h2>Notes, photographs, papers and orders</h2>
        </summary>
        <table class="list">
          <tbody>
            @for (line of added(); track line.seq) {
              <tr>
                <td>{{ line.finding }}</td>
                <td>
                  @if (line.picture; as picture) {
                    <a [href]="picture" target="_blank" rel="noopener">{{ line.words }}</a>
                  } @else {
                    {{ line.words }}
                  }
                </td>
                <td class="soft">{{ line.by }}, {{ line.at | when }}</td>
              </tr>
            }
          </tbody>
        </table>
      </details>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 18px;
    }
    details {
      margin-bottom: 18px;
    }
    summary {
      min-height: 44px;
      cursor: pointer;
    }
    h2 {
      display: inline;
      margin-right: 12px;
    }
    .figure {
      white-space: nowrap;
    }
    .once {
      text-decoration: line-through;
    }
    .twice {
      text-decoration: line-through double;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HistoryList {
  readonly job = input.required<JobState>();
  protected readonly measured = computed(() => measuredLines(this.job()));
  protected readonly parts = computed(() => partLines(this.job()));
  /** What was added to findings, also to those that are decided. */
  protected readonly added = computed(() => {
    const job = this.job();
    return job.remarks.map((each) => ({
      seq: each.seq,
      finding: findingName(job, each.finding),
      words: addedWords(each),
      picture:
        each.kind === 'photograph' || each.kind === 'paper'
          ? `/api/jobs/${job.id}/${each.kind}s/${each.file.sha256}`
          : undefined,
      by: each.by.name,
      at: each.at,
    }));
  });
}
