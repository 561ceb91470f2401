import {
  fitWords,
  KIND_WORDS,
  noteWords,
  placeInJob,
  rowStatement,
  ruleWords,
  workedWords,
} from '@oak-gate/contract';
import {
  concessionOf,
  currentPin,
  formulaLength,
  isOfFirstRules,
  decisionsThere,
  limitNotes,
  placeAt,
  setRules,
  own,
} from '@oak-gate/core';
import type { Approval, JobState, LimitRow, LimitsPin } from '@oak-gate/core';
import type { Content, TableCell } from 'pdfmake/interfaces';
import { day, isInShopsWords, moment, small, table, title } from './print-parts';

/** What the record was judged by: the rows that the verdicts rest on, as printed, and the documents. */
export function limits(state: JobState): Content[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  const used = new Set(
    state.places
      .values()
      .flatMap(({ readings }) =>
        readings
          .filter(({ status }) => status === 'current')
          .flatMap(({ verdict }) => Object.values(verdict.sources)),
      ),
  );
  const rows = pin.rows
    .filter(({ id, rule }) => used.has(id) || rule !== undefined)
    .map((row): TableCell[] => {
      const { what, ring, station } = fitWords(row, pin.characteristics, pin.model.layout);
      return [
        row.id,
        [what, ring, station].filter((part) => part !== '').join(', '),
        {
          text: [rowStatement(row), ...worked(row, pin)].join('\n'),
          font: 'Plex',
          fontSize: 7.5,
        },
        row.note,
      ];
    });
  const inWords = isInShopsWords(state);
  const documents = pin.documents.map(({ id, title: name, kind, issued, effective, digest }): TableCell[] => [
    id,
    name,
    inWords ? KIND_WORDS[kind] : kind,
    day(state, issued),
    day(state, effective),
    ...(inWords ? [] : [{ text: digest.slice(0, 24), font: 'Plex', fontSize: 7 }]),
  ]);
  return [
    title('Limits, as printed in their sources'),
    table([130, 190, 150, '*'], ['Source row', 'Fit', 'As printed', 'Note'], rows),
    title(inWords ? `Documents, as they stood on ${day(state, pin.on)}` : `Documents, as pinned ${pin.on}`),
    inWords
      ? table([110, '*', 110, 70, 70], ['Document', 'Title', 'Kind', 'Issued', 'Effective'], documents)
      : table(
          [90, '*', 60, 60, 60, 130],
          ['Document', 'Title', 'Kind', 'Issued', 'Effective', 'Digest'],
          documents,
        ),
  ];
}
const noLongerWords = (state: JobState, pin: number): string =>
  isInShopsWords(state) ? ' (of documents that are no longer in force)' : ` (pin ${pin}, no longer in force)`;
const approvalWords = (state: JobState, { number, date, issuer }: Approval): string =>
  `${number}, ${day(state, date)}, ${issuer}`;
function worked({ formula }: LimitRow, pin: LimitsPin): string[] {
  const diameter = pin.context.diameter ?? undefined;
  if (formula === undefined || diameter === undefined) return [];
  const { bound, perDiameter, uplift } = formula;
  const value = formulaLength(formula, diameter);
  return [
    workedWords(
      { bound, perDiameter, uplift: uplift ?? 0, diameter, value },
      pin.model.bore.unit,
      pin.diameterBasis,
    ),
  ];
}

/** What persons decided: concessions, limits that the documents left open, notes, revisions not adopted. */
export function decisions(state: JobState): Content[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  const granted = Object.entries(state.concessions).flatMap(([place, concession]) => {
    const reading = placeAt(state, place).readings.find(({ seq }) => seq === concession.reading);
    if (reading?.status !== 'current') return [];
    return [
      {
        place,
        concession,
        reading,
        holds: isOfFirstRules(state) || concessionOf(state, place, reading) !== undefined,
      },
    ];
  });
  const notes = [
    ...limitNotes(pin, state, decisionsThere(state)).map((note) => ({
      id: note.id,
      words: noteWords(state, note),
    })),
    ...setRules(state).map((rule) => ({ id: rule.id, words: ruleWords(state, rule) })),
  ];
  const rows: TableCell[][] = [
    ...granted.map(({ place, concession, reading, holds }): TableCell[] => [
      `${placeInJob(pin, place)}: ${reading.verdict.verdict}${holds ? '' : ' (the concession fell: what it was of has moved)'}`,
      approvalWords(state, concession.approval),
      concession.reason,
      `${concession.byName}, ${moment(state, concession.at)}`,
    ]),
    ...state.limitDecisions.map((each): TableCell[] => [
      `Limit: ${placeInJob(pin, each.fit)}`,
      Object.values(each.rows).join(', ') + (each.pin === pin.pin ? '' : noLongerWords(state, each.pin)),
      each.reason,
      `${each.by}, ${moment(state, each.at)}${each.secondLook === null ? '' : `; looked at by ${each.secondLook}`}`,
    ]),
    ...notes.flatMap(({ id, words }): TableCell[][] => {
      const accepted = own(state.acceptedNotes, id);
      if (accepted === undefined) return [];
      const rests = accepted.approval === null ? '' : approvalWords(state, accepted.approval);
      return [[`Accepted: ${words}`, rests, accepted.reason, accepted.by]];
    }),
    ...state.checksTakenBack.map((each): TableCell[] => [
      'Taken back: that the documents are current',
      `said by ${each.saidBy}, ${moment(state, each.saidAt)}`,
      each.reason,
      `${each.by.name}, ${moment(state, each.at)}`,
    ]),
    ...state.declined.map(({ documents, reason, by, at }): TableCell[] => [
      'Not adopted',
      documents.map(({ id }) => id).join(', '),
      reason,
      `${by.name}, ${moment(state, at)}`,
    ]),
  ];
  return [
    title('Concessions and decisions'),
    rows.length === 0
      ? small('None.')
      : table([180, 150, '*', 100], ['What', 'Rests on', 'Reason', 'By'], rows),
    ...(state.pins.length > 1
      ? [
          small(
            isInShopsWords(state)
              ? `The limits were taken over from the documents ${state.pins.length} times; those printed above are the last ones, of ${day(state, pin.on)}.`
              : `The limits were pinned ${state.pins.length} times; those printed above are of pin ${pin.pin}, of ${pin.on}.`,
          ),
        ]
      : []),
  ];
}
