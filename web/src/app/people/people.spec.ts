import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { PageUnderTest, person, refusal, SESSION } from '../../testing/page';
import { UNREACHABLE } from '../state/api';
import { SessionActions } from '../state/session.feature';
import { isPersonComplete, NEW_PERSON, personBody } from './person-form';
import { ShopPage } from './shop.page';
import { SignInPage } from './sign-in.page';

describe('the sign-in page', () => {
  const nobody = { ...SESSION, person: null };
  test('lists who works here, not who left, and the PIN only in the demo', () => {
    const page = PageUnderTest.open(SignInPage, {}, nobody);
    expect(
      [...page.element.querySelectorAll('.person')].map((each) =>
        each.textContent.replace(/\s+/g, ' ').trim(),
      ),
    ).toEqual(['TTeosteward, manager', 'IIvotechnician']);
    expect(page.text).not.toContain('demo');
    expect(page.element.querySelector('[name=pin]')).toBeNull();
  });
  test('in the demo the PIN is shown', () => {
    expect(PageUnderTest.open(SignInPage, {}, { ...nobody, demoPin: '5821' }).text).toContain('5821');
  });
  test('a wrong PIN says how many tries are left and is not kept in the field', async () => {
    const page = PageUnderTest.open(SignInPage, {}, nobody);
    await page.click('Ivo');
    await page.type('pin', '0000');
    page.element.querySelector('form')!.dispatchEvent(new Event('submit'));
    await page.settle();
    const sent = page.http.expectOne('/api/session');
    expect(sent.request.body).toEqual({ person: 'ivo', pin: '0000' });
    sent.flush(
      { ...refusal('PIN_WRONG', 'The PIN is wrong'), next: 'Try again: 4 tries left before a pause.' },
      { status: 403, statusText: 'Forbidden' },
    );
    await page.settle();
    expect(page.element.querySelector('[role=alert]')?.textContent).toContain('4 tries left');
    expect(page.element.querySelector<HTMLInputElement>('[name=pin]')?.value).toBe('');
  });
  test.each([
    ['/jobs/7/rings', SESSION, '/jobs/7/rings'],
    [undefined, SESSION, '/floor'],
    ['/jobs/7/rings', { ...SESSION, shop: null, person: null }, '/set-up'],
    ['/jobs/7/rings', nobody, undefined],
  ])(
    'somebody on the way to %s whom it met because the server was away goes on when it is back',
    async (back, view, leads) => {
      const page = PageUnderTest.open(SignInPage, { back }, SESSION, [
        SessionActions.failed({ problem: UNREACHABLE }),
      ]);
      const went = jest.spyOn(TestBed.inject(Router), 'navigateByUrl').mockResolvedValue(true);
      expect(page.text).toContain('The server cannot be reached');
      TestBed.inject(Store).dispatch(SessionActions.told({ view }));
      await page.settle();
      expect(went.mock.calls.map(([to]) => to)).toEqual(leads === undefined ? [] : [leads]);
    },
  );
  test('somebody who is signed in and comes here stays: another may sign in', async () => {
    const page = PageUnderTest.open(SignInPage);
    const went = jest.spyOn(TestBed.inject(Router), 'navigateByUrl');
    await page.settle();
    expect(went).not.toHaveBeenCalled();
  });
});

describe('the shop page', () => {
  test('a manager may add people and change them; others only read', () => {
    expect(PageUnderTest.open(ShopPage).button('Add a person')).toBeDefined();
  });
  test('a technician sees who is who, and no buttons for it', () => {
    const page = PageUnderTest.open(ShopPage, {}, { ...SESSION, person: person('Ivo', 'technician') });
    expect([page.button('Add a person'), page.button('New PIN')]).toEqual([undefined, undefined]);
    expect(page.text).toContain('Goneleft');
    expect(page.text).toContain('always another person');
  });
});

test.each<[object, boolean]>([
  [{ name: 'Ivo', pin: '5821' }, true],
  [{ name: 'Ivo', pin: '1234' }, false],
  [{ name: 'Ivo', pin: 'two oars and a bucket' }, true],
  [{ name: ' ', pin: '5821' }, false],
  [{ name: 'Ivo', pin: '123' }, false],
  [{ name: 'Ivo', pin: '1234567890123' }, true],
  [{ name: 'Ivo', pin: '5'.repeat(65) }, false],
  [{ name: 'Ivo', pin: '12a4' }, false],
  [{ name: 'Ivo', pin: '5821', roles: [] }, false],
])('%j may be sent: %s', (change, complete) =>
  expect(isPersonComplete({ ...NEW_PERSON, ...change })).toBe(complete),
);
test('a person is sent trimmed, without an authorisation where there is none', () => {
  expect(personBody({ ...NEW_PERSON, name: ' Ivo ', authorisation: ' ' })).toEqual({
    name: 'Ivo',
    roles: ['technician'],
    authorisation: null,
  });
});
