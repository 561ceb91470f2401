import { computed, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { asSeenBy, gateOfSheet, holdsOneOf, signatureOf } from '@oak-gate/core';
import type { PlaceKey, Role } from '@oak-gate/core';
import * as z from 'zod';
import { jobFeature } from './job.feature';
import { sessionFeature } from './session.feature';

const KEY = 'oak-gate-blind';
const kept = z.object({
  /** The places at which a person looked first, by person and job: whoever has seen a figure cannot unsee it. */
  looked: z.record(z.string(), z.array(z.string())),
  /** Who measures before seeing the limits. */
  limitsHidden: z.array(z.string()),
});
type Kept = z.output<typeof kept>;
const MEASURERS: readonly Role[] = ['technician', 'inspector'];
const NOTHING: Kept = { looked: {}, limitsHidden: [] };

/**
 * What the person at this tablet does not see before measuring: what somebody else found where a second look is asked for, and the
 * limits where the person wants that. The tablet remembers who has looked.
 */
@Injectable({ providedIn: 'root' })
export class BlindLooks {
  private readonly store = inject(Store);
  private readonly whole = this.store.selectSignal(jobFeature.selectJob);
  private readonly person = this.store.selectSignal(sessionFeature.selectPerson);
  private readonly memory = signal<Kept>(stored());
  private readonly whose = computed(() => `${this.person()?.id ?? ''} ${this.whole()?.id ?? ''}`);
  private readonly seen = computed(() => {
    const [job, person] = [this.whole(), this.person()];
    if (job === undefined || person === undefined) return undefined;
    // Who does not measure has nothing to be kept from, and what is sealed or signed for is measured no more.
    if (job.seal !== undefined || !holdsOneOf(person, MEASURERS)) return undefined;
    const isOpen = (sheet: string): boolean => {
      const gate = gateOfSheet(job.route, sheet);
      return gate === undefined || signatureOf(job, gate.stage) === undefined;
    };
    return asSeenBy(job, person, new Set(this.memory().looked[this.whose()] ?? []), isOpen);
  });
  /** The job as this person sees it before looking. */
  readonly job = computed(() => this.seen()?.state ?? this.whole());
  readonly limitsHidden = computed(() => this.memory().limitsHidden.includes(this.person()?.id ?? ''));

  isHidden(key: PlaceKey | undefined): boolean {
    return key !== undefined && this.seen()?.hidden.has(key) === true;
  }
  /** The person looks first: what is measured there then is a second reading, and no second look. */
  show(key: PlaceKey): void {
    const looked = [...(this.memory().looked[this.whose()] ?? []), key];
    this.keep({ ...this.memory(), looked: { ...this.memory().looked, [this.whose()]: looked } });
  }
  turnLimits(): void {
    const id = this.person()?.id ?? '';
    const { limitsHidden } = this.memory();
    const others = limitsHidden.filter((each) => each !== id);
    this.keep({ ...this.memory(), limitsHidden: this.limitsHidden() ? others : [...others, id] });
  }
  private keep(memory: Kept): void {
    this.memory.set(memory);
    try {
      localStorage.setItem(KEY, JSON.stringify(memory));
    } catch {
      // A tablet without room forgets it with the page.
    }
  }
}
function stored(): Kept {
  try {
    const read = kept.safeParse(JSON.parse(localStorage.getItem(KEY) ?? 'null'));
    return read.success ? read.data : NOTHING;
  } catch {
    return NOTHING;
  }
}
