import { CdkDrag, CdkDropList, moveItemInArray } from '@angular/cdk/drag-drop';
import type { CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import type { LibraryView } from '@oak-gate/contract';
import { DOCUMENT_KINDS } from '@oak-gate/core';
import type { DocumentKind } from '@oak-gate/core';
import * as z from 'zod';
import { Api } from '../state/api';
import { newId } from '../state/new-id';
import { Asker } from '../ui/asker';
import { CLASS_HEADS } from './kind-words';
import { KIND_WORDS } from '@oak-gate/contract';

type Order = LibraryView['orders'][number];
type Judged = LibraryView['judging'][number];

/** Which kind of document is stronger, per class of engine. A kind that is left out is advisory there. */
@Component({
  selector: 'app-kind-orders',
  imports: [CdkDrag, CdkDropList],
  templateUrl: './kind-orders.html',
  styleUrl: './kind-orders.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KindOrders {
  private readonly api = inject(Api);
  private readonly asker = inject(Asker);
  readonly orders = input.required<LibraryView['orders']>();
  readonly judging = input.required<LibraryView['judging']>();
  readonly mayChange = input(false);
  readonly changed = output();
  protected readonly classWords = CLASS_HEADS;
  protected readonly kindWords = KIND_WORDS;

  protected advisory({ order }: Order): readonly DocumentKind[] {
    return DOCUMENT_KINDS.filter((kind) => kind !== 'shop' && !order.includes(kind));
  }
  protected async dropped(of: Order, event: CdkDragDrop<Order>): Promise<void> {
    const order = [...of.order];
    moveItemInArray(order, event.previousIndex, event.currentIndex);
    if (event.previousIndex !== event.currentIndex) await this.set(of, order);
  }
  protected async move(of: Order, from: number, by: -1 | 1): Promise<void> {
    const order = [...of.order];
    moveItemInArray(order, from, from + by);
    await this.set(of, order);
  }
  protected async leaveOut(of: Order, kind: DocumentKind): Promise<void> {
    await this.set(
      of,
      of.order.filter((each) => each !== kind),
    );
  }
  protected async takeIn(of: Order, kind: DocumentKind): Promise<void> {
    await this.set(of, [...of.order, kind]);
  }

  /** How readings near a limit are decided from now on: for all engines, or for a class of them. */
  protected async judge({ of, rule, coarse }: Judged): Promise<void> {
    const own = of !== 'shop';
    const said = own ? [{ value: '', label: 'as for all engines' }] : [];
    const done = await this.asker.ask({
      title: `Near the limit: ${own ? `${CLASS_HEADS[of]} engines` : 'all engines'}`,
      lines: [
        'It holds for jobs whose limits are pinned from now on. Jobs that are open keep what they were pinned with.',
      ],
      fields: [
        {
          ...{
            key: 'rule',
            label: 'What is in',
            kind: 'choice',
            value: rule ?? (own ? '' : 'simple'),
            optional: true,
          },
          options: [
            ...said,
            { value: 'simple', label: 'simple: what is read inside' },
            { value: 'guarded', label: 'guarded: inside by more than the gauge may err' },
          ],
        },
        {
          ...{
            key: 'coarse',
            label: 'A gauge that is too coarse',
            kind: 'choice',
            value: coarse ?? (own ? '' : 'warn'),
            optional: true,
          },
          options: [
            ...said,
            { value: 'warn', label: 'is warned about' },
            { value: 'refuse', label: 'is refused' },
          ],
        },
        { key: 'reason', label: 'Reason', kind: 'text' },
      ],
      submit: 'Say so',
      act: async (values) => {
        const orNull = (key: string): string | null =>
          (values[key] ?? '') === '' ? null : (values[key] ?? null);
        const body = {
          id: newId(),
          of,
          rule: orNull('rule'),
          coarse: orNull('coarse'),
          reason: values['reason'] ?? '',
        };
        const answer = await this.api.post('/api/library/judging', body, z.unknown());
        return answer.ok ? undefined : answer.problem;
      },
    });
    if (done) this.changed.emit();
  }
  private async set({ engineClass }: Order, order: readonly DocumentKind[]): Promise<void> {
    const done = await this.asker.ask({
      title: `${CLASS_HEADS[engineClass]} engines: change which kind is stronger`,
      lines: [
        `From now on: ${order.map((kind) => KIND_WORDS[kind]).join(', then ')}.`,
        'It holds for jobs whose limits are pinned from now on. Jobs that are open keep what they were pinned with.',
      ],
      fields: [{ key: 'reason', label: 'Reason', kind: 'text' }],
      submit: 'Change the order',
      act: async ({ reason = '' }) => {
        const body = { id: newId(), engineClass, order, reason };
        const answer = await this.api.post('/api/library/orders', body, z.unknown());
        return answer.ok ? undefined : answer.problem;
      },
    });
    if (done) this.changed.emit();
  }
}
