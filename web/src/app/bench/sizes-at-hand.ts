import { Injectable, signal } from '@angular/core';
import { decimalLength } from '@oak-gate/core';
import type { LengthUnit, Nanometres } from '@oak-gate/core';
import * as z from 'zod';

const KEY = 'oak-gate-shims';
const kept = z.record(z.string(), z.string());

/** Which shims, or shells, lie in the drawer, for each model of engine, as they were typed. The tablet remembers it. */
@Injectable({ providedIn: 'root' })
export class SizesAtHand {
  private readonly all = signal<Readonly<Record<string, string>>>(stored());

  /** @param of what it is of: a model, or a model with what else lies there */
  typed(of: string): string | undefined {
    return this.all()[of];
  }
  keep(of: string, text: string): void {
    this.all.update((all) => ({ ...all, [of]: text }));
    localStorage.setItem(KEY, JSON.stringify(this.all()));
  }
}
/** What was typed as sizes, smallest first: "0.05 0.075, 0.10". @returns the first word that is none, where one is not */
export function readSizes(
  text: string,
  unit: LengthUnit,
):
  | { readonly ok: true; readonly sizes: readonly Nanometres[] }
  | { readonly ok: false; readonly word: string } {
  const words = text.split(/[\s;]+/u).filter((word) => word !== '');
  const sizes: Nanometres[] = [];
  for (const word of words) {
    const nm = decimalLength(word.replace(/,$/u, '').replace(',', '.'), unit);
    if (nm === undefined || nm <= 0) return { ok: false, word };
    sizes.push(nm);
  }
  return { ok: true, sizes: [...new Set(sizes)].sort((a, b) => a - b) };
}
function stored(): Readonly<Record<string, string>> {
  try {
    const read = kept.safeParse(JSON.parse(localStorage.getItem(KEY) ?? '{}'));
    return read.success ? read.data : {};
  } catch {
    return {};
  }
}
