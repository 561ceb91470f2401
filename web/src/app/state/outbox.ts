import { Injectable } from '@angular/core';
import { jobCommand } from '@oak-gate/contract';
import * as z from 'zod';

const kept = z.array(
  z.object({ jobId: z.string(), id: z.string(), person: z.string(), command: jobCommand }),
);
export type Kept = z.output<typeof kept>[number];
const KEY = 'oak-gate-outbox';

/** Commands that are not on the server's disk yet, kept on this tablet: a reload or a flat battery loses nothing. */
@Injectable({ providedIn: 'root' })
export class Outbox {
  all(): readonly Kept[] {
    try {
      const parsed = kept.safeParse(JSON.parse(localStorage.getItem(KEY) ?? '[]'));
      return parsed.success ? parsed.data : [];
    } catch {
      return [];
    }
  }
  put(command: Kept): void {
    this.write([...this.all().filter(({ id }) => id !== command.id), command]);
  }
  take(id: string): void {
    this.write(this.all().filter((each) => each.id !== id));
  }
  private write(commands: readonly Kept[]): void {
    if (commands.length === 0) localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, JSON.stringify(commands));
  }
}
