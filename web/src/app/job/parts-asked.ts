import { ASKED_BESIDE, characteristicOf, currentPin, partIn, slotsAt } from '@oak-gate/core';
import type { JobState, LimitContext, Part, PartKind, Place } from '@oak-gate/core';

/** The parts of one kind that lie at some places, of which a limit asks something that nobody said of the very part. */
export interface PartsAsked {
  readonly kind: PartKind;
  readonly parts: readonly Part[];
}

/** @param missing what the limit lacks: only a part number and a material are asked of parts */
export function partsAsked(
  job: JobState,
  places: readonly Place[],
  missing: readonly (keyof LimitContext)[],
): readonly PartsAsked[] {
  const [first] = places;
  const layout = currentPin(job)?.model.layout;
  const stateOf = first === undefined ? undefined : characteristicOf(job, first)?.stateOf;
  if (layout === undefined || stateOf === undefined) return [];
  const { kind: beside, fact } = ASKED_BESIDE.pistonMaterial;
  const asked = [
    ...(missing.includes('partNumber') ? [{ kind: stateOf, fact: 'partNumber' as const }] : []),
    ...(missing.includes('pistonMaterial') ? [{ kind: beside, fact }] : []),
  ];
  return asked.flatMap(({ kind, fact: which }) => {
    const parts = new Map<string, Part>();
    for (const place of places)
      for (const slot of slotsAt(layout, kind, place)) {
        const part = partIn(job, slot);
        if (part?.[which] === null) parts.set(part.id, part);
      }
    return parts.size === 0 ? [] : [{ kind, parts: [...parts.values()] }];
  });
}
