import { computed, Injectable, signal } from '@angular/core';
import { faultsInWords, isWithin } from '@oak-gate/contract';
import type { FileFault } from '@oak-gate/contract';
import { EMPTY_MODEL } from '@oak-gate/core';
import type { EngineModel, ModelDraft, ModelPath } from '@oak-gate/core';

/** The questions of a model, in the order in which they are asked, with what of the model each is about. */
export const SECTIONS = [
  { id: 'name', label: 'Maker and name', paths: [['maker'], ['name'], ['engineClass']] },
  { id: 'plate', label: 'Serial', paths: [['serialPattern']] },
  {
    id: 'cylinders',
    label: 'Cylinders',
    paths: ['arrangement', 'banks', 'cylinders', 'frontLabel'].map((each) => ['layout', each]),
  },
  {
    id: 'bore',
    label: 'Bore and liners',
    paths: [['bore'], ['rebore'], ['layout', 'liners'], ['layout', 'crown']],
  },
  {
    id: 'stations',
    label: 'Stations',
    paths: [
      ['layout', 'stations'],
      ['layout', 'ringTravel'],
    ],
  },
  {
    id: 'rings',
    label: 'Rings',
    paths: [
      ['layout', 'grooves'],
      ['layout', 'notApplicable'],
    ],
  },
  {
    id: 'journals',
    label: 'Journals',
    paths: [
      ['layout', 'journals'],
      ['layout', 'regrind'],
    ],
  },
  { id: 'heads', label: 'Heads', paths: [['layout', 'heads']] },
  {
    id: 'sets',
    label: 'Ways, points, bolts',
    paths: ['directions', 'points', 'fasteners', 'partKinds'].map((each) => ['layout', each]),
  },
  {
    id: 'parts',
    label: 'Parts, kits, lives',
    paths: ['nozzles', 'singleUse', 'papers', 'lives', 'kits', 'designs', 'boreClasses', 'faces'].map(
      (each) => ['layout', each],
    ),
  },
] as const satisfies readonly {
  readonly id: string;
  readonly label: string;
  readonly paths: readonly ModelPath[];
}[];
export type SectionId = (typeof SECTIONS)[number]['id'];
export interface ShownFault extends FileFault {
  /** Of a file that came in: somebody may say that it is right as it stands now. */
  readonly isOfFile: boolean;
}

const MOST_STEPS_BACK = 100;
const at = (value: unknown, path: ModelPath): unknown =>
  path.reduce<unknown>(
    (inside, key) =>
      typeof inside === 'object' && inside !== null
        ? (inside as Readonly<Record<string | number, unknown>>)[key]
        : undefined,
    value,
  );
const sectionOf = (path: ModelPath): SectionId | undefined =>
  SECTIONS.find(({ paths }) => paths.some((each) => isWithin(path, each)))?.id;

/** One model while it is changed on this page: the draft, the way back, and what is wrong with it. */
@Injectable()
export class ModelEdit {
  readonly draft = signal<ModelDraft>(EMPTY_MODEL);
  /** Every version that there was: what a ring or a station was called by there, no new one is called by. */
  readonly earlier = signal<readonly EngineModel[]>([]);
  /** Nobody changes what he only looks at. */
  readonly fixed = signal(true);
  readonly open = signal<SectionId | undefined>('name');
  readonly ring = signal<string | undefined>(undefined);
  private readonly before = signal<readonly ModelDraft[]>([]);
  private readonly ofFile = signal<readonly FileFault[]>([]);
  readonly canUndo = computed(() => this.before().length > 0 && !this.fixed());

  /** Everything that is wrong, in the order of the questions. */
  readonly faults = computed((): readonly ShownFault[] => {
    const own = faultsInWords(this.draft());
    const ofFile = this.ofFile().filter(
      ({ path }) => !own.some((each) => each.path.join('.') === path.join('.')),
    );
    const all = [
      ...own.map((each) => ({ ...each, isOfFile: false })),
      ...ofFile.map((each) => ({ ...each, isOfFile: true })),
    ];
    const order = ({ path }: FileFault): number => SECTIONS.findIndex(({ id }) => id === sectionOf(path));
    return all.sort((a, b) => order(a) - order(b));
  });
  /** What a file said that belongs to no question: its form, its version. */
  readonly elsewhere = computed(() => this.faults().filter(({ path }) => sectionOf(path) === undefined));

  /** @param faults what of a file could not be read */
  begin(draft: ModelDraft, faults: readonly FileFault[] = []): void {
    this.draft.set(draft);
    this.ofFile.set(faults);
    this.before.set([]);
  }
  change(to: (draft: ModelDraft) => ModelDraft): void {
    if (this.fixed()) return;
    const [was, is] = [this.draft(), to(this.draft())];
    if (is === was) return;
    this.before.update((steps) => [...steps, was].slice(-MOST_STEPS_BACK));
    this.draft.set(is);
    // What stands there now somebody has written here: the file has no say in it any more.
    this.ofFile.update((faults) => faults.filter(({ path }) => at(was, path) === at(is, path)));
  }
  undo(): void {
    const last = this.before().at(-1);
    if (last === undefined || this.fixed()) return;
    this.before.update((steps) => steps.slice(0, -1));
    this.draft.set(last);
  }
  /** It is right as it stands now. */
  accept({ path, words }: FileFault): void {
    this.ofFile.update((faults) => faults.filter((each) => each.path !== path || each.words !== words));
  }
  faultsWithin(path: ModelPath): readonly ShownFault[] {
    return this.faults().filter((each) => isWithin(each.path, path));
  }
  faultsOf(section: SectionId): number {
    return this.faults().filter(({ path }) => sectionOf(path) === section).length;
  }
  toggle(section: SectionId): void {
    this.open.update((now) => (now === section ? undefined : section));
  }
  /** Where a part of the drawing is edited. */
  go(section: SectionId, ring?: string): void {
    this.open.set(section);
    if (ring !== undefined) this.ring.set(ring);
  }
  goToFault(): void {
    const first = this.faults().find(({ path }) => sectionOf(path) !== undefined);
    const section = first === undefined ? undefined : sectionOf(first.path);
    if (first === undefined || section === undefined) return;
    const [of, set, index] = first.path;
    const ring =
      of === 'layout' && set === 'grooves' && typeof index === 'number'
        ? this.draft().layout.grooves[index]?.id
        : undefined;
    this.go(section, ring);
  }
}
