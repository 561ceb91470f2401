import { Bench, Dialog, signIn } from '../support/pages';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';
import { Server } from '../support/server';

const gap = (cylinder: number, groove: number) =>
  `ringGap@cylinder:${cylinder}/groove:${groove}/member:ring/station:unworn`;

test('what is wrong with the tractor and the heavy diesel is noticed at its place, in words that lead on', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const { address } = server;
  const ivo = await ApiTablet.signIn(address, 'ivo-marrable');
  const [tractor, heavy] = await Promise.all(['J-2043', 'J-2044'].map((number) => ivo.jobId(number)));
  const bench = new Bench(page);
  const goTo = async (job: string | undefined, stage: string, place: string): Promise<void> => {
    await page.goto(`${address}/jobs/${job ?? ''}/${stage}?place=${place}`);
    await expect(bench.inHand).toHaveAttribute('data-place', place);
  };
  const card = page.locator('app-reading-card');
  await signIn(page, address, 'Ivo Marrable');

  await test.step('a ring without a gap: nobody knows how much is missing before a blade goes', async () => {
    await goTo(tractor, 'rings', gap(1, 1));
    await expect(bench.cell(gap(1, 1))).toHaveAttribute('data-state', 'tight');
    await expect(card).toContainText('Find a blade that goes here first');
  });
  await test.step('a decimal point that was lost is asked about, and one key puts it right', async () => {
    await goTo(tractor, 'rings', gap(3, 2));
    await bench.record('40/45');
    await expect(bench.verdict).toContainText('0.4/0.45 mm (point moved)');
    await page.keyboard.press('Escape');
    await expect(bench.cell(gap(3, 2))).toHaveAttribute('data-state', 'notTaken');
  });
  await test.step('a liner that would be loose in its seat, before it is pressed', async () => {
    const place = 'linerFit@cylinder:2/station:top';
    await goTo(tractor, 'measure', place);
    await expect(bench.verdict).toContainText('loose, interference 0.01-0.02 mm');
    await expect(card).toContainText('interference 0.03 to 0.07 mm');
    await page.goto(`${address}/jobs/${tractor ?? ''}/gate/measure`);
    await expect(
      page.locator('.finding').filter({ hasText: 'Liner fit in the block' }).first(),
    ).toContainText('loose');
  });
  await test.step('a low liner, seen over the deck; a press on it leads to its point', async () => {
    await goTo(heavy, 'block', 'linerProtrusion@cylinder:4/point:h12');
    const deck = page.locator('app-deck');
    await expect(deck).toContainText('low by 0.014');
    await expect(deck.locator('svg').first()).toHaveAttribute('aria-label', /Cyl 2 low by 0.014/);
    await deck.locator('.liner').nth(1).locator('.touch').click();
    await expect(bench.inHand).toHaveAttribute('data-place', 'linerProtrusion@cylinder:2/point:h12');
    // Liner 5 is in, and tilted: that is a size of its own.
    await expect(page.locator('app-sheet tfoot tr', { hasText: 'Liner tilt' })).toContainText('0.023');
    await page.goto(`${address}/jobs/${heavy ?? ''}/gate/block`);
    await expect(page.locator('.finding').filter({ hasText: 'mid heights' })).toContainText(
      'all under the head of Cyl 1 within 0.025 mm',
    );
  });
  await test.step('a keystone ring has no side clearance, with the reason, and a figure is refused with it', async () => {
    const place = 'ringSideClearance@cylinder:1/groove:1/member:ring';
    await goTo(heavy, 'build', place);
    await expect(bench.cell(place)).toHaveAttribute('data-state', 'notApplicable');
    await expect(page.getByText('keystone ring: a flat blade in a wedge says nothing').first()).toBeVisible();
    const { status, body } = await ivo.command(heavy ?? '', {
      ...{ type: 'takeReading', place, text: '0.10', unit: 'mm', instrument: 'BG-3', slip: null, seen: [] },
      answers: [{ question: 'freeAllRound', answer: 'yes' }],
    });
    expect([status, (body as { code: string }).code]).toEqual([409, 'NOT_APPLICABLE_HERE']);
    expect(JSON.stringify(body)).toContain('keystone ring');
  });
  await test.step('a hammered groove is worn, and an inspector decides', async () => {
    await goTo(heavy, 'measure', 'grooveWear@cylinder:2/groove:1');
    await expect(bench.verdict).toContainText('worn, 0.31 mm');
    await expect(card).toContainText('an inspector decides');
  });
  await test.step('a worn bore says what it would be machined to', async () => {
    await goTo(heavy, 'measure', 'boreDiameter@cylinder:4/station:d25/direction:across');
    await expect(card).toContainText('The next oversize 127.5 cleans it up, with 0.165 left on each side');
    await expect(card).toContainText('A ring’s gap is about 0.345 mm wider here');
  });
  await test.step('shells of another class than the ground crank: with what they would do to it', async () => {
    const place = 'mainShellSize@journal:main-1';
    await goTo(tractor, 'measure', 'mainJournalDiameter@journal:main-1/direction:along/point:front');
    await expect(card).toContainText('It is ground 0.25 mm under: its shells must be 0.25 mm under as well.');
    await goTo(tractor, 'block', place);
    await bench.record('0.50');
    await bench.expectState(place, 'loose');
    await bench.at(place);
    await expect(bench.verdict).toContainText('of another class');
    await expect(card).toContainText('its shells are stamped 0.5 mm under: they are for another journal');
    await expect(card).toContainText('the shaft would not turn');
  });
  await test.step('a gauge that is past its check: what was measured with it is a finding', async () => {
    const marine = await ivo.jobId('J-2042');
    await goTo(marine, 'rings', 'boreDiameter@cylinder:1/station:mid/direction:along');
    await page.keyboard.press('Enter');
    const dialog = new Dialog(page);
    await dialog.fill('The gauge is set to', '3940');
    await dialog.fill('With: a ring gauge', 'micrometer');
    await dialog.done('So it is measured');
    await bench.record('-12');
    await bench.settled();
    await page.goto(`${address}/jobs/${marine}/gate/rings`);
    await expect(page.locator('.finding').filter({ hasText: 'BG-5 was past its check' })).toContainText(
      '1 reading was taken with it',
    );
  });
  await test.step('a bore that runs on as it was asks for its ring at both ends', async () => {
    const twoStroke = await ivo.jobId('J-2045');
    const high = 'ringGap@cylinder:1/groove:1/member:ring/station:highEnd';
    await goTo(twoStroke, 'rings', high);
    await expect(bench.cell(high)).toHaveAttribute('data-state', 'notTaken');
  });
  await server.remove();
});
