import { hiddenParts } from '../support/geometry';
import { expect, test } from '../support/test';

const page = (body: string): string =>
  `<!doctype html><style>body{margin:0;font:16px/1.2 sans-serif}</style><body>${body}</body>`;
const LONG = 'a heading that is longer than its column is wide';

/** Each is a fault that a page of this product had once, made small; and beside it the same without the fault. */
const PLANTED: readonly (readonly [what: string, faulty: string, sound: string, said: RegExp])[] = [
  [
    'cut by its box',
    `<p style="width:80px;height:20px;overflow:hidden">${LONG}</p>`,
    `<p style="width:80px;overflow:hidden">${LONG}</p>`,
    /^text cut/,
  ],
  [
    'covered by another thing',
    '<p style="width:200px">covered</p><div style="position:absolute;top:0;left:0;width:300px;height:60px;background:#ccc"></div>',
    '<p style="width:200px">covered</p><div style="position:absolute;top:90px;left:0;width:300px;height:60px;background:#ccc"></div>',
    /^text covered/,
  ],
  [
    'run over the edge of its own box',
    `<p style="width:60px;height:40px;margin:80px 0 0;display:flex;align-items:flex-end">${LONG}</p>`,
    `<p style="width:60px;margin:80px 0 0;display:flex;align-items:flex-end">${LONG}</p>`,
    /^text \d+ px outside of its box/,
  ],
  [
    'typed into too narrow a field',
    '<p style="padding:10px"><input style="border:1px solid;width:60px" value="0.012 to 0.022" /></p>',
    '<p style="padding:10px"><input style="border:1px solid;width:260px" value="0.012 to 0.022" /></p>',
    /^field too narrow/,
  ],
  [
    'drawn out of its frame',
    '<svg viewBox="0 0 100 50" width="100" height="50"><rect x="60" y="5" width="60" height="10" /></svg>',
    '<svg viewBox="0 0 100 50" width="100" height="50"><rect x="30" y="5" width="60" height="10" /></svg>',
    /^drawing cut/,
  ],
];
test('the eye that looks over every page sees what is planted, and nothing where nothing is wrong', async ({
  page: tab,
}) => {
  for (const [what, faulty, sound, said] of PLANTED) {
    await tab.setContent(page(faulty));
    const seen = await hiddenParts(tab);
    expect(
      seen.some((each) => said.test(each)),
      `${what}: ${seen.join('; ')}`,
    ).toBe(true);
    await tab.setContent(page(sound));
    expect(await hiddenParts(tab), what).toEqual([]);
  }
});
