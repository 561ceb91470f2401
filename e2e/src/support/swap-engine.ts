import { randomUUID } from 'node:crypto';
import { slotsOf } from '@oak-gate/core';
import { plannedAt } from '../../../core/test/as-planned';
import type { ApiTablet } from './tablet';

export const secondGap = (cylinder: string): string =>
  `ringGap@cylinder:${cylinder}/groove:2/member:ring/station:mid`;
export const secondRing = (cylinder: string): string => `ring@cylinder:${cylinder}/groove:2/member:ring`;
const GAPS = {
  ...{ 1: '14/15', 3: '15/16', 5: '13/14', 7: '16/17' },
  ...{ 2: '22/23', 4: '20/22', 6: '20/22', 8: '28/32' },
};
const BORES = {
  ...{ 1: '100.076', 3: '100.078', 5: '100.070', 7: '100.077' },
  ...{ 2: '100.101', 4: '100.105', 6: '100.100', 8: '100.103' },
};

/** A marine V8 whose second rings lie in the wrong order: tight ones in the narrow bank, wide ones in the other. */
export async function openSwapV8(ivo: ApiTablet, number: string, serial: string): Promise<string> {
  const opened = await ivo.post('/api/jobs', {
    ...{ id: randomUUID(), route: 'bores-and-gaps' },
    job: { number, duty: 'continuous marine', reason: 'rebored' },
    engine: {
      ...{ model: 'M8-52', serial, oversize: '0.020', pistonMaterial: 'H', buildDate: null },
      ...{ ringPartNumber: 'CR-52-020', hoursSinceNew: 6_120, hoursSinceOverhaul: 2_210 },
    },
  });
  const { jobId } = opened.body as { jobId: string };
  for (const instrument of ['FS-2', 'BG-4']) await ivo.must(jobId, { type: 'takeInstrument', instrument });
  const layout = (await ivo.job(jobId)).pins[0]?.model.layout;
  if (layout === undefined) throw new Error('nothing pinned');
  const slots = slotsOf(layout, 'ring').map(({ key }) => key);
  await ivo.must(jobId, { type: 'fitParts', slots, state: 'new', partNumber: 'CR-52-020', lot: '5512' });
  for (const [cylinder, text] of Object.entries(GAPS)) await ivo.takeThere(jobId, secondGap(cylinder), text);
  return jobId;
}
/** Its bores, in both directions. */
export async function gaugeBores(ivo: ApiTablet, jobId: string): Promise<void> {
  const state = await ivo.job(jobId);
  for (const [cylinder, text] of Object.entries(BORES))
    for (const direction of ['along', 'across']) {
      const place = `boreDiameter@cylinder:${cylinder}/station:mid/direction:${direction}`;
      await ivo.must(jobId, {
        ...{ type: 'takeReading', ...plannedAt(state, place), place, text, unit: 'mm', instrument: 'BG-4' },
        ...{ answers: [], slip: null, setting: { text: '100.076', unit: 'mm', against: 'MC-8' } },
      });
    }
}
