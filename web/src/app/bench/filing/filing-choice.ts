import { Injectable, signal } from '@angular/core';
import type { FilingSchool } from '@oak-gate/core';
import { nanometres } from '@oak-gate/core';
import * as z from 'zod';

const KEY = 'oak-gate-filing';
export const FILING_TOOLS = ['hand-cranked grinder', 'diamond file', 'cut-off wheel', 'flat file'] as const;
const kept = z.object({
  tool: z.enum(FILING_TOOLS),
  school: z.discriminatedUnion('kind', [
    z.object({ kind: z.enum(['tight', 'middle', 'loose']) }),
    z.object({ kind: z.literal('gap'), value: z.int().min(0).transform(nanometres) }),
  ]),
});
type Kept = z.output<typeof kept>;
const FIRST: Kept = { tool: 'hand-cranked grinder', school: { kind: 'tight' } };

/** With what is filed, and where in its window a cut is aimed. The tablet remembers it. */
@Injectable({ providedIn: 'root' })
export class FilingChoice {
  private readonly choice = signal<Kept>(stored());
  readonly tool = (): string => this.choice().tool;
  readonly school = (): FilingSchool => this.choice().school;

  take(change: Partial<Kept>): void {
    this.choice.update((so) => ({ ...so, ...change }));
    localStorage.setItem(KEY, JSON.stringify(this.choice()));
  }
}
function stored(): Kept {
  try {
    const read = kept.safeParse(JSON.parse(localStorage.getItem(KEY) ?? '{}'));
    return read.success ? read.data : FIRST;
  } catch {
    return FIRST;
  }
}
