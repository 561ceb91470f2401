import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { ICONS } from './icons';
import type { IconName } from './icons';

@Component({
  selector: 'app-icon',
  template: `<svg viewBox="0 0 24 24" width="24" height="24" aria-hidden="true">
    <path fill="currentColor" [attr.d]="path()" />
  </svg>`,
  styles: ':host { display: inline-flex; }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Icon {
  readonly name = input.required<IconName>();
  protected readonly path = computed(() => ICONS[this.name()]);
}
