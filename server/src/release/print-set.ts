import { setLines, unitWord } from '@oak-gate/contract';
import type { JobState } from '@oak-gate/core';
import { currentPin, REPEATS_SINCE, unitOfSheet } from '@oak-gate/core';
import type { Content, TableCell } from 'pdfmake/interfaces';
import { small, table, title } from './print-parts';

/** What the readings say together: how far apart they lie, which stand out, and whether two banks differ. */
export function sets(state: JobState): Content[] {
  // What was sealed before there were sets is printed as it was then.
  if (state.rules < REPEATS_SINCE) return [];
  const rows = (currentPin(state)?.characteristics ?? []).flatMap((characteristic) => {
    const unit = unitOfSheet(state, characteristic);
    return setLines(state, characteristic, unit).map((line): TableCell[] => [
      line.what,
      `${line.taken}`,
      { text: `${line.spread} ${unitWord(unit)}`, font: 'Plex', fontSize: 8 },
      line.between,
      line.odd === '' ? 'none' : line.odd,
    ]);
  });
  return rows.length === 0
    ? []
    : [
        title('What the readings say together'),
        small('As left. Nothing here is judged: each reading has its own word on its sheet.'),
        table(
          [190, 'auto', '*', '*', '*'],
          ['Which', 'Taken', 'How far apart they lie', 'Between the two banks', 'Which stand out'],
          rows,
        ),
      ];
}
