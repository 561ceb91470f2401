import { join } from 'node:path';
import { signIn } from '../support/pages';
import { root, runProgram, Server } from '../support/server';
import { expect, test } from '../support/test';

const certificate = join(root, 'e2e/src/faults/certificate/only-for-tests.pem');
const key = join(root, 'e2e/src/faults/certificate/only-for-tests.key.pem');

test.describe('with a certificate of its own', () => {
  test.use({ ignoreHTTPSErrors: true });
  test('the server speaks HTTPS, and its cookie goes by nothing else', async ({ page }) => {
    const server = await new Server().seed().start('--cert', certificate, '--cert-key', key);
    expect(server.address).toMatch(/^https:/);
    const answer = await page.goto(`${server.address}/sign-in`);
    expect(answer?.headers()['strict-transport-security']).toMatch(/^max-age=\d+$/);
    await signIn(page, server.address, 'Ivo Marrable');
    await expect(page.getByRole('row', { name: /J-2041/ })).toBeVisible();
    const [cookie] = await page.context().cookies();
    expect(cookie).toMatchObject({ secure: true, httpOnly: true, sameSite: 'Strict' });
    await server.remove();
  });
});
test('a certificate that is not there is said, and nothing is served', () => {
  const wrong = runProgram('main.mjs', '--data', 'x', '--port', '0', '--cert', 'no.pem', '--cert-key', key);
  expect([wrong.code, wrong.output]).toEqual([1, expect.stringContaining('no.pem cannot be read')]);
});
