import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { UNREACHABLE } from '../state/api';
import { Outbox } from '../state/outbox';
import { PictureBox } from '../state/picture-box';
import { Sender } from '../state/sender';
import { sessionFeature } from '../state/session.feature';

/** Says what is kept on this tablet and why it is not on the server's disk; nothing while all goes its way. */
@Component({
  selector: 'app-kept-tag',
  imports: [RouterLink],
  template: `
    @if (words(); as said) {
      <a class="tag strong" role="status" routerLink="/kept">{{ said }}</a>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeptTag {
  private readonly outbox = inject(Outbox);
  private readonly sender = inject(Sender);
  private readonly pictures = inject(PictureBox);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly words = computed(() => {
    const waiting = this.outbox.waiting();
    const me = this.person()?.id;
    const others = waiting.filter(({ by }) => by.id !== me);
    const trouble = this.sender.trouble();
    const refused = this.outbox.refused().length + this.outbox.setAside().length;
    // One that is on its way is no news.
    const photographs = this.pictures.trouble() === undefined ? 0 : this.pictures.all().length;
    const parts = [
      ...(trouble !== undefined && waiting.length > others.length
        ? [
            `${trouble.code === UNREACHABLE.code ? 'server away' : 'not taken yet'}: ${waiting.length - others.length} kept here`,
          ]
        : []),
      ...(others.length > 0
        ? [`${others.length} kept for ${[...new Set(others.map(({ by }) => by.name))].join(', ')}`]
        : []),
      ...(photographs > 0
        ? [`${photographs} ${photographs === 1 ? 'photograph waits' : 'photographs wait'}`]
        : []),
      ...(refused > 0 ? [`${refused} refused`] : []),
      ...(this.outbox.cannotKeep() ? ['this tablet cannot keep anything'] : []),
    ];
    return parts.join(' · ');
  });
}
