import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { Mark } from './mark';
import type { ProfileView } from './profile-view';

/** A bore along its depth: the sizes of the one in hand, the others behind it faint, the limits as lines. */
@Component({
  selector: 'app-profile',
  imports: [Mark],
  templateUrl: './profile.html',
  styleUrls: ['./profile.scss', './drawn-form.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Profile {
  readonly view = input.required<ProfileView>();
  readonly chosen = output<string>();
}
