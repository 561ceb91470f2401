import { boundText, headWords, unitWord } from '@oak-gate/contract';
import { boreSays, currentPin, nanometres, showExact } from '@oak-gate/core';
import type { JobState, LengthUnit, Nanometres, Place } from '@oak-gate/core';

/** What the diameters of a bore come to, in a sentence each. */
export function boreWords(job: JobState, place: Place, unit: LengthUnit): readonly string[] {
  const says = boreSays(job, place);
  const layout = currentPin(job)?.model.layout;
  if (says === undefined || layout === undefined) return [];
  const show = (nm: Nanometres): string => showExact(nm, unit);
  const word = unitWord(unit);
  const { from, wear, isWhole, next, gapWider } = says;
  const soFar = isWhole ? '' : ', as far as it is measured';
  return [
    wear < 0
      ? `Nowhere as large as ${show(from)} ${word}${soFar}.`
      : `At its widest ${show(wear)} ${word} over ${show(from)}${soFar}.`,
    ...(next === undefined || wear <= 0
      ? []
      : next === null
        ? ['No oversize that is made cleans it up.']
        : [
            `The next oversize ${show(next.size)} cleans it up, with ${show(next.leftEachSide)} left on each side: it takes pistons and rings of that size.`,
          ]),
    ...(gapWider === undefined || gapWider.by === 0
      ? []
      : [
          `A ring’s gap is about ${boundText(nanometres(Math.abs(gapWider.by)), unit, 'down')} ${word} ${gapWider.by > 0 ? 'wider' : 'narrower'} here than ${headWords(layout, { station: gapWider.than })}.`,
        ]),
  ];
}
