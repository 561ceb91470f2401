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
export const day = (at: string): string => `${at.slice(0, 10)} ${at.slice(11, 16)} UTC`;
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
    dontBreakRows: true,
    widths,
    body: [head.map((text): TableCell => ({ text, bold: true, fontSize: 8, color: SOFT })), ...rows],
  },
});
