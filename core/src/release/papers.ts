import { partIn } from '../engines/parts';
import type { Part, PartsState } from '../engines/parts';
import { slotsOf } from '../engines/place';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { aboutPart } from './remarks';
import type { RemarksState } from './remarks';

/** New parts of the kinds whose papers a model asks for, of which none is kept: nobody knows where they come from. */
export function partsWithoutPapers(state: PartsState & PinState & RemarksState): readonly Part[] {
  const layout = currentPin(state)?.model.layout;
  if (layout?.papers === undefined) return [];
  const kept = new Set(state.remarks.flatMap(({ kind, finding }) => (kind === 'paper' ? [finding] : [])));
  return layout.papers.flatMap((kind) =>
    slotsOf(layout, kind).flatMap(({ key }) => {
      const part = partIn(state, key);
      return part?.state === 'new' && !kept.has(aboutPart(part.id)) ? [part] : [];
    }),
  );
}
