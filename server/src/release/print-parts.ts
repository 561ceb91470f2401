import { dayWords, momentWords } from '@oak-gate/contract';
import type { JobState } from '@oak-gate/core';
import type { Content, TableCell } from 'pdfmake/interfaces';

export const SOFT = '#5D615B';
const LINE = '#BDB5A4';

/** A heading of the record; it goes to the next page with what it heads. */
export const title = (text: string): Content => ({
  headlineLevel: 1,
  text,
  bold: true,
  fontSize: 11.5,
  margin: [0, 12, 0, 4],
});
export const small = (text: string): Content => ({ text, fontSize: 8, color: SOFT });
/** Since these rules a record is printed in the shop's own time and words; what is older is printed as it was then. */
const IN_THE_SHOPS_WORDS_SINCE = 5;
export const isInShopsWords = ({ rules }: Pick<JobState, 'rules'>): boolean =>
  rules >= IN_THE_SHOPS_WORDS_SINCE;

/** A moment and a day as this record prints them. */
export const moment = (state: Pick<JobState, 'rules' | 'zone'>, at: string): string =>
  isInShopsWords(state) ? momentWords(at, state.zone) : `${at.slice(0, 10)} ${at.slice(11, 16)} UTC`;
export const day = (state: Pick<JobState, 'rules'>, on: string): string =>
  isInShopsWords(state) ? dayWords(on) : on;
/** A digest tells two papers apart by its first digits; whoever verifies a record has the file, which holds all of it. */
export const digestWords = (state: Pick<JobState, 'rules'>, digest: string): string =>
  isInShopsWords(state) ? digest.slice(0, 16) : digest;
export const RULED = {
  hLineWidth: () => 0.5,
  vLineWidth: () => 0,
  hLineColor: () => LINE,
  paddingLeft: () => 4,
  paddingRight: () => 4,
  paddingTop: () => 2,
  paddingBottom: () => 2,
};
export const table = (widths: (string | number)[], head: string[], rows: TableCell[][]): Content => ({
  layout: RULED,
  table: {
    headerRows: 1,
    // A head never stands at the foot of a page without a row.
    keepWithHeaderRows: 1,
    dontBreakRows: true,
    widths,
    body: [head.map((text): TableCell => ({ text, bold: true, fontSize: 8, color: SOFT })), ...rows],
  },
});
