import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { characteristic, engineModelFile } from '@oak-gate/contract';
import { placeKey, placesOf } from '@oak-gate/core';
import type { JobState } from '@oak-gate/core';
import * as z from 'zod';
import { at, Story } from '../../../core/test/story';
import { charts } from './print-chart';
import type { Content } from 'pdfmake/interfaces';
import { worksheets } from './print-clipboard';
import { sheetTable } from './sheet-table';

const json = (path: string): unknown => JSON.parse(readFileSync(join(__dirname, '../../..', path), 'utf8'));
const CATALOGUE = z.array(characteristic).parse(json('server/data/characteristics.json'));

/** A job with everything that ships measured on an engine, where it has it. */
function everything(id: string): JobState {
  const { model } = engineModelFile.parse(json(`demo/models/${id}.json`));
  const characteristics = CATALOGUE.filter((each) => placesOf(model.layout, each).length > 0);
  const { job } = new Story().open();
  return { ...job, pins: [{ ...job.pins[0]!, model, characteristics }] };
}
test.each(['VA-4-330', 'M8-52', 'AX6-240'])(
  'whatever is measured on %s is printed, and stands in the table',
  (id) => {
    const state = everything(id);
    const [pin] = state.pins;
    const places = pin!.characteristics.flatMap((each) => placesOf(pin!.model.layout, each)).map(placeKey);
    const printed = charts(state).flatMap(({ lines }) =>
      lines.flatMap(({ cells }) => cells.flatMap((cell) => cell?.status.key ?? [])),
    );
    expect([...printed].sort()).toEqual([...places].sort());
    const table = sheetTable(state);
    const column = table.header.indexOf('place');
    const placed = table.lines.flatMap((line) => (line[column] === '' ? [] : [line[column]]));
    expect(placed.sort()).toEqual([...places].sort());
    // A blank sheet has a box for each.
    expect(
      boxesOf(
        worksheets(
          state,
          pin!.characteristics.map((each) => each.id),
        ),
      ),
    ).toBe(places.length);
    for (const line of table.lines) expect(line).toHaveLength(table.header.length);
    // Every line of a chart says what it is of, and no two of one chart say the same.
    for (const { title, columns, lines } of charts(state)) {
      const heads = lines.map(({ group, line }) => `${group}, ${line}`);
      expect([title, new Set(heads).size]).toEqual([title, lines.length]);
      expect([title, new Set(columns).size]).toEqual([title, columns.length]);
    }
  },
);
/** How many boxes stand on blank sheets to be filled in, or are struck as not applicable. */
function boxesOf(content: readonly Content[]): number {
  const tables = (content as { stack: { table?: { body: { text?: string }[][] } }[] }[]).flatMap(
    ({ stack }) => stack.flatMap(({ table }) => table?.body.slice(1) ?? []),
  );
  return tables.flatMap((row) => row.slice(2)).length;
}
test('the table says what was found, what was left, by whom and with what', () => {
  const story = new Story().arrive().fit().measureAll();
  story
    .do({ type: 'reworkPart', ...story.part(at(1, 1, 'skirt')), what: 'filed', how: 'x' })
    .take(at(1, 1, 'skirt'), '46/48');
  const { header, lines } = sheetTable(story.job);
  const line = lines.find((each) => each[header.indexOf('place')] === at(1, 1, 'skirt'))!;
  expect(Object.fromEntries(header.map((name, i) => [name, line[i]]))).toMatchObject({
    sheet: 'Ring end gap',
    where: 'Cyl 1, top ring, 2.0 in from the skirt end',
    limit: '40.0 to 52.0',
    sources: 'OM-1 rev 1 row 1',
    as_found: '44/46',
    as_left: '46/48',
    unit: 'thou',
    state: 'in',
    instrument: 'FS-2',
    measured_by: 'Ivo',
  });
});
