import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { DeckView } from './deck-view';
import { Mark } from './mark';

/** The liners over the deck: what a straight edge would show, some thousand times higher. A press leads to the worst point. */
@Component({
  selector: 'app-deck',
  imports: [Mark],
  templateUrl: './deck.html',
  styleUrl: './deck.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Deck {
  readonly view = input.required<DeckView>();
  readonly chosen = output<string>();
}
