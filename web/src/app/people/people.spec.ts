import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { PageUnderTest, person, refusal, SESSION } from '../../testing/page';
import { UNREACHABLE } from '../state/api';
import { SessionActions } from '../state/session.feature';
import { missingOfPerson, NEW_PERSON, personBody } from './person-form';
import { OwnPinPage } from './own-pin.page';
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
    ).toEqual(['T Teo steward, manager', 'I Ivo technician']);
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
  test('everybody changes his own PIN, and a manager gives another one to the others', () => {
    const rows = (view = SESSION) =>
      [...PageUnderTest.open(ShopPage, {}, view).element.querySelectorAll('.acts')].map((each) =>
        [...each.querySelectorAll('.action')].map((act) => act.textContent.trim()).join(' '),
      );
    expect(rows()).toEqual([
      'Change my PIN Roles Leaves',
      'New PIN Roles Leaves',
      'New PIN Roles Comes back',
    ]);
    TestBed.resetTestingModule();
    expect(rows({ ...SESSION, person: person('Ivo', 'technician') })).toEqual(['', 'Change my PIN', '']);
  });
  const doubt = {
    clock: '2098-01-01T00:00:00.000Z',
    expected: '2026-06-01T08:00:00.000Z',
    because: 'jumped' as const,
  };
  test('a clock in doubt is said to everybody, and confirmed by a manager', () => {
    const page = PageUnderTest.open(ShopPage, {}, { ...SESSION, clockInDoubt: doubt });
    expect(page.text).toContain('it says 2098-01-01 00:00 UTC, and it should be 2026-06-01 08:00 UTC');
    expect(page.button('The clock is right now')).toBeDefined();
    TestBed.resetTestingModule();
    const ivo = { ...SESSION, person: person('Ivo', 'technician'), clockInDoubt: doubt };
    const other = PageUnderTest.open(ShopPage, {}, ivo);
    expect([other.text.includes('2098-01-01'), other.button('The clock is right now')]).toEqual([
      true,
      undefined,
    ]);
  });
  test('a clock that is believed is not spoken of', () => {
    expect(PageUnderTest.open(ShopPage).text).not.toContain('clock');
  });
  test('a technician sees who is who, and no buttons for it', () => {
    const page = PageUnderTest.open(ShopPage, {}, { ...SESSION, person: person('Ivo', 'technician') });
    expect([page.button('Add a person'), page.button('New PIN')]).toEqual([undefined, undefined]);
    expect(page.text).toContain('Goneleft');
    expect(page.text).toContain('always another person');
  });
});

describe('one’s own PIN', () => {
  const fill = async (page: PageUnderTest<OwnPinPage>, pin: string, next: string, again: string) => {
    await page.type('pin', pin);
    await page.type('next', next);
    await page.type('again', again);
  };
  const send = async (page: PageUnderTest<OwnPinPage>) => {
    page.element.querySelector('form')!.dispatchEvent(new Event('submit'));
    await page.settle();
  };
  test('whoever was given one has no way round it; whoever changes it may leave it', () => {
    const first = PageUnderTest.open(OwnPinPage, {}, { ...SESSION, pinToChoose: true });
    expect([first.text.includes('Somebody else knows the PIN'), first.button('Leave it as it is')]).toEqual([
      true,
      undefined,
    ]);
    TestBed.resetTestingModule();
    const later = PageUnderTest.open(OwnPinPage);
    expect([later.text.includes('Somebody else'), later.button('Leave it as it is') !== undefined]).toEqual([
      false,
      true,
    ]);
  });
  test.each([
    ['', '5821', '5821', false],
    ['8265', '5821', '5822', false],
    ['8265', '1234', '1234', false],
    ['8265', '5821', '5821', true],
  ])('%s, %s, %s may be sent: %s', async (pin, next, again, may) => {
    const page = PageUnderTest.open(OwnPinPage);
    await fill(page, pin, next, again);
    expect(page.button('This is my PIN')?.disabled).toBe(!may);
  });
  test('a lost answer is asked for by the same command, a refusal by another; then one goes where one wanted to', async () => {
    const page = PageUnderTest.open(OwnPinPage, { back: '/jobs/7/rings' });
    const went = jest.spyOn(TestBed.inject(Router), 'navigateByUrl').mockResolvedValue(true);
    await fill(page, '8265', '5821', '5821');
    const ids: string[] = [];
    const asked = async () => {
      await send(page);
      const one = page.http.expectOne('/api/session/pin');
      ids.push((one.request.body as { id: string }).id);
      return one;
    };
    (await asked()).error(new ProgressEvent('error'));
    await page.settle();
    (await asked()).flush(refusal('PIN_WRONG', 'The PIN is wrong'), { status: 403, statusText: 'Forbidden' });
    await page.settle();
    expect(page.element.querySelector('[role=alert]')?.textContent).toContain('The PIN is wrong');
    (await asked()).flush({ person: SESSION.person });
    await page.settle();
    page.http.expectOne('/api/session').flush(SESSION);
    await page.settle();
    expect([ids[0] === ids[1], ids[1] === ids[2]]).toEqual([true, false]);
    expect(went).toHaveBeenCalledWith('/jobs/7/rings');
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
  expect(missingOfPerson({ ...NEW_PERSON, ...change }).length === 0).toBe(complete),
);
test('a person is sent trimmed, without an authorisation where there is none', () => {
  expect(personBody({ ...NEW_PERSON, name: ' Ivo ', authorisation: ' ' })).toEqual({
    name: 'Ivo',
    roles: ['technician'],
    authorisation: null,
  });
});
