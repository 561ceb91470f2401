import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readRecordFile } from '@oak-gate/contract';
import { leadsTo, verifyRecord } from '@oak-gate/core';
import type { RecordFile } from '@oak-gate/core';
import { PageUnderTest, SESSION } from '../../testing/page';
import { checkSignature } from './check-signature';
import { VerifyPage } from './verify.page';

const text = readFileSync(join(__dirname, '../../../../server/test/golden/format-4/record.json'), 'utf8');
const record = ((): RecordFile => {
  const found = readRecordFile(text);
  if (!found.ok) throw new Error('no record');
  return found.file;
})();
const withKeys = (...keys: string[]) => ({ ...SESSION, shop: { ...SESSION.shop!, keys } });
/** A page onto which a file was dropped. */
async function dropped(content: string | Uint8Array, view = withKeys(record.key.keyId)) {
  const page = PageUnderTest.open(VerifyPage, {}, view);
  const file = new File([content as BlobPart], 'record.json');
  // jsdom has no reading of files as bytes.
  const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content;
  Object.defineProperty(file, 'arrayBuffer', { value: () => Promise.resolve(bytes) });
  const drop = new Event('drop');
  Object.defineProperty(drop, 'dataTransfer', { value: { files: [file] } });
  page.element.querySelector('.drop')!.dispatchEvent(drop);
  await page.settle();
  await page.settle();
  return page;
}
const edited = (edit: (file: RecordFile) => unknown): string => {
  const file = JSON.parse(text) as RecordFile;
  return JSON.stringify(edit(file));
};

test('signatures hold here as they do on the server, and a changed byte of any part does not', () => {
  expect(verifyRecord(record, checkSignature).faults).toEqual([]);
  const { seal, key } = record;
  const other = seal.signature.value.replace(/^./, (first) => (first === 'A' ? 'B' : 'A'));
  expect(checkSignature('x', seal.signature, key)).toBe(false);
  for (const value of [other, '', '!', seal.signature.value.slice(4)])
    expect(
      verifyRecord({ ...record, seal: { ...seal, signature: { ...seal.signature, value } } }, checkSignature)
        .consistent,
    ).toBe(false);
  for (const spki of ['', key.spki.slice(4), key.spki.replace('MCow', 'MCox')])
    expect(verifyRecord({ ...record, key: { ...key, spki } }, checkSignature).consistent).toBe(false);
});
test('one key leads to another only by signed changes', () => {
  const [change] = record.keyChanges ?? [];
  expect(leadsTo(record, change!.from, checkSignature)).toBe(true);
  expect(leadsTo(record, 'somebody', checkSignature)).toBe(false);
  const unsigned = { ...record, keyChanges: [{ ...change!, signatures: null }] };
  expect(leadsTo(unsigned, change!.from, checkSignature)).toBe(false);
});

test('a record of this shop is consistent, with its title, its digest and its count', async () => {
  const page = await dropped(text);
  expect(page.element.querySelector('h2')?.textContent).toBe('This record is consistent');
  expect(page.text).toContain(record.seal.hash);
  expect(page.text).toContain(`closes ${record.seal.length} entries`);
});
test('sealed by another key it says so before anything else', async () => {
  const page = await dropped(text, withKeys('ffffffffffffffff'));
  expect(page.element.querySelector('h2')?.textContent).toBe('Another key sealed this record');
});
test('with the key of the print, a record of another shop is held against that one', async () => {
  const page = await dropped(text, withKeys('ffffffffffffffff'));
  await page.type('key', record.key.keyId.toUpperCase());
  await page.settle();
  expect(page.element.querySelector('h2')?.textContent).toBe('This record is consistent');
});
test('a figure that was changed does not verify, and what does not follow is said', async () => {
  const page = await dropped(text.replace('"text":"44/46"', '"text":"46/48"'));
  expect(page.element.querySelector('h2')?.textContent).toBe('This record does not verify');
  expect(page.text).toMatch(/Entry \d+ \(readingTaken\) does not follow/);
});
test.each<[string, string | Uint8Array, RegExp]>([
  ['no JSON', '{"format"', /not a record/],
  ['another file', '{"format":"x"}', /not a record/],
  ['no text', new Uint8Array([0xff, 0xfe, 0x00]), /not text in UTF-8/],
  ['nothing', '', /not a record/],
  ['without its seal', edited(({ seal: _, ...file }) => file), /not a record/],
])('%s: said in words, and another file can be chosen', async (_why, content, words) => {
  const page = await dropped(content);
  expect(page.element.querySelector('[role=alert]')?.textContent).toMatch(words);
  expect(page.element.querySelector('.result')).toBeNull();
  expect(page.element.querySelector('input[type=file]')).not.toBeNull();
});
