import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { Mark } from './mark';
import type { SectionView } from './section-view';

/** A journal or a bore across its axis: what each direction of each plane is, with its deviation enlarged. */
@Component({
  selector: 'app-section',
  imports: [Mark],
  templateUrl: './section.html',
  styleUrls: ['./section.scss', './drawn-form.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Section {
  readonly view = input.required<SectionView>();
  readonly chosen = output<string>();
}
