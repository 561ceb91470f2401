import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  appliesWords,
  fitWords,
  revisionView,
  rowConverted,
  rowFigures,
  rowUnit,
  whereUsed,
} from '@oak-gate/contract';
import type { RevisionView, WhereUsed } from '@oak-gate/contract';
import type { LimitRow } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import * as z from 'zod';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { latestAnswer } from '../state/latest-answer';
import { newId } from '../state/new-id';
import { sessionFeature } from '../state/session.feature';
import { Asker } from '../ui/asker';
import { Gate } from '../ui/gate';
import { ProblemNote } from '../ui/problem-note';
import { askBeforeClosing } from '../ui/unsaved';
import type { HoldsUnsaved } from '../ui/unsaved';
import { WhenPipe } from '../ui/when.pipe';
import { STATE_WORDS } from './kind-words';
import { KIND_WORDS } from '@oak-gate/contract';
import { RowSheet } from './row-sheet';

const FEW = 3;
const kilobytes = (bytes: number): string =>
  bytes < 1024 ? `${bytes} bytes` : `${Math.round(bytes / 1024)} kB`;

/** One revision of a document: what it says, its rows, its way to publication, and who relies on it. */
@Component({
  selector: 'app-document-page',
  imports: [Gate, ProblemNote, RouterLink, RowSheet, WhenPipe],
  templateUrl: './document.page.html',
  styleUrl: './document.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentPage implements HoldsUnsaved {
  private readonly api = inject(Api);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly revision = input.required<string>();
  /** A row that a link leads to. */
  readonly row = input<string>();
  protected readonly view = signal<RevisionView | undefined>(undefined);
  protected readonly used = signal<WhereUsed | undefined>(undefined);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly writing = signal(false);
  private readonly sheet = viewChild(RowSheet);
  protected readonly kindWords = KIND_WORDS;
  protected readonly stateWords = STATE_WORDS;
  protected readonly kilobytes = kilobytes;
  protected readonly path = computed(() => `/api/library/revisions/${encodeURIComponent(this.revision())}`);
  protected readonly rows = computed(() => {
    const view = this.view();
    const jobs = new Map((this.used()?.rows ?? []).map(({ row, jobs: of }) => [row, of]));
    return view === undefined
      ? []
      : view.rows.map((row) => ({ ...rowWords(row, view), jobs: jobs.get(row.id) ?? [] }));
  });
  protected readonly applies = computed(() => appliesWords(this.view()?.revision.appliesTo ?? {}));
  protected readonly modelNames = computed(() =>
    (this.view()?.models ?? []).map(({ maker, name }) => `${maker} ${name}`).join(', '),
  );
  private readonly isSteward = computed(() => this.person()?.roles.includes('steward') === true);
  private readonly isOpen = computed(() => this.view()?.published === null);
  protected readonly mayWrite = computed(() => this.isSteward() && this.isOpen());
  protected readonly mayWithdraw = computed(() => {
    const view = this.view();
    return this.isSteward() && view !== undefined && view.published !== null && view.withdrawn === null;
  });
  /** The way to publication: compared with the paper by a second person, then published. */
  protected readonly gates = computed(() => {
    const view = this.view();
    if (view === undefined) return undefined;
    const hasRows = view.rows.length > 0;
    const check: 'passed' | 'ready' | 'shut' = view.checked !== null ? 'passed' : hasRows ? 'ready' : 'shut';
    const publish: 'passed' | 'ready' | 'shut' =
      view.published !== null ? 'passed' : view.checked !== null ? 'ready' : 'shut';
    return { check, publish };
  });
  protected readonly relied = computed(() => {
    const pinned = this.used()?.pinned ?? [];
    return {
      sealed: pinned.filter(({ sealedAt }) => sealedAt !== null),
      open: pinned.filter(({ sealedAt }) => sealedAt === null),
    };
  });
  protected readonly others = computed(() =>
    (this.view()?.siblings ?? []).filter(({ id }) => id !== this.revision()),
  );

  constructor() {
    askBeforeClosing(this);
    // Another document on the same page begins empty: nothing of the one before stands under its number.
    latestAnswer(
      this.path,
      (path) => {
        this.view.set(undefined);
        this.used.set(undefined);
        this.problem.set(undefined);
        this.writing.set(false);
        return this.fetched(path);
      },
      (answers) => {
        this.show(answers);
      },
    );
    effect(() => {
      if (this.view() === undefined || this.row() === undefined) return;
      setTimeout(() =>
        this.host.nativeElement.querySelector('tr.asked')?.scrollIntoView({ block: 'center' }),
      );
    });
  }
  protected async look(): Promise<void> {
    const path = this.path();
    const answers = await this.fetched(path);
    if (path === this.path()) this.show(answers);
  }
  private fetched(path: string) {
    return Promise.all([this.api.get(path, revisionView), this.api.get(`${path}/used`, whereUsed)]);
  }
  private show([answer, used]: Awaited<ReturnType<typeof this.fetched>>): void {
    if (answer.ok) this.view.set(answer.value);
    else this.problem.set(answer.problem);
    if (used.ok) this.used.set(used.value);
  }
  unsaved(): string | undefined {
    return this.sheet()?.holdsUnsaved() === true ? 'The rows that you wrote are not saved yet.' : undefined;
  }
  protected fewOf<T>(items: readonly T[]): readonly T[] {
    return items.slice(0, FEW);
  }
  protected readonly few = FEW;

  protected async saved(): Promise<void> {
    this.writing.set(false);
    await this.look();
  }
  protected async attach(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    if (file === undefined) return;
    const answer = await this.api.upload(
      `${this.path()}/files?command=${newId()}&name=${encodeURIComponent(file.name)}`,
      file,
      z.unknown(),
    );
    field.value = '';
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (answer.ok) await this.look();
  }

  protected async check(): Promise<void> {
    const view = this.view();
    if (view === undefined) return;
    await this.asker.ask({
      title: `Check ${view.revision.id} against the paper`,
      lines: [
        `I compared all ${view.rows.length} rows, their figures, units and conditions, with the document itself.`,
        'The check is of this text: any change to it afterwards takes the check away.',
      ],
      fields: [],
      submit: 'It is as printed',
      act: () => this.send('check', { digest: view.digest }),
    });
  }
  protected async publish(): Promise<void> {
    const view = this.view();
    if (view === undefined) return;
    await this.asker.ask({
      title: `Publish ${view.revision.id}`,
      lines: [
        `Second look: ${view.checked?.by ?? ''}. A published revision never changes.`,
        'Open jobs that it touches are told at once; each adopts or declines it with a reason.',
        ...beyondWords(view.beyond),
      ],
      fields: [],
      submit: 'Publish and freeze',
      act: () => this.send('publish', {}),
    });
  }
  protected async withdraw(): Promise<void> {
    const view = this.view();
    if (view === undefined) return;
    await this.asker.ask({
      title: `Withdraw ${view.revision.id}`,
      lines: [
        'It stays readable, and the records that relied on it stay as they are. New pins do not take it.',
      ],
      fields: [
        {
          key: 'then',
          label: 'What holds then',
          kind: 'choice',
          options: [
            { value: 'previous', label: `The revision of ${view.revision.number} before it` },
            { value: 'nothing', label: `Nothing of ${view.revision.number}` },
          ],
        },
        { key: 'reason', label: 'Reason', kind: 'text' },
      ],
      submit: 'Withdraw',
      act: ({ then, reason }) => this.send('withdraw', { then, reason }),
    });
  }
  protected async drop(): Promise<void> {
    const done = await this.asker.ask({
      title: `Drop the draft ${this.revision()}`,
      lines: [
        'It was never published, and nothing relies on it. That it was dropped stays in the library’s story.',
      ],
      fields: [{ key: 'reason', label: 'Reason', kind: 'text' }],
      submit: 'Drop it',
      act: async ({ reason }) => {
        const answer = await this.api.post(`${this.path()}/drop`, { id: newId(), reason }, z.unknown());
        return answer.ok ? undefined : answer.problem;
      },
    });
    if (done) await this.router.navigate(['/library']);
  }
  private async send(act: string, body: object): Promise<ApiProblem | undefined> {
    const answer = await this.api.post(`${this.path()}/${act}`, { id: newId(), ...body }, z.unknown());
    if (!answer.ok) return answer.problem;
    await this.look();
    return undefined;
  }
}

function rowWords(row: LimitRow, view: RevisionView) {
  const { what, ring, station } = fitWords(row, view.characteristics, view.models[0]?.layout);
  return {
    label: row.label,
    what,
    where: [ring, station].filter((part) => part !== '').join(', '),
    printed: rowFigures(row),
    unit: rowUnit(row),
    other: rowConverted(row),
    applies: appliesWords(row.appliesTo),
    note: row.note,
  };
}

const MOST_SAID = 4;
/** What a target beyond the limits comes to, before it is published for ever. */
function beyondWords(beyond: readonly string[]): string[] {
  if (beyond.length === 0) return [];
  const more = beyond.length - MOST_SAID;
  return [
    'These targets lie beyond the limits that are published. A job ignores them there; they widen nothing:',
    ...beyond.slice(0, MOST_SAID),
    ...(more > 0 ? [`and ${more} more.`] : []),
  ];
}
