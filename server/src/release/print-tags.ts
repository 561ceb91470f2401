import { slotWords } from '@oak-gate/contract';
import { currentPin, mapOf } from '@oak-gate/core';
import type { JobState, MapSlot } from '@oak-gate/core';
import pdfmake from 'pdfmake';
import type { TableCell } from 'pdfmake/interfaces';
import { inEveryScript, printFonts } from './print-fonts';
import { small, SOFT } from './print-parts';

const INK = '#1F2624';
const ACROSS = 3;

/**
 * Tags for the parts of an engine that is taken apart: one for each part, with its code as large letters and as a square code that
 * says the same. They are cut out and tied on.
 */
export async function printTags(state: JobState): Promise<Buffer> {
  printFonts();
  const at = new Date(state.at);
  const name = `${state.job.number}, ${state.engine.modelName} ${state.engine.serial}`;
  const slots = mapOf(state);
  const rows: MapSlot[][] = [];
  for (let i = 0; i < slots.length; i += ACROSS) rows.push(slots.slice(i, i + ACROSS));
  return pdfmake
    .createPdf({
      info: { title: `Tags, ${name}`, producer: 'Oak Gate', creationDate: at, modDate: at },
      pageSize: 'A4',
      pageMargins: [30, 34, 30, 34],
      defaultStyle: { font: 'Barlow', fontSize: 9, color: INK, lineHeight: 1.1 },
      content: inEveryScript([
        { text: `Tags: ${name}`, bold: true, fontSize: 14 },
        small('One for each part, tied on before anything is cleaned or mixed.'),
        slots.length === 0
          ? { text: 'This job is not taken apart on a map.', margin: [0, 14, 0, 0] }
          : {
              margin: [0, 8, 0, 0],
              table: {
                dontBreakRows: true,
                widths: Array.from({ length: ACROSS }, () => '*'),
                body: rows.map((row) => [
                  ...row.map((slot) => tag(state, slot)),
                  ...Array.from({ length: ACROSS - row.length }, (): TableCell => ''),
                ]),
              },
            },
      ]),
      footer: (page, pages) => ({
        margin: [30, 6, 30, 0],
        text: `${name}  ·  page ${page} of ${pages}`,
        fontSize: 7.5,
        color: SOFT,
      }),
    })
    .getBuffer();
}
function tag(state: JobState, { slot, tag: code }: MapSlot): TableCell {
  const layout = currentPin(state)?.model.layout;
  return {
    columns: [
      { width: 48, qr: `${state.job.number} ${code}`, fit: 44, foreground: INK },
      {
        width: '*',
        stack: [
          { text: code, bold: true, fontSize: 22 },
          { text: layout === undefined ? slot : slotWords(layout, slot), fontSize: 8.5 },
          { text: `${state.job.number} · ${state.engine.serial}`, fontSize: 7.5, color: SOFT },
        ],
      },
    ],
    columnGap: 6,
    margin: [2, 4, 2, 4],
  };
}
