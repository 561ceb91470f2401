import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { Router } from '@angular/router';
import { FIT_STATE_WORDS, engineModel, governsView, libraryView, rowStatement } from '@oak-gate/contract';
import type { GovernsView, LibraryView } from '@oak-gate/contract';
import { FIT_STATES, rowAxesOf, whatGoverns } from '@oak-gate/core';
import type { EngineModel } from '@oak-gate/core';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { latestAnswer } from '../state/latest-answer';
import { Field } from '../ui/field';
import { ProblemNote } from '../ui/problem-note';
import { queryText } from '../ui/query-text';
import { SourceBands } from '../ui/source-bands';
import { WhenPipe } from '../ui/when.pipe';
import { addressOf, fitChoices } from './fit-choices';

const ASKED = [
  'serial',
  'oversize',
  'measuredBore',
  'pistonMaterial',
  'partNumber',
  'duty',
  'buildDate',
  'on',
] as const;

/** What governs here: what every document in force says of one fit of one engine, as a drawing. */
@Component({
  selector: 'app-governs-page',
  imports: [Field, ProblemNote, SourceBands, WhenPipe],
  templateUrl: './governs.page.html',
  styleUrl: './governs.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GovernsPage {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  // The question stands in the address: it can be kept and sent to somebody.
  readonly model = input('', { transform: queryText });
  readonly characteristic = input('', { transform: queryText });
  readonly at = input('', { transform: queryText });
  readonly partState = input('new', { transform: (text: string | undefined) => text ?? 'new' });
  readonly serial = input('', { transform: queryText });
  readonly oversize = input('', { transform: queryText });
  readonly measuredBore = input('', { transform: queryText });
  readonly pistonMaterial = input('', { transform: queryText });
  readonly partNumber = input('', { transform: queryText });
  readonly duty = input('', { transform: queryText });
  readonly buildDate = input('', { transform: queryText });
  readonly on = input('', { transform: queryText });

  private readonly library = signal<LibraryView | undefined>(undefined);
  private readonly engine = signal<EngineModel | undefined>(undefined);
  protected readonly view = signal<GovernsView | undefined>(undefined);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly states = FIT_STATES.map((value) => ({ value, label: FIT_STATE_WORDS[value] }));
  protected readonly models = computed(() =>
    (this.library()?.models ?? []).map(({ id, maker, name }) => ({ value: id, label: `${maker} ${name}` })),
  );
  protected readonly characteristics = computed(() =>
    (this.library()?.characteristics ?? []).map(({ id, name }) => ({ value: id, label: name })),
  );
  private readonly measured = computed(() =>
    this.library()?.characteristics.find(({ id }) => id === this.characteristic()),
  );
  protected readonly places = computed(() => {
    const [engine, measured] = [this.engine(), this.measured()];
    return engine === undefined || measured === undefined || rowAxesOf(measured).length === 0
      ? []
      : fitChoices(engine.layout, measured);
  });
  protected readonly bore = computed(() => this.engine()?.bore.unit ?? 'mm');
  protected readonly found = computed(() => {
    const view = this.view();
    const characteristic = view?.characteristics.find(({ id }) => id === this.characteristic());
    if (view === undefined || characteristic === undefined) return undefined;
    const address = { ...addressOf(this.at()) };
    const partState = FIT_STATES.find((each) => each === this.partState()) ?? 'new';
    const said = { rows: view.rows, documents: view.documents, policy: view.policy, context: view.context };
    const found = whatGoverns({ characteristic: characteristic.id, at: address }, { partState }, said);
    return {
      found,
      characteristic,
      partState,
      unit: view.model.bore.unit === 'in' ? ('thou' as const) : view.model.bore.unit,
      basis: view.diameterBasis,
      on: view.on,
      rules: found.rules.map((row) => ({
        id: row.id,
        words: rowStatement(row),
        note: row.note,
      })),
    };
  });

  private readonly question = computed(() => {
    const [model, characteristic] = [this.model(), this.characteristic()];
    if (model === '' || characteristic === '') return undefined;
    const query = new URLSearchParams({ model, characteristic, partState: this.partState() });
    for (const key of ASKED) if (this[key]() !== '') query.set(key, this[key]());
    return query.toString();
  });

  constructor() {
    void this.api.get('/api/library', libraryView).then((answer) => {
      if (!answer.ok) {
        this.problem.set(answer.problem);
        return;
      }
      this.library.set(answer.value);
      const [first] = answer.value.models;
      if (this.model() === '' && first !== undefined) void this.say({ model: first.id });
    });
    latestAnswer(
      () => (this.model() === '' ? undefined : this.model()),
      (id) => this.api.get(`/api/library/models/${encodeURIComponent(id)}`, engineModel),
      (answer) => {
        if (answer.ok) this.engine.set(answer.value);
        else this.problem.set(answer.problem);
      },
    );
    latestAnswer(
      this.question,
      (query) => this.api.get(`/api/library/governs?${query}`, governsView),
      (answer) => {
        this.problem.set(answer.ok ? undefined : answer.problem);
        if (answer.ok) this.view.set(answer.value);
      },
    );
    // A question names a place as soon as its characteristic has places.
    effect(() => {
      const places = this.places();
      const [first] = places;
      if (first !== undefined && !places.some(({ value }) => value === this.at()))
        void this.say({ at: first.value });
      if (this.characteristic() === '' && this.characteristics().length > 0)
        void this.say({ characteristic: this.characteristics()[0]?.value ?? '' });
    });
  }
  /** What is asked goes into the address; what is empty goes out of it. */
  protected async say(part: Readonly<Record<string, string>>): Promise<void> {
    const queryParams = Object.fromEntries(
      Object.entries(part).map(([key, value]) => [key, value === '' ? null : value]),
    );
    await this.router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }
}
