import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { kitWords } from '@oak-gate/contract';
import { kitRules, kitStands } from '@oak-gate/core';
import type { KitRule, KitTick } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import type { ApiProblem } from '../state/api';
import { jobFeature } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { ProblemNote } from '../ui/problem-note';
import { WhenPipe } from '../ui/when.pipe';

/** What somebody has typed of a kit, and not said yet. */
interface Draft {
  readonly number: string;
  readonly box: string;
  readonly remark: string;
  readonly found: Readonly<Record<string, string>>;
  readonly lots: Readonly<Record<string, string>>;
}
const EMPTY: Draft = { number: '', box: '', remark: '', found: {}, lots: {} };

/** Kits as they are unpacked: everything on the model's list is counted, and what its bags are marked is read once. */
@Component({
  selector: 'app-kits-page',
  imports: [ProblemNote, RouterLink, WhenPipe],
  templateUrl: './kits.page.html',
  styleUrl: './kits.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KitsPage {
  private readonly desk = inject(JobDesk);
  private readonly router = inject(Router);
  protected readonly job = inject(Store).selectSignal(jobFeature.selectJob);
  private readonly params = toSignal(inject(ActivatedRoute).queryParamMap);
  protected readonly sealed = computed(() => this.job()?.seal !== undefined);
  protected readonly rules = computed((): readonly KitRule[] => {
    const job = this.job();
    return job === undefined ? [] : kitRules(job);
  });
  protected readonly kit = computed(
    () => this.rules().find(({ id }) => id === this.params()?.get('kit')) ?? this.rules()[0],
  );
  /** Those that were unpacked, of the kit in hand. */
  protected readonly stands = computed(() => {
    const [job, kit] = [this.job(), this.kit()];
    return job === undefined || kit === undefined
      ? []
      : kitStands(job)
          .filter(({ rule }) => rule.id === kit.id)
          .map((stand) => ({ ...stand, words: kitWords(stand) }));
  });
  private readonly drafts = signal<Readonly<Record<string, Draft>>>({});
  protected readonly draft = computed(() => this.drafts()[this.kit()?.id ?? ''] ?? EMPTY);
  /** The same number again: what was counted before is shown, and why it is counted again is asked. */
  protected readonly before = computed(() => {
    const number = this.draft().number.trim();
    return this.stands().find(({ unpacked }) => unpacked.number === number)?.unpacked;
  });
  protected readonly rows = computed(() => {
    const [kit, draft, before] = [this.kit(), this.draft(), this.before()];
    return (kit?.contents ?? []).map((item) => {
      const text = draft.found[item.id] ?? '';
      const found = readCount(text);
      const said = before?.ticks.find((tick) => tick.item === item.id);
      return {
        ...{ item, text, found, lot: draft.lots[item.id] ?? said?.lot ?? '' },
        isShort: found !== undefined && found < item.count,
        isWrong: text.trim() !== '' && found === undefined,
        was: said === undefined ? '' : `${said.found} before`,
      };
    });
  });
  protected readonly counted = computed(() => this.rows().filter(({ found }) => found !== undefined).length);
  protected readonly isWhole = computed(
    () =>
      this.counted() === this.rows().length &&
      this.rows().length > 0 &&
      this.draft().number.trim() !== '' &&
      (this.before() === undefined || this.draft().remark.trim() !== ''),
  );
  /** What is still to be said before it is put down. */
  protected readonly next = computed(() => {
    if (this.draft().number.trim() === '') return 'Which number stands on the box?';
    const open = this.rows().find(({ found }) => found === undefined);
    if (open !== undefined) return `${open.item.name}: how many?`;
    if (this.before() !== undefined && this.draft().remark.trim() === '') return 'Why is it counted again?';
    const short = this.rows().filter(({ isShort }) => isShort).length;
    return short === 0
      ? 'Everything is there.'
      : `${short} ${short === 1 ? 'thing is' : 'things are'} short.`;
  });
  protected readonly problem = signal<ApiProblem | undefined>(undefined);

  protected take(kit: string): void {
    this.problem.set(undefined);
    void this.router.navigate([], { queryParams: { kit }, replaceUrl: true });
  }
  protected say(part: Partial<Draft>): void {
    const kit = this.kit()?.id;
    if (kit !== undefined) this.drafts.update((all) => ({ ...all, [kit]: { ...this.draft(), ...part } }));
  }
  protected count(item: string, text: string): void {
    this.say({ found: { ...this.draft().found, [item]: text } });
  }
  protected lot(item: string, text: string): void {
    this.say({ lots: { ...this.draft().lots, [item]: text } });
  }
  protected again(number: string): void {
    this.say({ ...EMPTY, number });
  }
  protected async put(): Promise<void> {
    const [job, kit, draft] = [this.job(), this.kit(), this.draft()];
    if (job === undefined || kit === undefined || !this.isWhole() || this.sealed()) return;
    const ticks: readonly KitTick[] = this.rows().map(({ item, found = 0, lot }) => ({
      ...{ item: item.id, found, lot: lot.trim() },
    }));
    const { number, box, remark } = draft;
    const refused = await this.desk.ask(
      { type: 'unpackKit', kit: kit.id, number, box, remark, ticks },
      undefined,
      job,
    );
    this.problem.set(refused);
    // What was typed stays where it was refused.
    if (refused === undefined) this.drafts.update((all) => ({ ...all, [kit.id]: EMPTY }));
  }
}
/** A whole number of things; undefined for what is none. */
function readCount(text: string): number | undefined {
  return /^\d{1,4}$/u.test(text.trim()) ? Number(text.trim()) : undefined;
}
