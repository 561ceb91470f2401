import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router, RouterLink } from '@angular/router';
import { figureUnitWord, revisionView, tablePreview } from '@oak-gate/contract';
import type { RevisionView, TablePreview } from '@oak-gate/contract';
import { COLUMN_USES, FIGURE_UNITS } from '@oak-gate/core';
import type { ColumnUse, FigureUnit, FitMeaning, TableMapping } from '@oak-gate/core';
import * as z from 'zod';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { latestAnswer } from '../state/latest-answer';
import { newId } from '../state/new-id';
import { Field } from '../ui/field';
import type { FieldOption } from '../ui/field';
import { ProblemNote } from '../ui/problem-note';
import { addressOf, addressText, fitChoices } from './fit-choices';

const USE_WORDS: Readonly<Partial<Record<ColumnUse, string>>> = {
  ignore: 'not read',
  fit: 'name of the fit',
  range: 'both ends in one cell',
  service_range: 'worn, both ends',
  second_min: 'minimum, second unit',
  second_max: 'maximum, second unit',
  second_range: 'both ends, second unit',
  remark: 'remark',
  min: 'minimum',
  max: 'maximum',
  service_min: 'worn minimum',
  service_max: 'worn maximum',
  row: 'row number',
  unit: 'unit',
  note: 'note',
};
const FIRST: readonly ColumnUse[] = [
  'ignore',
  'fit',
  'row',
  'range',
  'min',
  'max',
  'unit',
  'service_range',
  'service_min',
  'service_max',
  'second_range',
  'second_min',
  'second_max',
  'remark',
  'note',
];
const USES = [...FIRST, ...COLUMN_USES.filter((use) => !FIRST.includes(use))].map((value) => ({
  value,
  label: USE_WORDS[value] ?? value.replaceAll('_', ' '),
}));
/** What else can be said of a column: the unit of its figures, or that an empty cell means the one above it. */
const FIGURES = /min|max|range|distance|steps/;
const REPEATED = /^(fit|characteristic|groove|member|station|unit|rule)$/;
const moreOf = (use: ColumnUse): 'unit' | 'above' | undefined =>
  FIGURES.test(use) ? 'unit' : REPEATED.test(use) ? 'above' : undefined;
const UNITS: readonly FieldOption[] = FIGURE_UNITS.map((value) => ({
  value,
  label: figureUnitWord(value),
}));
const withNone = (label: string, options: readonly FieldOption[]): readonly FieldOption[] => [
  { value: '', label },
  ...options,
];
/** Enough of a line to know it by. */
const shortened = (text: string): string => (text.length > 36 ? `${text.slice(0, 35)}…` : text);
type Column = TableMapping['columns'][number];

/** A table of somebody else into a draft: which column is what, cell by cell as it was read, what must be asked. */
@Component({
  selector: 'app-table-import-page',
  imports: [
    Field,
    FormsModule,
    MatAutocompleteModule,
    MatFormFieldModule,
    MatInputModule,
    ProblemNote,
    RouterLink,
  ],
  templateUrl: './table-import.page.html',
  styleUrl: './table-import.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TableImportPage {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  readonly revision = input.required<string>();
  protected readonly view = signal<RevisionView | undefined>(undefined);
  protected readonly makers = signal<readonly string[]>([]);
  protected readonly maker = signal('');
  protected readonly preview = signal<TablePreview | undefined>(undefined);
  protected readonly answers = signal<Readonly<Record<string, string>>>({});
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly busy = signal(false);
  protected readonly uses = USES;
  protected readonly everyUnit = withNone('as the columns say', UNITS);
  protected readonly columnUnits = withNone('no unit', UNITS);
  private asked = 0;

  private readonly path = computed(
    () => `/api/library/revisions/${encodeURIComponent(this.revision())}/table`,
  );
  protected readonly columns = computed(() => {
    const preview = this.preview();
    const mapping = preview?.mapping;
    if (preview === undefined || mapping === null || mapping === undefined) return [];
    const width = Math.max(preview.header.length, mapping.columns.length);
    return Array.from({ length: width }, (_, i) => {
      const column: Column = mapping.columns[i] ?? { use: 'ignore' };
      return { title: preview.header[i] ?? '', ...column, more: moreOf(column.use) };
    });
  });
  protected readonly characteristics = computed(() => this.view()?.characteristics ?? []);
  private readonly measured = computed(() =>
    this.characteristics().map(({ id, name }): FieldOption => ({ value: id, label: name })),
  );
  protected readonly everyRow = computed(() => withNone('what each row says', this.measured()));
  protected readonly whatIsMeasured = computed(() => withNone('— say what it is —', this.measured()));
  protected readonly topLines = computed(() =>
    (this.preview()?.top ?? []).map(({ line, cells }): FieldOption => ({
      value: String(line),
      label: shortened(`${line}: ${cells.join(' · ')}`),
    })),
  );
  /** The document’s own names of fits, with what each means here. */
  protected readonly fits = computed(() => {
    const preview = this.preview();
    const layout = this.view()?.models[0]?.layout;
    return (preview?.fits ?? []).map((name) => {
      const meaning = preview?.mapping?.fits[name];
      const characteristic = this.characteristics().find(({ id }) => id === meaning?.characteristic);
      return {
        name,
        characteristic: meaning?.characteristic ?? '',
        at: meaning?.groove === undefined ? '' : addressText(meaning),
        choices:
          characteristic === undefined || layout === undefined
            ? []
            : withNone('— say where —', fitChoices(layout, characteristic)),
      };
    });
  });
  protected readonly open = computed(
    () => (this.preview()?.questions ?? []).filter(({ id }) => this.answers()[id] === undefined).length,
  );
  protected readonly ready = computed(() => {
    const preview = this.preview();
    return preview !== undefined && preview.rows > 0 && preview.errors.length === 0 && this.open() === 0;
  });

  constructor() {
    void this.api
      .get('/api/library/revisions/makers', z.object({ makers: z.array(z.string()) }))
      .then((answer) => {
        if (answer.ok) this.makers.set(answer.value.makers);
      });
    latestAnswer(
      this.revision,
      (id) => this.api.get(`/api/library/revisions/${encodeURIComponent(id)}`, revisionView),
      (answer) => {
        if (!answer.ok) {
          this.problem.set(answer.problem);
          return;
        }
        this.view.set(answer.value);
        const { models, revision } = answer.value;
        if (this.maker() === '') this.maker.set(revision.partsMaker ?? models[0]?.maker ?? '');
      },
    );
  }

  protected async send(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    if (file === undefined) return;
    this.busy.set(true);
    const query = `name=${encodeURIComponent(file.name)}&maker=${encodeURIComponent(this.maker().trim())}`;
    const answer = await this.api.upload(`${this.path()}?${query}`, file, tablePreview);
    this.busy.set(false);
    field.value = '';
    this.answers.set({});
    this.preview.set(answer.ok ? answer.value : undefined);
    this.problem.set(answer.ok ? undefined : answer.problem);
  }
  /** Reads the same file again in another way. The last way asked for is the one that is shown. */
  private async read(how: {
    readonly sheet?: number;
    readonly mapping?: TableMapping | null;
  }): Promise<void> {
    const preview = this.preview();
    if (preview === undefined) return;
    const turn = ++this.asked;
    const body = {
      sheet: how.sheet ?? preview.sheet,
      mapping: how.mapping === undefined ? (preview.own ? null : preview.mapping) : how.mapping,
      answers: this.answers(),
    };
    const answer = await this.api.post(`${this.path()}/${preview.upload}/read`, body, tablePreview);
    if (turn !== this.asked) return;
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (answer.ok) this.preview.set(answer.value);
  }
  protected async chooseSheet(sheet: number): Promise<void> {
    this.answers.set({});
    await this.read({ sheet, mapping: null });
  }
  protected async chooseHeader(line: number): Promise<void> {
    const mapping = this.preview()?.mapping;
    if (mapping !== undefined && mapping !== null)
      await this.read({ mapping: { ...mapping, headerLine: line } });
  }
  private async remap(part: Partial<TableMapping>): Promise<void> {
    const mapping = this.preview()?.mapping;
    if (mapping !== undefined && mapping !== null) await this.read({ mapping: { ...mapping, ...part } });
  }
  protected async setColumn(
    at: number,
    part: { use?: string; unit?: string; fillDown?: boolean },
  ): Promise<void> {
    const columns = this.columns().map(({ use, unit, fillDown }, i): Column => {
      const now = i === at ? { use, unit, fillDown, ...part } : { use, unit, fillDown };
      return {
        use: now.use as ColumnUse,
        ...(now.unit === undefined || now.unit === '' ? {} : { unit: now.unit as FigureUnit }),
        ...(now.fillDown === true ? { fillDown: true } : {}),
      };
    });
    await this.remap({ columns });
  }
  protected async setAll(part: 'characteristic' | 'unit', value: string): Promise<void> {
    const mapping = this.preview()?.mapping;
    if (mapping === undefined || mapping === null) return;
    const kept = Object.fromEntries(Object.entries(mapping).filter(([key]) => key !== part));
    await this.read({
      mapping: { ...kept, ...(value === '' ? {} : { [part]: value }) } as unknown as TableMapping,
    });
  }
  protected async setFit(name: string, characteristic: string, at: string): Promise<void> {
    const others = Object.entries(this.preview()?.mapping?.fits ?? {}).filter(([each]) => each !== name);
    const fits = Object.fromEntries(others) as Record<string, FitMeaning>;
    if (characteristic !== '') {
      const known = this.characteristics().find(({ id }) => id === characteristic);
      const layout = this.view()?.models[0]?.layout;
      const choices = known === undefined || layout === undefined ? [] : fitChoices(layout, known);
      // Where there are several places nobody but the reader of the document knows which one it means.
      const only = choices.length === 1 ? (choices[0]?.value ?? '') : '';
      const suits = choices.some(({ value }) => value === at) ? at : only;
      fits[name] = { characteristic, ...addressOf(suits) };
    }
    await this.remap({ fits });
  }
  protected async answer(id: string, value: string): Promise<void> {
    this.answers.update((answers) => ({ ...answers, [id]: value }));
    await this.read({});
  }

  protected async take(): Promise<void> {
    const preview = this.preview();
    if (preview === undefined || !this.ready()) return;
    this.busy.set(true);
    const body = {
      id: newId(),
      maker: this.maker().trim(),
      sheet: preview.sheet,
      mapping: preview.own ? null : preview.mapping,
      answers: this.answers(),
    };
    const answer = await this.api.post(`${this.path()}/${preview.upload}/take`, body, z.unknown());
    this.busy.set(false);
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (answer.ok) await this.router.navigate(['/library', this.revision()]);
  }
}
