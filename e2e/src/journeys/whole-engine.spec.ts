import { randomUUID } from 'node:crypto';
import {
  currentPin,
  gateRule,
  layoutReason,
  openMatters,
  placeKey,
  sheetPlaces,
  slotsOf,
} from '@oak-gate/core';
import type { JobState, Stage } from '@oak-gate/core';
import { Bench, Dialog, signIn } from '../support/pages';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';

/** A good size for everything that is measured on the heavy diesel; for rings by their groove. */
const TEXTS: Readonly<Record<string, string>> = {
  ...{
    boreDiameter: '+2',
    pistonSkirt: '126.84',
    grooveWear: '0.05',
    pinDiameter: '44.998',
    pinBoss: '45.006',
  },
  ...{ rodBush: '45.030', crankpinDiameter: '83.98', mainJournalDiameter: '107.98', linerSeatClean: 'y' },
  ...{ linerProtrusion: '0.110', mainBore: '108.08', mainClearance: '0.075-0.100', endFloat: '0.15/0.20' },
  ...{
    crankTurns: 'y',
    'ringGap 1': '0.45/0.50',
    'ringGap 2': '0.70&0.90/0.75&0.90',
    'ringGap 3': '0.45/0.50',
  },
  ...{ 'ringSideClearance 2': '0.10/0.12', 'ringSideClearance 3': '0.08/0.10', bigEndBore: '84.07' },
  ...{ rodClearance: '0.075-0.100', rodSideFloat: '0.20/0.25', boltHours: '0' },
};
const STAGES = ['measure', 'block', 'rings', 'build'] as const satisfies readonly Stage[];
const GAUGES = ['FS-5', 'PS-1', 'BG-3', 'MC-8', 'MC-5', 'BG-4', 'DG-2'];

/** What is measured in a stage, in the order in which the hand goes. */
function routeOf(job: JobState, stage: Stage) {
  const pin = currentPin(job)!;
  const measured = new Set(pin.characteristics.flatMap(({ id, from }) => (from === undefined ? [id] : [])));
  return gateRule(job, stage)!
    .sheets.filter((sheet) => measured.has(sheet))
    .flatMap((sheet) => sheetPlaces(job, sheet))
    .filter((place) => layoutReason(pin.model.layout, place) === undefined);
}

test('a whole heavy diesel is measured by keyboard alone, each reading with its digits and one key more', async ({
  page,
  demo,
}) => {
  test.setTimeout(300_000);
  const { address } = demo;
  const [ivo, sanna, perrin, ghislaine] = (await Promise.all(
    ['ivo-marrable', 'sanna-tveldt', 'perrin-oduvale', 'ghislaine-morrow-tann'].map((id) =>
      ApiTablet.signIn(address, id),
    ),
  )) as [ApiTablet, ApiTablet, ApiTablet, ApiTablet];
  const nothing = { buildDate: null, oversize: '0', pistonMaterial: null, ringPartNumber: null };
  const opened = await ivo.post('/api/jobs', {
    id: randomUUID(),
    route: 'short-block',
    job: { number: 'W-1', duty: 'heavy tow', reason: 'overhaul' },
    engine: {
      ...nothing,
      model: 'HD6-127',
      serial: 'HD6-540777',
      hoursSinceNew: null,
      hoursSinceOverhaul: null,
    },
  });
  const { jobId } = opened.body as { jobId: string };
  const must = async (who: ApiTablet, draft: object): Promise<void> => {
    const { status, body } = await who.command(jobId, draft);
    if (status !== 201) throw new Error(JSON.stringify(body));
  };
  await must(sanna, { type: 'confirmIdentity', serialSeen: 'HD6-540777' });
  await must(perrin, { type: 'checkDocuments' });
  await perrin.sign(jobId, 'arrival');
  for (const instrument of GAUGES) await must(ivo, { type: 'takeInstrument', instrument });
  const { layout } = currentPin(await ivo.job(jobId))!.model;
  for (const kind of ['piston', 'ring', 'pin', 'rod', 'liner', 'journal', 'shell', 'rodShell', 'bolt']) {
    const slots = slotsOf(layout, kind).map(({ key }) => key);
    await must(ivo, { type: 'fitParts', slots, state: 'new', partNumber: null, lot: null });
  }

  const bench = new Bench(page);
  const dialog = new Dialog(page);
  const keys = { figures: 0, recording: 0, answers: 0, how: 0, alike: 0 };
  const sheets = new Set<string>();
  let taken = 0;
  await signIn(page, address, 'Ivo Marrable');
  for (const stage of STAGES) {
    await test.step(stage, async () => {
      const job = await ivo.job(jobId);
      const route = routeOf(job, stage);
      const asksHow = new Set(
        currentPin(job)!.characteristics.flatMap(({ id, conditions, setting, depth }) =>
          conditions === undefined && setting === undefined && depth === undefined ? [] : [id],
        ),
      );
      await page.goto(`${address}/jobs/${jobId}/${stage}`);
      for (const [i, place] of route.entries()) {
        const key = placeKey(place);
        await expect(bench.inHand).toHaveAttribute('data-place', key);
        const isFirst = route[i - 1]?.characteristic !== place.characteristic;
        if (isFirst && asksHow.has(place.characteristic)) {
          // The key that would record asks for it.
          await page.keyboard.press('Enter');
          if (place.characteristic === 'boreDiameter') {
            await dialog.fill('The gauge is set to', '127.00');
            await dialog.fill('With: a ring gauge', 'SR-127');
          }
          if (place.characteristic === 'ringGap')
            await dialog.choose('Squared with', 'the skirt of the piston');
          if (['mainBore', 'bigEndBore'].includes(place.characteristic)) await dialog.choose('Shells', 'in');
          await dialog.done('So it is measured');
          keys.how += 1;
        }
        const questions = page.locator('app-entry-bar .questions button[aria-pressed="false"]', {
          hasText: 'yes',
        });
        for (let open = await questions.count(); open > 0; open -= 1) {
          await page.keyboard.press('y');
          keys.answers += 1;
        }
        const { characteristic, at } = place;
        const text = TEXTS[characteristic] ?? TEXTS[`${characteristic} ${at.groove ?? ''}`]!;
        await page.keyboard.type(text);
        await page.keyboard.press('Enter');
        // Five sizes alike running are asked about once for a sheet.
        await expect(bench.verdict).toContainText(/recorded at|running are alike/);
        if ((await page.getByText('Five readings running are alike').count()) > 0) {
          await page.keyboard.press('Enter');
          keys.alike += 1;
        }
        sheets.add(characteristic);
        keys.figures += text.length;
        keys.recording += 1;
        taken += 1;
      }
      await expect(bench.verdict).toContainText('recorded at');
      await bench.settled();
    });
  }
  await test.step('nothing is open, and what was to be worked out is there', async () => {
    const job = await ivo.job(jobId);
    expect(taken).toBe(STAGES.flatMap((stage) => routeOf(job, stage)).length);
    expect(taken).toBeGreaterThan(200);
    // One key for each reading besides its digits, and not one more.
    expect(keys.recording).toBe(taken);
    expect(keys.alike).toBeLessThanOrEqual(sheets.size);
    for (const stage of STAGES) {
      const { open, findings } = openMatters(job, gateRule(job, stage)!.sheets);
      expect([stage, open.map(({ key, state }) => `${key} ${state}`), findings.map(({ id }) => id)]).toEqual([
        stage,
        [],
        [],
      ]);
    }
    test.info().annotations.push({ type: 'keys', description: `${taken} readings: ${JSON.stringify(keys)}` });
  });
  await test.step('it goes to the sealed record, and every sheet is in the table', async () => {
    for (const stage of STAGES) await perrin.sign(jobId, stage);
    await ghislaine.sign(jobId, 'release');
    const job = await ivo.job(jobId);
    expect(job.seal).toBeDefined();
    const table = await page.request.get(`${address}/api/jobs/${jobId}/sheets.csv`);
    const text = await table.text();
    const missing = sheetPlaces(job)
      .map(placeKey)
      .filter((key) => !text.includes(key));
    expect([table.status(), missing]).toEqual([200, []]);
  });
});
