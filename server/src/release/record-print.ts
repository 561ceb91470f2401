import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { placeWordsOf, remarkWords, showBound, stateWord, unitWord } from '@oak-gate/contract';
import { BOUNDS, currentPin, NM_PER, verifyRecord } from '@oak-gate/core';
import type { GateSignature, JobState, LengthUnit, RecordFile, SamePerson } from '@oak-gate/core';
import pdfmake from 'pdfmake';
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import { checkSignature } from '../record';
import { chartLines } from './print-chart';
import type { ChartCell } from './print-chart';
import { recordTitle } from './record-export';

const MOST_CYLINDERS_ACROSS = 6;
const INK = '#1F2624';
const SOFT = '#5D615B';
const LINE = '#BDB5A4';

const CAUTION =
  'Oak Gate supports the work. This record does not replace the maker’s current manual, the local rules, or the licensed person who signs.';

/** Part of the package that its types leave out. */
const { virtualfs } = pdfmake as unknown as {
  readonly virtualfs: { writeFileSync(name: string, content: Buffer): void };
};

/** Faces ship with the program. Plex Mono is padded: the reader of its tables looks a few bytes past the end of the file. */
function registerFonts(): void {
  const require = createRequire(import.meta.url);
  const font = (path: string): Buffer =>
    Buffer.concat([readFileSync(require.resolve(path)), Buffer.alloc(64)]);
  const put = (name: string, path: string): string => {
    virtualfs.writeFileSync(name, font(path));
    return name;
  };
  const regular = put('barlow.ttf', '@expo-google-fonts/barlow/400Regular/Barlow_400Regular.ttf');
  const bold = put('barlow-600.ttf', '@expo-google-fonts/barlow/600SemiBold/Barlow_600SemiBold.ttf');
  const mono = put('plex.ttf', '@expo-google-fonts/ibm-plex-mono/400Regular/IBMPlexMono_400Regular.ttf');
  const monoBold = put(
    'plex-600.ttf',
    '@expo-google-fonts/ibm-plex-mono/600SemiBold/IBMPlexMono_600SemiBold.ttf',
  );
  pdfmake.setFonts({
    Barlow: { normal: regular, bold, italics: regular, bolditalics: bold },
    Plex: { normal: mono, bold: monoBold, italics: mono, bolditalics: monoBold },
  });
  pdfmake.setUrlAccessPolicy(() => false); // nothing is fetched while printing
  pdfmake.setLocalAccessPolicy(() => false);
}
let ready = false;

/** The record as a PDF; the same record gives the same pages. */
export async function printRecord(state: JobState, record: RecordFile): Promise<Buffer> {
  if (!ready) registerFonts();
  ready = true;
  return pdfmake.createPdf(documentOf(state, record)).getBuffer();
}

function documentOf(state: JobState, record: RecordFile): TDocumentDefinitions {
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
      ...heading(state),
      ...charts(state),
      ...limits(state),
      ...instruments(state),
      ...concessions(state),
      ...signatures(state),
      ...supplements(state),
      ...seal(record),
    ],
  };
}

const title = (text: string): Content => ({
  headlineLevel: 1,
  text,
  bold: true,
  fontSize: 11.5,
  margin: [0, 12, 0, 4],
});
const small = (text: string): Content => ({ text, fontSize: 8, color: SOFT });
const day = (at: string): string => `${at.slice(0, 10)} ${at.slice(11, 16)} UTC`;
const RULED = {
  hLineWidth: () => 0.5,
  vLineWidth: () => 0,
  hLineColor: () => LINE,
  paddingLeft: () => 4,
  paddingRight: () => 4,
  paddingTop: () => 2,
  paddingBottom: () => 2,
};
const table = (widths: (string | number)[], head: string[], rows: TableCell[][]): Content => ({
  layout: RULED,
  table: {
    headerRows: 1,
    dontBreakRows: true,
    widths,
    body: [head.map((text): TableCell => ({ text, bold: true, fontSize: 8, color: SOFT })), ...rows],
  },
});

function heading(state: JobState): Content[] {
  const { engine, job } = state;
  const hours = (value: number | null): string => (value === null ? 'not known' : `${value} h`);
  const facts: [string, string][] = [
    ['Job', `${job.number}, opened ${day(state.opened.at)} by ${state.opened.by.name}`],
    ['Duty', job.duty],
    ['Why it came', job.reason],
    ['Since new / overhaul', `${hours(engine.hoursSinceNew)} / ${hours(engine.hoursSinceOverhaul)}`],
    [
      'Identity',
      state.identity === undefined
        ? 'not confirmed'
        : `confirmed by ${state.identity.by.name}, ${day(state.identity.at)}${sameWords(state.identity.samePerson)}`,
    ],
    ['Previous record', job.previousSeal ?? 'none in this shop'],
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

function charts(state: JobState): Content[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  const { layout } = pin.model;
  const groups =
    layout.cylinders.length <= MOST_CYLINDERS_ACROSS
      ? [layout.cylinders]
      : layout.banks.map(({ id }) => layout.cylinders.filter(({ bank }) => bank === id));
  const unit = unitOf(state);
  return groups.flatMap((cylinders, i): Content[] => {
    const lines = chartLines(
      state,
      cylinders.map(({ id }) => id),
    );
    const bank = groups.length > 1 ? `, ${layout.banks[i]?.label ?? ''}` : '';
    return [
      title(`${pin.characteristics.map(({ name }) => name).join(', ')}${bank}`),
      small(
        `In ${unitWord(unit)} (1 ${unitWord(unit)} = ${NM_PER[unit]} nm). As left in bold; as found and as fitted above it where they differ. 19/21: the 19 goes, the 21 stops. 22+: the 22 goes.`,
      ),
      table(
        [150, 66, ...cylinders.map(() => '*')],
        ['Ring and station', 'Limit', ...cylinders.map(({ label }) => label)],
        lines.map(({ ring, station, limit, cells }) => [
          { stack: [{ text: ring, bold: true }, small(station)] },
          { text: limit, font: 'Plex', fontSize: 7.5 },
          ...cells.map((cell): TableCell => ({ stack: cellStack(cell) })),
        ]),
      ),
    ];
  });
}
function cellStack({ status, asFound, asFitted, asLeft, band }: ChartCell): Content[] {
  const word =
    stateWord(status.state) +
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
const unitOf = (state: JobState): LengthUnit => Object.values(state.instruments)[0]?.unit ?? 'mm';

function limits(state: JobState): Content[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  const used = new Map<string, { limit: string; sources: Set<string> }>();
  for (const { readings } of Object.values(state.places)) {
    for (const { status, verdict, instrument } of readings) {
      if (status !== 'current') continue;
      const limit = showBound(verdict.limit, instrument.unit);
      for (const source of Object.values(verdict.sources)) {
        const so = used.get(source) ?? { limit, sources: new Set<string>() };
        used.set(source, so);
      }
    }
  }
  const rows = pin.rows
    .filter(({ id }) => used.has(id))
    .map((row): TableCell[] => {
      const place = placeWordsOf(
        pin.model.layout,
        `${row.characteristic}@groove:${row.groove}/member:${row.member}/station:${row.station}`,
      );
      const printed = BOUNDS.flatMap((bound) => {
        const figure = row.printed[bound];
        return figure === undefined ? [] : [`${bound} ${figure.text} ${unitWord(figure.unit)}`];
      });
      const formula =
        row.formula === undefined
          ? []
          : [
              `${row.formula.bound} ${row.formula.perDiameter} per unit of bore${row.formula.uplift === undefined ? '' : ` + ${row.formula.uplift * 100} %`}`,
            ];
      return [
        row.id,
        place,
        { text: [...printed, ...formula].join(', '), font: 'Plex', fontSize: 7.5 },
        row.note,
      ];
    });
  const documents = pin.documents.map(({ id, title: name, kind, issued, effective, digest }): TableCell[] => [
    id,
    name,
    kind,
    issued,
    effective,
    { text: digest.slice(0, 24), font: 'Plex', fontSize: 7 },
  ]);
  return [
    title('Limits, as printed in their sources'),
    table([130, 190, 150, '*'], ['Source row', 'Fit', 'As printed', 'Note'], rows),
    title(`Documents, as pinned ${pin.on}`),
    table(
      [90, '*', 60, 60, 60, 130],
      ['Document', 'Title', 'Kind', 'Issued', 'Effective', 'Digest'],
      documents,
    ),
  ];
}

function instruments(state: JobState): Content[] {
  const used = new Map(
    Object.values(state.places).flatMap(({ readings }) =>
      readings.map(({ instrument }) => [`${instrument.id} ${instrument.dueOn}`, instrument] as const),
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
        calibratedOn,
        dueOn,
      ]),
    ),
  ];
}

function concessions(state: JobState): Content[] {
  const layout = currentPin(state)?.model.layout;
  const granted = Object.entries(state.concessions).filter(([place, { reading }]) =>
    state.places[place]?.readings.some(({ seq, status }) => seq === reading && status === 'current'),
  );
  const decided = state.limitDecisions;
  if (layout === undefined) return [];
  return [
    title('Concessions and decisions'),
    granted.length + decided.length === 0
      ? small('None.')
      : table(
          [180, 150, '*', 100],
          ['Place', 'Approval', 'Reason', 'By'],
          [
            ...granted.map(([place, { approval, reason, byName, at, reading }]): TableCell[] => [
              `${placeWordsOf(layout, place)}: ${state.places[place]?.readings.find(({ seq }) => seq === reading)?.verdict.verdict ?? ''}`,
              `${approval.number}, ${approval.date}, ${approval.issuer}`,
              reason,
              `${byName}, ${day(at)}`,
            ]),
            ...decided.map(({ fit, rows, reason }): TableCell[] => [
              `Limit: ${placeWordsOf(layout, fit)}`,
              Object.values(rows).join(', '),
              reason,
              '',
            ]),
          ],
        ),
  ];
}

function signatures(state: JobState): Content[] {
  const rows = state.route.gates.flatMap(({ stage, label }) =>
    (state.signatures[stage] ?? []).map((signature) => signatureRow(label, signature)),
  );
  return [
    title('Signatures'),
    small('A signature here is the server’s word that this person’s PIN was typed under these words.'),
    table([60, 150, '*', 118], ['Gate', 'Signed by', 'Words', 'Digest of what was signed'], rows),
  ];
}
function signatureRow(
  label: string,
  { by, at, words, digest, samePerson, voided }: GateSignature,
): TableCell[] {
  const authorisation = by.authorisation === null ? '' : `, ${by.authorisation}`;
  return [
    label,
    {
      stack: [
        `${by.name}${authorisation}`,
        small(`${day(at)}${sameWords(samePerson)}`),
        ...(voided === undefined ? [] : [small(`void since ${day(voided.at)}: ${voided.reason}`)]),
      ],
    },
    words.join(' '),
    { text: digest.slice(0, 32), font: 'Plex', fontSize: 7 },
  ];
}

function supplements(state: JobState): Content[] {
  if (state.supplements.length === 0) return [];
  return [
    title('Supplements, added after the seal'),
    ...state.supplements.map(({ text, by, at, seal: own }) => ({
      margin: [0, 0, 0, 6] as [number, number, number, number],
      stack: [text, small(`${by.name}, ${day(at)}; seal ${own?.hash ?? 'missing'}`)],
    })),
  ];
}

function seal(record: RecordFile): Content[] {
  const report = verifyRecord(record, checkSignature);
  return [
    title('Seal'),
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
