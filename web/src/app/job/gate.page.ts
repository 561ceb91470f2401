import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Stage } from '@oak-gate/core';
import { FindingList } from './finding-list';
import { GateSign } from './gate-sign';

/** A gate with everything that it waits for. */
@Component({
  selector: 'app-gate-page',
  imports: [FindingList, GateSign],
  template: `
    <div class="page">
      <app-finding-list />
      <app-gate-sign [stage]="stage()" />
    </div>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GatePage {
  readonly stage = input.required<Stage>();
}
