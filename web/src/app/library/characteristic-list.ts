import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { AXIS_WORDS, unitWord } from '@oak-gate/contract';
import type { LibraryView } from '@oak-gate/contract';
import { evidenceOf, isSourced, quantityOf } from '@oak-gate/core';
import type { Axis, UnitKind, WearWay } from '@oak-gate/core';
import * as z from 'zod';
import { RouterLink } from '@angular/router';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { MatDialog } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';
import { newId } from '../state/new-id';
import { Asker } from '../ui/asker';
import { openCheckNotes } from '../ui/check-notes';
import { ProblemNote } from '../ui/problem-note';

const QUANTITY_WORDS: Readonly<Record<UnitKind, string>> = {
  length: 'a length',
  torque: 'a torque',
  angle: 'an angle',
  hours: 'hours',
  cycles: 'cycles',
  starts: 'starts',
  check: 'yes or no',
};
const WEAR_WORDS: Readonly<Record<WearWay, string>> = {
  grows: 'wear makes it larger',
  shrinks: 'wear makes it smaller',
  either: 'wear may go either way',
  none: 'it does not wear',
};
type Listed = LibraryView['characteristics'][number];
/** What is measured: the catalogue that ships, and what the shop adds to it. */
@Component({
  selector: 'app-characteristic-list',
  imports: [ProblemNote, RouterLink],
  templateUrl: './characteristic-list.html',
  styleUrl: './characteristic-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CharacteristicList {
  private readonly api = inject(Api);
  private readonly asker = inject(Asker);
  private readonly dialog = inject(MatDialog);
  readonly characteristics = input.required<LibraryView['characteristics']>();
  readonly mayChange = input(false);
  readonly changed = output();
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly quantityOf = quantityOf;
  protected readonly quantityWords = QUANTITY_WORDS;
  protected readonly wearWords = WEAR_WORDS;
  protected positionWords(axes: readonly Axis[]): string {
    return axes.map((axis) => AXIS_WORDS[axis]).join(', ');
  }
  /** From now on, for jobs that are opened or take documents anew: what is pinned stays as it is. */
  protected async askTemperatures(characteristic: string, asked: boolean): Promise<void> {
    const answer = await this.api.post(
      '/api/library/characteristics/temperatures',
      { id: newId(), characteristic, asked },
      z.unknown(),
    );
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (answer.ok) this.changed.emit();
  }
  protected isMeasured(each: Listed): boolean {
    return evidenceOf(each) !== undefined;
  }
  /** Why it is checked, and what is said of it. */
  protected async readNotes({ id, name }: Listed): Promise<void> {
    await firstValueFrom(openCheckNotes(this.dialog, { characteristic: id, name }).afterClosed());
    this.changed.emit();
  }
  protected notesWords({ notes }: Listed): string {
    const said = notes.filter(({ kind }) => !isSourced(kind)).length;
    const reasons = notes.length - said;
    if (notes.length === 0) return 'not noted';
    return [...(reasons > 0 ? ['with its source'] : []), ...(said > 0 ? [`${said} only said`] : [])].join(
      ', ',
    );
  }
  protected looksWords({ asked, tolerance }: Listed['looks']): string {
    const within = tolerance === null ? '' : `, within ${tolerance.text} ${unitWord(tolerance.unit)}`;
    return `${asked ? 'of every place' : 'not asked'}${within}`;
  }
  /** Whether two people measure it, and how far apart two readings of one place may lie, whoever took them. */
  protected async askSecondLook({ id, name, looks, unitKind }: Listed): Promise<void> {
    const isLength = (unitKind ?? 'length') === 'length';
    const { tolerance } = looks;
    const saved = await this.asker.ask({
      title: `Second look: ${name}`,
      lines: [
        'A second person measures every place without seeing what the first one found. Jobs that are opened, or take documents anew, ask for it from now on.',
      ],
      fields: [
        {
          key: 'asked',
          label: 'Measured by',
          kind: 'choice',
          value: looks.asked ? 'two' : 'one',
          options: [
            { value: 'one', label: 'one person' },
            { value: 'two', label: 'two people, the second one blind' },
          ],
        },
        ...(isLength
          ? ([
              {
                key: 'tolerance',
                label: 'Two readings of one place may differ by',
                kind: 'line',
                optional: true,
                value: tolerance === null ? '' : `${tolerance.text} ${tolerance.unit}`,
                hint: 'with its unit: 1 thou, 0.02 mm; empty: what both gauges may err',
              },
            ] as const)
          : []),
      ],
      submit: 'Say so',
      act: async (values) => {
        const [, text = '', unit = 'mm'] = /^\s*([\d.,]*)\s*(\S*)\s*$/.exec(values['tolerance'] ?? '') ?? [];
        const typed = (values['tolerance'] ?? '').trim();
        const answer = await this.api.post(
          '/api/library/characteristics/second-look',
          {
            id: newId(),
            characteristic: id,
            asked: values['asked'] === 'two',
            tolerance:
              typed === '' ? null : { text: text === '' ? typed : text, unit: unit === '' ? 'mm' : unit },
          },
          z.unknown(),
        );
        return answer.ok ? undefined : answer.problem;
      },
    });
    if (saved) this.changed.emit();
  }
}
