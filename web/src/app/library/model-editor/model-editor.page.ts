import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  Injector,
  input,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  libraryView,
  modelChangeWords,
  modelFile,
  modelKept,
  modelView,
  readModelDraft,
} from '@oak-gate/contract';
import type { ModelView } from '@oak-gate/contract';
import { digestOf, draftOfModel, EMPTY_MODEL, modelChanges, modelOfDraft } from '@oak-gate/core';
import type { Characteristic, EngineModel, ModelDraft } from '@oak-gate/core';
import * as z from 'zod';
import { Api } from '../../state/api';
import type { ApiProblem } from '../../state/api';
import { newId } from '../../state/new-id';
import { sessionFeature } from '../../state/session.feature';
import { Asker } from '../../ui/asker';
import { ProblemNote } from '../../ui/problem-note';
import { WhenPipe } from '../../ui/when.pipe';
import { ModelDrawings } from './model-drawings';
import { ModelEdit } from './model-edit';
import { ModelKeep } from './model-keep';
import { ModelQuestions } from './model-questions';
import { placeCounts } from './place-counts';
import { SerialPlateForm } from './serial-plate';

const NEW = 'new';
const SHOWN_COUNTS = 5;

/**
 * One engine model: made of answers, its drawings beside it; looked at; and changed by a next version, which somebody else looks
 * at before it holds.
 */
@Component({
  selector: 'app-model-editor-page',
  imports: [ModelDrawings, ModelQuestions, ProblemNote, RouterLink, SerialPlateForm, WhenPipe],
  providers: [ModelEdit],
  templateUrl: './model-editor.page.html',
  styleUrl: './model-editor.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ModelEditorPage {
  private readonly api = inject(Api);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  private readonly keep = inject(ModelKeep);
  private readonly injector = inject(Injector);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly edit = inject(ModelEdit);
  /** `new`, or the id of a model. */
  readonly model = input.required<string>();
  private readonly query = toSignal(inject(ActivatedRoute).queryParamMap);

  protected readonly view = signal<ModelView | undefined>(undefined);
  protected readonly characteristics = signal<readonly Characteristic[]>([]);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly ready = signal(false);
  protected readonly busy = signal(false);
  protected readonly showsAll = signal(false);
  protected readonly showsChanges = signal(true);
  /** Made before, and found again on this tablet. */
  protected readonly found = signal(false);
  /** The digest of what the draft in hand was made from. */
  private seen = '';

  protected readonly isNew = computed(() => this.model() === NEW);
  /** Under which it is kept on this tablet: what is made from a sample leaves what was begun from nothing as it is. */
  private readonly key = computed(() =>
    this.isNew() ? `${NEW} ${this.query()?.get('from') ?? ''}`.trim() : this.model(),
  );
  protected readonly isSteward = computed(() => this.person()?.roles.includes('steward') === true);
  protected readonly title = computed(() => {
    const { maker, name } = this.edit.draft();
    const said = `${maker} ${name}`.trim();
    return said === '' ? 'An engine model' : said;
  });
  protected readonly counts = computed(() => placeCounts(this.edit.draft(), this.characteristics()));
  protected readonly shownCounts = computed(() =>
    this.showsAll() ? this.counts() : this.counts().slice(0, SHOWN_COUNTS),
  );
  protected readonly moreCounts = computed(() => Math.max(0, this.counts().length - SHOWN_COUNTS));
  /** What the version in hand would change in the one that holds. */
  protected readonly changes = computed((): readonly string[] => {
    const view = this.view();
    if (view === undefined) return [];
    return modelChanges(view.model, modelOfDraft(this.edit.draft())).map(modelChangeWords);
  });
  protected readonly isChanged = computed(() => {
    const view = this.view();
    return view === undefined || digestOf(modelOfDraft(this.edit.draft())) !== (view.draft ?? view).digest;
  });
  protected readonly draft = computed(() => this.view()?.draft ?? undefined);
  /** Whoever made nothing of it looks at it; in a shop where one person may, its maker does too. */
  protected readonly mayCheck = computed(() => {
    const [person, draft] = [this.person(), this.draft()];
    if (draft?.checked !== null) return false;
    return person?.roles.some((role) => ['steward', 'inspector', 'technician'].includes(role)) === true;
  });
  protected readonly isOwn = computed(() => this.draft()?.writers.includes(this.person()?.id ?? '') === true);

  constructor() {
    effect(() => {
      const of = this.model();
      untracked(() => void this.fetch(of));
    });
    // At every change, with all its faults: nobody loses what he made.
    effect(() => {
      const draft = this.edit.draft();
      untracked(() => {
        if (!this.ready() || this.edit.fixed()) return;
        // What was taken back step by step is not there again after a reload.
        if (!this.edit.canUndo()) {
          if (!this.found()) this.keep.drop(this.key());
          return;
        }
        this.keep.put(this.key(), { draft, seen: this.seen });
      });
    });
    effect(() => {
      if (this.edit.open() !== 'plate') return;
      afterNextRender(
        () => this.host.nativeElement.querySelector<HTMLInputElement>('input[name=plate]')?.focus(),
        { injector: this.injector },
      );
    });
  }

  private async fetch(of: string): Promise<void> {
    this.ready.set(false);
    this.problem.set(undefined);
    if (of === NEW) await this.beginNew();
    else await this.look(of);
    this.ready.set(true);
  }
  private async beginNew(): Promise<void> {
    const kept = this.keep.get(this.key());
    const [library, given] = await Promise.all([
      this.api.get('/api/library', libraryView),
      kept === undefined ? this.given(this.query()?.get('from') ?? '') : undefined,
    ]);
    if (library.ok) this.characteristics.set(library.value.characteristics);
    else this.problem.set(library.problem);
    this.found.set(kept !== undefined);
    this.view.set(undefined);
    this.edit.earlier.set([]);
    this.edit.begin(given?.draft ?? kept?.draft ?? EMPTY_MODEL, given?.faults ?? []);
    this.edit.fixed.set(!this.isSteward());
    this.edit.open.set('name');
  }
  /** What a new model is made from: a file that came in, a sample that ships, or a model that is there. */
  private async given(from: string): Promise<ReturnType<typeof readModelDraft>> {
    const file = this.keep.fromFile();
    if (file !== undefined) {
      this.keep.fromFile.set(undefined);
      return file;
    }
    const [where = '', id = ''] = from.split(':');
    if (where !== 'sample' && where !== 'model') return undefined;
    const path =
      where === 'sample'
        ? `/api/library/samples/models/${encodeURIComponent(id)}`
        : `/api/library/models/${encodeURIComponent(id)}/file`;
    const answer = await this.api.get(path, z.unknown());
    if (!answer.ok) {
      this.problem.set(answer.problem);
      return undefined;
    }
    const read = readModelDraft(answer.value);
    // A copy is another model: it has its own id, and its own name where the first one is in the library.
    return read === undefined || where === 'sample'
      ? read
      : { ...read, draft: { ...read.draft, id: '', name: `${read.draft.name} copy` } };
  }
  protected async look(of = this.model()): Promise<void> {
    const answer = await this.api.get(`/api/library/models/${encodeURIComponent(of)}/versions`, modelView);
    if (!answer.ok) {
      this.problem.set(answer.problem);
      return;
    }
    const { value } = answer;
    this.view.set(value);
    this.characteristics.set(value.characteristics);
    this.edit.earlier.set(
      [value, ...value.earlier, ...(value.draft === null ? [] : [value.draft])].map(
        ({ model }) => model as EngineModel,
      ),
    );
    this.seen = (value.draft ?? value).digest;
    this.edit.fixed.set(true);
    this.edit.begin(this.standing(value));
    const file = this.keep.fromFile();
    if (file !== undefined && this.isSteward()) {
      this.keep.fromFile.set(undefined);
      this.edit.begin({ ...file.draft, id: of }, file.faults);
      this.edit.fixed.set(false);
      return;
    }
    const kept = this.isSteward() ? this.keep.get(of) : undefined;
    this.found.set(kept !== undefined);
    if (kept === undefined) return;
    this.seen = kept.seen;
    this.edit.begin(kept.draft);
    this.edit.fixed.set(false);
  }
  private standing({ draft, model }: ModelView): ModelDraft {
    return draftOfModel(draft?.model ?? model);
  }

  protected change(): void {
    this.edit.fixed.set(false);
  }
  /** What is on this tablet only goes; what the shop has stays. */
  protected async throwAway(): Promise<void> {
    this.keep.drop(this.key());
    this.found.set(false);
    if (this.isNew()) await this.fetch(NEW);
    else await this.look();
  }
  protected async hand(): Promise<void> {
    if (this.edit.faults().length > 0) {
      this.edit.goToFault();
      return;
    }
    this.busy.set(true);
    const file = modelFile(modelOfDraft({ ...this.edit.draft(), id: this.isNew() ? 'new' : this.model() }));
    const path = this.isNew() ? 'new' : `${encodeURIComponent(this.model())}/draft`;
    const body = this.isNew() ? { id: newId(), file } : { id: newId(), file, seen: this.seen };
    const answer = await this.api.post(`/api/library/models/${path}`, body, modelKept);
    this.busy.set(false);
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (!answer.ok) return;
    this.keep.drop(this.key());
    this.found.set(false);
    if (this.isNew()) await this.router.navigate(['/library/models', answer.value.model.id]);
    else await this.look();
  }
  protected async check(): Promise<void> {
    const draft = this.draft();
    if (draft !== undefined) await this.say('check', { digest: draft.digest });
  }
  protected async publish(): Promise<void> {
    await this.say('publish', {});
  }
  private async say(what: string, body: object): Promise<void> {
    this.busy.set(true);
    const answer = await this.api.post(
      `/api/library/models/${encodeURIComponent(this.model())}/${what}`,
      { id: newId(), ...body },
      modelKept,
    );
    this.busy.set(false);
    if (answer.ok) await this.look();
    this.problem.set(answer.ok ? undefined : answer.problem);
  }
  protected async drop(): Promise<void> {
    const saved = await this.asker.ask({
      title: 'Throw the draft away',
      lines: ['The version that holds stays as it is. The draft and its reason stay in the history.'],
      fields: [{ key: 'reason', label: 'Why', kind: 'text' }],
      submit: 'Throw it away',
      act: async ({ reason }) => {
        const answer = await this.api.post(
          `/api/library/models/${encodeURIComponent(this.model())}/draft/drop`,
          { id: newId(), reason: reason ?? '' },
          modelKept,
        );
        return answer.ok ? undefined : answer.problem;
      },
    });
    if (saved) await this.look();
  }
}
