import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Route } from '@oak-gate/core';
import { demoFile, jobRequest, Shop } from './shop';
import type { Tablet } from './shop';

/** What a shop says to measure valve gear: the files that docs/own-measurements.md tells of, and no code. */
const file = (name: string): unknown => JSON.parse(demoFile(`valve-gear/${name}`));
export const ROUTE = file('route.json') as Route;
export const VALVE_SHEETS = ROUTE.gates.flatMap(({ sheets }) => sheets);
const MODEL = file('model.json');
const CHARACTERISTICS = file('characteristics.json') as readonly object[];

/** A shop with nothing but its own data besides what ships; with people, a feeler set, a bore gauge and a micrometer. */
export async function headShop(): Promise<Shop> {
  const folder = mkdtempSync(join(tmpdir(), 'oak-gate-head-'));
  mkdirSync(join(folder, 'routes'));
  writeFileSync(join(folder, 'routes/valve-gear.json'), demoFile('valve-gear/route.json'));
  const shop = await new Shop(folder).open();
  await shop.furnish();
  const teo = await shop.as('teo');
  const must = async (path: string, body: object): Promise<void> => {
    const answer = await teo.post(path, { id: randomUUID(), ...body });
    if (answer.status !== 201) throw new Error(JSON.stringify(answer.body));
  };
  await must('/api/library/models', { file: MODEL });
  for (const characteristic of CHARACTERISTICS)
    await must('/api/library/characteristics', { characteristic });
  for (const [id, name] of [
    ['BG-1', 'Small bore gauge'],
    ['MC-1', 'Micrometer'],
  ])
    await must('/api/instruments', {
      instrument: {
        ...{ id, name, kind: 'sizeGauge', unit: 'mm', resolution: '0.001', uncertainty: '0.002' },
        ...{ calibratedOn: '2026-05-01', dueOn: '2026-12-01', blades: [] },
      },
    });
  await shop.publish(
    { number: 'OH-112', revision: '1', kind: 'manual', models: ['HD4-112'] },
    demoFile('valve-gear/limits.csv'),
  );
  return shop;
}
export async function openHeadJob(shop: Shop, ivo: Tablet): Promise<string> {
  const request = jobRequest('J-1', 'H-0112');
  const opened = await ivo.post('/api/jobs', {
    ...request,
    engine: { ...request.engine, model: 'HD4-112' },
    route: ROUTE.id,
  });
  if (opened.status !== 201) throw new Error(JSON.stringify(opened.body));
  return opened.body.jobId as string;
}
