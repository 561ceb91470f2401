import { signIn } from '../support/pages';
import { apart, greyOf, inked } from '../support/pixels';
import type { Grey } from '../support/pixels';
import { Server } from '../support/server';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';

const ROWS = `row,characteristic,groove,member,station,min,max,unit,service_max
1,ringGap,1,ring,unworn,0.95,1.30,mm,1.45
2,ringGap,2,ring,unworn,0.80,1.15,mm,
3,ringGap,3,ring,unworn,0.80,1.15,mm,
4,ringGap,4,ring,unworn,0.70,1.10,mm,
`;
/** What makes each verdict, in thou, at the top ring of a cylinder each. */
const TAKEN = { in: '44/46', serviceable: '52/55', tight: '28/32', loose: '60+', notProven: '50+' } as const;

test('marks are told apart by what is drawn, without colour, in every theme and on both grounds', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const [teo, perrin, ivo] = (await Promise.all(
    ['teo-lindqvale', 'perrin-oduvale', 'ivo-marrable'].map((id) => ApiTablet.signIn(server.address, id)),
  )) as [ApiTablet, ApiTablet, ApiTablet];
  const revision = {
    number: 'NI-240',
    revision: '4',
    title: 'Rings that go back in',
    kind: 'manual',
    issued: '2026-01-01',
    effective: '2026-01-02',
    models: ['AX6-240'],
  };
  await teo.publish(perrin, revision, Buffer.from(ROWS));
  const jobId = await ivo.openReady(
    { number: 'M-1', duty: 'continuous marine', reason: 'looked at' },
    { model: 'AX6-240', serial: 'AX-0077' },
    'reused',
  );
  const placeOf = (cylinder: number) => `ringGap@cylinder:${cylinder}/groove:1/member:ring/station:unworn`;
  for (const [i, text] of Object.values(TAKEN).entries())
    expect((await ivo.take(jobId, placeOf(i + 1), text)).status).toBe(201);
  await signIn(page, server.address, 'Ivo Marrable');
  for (const theme of ['light', 'dark', 'sun'] as const) {
    await page.evaluate((name) => {
      localStorage.setItem('oak-gate-theme', name);
    }, theme);
    await page.goto(`${server.address}/jobs/${jobId}/rings`);
    await page.locator('app-sheet table').waitFor();
    expect(await page.evaluate(() => document.documentElement.dataset['theme'])).toBe(theme);
    const drawn = new Map<string, Grey>();
    for (const [i, state] of Object.keys(TAKEN).entries()) {
      const cell = page.locator(`td[data-place="${placeOf(i + 1)}"]`);
      await expect(cell).toHaveAttribute('data-state', state);
      // The place in hand has another ground; none of these is it.
      const mark = await greyOf(cell.locator('app-mark svg'));
      drawn.set(state, mark);
    }
    const half = drawn.get('serviceable');
    const full = drawn.get('in');
    if (half === undefined || full === undefined) throw new Error('not drawn');
    // The left half is full in both; the right one is a line around nothing, or full.
    expect([theme, inked(half, 0.25, 0.45) > 0.5, inked(half, 0.55, 0.75) < 0.45]).toEqual([
      theme,
      true,
      true,
    ]);
    expect([theme, inked(full, 0.55, 0.75) > 0.5]).toEqual([theme, true]);
    const marks = [...drawn];
    for (const [i, [one, a]] of marks.entries())
      for (const [other, b] of marks.slice(i + 1))
        expect([theme, one, other, apart(a, b) > 0.08]).toEqual([theme, one, other, true]);
    // On the wood of the entry bar: the same mark at its place in hand.
    await page.goto(`${server.address}/jobs/${jobId}/rings?place=${encodeURIComponent(placeOf(2))}`);
    const onWood = await greyOf(page.locator('app-entry-bar .verdict app-mark svg'));
    expect([theme, inked(onWood, 0.25, 0.45) > 0.5, inked(onWood, 0.55, 0.75) < 0.45]).toEqual([
      theme,
      true,
      true,
    ]);
  }
  await server.remove();
});
