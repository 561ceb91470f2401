import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { DEFECT_WORDS, isWithin, partWords, unitWord } from '@oak-gate/contract';
import {
  askedOfDesign,
  DEFECTS,
  facesOf,
  fittedKinds,
  itemOfKind,
  layoutOf,
  sheetsOfKind,
  withAskedOfDesign,
  withFace,
  withKindIn,
  withKit,
  withKitItem,
  withKitItemSaid,
  withNozzles,
  withOwnFaces,
  withoutOwnFaces,
  withPartRule,
  withPartRules,
} from '@oak-gate/core';
import type { AskedOfDesign, Characteristic, Defect, FaceSort, PartKind, PartRule } from '@oak-gate/core';
import { FaultNote } from './fault-note';
import { ModelEdit } from './model-edit';
import { TextLine } from './text-line';
import { OpensFor } from './opens-for';

const SORTS: readonly { readonly value: FaceSort; readonly label: string }[] = [
  { value: 'clean', label: 'proved clean' },
  { value: 'look', label: 'looked at' },
  { value: 'test', label: 'crack tested' },
];
const ASKED: readonly { readonly value: AskedOfDesign; readonly label: string }[] = [
  { value: 'usual', label: 'as of any other' },
  { value: 'only', label: 'of this design only' },
  { value: 'never', label: 'not of this design' },
];

/**
 * What a model says of its parts: what is new at every overhaul, what comes with a paper, how long parts may serve, what its kits
 * hold, what is asked of which design, and what is looked at.
 */
@Component({
  selector: 'app-part-questions',
  imports: [FaultNote, OpensFor, TextLine],
  templateUrl: './part-questions.html',
  styleUrls: ['./model-fields.scss', './part-questions.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartQuestions {
  protected readonly edit = inject(ModelEdit);
  readonly characteristics = input.required<readonly Characteristic[]>();
  protected readonly draft = this.edit.draft;
  protected readonly fixed = this.edit.fixed;
  protected readonly layout = computed(() => this.draft().layout);
  protected readonly unitWord = unitWord;
  protected readonly sorts = SORTS;
  protected readonly asked = ASKED;
  protected readonly defects = DEFECTS.map((value) => ({ value, label: DEFECT_WORDS[value] }));
  protected readonly kinds = computed(() => {
    const layout = layoutOf(this.draft());
    return fittedKinds(layout).map((kind) => ({ kind, words: sentence(partWords(layout, kind)[1]) }));
  });
  protected readonly lists = [
    { set: 'singleUse', title: 'New at every overhaul', what: 'Pin clips always are' },
    { set: 'papers', title: 'New ones come with a paper', what: 'A release tag or a certificate' },
  ] as const;
  /** The kinds that are looked at, each by the usual list or by one of its own. */
  protected readonly looked = computed(() => {
    const layout = layoutOf(this.draft());
    const faces = facesOf(layout);
    const own = layout.faces ?? [];
    return [...new Set(faces.map(({ kind }) => kind))].map((kind) => ({
      kind,
      words: sentence(partWords(layout, kind)[1]),
      count: faces.filter((each) => each.kind === kind).length,
      isOwn: own.some((each) => each.kind === kind),
      own: own.flatMap((face, index) => (face.kind === kind ? [{ face, index }] : [])),
    }));
  });
  protected faultsIn(set: string): boolean {
    return this.edit.faults().some(({ path }) => isWithin(path, ['layout', set]));
  }
  protected isIn(set: 'singleUse' | 'papers', kind: PartKind): boolean {
    return this.layout()[set]?.includes(kind) === true;
  }
  protected setKind(set: 'singleUse' | 'papers', kind: PartKind, isIn: boolean): void {
    this.edit.change((draft) => withKindIn(draft, set, kind, isIn));
  }
  protected sprayed(sprayed: boolean): void {
    this.edit.change((draft) => withNozzles(draft, sprayed));
  }

  protected addLife(): void {
    const said = this.layout().lives ?? [];
    const free = this.kinds().find(({ kind }) => !said.some((each) => each.kind === kind));
    const kind = free?.kind ?? 'piston';
    this.edit.change((draft) =>
      withPartRules(draft, 'lives', (all) => [...all, { kind, counts: 'hours', limit: 0 }]),
    );
  }
  protected sayLife(index: number, change: Partial<PartRule<'lives'>> | null): void {
    this.edit.change((draft) =>
      withPartRule(draft, 'lives', index, change === null ? null : (each) => ({ ...each, ...change })),
    );
  }
  protected untilNext(index: number, text: string): void {
    this.edit.change((draft) =>
      withPartRule(draft, 'lives', index, ({ untilNext: _, ...rest }) =>
        text.trim() === '' ? rest : { ...rest, untilNext: numberIn(text) },
      ),
    );
  }

  protected addKit(): void {
    this.edit.change(withKit);
  }
  protected sayKit(index: number, name: string | null): void {
    this.edit.change((draft) =>
      withPartRule(draft, 'kits', index, name === null ? null : (each) => ({ ...each, name })),
    );
  }
  protected addItem(kit: number): void {
    this.edit.change((draft) => withKitItem(draft, kit));
  }
  protected sayItem(kit: number, index: number, change: Partial<KitItem> | null): void {
    this.edit.change((draft) =>
      withKitItemSaid(draft, kit, index, change === null ? null : (each) => ({ ...each, ...change })),
    );
  }
  protected itemKind(kit: number, index: number, kind: string): void {
    this.edit.change((draft) =>
      withKitItemSaid(draft, kit, index, (each) => itemOfKind(each, kind === '' ? undefined : kind)),
    );
  }
  protected itemGroove(kit: number, index: number, groove: string): void {
    this.edit.change((draft) =>
      withKitItemSaid(draft, kit, index, ({ groove: _, ...each }) =>
        groove === '' ? each : { ...each, groove },
      ),
    );
  }
  protected itemNumber(kit: number, index: number, text: string): void {
    this.edit.change((draft) =>
      withKitItemSaid(draft, kit, index, ({ partNumber: _, ...each }) =>
        text.trim() === '' ? each : { ...each, partNumber: text },
      ),
    );
  }

  protected addDesign(): void {
    this.edit.change((draft) =>
      withPartRules(draft, 'designs', (all) => [
        ...all,
        { name: '', kind: 'ring', partNumbers: [], asks: [], leavesOut: [] },
      ]),
    );
  }
  protected sayDesign(index: number, change: Partial<PartRule<'designs'>> | null): void {
    this.edit.change((draft) =>
      withPartRule(draft, 'designs', index, change === null ? null : (each) => ({ ...each, ...change })),
    );
  }
  /** Of another kind other sheets are asked. */
  protected designKind(index: number, kind: string): void {
    this.sayDesign(index, { kind, asks: [], leavesOut: [] });
  }
  protected sheets({ kind }: PartRule<'designs'>): readonly Characteristic[] {
    return sheetsOfKind(this.characteristics(), kind);
  }
  protected askedOf = askedOfDesign;
  protected ask(index: number, characteristic: string, asked: string): void {
    this.edit.change((draft) =>
      withPartRule(draft, 'designs', index, (each) =>
        withAskedOfDesign(each, characteristic, asked as AskedOfDesign),
      ),
    );
  }

  protected addClass(): void {
    const { unit } = this.draft().bore;
    this.edit.change((draft) =>
      withPartRules(draft, 'boreClasses', (all) => [...all, { mark: '', size: { text: '', unit } }]),
    );
  }
  protected sayClass(index: number, change: Partial<PartRule<'boreClasses'>> | null): void {
    this.edit.change((draft) =>
      withPartRule(draft, 'boreClasses', index, change === null ? null : (each) => ({ ...each, ...change })),
    );
  }

  protected ownList(kind: PartKind, isOwn: boolean): void {
    this.edit.change((draft) => (isOwn ? withOwnFaces(draft, kind) : withoutOwnFaces(draft, kind)));
  }
  protected addFace(kind: PartKind): void {
    this.edit.change((draft) => withFace(draft, kind));
  }
  protected face(index: number, change: Partial<PartRule<'faces'>> | null): void {
    this.edit.change((draft) =>
      withPartRule(draft, 'faces', index, change === null ? null : (each) => ({ ...each, ...change })),
    );
  }
  protected sort(index: number, sort: string): void {
    this.face(index, { sort: sort as FaceSort });
  }
  protected look(index: number, defect: Defect, isLooked: boolean): void {
    this.edit.change((draft) =>
      withPartRule(draft, 'faces', index, (each) => ({
        ...each,
        looks: [...each.looks.filter((one) => one !== defect), ...(isLooked ? [defect] : [])],
      })),
    );
  }
  protected readonly numberIn = numberIn;
  protected readonly numbersIn = (text: string): readonly string[] =>
    text
      .split(/[,;]/u)
      .map((each) => each.trim())
      .filter((each) => each !== '');
  protected readonly shown = (count: number | undefined): string =>
    count === undefined || !(count > 0) ? '' : String(count);
}
type KitItem = PartRule<'kits'>['contents'][number];
const sentence = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
/** A count as it is typed, `16 000` too; nothing that could be one is 0, which is a fault at its field. */
function numberIn(text: string): number {
  const said = text.replace(/\s/gu, '').replace(',', '.');
  return /^\d{1,10}(?:\.\d{1,3})?$/u.test(said) ? Number(said) : 0;
}
