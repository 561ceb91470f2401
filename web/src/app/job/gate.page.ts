import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import { gateRule, sheetsBehind } from '@oak-gate/core';
import type { PlaceKey, Stage } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { jobFeature } from '../state/job.feature';
import { EnginePlan } from '../ui/engine-plan';
import { FindingList } from './finding-list';
import { GateSign } from './gate-sign';

/** A gate with everything that it waits for. */
@Component({
  selector: 'app-gate-page',
  imports: [EnginePlan, FindingList, GateSign],
  styleUrl: './gate.page.scss',
  template: `
    <div class="page two">
      <div>
        <app-finding-list [sheets]="sheets()" />
        <app-gate-sign [stage]="stage()" />
      </div>
      @if (job(); as job) {
        <aside class="panel panel-pad" aria-label="Engine plan">
          <app-engine-plan [job]="job" [sheets]="sheets()" (chosen)="go($event)" />
        </aside>
      }
    </div>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GatePage {
  private readonly router = inject(Router);
  readonly stage = input.required<Stage>();
  protected readonly job = inject(Store).selectSignal(jobFeature.selectJob);
  /** A gate has its own findings, and those of the sheets that it rests on where it has none. */
  protected readonly sheets = computed(() => {
    const job = this.job();
    const gate = job === undefined ? undefined : gateRule(job, this.stage());
    return job === undefined || gate === undefined ? undefined : sheetsBehind(job.route, gate);
  });

  protected go(place: PlaceKey): void {
    void this.router.navigate(['/jobs', this.job()?.id, 'place'], { queryParams: { place } });
  }
}
