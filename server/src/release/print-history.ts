import {
  addedWords,
  findingName,
  lookDecisionLines,
  lookLines,
  testResultWords,
  testWords,
  mapLines,
  measuredLines,
  oddLines,
  partLines,
  planLines,
  kitLines,
  lifeLines,
  raisedLines,
  refitLines,
  runningLines,
} from '@oak-gate/contract';
import type { HistoryLine } from '@oak-gate/contract';
import type { AttachedFile, JobState } from '@oak-gate/core';
import type { Content, TableCell } from 'pdfmake/interfaces';
import type { Pictures } from './record-pictures';
import { moment, small, table, title } from './print-parts';

/** Since these rules the whole history is printed; what was sealed under older ones is printed as it was then. */
const PRINTED_SINCE = 4;

/** Who measured what, with what and when, and what was done to the parts: struck where it does not count, and never absent. */
export function history(state: JobState, pictures: Pictures): Content[] {
  if (state.rules < PRINTED_SINCE) return [];
  const [measured, worked] = [measuredLines(state), partLines(state)];
  return [
    ...(measured.length === 0
      ? []
      : [
          title('Everything that was measured'),
          small('Struck once: true of the part as it was then. Struck twice: taken back as wrong.'),
          table(
            [160, 'auto', 110, '*', 'auto'],
            ['Where', 'Figure', 'What it is', 'As typed, and why it does not count', 'By'],
            measured.map((line) => rowOf(state, line)),
          ),
        ]),
    ...(worked.length === 0
      ? []
      : [
          title('What was done to the parts'),
          table(
            [160, 'auto', '*', 'auto'],
            ['Part', 'What', 'How or why', 'By'],
            worked.map((line) => workRow(state, line)),
          ),
        ]),
    ...asFound(state),
    ...lookedAt(state),
    ...planned(state),
    ...kits(state),
    ...raised(state),
    ...added(state, pictures),
  ];
}
/** How everything was found when the engine was taken apart: struck where it was said anew. */
function asFound(state: JobState): Content[] {
  const lines = mapLines(state);
  if (lines.length === 0) return [];
  const { turned } = state;
  const odd = oddLines(state);
  const running = runningLines(state);
  const found = lines.filter(({ by }) => by !== '');
  const refit = refitLines(state);
  return [
    title('As found when it was taken apart'),
    ...(turned === undefined
      ? []
      : [
          small(
            `Turned before: ${turned.effort}${turned.remark === '' ? '' : `, ${turned.remark}`} (${turned.by.name}, ${moment(state, turned.at)}).`,
          ),
        ]),
    ...(running.length === 0
      ? []
      : [
          table(
            [190, 90, '*', 'auto'],
            ['Running clearance', 'As it ran', 'What was said', 'By'],
            running.map((line): TableCell[] => [
              line.what,
              { text: line.lay, ...(line.isOld ? { decoration: 'lineThrough' as const } : {}) },
              small(line.said),
              small(`${line.by}, ${moment(state, line.at)}`),
            ]),
          ),
        ]),
    table(
      ['auto', 130, 130, '*', 'auto'],
      ['Tag', 'Part', 'How it lay', 'What was said', 'By'],
      found.map((line): TableCell[] => {
        const struck = line.isOld ? { decoration: 'lineThrough' as const } : {};
        return [
          { text: line.tag, font: 'Plex', fontSize: 8 },
          line.what,
          { text: line.lay, ...struck },
          small(line.said),
          small(`${line.by}, ${moment(state, line.at)}`),
        ];
      }),
    ),
    ...(refit.length === 0
      ? []
      : [
          table(
            ['auto', 130, 130, '*', 'auto'],
            ['Tag', 'Part', 'How it was put back', 'What was said', 'By'],
            refit.map((line): TableCell[] => [
              { text: line.tag, font: 'Plex', fontSize: 8 },
              line.what,
              { text: line.lay, ...(line.isOld ? { decoration: 'lineThrough' as const } : {}) },
              small(line.said),
              small(`${line.by}, ${moment(state, line.at)}`),
            ]),
          ),
        ]),
    ...(odd.length === 0
      ? []
      : [
          table(
            [230, '*', 'auto'],
            ['What was odd', 'Decided', 'By'],
            odd.map((each): TableCell[] => [
              each.what,
              each.decided,
              small(`${each.by}, ${moment(state, each.at)}`),
            ]),
          ),
        ]),
  ];
}
/** What the eye, the nail and the crack tests found: struck where it was said anew. */
function lookedAt(state: JobState): Content[] {
  const lines = lookLines(state);
  const decided = lookDecisionLines(state);
  return [
    ...(lines.length === 0
      ? []
      : [
          title('What was looked at'),
          table(
            [110, 150, '*', 'auto'],
            ['Part', 'Face', 'What was found', 'By'],
            lines.map((line): TableCell[] => [
              line.part,
              line.face,
              { text: line.said, ...(line.isOld ? { decoration: 'lineThrough' as const } : {}) },
              small(`${line.by}, ${moment(state, line.at)}`),
            ]),
          ),
        ]),
    ...(state.crackTests.length === 0
      ? []
      : [
          title('Crack tests'),
          table(
            [200, '*', 130, 'auto'],
            ['Method, fluid and qualification', 'What it showed', 'Times', 'By'],
            state.crackTests.map((test): TableCell[] => [
              testWords(test),
              testResultWords(state, test),
              small(
                [
                  `on ${moment(state, test.startedAt)}`,
                  ...(test.developedAt === undefined ? [] : [`developer ${moment(state, test.developedAt)}`]),
                  ...(test.read === undefined ? [] : [`read ${moment(state, test.read.readAt)}`]),
                ].join(', '),
              ),
              small(
                test.read === undefined || test.read.by.id === test.by.id
                  ? test.by.name
                  : `${test.by.name}; read by ${test.read.by.name}`,
              ),
            ]),
          ),
        ]),
    ...(decided.length === 0
      ? []
      : [
          table(
            [230, '*', 'auto'],
            ['What was rejected, or not looked at', 'Decided', 'By'],
            decided.map((each): TableCell[] => [
              each.what,
              each.decided,
              small(`${each.by}, ${moment(state, each.at)}`),
            ]),
          ),
        ]),
  ];
}
/** What was planned, and what became of it. */
function planned(state: JobState): Content[] {
  const lines = planLines(state);
  if (lines.length === 0) return [];
  return [
    title('What was planned'),
    table(
      [160, '*', 150, 'auto'],
      ['Part', 'What, and why', 'What became of it', 'By'],
      lines.map(({ where, what, became, plan }): TableCell[] => [
        where,
        what,
        became,
        small(`${plan.by.name}, ${moment(state, plan.at)}`),
      ]),
    ),
  ];
}
/** Kits with what lay in them, and parts whose life is limited. */
function kits(state: JobState): Content[] {
  const [unpacked, lives] = [kitLines(state), lifeLines(state)];
  return [
    ...(unpacked.length === 0
      ? []
      : [
          title('Kits'),
          table(
            [190, '*', 'auto'],
            ['Kit', 'What lay in it', 'Unpacked by'],
            unpacked.map((each): TableCell[] => [
              each.what,
              each.held,
              small(`${each.by}, ${moment(state, each.at)}`),
            ]),
          ),
        ]),
    ...(lives.length === 0
      ? []
      : [
          title('Parts whose life is limited'),
          table(
            [190, 150, '*'],
            ['Where', 'Part', 'How it stands'],
            lives.map((each): TableCell[] => [each.where, each.part, each.stands]),
          ),
        ]),
  ];
}
/** What somebody saw and no rule did. */
function raised(state: JobState): Content[] {
  const lines = raisedLines(state);
  if (lines.length === 0) return [];
  return [
    title('Raised by hand'),
    table(
      [260, '*', 'auto'],
      ['What', 'Decided', 'Raised by'],
      lines.map((each): TableCell[] => [
        each.what,
        each.decided,
        small(`${each.by}, ${moment(state, each.at)}`),
      ]),
    ),
  ];
}
/** What was added to findings; a photograph is drawn, and named by the digest under which it is kept. */
function added(state: JobState, pictures: Pictures): Content[] {
  if (state.remarks.length === 0) return [];
  return [
    title(
      state.remarks.some(({ kind }) => kind === 'paper')
        ? 'Notes, photographs, papers and orders'
        : 'Notes, photographs and orders',
    ),
    table(
      [190, '*', 'auto'],
      ['Finding', 'What was added', 'By'],
      state.remarks.map((each): TableCell[] => [
        findingName(state, each.finding),
        each.kind === 'photograph'
          ? {
              stack: [
                addedWords(each),
                ...pictureOf(pictures, each.file),
                small(`SHA-256 ${each.file.sha256}`),
              ],
            }
          : each.kind === 'paper'
            ? { stack: [addedWords(each), small(`SHA-256 ${each.file.sha256}`)] }
            : addedWords(each),
        small(`${each.by.name}, ${moment(state, each.at)}`),
      ]),
    ),
  ];
}
/** What a print can draw; another kind of picture is named alone. */
const DRAWN: readonly string[] = ['image/jpeg', 'image/png'];
export function pictureOf(pictures: Pictures, { sha256, mime }: AttachedFile): Content[] {
  const bytes = pictures.get(sha256)?.bytes;
  return bytes === undefined || !DRAWN.includes(mime)
    ? []
    : [{ image: `data:${mime};base64,${Buffer.from(bytes).toString('base64')}`, fit: [240, 150] }];
}
function rowOf(state: JobState, { where, figure, what, note, by, at, struck }: HistoryLine): TableCell[] {
  const line = struck === 0 ? {} : { decoration: 'lineThrough' as const };
  const twice = struck === 2 ? { decorationStyle: 'double' as const } : {};
  return [
    where,
    { text: figure, font: 'Plex', fontSize: 8, ...line, ...twice },
    what,
    small(note),
    small(`${by}, ${moment(state, at)}`),
  ];
}
const workRow = (state: JobState, { where, what, note, by, at }: HistoryLine): TableCell[] => [
  where,
  what,
  small(note),
  small(`${by}, ${moment(state, at)}`),
];
