import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { placeWords, revisionView, showBound, unitWord } from '@oak-gate/contract';
import * as z from 'zod';
import type { RevisionView } from '@oak-gate/contract';
import { otherUnit } from '@oak-gate/core';
import type { LimitRow } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { newId } from '../state/new-id';
import { sessionFeature } from '../state/session.feature';
import { Asker } from '../ui/asker';
import { ProblemNote } from '../ui/problem-note';
import { WhenPipe } from '../ui/when.pipe';
import { KIND_WORDS, STATE_WORDS } from './kind-words';

/** One revision of a document with its limit rows: as printed, and in the other unit. */
@Component({
  selector: 'app-document-page',
  imports: [RouterLink, ProblemNote, WhenPipe],
  templateUrl: './document.page.html',
  styleUrl: './document.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentPage {
  private readonly api = inject(Api);
  private readonly asker = inject(Asker);
  private readonly session = inject(Store).selectSignal(sessionFeature.selectView);
  readonly revision = input.required<string>();
  protected readonly view = signal<RevisionView | undefined>(undefined);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly read = signal<string | undefined>(undefined);
  protected readonly kindWords = KIND_WORDS;
  protected readonly stateWords = STATE_WORDS;
  private readonly path = computed(() => `/api/library/revisions/${encodeURIComponent(this.revision())}`);
  protected readonly rows = computed(() => (this.view()?.rows ?? []).map((row) => this.rowWords(row)));

  constructor() {
    effect(() => {
      void this.look(this.path());
    });
  }
  private async look(path: string): Promise<void> {
    const answer = await this.api.get(path, revisionView);
    if (answer.ok) this.view.set(answer.value);
    else this.problem.set(answer.problem);
  }

  private rowWords(row: LimitRow) {
    const layout = this.view()?.models[0]?.layout;
    const at = { groove: row.groove, member: row.member, station: row.station };
    const words =
      layout === undefined ? undefined : placeWords(layout, { characteristic: row.characteristic, at });
    const [first] = Object.values(row.printed);
    const limit = Object.fromEntries(
      Object.entries(row.printed).map(([bound, figure]) => [bound, figure.nm]),
    );
    const { min, max, serviceMin, serviceMax } = row.printed;
    const wear = [
      serviceMin && `wear min ${serviceMin.text}`,
      serviceMax && `wear max ${serviceMax.text}`,
    ].filter((text) => text !== undefined);
    const window =
      min && max
        ? `${min.text} to ${max.text}`
        : min
          ? `at least ${min.text}`
          : max
            ? `at most ${max.text}`
            : '';
    const formula =
      row.formula === undefined
        ? ''
        : `${row.formula.bound} ${row.formula.perDiameter} per unit of bore${row.formula.uplift === undefined ? '' : `, and ${row.formula.uplift * 100} % more`}`;
    return {
      label: row.label,
      ring: words?.ring ?? row.groove,
      station: words?.station ?? row.station,
      printed: [window, ...wear, formula].filter((text) => text !== '').join('; '),
      unit: first === undefined ? '' : unitWord(first.unit),
      other:
        first === undefined
          ? ''
          : `${showBound(limit, otherUnit(first.unit === 'in' ? 'thou' : first.unit))} ${unitWord(otherUnit(first.unit === 'in' ? 'thou' : first.unit))}`,
      note: row.note,
    };
  }

  protected async readTable(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    if (file === undefined) return;
    const answer = await this.api.upload(
      `${this.path()}/rows?command=${newId()}&name=${encodeURIComponent(file.name)}`,
      file,
      z.object({ rows: z.int() }),
    );
    field.value = '';
    this.problem.set(answer.ok ? undefined : answer.problem);
    this.read.set(answer.ok ? `${answer.value.rows} rows were read from ${file.name}.` : undefined);
    if (answer.ok) await this.look(this.path());
  }

  protected async publish(): Promise<void> {
    const me = this.session()?.person?.id;
    const others = (this.session()?.people ?? []).filter(({ id, active }) => active && id !== me);
    await this.asker.ask({
      title: `Publish ${this.revision()}`,
      lines: ['A published revision never changes. Somebody compared every row with the paper:'],
      fields: [
        {
          key: 'secondLook',
          label: 'Second look by',
          kind: 'choice',
          options: others.map(({ name }) => ({ value: name, label: name })),
        },
      ],
      submit: 'Publish and freeze',
      act: async ({ secondLook }) => {
        const answer = await this.api.post(
          `${this.path()}/publish`,
          { id: newId(), secondLook: secondLook ?? '' },
          z.unknown(),
        );
        if (!answer.ok) return answer.problem;
        await this.look(this.path());
        return undefined;
      },
    });
  }
}
