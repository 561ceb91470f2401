import {
  ChangeDetectionStrategy,
  Component,
  computed,
  HostListener,
  inject,
  input,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { wayWords } from '@oak-gate/contract';
import { aboutSlot, currentPin, runningPlaces } from '@oak-gate/core';
import type { JobDraft, Stage, Way } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { jobFeature } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { sessionFeature } from '../state/session.feature';
import { Asker } from '../ui/asker';
import { FORM_IMPORTS } from '../ui/form-imports';
import { Pictures } from '../ui/pictures';
import { ProblemNote } from '../ui/problem-note';
import { WhenPipe } from '../ui/when.pipe';
import { askedOf, unitViews } from './map-view';
import type { MapPart } from './map-view';
import { PartGlyph } from './part-glyph';

/** What is said of the part in hand before it is put down; it stays with its part until then. */
interface Draft {
  readonly way: Way | null;
  readonly odd: string;
  readonly isOdd: boolean;
  readonly remark: string;
  readonly hours: string;
  readonly atBuild: 'reused' | 'new';
}

/** The map of an engine that is taken apart: what lay where and which way round, part by part, before anything is cleaned. */
@Component({
  selector: 'app-map-page',
  imports: [...FORM_IMPORTS, PartGlyph, Pictures, ProblemNote, RouterLink, WhenPipe],
  templateUrl: './map.page.html',
  styleUrl: './map.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MapPage {
  private readonly store = inject(Store);
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  readonly stage = input.required<Stage>();
  protected readonly job = this.store.selectSignal(jobFeature.selectJob);
  private readonly person = this.store.selectSignal(sessionFeature.selectPerson);
  protected readonly askedOf = askedOf;
  protected readonly about = aboutSlot;
  protected readonly units = computed(() => {
    const job = this.job();
    return job === undefined ? [] : unitViews(job);
  });
  protected readonly all = computed(() => this.units().flatMap(({ parts }) => parts));
  protected readonly done = computed(() => this.all().filter(({ entry }) => entry !== undefined).length);
  private readonly front = computed(() => {
    const job = this.job();
    return job === undefined ? '' : (currentPin(job)?.model.layout.frontLabel ?? '');
  });

  // The part in hand: the first that is not put down when the page opens, then the one that somebody pressed or that comes next.
  private readonly chosen = signal<string | undefined>(undefined);
  protected readonly part = computed((): MapPart | undefined => {
    const all = this.all();
    return (
      all.find(({ slot }) => slot === this.chosen()) ?? all.find(({ entry }) => entry === undefined) ?? all[0]
    );
  });
  protected readonly unit = computed(() => {
    const part = this.part();
    return this.units().find(({ unit }) => unit.kind === part?.unit.kind && unit.id === part.unit.id);
  });
  private readonly drafts = signal<Readonly<Record<string, Draft>>>({});
  protected readonly draft = computed((): Draft => {
    const part = this.part();
    if (part === undefined) return NOTHING_SAID;
    const own = this.drafts()[part.slot];
    if (own !== undefined) return own;
    const { entry, usedUp } = part;
    return entry === undefined
      ? { ...NOTHING_SAID, atBuild: usedUp ? 'new' : 'reused' }
      : {
          ...{ way: entry.way, odd: entry.odd, isOdd: entry.odd !== '', remark: entry.remark },
          ...{ hours: entry.hours === null ? '' : String(entry.hours), atBuild: entry.atBuild },
        };
  });
  protected readonly engineHours = computed(() => this.job()?.engine.hoursSinceOverhaul ?? null);
  protected readonly problem = signal<
    { code: string; title: string; where: string; next: string } | undefined
  >(undefined);
  protected readonly sealed = computed(() => this.job()?.seal !== undefined);
  protected readonly tagsLink = computed(() => `/api/jobs/${this.job()?.id ?? ''}/tags.pdf`);
  protected readonly canSay = computed(() => {
    const part = this.part();
    const { way, isOdd, odd } = this.draft();
    return part !== undefined && (part.ways.length === 0 || way !== null) && (!isOdd || odd.trim() !== '');
  });

  protected wayWords(way: Way): string {
    return wayWords(way, this.front());
  }
  protected take(slot: string): void {
    this.chosen.set(slot);
    this.problem.set(undefined);
  }
  protected takeUnit(parts: readonly MapPart[]): void {
    const first = parts.find(({ entry }) => entry === undefined) ?? parts[0];
    if (first !== undefined) this.take(first.slot);
  }
  protected change(part: Partial<Draft>): void {
    const slot = this.part()?.slot;
    if (slot === undefined) return;
    const now = this.draft();
    this.drafts.update((all) => ({ ...all, [slot]: { ...now, ...part } }));
  }

  protected async lay(): Promise<void> {
    if (this.canSay()) await this.say({ there: true, cannotTell: false });
  }
  protected async cannotTell(): Promise<void> {
    await this.say({ there: true, cannotTell: true });
  }
  protected async noneThere(): Promise<void> {
    await this.say({ there: false, cannotTell: false });
  }
  private async say({
    there,
    cannotTell,
  }: {
    readonly there: boolean;
    readonly cannotTell: boolean;
  }): Promise<void> {
    const [job, part] = [this.job(), this.part()];
    if (job === undefined || part === undefined) return;
    const { way, odd, isOdd, remark, hours, atBuild } = this.draft();
    const count = Number(hours.replace(/\s/gu, '').replace(',', '.'));
    if (hours.trim() !== '' && (!Number.isFinite(count) || count < 0)) {
      this.problem.set({
        code: 'BODY_WRONG',
        title: `${hours} is no number of hours`,
        where: part.tag,
        next: 'Write the figure alone, or leave it empty where nobody knows it.',
      });
      return;
    }
    const draft = (reason: string): JobDraft => ({
      ...{ type: 'sayAsFound', slot: part.slot, there, cannotTell, atBuild, reason },
      ...{ way: cannotTell || !there || part.ways.length === 0 ? null : way },
      ...{ odd: isOdd ? odd : '', remark, hours: hours.trim() === '' ? null : count },
    });
    if (part.entry === undefined) {
      const refused = this.desk.handIn(draft(''), job);
      this.problem.set(refused === undefined ? undefined : REFUSED);
      if (refused === undefined) this.next(part);
      return;
    }
    await this.asker.ask({
      title: `${part.tag}: said anew`,
      lines: [
        `${part.entry.by.name} said: ${part.words}${part.entry.odd === '' ? '' : `, odd: ${part.entry.odd}`}. Both stand in the record.`,
      ],
      fields: [{ key: 'reason', label: 'Why it is said anew', kind: 'text' }],
      submit: 'Say it anew',
      act: ({ reason = '' }) => {
        const refused = this.desk.handIn(draft(reason), job);
        return Promise.resolve(refused === undefined ? undefined : REFUSED);
      },
    });
  }
  /** The next part lifts: the one after it that is not put down yet. */
  private next({ slot }: MapPart): void {
    const all = this.all();
    const at = all.findIndex((each) => each.slot === slot);
    const open = [...all.slice(at + 1), ...all.slice(0, at)].find((each) => each.entry === undefined);
    this.chosen.set(open?.slot ?? slot);
  }
  protected readonly running = computed(() => {
    const job = this.job();
    return job === undefined ? [] : runningPlaces(job);
  });
  protected readonly ran = computed(() => this.running().filter(({ entry }) => entry !== undefined).length);
  protected async turning(): Promise<void> {
    const turned = this.job()?.turned;
    await this.asker.ask({
      title: 'How the engine turned before it was taken apart',
      lines: [
        'Carbon behind the rings and a tight bearing are felt here. After the build it is compared with this.',
        ...(turned === undefined ? [] : [`${turned.by.name} said: ${turned.effort}.`]),
      ],
      fields: [
        { key: 'effort', label: 'Turning effort: how much, where, how far', kind: 'line' },
        { key: 'remark', label: 'Even or not, and what else', kind: 'line', optional: true },
      ],
      submit: 'Say so',
      act: ({ effort = '', remark = '' }) => this.desk.ask({ type: 'sayTurning', effort, remark }),
    });
  }

  @HostListener('document:keydown', ['$event'])
  protected key(event: KeyboardEvent): void {
    const field = event.target as HTMLElement;
    if (this.asker.isOpen || event.ctrlKey || event.altKey || event.metaKey) return;
    if (['INPUT', 'TEXTAREA'].includes(field.tagName)) {
      if (event.key === 'Enter' && field.tagName === 'INPUT') void this.lay();
      return;
    }
    const part = this.part();
    const way = part?.ways[Number(event.key) - 1];
    if (way !== undefined) this.change({ way });
    else if (event.key === 'Enter' && this.isInHand(field)) void this.lay();
    else if (event.key.toLowerCase() === 'u' && (part?.ways.length ?? 0) > 0) void this.cannotTell();
    else if (event.key.toLowerCase() === 'o') this.change({ isOdd: !this.draft().isOdd });
    else if (event.key.toLowerCase() === 'n') void this.noneThere();
    else return;
    event.preventDefault();
  }
  /** Enter on what is in hand already puts it down; on another button it does what that button says. */
  private isInHand(field: HTMLElement): boolean {
    if (field.tagName !== 'BUTTON' && field.tagName !== 'A') return true;
    return this.canSay() && field.closest('.part.here, .unit.here, .ways .taken') !== null;
  }
  protected readonly who = computed(() => this.person()?.name ?? '');
}
const NOTHING_SAID: Draft = { way: null, odd: '', isOdd: false, remark: '', hours: '', atBuild: 'reused' };
const REFUSED = {
  code: 'AS_FOUND_SAID_ANEW',
  title: 'This was not put down',
  where: 'the part in hand',
  next: 'Somebody said something of it meanwhile, or the gate is signed: look at what stands there now.',
};
