import { foundWords, partWords, placeWordsOf } from '@oak-gate/contract';
import { currentPin, mapOf, unitsOf } from '@oak-gate/core';
import type { AsFoundEntry, JobState, MapSlot, MapUnit } from '@oak-gate/core';

/** What of a part is looked at to say which way round it lay. */
export function askedOf(kind: string): string {
  switch (kind) {
    case 'piston':
      return 'Where its mark pointed: press the drawing';
    case 'rod':
    case 'cap':
      return 'Where its number was: press the drawing';
    case 'rodShell':
    case 'shell':
      return 'Where its tang lay: press the drawing';
    case 'pin':
      return 'Where its marked end was: press the drawing';
    case 'thrustWasher':
      return 'Which way its grooves were: press the drawing';
    default:
      return 'Where its mark was: press the drawing';
  }
}

/** One part on the map. */
export interface MapPart extends MapSlot {
  readonly name: string;
  readonly entry: AsFoundEntry | undefined;
  readonly words: string;
}
/** What is taken out of the engine as one, with how far its part of the map is. */
export interface MapUnitView {
  readonly unit: MapUnit;
  readonly label: string;
  readonly parts: readonly MapPart[];
  readonly done: number;
  readonly odd: number;
}
export function unitViews(job: JobState): readonly MapUnitView[] {
  const layout = currentPin(job)?.model.layout;
  if (layout === undefined) return [];
  const all = mapOf(job).map((slot): MapPart => {
    const entry = job.asFound.get(slot.slot);
    const [one] = partWords(layout, slot.kind);
    const half = placeWordsOf(layout, slot.slot).split(', ').at(-1) ?? '';
    const isHalf = slot.kind === 'rodShell' || slot.kind === 'shell';
    return {
      ...slot,
      name: isHalf ? `${one}, ${half.charAt(0).toLowerCase()}${half.slice(1)}` : one,
      entry,
      words: entry === undefined ? '' : foundWords(entry, layout.frontLabel),
    };
  });
  return unitsOf(layout).flatMap((unit): MapUnitView[] => {
    const parts = all.filter((each) => each.unit.kind === unit.kind && each.unit.id === unit.id);
    if (parts.length === 0) return [];
    return [
      {
        unit,
        parts,
        label: labelOf(job, unit),
        done: parts.filter(({ entry }) => entry !== undefined).length,
        odd: parts.filter(({ entry }) => entry !== undefined && entry.odd !== '').length,
      },
    ];
  });
}
function labelOf(job: JobState, { kind, id }: MapUnit): string {
  const layout = currentPin(job)?.model.layout;
  if (kind === 'cylinder') return layout?.cylinders.find((each) => each.id === id)?.label ?? id;
  if (kind === 'main') return layout?.journals?.find((each) => each.id === id)?.label ?? id;
  return 'Whole engine';
}
