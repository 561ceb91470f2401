import { computed, inject, Injectable, signal } from '@angular/core';
import { LENGTH_UNITS } from '@oak-gate/core';
import type { LengthUnit } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import * as z from 'zod';
import { sessionFeature } from '../state/session.feature';

const KEY = 'oak-gate-units';
const kept = z.record(
  z.string(),
  z.object({
    every: z.enum(LENGTH_UNITS).nullable(),
    sheets: z.record(z.string(), z.enum(LENGTH_UNITS)),
  }),
);
type Kept = z.output<typeof kept>;

/**
 * In which unit a person reads sheets: as they were measured until somebody chooses, the shop for all, a person for one sheet or
 * for every one. The tablet
 * remembers it for each person. It changes what is shown; what is typed is in the unit of the gauge, and what is recorded stays.
 */
@Injectable({ providedIn: 'root' })
export class UnitChoice {
  private readonly all = signal<Kept>(stored());
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  private readonly view = inject(Store).selectSignal(sessionFeature.selectView);
  private readonly own = computed(() => this.all()[this.person()?.id ?? ''] ?? { every: null, sheets: {} });

  /** @returns undefined where a sheet is shown as it was measured */
  of(sheet: string): LengthUnit | undefined {
    const { every, sheets } = this.own();
    return sheets[sheet] ?? every ?? this.view()?.shop?.unit;
  }
  /** For one sheet, or for every one where none is named; without a unit as it was measured. */
  choose(unit: LengthUnit | undefined, sheet?: string): void {
    const { every, sheets } = this.own();
    const { [sheet ?? '']: _, ...others } = sheets;
    const next =
      sheet === undefined
        ? { every: unit ?? null, sheets: {} }
        : { every, sheets: unit === undefined ? others : { ...others, [sheet]: unit } };
    this.all.update((all) => ({ ...all, [this.person()?.id ?? '']: next }));
    localStorage.setItem(KEY, JSON.stringify(this.all()));
  }
}
function stored(): Kept {
  try {
    const read = kept.safeParse(JSON.parse(localStorage.getItem(KEY) ?? '{}'));
    return read.success ? read.data : {};
  } catch {
    return {};
  }
}
