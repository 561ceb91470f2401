import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import {
  askedFace,
  facesOpen,
  gateRule,
  gateWaits,
  lookDoubts,
  openOrders,
  refitParts,
  remarksOn,
  toReplace,
  unmapped,
} from '@oak-gate/core';
import { hiddenParts } from '../support/geometry';
import { Dialog, signIn } from '../support/pages';
import { root, Server } from '../support/server';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';

const P2 = 'piston@cylinder:2';
const P5 = 'piston@cylinder:5';

test('parts are looked at face by face: rejected, taken out, ordered and received; tested for cracks; and put back as they were found', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const { address } = server;
  const [ivo, sanna, perrin] = await Promise.all(
    ['ivo-marrable', 'sanna-tveldt', 'perrin-oduvale'].map((person) => ApiTablet.signIn(address, person)),
  );
  if (ivo === undefined || sanna === undefined || perrin === undefined) throw new Error('nobody signed in');
  const jobId = await ivo.jobId('J-2044');
  const job = () => ivo.job(jobId);
  const stand = async (slot: string, item: string) => askedFace(await job(), slot, item)?.stand;
  const dialog = new Dialog(page);
  const at = (slot: string, face = '') =>
    `${address}/jobs/${jobId}/inspect?slot=${encodeURIComponent(slot)}${face === '' ? '' : `&face=${face}`}`;
  const foot = page.locator('footer .what');
  /** Said at once, of a face of which nobody said anything: what was seen is nothing. */
  const first = async (tablet: ApiTablet, slot: string, item: string, more: object = {}): Promise<void> => {
    const { status, body } = await tablet.post(`/api/jobs/${jobId}/commands`, {
      id: randomUUID(),
      command: {
        ...{ type: 'sayLooked', slot, item, found: 'good', defects: [], reason: '', remark: '' },
        ...{ cause: null, basedOn: 0, ...more },
      },
    });
    if (status !== 201) throw new Error(JSON.stringify(body));
  };
  await signIn(page, address, 'Ivo Marrable');

  await test.step('a part that is rejected says so first, with what it measures beside it', async () => {
    await page.goto(at('pin@cylinder:3'));
    await expect(page.locator('h1')).toHaveText('Pin 3: rejected by eye, although it measures in.');
    await page.goto(at(P2));
    await expect(page.locator('h1')).toHaveText('Piston 2: rejected by eye, and worn.');
    await expect(foot).toHaveText('Piston 2, groove 2, lower face');
    expect(await hiddenParts(page)).toEqual([]);
  });
  await test.step('rejected without what is wrong is asked about; good by one key, and the next face comes', async () => {
    await page.keyboard.press('r');
    await expect(page.getByText('Press what is wrong with it: 1 to 3.')).toBeVisible();
    await page.keyboard.press('1');
    await page.keyboard.press('g');
    await expect(page.getByText(/Something wrong is chosen/)).toBeVisible();
    await page.keyboard.press('1');
    await page.keyboard.press('g');
    await expect(foot).toHaveText('Piston 2, groove 3, upper face');
    await expect.poll(() => stand(P2, 'grooveLower.2')).toBe('good');
    // A press on the drawing takes the face that is there.
    await page.getByRole('button', { name: 'skirt, thrust side', exact: true }).first().click();
    await expect(foot).toHaveText('Piston 2, skirt, thrust side');
  });
  await test.step('what is chosen of one face stays with it while another is looked at', async () => {
    await page.keyboard.press('2');
    await page.getByLabel('where on it').fill('below the pin');
    await page
      .getByRole('button', { name: /^front boss/ })
      .last()
      .click();
    await expect(page.getByRole('button', { name: /^pitting/ })).toHaveAttribute('aria-pressed', 'false');
    await first(sanna, 'pin@cylinder:5', 'surface');
    await page
      .getByRole('button', { name: /^skirt, thrust side/ })
      .last()
      .click();
    await expect(page.getByLabel('where on it')).toHaveValue('below the pin');
    await page.getByLabel('how large').fill('3 mm');
    await page
      .getByLabel('suspected cause')
      .selectOption({ label: 'too hot: look at the cooling: passages, pump, thermostat' });
    await page.getByRole('button', { name: /^Rejected/ }).click();
    await expect.poll(() => stand(P2, 'skirtThrust')).toBe('rejected');
    // The suspicion is looked at, and so is what ran with it.
    await expect
      .poll(async () =>
        facesOpen(await job())
          .filter(({ because }) => because !== undefined)
          .map(({ slot }) => slot),
      )
      .toEqual(expect.arrayContaining([P2, 'bore@cylinder:2', 'rod@cylinder:2']));
    await expect(page.getByRole('button', { name: /^cooling: passages, pump, thermostat/ })).toBeVisible();
  });
  await test.step('a photograph belongs to the face; a file that is none is refused in words', async () => {
    await page.goto(at(P2, 'grooveLower.1'));
    await expect(page.locator('.card .said')).toContainText(
      "rejected: step, from 4 to 5 o'clock, over 40 degrees, 0.3 mm, felt with a nail",
    );
    const files = page.locator('app-pictures input[type=file]');
    await files
      .first()
      .setInputFiles({ name: 'torn.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') });
    await expect(page.getByRole('alert')).toContainText('damaged, or no picture');
    await files.first().setInputFiles(join(root, 'docs/screenshots/bench.png'));
    await expect(page.locator('app-pictures img')).toBeVisible();
    await files.last().setInputFiles(join(root, 'docs/screenshots/floor.png'));
    await expect(page.locator('app-pictures img')).toHaveCount(2);
    const pair = async () =>
      remarksOn(await job(), `face ${P2}#1/grooveLower.1`).map(
        (each) => each.kind === 'photograph' && each.when,
      );
    await expect.poll(pair).toEqual(['before', 'after']);
  });
  await test.step('not looked at has a reason and a name, and waits for an inspector', async () => {
    await page.goto(at('thrustWasher@engine', 'running'));
    await expect(foot).toContainText('running faces');
    await page.keyboard.press('n');
    await dialog.fill('Why it is not looked at', 'stays in, the crank is not lifted');
    await dialog.done('Leave it so');
    await expect.poll(() => stand('thrustWasher@engine', 'running')).toBe('notInspected');
  });
  await test.step('a rejection is not lifted by a technician; an inspector who did not say it may', async () => {
    const lift = {
      type: 'sayLooked',
      slot: 'pin@cylinder:3',
      item: 'surface',
      found: 'good',
      defects: [],
      reason: 'polished, nothing left',
      remark: '',
      cause: null,
    };
    expect((await sanna.command(jobId, lift)).status).toBe(403);
    expect((await perrin.command(jobId, { ...lift, basedOn: 0 })).status).toBe(409);
    await perrin.must(jobId, lift);
    expect(await stand('pin@cylinder:3', 'surface')).toBe('good');
    // What is wrong is said whatever another tablet said meanwhile.
    await first(ivo, 'pin@cylinder:3', 'surface', {
      found: 'rejected',
      defects: [{ kind: 'pitting', where: 'end', size: '' }],
    });
    expect(await stand('pin@cylinder:3', 'surface')).toBe('rejected');
  });
  await test.step('a crack test: fluid that is past, read too early, then read part by part', async () => {
    await page.goto(at(P5, 'crackTest'));
    await page.getByRole('button', { name: 'Begin a crack test…' }).last().click();
    await dialog.fill('Batch of the fluid', 'PT-2400');
    await dialog.fill('Batch to be used until', '2026-01-31');
    await dialog.fill('Qualification of Ivo Marrable', 'level 1');
    await dialog.fill('Qualified until', '2031-12-31');
    await dialog.box.getByRole('button', { name: 'It is on' }).click();
    await expect(dialog.box).toContainText('It was to be used until 2026-01-31');
    await dialog.fill('Batch of the fluid', 'PT-2611');
    await dialog.fill('Batch to be used until', '2031-04-30');
    await dialog.fill('How many minutes ago', '12');
    await dialog.done('It is on');
    const test_ = page.locator('.test.open');
    await expect(test_).toContainText('12 of 10');
    await test_.getByRole('button', { name: 'Developer is on…' }).click();
    await dialog.fill('How many minutes ago', '5');
    await dialog.box.getByRole('button', { name: 'It is on' }).click();
    await expect(dialog.box).toContainText('It must work 3 more minutes');
    await dialog.fill('How many minutes ago', '0');
    await dialog.done('It is on');
    await test_.getByRole('button', { name: 'Read it…' }).click();
    await dialog.choose('Piston 5', 'no crack');
    await dialog.box.getByRole('button', { name: 'It shows this' }).click();
    await expect(dialog.box).toContainText(/It must work (9|10) more minutes/);
    await dialog.box.getByRole('button', { name: 'Leave it' }).click();
    await test_.getByRole('button', { name: 'Give it up…' }).click();
    await dialog.fill('Why', 'it is evening');
    await dialog.done('Give it up');
    await expect(page.locator('.test')).toContainText('given up by Ivo Marrable: it is evening');
    expect(await stand(P5, 'crackTest')).toBe('open');
  });
  await test.step('the question offers another part; it is taken out, a new one is ordered, comes, and is received', async () => {
    await page.goto(
      `${address}/jobs/${jobId}/questions?question=${encodeURIComponent(lookDoubts(await job()).find(({ slot }) => slot === P2)?.id ?? '')}`,
    );
    await expect(page.locator('h1')).toContainText('is rejected: step');
    await page.locator('.answer', { hasText: /Wait for a part/ }).click();
    await page.keyboard.press('Enter');
    await dialog.fill('What is ordered', 'piston, HP-127');
    await dialog.fill('From whom', 'Ostrand parts');
    await dialog.done('It is ordered');
    await page.locator('.answer', { hasText: /Another piston/ }).click();
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Take it out…' }).click();
    await dialog.done('It is out');
    await expect.poll(async () => (await job()).slots.get(P2)).toBe('');
    // What came is no part of the engine before it is checked here.
    const order = openOrders(await job())[0];
    if (order === undefined) throw new Error('nothing is ordered');
    await page.goto(
      `${address}/jobs/${jobId}/questions?question=${encodeURIComponent(`order ${order.seq}`)}`,
    );
    await expect(page.locator('h1')).toContainText('awaiting piston, HP-127');
    await page.keyboard.press('Enter');
    await dialog.fill('Number of its certificate', 'C-88');
    await dialog.done('Say so');
    await expect(page.locator('h1')).toContainText('nobody here has measured or checked it yet');
    await page.keyboard.press('Enter');
    await dialog.choose('It is', 'as asked, and used');
    await dialog.fill('What was checked here', 'marks right, 126.87 at the skirt');
    await dialog.done('Say so');
    await expect.poll(async () => openOrders(await job()).length).toBe(0);
    await ivo.must(jobId, {
      type: 'fitParts',
      slots: [P2],
      state: 'new',
      partNumber: 'HP-127',
      lot: 'lot 91',
    });
    await expect.poll(() => stand(P2, 'crown')).toBe(undefined);
  });
  await test.step('every face is looked at, what was left is decided, and the gate is signed by who did not look', async () => {
    for (const { slot, ways } of unmapped(await job()))
      await ivo.post(`/api/jobs/${jobId}/commands`, {
        id: randomUUID(),
        command: {
          ...{ type: 'sayAsFound', slot, there: true, way: ways[0] ?? null, cannotTell: false, basedOn: 0 },
          ...{
            odd: '',
            remark: '',
            hours: null,
            atBuild: slot.startsWith('bolt') ? 'new' : 'reused',
            reason: '',
          },
        },
      });
    await sanna.sign(jobId, 'strip');
    for (;;) {
      const open = facesOpen(await job());
      if (open.length === 0) break;
      for (const { slot, item, rule, entry } of open)
        await first(ivo, slot, item, {
          basedOn: entry?.seq ?? 0,
          ...(rule?.sort === 'test' ? { found: 'notInspected', reason: 'magnetic bench is away' } : {}),
        });
    }
    const approval = { number: 'C-31', date: '2026-05-04', issuer: 'design office' };
    for (const { id, kind } of lookDoubts(await job()))
      await perrin.must(jobId, {
        ...{ type: 'decideLook', finding: id, reason: 'looked at the part' },
        approval: kind === 'rejected' ? approval : null,
      });
    const state = await job();
    expect(gateWaits(state, gateRule(state, 'inspect')!, '2026-06-02')).toEqual([]);
    await perrin.sign(jobId, 'inspect');
  });
  await test.step('what ran in goes back as it was found: the other way round is a finding; clips and bolts are new', async () => {
    await page.goto(`${address}/jobs/${jobId}/refit`);
    const [one] = refitParts(await job());
    await expect(foot).toContainText(one?.mapped.tag ?? '');
    await expect(page.getByRole('button', { name: /It lies so/ })).toBeDisabled();
    const other = one?.mapped.ways.findIndex((way) => way !== one.expected) ?? 0;
    await page.keyboard.press(String(other + 1));
    await page.getByRole('button', { name: /It lies so/ }).click();
    await expect(page.getByRole('button', { name: new RegExp(`^${one?.mapped.tag}, `) })).toContainText(
      'not as found',
    );
    await page.getByRole('button', { name: new RegExp(`^${one?.mapped.tag}, `) }).click();
    await page.keyboard.press(String((one?.mapped.ways.indexOf(one.expected!) ?? 0) + 1));
    await page.getByRole('button', { name: /Say it anew/ }).click();
    await dialog.fill('Why it is said anew', 'turned');
    await dialog.done('Say it anew');
    expect(await hiddenParts(page)).toEqual([]);
    for (const { slot, expected, said, mapped } of refitParts(await job()))
      if (said === undefined)
        await ivo.post(`/api/jobs/${jobId}/commands`, {
          id: randomUUID(),
          command: { type: 'sayRefit', slot, way: expected ?? mapped.ways[0], reason: '', basedOn: 0 },
        });
    while (toReplace(await job()).length > 0) {
      await page.locator('.renew .unit').first().click();
      await dialog.fill('Part number', 'HP-1');
      await dialog.done('They are in');
    }
    await expect(foot).toHaveText('Everything is back in.');
    const state = await job();
    const kinds = gateWaits(state, gateRule(state, 'build')!, '2026-06-02').map(({ kind }) => kind);
    expect(kinds.filter((kind) => kind === 'refit' || kind === 'replace')).toEqual([]);
  });
  await server.remove();
});
