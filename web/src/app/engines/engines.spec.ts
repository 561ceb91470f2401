import { PageUnderTest, refusal } from '../../testing/page';
import { EnginesPage } from './engines.page';

const AT = '2026-05-01T08:00:00.000Z';
const JOB = { jobId: 'a', number: 'J-1', openedAt: AT, sealedAt: null, sealDigest: null, supplements: 0 };
const ENGINE = { engineId: 'E', serial: 'M8-1', model: 'Skerrow M8-52', jobs: [JOB] };
async function opened(engines: object) {
  const page = PageUnderTest.open(EnginesPage);
  expect(page.text).toContain('Looking…');
  await page.answer('/api/engines', engines);
  return page;
}

test('an open job leads to the gate that is next, a sealed one to its record', async () => {
  const sealed = {
    ...JOB,
    jobId: 'b',
    number: 'J-0',
    sealedAt: '2026-05-20T08:00:00.000Z',
    sealDigest: 'a'.repeat(64),
    supplements: 1,
  };
  const page = await opened([{ ...ENGINE, jobs: [JOB, sealed] }]);
  const links = [...page.element.querySelectorAll<HTMLAnchorElement>('tbody a')].map(
    ({ textContent, href }) => [textContent.trim(), new URL(href).pathname],
  );
  expect(links).toEqual([
    ['J-1', '/jobs/a'],
    ['J-0', '/jobs/b/record'],
  ]);
  expect(page.text).toMatch(/J-1 ?opened 1 May 2026, open.*J-0 ?opened 1 May 2026, sealed 20 May 2026/);
});
test('where none was, it says so', async () => {
  expect((await opened([])).text).toContain('No engine has been here yet.');
});
test('a refusal is said, and not taken for an empty shop', async () => {
  const page = PageUnderTest.open(EnginesPage);
  await page.answer('/api/engines', refusal('NOT_SIGNED_IN', 'Nobody is signed in'), 401);
  expect(page.element.querySelector('[role=alert]')?.textContent).toContain('Nobody is signed in');
  expect(page.text).not.toContain('No engine has been here');
});
