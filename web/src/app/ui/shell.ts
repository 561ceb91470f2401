import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject } from '@angular/core';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Store } from '@ngrx/store';
import { Outbox } from '../state/outbox';
import { Sender } from '../state/sender';
import { sessionFeature } from '../state/session.feature';
import { ChangeHands } from './change-hands';
import { Icon } from './icon';
import type { IconName } from './icons';
import { IdleWatch } from './idle-watch';
import { THEME_WORDS, ThemeChoice } from './theme';

const PLACES: readonly { readonly path: string; readonly label: string; readonly icon: IconName }[] = [
  { path: '/floor', label: 'Floor', icon: 'floor' },
  { path: '/engines', label: 'Engines', icon: 'engines' },
  { path: '/library', label: 'Library', icon: 'library' },
  { path: '/instruments', label: 'Instruments', icon: 'instruments' },
  { path: '/shop', label: 'Shop', icon: 'shop' },
];

/** The rail with its five places, and whose hands the tablet is in. */
@Component({
  selector: 'app-shell',
  imports: [RouterOutlet, RouterLink, RouterLinkActive, Icon],
  templateUrl: './shell.html',
  styleUrl: './shell.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Shell {
  protected readonly places = PLACES;
  protected readonly themes = inject(ThemeChoice);
  protected readonly themeWords = THEME_WORDS;
  private readonly hands = inject(ChangeHands);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  private readonly outbox = inject(Outbox);
  /** What somebody must know of who walks past this tablet. */
  protected readonly held = computed(
    () => this.outbox.refused().length + this.outbox.setAside().length + this.others(),
  );
  private readonly others = computed(
    () => this.outbox.waiting().filter(({ by }) => by.id !== this.person()?.id).length,
  );
  protected readonly name = computed(() => this.person()?.name ?? 'Nobody');
  protected readonly role = computed(() => this.person()?.roles[0] ?? '');
  protected readonly initials = computed(() =>
    this.name()
      .split(/\s+/)
      .map((part) => part.charAt(0))
      .slice(0, 2)
      .join(''),
  );

  constructor() {
    inject(IdleWatch).watch(inject(DestroyRef));
    inject(Sender).start();
  }
  protected changeHands(): void {
    void this.hands.start();
  }
}
