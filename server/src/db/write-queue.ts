import { ProblemError } from '../platform/problem-error';

/** A transaction that can hold others, which are undone by themselves. */
interface Nesting<Tx> {
  transaction<T>(work: (tx: Tx) => Promise<T>): Promise<T>;
}
type Work<Tx, T> = (tx: Tx) => Promise<T>;
/** Told the moment that it is known whether what was written stays, before anybody else writes. */
export type Settled = (committed: boolean) => void;
interface Waiting<Tx> {
  readonly work: Work<Tx, unknown>;
  readonly settled: Settled;
  readonly done: (value: unknown) => void;
  readonly fail: (error: unknown) => void;
}
export interface WriteWatch {
  refuse(): void;
  wrote(): void;
  failed(error: unknown): void;
}

/** So many share one commit: what comes first does not wait long for what comes last. */
const MOST_TOGETHER = 64;

/**
 * One writer at a time. What waits while another writes is written together then, one after the other, with one commit: the
 * disk is asked once for all of it. A refusal undoes its own work and nobody else's; where something breaks, all of it is
 * undone and each is tried alone, so that nobody fails for another's fault.
 */
export class WriteQueue<Tx extends Nesting<Tx>> {
  private readonly waiting: Waiting<Tx>[] = [];
  private pumping: Promise<void> | undefined;

  constructor(
    private readonly db: Nesting<Tx>,
    private readonly watch: WriteWatch,
  ) {}

  write<T>(work: Work<Tx, T>, settled: Settled = () => undefined): Promise<T> {
    return new Promise<T>((done, fail) => {
      this.waiting.push({ work, settled, done: done as (value: unknown) => void, fail });
      this.pumping ??= this.pump();
    });
  }
  /** When nothing waits any more. */
  async idle(): Promise<void> {
    await this.pumping;
  }

  private async pump(): Promise<void> {
    await Promise.resolve(); // the first one waits for those that come in the same breath
    try {
      while (this.waiting.length > 0) {
        const batch = this.waiting.splice(0, MOST_TOGETHER);
        await (batch.length === 1 ? this.each(batch) : this.together(batch));
      }
    } finally {
      this.pumping = undefined;
    }
  }

  private async each(batch: readonly Waiting<Tx>[]): Promise<void> {
    for (const one of batch) {
      try {
        this.watch.refuse();
        const value = await this.db.transaction(one.work);
        this.watch.wrote();
        one.settled(true);
        one.done(value);
      } catch (error) {
        this.watch.failed(error);
        one.settled(false);
        one.fail(error);
      }
    }
  }

  private async together(batch: readonly Waiting<Tx>[]): Promise<void> {
    const answers = await this.answersOf(batch).catch(() => undefined);
    if (answers === undefined) {
      for (const one of batch) one.settled(false);
      await this.each(batch);
      return;
    }
    this.watch.wrote();
    for (const answer of answers) answer();
  }
  private async answersOf(batch: readonly Waiting<Tx>[]): Promise<readonly (() => void)[]> {
    this.watch.refuse();
    return this.db.transaction(async (tx) => {
      const told: (() => void)[] = [];
      for (const one of batch) told.push(await answerOf(tx, one));
      return told;
    });
  }
}

/** What is to be said of one of many when all of them stay. @throws what is no refusal: then none of them stays */
async function answerOf<Tx extends Nesting<Tx>>(
  tx: Tx,
  { work, settled, done, fail }: Waiting<Tx>,
): Promise<() => void> {
  try {
    const value = await tx.transaction(work);
    return () => {
      settled(true);
      done(value);
    };
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    return () => {
      settled(false);
      fail(error);
    };
  }
}
