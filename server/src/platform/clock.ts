import { uptime } from 'node:os';

/** The server's time. This file alone reads the machine's clocks; no request sets time. */
export interface Clock {
  /** UTC, milliseconds, ISO 8601. */
  now(): string;
  /** What passed, in milliseconds from any beginning: nobody who sets the clock moves it, and sleep counts. */
  steadyMs(): number;
}

/** The time since the machine started goes on while it sleeps, which the process's own time does not. */
export const systemClock: Clock = {
  now: () => new Date().toISOString(),
  steadyMs: () => uptime() * 1000,
};

/** A clock that is told the time, for seeding the demo and for tests. */
export class ScriptedClock implements Clock {
  private steady = 0;
  constructor(private at: string) {}
  now(): string {
    return this.at;
  }
  steadyMs(): number {
    return this.steady;
  }
  /** The time that it shows after so much has passed; earlier times are a jump. */
  set(at: string): void {
    this.steady += Math.max(0, Date.parse(at) - Date.parse(this.at));
    this.at = new Date(at).toISOString();
  }
  /** So much time passes. */
  advance(milliseconds: number): void {
    this.set(new Date(Date.parse(this.at) + milliseconds).toISOString());
  }
  /** Somebody sets the clock: it shows another time, and none has passed. */
  jump(milliseconds: number): void {
    this.at = new Date(Date.parse(this.at) + milliseconds).toISOString();
  }
}
