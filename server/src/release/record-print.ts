import { clockPutRightWords, faultWords, remarkWords, unitWord } from '@oak-gate/contract';
import { currentPin, NM_PER, recordTitle, verifyRecord } from '@oak-gate/core';
import type {
  GateSignature,
  JobState,
  LengthUnit,
  RecordFile,
  RecordReport,
  SamePerson,
} from '@oak-gate/core';
import pdfmake from 'pdfmake';
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import { checkSignature } from '../record';
import { charts } from './print-chart';
import { clipboards, isOnClipboards, worksheets } from './print-clipboard';
import type { ChartCell } from './print-chart';
import { decisions, limits } from './print-limits';
import { inEveryScript, printFonts } from './print-fonts';
import { history, pictureOf } from './print-history';
import { NO_PICTURES } from './record-pictures';
import type { Pictures } from './record-pictures';
import { sets } from './print-set';
import { day, digestWords, isInShopsWords, moment, small, SOFT, table, title } from './print-parts';

const INK = '#1F2624';

const CAUTION =
  'Oak Gate supports the work. This record does not replace the maker’s current manual, the local rules, or the licensed person who signs.';

/** The record as a PDF; the same record gives the same pages. */
export async function printRecord(
  state: JobState,
  record: RecordFile,
  pictures: Pictures = NO_PICTURES,
): Promise<Buffer> {
  printFonts();
  try {
    return await printed(documentOf(state, record, pictures));
  } catch (error) {
    // A picture whose inside is damaged cannot be drawn: the record is printed all the same, and names it by its digest.
    if (pictures.size === 0) throw error;
    return printed(documentOf(state, record, await drawable(pictures)));
  }
}
/** Those that a print can draw, each tried by itself. */
export async function drawable(pictures: Pictures): Promise<Pictures> {
  const whole = new Map<string, NonNullable<ReturnType<Pictures['get']>>>();
  for (const [sha256, picture] of pictures)
    try {
      await printed({ content: pictureOf(pictures, picture.file), defaultStyle: { font: 'Barlow' } });
      whole.set(sha256, picture);
    } catch {
      continue;
    }
  return whole;
}
async function printed({ content, footer, ...page }: TDocumentDefinitions): Promise<Buffer> {
  return pdfmake
    .createPdf({
      ...page,
      content: inEveryScript(content),
      footer: (...at) => (typeof footer === 'function' ? inEveryScript(footer(...at) ?? '') : ''),
    })
    .getBuffer();
}

export function documentOf(
  state: JobState,
  record: RecordFile,
  pictures: Pictures = NO_PICTURES,
): TDocumentDefinitions {
  const report = verifyRecord(record, checkSignature);
  const sealedAt = new Date(state.seal?.at ?? state.at);
  return {
    info: { title: recordTitle(state), producer: 'Oak Gate', creationDate: sealedAt, modDate: sealedAt },
    pageSize: 'A4',
    pageOrientation: 'landscape',
    pageMargins: [36, 34, 36, 46],
    defaultStyle: { font: 'Barlow', fontSize: 9, color: INK, lineHeight: 1.12 },
    footer: (page, pages) => ({
      margin: [36, 8, 36, 0],
      columns: [
        { width: '*', text: CAUTION, fontSize: 7.5, color: SOFT },
        {
          width: 'auto',
          text: `${state.job.number}  ·  digest ${record.seal.hash.slice(0, 16)}  ·  page ${page} of ${pages}`,
          font: 'Plex',
          fontSize: 7,
          color: SOFT,
          alignment: 'right',
          margin: [12, 1, 0, 0],
        },
      ],
    }),
    // A heading goes to the next page with what it heads.
    pageBreakBefore: (node, queries) =>
      node.headlineLevel === 1 && queries.getFollowingNodesOnPage().length === 0,
    content: [
      ...warning(report),
      ...heading(state, record),
      ...(isOnClipboards(state) ? clipboards(state) : sheets(state)),
      ...sets(state),
      ...limits(state),
      ...instruments(state),
      ...decisions(state),
      ...history(state, pictures),
      ...signatures(state),
      ...supplements(state),
      ...seal(state, record, report),
    ],
  };
}

/** The sheets of a stage, empty, to be filled in with a pencil. */
export async function printWorksheets(state: JobState, sheets: readonly string[]): Promise<Buffer> {
  printFonts();
  const at = new Date(state.at);
  const name = `${state.job.number}, ${state.engine.modelName} ${state.engine.serial}`;
  return pdfmake
    .createPdf({
      info: { title: `Worksheet, ${name}`, producer: 'Oak Gate', creationDate: at, modDate: at },
      pageSize: 'A4',
      pageOrientation: 'landscape',
      pageMargins: [36, 34, 36, 46],
      defaultStyle: { font: 'Barlow', fontSize: 9, color: INK, lineHeight: 1.12 },
      content: inEveryScript([
        { text: state.job.shop, fontSize: 8.5, color: SOFT },
        { text: `Worksheet: ${name}`, bold: true, fontSize: 15 },
        small('No record: what is written here counts when it is entered, with the name of who measured it.'),
        ...worksheets(state, sheets),
      ]),
      footer: (page, pages) => ({
        margin: [36, 8, 36, 0],
        text: `${name}  ·  pin ${currentPin(state)?.pin ?? 0}  ·  page ${page} of ${pages}`,
        fontSize: 7.5,
        color: SOFT,
      }),
    })
    .getBuffer();
}

/** What does not verify is said before anything else, large: nobody reads a page of figures and finds it at its end. */
function warning({ consistent, faults, remarks }: RecordReport): Content[] {
  if (consistent && remarks.length === 0) return [];
  const title = consistent
    ? 'This record is not as the rules of its day give it'
    : 'This record does not verify';
  const words = [...faults.map(faultWords), ...remarks.map(remarkWords)];
  return [
    {
      margin: [0, 0, 0, 10],
      table: {
        widths: ['*'],
        body: [
          [
            {
              margin: [8, 6, 8, 6],
              stack: [
                { text: title, bold: true, fontSize: 20 },
                ...words.map((text) => ({ text, fontSize: 11 })),
              ],
            },
          ],
        ],
      },
    },
  ];
}

function heading(state: JobState, { keyChanges }: RecordFile): Content[] {
  const { engine, job } = state;
  const hours = (value: number | null): string => (value === null ? 'not known' : `${value} h`);
  const facts: [string, string][] = [
    ['Job', `${job.number}, opened ${moment(state, state.opened.at)} by ${state.opened.by.name}`],
    ['Duty', job.duty],
    ['Why it came', job.reason],
    ['Since new / overhaul', `${hours(engine.hoursSinceNew)} / ${hours(engine.hoursSinceOverhaul)}`],
    [
      'Identity',
      state.identity === undefined
        ? 'not confirmed'
        : `confirmed by ${state.identity.by.name}, ${moment(state, state.identity.at)}${sameWords(state.identity.samePerson)}`,
    ],
    ['Previous record', previousWords(state)],
    ...(isInShopsWords(state)
      ? [['Times', `as the clocks of ${state.zone} show them`] as [string, string]]
      : []),
    ...state.clockPutRight.map((each): [string, string] => [
      'Clock',
      clockPutRightWords(each, (at) => moment(state, at)),
    ]),
    ...(keyChanges ?? []).flatMap(({ from, to, reason, signatures }): [string, string][] =>
      signatures === null
        ? [
            [
              'Key of the shop',
              `${to.keyId} took the place of ${from}, which was lost, without the old key: ${reason}`,
            ],
          ]
        : [],
    ),
  ];
  return [
    { text: job.shop, fontSize: 8.5, color: SOFT },
    { text: `Overhaul record: ${state.route.covers}`, bold: true, fontSize: 17, margin: [0, 0, 0, 2] },
    {
      columns: [
        { width: 'auto', text: engine.serial, font: 'Plex', bold: true, fontSize: 15 },
        { width: '*', text: engine.modelName, fontSize: 13, margin: [12, 2, 0, 0] },
      ],
    },
    {
      margin: [0, 6, 0, 0],
      layout: 'noBorders',
      table: { widths: [92, '*'], body: facts.map(([name, value]) => [{ text: name, color: SOFT }, value]) },
    },
  ];
}
const sameWords = (same: SamePerson | null): string =>
  same === null ? '' : ` (same person, ${same.hoursLater} hours later)`;

function sheets(state: JobState): Content[] {
  const unit = unitOf(state);
  return charts(state, isInShopsWords(state) ? unit : undefined).flatMap((chart): Content[] => [
    title(chart.title),
    small(
      `In ${unitWord(unit)}${inMillimetres(state, unit)}. As left in bold; as found and as fitted above it where they differ. 19/21: the 19 goes, the 21 stops. 22+: the 22 goes.`,
    ),
    table(
      [150, 66, ...chart.columns.map(() => '*')],
      [chart.head, 'Limit', ...chart.columns],
      chart.lines.map(({ group, line, limit, cells }) => [
        group === '' ? { text: line, bold: true } : { stack: [{ text: group, bold: true }, small(line)] },
        { text: limit, font: 'Plex', fontSize: 7.5 },
        ...cells.map((cell): TableCell => (cell === undefined ? '' : { stack: cellStack(cell) })),
      ]),
    ),
  ]);
}
function cellStack({ status, word: stands, asFound, asFitted, asLeft, band }: ChartCell): Content[] {
  const word =
    stands +
    (status.conceded ? ', conceded' : '') +
    (status.reason === undefined ? '' : `: ${status.reason}`);
  return [
    ...(asFound === '' ? [] : [small(`found ${asFound}`)]),
    ...(asFitted === '' ? [] : [small(`fitted ${asFitted}`)]),
    {
      text: [
        { text: asLeft, font: 'Plex', bold: true, fontSize: 10.5 },
        { text: `  ${word}`, fontSize: 8 },
      ],
    },
    ...(band === '' ? [] : [{ svg: band } as Content]),
  ];
}
/** What the unit of the chart is in millimetres. */
function inMillimetres(state: JobState, unit: LengthUnit): string {
  const word = unitWord(unit);
  if (!isInShopsWords(state)) return ` (1 ${word} = ${NM_PER[unit]} nm)`;
  return unit === 'mm' ? '' : ` (1 ${word} = ${NM_PER[unit] / NM_PER.mm} mm)`;
}
const unitOf = (state: JobState): LengthUnit => Object.values(state.instruments)[0]?.unit ?? 'mm';

function instruments(state: JobState): Content[] {
  const used = new Map(
    state.places
      .values()
      .flatMap(({ readings }) =>
        readings.flatMap(({ instrument }) =>
          instrument === null ? [] : [[`${instrument.id} ${instrument.dueOn}`, instrument] as const],
        ),
      ),
  );
  return [
    title('Instruments'),
    table(
      ['auto', '*', 'auto', 'auto', 'auto'],
      ['Instrument', 'Name', 'Unit', 'Calibrated', 'Due'],
      [...used.values()].map(({ id, name, unit, calibratedOn, dueOn }): TableCell[] => [
        id,
        name,
        unitWord(unit),
        day(state, calibratedOn),
        day(state, dueOn),
      ]),
    ),
  ];
}

function signatures(state: JobState): Content[] {
  const rows = state.route.gates.flatMap(({ stage, label }) =>
    (state.signatures[stage] ?? []).map((signature) => signatureRow(state, label, signature)),
  );
  return [
    title('Signatures'),
    small('A signature here is the server’s word that this person’s PIN was typed under these words.'),
    isInShopsWords(state)
      ? table([60, 170, '*'], ['Gate', 'Signed by', 'Words'], rows)
      : table([60, 150, '*', 118], ['Gate', 'Signed by', 'Words', 'Digest of what was signed'], rows),
  ];
}
function signatureRow(
  state: JobState,
  label: string,
  { by, at, words, digest, samePerson, voided }: GateSignature,
): TableCell[] {
  const authorisation = by.authorisation === null ? '' : `, ${by.authorisation}`;
  return [
    label,
    {
      stack: [
        `${by.name}${authorisation}`,
        small(`${moment(state, at)}${sameWords(samePerson)}`),
        ...(voided === undefined ? [] : [small(`void since ${moment(state, voided.at)}: ${voided.reason}`)]),
      ],
    },
    words.join(' '),
    // Who signed what is sealed with it; its digest stands in the file, and serves nobody on paper.
    ...(isInShopsWords(state) ? [] : [{ text: digest.slice(0, 32), font: 'Plex', fontSize: 7 }]),
  ];
}

function supplements(state: JobState): Content[] {
  if (state.supplements.length === 0) return [];
  return [
    title('Supplements, added after the seal'),
    ...state.supplements.map(({ text, by, at, seal: own }) => ({
      margin: [0, 0, 0, 6] as [number, number, number, number],
      stack: [
        text,
        small(
          `${by.name}, ${moment(state, at)}; seal ${own === undefined ? 'missing' : digestWords(state, own.hash)}`,
        ),
      ],
    })),
  ];
}

/** The record before this one, as it stood when this one was sealed. */
function previousWords(state: JobState): string {
  const { job, earlier } = state;
  if (earlier === undefined)
    return job.previousSeal === null ? 'none in this shop' : digestWords(state, job.previousSeal);
  const { seal: digest, supplements: count, last } = earlier;
  const added =
    count === 0 ? 'no supplements' : `${count} supplements, the last one sealed ${digestWords(state, last)}`;
  return `${digestWords(state, digest)}, with ${added} when this one was sealed`;
}

function seal(state: JobState, record: RecordFile, report: RecordReport): Content[] {
  return [
    title('Seal'),
    ...(isOnClipboards(state)
      ? [
          {
            unbreakable: true,
            columns: [
              { width: 84, qr: record.seal.hash, fit: 72, foreground: INK },
              {
                width: '*',
                margin: [0, 8, 0, 0],
                text: 'Compare this digest with the file: Shop, verify a record. Only a file that ends at it is this record.',
              },
            ],
          } as Content,
        ]
      : []),
    { text: record.seal.hash, font: 'Plex', bold: true, fontSize: 11 },
    small(
      `Closes ${record.seal.length} entries. Ed25519, key ${record.seal.signature.keyId}. ${record.seal.signature.value}`,
    ),
    ...report.remarks.map((remark) => small(remarkWords(remark))),
    { text: CAUTION, margin: [0, 8, 0, 0] },
    {
      margin: [0, 26, 0, 0],
      columns: [
        small('Signed in ink by the releaser: ______________________________'),
        small('Date: ______________'),
      ],
    },
  ];
}
