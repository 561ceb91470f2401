import type { DestroyRef } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { Router } from '@angular/router';
import { provideState, provideStore, Store } from '@ngrx/store';
import { refusal, SESSION } from '../../testing/page';
import { SessionActions, sessionFeature } from '../state/session.feature';
import { Asker } from './asker';
import { ChangeHands } from './change-hands';
import { IdleWatch } from './idle-watch';

type Ask = Parameters<Asker['ask']>[0];
const IVO = { id: 'ivo', name: 'Ivo', roles: ['technician'], authorisation: null };
let asks: Ask[];
function opened(session = SESSION): void {
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      provideStore(),
      provideState(sessionFeature),
    ],
  });
  TestBed.inject(Store).dispatch(SessionActions.told({ view: session }));
  asks = [];
  jest.spyOn(TestBed.inject(Asker), 'ask').mockImplementation((ask) => {
    asks.push(ask);
    return Promise.resolve(true);
  });
}
const personHere = () => TestBed.inject(Store).selectSignal(sessionFeature.selectPerson)()?.name;

describe('changing hands', () => {
  test('offers who works here, not who left; the PIN is shown in the demo only', async () => {
    opened();
    await TestBed.inject(ChangeHands).start();
    expect(asks[0]?.fields[0]?.options?.map(({ label }) => label)).toEqual([
      'Teo, steward, manager',
      'Ivo, technician',
    ]);
    expect(asks[0]?.lines?.join(' ')).not.toContain('PIN');
    TestBed.resetTestingModule();
    opened({ ...SESSION, demoPin: '5821' });
    await TestBed.inject(ChangeHands).start();
    expect(asks[0]?.lines?.join(' ')).toContain('5821');
  });
  test('the person changes when the server says so, and not before', async () => {
    opened();
    await TestBed.inject(ChangeHands).start();
    const http = TestBed.inject(HttpTestingController);
    const wrong = asks[0]!.act({ person: 'ivo', pin: '0000' });
    http
      .expectOne('/api/session')
      .flush(refusal('PIN_WRONG', 'The PIN is wrong'), { status: 403, statusText: 'Forbidden' });
    expect([(await wrong)?.code, personHere()]).toEqual(['PIN_WRONG', 'Teo']);
    const right = asks[0]!.act({ person: 'ivo', pin: '4711' });
    http.expectOne('/api/session').flush({ person: IVO, pinToChoose: false });
    expect([await right, personHere()]).toEqual([undefined, 'Ivo']);
  });
  test.each([true, false])('whoever has a PIN to choose (%s) is led there first', async (pinToChoose) => {
    opened();
    const went = jest.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
    const closed: { then?: (changed: boolean) => void } = {};
    jest.spyOn(TestBed.inject(Asker), 'ask').mockImplementation((ask) => {
      asks.push(ask);
      return new Promise((done) => {
        closed.then = done;
      });
    });
    const changing = TestBed.inject(ChangeHands).start();
    const act = asks[0]!.act({ person: 'ivo', pin: '8265' });
    TestBed.inject(HttpTestingController).expectOne('/api/session').flush({ person: IVO, pinToChoose });
    await act;
    closed.then?.(true);
    await changing;
    expect(went.mock.calls.flatMap(([to]) => to as string[])).toEqual(pinToChoose ? ['/own-pin'] : []);
  });
});

describe('a tablet that nobody touched', () => {
  let ends: () => void;
  function watched(session = SESSION): void {
    opened(session);
    const destroyed: Pick<DestroyRef, 'onDestroy'> = {
      onDestroy: (done) => {
        const before = ends;
        ends = () => {
          before();
          done();
        };
        return () => undefined;
      },
    };
    TestBed.inject(IdleWatch).watch(destroyed as DestroyRef);
  }
  /** A key at that minute; whether the page got it. */
  function key(minute: number): boolean {
    jest.setSystemTime(minute * 60_000);
    return document.dispatchEvent(new KeyboardEvent('keydown', { key: '1', cancelable: true }));
  }
  beforeEach(() => {
    jest.useFakeTimers({ now: 0 });
    ends = () => undefined;
  });
  afterEach(() => {
    ends();
    jest.useRealTimers();
  });
  test.each([
    [9, true, 0],
    [10, true, 0],
    [10.1, false, 1],
    [300, false, 1],
  ])('for %s minutes: the key goes through: %s', (minutes, through, asked) => {
    watched();
    expect([key(minutes), asks.length]).toEqual([through, asked]);
  });
  test('is not asked again while it is worked on, and asks for the person who was here last first', () => {
    watched();
    expect([key(8), key(16), key(24), asks.length]).toEqual([true, true, true, 0]);
    key(40);
    expect(asks[0]?.fields[0]).toMatchObject({ key: 'person', value: 'teo' });
  });
  test('asks nobody where nobody is signed in, and nothing after its page is gone', () => {
    watched({ ...SESSION, person: null });
    expect([key(60), asks.length]).toEqual([true, 0]);
    ends();
    TestBed.inject(Store).dispatch(SessionActions.told({ view: SESSION }));
    expect([key(120), asks.length]).toEqual([true, 0]);
  });
});
