import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import * as z from 'zod';
import { Api } from './api';
import type { Answer } from './api';
import { newId } from './new-id';

const shape = z.object({ rows: z.int() });
const details = {
  type: 'urn:oak-gate:problem:STALE',
  title: 'Somebody changed this',
  status: 409,
  detail: 'd',
  code: 'STALE',
  where: 'w',
  next: 'n',
  data: {},
};

describe('the way to the server', () => {
  let http: HttpTestingController;
  const ask = (): Promise<Answer<{ rows: number }>> => TestBed.inject(Api).get('/api/x', shape);
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
    http = TestBed.inject(HttpTestingController);
  });
  afterEach(() => http.verify());

  test('an answer of the right shape comes through', async () => {
    const answer = ask();
    http.expectOne('/api/x').flush({ rows: 3, more: 'is dropped' });
    expect(await answer).toEqual({ ok: true, value: { rows: 3 } });
  });
  test('an answer of another shape is said to be not understood', async () => {
    const answer = ask();
    http.expectOne('/api/x').flush({ rows: 'three' });
    expect(await answer).toMatchObject({ ok: false, problem: { code: 'NOT_UNDERSTOOD' } });
  });
  test('a refusal comes with its words', async () => {
    const answer = ask();
    http.expectOne('/api/x').flush(details, { status: 409, statusText: 'Conflict' });
    expect(await answer).toMatchObject({
      ok: false,
      problem: { code: 'STALE', title: 'Somebody changed this', where: 'w', next: 'n' },
    });
  });
  test.each([502, 503, 504])('%i is an absent server, not a refusal', async (status) => {
    const answer = ask();
    http.expectOne('/api/x').flush('', { status, statusText: 'Gone' });
    expect(await answer).toMatchObject({ ok: false, problem: { code: 'UNREACHABLE' } });
  });
  test.each([503, 507])('%i with words of this server is this server', async (status) => {
    const answer = ask();
    http.expectOne('/api/x').flush({ ...details, status, code: 'DISK_FULL' }, { status, statusText: 'Full' });
    expect(await answer).toMatchObject({ ok: false, problem: { code: 'DISK_FULL' } });
  });
  test('no connection is an absent server', async () => {
    const answer = ask();
    http.expectOne('/api/x').error(new ProgressEvent('error'));
    expect(await answer).toMatchObject({ ok: false, problem: { code: 'UNREACHABLE' } });
  });
});

test('ids are version 4 UUIDs, without the secure page that the browser asks for', () => {
  const ids = Array.from({ length: 50 }, () => newId());
  for (const id of ids) expect(z.uuid().safeParse(id).success).toBe(true);
  expect(new Set(ids).size).toBe(50);
});
