import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { AXIS_WORDS } from '@oak-gate/contract';
import type { LibraryView } from '@oak-gate/contract';
import { AXES, quantityOf, UNIT_KINDS, WEAR_WAYS } from '@oak-gate/core';
import type { Axis, UnitKind, WearWay } from '@oak-gate/core';
import * as z from 'zod';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { newId } from '../state/new-id';
import { Choices, Field } from '../ui/field';
import { ProblemNote } from '../ui/problem-note';
import { isSaid, StillMissing, unsaid } from '../ui/still-missing';

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
/** What is measured: the catalogue that ships, and what the shop adds to it. */
@Component({
  selector: 'app-characteristic-list',
  imports: [Choices, Field, ProblemNote, StillMissing],
  templateUrl: './characteristic-list.html',
  styleUrl: './characteristic-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CharacteristicList {
  private readonly api = inject(Api);
  readonly characteristics = input.required<LibraryView['characteristics']>();
  readonly mayChange = input(false);
  readonly changed = output();
  protected readonly adding = signal(false);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly quantityOf = quantityOf;
  protected readonly quantityWords = QUANTITY_WORDS;
  protected readonly wearWords = WEAR_WORDS;
  protected readonly kinds = UNIT_KINDS.map((value) => ({ value, label: QUANTITY_WORDS[value] }));
  protected readonly ways = WEAR_WAYS.map((value) => ({ value, label: WEAR_WORDS[value] }));
  protected readonly axes = AXES.map((value) => ({ value, label: AXIS_WORDS[value] }));

  protected readonly id = signal('');
  protected readonly missing = computed(() => unsaid({ name: isSaid(this.name()), id: isSaid(this.id()) }));
  protected readonly name = signal('');
  protected readonly measures = signal('');
  protected readonly tool = signal('');
  protected readonly kind = signal('length');
  protected readonly wear = signal('grows');
  protected readonly positions = signal<readonly string[]>(['cylinder']);

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
  protected async save(): Promise<void> {
    const characteristic = {
      id: this.id().trim(),
      name: this.name().trim(),
      measures: this.measures().trim(),
      usualTool: this.tool().trim(),
      unitKind: this.kind(),
      axes: this.positions(),
      wear: this.wear(),
      words: { tight: 'small', loose: 'large' },
    };
    const answer = await this.api.post(
      '/api/library/characteristics',
      { id: newId(), characteristic },
      z.unknown(),
    );
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (!answer.ok) return;
    this.adding.set(false);
    this.changed.emit();
  }
}
