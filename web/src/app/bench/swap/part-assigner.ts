import { Injectable, signal } from '@angular/core';
import type { PartSet, RingAssignment } from '@oak-gate/core';
import type { AssignAnswer, AssignQuestion } from './assign.worker';

/** Where a proposal stands that is being worked out. */
export interface Working {
  readonly done: number;
  readonly of: number;
}

/** Asks a worker which part goes in which bore, so that the page stays the person's while it is worked out. */
@Injectable()
export class PartAssigner {
  readonly working = signal<Working | undefined>(undefined);
  readonly orders = signal<readonly RingAssignment[] | undefined>(undefined);
  private worker: Worker | undefined;

  ask(sets: readonly Pick<PartSet, 'fits'>[]): void {
    this.stop();
    this.orders.set(undefined);
    const worker = new Worker(new URL('./assign.worker', import.meta.url), { type: 'module' });
    this.worker = worker;
    this.working.set({ done: 0, of: sets.length });
    worker.onmessage = ({ data }: MessageEvent<AssignAnswer>) => {
      if (this.worker !== worker) return;
      if (data.kind === 'progress') {
        this.working.set(data);
        return;
      }
      this.stop();
      this.orders.set(data.orders);
    };
    // A worker that could not be fetched, or broke, has found nothing: the page says that nobody looked.
    worker.onerror = () => {
      if (this.worker === worker) this.stop();
    };
    const question: AssignQuestion = {
      sets: sets.map(({ fits }) =>
        fits.map((row) => row.map(({ isLoose, removal }) => ({ isLoose, removal }))),
      ),
    };
    worker.postMessage(question);
  }
  stop(): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.working.set(undefined);
  }
}
