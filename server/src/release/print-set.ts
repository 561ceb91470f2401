import { headWords, relativeBoreWords, setLines, unitWord } from '@oak-gate/contract';
import type { JobState } from '@oak-gate/core';
import { currentPin, REPEATS_SINCE, stillTrue, unitOfSheet } from '@oak-gate/core';
import type { Content, TableCell } from 'pdfmake/interfaces';
import { moment, small, table, title } from './print-parts';

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
  return [
    ...(rows.length === 0
      ? []
      : [
          title('What the readings say together'),
          small('As left. Nothing here is judged: each reading has its own word on its sheet.'),
          table(
            [190, 'auto', '*', '*', '*'],
            ['Which', 'Taken', 'How far apart they lie', 'Between the two banks', 'Which stand out'],
            rows,
          ),
        ]),
    ...carriedRings(state),
  ];
}

/** One ring in every bore: how much larger each is than the smallest. What a bore was changed after stays readable. */
function carriedRings(state: JobState): Content[] {
  const layout = currentPin(state)?.model.layout;
  if (layout === undefined) return [];
  return (state.carried ?? []).flatMap((carried): Content[] => {
    const { ring, station, gaps, instrument, by, at } = carried;
    const where = station === null ? '' : `, ${headWords(layout, { station })}`;
    const now = stillTrue(state, carried);
    return [
      title('One ring carried through the bores'),
      small(
        `${ring}${where}, with ${instrument.id}, by ${by.name}, ${moment(state, at)}. Bores in ${unitWord(instrument.unit)} of diameter over the smallest.`,
      ),
      table(
        ['auto', 'auto', 'auto', '*'],
        ['Bore', 'Gap', 'Larger by', ''],
        relativeBoreWords(layout, carried, gaps).map((line, i): TableCell[] => [
          line.where,
          { text: line.gap, font: 'Plex', fontSize: 8 },
          line.bore,
          now.some((each) => each === gaps[i]) ? '' : 'of the bore as it was then',
        ]),
      ),
    ];
  });
}
