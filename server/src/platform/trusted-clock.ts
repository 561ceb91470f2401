import type { ClockInDoubt } from '@oak-gate/core';
import type { Clock } from './clock';
import { ProblemError } from './problem-error';

/** A clock that is set right steps by seconds; one that is this far off was set wrong, or was. */
export const TOLERATED_MS = 5 * 60_000;
const YEAR_MS = 366 * 24 * 3_600_000;
/** What drifts apart in a day is no jump: the two are brought together again. */
const TOGETHER_EVERY_MS = 24 * 3_600_000;

/**
 * The machine's clock as far as it can be believed. It is held against the time that really passes, and at the start against
 * the last entry; what it shows otherwise is not written down until it is right again or a manager says that it is. While it
 * is in doubt, `now` is the time that it should be.
 */
export class TrustedClock implements Clock {
  private anchor: { readonly at: number; readonly steady: number };
  /** The last entry, as long as the clock has not been right beside it. */
  private start: number | undefined;
  /** The latest time that anything was dated with. */
  private latest: number;

  /** @param lastEntry when the last entry was made; undefined in a new folder */
  constructor(
    private readonly machine: Clock,
    lastEntry?: string,
  ) {
    this.start = lastEntry === undefined ? undefined : Date.parse(lastEntry);
    this.latest = this.start ?? 0;
    this.anchor = { at: this.start ?? this.read(), steady: machine.steadyMs() };
    this.doubt();
  }

  now(): string {
    return this.doubt()?.expected ?? this.machine.now();
  }
  steadyMs(): number {
    return this.machine.steadyMs();
  }

  /** The date of what is written now. @throws ProblemError CLOCK_IN_DOUBT */
  forEntry(): string {
    const doubt = this.doubt();
    if (doubt !== undefined) throw ProblemError.of('CLOCK_IN_DOUBT', doubt);
    const now = this.machine.now();
    this.latest = Math.max(this.latest, Date.parse(now));
    return now;
  }

  /** What is wrong with the clock now; a clock that is set right again is believed again. */
  doubt(): ClockInDoubt | undefined {
    const clock = this.read();
    const steady = this.machine.steadyMs();
    if (this.start !== undefined) {
      const because = startFault(clock, this.start);
      const passed = this.start + steady - this.anchor.steady;
      if (because !== undefined) return doubtful(clock, passed, because);
      this.start = undefined;
      this.anchor = { at: clock, steady };
    }
    const passed = steady - this.anchor.steady;
    const expected = this.anchor.at + passed;
    if (Math.abs(clock - expected) > TOLERATED_MS)
      return doubtful(clock, Math.max(expected, this.latest), 'jumped');
    if (passed > TOGETHER_EVERY_MS) this.anchor = { at: clock, steady };
    return undefined;
  }

  /** A chain was found that ends at a later time than it is now, and nobody has said why. */
  isBehind(lastEntry: string): ProblemError {
    this.start = Date.parse(lastEntry);
    this.latest = Math.max(this.latest, this.start);
    this.anchor = { at: this.start, steady: this.machine.steadyMs() };
    return ProblemError.of('CLOCK_IN_DOUBT', this.doubt() ?? doubtful(this.read(), this.start, 'beforeLast'));
  }

  /** From here on the clock is right as it stood when a manager said so. */
  confirmed(clock: string, steady: number): void {
    this.start = undefined;
    this.latest = Date.parse(clock);
    this.anchor = { at: Date.parse(clock), steady };
  }

  /** What the machine shows, believed or not. */
  shown(): string {
    return this.machine.now();
  }
  private read(): number {
    return Date.parse(this.machine.now());
  }
}

function startFault(clock: number, last: number): ClockInDoubt['because'] | undefined {
  if (clock < last - TOLERATED_MS) return 'beforeLast';
  return clock > last + YEAR_MS ? 'longAfter' : undefined;
}
const doubtful = (clock: number, expected: number, because: ClockInDoubt['because']): ClockInDoubt => ({
  clock: new Date(clock).toISOString(),
  expected: new Date(expected).toISOString(),
  because,
});
