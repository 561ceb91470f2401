import { ChangeDetectionStrategy, Component, computed, HostListener, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { partWords, slotWords, wayWords } from '@oak-gate/contract';
import { currentPin, partIn, refitParts, toReplace } from '@oak-gate/core';
import type { JobDraft, PartKind, RefitPart, SlotKey, Way } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import type { ApiProblem } from '../state/api';
import { jobFeature } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { sessionFeature } from '../state/session.feature';
import { Asker } from '../ui/asker';
import { ProblemNote } from '../ui/problem-note';
import { WhenPipe } from '../ui/when.pipe';
import { PartGlyph } from './part-glyph';

/** One part that goes back in, with what its card says. */
interface RefitView extends RefitPart {
  readonly name: string;
  readonly tag: string;
  /** "to the left, as it was found"; what was decided where it was odd. */
  readonly shall: string;
  readonly isOther: boolean;
}
/** Parts of a kind that are to be new and are not yet. */
interface ToRenew {
  readonly kind: PartKind;
  readonly words: string;
  readonly slots: readonly SlotKey[];
}

/** What ran in goes back the way it was found; what is used up is new. Part by part, before the build is signed. */
@Component({
  selector: 'app-refit-page',
  imports: [PartGlyph, ProblemNote, RouterLink, WhenPipe],
  templateUrl: './refit.page.html',
  styleUrl: './map.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RefitPage {
  private readonly store = inject(Store);
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  protected readonly job = this.store.selectSignal(jobFeature.selectJob);
  private readonly person = this.store.selectSignal(sessionFeature.selectPerson);
  protected readonly who = computed(() => this.person()?.name ?? '');
  private readonly front = computed(() => this.layout()?.frontLabel ?? '');
  private readonly layout = computed(() => {
    const job = this.job();
    return job === undefined ? undefined : currentPin(job)?.model.layout;
  });
  protected readonly gate = computed(
    () => this.job()?.route.gates.find(({ conditions }) => conditions.includes('partsRefitted'))?.stage,
  );
  protected readonly parts = computed((): readonly RefitView[] => {
    const [job, layout] = [this.job(), this.layout()];
    if (job === undefined || layout === undefined) return [];
    return refitParts(job).map((each) => ({
      ...each,
      name: slotWords(layout, each.slot),
      tag: each.mapped.tag,
      shall: this.shallWords(each),
      isOther: each.said !== undefined && each.expected !== undefined && each.said.way !== each.expected,
    }));
  });
  private shallWords({ expected, entry, decided, slot, mapped }: RefitPart): string {
    const elsewhere = slot === mapped.slot ? '' : `, found at ${mapped.tag}`;
    const way =
      expected !== undefined
        ? `${wayWords(expected, this.front())}, as it was found`
        : entry.cannotTell
          ? 'nobody could tell which way it was'
          : 'put right: not as it was found';
    return `${way}${elsewhere}${decided === undefined ? '' : `. Decided: ${decided.reason}`}`;
  }
  protected readonly renew = computed((): readonly ToRenew[] => {
    const [job, layout] = [this.job(), this.layout()];
    if (job === undefined || layout === undefined) return [];
    const kinds = new Map<PartKind, SlotKey[]>();
    for (const { kind, slot } of toReplace(job)) kinds.set(kind, [...(kinds.get(kind) ?? []), slot]);
    return [...kinds].map(([kind, slots]) => ({
      ...{ kind, slots },
      words: `${slots.length} ${partWords(layout, kind)[slots.length === 1 ? 0 : 1]}`,
    }));
  });
  protected readonly done = computed(() => this.parts().filter(({ said }) => said !== undefined).length);

  protected readonly standWords = computed(() => {
    const renew = this.renew().map(({ words }) => words);
    return `${this.done()} of ${this.parts().length} parts${renew.length === 0 ? '' : `; to be new: ${renew.join(', ')}`}.`;
  });

  private readonly chosen = signal<string | undefined>(undefined);
  protected readonly part = computed(
    () =>
      this.parts().find(({ part }) => part === this.chosen()) ??
      this.parts().find(({ said }) => said === undefined) ??
      this.parts()[0],
  );
  private readonly ways = signal<Readonly<Record<string, Way>>>({});
  /** What is said already, or what somebody pressed; nothing is chosen for anybody. */
  protected readonly way = computed(() => {
    const part = this.part();
    return part === undefined ? undefined : (this.ways()[part.part] ?? part.said?.way);
  });
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly sealed = computed(() => this.job()?.seal !== undefined);

  protected wayWords(way: Way): string {
    return wayWords(way, this.front());
  }
  protected take(part: string): void {
    this.chosen.set(part);
    this.problem.set(undefined);
  }
  protected choose(way: Way): void {
    const part = this.part();
    if (part !== undefined) this.ways.update((all) => ({ ...all, [part.part]: way }));
  }
  protected async lay(): Promise<void> {
    const [job, part, way] = [this.job(), this.part(), this.way()];
    if (job === undefined || part === undefined || way === undefined || this.sealed()) return;
    const draft = (reason: string): JobDraft => ({ type: 'sayRefit', slot: part.slot, way, reason });
    if (part.said === undefined) {
      const refused = this.desk.handIn(draft(''), job);
      this.problem.set(refused === undefined ? undefined : { ...NOT_SAID, code: refused.code });
      if (refused === undefined) this.next(part);
      return;
    }
    await this.asker.ask({
      title: `${part.tag}: said anew`,
      lines: [`${part.said.by.name} said: ${this.wayWords(part.said.way)}. Both stand in the record.`],
      fields: [{ key: 'reason', label: 'Why it is said anew', kind: 'text' }],
      submit: 'Say it anew',
      act: ({ reason = '' }) => this.desk.ask(draft(reason), undefined, job),
    });
  }
  private next({ part }: RefitView): void {
    const all = this.parts();
    const at = all.findIndex((each) => each.part === part);
    const open = [...all.slice(at + 1), ...all.slice(0, at)].find(({ said }) => said === undefined);
    this.chosen.set(open?.part ?? part);
  }
  protected async renewed({ slots, words }: ToRenew): Promise<void> {
    await this.asker.ask({
      title: `${words}: new ones are in`,
      lines: [
        'What lay there is taken out with them. All of one number and lot; others one by one at their places.',
      ],
      fields: [
        { key: 'partNumber', label: 'Part number', kind: 'line' },
        { key: 'lot', label: 'Lot on the box', kind: 'line', optional: true },
      ],
      submit: 'They are in',
      act: async ({ partNumber = '', lot = '' }) => {
        const is = { state: 'new' as const, partNumber, lot: lot.trim() === '' ? null : lot };
        const empty: SlotKey[] = [];
        for (const slot of slots) {
          const job = this.job();
          const lying = job === undefined ? undefined : partIn(job, slot);
          if (lying === undefined) empty.push(slot);
          else {
            const refused = await this.desk.ask({
              ...{ type: 'replacePart', part: lying.id, reason: 'replaced at every overhaul', instead: is },
            });
            if (refused !== undefined) return refused;
          }
        }
        return empty.length === 0 ? undefined : this.desk.ask({ type: 'fitParts', slots: empty, ...is });
      },
    });
  }

  @HostListener('document:keydown', ['$event'])
  protected key(event: KeyboardEvent): void {
    const field = event.target as HTMLElement;
    if (this.asker.isOpen || event.ctrlKey || event.altKey || event.metaKey) return;
    if (['INPUT', 'TEXTAREA', 'SELECT'].includes(field.tagName)) return;
    const way = this.part()?.mapped.ways[Number(event.key) - 1];
    if (way !== undefined) this.choose(way);
    else if (
      event.key === 'Enter' &&
      (!['BUTTON', 'A'].includes(field.tagName) || field.closest('.part.here, .ways .taken') !== null)
    )
      void this.lay();
    else return;
    event.preventDefault();
  }
}
const NOT_SAID: ApiProblem = {
  code: 'AS_FOUND_SAID_ANEW',
  title: 'This was not put down',
  where: 'the part in hand',
  next: 'Somebody said something of it meanwhile, or the gate is signed: look at what stands there now.',
};
