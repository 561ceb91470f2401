import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { CLASS_WORDS, routesView } from '@oak-gate/contract';
import type { RoutesView } from '@oak-gate/contract';
import { Api } from '../../state/api';
import type { ApiProblem } from '../../state/api';
import { ProblemNote } from '../../ui/problem-note';

/** The routes that a job may be opened on, each as its line of gates. */
@Component({
  selector: 'app-route-list',
  imports: [ProblemNote, RouterLink],
  templateUrl: './route-list.html',
  styleUrl: './route-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RouteList {
  private readonly api = inject(Api);
  protected readonly view = signal<RoutesView | undefined>(undefined);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);

  constructor() {
    void this.api.get('/api/library/routes', routesView).then((answer) => {
      if (answer.ok) this.view.set(answer.value);
      else this.problem.set(answer.problem);
    });
  }
  protected classes({ classes }: RoutesView['routes'][number]['route']): string {
    return classes === undefined
      ? 'every class of engine'
      : classes.map((each) => CLASS_WORDS[each]).join(', ');
  }
}
