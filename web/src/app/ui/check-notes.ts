import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogConfig, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import type { MatDialog } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { CHECK_NOTE_WORDS, checkNotes, libraryView } from '@oak-gate/contract';
import type { CheckNotes } from '@oak-gate/contract';
import { CHECK_NOTE_KINDS, isSourced } from '@oak-gate/core';
import type { CheckNoteKind } from '@oak-gate/core';
import * as z from 'zod';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { newId } from '../state/new-id';
import { sessionFeature } from '../state/session.feature';
import { Asker } from './asker';
import { ProblemNote } from './problem-note';
import { WhenPipe } from './when.pipe';

/** Whose notes: a characteristic and what it is called. */
export interface NotesOf {
  readonly characteristic: string;
  readonly name: string;
}
type Note = CheckNotes['notes'][number];

/** Why a check is made and what it costs to leave it out, each with its source; and apart from that, what is only said. */
@Component({
  selector: 'app-check-notes',
  imports: [MatDialogModule, ProblemNote, WhenPipe],
  templateUrl: './check-notes.html',
  styleUrl: './check-notes.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CheckNotesDialog {
  protected readonly of = inject<NotesOf>(MAT_DIALOG_DATA);
  private readonly dialog = inject<MatDialogRef<CheckNotesDialog>>(MatDialogRef);
  private readonly api = inject(Api);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  private readonly all = signal<readonly Note[] | undefined>(undefined);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly isLoading = computed(() => this.all() === undefined && this.problem() === undefined);
  protected readonly groups = computed(() =>
    CHECK_NOTE_KINDS.map((kind) => ({
      ...{ kind, ...CHECK_NOTE_WORDS[kind], isSourced: isSourced(kind) },
      notes: this.all()?.filter((each) => each.kind === kind) ?? [],
    })).filter(({ notes, isSourced: always }) => always || notes.length > 0),
  );
  /** Who keeps the library says what documents say; whoever measures may note what is done or said elsewhere. */
  protected readonly mayNote = computed(() =>
    CHECK_NOTE_KINDS.filter((kind) => {
      const roles = this.person()?.roles ?? [];
      return roles.some((role) =>
        isSourced(kind)
          ? role === 'steward'
          : role === 'steward' || role === 'inspector' || role === 'technician',
      );
    }),
  );

  constructor() {
    void this.load();
  }
  protected mayTakeBack({ by }: Note): boolean {
    const person = this.person();
    return person !== undefined && (person.id === by.id || person.roles.includes('steward'));
  }
  /** Where in its document it stands, and what became of that. */
  protected sourceWords({ from, sourceState }: Note): string {
    const now =
      sourceState === 'withdrawn'
        ? ': withdrawn, it says so no more'
        : sourceState === 'superseded'
          ? ', an older revision'
          : '';
    return `${from === '' ? '' : `, ${from}`}${now}`;
  }
  protected toDocument(id: string | null): void {
    if (id === null) return;
    this.dialog.close();
    void this.router.navigate(['/library', id]);
  }
  protected async note(): Promise<void> {
    const kinds = this.mayNote();
    const asksDocument = kinds.some(isSourced);
    const view = asksDocument ? await this.api.get('/api/library', libraryView) : undefined;
    const documents = (view?.ok === true ? view.value.revisions : []).filter(
      ({ state }) => state !== 'draft' && state !== 'checked' && state !== 'withdrawn',
    );
    const saved = await this.asker.ask({
      title: `Note of a check: ${this.of.name}`,
      lines: asksDocument
        ? ['Why it is checked, and what leaving it out costs, need the document that says so.']
        : ['What others do, or what is only said. It judges nothing, and nothing can cite it.'],
      fields: [
        {
          key: 'kind',
          label: 'It is',
          kind: 'choice',
          options: kinds.map((value) => ({ value, label: CHECK_NOTE_WORDS[value].title })),
        },
        { key: 'text', label: 'What', kind: 'text' },
        ...(asksDocument
          ? ([
              {
                key: 'document',
                label: 'Which document says so',
                kind: 'choice',
                optional: true,
                options: [
                  { value: '', label: 'none: practice, or only said' },
                  ...documents.map(({ id, title }) => ({ value: id, label: `${id}: ${title}` })),
                ],
              },
            ] as const)
          : []),
        {
          key: 'from',
          label: 'Where in it; or whose practice, or who said it',
          kind: 'line',
          optional: true,
        },
      ],
      submit: 'Note it',
      act: async ({ kind = '', text = '', document = '', from = '' }) => {
        const note = {
          ...{ characteristic: this.of.characteristic, kind: kind as CheckNoteKind, text, from },
          document: document === '' ? null : document,
        };
        const answer = await this.api.post(
          '/api/library/characteristics/notes',
          { id: newId(), note },
          z.unknown(),
        );
        return answer.ok ? undefined : answer.problem;
      },
    });
    if (saved) await this.load();
  }
  protected async takeBack({ id }: Note): Promise<void> {
    const saved = await this.asker.ask({
      title: 'Take this note back',
      lines: ['It is not shown any more; the library’s story keeps it.'],
      fields: [{ key: 'reason', label: 'Reason', kind: 'text' }],
      submit: 'Take it back',
      act: async ({ reason = '' }) => {
        const answer = await this.api.post(
          '/api/library/characteristics/notes/taken-back',
          { id: newId(), note: id, reason },
          z.unknown(),
        );
        return answer.ok ? undefined : answer.problem;
      },
    });
    if (saved) await this.load();
  }
  private async load(): Promise<void> {
    const answer = await this.api.get(
      `/api/library/characteristics/${encodeURIComponent(this.of.characteristic)}/notes`,
      checkNotes,
    );
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (answer.ok) this.all.set(answer.value.notes);
  }
}
export const openCheckNotes = (dialog: MatDialog, of: NotesOf): MatDialogRef<CheckNotesDialog> =>
  dialog.open<CheckNotesDialog, NotesOf>(
    CheckNotesDialog,
    Object.assign(new MatDialogConfig<NotesOf>(), {
      data: of,
      ...{ width: '620px', maxWidth: '94vw' },
      ...{ enterAnimationDuration: 100, exitAnimationDuration: 60 },
    }),
  );
