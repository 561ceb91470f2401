/** The server's time. This file alone reads the machine's clock; no request sets time. */
export interface Clock {
  /** UTC, milliseconds, ISO 8601. */
  now(): string;
}

export const systemClock: Clock = { now: () => new Date().toISOString() };

/** A clock that is told the time, for seeding the demo and for tests. */
export class ScriptedClock implements Clock {
  constructor(private at: string) {}
  now(): string {
    return this.at;
  }
  set(at: string): void {
    this.at = new Date(at).toISOString();
  }
  advance(milliseconds: number): void {
    this.at = new Date(Date.parse(this.at) + milliseconds).toISOString();
  }
}
