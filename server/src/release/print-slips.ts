import {
  placeWords,
  rangeWords,
  ringName,
  ringNextWords,
  gapWords,
  unitWord,
  showBound,
} from '@oak-gate/contract';
import {
  currentPin,
  currentReading,
  filingBoard,
  isSize,
  judgedPart,
  limitInForce,
  placeAt,
  placeOf,
  unitOfSheet,
} from '@oak-gate/core';
import type { FilingSchool, JobState, LengthUnit, RingToFile } from '@oak-gate/core';
import pdfmake from 'pdfmake';
import type { Content } from 'pdfmake/interfaces';
import { inEveryScript, printFonts } from './print-fonts';
import { day, small, SOFT } from './print-parts';

const INK = '#1F2624';

/** Whose slips, filed with what, and where in its window a cut is aimed. */
export interface SlipQuestion {
  readonly sheet: string;
  readonly school: FilingSchool;
  readonly tool: string;
  readonly who: { readonly id: string; readonly name: string };
}
const STOP_SHORT = 2;

/**
 * A slip for each ring that is to be filed: it goes to the grinder with the ring and comes back with what was done. No record.
 * @returns PDF; a page that says so where nothing is to be filed
 */
export async function printSlips(state: JobState, question: SlipQuestion): Promise<Buffer> {
  printFonts();
  const at = new Date(state.at);
  const name = `${state.job.number}, ${state.engine.modelName} ${state.engine.serial}`;
  const slips = slipsOf(state, question);
  return pdfmake
    .createPdf({
      info: { title: `Filing slips, ${name}`, producer: 'Oak Gate', creationDate: at, modDate: at },
      pageSize: 'A4',
      pageMargins: [36, 34, 36, 40],
      defaultStyle: { font: 'Barlow', fontSize: 10, color: INK, lineHeight: 1.12 },
      content: inEveryScript([
        { text: `Filing slips: ${name}`, bold: true, fontSize: 14 },
        small(
          `As the rings stand on ${day(state, state.at)}. No record: what is done counts when it is entered.`,
        ),
        ...(slips.length === 0
          ? [{ text: 'No ring of this sheet is to be filed.', margin: [0, 14, 0, 0] } as Content]
          : slips),
      ]),
      footer: (page, pages) => ({
        margin: [36, 6, 36, 0],
        text: `${name}  ·  page ${page} of ${pages}`,
        fontSize: 7.5,
        color: SOFT,
      }),
    })
    .getBuffer();
}

function slipsOf(state: JobState, { sheet, school, tool, who }: SlipQuestion): Content[] {
  const characteristic = currentPin(state)?.characteristics.find(({ id }) => id === sheet);
  if (characteristic === undefined) return [];
  const unit = unitOfSheet(state, characteristic);
  const { rings } = filingBoard(state, characteristic, { school, tool, who: who.id, stopShort: STOP_SHORT });
  return rings
    .filter(({ next }) => next.kind === 'file' || next.kind === 'noBlade')
    .map((ring) => slip(state, ring, unit, tool, who.name));
}

function slip(state: JobState, ring: RingToFile, unit: LengthUnit, tool: string, who: string): Content {
  const { head, why } = ringNextWords(state, ring.next, unit);
  const cut =
    ring.next.kind === 'file'
      ? `Take off ${rangeWords(ring.next.plan.least, ring.next.plan.most ?? ring.next.plan.least, unit)} ${unitWord(unit)} in all, aim for ${rangeWords(ring.next.plan.remove, ring.next.plan.remove, unit).split(' to ')[0] ?? ''}.`
      : why;
  return {
    margin: [0, 10, 0, 0],
    unbreakable: true,
    table: {
      widths: ['*', 190],
      body: [
        [
          [
            { text: ringName(state, ring.places), bold: true, fontSize: 15 },
            { text: head.charAt(0).toUpperCase() + head.slice(1), bold: true, fontSize: 13 },
            { text: cut, margin: [0, 2, 0, 4] },
            ...ring.places.map((key): Content => ({
              text: stationLine(state, ring, key, unit),
              fontSize: 9,
            })),
          ],
          [
            { text: `${tool}, strokes of ${who}`, fontSize: 9, color: SOFT },
            { text: 'strokes taken  ______   ______   ______', margin: [0, 10, 0, 8] },
            { text: '[  ] towards the inside, ends square' },
            { text: '[  ] edges dressed, grit off' },
            { text: 'by  ____________________', margin: [0, 10, 0, 0] },
          ],
        ],
      ],
    },
  };
}
function stationLine(state: JobState, ring: RingToFile, key: string, unit: LengthUnit): string {
  const place = placeOf(state, key);
  const layout = currentPin(state)?.model.layout;
  if (place === undefined || layout === undefined) return key;
  const reading = currentReading(placeAt(state, key))?.reading;
  const inForce = limitInForce(state, place, judgedPart(state, place, [ring.part]));
  const now = reading !== undefined && isSize(reading) ? gapWords(reading, unit) : 'not taken';
  const limit = inForce.state === 'inForce' ? showBound(inForce.limit, unit) : 'no limit';
  return `${placeWords(layout, place).station}: ${now}, allowed ${limit} ${unitWord(unit)}`;
}
