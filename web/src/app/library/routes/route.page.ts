import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { CLASS_WORDS, CONDITION_WORDS, libraryView, routesView } from '@oak-gate/contract';
import type { RoutesView } from '@oak-gate/contract';
import { conditionsOf, evidenceOf, ROLES } from '@oak-gate/core';
import type { Characteristic, Condition, GateRule, Role, Route, Stage } from '@oak-gate/core';
import * as z from 'zod';
import { Api } from '../../state/api';
import type { ApiProblem } from '../../state/api';
import { newId } from '../../state/new-id';
import { sessionFeature } from '../../state/session.feature';
import { Asker } from '../../ui/asker';
import { ProblemNote } from '../../ui/problem-note';
import { askBeforeClosing } from '../../ui/unsaved';
import type { HoldsUnsaved } from '../../ui/unsaved';
import {
  copyOf,
  movedSheet,
  withCondition,
  withGateLabel,
  withIndependent,
  withoutGate,
  withoutSheet,
  withSecondLook,
  withSheet,
  withSigner,
} from './route-edit';

const SIGNERS: readonly Role[] = ROLES.filter((role) => role !== 'manager' && role !== 'steward');

/** One route as its line of gates, each with what is measured before it, what it waits for and who signs; copied and changed by the steward. */
@Component({
  selector: 'app-route-page',
  imports: [ProblemNote, RouterLink],
  templateUrl: './route.page.html',
  styleUrl: './route.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoutePage implements HoldsUnsaved {
  private readonly api = inject(Api);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  /** The id of a route; of the one that is copied where the address says so. */
  readonly route = input.required<string>();
  private readonly query = toSignal(inject(ActivatedRoute).queryParamMap);
  protected readonly isCopy = computed(() => this.query()?.get('as') === 'copy');
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  private readonly view = signal<RoutesView | undefined>(undefined);
  private readonly characteristics = signal<readonly Characteristic[]>([]);
  protected readonly draft = signal<Route | undefined>(undefined);
  private readonly kept = signal<Route | undefined>(undefined);
  protected readonly changing = signal(false);
  protected readonly conditionWords = CONDITION_WORDS;
  protected readonly signers = SIGNERS;
  protected readonly isSteward = computed(() => this.person()?.roles.includes('steward') === true);
  protected readonly there = computed(() =>
    this.view()?.routes.find(({ route }) => route.id === this.route()),
  );
  protected readonly classes = computed(() =>
    (this.draft()?.classes ?? []).map((each) => CLASS_WORDS[each]).join(', '),
  );
  protected readonly isChanged = computed(
    () => JSON.stringify(this.draft()) !== JSON.stringify(this.kept()) || (this.changing() && this.isCopy()),
  );
  /** What can be measured, and is not on this route yet. */
  protected readonly spare = computed(() => {
    const used = new Set((this.draft()?.gates ?? []).flatMap(({ sheets }) => sheets));
    return this.characteristics().filter((each) => evidenceOf(each) !== undefined && !used.has(each.id));
  });

  constructor() {
    askBeforeClosing(this);
    effect(() => {
      const [id, asCopy] = [this.route(), this.isCopy()];
      untracked(() => void this.look(id, asCopy));
    });
  }
  private async look(id: string, asCopy: boolean): Promise<void> {
    const [routes, library] = await Promise.all([
      this.api.get('/api/library/routes', routesView),
      this.api.get('/api/library', libraryView),
    ]);
    for (const answer of [routes, library]) if (!answer.ok) this.problem.set(answer.problem);
    if (!routes.ok || !library.ok) return;
    this.view.set(routes.value);
    this.characteristics.set(library.value.characteristics);
    const found = routes.value.routes.find(({ route }) => route.id === id)?.route as Route | undefined;
    if (found === undefined) {
      this.problem.set({
        code: 'ROUTE_UNKNOWN',
        title: `There is no route ${id}`,
        where: 'library, routes',
        next: 'Choose one from the list.',
      });
      return;
    }
    const all = routes.value.routes.map(({ route }) => route.id);
    this.draft.set(asCopy ? copyOf(found, all) : found);
    this.kept.set(this.draft());
    this.changing.set(asCopy && this.isSteward());
  }
  unsaved(): string | undefined {
    return this.changing() && this.isChanged() ? 'What you changed in the route is not kept yet.' : undefined;
  }

  protected nameOf(sheet: string): string {
    return this.characteristics().find(({ id }) => id === sheet)?.name ?? sheet;
  }
  /** Those that every shop has stand first, and cannot be taken out. */
  protected waits(gate: GateRule): readonly { readonly condition: Condition; readonly always: boolean }[] {
    const route = this.draft();
    if (route === undefined) return [];
    const always = conditionsOf(route, gate);
    return gate.conditions.map((condition) => ({ condition, always: always.includes(condition) }));
  }
  protected mayAsk(gate: GateRule): boolean {
    return !gate.conditions.includes('instrumentsInDate');
  }
  protected isBetween(index: number): boolean {
    return index > 0 && index < (this.draft()?.gates.length ?? 0) - 1;
  }
  private change(to: (route: Route) => Route): void {
    this.draft.update((route) => (route === undefined ? route : to(route)));
  }
  protected covers(covers: string): void {
    this.change((route) => ({ ...route, covers }));
  }
  protected label(stage: Stage, label: string): void {
    this.change((route) => withGateLabel(route, stage, label));
  }
  protected move(stage: Stage, sheet: string, by: -1 | 1): void {
    this.change((route) => movedSheet(route, stage, sheet, by));
  }
  protected takeOut(stage: Stage, sheet: string): void {
    this.change((route) => withoutSheet(route, stage, sheet));
  }
  protected add(stage: Stage, field: HTMLSelectElement): void {
    const sheet = field.value;
    if (sheet !== '') this.change((route) => withSheet(route, stage, sheet));
    field.value = '';
  }
  protected second(stage: Stage, sheet: string, asked: boolean): void {
    this.change((route) => withSecondLook(route, stage, sheet, asked));
  }
  protected signer(stage: Stage, role: Role, signs: boolean): void {
    this.change((route) => withSigner(route, stage, role, signs));
  }
  protected independent(stage: Stage, is: boolean): void {
    this.change((route) => withIndependent(route, stage, is));
  }
  protected condition(stage: Stage, condition: Condition, asked: boolean): void {
    this.change((route) => withCondition(route, stage, condition, asked));
  }
  protected dropGate(stage: Stage): void {
    this.change((route) => withoutGate(route, stage));
  }
  protected leave(): void {
    this.draft.set(this.kept());
    this.changing.set(false);
    if (this.isCopy()) void this.router.navigate(['/library/routes', this.route()]);
  }
  protected async keep(): Promise<void> {
    const route = this.draft();
    if (route === undefined) return;
    const saved = await this.asker.ask({
      title: 'Keep the route',
      lines: ['Jobs that are opened from now on go it. Open jobs go on as they were opened.'],
      fields: [{ key: 'reason', label: 'Why', kind: 'text' }],
      submit: 'Keep it',
      act: async ({ reason }) => {
        const seen = this.isCopy() ? null : (this.there()?.digest ?? null);
        const body = { id: newId(), route, seen, reason: reason ?? '' };
        const answer = await this.api.post('/api/library/routes', body, z.unknown());
        return answer.ok ? undefined : answer.problem;
      },
    });
    if (!saved) return;
    this.kept.set(route);
    this.changing.set(false);
    if (route.id === this.route()) await this.look(route.id, false);
    else await this.router.navigate(['/library/routes', route.id]);
  }
  protected async putAway(): Promise<void> {
    const saved = await this.asker.ask({
      title: this.there()?.ships === true ? 'Go the route that ships' : 'Put the route away',
      lines: ['No job is opened on it any more. Open jobs go on as they were opened.'],
      fields: [{ key: 'reason', label: 'Why', kind: 'text' }],
      submit: 'Put it away',
      act: async ({ reason }) => {
        const body = { id: newId(), route: this.route(), reason: reason ?? '' };
        const answer = await this.api.post('/api/library/routes/put-away', body, z.unknown());
        return answer.ok ? undefined : answer.problem;
      },
    });
    if (saved) await this.router.navigate(['/library'], { queryParams: { tab: 'routes' } });
  }
}
