import { TestBed } from '@angular/core/testing';
import { NavigationError, RedirectCommand, Router } from '@angular/router';
import { PageUnderTest, SESSION } from '../../testing/page';
import { FreshPage, missedPage } from '../state/missed-page';
import { ownPath } from '../state/own-path';
import { AwayPage } from './away.page';

describe('a page that could not be fetched', () => {
  const loaded: string[] = [];
  function missed(to: string): PageUnderTest<AwayPage> {
    const page = PageUnderTest.open(AwayPage, { to });
    jest.spyOn(TestBed.inject(FreshPage), 'load').mockImplementation((url) => void loaded.push(url));
    return page;
  }
  beforeEach(() => {
    sessionStorage.clear();
    loaded.length = 0;
  });

  test('says so, and is fetched as soon as the server answers', async () => {
    const page = missed('/jobs/1/rings?place=x');
    expect(page.text).toContain('This page could not be fetched');
    expect(loaded).toEqual([]);
    await page.answer('/api/session', SESSION);
    expect(loaded).toEqual(['/jobs/1/rings?place=x']);
  });
  test('missed again at once, it is not fetched over and over; a person may', async () => {
    sessionStorage.setItem('oak-gate-fetched-again', String(Date.now() - 14_000));
    const page = missed('/engines');
    await page.answer('/api/session', SESSION);
    expect(loaded).toEqual([]);
    await page.click('Fetch it now');
    expect(loaded).toEqual(['/engines']);
  });
  test('long after the last time, it is', async () => {
    sessionStorage.setItem('oak-gate-fetched-again', String(Date.now() - 16_000));
    const page = missed('/engines');
    await page.answer('/api/session', SESSION);
    expect(loaded).toEqual(['/engines']);
  });
});

test.each([
  ['Failed to fetch dynamically imported module: http://x/chunk-A.js', true],
  ['error loading dynamically imported module: http://x/chunk-A.js', true],
  ['Importing a module script failed.', true],
  ["Cannot read properties of undefined (reading 'id')", false],
])('%s: the page stands in: %s', (message, standsIn) => {
  TestBed.configureTestingModule({});
  const error = new NavigationError(1, '/jobs/1/rings?place=x', new TypeError(message));
  const answer = TestBed.runInInjectionContext(() => missedPage(error));
  expect(answer instanceof RedirectCommand).toBe(standsIn);
  if (answer !== undefined) {
    const away = TestBed.inject(Router).serializeUrl(answer.redirectTo);
    expect(away).toBe('/away?to=%2Fjobs%2F1%2Frings%3Fplace%3Dx');
    expect(answer.navigationBehaviorOptions?.skipLocationChange).toBe(true);
  }
});

test.each([
  ['/jobs/1/rings?place=x', '/jobs/1/rings?place=x'],
  [undefined, '/floor'],
  ['', '/floor'],
  ['jobs/1', '/floor'],
  ['//elsewhere.example', '/floor'],
  ['/\\elsewhere.example', '/floor'],
  ['https://elsewhere.example', '/floor'],
])('a link to %s leads to %s', (link, leads) => expect(ownPath(link)).toBe(leads));
