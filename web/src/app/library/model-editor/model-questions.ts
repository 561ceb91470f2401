import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { ARRANGEMENT_WORDS, CLASS_WORDS, LINER_WORDS, numberingWords, unitWord } from '@oak-gate/contract';
import {
  COUNTED_SETS,
  countOf,
  ENGINE_CLASSES,
  headChoices,
  LINERS,
  MOST_CYLINDERS,
  numberingsOf,
  reshaped,
  shapeOf,
  withCount,
  withLabel,
  withLiners,
  withRodOnPin,
} from '@oak-gate/core';
import type {
  Characteristic,
  CountedSet,
  EngineClass,
  Figure,
  Layout,
  Liners,
  ModelDraft,
  ModelShape,
} from '@oak-gate/core';
import { FaultNote } from './fault-note';
import { ModelEdit, SECTIONS } from './model-edit';
import { sectionWords } from './model-summaries';
import { listText, withRebore, withRegrind } from './model-sizes';
import { OpensFor } from './opens-for';
import { PartQuestions } from './part-questions';
import { RingQuestions } from './ring-questions';
import { Segments } from './segments';
import { StationQuestions } from './station-questions';
import { Stepper } from './stepper';
import { TextLine } from './text-line';

const SET_WORDS: Readonly<Record<CountedSet['purpose'], string>> = {
  liner: 'Points around a liner’s collar',
  plane: 'Planes along a journal',
  valve: 'Valves of a cylinder',
  shell: 'Halves of a shell',
  bore: 'Ways a bore is gauged',
  journal: 'Ways a journal is gauged',
  rod: 'Bolts of a rod',
  main: 'Bolts of a main cap',
  head: 'Bolts of a head',
};
const asOptions = <T extends string>(words: Readonly<Record<T, string>>, all: readonly T[]) =>
  all.map((value) => ({ value, label: words[value] }));

/** The questions that a model is made of: each a cell with its answer, the one in hand opened. */
@Component({
  selector: 'app-model-questions',
  imports: [FaultNote, OpensFor, PartQuestions, RingQuestions, Segments, StationQuestions, Stepper, TextLine],
  templateUrl: './model-questions.html',
  styleUrls: ['./model-fields.scss', './model-questions.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ModelQuestions {
  protected readonly edit = inject(ModelEdit);
  readonly characteristics = input.required<readonly Characteristic[]>();
  protected readonly draft = this.edit.draft;
  protected readonly fixed = this.edit.fixed;
  /** The plate has its own place, below the drawings. */
  protected readonly sections = SECTIONS.filter(({ id }) => id !== 'plate');
  protected readonly mostCylinders = MOST_CYLINDERS;
  protected readonly unitWord = unitWord;
  protected readonly classes = asOptions(CLASS_WORDS, ENGINE_CLASSES);
  protected readonly arrangements = asOptions(ARRANGEMENT_WORDS, ['inline', 'flat', 'v']);
  protected readonly liners = asOptions(LINER_WORDS, LINERS);
  protected readonly listText = listText;
  protected readonly shape = computed(() => shapeOf(this.draft()));
  protected readonly layout = computed(() => this.draft().layout);
  protected readonly two = computed(() => this.layout().banks.length > 1);
  protected readonly numberings = computed(() =>
    numberingsOf(this.layout().arrangement).map((each, i) => ({
      value: String(i),
      label: numberingWords(each, this.layout().banks),
    })),
  );
  protected readonly numbering = computed(() => {
    const { numbering } = this.shape();
    if (numbering === undefined) return '';
    const said = JSON.stringify(numbering);
    return String(numberingsOf(this.layout().arrangement).findIndex((each) => JSON.stringify(each) === said));
  });
  protected readonly heads = computed(() => {
    const choices = headChoices(this.draft());
    const most = choices[0] ?? 0;
    return choices.map((n) => ({
      value: String(n),
      label:
        n === 0
          ? 'none'
          : n === most
            ? this.two()
              ? 'one on each bank'
              : 'one over all'
            : n === 1
              ? 'one for each cylinder'
              : `one for each ${n}`,
    }));
  });
  protected readonly pinChoices = [
    { value: '0', label: 'none yet' },
    { value: '1', label: 'a rod each' },
    { value: '2', label: 'neighbours share' },
  ];
  protected readonly pins = computed(() =>
    (this.layout().journals ?? []).filter(({ kind }) => kind === 'crankpin'),
  );
  /** For each rod the pin that carries it, by its place along the crank. */
  protected readonly rods = computed(() =>
    this.pins().length === 0
      ? []
      : this.layout().cylinders.map(({ id, label }) => ({
          ...{ id, label },
          pin: this.pins().findIndex(({ cylinders }) => cylinders.includes(id)),
        })),
  );
  protected readonly regrinds = computed(() =>
    (['main', 'crankpin'] as const).map((kind) => ({
      kind,
      label: kind === 'main' ? 'Mains' : 'Crankpins',
      said: (this.layout().regrind ?? []).find(({ journals }) => journals === kind),
    })),
  );
  protected readonly sets = computed(() =>
    COUNTED_SETS.map((counted) => ({
      counted,
      label: SET_WORDS[counted.purpose],
      count: countOf(this.draft(), counted),
    })),
  );
  /** The same set twice, for two purposes, is named once. */
  protected readonly named = computed(() =>
    (['directions', 'points', 'fasteners'] as const).flatMap((set) =>
      (this.layout()[set] ?? []).map(({ id, label, for: purposes }, index) => ({
        ...{ set, id, label, index },
        of: purposes.map((each) => each).join(', '),
      })),
    ),
  );
  protected words(section: (typeof SECTIONS)[number]['id']): string {
    return sectionWords(this.draft(), section);
  }
  protected said(part: Partial<Pick<ModelDraft, 'maker' | 'name'>>): void {
    this.edit.change((draft) => ({ ...draft, ...part }));
  }
  protected ofClass(engineClass: string): void {
    this.edit.change((draft) => ({ ...draft, engineClass: engineClass as EngineClass }));
  }
  protected inLayout(part: Partial<ModelDraft['layout']>): void {
    this.edit.change((draft) => ({ ...draft, layout: { ...draft.layout, ...part } }));
  }
  protected reshape(change: Partial<ModelShape>): void {
    this.edit.change((draft) => reshaped(draft, change));
  }
  protected arranged(arrangement: string): void {
    this.reshape({ arrangement: arrangement as Layout['arrangement'] });
  }
  protected number(index: string): void {
    const numbering = numberingsOf(this.layout().arrangement)[Number(index)];
    if (numbering !== undefined) this.reshape({ numbering });
  }
  protected label(set: Parameters<typeof withLabel>[1], index: number, label: string): void {
    this.edit.change((draft) => withLabel(draft, set, index, label));
  }
  protected bore(part: Partial<Figure>): void {
    this.edit.change((draft) => ({ ...draft, bore: { ...draft.bore, ...part } }));
  }
  protected lined(liners: string): void {
    this.edit.change((draft) => withLiners(draft, liners as Liners));
  }
  protected crown(relieved: boolean): void {
    this.edit.change((draft) => {
      const { crown: _, ...layout } = draft.layout;
      return { ...draft, layout: relieved ? { ...layout, crown: 'relieved' } : layout };
    });
  }
  protected rebore(part: { readonly oversizes?: string; readonly cleanUp?: string }): void {
    this.edit.change((draft) => withRebore(draft, part));
  }
  protected regrind(
    kind: 'main' | 'crankpin',
    part: { readonly standard?: string; readonly undersizes?: string },
  ): void {
    this.edit.change((draft) => withRegrind(draft, kind, part));
  }

  protected rodOn(cylinder: string, pin: string): void {
    this.edit.change((draft) => withRodOnPin(draft, cylinder, Number(pin)));
  }
  protected counted(set: CountedSet, count: number): void {
    this.edit.change((draft) => withCount(draft, set, count));
  }
}
