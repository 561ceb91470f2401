import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { request } from '@playwright/test';
import type { Page } from '@playwright/test';
import { Hand } from '../support/hand';
import { Bench, choose, Dialog, signIn } from '../support/pages';
import { PIN, root, Server } from '../support/server';
import { ApiTablet } from '../support/tablet';
import { illegibleIn } from '../support/themes';
import { expect, test } from '../support/test';

test.use({ hasTouch: true });

/** What is said to the user of how long it takes, and held against what it takes. */
const COUNTED = readFileSync(join(root, 'docs/setting-up.md'), 'utf8');
const says = (what: string, hand: Hand): string => `${what}: ${hand.presses} presses and ${hand.keys} keys`;

/** The questions of a model, answered as somebody does who has the engine in front of him. */
class ModelPage {
  readonly hand: Hand;
  constructor(
    readonly page: Page,
    byTouch = false,
  ) {
    this.hand = new Hand(page, byTouch);
  }
  field(name: string) {
    const tags = ['input', 'select'].map((tag) => `app-model-editor-page ${tag}[name="${name}"]`);
    return this.page.locator(tags.join(', '));
  }
  async section(name: string): Promise<void> {
    await this.hand.press(this.page.locator('app-model-questions button.top', { hasText: name }));
  }
  async say(name: string, text: string): Promise<void> {
    await this.hand.write(this.field(name), text);
  }
  async choose(label: string): Promise<void> {
    await this.hand.press(this.page.locator('app-segments label', { hasText: label }).first());
  }
  async tick(name: string): Promise<void> {
    await this.hand.press(this.field(name));
  }
  async count(name: string, n: number): Promise<void> {
    await this.say(name, String(n));
    await this.page.keyboard.press('Tab');
    this.hand.keys += 1;
  }
  async station(index: number, depth: string, label: string): Promise<void> {
    await this.hand.press(this.page.getByRole('button', { name: 'Add a station' }));
    await this.say(`distance-${index}`, depth);
    if (label !== '') await this.say(`station-${index}`, label);
  }
  async ring(index: number, name: string, stations: readonly number[]): Promise<void> {
    await this.hand.press(this.page.getByRole('button', { name: 'Add a ring' }));
    await this.say('ring', name);
    for (const station of stations) await this.tick(`gap-${index}-${station}`);
  }
  counted(name: string) {
    return this.page.locator('footer.foot dl > div', { hasText: name });
  }
  get keep() {
    return this.page.locator('button.hand');
  }
}

const RINGS = ['Top ring', 'Second ring', 'Third ring', 'Upper scraper', 'Lower scraper'];
/** What a blade says in each: no two rings after each other are of one size. */
const GAPS = ['0.40/0.45', '0.45/0.50', '0.50/0.55'];
const STATIONS = ['top of ring travel, 15 mm from the deck', 'below ring travel, 150 mm from the deck'];

test('from nothing to a sealed record without any file: an own engine, its limits, its gauges, its first job', async ({
  page,
  context,
}) => {
  const server = await new Server().start();
  const dialog = new Dialog(page);
  const api = await request.newContext({ baseURL: server.address });
  await api.post('/api/setup', {
    data: {
      ...{ shop: 'Quay', secondPerson: 'sameSaid', zone: 'Europe/Oslo', pin: PIN },
      person: {
        name: 'Asta Brandt',
        roles: ['manager', 'steward', 'technician', 'inspector', 'releaser'],
        authorisation: null,
      },
    },
  });
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await signIn(page, server.address, 'Asta Brandt');

  await test.step('the empty Floor leads on; a step is skipped and found again', async () => {
    await page.getByRole('link', { name: 'Setting up' }).click();
    await expect(page.locator('.steps h2')).toHaveText([
      ...['Gauges', 'An engine model', 'A document with limits', 'The first job'],
    ]);
    await page.getByRole('button', { name: 'Skip: Gauges' }).click();
    await expect(page.locator('.steps h2').first()).toHaveText('An engine model');
    await page.reload();
    await page.getByRole('button', { name: 'Take it up again' }).click();
    await expect(page.locator('.steps h2').first()).toHaveText('Gauges');
    await page.getByRole('link', { name: 'Register a gauge' }).click();
  });
  await test.step('a feeler set begun with a sample, by range and step, and changed when a blade broke', async () => {
    await expect(page.getByText('Nothing is registered yet')).toBeVisible();
    await page.getByRole('button', { name: 'Register an instrument' }).click();
    await choose(page, page, 'Begin with a sample', 'Feeler set, mm, in mm');
    await page.getByLabel('Id', { exact: true }).fill('FS-1');
    await page.getByLabel('Blades').fill('0.05 to 1.00 by 0.05');
    await page.getByLabel('Checked on').fill('2026-10-01');
    await page.getByLabel('Due again on').fill('2027-10-01');
    await page.getByRole('button', { name: 'Register', exact: true }).click();
    await expect(page.getByText('20 blades, mm')).toBeVisible();
    await page.getByRole('button', { name: 'Change FS-1' }).click();
    await page.getByLabel('Blades').fill('0.05 to 0.95 by 0.05');
    await page.getByLabel('Why it is changed').fill('the last blade broke');
    await page.getByRole('button', { name: 'Change it' }).click();
    await expect(page.getByText('19 blades, mm')).toBeVisible();
  });

  const model = new ModelPage(page);
  await test.step('a three-cylinder diesel from a few questions; what is wrong stands at its field, all at once', async () => {
    await page.goto(`${server.address}/setting-up`);
    await page.getByRole('link', { name: 'Make a model' }).click();
    await expect(model.keep).toHaveText('8 to mend');
    await model.say('maker', 'Harrow');
    await model.say('name', 'H3-95');
    await model.choose('tractor');
    await model.section('Cylinders');
    await model.count('cylinders', 3);
    await model.say('frontLabel', 'pulley end');
    await model.section('Bore and liners');
    await model.say('bore', '95');
    await model.choose('dry');
    await model.section('Stations');
    await model.station(0, '15', 'top of ring travel');
    await model.station(1, '150', 'below ring travel');
    await model.section('Rings');
    for (const [i, name] of RINGS.entries()) await model.ring(i, name, [0, 1]);
    await model.section('Journals');
    await model.count('mains', 4);
    await model.choose('a rod each');
    await model.hand.pick(model.field('rod-2'), 'crankpin 1');
    await model.section('Heads');
    await model.choose('one over all');
    await model.section('Ways, points, bolts');
    await model.count('set-bore', 2);
    await model.count('set-rod', 2);
    await model.say('plate', 'H3-00417');
    await expect(page.getByText('It counts as 417')).toBeVisible();
    await expect(model.keep).toHaveText('Keep the model');
    await expect(model.counted('Ring end gap')).toContainText('303 × 5 × 2');
    await expect(model.counted('Bore diameter')).toContainText('123 × 2 × 2');
    await expect(model.counted('Liner protrusion')).toContainText('123 × 4');
    expect(COUNTED).toContain(says('The three-cylinder diesel', model.hand));
  });
  await test.step('bad input at a field is said there, one step back mends it, and a reload loses nothing', async () => {
    await model.section('Bore and liners');
    await model.field('bore').fill('wide');
    await expect(page.getByText('“wide” is not a size above nothing')).toBeVisible();
    await expect(model.keep).toHaveText('1 to mend');
    await page.reload();
    await expect(page.getByText('Found on this tablet')).toBeVisible();
    await expect(model.keep).toHaveText('1 to mend');
    await model.keep.click();
    await expect(model.field('bore')).toHaveValue('wide');
    await model.field('bore').fill('95');
    await expect(model.keep).toHaveText('Keep the model');
    // The drawing is edited where it is pressed: a gap is taken out and in again.
    await page.getByRole('button', { name: 'Gap of Top ring at A, taken' }).click();
    await page.getByRole('button', { name: 'Gap of Top ring at B, taken' }).click();
    await expect(model.keep).toHaveText('1 to mend');
    await page.getByRole('button', { name: 'One step back' }).click();
    await page.getByRole('button', { name: 'One step back' }).click();
    await model.keep.click();
    await page.waitForURL('**/library/models/H3-95');
    await expect(page.locator('h1')).toContainText('Harrow H3-95 version 1');
  });
  await test.step('its limits are pasted from a spreadsheet, compared and published', async () => {
    await page.goto(`${server.address}/setting-up`);
    await page.getByRole('link', { name: 'Write a document' }).click();
    await page.getByLabel('Number, as printed').fill('WM-95');
    await page.getByLabel('Revision', { exact: true }).fill('1');
    await page.getByLabel('Title').fill('Rings of the H3-95');
    await choose(page, page, 'Kind', 'manual');
    await page.getByLabel('Engine models').click();
    await page.getByRole('option', { name: 'Harrow H3-95' }).click();
    await page.keyboard.press('Escape');
    await page.getByLabel('Issued').fill('2026-01-10');
    await page.getByLabel('Effective from').fill('2026-01-20');
    await page.getByRole('button', { name: 'Keep the draft' }).click();
    await page.getByRole('button', { name: 'Write the rows' }).click();
    const rows = RINGS.flatMap((ring) =>
      STATIONS.map((station) => `Ring end gap, ${ring}, ${station}\t0.35\t0.60\tmm`),
    ).join('\n');
    await page.evaluate((text) => navigator.clipboard.writeText(text), rows);
    await page.locator('td[data-cell="1 characteristic"]').click();
    await page.keyboard.press('Control+v');
    await expect(page.locator('td[data-cell="10 characteristic"]')).toContainText('Lower scraper');
    await page.keyboard.press('Control+s');
    await page.getByRole('button', { name: 'Check it' }).click();
    await dialog.done('It is as printed');
    await page.getByRole('button', { name: 'Publish', exact: true }).click();
    await dialog.done('Publish and freeze');
    await expect(page.getByText('current', { exact: true })).toBeVisible();
  });
  await test.step('a job is opened; a serial that does not fit is said with what was expected', async () => {
    await page.goto(`${server.address}/setting-up`);
    await page.getByRole('link', { name: 'Open a job' }).click();
    await page.getByLabel('Job number').fill('H-1');
    await page.getByLabel('Engine model').click();
    await page.getByRole('option', { name: 'Harrow H3-95' }).click();
    await expect(page.getByText('like H3-12345: the last five digits count')).toBeVisible();
    await page.getByLabel('What is overhauled').click();
    await page.getByRole('option', { name: 'ring end gaps', exact: true }).click();
    await page.getByLabel('Serial, as on the plate').fill('H3-417');
    await page.getByLabel('Duty').fill('loader');
    await page.getByRole('button', { name: 'Open the job' }).click();
    await expect(page.getByRole('alert')).toContainText('its serials look like H3-12345');
    await page.getByLabel('Serial, as on the plate').fill('H3-00417');
    await page.getByRole('button', { name: 'Open the job' }).click();
    await page.waitForURL('**/arrival');
    await page.getByRole('button', { name: 'Read the plate' }).click();
    await dialog.fill('Serial on the plate', 'H3-00471');
    await dialog.submit('Confirm');
    await expect(dialog.box).toContainText('The job says another serial than “H3-00471”');
    await expect(dialog.box).not.toContainText('H3-00417');
    await dialog.fill('Serial on the plate', 'H3-00417');
    await dialog.done('Confirm');
    await page.getByRole('button', { name: 'They are current' }).click();
    await dialog.done('They are current');
    await page.getByRole('button', { name: 'Read and sign' }).click();
    await dialog.fill('PIN', PIN);
    await dialog.done('Sign');
  });
  await test.step('thirty gaps are taken and the record is sealed', async () => {
    await page.locator('nav.line').getByText('Rings').click();
    const bench = new Bench(page);
    await expect(bench.verdict).toContainText('No ring is fitted here');
    await page.keyboard.press('f');
    await dialog.done('Fit');
    await page.locator('app-entry-bar').getByRole('button', { name: 'Take a gauge' }).click();
    await dialog.choose('Which', 'FS-1');
    await dialog.done('Take it in hand');
    for (let taken = 0; taken < 30; taken++) {
      const place = (await bench.inHand.getAttribute('data-place')) ?? '';
      await bench.record(GAPS[taken % GAPS.length] ?? '');
      await bench.expectState(place, 'in');
    }
    await bench.settled();
    await page.locator('nav.line').getByText('ready to sign').waitFor();
    await page.getByRole('link', { name: 'Rings gate' }).click();
    await page.getByRole('button', { name: 'Read and sign' }).click();
    await expect(dialog.box).toContainText('30 of 30 places within limits');
    await dialog.fill('PIN', PIN);
    await dialog.done('Sign');
    await page.locator('nav.line').getByText('Release').click();
    await page.getByRole('button', { name: 'Read and sign' }).click();
    await dialog.fill('PIN', PIN);
    await dialog.done('Sign and seal');
    await expect(page.locator('section.seal .digest')).toHaveText(/^[0-9a-f]{64}$/);
    await page.goto(`${server.address}/setting-up`);
    await expect(page.getByText('Everything is there')).toBeVisible();
  });
  await server.remove();
});

test('a V8 and a six with two heads; a next version is looked at by another, a job keeps its own', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const dialog = new Dialog(page);
  await signIn(page, server.address, 'Teo Lindqvale');
  await test.step('a V8, by touch', async () => {
    await page.goto(`${server.address}/library/models/new`);
    const model = new ModelPage(page, true);
    await model.say('maker', 'Harrow');
    await model.say('name', 'V8-400');
    await model.choose('marine');
    await model.section('Cylinders');
    await model.choose('V, two banks');
    await model.say('bank-left', 'port');
    await model.say('bank-right', 'port');
    await model.count('cylinders', 7);
    await model.say('frontLabel', 'pulley end');
    await expect(page.getByText('Two banks have the same number of cylinders')).toBeVisible();
    await expect(page.getByText('“port” is there twice')).toBeVisible();
    await model.say('bank-right', 'starboard');
    await model.hand.press(page.getByRole('button', { name: 'One more: Cylinders' }));
    await model.choose('from the front, odd in the port');
    await model.section('Bore and liners');
    await model.say('bore', '4.000');
    await model.choose('in');
    await model.choose('none');
    await model.section('Stations');
    await model.station(0, '1.0', '');
    await model.section('Rings');
    await model.ring(0, 'Top', [0]);
    await model.ring(1, 'Second', [0]);
    await model.ring(2, 'Oil', [0]);
    await model.hand.press(page.locator('.kinds label', { hasText: 'rails' }));
    await model.hand.press(page.getByRole('button', { name: 'One more: Rings or rails' }));
    await model.section('Journals');
    await model.count('mains', 5);
    await model.choose('neighbours share');
    await model.section('Heads');
    await model.choose('one on each bank');
    await model.say('plate', 'V8-20417');
    await expect(model.counted('Ring end gap')).toContainText('32');
    await expect(page.locator('app-model-drawings .cylinder')).toHaveCount(8);
    await expect(page.locator('app-model-drawings rect.pin')).toHaveCount(4);
    expect(COUNTED).toContain(says('The V8', model.hand));
    await model.keep.click();
    await page.waitForURL('**/library/models/V8-400');
  });
  await test.step('a six with two heads, made of a sample by keys alone', async () => {
    await page.goto(`${server.address}/library/models/new?from=sample:HD6-127`);
    const model = new ModelPage(page);
    const keys = async (...all: string[]): Promise<void> => {
      for (const key of all) await page.keyboard.press(key);
      model.hand.keys += all.length;
    };
    await model.keep.waitFor();
    await model.hand.tabTo('input[name=name]');
    // Counted from its first field: how many keys lead there depends on where the page was left.
    model.hand.keys = 0;
    await keys('Control+a');
    await page.keyboard.type('HD6-130');
    model.hand.keys += 7;
    await expect(model.keep).toHaveText('Keep the model');
    await model.hand.tabTo('app-model-questions button.top', 'Bore and liners');
    await keys('Enter', 'Tab', 'Control+a');
    await page.keyboard.type('130');
    model.hand.keys += 3;
    await model.hand.tabTo('app-model-questions button.top', 'Heads');
    await keys('Enter');
    await expect(page.locator('app-segments label.here', { hasText: 'one for each 3' })).toBeVisible();
    await model.hand.tabTo('button.hand');
    await keys('Enter');
    await page.waitForURL('**/library/models/HD6-130');
    await expect(model.counted('Liner protrusion')).toContainText('246 × 4');
    expect(COUNTED).toContain(says('The six from a sample', model.hand));
  });
  await test.step('a next version of a model in use', async () => {
    await page.goto(`${server.address}/library/models/T3-29`);
    const model = new ModelPage(page);
    await page.getByRole('button', { name: 'Make a next version' }).click();
    await model.section('Rings');
    await page
      .getByRole('button', { name: /Lower scraper/ })
      .first()
      .click();
    await model.field('ring').fill('Bottom scraper');
    await expect(page.getByRole('region', { name: 'What changed' })).toContainText(
      'ring “Lower scraper” is now “Bottom scraper”',
    );
    await model.section('Parts, kits, lives');
    await page.getByText('Kits and what they hold').click();
    await page.getByRole('button', { name: 'Add a kit' }).click();
    await expect(page.getByText('This kit has nothing in it')).toBeVisible();
    await model.field('kit-0').fill('Ring set for three');
    await page.getByRole('button', { name: 'Add a thing' }).click();
    await model.field('item-0-0').fill('Top rings');
    await model.field('item-count-0-0').fill('three');
    await page.keyboard.press('Tab');
    await model.field('item-kind-0-0').selectOption('ring');
    await expect(model.keep).toHaveText('1 to mend');
    await model.field('item-count-0-0').fill('3');
    await page.keyboard.press('Tab');
    await page.getByText('How long parts may serve').click();
    await page.getByRole('button', { name: 'Add a life' }).click();
    await model.field('life-kind-0').selectOption('bolt');
    await model.field('life-limit-0').fill('9 000');
    await page.keyboard.press('Tab');
    await page.getByText('Parts of another design').click();
    expect(await illegibleIn(page)).toEqual([]);
    await expect(page.getByRole('region', { name: 'What changed' })).toContainText(
      'kit “Ring set for three” is new',
    );
    await page.getByRole('button', { name: 'Hand it in' }).click();
    await expect(page.locator('h1')).toContainText('version 2, draft');
    await page.getByRole('button', { name: 'I looked at it again' }).click();
    await expect(page.getByRole('alert')).toContainText('cannot');
  });
  await test.step('somebody else looks at it, the steward publishes, and the open job is told', async () => {
    const perrin = await ApiTablet.signIn(server.address, 'perrin-oduvale');
    const view = await perrin.get('/api/library/models/T3-29/versions');
    const { draft } = view as { draft: { digest: string } };
    await perrin.post('/api/library/models/T3-29/check', { id: randomUUID(), digest: draft.digest });
    await page.reload();
    await page.getByRole('button', { name: 'Publish it' }).click();
    await expect(page.locator('h1')).toContainText('version 2');
    // What was said of its parts is what a job of this version asks about.
    const published = (await perrin.get('/api/library/models/T3-29/file')) as {
      model: { layout: { kits: object[]; lives: object[] } };
    };
    expect(published.model.layout).toMatchObject({
      kits: [{ name: 'Ring set for three', contents: [{ name: 'Top rings', count: 3, kind: 'ring' }] }],
      lives: [{ kind: 'bolt', counts: 'hours', limit: 9000 }],
    });
    await page.goto(`${server.address}/jobs/${await perrin.jobId('J-2043')}/limits`);
    await expect(page.getByRole('region', { name: 'A newer version of the model' })).toContainText(
      'This job keeps version 1',
    );
  });
  await test.step('a file with faults opens in the editor, each fault at its field', async () => {
    const file = JSON.parse(readFileSync(join(root, 'demo/models/M8-52.json'), 'utf8')) as {
      model: { id: string; name: string; bore: { text: string }; layout: { grooves: { label: string }[] } };
    };
    file.model.id = 'M8-53';
    file.model.name = 'M8-53';
    file.model.bore.text = 'four';
    file.model.layout.grooves[1]!.label = file.model.layout.grooves[0]!.label;
    await page.goto(`${server.address}/library?tab=models`);
    await page.locator('input[type=file]').setInputFiles({
      ...{ name: 'M8-53.json', mimeType: 'application/json' },
      buffer: Buffer.from(JSON.stringify(file)),
    });
    await page.waitForURL('**/library/models/new?from=*');
    const model = new ModelPage(page);
    await expect(model.keep).toHaveText('2 to mend');
    await model.keep.click();
    await expect(page.getByText('“four” is not a size above nothing')).toBeVisible();
    await model.field('bore').fill('3.920');
    await model.keep.click();
    await model.field('ring').fill('Second');
    await model.keep.click();
    await page.waitForURL('**/library/models/M8-53');
  });
  await test.step('something of the shop’s own to measure, tried on a model', async () => {
    await page.goto(`${server.address}/library/measured/new`);
    await page.getByLabel('What it is called').fill('Pin ovality');
    await page.getByLabel('One place for each').click();
    for (const name of ['cylinder', 'journal', 'direction'])
      await page.getByRole('option', { name, exact: true }).click();
    await page.keyboard.press('Escape');
    await choose(page, page, 'Which journals', 'crankpin');
    await choose(page, page, 'Which directions', 'journal');
    await choose(page, page, 'Engine model', 'Tolmire T3-29');
    await expect(page.getByRole('region', { name: 'Tried on a model' })).toContainText('6 places');
    await expect(page.getByText('Still to be filled in: parts it depends on')).toBeVisible();
    await page.getByLabel('Parts it depends on').press('Enter');
    await page.getByRole('option', { name: 'journal', exact: true }).click();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Add it to the catalogue' }).click();
    await expect(page.getByRole('row', { name: /Pin ovality/ })).toContainText('ours');
  });
  await test.step('a route is copied and changed; what no shop leaves out cannot be taken out', async () => {
    await page.goto(`${server.address}/library/routes/re-ring`);
    await page.getByRole('link', { name: 'Copy it' }).click();
    await expect(page.getByText('always').first()).toBeVisible();
    await expect(page.getByRole('button', { name: /Take out: (the serial|every)/ })).toHaveCount(0);
    await page.locator('input[name=covers]').fill('re-ring with pin ovality');
    await page.locator('select[name=add-measure]').selectOption({ label: 'Pin ovality' });
    await page.getByRole('button', { name: 'Pin ovality earlier' }).click();
    await page.getByRole('checkbox', { name: 'by two' }).first().check();
    await page.getByRole('button', { name: 'Keep the route' }).click();
    await dialog.fill('Why', 'the yard wants it so');
    await dialog.done('Keep it');
    await page.waitForURL('**/library/routes/re-ring-2');
    await expect(page.locator('.sheets').nth(1)).toContainText('Pin ovality');
    await page.goto(`${server.address}/jobs/new`);
    await page.getByLabel('What is overhauled').click();
    await expect(page.getByRole('option', { name: 're-ring with pin ovality' })).toBeVisible();
  });
  await server.remove();
});
