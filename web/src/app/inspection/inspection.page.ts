import {
  ChangeDetectionStrategy,
  Component,
  computed,
  HostListener,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { CAUSE_WORDS, DEFECT_WORDS, lookWords } from '@oak-gate/contract';
import { aboutFace, currentPin } from '@oak-gate/core';
import type { Cause, Defect, Found, JobDraft, Stage } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import type { ApiProblem } from '../state/api';
import { jobFeature } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { sessionFeature } from '../state/session.feature';
import { Asker } from '../ui/asker';
import { FORM_IMPORTS } from '../ui/form-imports';
import { Mark } from '../ui/mark';
import { Pictures } from '../ui/pictures';
import { ProblemNote } from '../ui/problem-note';
import { raiseAsk } from '../ui/raise-ask';
import { WhenPipe } from '../ui/when.pipe';
import { CrackTests } from './crack-tests';
import { DefectGlyph } from './defect-glyph';
import { FaceDrawing } from './face-drawing';
import { FaceMark } from './face-mark';
import { FaceRows } from './face-rows';
import { FoundOnPart } from './found-on-part';
import {
  alongKind,
  CAUSE_OPTIONS,
  DEFECT_OPTIONS,
  headlineOf,
  kindViews,
  measuredOf,
} from './inspection-view';
import type { FaceView, PartView } from './inspection-view';
import { PistonFaces } from './piston-faces';

/** What is chosen for the face in hand before it is said; it stays with its face until then. */
interface Draft {
  readonly defects: readonly Defect[];
  readonly where: string;
  readonly size: string;
  readonly remark: string;
  readonly cause: Cause | null;
}
const NOTHING_CHOSEN: Draft = { defects: [], where: '', size: '', remark: '', cause: null };

/** The parts of an engine, looked at face by face: pressed on their drawing, said good, rejected, or not looked at and why. */
@Component({
  selector: 'app-inspection-page',
  imports: [
    ...FORM_IMPORTS,
    CrackTests,
    DefectGlyph,
    FaceDrawing,
    FaceMark,
    FaceRows,
    FoundOnPart,
    Mark,
    Pictures,
    PistonFaces,
    ProblemNote,
    RouterLink,
    WhenPipe,
  ],
  templateUrl: './inspection.page.html',
  styleUrl: './inspection.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class InspectionPage {
  private readonly store = inject(Store);
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  readonly stage = input.required<Stage>();
  /** The part and the face in hand, as an address: they survive a reload. */
  private readonly asked = toSignal(inject(ActivatedRoute).queryParamMap);
  private readonly slot = computed(() => this.asked()?.get('slot') ?? undefined);
  private readonly face = computed(() => this.asked()?.get('face') ?? undefined);
  protected readonly job = this.store.selectSignal(jobFeature.selectJob);
  private readonly person = this.store.selectSignal(sessionFeature.selectPerson);
  protected readonly causes = CAUSE_OPTIONS;
  protected readonly defectWords = DEFECT_WORDS;
  protected readonly causeWords = CAUSE_WORDS;

  protected readonly kinds = computed(() => {
    const job = this.job();
    return job === undefined ? [] : kindViews(job);
  });
  private readonly all = computed(() => this.kinds().flatMap(({ parts }) => parts));
  protected readonly open = computed(() => this.kinds().reduce((sum, each) => sum + each.open, 0));
  // The part in hand: that of the address, else the first with something open.
  protected readonly part = computed((): PartView | undefined => {
    const all = this.all();
    return (
      all.find(({ slot }) => slot === this.slot()) ??
      all.find(({ faces, done }) => done < faces.length) ??
      all[0]
    );
  });
  protected readonly kind = computed(() => this.kinds().find(({ kind }) => kind === this.part()?.kind));
  protected readonly here = computed((): FaceView | undefined => {
    const faces = this.part()?.faces ?? [];
    return (
      (this.part()?.slot === this.slot() ? faces.find(({ item }) => item === this.face()) : undefined) ??
      faces.find(isOpen) ??
      faces[0]
    );
  });
  protected readonly at = computed(() => {
    const here = this.here();
    return here === undefined ? 0 : (this.part()?.faces.findIndex(({ item }) => item === here.item) ?? 0) + 1;
  });
  protected readonly grooves = computed(() => {
    const job = this.job();
    return (job === undefined ? [] : (currentPin(job)?.model.layout.grooves ?? [])).map(({ id }) => id);
  });
  protected readonly measured = computed(() => {
    const [job, id] = [this.job(), this.part()?.part?.id];
    return job === undefined || id === undefined ? [] : measuredOf(job, id);
  });
  protected readonly headline = computed(() => {
    const part = this.part();
    return part === undefined ? '' : headlineOf(part, this.measured());
  });
  protected readonly along = computed(() => {
    const [kind, here] = [this.kind(), this.here()];
    return kind === undefined || here === undefined ? [] : alongKind(kind, here.item);
  });
  /** What the model says to look for, and whatever else somebody chose. */
  protected readonly looks = computed((): readonly Defect[] => {
    const listed = this.here()?.rule?.looks ?? [];
    return [...listed, ...this.draft().defects.filter((each) => !listed.includes(each))];
  });
  protected readonly others = computed(() =>
    DEFECT_OPTIONS.filter(({ value }) => !this.looks().includes(value)),
  );
  /** Everything that was said of the face in hand, the last word first. */
  protected readonly said = computed(() => {
    const lines = [];
    for (let each = this.here()?.entry; each !== undefined; each = each.before)
      lines.push({ seq: each.seq, words: lookWords(each), by: each.by.name, at: each.at });
    return lines;
  });
  protected readonly about = computed(() => {
    const [part, here] = [this.part()?.part, this.here()];
    return part === undefined || here === undefined ? undefined : aboutFace(part.id, here.item);
  });
  protected readonly isTest = computed(() => this.here()?.rule?.sort === 'test');
  protected readonly isClean = computed(() => this.here()?.rule?.sort === 'clean');
  protected readonly next = computed(() => {
    const [part, here] = [this.part(), this.here()];
    return part?.faces.find((face) => isOpen(face) && face.item !== here?.item)?.name ?? '';
  });

  private readonly drafts = signal<Readonly<Record<string, Draft>>>({});
  private readonly key = computed(
    () => `${this.part()?.part?.id ?? this.part()?.slot ?? ''} ${this.here()?.item ?? ''}`,
  );
  protected readonly draft = computed((): Draft => this.drafts()[this.key()] ?? NOTHING_CHOSEN);
  /** Rejected was pressed before anything wrong was chosen. */
  protected readonly asksDefect = signal('');
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly sealed = computed(() => this.job()?.seal !== undefined);
  private readonly tests = viewChild(CrackTests);
  protected begin(): void {
    void this.tests()?.begin();
  }
  protected readonly who = computed(() => this.person()?.name ?? '');

  protected take(slot: string, face?: string): void {
    this.problem.set(undefined);
    this.asksDefect.set('');
    void this.router.navigate([], {
      queryParams: { slot, ...(face === undefined ? {} : { face }) },
      replaceUrl: true,
    });
  }
  protected takeKind(parts: readonly PartView[]): void {
    const first = parts.find(({ faces, done }) => done < faces.length) ?? parts[0];
    if (first !== undefined) this.take(first.slot);
  }
  protected change(part: Partial<Draft>): void {
    const key = this.key();
    const now = this.draft();
    this.drafts.update((all) => ({ ...all, [key]: { ...now, ...part } }));
  }
  protected toggle(defect: Defect): void {
    const { defects } = this.draft();
    this.asksDefect.set('');
    this.change({
      defects: defects.includes(defect) ? defects.filter((each) => each !== defect) : [...defects, defect],
    });
  }
  protected addDefect(event: Event): void {
    const field = event.target as HTMLSelectElement;
    if (field.value !== '') this.toggle(field.value as Defect);
    field.value = '';
  }

  protected async good(): Promise<void> {
    const [here, draft] = [this.here(), this.draft()];
    if (here === undefined || this.isTest()) return;
    if (draft.defects.length > 0) {
      this.asksDefect.set('Something wrong is chosen: press Rejected, or take the choice away.');
      return;
    }
    if (here.stand === 'open' || here.stand === 'again') {
      this.handIn('good', '');
      return;
    }
    await this.anew('good', 'Say that it is good', 'Why it is good after all');
  }
  protected async rejected(): Promise<void> {
    const here = this.here();
    if (here === undefined || this.isTest()) return;
    if (this.draft().defects.length === 0) {
      const keys = this.looks().length;
      this.asksDefect.set(
        keys === 0 ? 'Choose what is wrong with it, below.' : `Press what is wrong with it: 1 to ${keys}.`,
      );
      return;
    }
    if (here.stand === 'good') await this.anew('rejected', 'Reject it', 'What was seen now');
    else this.handIn('rejected', '');
  }
  protected async notLooked(): Promise<void> {
    if (this.here() === undefined) return;
    await this.anew('notInspected', 'Leave it so', 'Why it is not looked at');
  }
  private async anew(found: Found, submit: string, label: string): Promise<void> {
    const [job, part, here] = [this.job(), this.part(), this.here()];
    if (job === undefined || part === undefined || here === undefined) return;
    const { entry } = here;
    const draft = this.draftOf(part, here, found);
    await this.asker.ask({
      title: `${part.name}: ${here.name}`,
      lines: [
        ...(entry === undefined
          ? []
          : [`${entry.by.name} said: ${lookWords(entry)}. Both stand in the record.`]),
        ...(found === 'notInspected'
          ? ['An inspector who did not leave it decides whether it may stay so.']
          : []),
      ],
      fields: [{ key: 'reason', label, kind: 'text' }],
      submit,
      act: async ({ reason = '' }) => {
        const refused = await this.desk.ask({ ...draft, reason }, undefined, job);
        if (refused === undefined) this.goOn(part, here);
        return refused;
      },
    });
  }
  private draftOf(part: PartView, here: FaceView, found: Found): JobDraft & { readonly type: 'sayLooked' } {
    const { defects, where, size, remark, cause } = this.draft();
    return {
      ...{ type: 'sayLooked', slot: part.slot, item: here.item, found, reason: '', remark },
      defects: found === 'rejected' ? defects.map((kind) => ({ kind, where, size })) : [],
      cause: found === 'rejected' ? cause : null,
    };
  }
  private handIn(found: Found, reason: string): void {
    const [job, part, here] = [this.job(), this.part(), this.here()];
    if (job === undefined || part === undefined || here === undefined) return;
    const refused = this.desk.handIn({ ...this.draftOf(part, here, found), reason }, job);
    this.problem.set(refused === undefined ? undefined : REFUSED);
    if (refused === undefined) this.goOn(part, here);
  }
  /** The next face of this part that is open, then the next part that has one. */
  private goOn(part: PartView, here: FaceView): void {
    const key = this.key();
    this.drafts.update((all) => ({ ...all, [key]: NOTHING_CHOSEN }));
    const at = part.faces.findIndex(({ item }) => item === here.item);
    const inPart = [...part.faces.slice(at + 1), ...part.faces.slice(0, at)].find(isOpen);
    if (inPart !== undefined) {
      this.take(part.slot, inPart.item);
      return;
    }
    const all = this.all();
    const from = all.findIndex(({ slot }) => slot === part.slot);
    const next = [...all.slice(from + 1), ...all.slice(0, from)].find(({ faces }) => faces.some(isOpen));
    if (next === undefined) this.take(part.slot, here.item);
    else this.take(next.slot, next.faces.find(isOpen)?.item);
  }
  protected step(by: number): void {
    const part = this.part();
    const faces = part?.faces ?? [];
    const next = faces[(this.at() - 1 + by + faces.length) % Math.max(1, faces.length)];
    if (part !== undefined && next !== undefined) this.take(part.slot, next.item);
  }
  /** A part that is rejected is taken out; the new one is fitted, or waited for. */
  protected async takeOut(): Promise<void> {
    const [job, part] = [this.job(), this.part()];
    const id = part?.part?.id;
    if (job === undefined || id === undefined) return;
    const rejected = part?.faces.find(({ stand }) => stand === 'rejected')?.entry;
    await this.asker.ask({
      title: `${part?.name ?? ''}: taken out`,
      lines: [
        'It is not used again. What was found on it stays in the record; the new part is fitted in its place.',
      ],
      fields: [
        {
          key: 'reason',
          label: 'Why',
          kind: 'text',
          value: rejected === undefined ? '' : lookWords(rejected),
        },
      ],
      submit: 'It is out',
      act: ({ reason = '' }) =>
        this.desk.ask({ type: 'replacePart', part: id, reason, instead: null }, undefined, job),
    });
  }

  protected async raise(): Promise<void> {
    const [job, part, about] = [this.job(), this.part(), this.about()];
    if (job === undefined || part === undefined || about === undefined) return;
    const name = `${part.name}, ${this.here()?.name ?? ''}`;
    await this.asker.ask(raiseAsk(name, about, (draft) => this.desk.ask(draft, undefined, job)));
  }

  @HostListener('document:keydown', ['$event'])
  protected keyDown(event: KeyboardEvent): void {
    const field = event.target as HTMLElement;
    if (this.asker.isOpen || this.sealed() || event.ctrlKey || event.altKey || event.metaKey) return;
    if (['INPUT', 'TEXTAREA', 'SELECT'].includes(field.tagName)) return;
    const defect = this.looks()[Number(event.key) - 1];
    if (defect !== undefined) this.toggle(defect);
    else if (event.key.toLowerCase() === 'g') void this.good();
    else if (event.key.toLowerCase() === 'r') void this.rejected();
    else if (event.key.toLowerCase() === 'n') void this.notLooked();
    else if (event.key.toLowerCase() === 'q') void this.raise();
    else if (event.key === 'ArrowDown') this.step(1);
    else if (event.key === 'ArrowUp') this.step(-1);
    else return;
    event.preventDefault();
  }
}
const isOpen = ({ stand }: Pick<FaceView, 'stand'>): boolean => stand === 'open' || stand === 'again';
const REFUSED = {
  code: 'LOOKED_AT_ANEW',
  title: 'This was not put down',
  where: 'the face in hand',
  next: 'Somebody said something of it meanwhile, or the gate is signed: look at what stands there now.',
};
