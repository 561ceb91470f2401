import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { FIT_STATE_WORDS, libraryView, problemWords, revisionView } from '@oak-gate/contract';
import type { ModelSummary, RevisionView } from '@oak-gate/contract';
import { DOCUMENT_KINDS, FIT_STATES } from '@oak-gate/core';
import * as z from 'zod';
import { Api } from '../state/api';
import type { Answer, ApiProblem } from '../state/api';
import { latestAnswer } from '../state/latest-answer';
import { newId } from '../state/new-id';
import { Choices, Field } from '../ui/field';
import { ProblemNote } from '../ui/problem-note';
import { isSaid, StillMissing, unsaid } from '../ui/still-missing';
import { askBeforeClosing } from '../ui/unsaved';
import type { HoldsUnsaved } from '../ui/unsaved';
import { draftOf, EMPTY_DRAFT, statementOf } from './document-draft';
import type { DocumentDraft } from './document-draft';
import { KIND_WORDS } from '@oak-gate/contract';

const KIND_HINTS: Readonly<Record<string, string>> = {
  mandatory: 'an order of the authority or of the maker that must be followed',
  letter: 'approved, from whoever holds the approval of the engine or of the fitted part',
  partMaker: 'a leaflet from the ring box, without an approval',
  manual: 'the maker’s overhaul manual',
  shop: 'your own target: it narrows inside the limits and never widens them',
};

/** A document’s own statement, written for a draft: who it is, when it holds, what it speaks of. */
@Component({
  selector: 'app-document-form-page',
  imports: [Choices, Field, ProblemNote, RouterLink, StillMissing],
  templateUrl: './document-form.page.html',
  styleUrl: './document-form.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentFormPage implements HoldsUnsaved {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  /** The revision that is changed; nothing for a new one. */
  readonly revision = input<string>();
  protected readonly draft = signal<DocumentDraft>(EMPTY_DRAFT);
  /** As it is on disk. */
  private readonly kept = signal<DocumentDraft>(EMPTY_DRAFT);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly busy = signal(false);
  private readonly fetched = signal(false);
  /** Nothing is typed before what is to be changed is there. */
  protected readonly ready = computed(() => this.revision() === undefined || this.fetched());
  private readonly models = signal<readonly ModelSummary[]>([]);
  protected readonly kinds = DOCUMENT_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }));
  protected readonly kindHint = computed(() => KIND_HINTS[this.draft().kind] ?? '');
  protected readonly states = FIT_STATES.map((value) => ({ value, label: FIT_STATE_WORDS[value] }));
  protected readonly units = ['in', 'mm'].map((value) => ({ value, label: value }));
  protected readonly modelChoices = computed(() =>
    this.models().map(({ id, maker, name }) => ({ value: id, label: `${maker} ${name}` })),
  );
  protected readonly missing = computed(() => {
    const { number, revision, title, issued, effective, models } = this.draft();
    return unsaid({
      number: isSaid(number),
      revision: isSaid(revision),
      title: isSaid(title),
      issued: isSaid(issued),
      'effective from': isSaid(effective),
      'engine models': models.length > 0,
    });
  });

  constructor() {
    askBeforeClosing(this);
    void this.api.get('/api/library', libraryView).then((answer) => {
      if (answer.ok) this.models.set(answer.value.models);
      else this.problem.set(answer.problem);
    });
    latestAnswer(
      this.revision,
      (id) => this.api.get(`/api/library/revisions/${encodeURIComponent(id)}`, revisionView),
      (answer, id) => {
        this.begin(id, answer);
      },
    );
  }
  private begin(id: string, answer: Answer<RevisionView>): void {
    if (!answer.ok) {
      this.problem.set(answer.problem);
      return;
    }
    const { revision, published } = answer.value;
    if (published !== null) {
      const { what, where, next } = problemWords('REVISION_PUBLISHED', { revision: id });
      this.problem.set({ code: 'REVISION_PUBLISHED', title: what, where, next });
      return;
    }
    this.draft.set(draftOf(revision));
    this.kept.set(this.draft());
    this.fetched.set(true);
  }
  unsaved(): string | undefined {
    return JSON.stringify(this.draft()) === JSON.stringify(this.kept())
      ? undefined
      : 'What you wrote about this document is not kept yet.';
  }
  protected change(part: Partial<DocumentDraft>): void {
    this.draft.update((draft) => ({ ...draft, ...part }));
  }

  protected async save(): Promise<void> {
    const read = statementOf(this.draft());
    this.problem.set(read.ok ? undefined : read.problem);
    if (!read.ok) return;
    this.busy.set(true);
    const changed = this.revision();
    const body = { id: newId(), revision: read.statement };
    const path = '/api/library/revisions';
    const said = z.object({ revision: z.object({ id: z.string() }) });
    const answer =
      changed === undefined
        ? await this.api.post(path, body, said)
        : await this.api.put(`${path}/${encodeURIComponent(changed)}`, body, said);
    this.busy.set(false);
    if (!answer.ok) {
      this.problem.set(answer.problem);
      return;
    }
    this.kept.set(this.draft());
    await this.router.navigate(['/library', answer.value.revision.id]);
  }
}
