import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { engineList } from '@oak-gate/contract';
import type { EngineList } from '@oak-gate/contract';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { ProblemNote } from '../ui/problem-note';
import { WhenPipe } from '../ui/when.pipe';

/** Every engine that was ever in the shop, with its jobs. */
@Component({
  selector: 'app-engines-page',
  imports: [RouterLink, ProblemNote, WhenPipe],
  templateUrl: './engines.page.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EnginesPage {
  protected readonly engines = signal<EngineList | undefined>(undefined);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);

  constructor() {
    void inject(Api)
      .get('/api/engines', engineList)
      .then((answer) => {
        if (answer.ok) this.engines.set(answer.value);
        else this.problem.set(answer.problem);
      });
  }
}
