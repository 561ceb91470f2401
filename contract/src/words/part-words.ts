import { currentPin, kitStands, livesOf } from '@oak-gate/core';
import type { JobState, KitStand, PartLife } from '@oak-gate/core';
import { slotWords } from './place-words';

/** "Top overhaul kit 4471: 2 of 6 second rings are missing". */
export function kitWords({ unpacked, rule, differs }: KitStand): string {
  const short = differs.map(({ item, found, wanted }) => {
    const name = rule.contents.find(({ id }) => id === item)?.name ?? item;
    return `${wanted - found} of ${wanted} ${name.toLowerCase()} missing`;
  });
  return `${rule.name} ${unpacked.number}: ${short.length === 0 ? 'whole' : short.join(', ')}`;
}
/** "1 800 of 16 000 hours left", or why it may not go in again. */
export function partLifeWords({ rule, life, used }: PartLife): string {
  const of = `${countWords(rule.limit)} ${rule.counts}`;
  switch (life.verdict) {
    case 'unknown':
      return `nobody knows its ${rule.counts}: replace it, or say them`;
    case 'expired':
      return `${countWords(used ?? 0)} of ${of}: its life is over`;
    case 'replaceNow':
      return `${countWords(life.atNext ?? 0)} at the next overhaul, of ${of}: replace it now`;
    case 'ok':
      return `${countWords(life.left)} of ${of} left`;
  }
}
const countWords = (count: number): string => count.toLocaleString('en-GB').replaceAll(',', ' ');

/** What became of every kit that was unpacked. */
export const kitLines = (
  state: JobState,
): readonly { readonly what: string; readonly held: string; readonly by: string; readonly at: string }[] =>
  kitStands(state).map((stand) => {
    const { unpacked, rule } = stand;
    const held = unpacked.ticks.map(({ item, found, lot }) => {
      const name = rule.contents.find(({ id }) => id === item)?.name ?? item;
      return `${found} ${name.toLowerCase()}${lot === '' ? '' : `, lot ${lot}`}`;
    });
    const again = unpacked.before === undefined ? '' : ', counted again';
    return {
      what: `${kitWords(stand)}${unpacked.box === '' ? '' : `, ${unpacked.box}`}${again}`,
      held: [...held, ...(unpacked.remark === '' ? [] : [unpacked.remark])].join('; '),
      ...{ by: unpacked.by.name, at: unpacked.at },
    };
  });
/** How long each part whose life is limited may still serve. */
export function lifeLines(
  state: JobState,
): readonly { readonly where: string; readonly part: string; readonly stands: string }[] {
  const layout = currentPin(state)?.model.layout;
  return layout === undefined
    ? []
    : livesOf(state).map((each) => ({
        where: slotWords(layout, each.slot),
        part: [each.part.partNumber, each.part.serial ?? each.part.lot].filter(Boolean).join(', '),
        stands: partLifeWords(each),
      }));
}
