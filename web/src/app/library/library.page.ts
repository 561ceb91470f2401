import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { documentRevision, libraryView } from '@oak-gate/contract';
import * as z from 'zod';
import type { LibraryView } from '@oak-gate/contract';
import { DOCUMENT_KINDS } from '@oak-gate/core';
import type { DocumentKind } from '@oak-gate/core';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { newId } from '../state/new-id';
import { FORM_IMPORTS } from '../ui/form-imports';
import { ProblemNote } from '../ui/problem-note';
import { WhenPipe } from '../ui/when.pipe';
import { KIND_WORDS, STATE_WORDS } from './kind-words';

interface RevisionDraft {
  readonly number: string;
  readonly revision: string;
  readonly title: string;
  readonly kind: DocumentKind;
  readonly issued: string;
  readonly effective: string;
  readonly models: readonly string[];
  readonly serialFrom: string;
  readonly serialTo: string;
}
const EMPTY: RevisionDraft = {
  number: '',
  revision: '',
  title: '',
  kind: 'manual',
  issued: '',
  effective: '',
  models: [],
  serialFrom: '',
  serialTo: '',
};
const drafted = z.object({ revision: documentRevision });
const counting = (text: string): number | null => (text.trim() === '' ? null : Number(text));

/** The documents that limits come from, and the engine models that they speak of. */
@Component({
  selector: 'app-library-page',
  imports: [...FORM_IMPORTS, RouterLink, ProblemNote, WhenPipe],
  templateUrl: './library.page.html',
  styleUrl: './library.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LibraryPage {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  protected readonly kinds = DOCUMENT_KINDS;
  protected readonly kindWords = KIND_WORDS;
  protected readonly stateWords = STATE_WORDS;
  protected readonly view = signal<LibraryView | undefined>(undefined);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly draft = signal<RevisionDraft | undefined>(undefined);
  protected readonly search = signal('');
  protected readonly revisions = computed(() => {
    const word = this.search().trim().toLowerCase();
    return (this.view()?.revisions ?? []).filter(({ id, title, appliesTo }) =>
      `${id} ${title} ${(appliesTo.models ?? []).join(' ')}`.toLowerCase().includes(word),
    );
  });
  protected readonly complete = computed(() => {
    const draft = this.draft();
    return (
      draft !== undefined &&
      draft.models.length > 0 &&
      [draft.number, draft.revision, draft.title, draft.issued, draft.effective].every(
        (text) => text.trim() !== '',
      )
    );
  });

  constructor() {
    void this.look();
  }
  private async look(): Promise<void> {
    const answer = await this.api.get('/api/library', libraryView);
    if (answer.ok) this.view.set(answer.value);
    else this.problem.set(answer.problem);
  }
  protected start(): void {
    this.draft.set(EMPTY);
    this.problem.set(undefined);
  }
  protected leave(): void {
    this.draft.set(undefined);
    this.problem.set(undefined);
  }
  protected change(part: Partial<RevisionDraft>): void {
    this.draft.update((draft) => (draft === undefined ? draft : { ...draft, ...part }));
  }
  protected async save(): Promise<void> {
    const draft = this.draft();
    if (draft === undefined) return;
    const revision = {
      ...draft,
      number: draft.number.trim(),
      revision: draft.revision.trim(),
      title: draft.title.trim(),
      serialFrom: counting(draft.serialFrom),
      serialTo: counting(draft.serialTo),
    };
    const answer = await this.api.post('/api/library/revisions', { id: newId(), revision }, drafted);
    if (answer.ok) await this.router.navigate(['/library', answer.value.revision.id]);
    else this.problem.set(answer.problem);
  }
  protected async importModel(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    if (file === undefined) return;
    const read = await readJson(file);
    field.value = '';
    if (!read.ok) {
      this.problem.set({
        code: 'FILE_NOT_JSON',
        title: `${file.name} is not JSON: ${read.because}`,
        where: file.name,
        next: 'Choose an engine model file; samples ship in demo/models.',
      });
      return;
    }
    const answer = await this.api.post('/api/library/models', { id: newId(), file: read.value }, z.unknown());
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (answer.ok) await this.look();
  }
}

async function readJson(
  file: File,
): Promise<
  { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly because: string }
> {
  try {
    return { ok: true, value: JSON.parse(await file.text()) };
  } catch (error) {
    return { ok: false, because: error instanceof Error ? error.message : String(error) };
  }
}
