import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Deck } from '../ui/deck';
import { deckView } from '../ui/deck-view';
import { Piston } from '../ui/piston';
import { pistonDrawing } from '../ui/piston-drawing';
import { Profile } from '../ui/profile';
import { profileView } from '../ui/profile-view';
import { Section } from '../ui/section';
import { sectionView } from '../ui/section-view';
import { BenchHand } from './bench-hand';

/**
 * The drawing that belongs to the place in hand: a bore along its depth, a journal across its axis, the piston from the side; the
 * deck where it is asked for, because it is as wide as the sheet. Nothing where there is none. A press goes to the place.
 */
@Component({
  selector: 'app-place-drawing',
  imports: [Deck, Piston, Profile, Section],
  template: `
    @if (view().deck; as deck) {
      <app-deck [view]="deck" (chosen)="hand.select($event)" />
    }
    @if (view().profile; as profile) {
      <section aria-label="Along the depth">
        <app-profile [view]="profile" (chosen)="hand.select($event)" />
      </section>
    }
    @if (view().section; as section) {
      <section aria-label="Across the axis">
        <app-section [view]="section" (chosen)="hand.select($event)" />
      </section>
    }
    @if (view().piston; as piston) {
      <section aria-label="The piston from the side">
        <app-piston [view]="piston" (chosen)="hand.select($event)" />
      </section>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlaceDrawing {
  protected readonly hand = inject(BenchHand);
  /** The deck stands above its sheet where that has room; elsewhere it is drawn here. */
  readonly withDeck = input(false);
  protected readonly view = computed(() => drawingsAt(this.hand, this.withDeck()));
}

/** What can be drawn of the place in hand. */
export function drawingsAt({ at, unit }: BenchHand, withDeck: boolean) {
  const [job, place, characteristic] = [at.job(), at.place(), at.characteristic()];
  if (job === undefined || place === undefined || characteristic === undefined) return {};
  return {
    deck: withDeck ? deckView(job, characteristic, place, unit()) : undefined,
    profile: profileView(job, characteristic, place, unit()),
    section: sectionView(job, characteristic, place, unit()),
    piston: pistonDrawing(job, place, unit()),
  };
}
