import { computed, effect, inject, signal, untracked } from '@angular/core';
import type { Signal } from '@angular/core';
import { movesOf, openPlans, orderLoad } from '@oak-gate/core';
import type { FilingLoad, JobState, PartMove, PartSet, Plan, SlotKey } from '@oak-gate/core';
import { JobDesk } from '../../state/job-desk';
import { Asker } from '../../ui/asker';
import { PartAssigner } from './part-assigner';
import type { SwapRow } from './swap-diagram';
import { addLoads, partsByBank } from './swap-view';

/** What is swapped, and how it is said. */
export interface SwapOf<S extends PartSet> {
  readonly job: Signal<JobState | undefined>;
  /** The sets whose parts could change places. */
  readonly sets: (locked: ReadonlySet<SlotKey>) => readonly S[];
  /** What tells one set from another, beside the parts that are free. */
  readonly name: (set: S) => string;
  readonly title: (set: S) => string;
  readonly limit: (set: S) => string;
  readonly rows: (job: JobState, set: S, order: readonly number[]) => readonly SwapRow[];
  readonly load: (load: FilingLoad) => string;
  /** "rings". */
  readonly many: string;
}
export type MovePlan = Plan & { readonly moves: readonly PartMove[] };

/** Which part goes in which bore before it runs: proposed, drawn by hand, planned, done. Made where a page is made. */
export class PartSwap<S extends PartSet> {
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  readonly assigner = inject(PartAssigner);
  readonly locked = signal<ReadonlySet<SlotKey>>(new Set());
  readonly byHand = signal(false);
  readonly refused = signal<typeof REFUSED | undefined>(undefined);
  /** What a person drew of a set, as long as the same parts could change places: whatever else comes in moves no hand. */
  private readonly drawn = signal<Readonly<Record<string, readonly number[]>>>({});
  /** The sets in which more than one part could move. */
  readonly sets = computed(() => this.of.sets(this.locked()).filter(({ free }) => free.length > 1));
  private readonly question = computed(() => JSON.stringify(this.sets().map(({ fits }) => fits)));
  /** The order of each set: as a person drew it, else as it was worked out, else as they came. */
  readonly orders = computed(() => {
    const proposed = this.assigner.orders();
    return this.sets().map((set, i) => {
      const asCame = set.free.map((_, bore) => bore);
      const order = this.drawn()[this.keyOf(set)] ?? proposed?.[i]?.ringForBore ?? asCame;
      return order.length === asCame.length ? order : asCame;
    });
  });
  readonly view = computed(() => {
    const job = this.of.job();
    const sets = this.sets();
    if (job === undefined || sets.length === 0) return undefined;
    const orders = this.orders();
    const asCame = sets.map((set) =>
      orderLoad(
        set,
        set.free.map((_, bore) => bore),
      ),
    );
    const then = sets.map((set, i) => orderLoad(set, orders[i] ?? []));
    const moves = sets.flatMap((set, i) => movesOf(set, orders[i] ?? []));
    const shown = sets
      .map((set, i) => ({ set, i, load: asCame[i], moves: movesOf(set, orders[i] ?? []) }))
      .filter(
        ({ load, moves: its }) =>
          this.byHand() || its.length > 0 || (load?.toFile ?? 0) + (load?.loose ?? 0) > 0,
      );
    return {
      // What is drawn may be as they came although something better is known.
      isBetterKnown: sets.some(
        (set, i) => movesOf(set, this.assigner.orders()?.[i]?.ringForBore ?? []).length > 0,
      ),
      before: this.of.load(addLoads(asCame)),
      after: this.of.load(addLoads(then)),
      moves,
      diagrams: shown.map(({ set, i }) => ({
        ...{ index: i, title: this.of.title(set), limit: this.of.limit(set) },
        rows: this.of.rows(job, set, orders[i] ?? []),
      })),
    };
  });
  /** Parts of these sets that shall move, and have not yet. */
  readonly planned = computed((): readonly MovePlan[] => {
    const job = this.of.job();
    const kinds = new Set(this.of.sets(new Set()).flatMap(({ rings }) => rings.map(({ part }) => part.kind)));
    return job === undefined
      ? []
      : openPlans(job).flatMap((plan) =>
          plan.work.kind === 'move' &&
          plan.work.moves.every(({ part }) => kinds.has(job.parts.get(part)?.kind ?? ''))
            ? [{ ...plan, moves: plan.work.moves }]
            : [],
        );
  });

  constructor(private readonly of: SwapOf<S>) {
    // A proposal is worked out where its question is another one, and not whenever anybody measures somewhere.
    effect(() => {
      this.question();
      untracked(() => {
        const sets = this.sets();
        if (sets.length > 0) this.assigner.ask(sets);
        else this.assigner.stop();
      });
    });
  }

  put(index: number, { ring, bore }: { readonly ring: number; readonly bore: number }): void {
    const [job, set] = [this.of.job(), this.sets()[index]];
    if (job === undefined || set === undefined) return;
    const rows = partsByBank(job, set);
    const free = (row: number): number => set.free.findIndex(({ slot }) => slot === rows[row]?.slot);
    const [a, b] = [free(ring), free(bore)];
    if (a < 0 || b < 0) return;
    const order = [...(this.orders()[index] ?? [])];
    const was = order.indexOf(a);
    const there = order[b];
    if (there === undefined || was < 0) return;
    order[b] = a;
    order[was] = there;
    this.drawn.update((all) => ({ ...all, [this.keyOf(set)]: order }));
  }
  lock(slot: SlotKey): void {
    const next = new Set(this.locked());
    if (!next.delete(slot)) next.add(slot);
    this.locked.set(next);
  }
  asBoxed(): void {
    this.drawn.set(
      Object.fromEntries(this.sets().map((set) => [this.keyOf(set), set.free.map((_, bore) => bore)])),
    );
  }
  proposed(): void {
    this.drawn.set({});
  }
  /** What is drawn becomes a plan: nothing is spent before somebody says that the parts have moved. */
  plan(): void {
    const [job, view] = [this.of.job(), this.view()];
    if (job === undefined || view === undefined || view.moves.length === 0) return;
    const seen = view.moves.map(({ part: id }) => ({ id, condition: job.parts.get(id)?.condition ?? 0 }));
    const reason = `as boxed ${view.before}; so ${view.after}`;
    const work = { kind: 'move' as const, moves: view.moves, seen, reason };
    this.say(this.desk.handIn({ type: 'planWork', work, about: [], seen, reason }, job));
  }
  moved({ moves, work, reason: why }: MovePlan): void {
    const job = this.of.job();
    if (job === undefined) return;
    const reason = work.kind === 'move' ? work.reason : why;
    this.say(this.desk.handIn({ type: 'moveParts', moves, reason }, job));
  }
  async drop({ seq }: Plan): Promise<void> {
    await this.asker.ask({
      title: `The ${this.of.many} stay as they are`,
      lines: ['What was planned is given up. Nothing was spent by it.'],
      fields: [{ key: 'reason', label: 'Reason', kind: 'text' }],
      submit: 'Give it up',
      act: ({ reason }) => {
        const problem = this.desk.handIn({ type: 'dropPlan', plan: seq, reason: reason ?? '' });
        return Promise.resolve(problem === undefined ? undefined : REFUSED);
      },
    });
  }
  private say(problem: { readonly code: string } | undefined): void {
    this.refused.set(problem === undefined ? undefined : REFUSED);
  }
  /** Which parts of a set could change places, as they are. */
  private keyOf(set: S): string {
    return `${this.of.name(set)} ${set.free.map(({ part }) => `${part.id} ${part.condition}`).join(' ')}`;
  }
}
export const REFUSED = {
  code: 'PART_CHANGED',
  title: 'Something changed meanwhile',
  where: 'these parts',
  next: 'Look at the list again: it shows how they lie now.',
};
