import { typedAlike } from '@oak-gate/core';
import type { JobState, Place, PlaceKey, TypedAlike } from '@oak-gate/core';
import type { Understanding } from './understanding';

/** What waits for one more key before it is done. */
export type Asking =
  | { readonly kind: 'inches' | 'size' }
  | { readonly kind: 'slip' }
  | { readonly kind: 'alike'; readonly which: TypedAlike }
  | { readonly kind: 'question' | 'void'; readonly text: string }
  | {
      readonly kind: 'correct';
      readonly place: PlaceKey;
      readonly reading: number;
      readonly text: string;
      readonly instead: boolean;
    };

interface BeforeIt {
  readonly understood: Understanding;
  /** What was asked with the key before. */
  readonly asked: Asking['kind'] | undefined;
  /** A question about the part that nobody has answered. */
  readonly open: string | undefined;
  /** A question that was answered with no. */
  readonly no: string | undefined;
  readonly alike: () => TypedAlike | undefined;
}
/** What is asked before a reading is written, one thing at a time; undefined where nothing is, or where it was asked just now. */
export function askedBefore({ understood, asked, open, no, alike }: BeforeIt): Asking | undefined {
  const { inferred } = understood;
  if (inferred !== undefined && asked !== inferred) return { kind: inferred };
  if (open !== undefined) return { kind: 'question', text: open };
  // What a question speaks against counts for nothing, and is kept: the second Enter says that it is meant.
  if (no !== undefined && asked !== 'void') return { kind: 'void', text: no };
  const which = asked === 'alike' ? undefined : alike();
  return which === undefined ? undefined : { kind: 'alike', which };
}

/** Once for a sheet, and politely: the second Enter records it. */
export class AskedAlike {
  private readonly asked = new Set<string>();

  /** What the readings of this person look like, where that was not asked before. */
  once(
    job: JobState,
    place: Place,
    person: Parameters<typeof typedAlike>[2],
    typed: Parameters<typeof typedAlike>[3],
  ): TypedAlike | undefined {
    const which = typedAlike(job, place, person, typed);
    const sheet = `${job.id} ${person.id} ${place.characteristic} ${which ?? ''}`;
    if (which === undefined || this.asked.has(sheet)) return undefined;
    this.asked.add(sheet);
    return which;
  }
}
