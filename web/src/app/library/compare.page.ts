import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { appliesWords, fitWords, revisionView, rowConverted, rowFigures, rowUnit } from '@oak-gate/contract';
import type { RevisionView } from '@oak-gate/contract';
import { compareRevisions } from '@oak-gate/core';
import type { LimitRow, RowChange } from '@oak-gate/core';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { latestAnswer } from '../state/latest-answer';
import { ProblemNote } from '../ui/problem-note';
import { queryText } from '../ui/query-text';
import { changedStatement, STATE_WORDS } from './kind-words';

const CHANGE_WORDS: Readonly<Record<RowChange['change'], string>> = {
  added: 'added',
  removed: 'removed',
  changed: 'changed',
  same: 'as before',
};

/** Two revisions side by side: what came, what went, and the figures that changed. */
@Component({
  selector: 'app-compare-page',
  imports: [ProblemNote, RouterLink],
  templateUrl: './compare.page.html',
  styleUrl: './compare.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ComparePage {
  private readonly api = inject(Api);
  readonly from = input('', { transform: queryText });
  readonly to = input('', { transform: queryText });
  protected readonly before = signal<RevisionView | undefined>(undefined);
  protected readonly after = signal<RevisionView | undefined>(undefined);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly all = signal(false);
  protected readonly stateWords = STATE_WORDS;

  private readonly compared = computed(() => {
    const [before, after] = [this.before(), this.after()];
    return before === undefined || after === undefined ? undefined : compareRevisions(before, after);
  });
  protected readonly counts = computed(() => {
    const rows = this.compared()?.rows ?? [];
    const of = (kind: RowChange['change']): number => rows.filter(({ change }) => change === kind).length;
    return { added: of('added'), removed: of('removed'), changed: of('changed'), same: of('same') };
  });
  protected readonly rows = computed(() =>
    (this.compared()?.rows ?? [])
      .filter(({ change }) => this.all() || change !== 'same')
      .map(({ change, before, after, fields }) => {
        const row = after ?? before;
        const view = this.after();
        const words =
          row === undefined || view === undefined
            ? undefined
            : fitWords(row, view.characteristics, view.models[0]?.layout);
        const labels = [before?.label, after?.label].filter((label) => label !== undefined);
        return {
          key: `${before?.id ?? ''} ${after?.id ?? ''}`,
          change,
          word: CHANGE_WORDS[change],
          label: [...new Set(labels)].join(' → '),
          what: words?.what ?? '',
          where: [words?.ring, words?.station].filter((part) => part !== undefined && part !== '').join(', '),
          before: before === undefined ? undefined : side(before),
          after: after === undefined ? undefined : side(after),
          noteOnly: fields.length > 0 && fields.every((field) => field === 'note'),
        };
      }),
  );
  protected readonly statement = computed(() => {
    const [before, after] = [this.before()?.revision, this.after()?.revision];
    if (before === undefined || after === undefined) return [];
    return (this.compared()?.statement ?? []).map(({ field }) => changedStatement(field, before, after));
  });

  constructor() {
    for (const [id, into] of [
      [this.from, this.before],
      [this.to, this.after],
    ] as const)
      latestAnswer(
        id,
        (revision) => {
          into.set(undefined);
          this.problem.set(undefined);
          return this.api.get(`/api/library/revisions/${encodeURIComponent(revision)}`, revisionView);
        },
        (answer) => {
          if (answer.ok) into.set(answer.value);
          else this.problem.set(answer.problem);
        },
      );
  }
}

const side = (row: LimitRow) => ({
  figures: rowFigures(row),
  unit: rowUnit(row),
  converted: rowConverted(row),
  applies: appliesWords(row.appliesTo),
  note: row.note,
});
