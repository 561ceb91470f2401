import { Location } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { libraryView, searchView } from '@oak-gate/contract';
import type { LibraryView, SearchView } from '@oak-gate/contract';
import { Store } from '@ngrx/store';
import { debounceTime, switchMap, tap } from 'rxjs';
import * as z from 'zod';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { newId } from '../state/new-id';
import { sessionFeature } from '../state/session.feature';
import { ProblemNote } from '../ui/problem-note';
import { WhenPipe } from '../ui/when.pipe';
import { CharacteristicList } from './characteristic-list';
import { STATE_WORDS } from './kind-words';
import { CLASS_WORDS, KIND_WORDS, readModelDraft } from '@oak-gate/contract';
import { ModelKeep } from './model-editor/model-keep';
import { KindOrders } from './kind-orders';
import { RouteList } from './routes/route-list';
import { SampleList } from './sample-list';

const TABS = [
  { id: 'documents', label: 'Documents' },
  { id: 'models', label: 'Engine models' },
  { id: 'measured', label: 'What is measured' },
  { id: 'orders', label: 'Which kind is stronger' },
  { id: 'routes', label: 'Routes' },
  { id: 'samples', label: 'Samples' },
] as const;
const TYPING_MS = 120;
const HIT_WORDS = {
  document: 'document',
  row: 'limit',
  model: 'engine model',
  characteristic: 'measured',
} as const;

/** The documents that limits come from, and everything that they speak of; one search over all of it. */
@Component({
  selector: 'app-library-page',
  imports: [
    CharacteristicList,
    FormsModule,
    KindOrders,
    RouterLink,
    ProblemNote,
    RouteList,
    SampleList,
    WhenPipe,
  ],
  templateUrl: './library.page.html',
  styleUrl: './library.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LibraryPage {
  private readonly api = inject(Api);
  private readonly keep = inject(ModelKeep);
  private readonly location = inject(Location);
  private readonly router = inject(Router);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly tab = input<string>();
  /** What was looked up before somebody went to one of the hits and came back. */
  readonly q = input<string>();
  protected readonly tabs = TABS;
  protected readonly shown = computed(() => TABS.find(({ id }) => id === this.tab())?.id ?? 'documents');
  protected readonly kindWords = KIND_WORDS;
  protected readonly classWords = CLASS_WORDS;
  protected readonly stateWords = STATE_WORDS;
  protected readonly hitWords = HIT_WORDS;
  protected readonly view = signal<LibraryView | undefined>(undefined);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly search = signal('');
  protected readonly found = signal<SearchView | undefined>(undefined);
  protected readonly hits = computed(() =>
    (this.found()?.hits ?? []).map((hit) => ({ ...hit, leadsTo: this.router.parseUrl(hit.link) })),
  );
  protected readonly isSteward = computed(() => this.person()?.roles.includes('steward') === true);

  constructor() {
    void this.look();
    effect(() => {
      this.search.set(this.q() ?? '');
    });
    toObservable(this.search)
      .pipe(
        debounceTime(TYPING_MS),
        tap((word) => {
          this.keepInAddress(word.trim());
        }),
        switchMap((word) =>
          word.trim() === ''
            ? Promise.resolve(undefined)
            : this.api.get(`/api/library/search?q=${encodeURIComponent(word)}`, searchView),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((answer) => {
        this.found.set(answer?.ok === true ? answer.value : undefined);
        if (answer?.ok === false) this.problem.set(answer.problem);
      });
  }
  /** Not a step of its own in the browser's history: going back leaves the library, as before anything was typed. */
  private keepInAddress(word: string): void {
    const queryParams = { tab: this.tab(), q: word === '' ? undefined : word };
    this.location.replaceState(
      this.router.serializeUrl(this.router.createUrlTree(['/library'], { queryParams })),
    );
  }
  protected async look(): Promise<void> {
    const answer = await this.api.get('/api/library', libraryView);
    if (answer.ok) this.view.set(answer.value);
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
    // A file with faults is no dead end: it opens in the editor, with every fault at its field.
    const draft = answer.ok || answer.problem.code !== 'BODY_WRONG' ? undefined : readModelDraft(read.value);
    if (draft !== undefined) {
      this.keep.fromFile.set(draft);
      // Of a model that is there it is the next version; else a model of its own.
      const known = this.view()?.models.some(({ id }) => id === draft.draft.id) === true;
      await this.router.navigate(
        ['/library/models', known ? draft.draft.id : 'new'],
        known ? {} : { queryParams: { from: `file:${file.name}` } },
      );
      return;
    }
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
