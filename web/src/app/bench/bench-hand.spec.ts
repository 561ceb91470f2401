import { signal } from '@angular/core';
import type { WritableSignal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideState, provideStore, Store } from '@ngrx/store';
import { nanometres, placeAt } from '@oak-gate/core';
import type { JobDraft, Problem } from '@oak-gate/core';
import { at, DemoJob } from '../../testing/demo-job';
import { person, SESSION } from '../../testing/page';
import { plannedHow, saidAsPlanned } from '../../testing/planned-how';
import { jobFeature, JobActions } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { SessionActions, sessionFeature } from '../state/session.feature';
import { BenchHand } from './bench-hand';
import { benchKeys } from './bench-keys';
import { BenchPlace } from './bench-place';

const SKIRT = at(1, 1, 'skirt');
const OIL = at(1, 3, 'skirt');

/** A hand on a bench whose desk writes to a job in memory, as the server would. */
function bench(demo = new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417')) {
  const sent: JobDraft[] = [];
  const desk = {
    refuseNext: undefined as Problem | undefined,
    handIn(command: JobDraft): Problem | undefined {
      sent.push(command);
      const refused = desk.refuseNext;
      desk.refuseNext = undefined;
      if (refused !== undefined) return refused;
      demo.do(command);
      tell();
      return undefined;
    },
  };
  TestBed.configureTestingModule({
    providers: [
      provideStore(),
      provideState(jobFeature),
      provideState(sessionFeature),
      { provide: JobDesk, useValue: desk },
      BenchHand,
      BenchPlace,
    ],
  });
  const store = TestBed.inject(Store);
  store.dispatch(JobActions.open({ jobId: 'J' }));
  const hand = TestBed.inject(BenchHand);
  function tell(): void {
    // The reducer replays entries; here the state is put in as it stands.
    for (const seen of ['job', 'judging'])
      Object.defineProperty(hand.at, seen, { value: () => demo.job, configurable: true });
  }
  tell();
  hand.at.stage.set('rings');
  hand.select(SKIRT);
  saidAsPlanned(hand, demo.job);
  return { hand, desk, sent, demo };
}
const key = (name: string, more: KeyboardEventInit = {}): KeyboardEvent =>
  new KeyboardEvent('keydown', { key: name, cancelable: true, ...more });

describe('recording', () => {
  test('what is typed is handed in at its place, and the hand goes on', () => {
    const { hand, sent, demo } = bench();
    hand.type('44/46');
    hand.record();
    expect(sent).toMatchObject([
      {
        type: 'takeReading',
        place: SKIRT,
        text: '44/46',
        unit: 'thou',
        instrument: 'FS-2',
        slip: null,
      },
    ]);
    expect(placeAt(demo.job, SKIRT).readings).toHaveLength(1);
    expect([hand.text(), hand.at.key()]).toEqual(['', at(1, 1, 'top')]);
  });
  test('with nothing typed Enter only goes on', () => {
    const { hand, sent } = bench();
    hand.record();
    expect([sent, hand.at.key()]).toEqual([[], at(1, 1, 'top')]);
  });
  test('a refusal leaves what was typed where it was', () => {
    const { hand, desk } = bench();
    desk.refuseNext = { code: 'PLACE_CONTESTED', data: { place: SKIRT } };
    hand.type('44/46');
    hand.record();
    expect([hand.text(), hand.at.key(), hand.problemWords()?.title]).toEqual([
      '44/46',
      SKIRT,
      'Readings of this place contradict each other',
    ]);
  });
  test('inches in a thou field take Enter twice', () => {
    const { hand, sent } = bench();
    hand.type('0.044/0.046');
    hand.record();
    expect([hand.asking()?.kind, sent]).toEqual(['inches', []]);
    hand.record();
    expect(sent).toHaveLength(1);
  });
  test('a slip is offered first; the choice goes into the record', () => {
    const { hand, sent } = bench();
    hand.type('440/46');
    hand.record();
    expect([hand.asking()?.kind, sent]).toEqual(['slip', []]);
    hand.settleSlip('reread');
    expect(hand.text()).toBe('44/46');
    hand.record();
    expect(sent).toMatchObject([{ text: '44/46', slip: 'reread' }]);
  });
  test('a question is asked before the reading counts, and its answer holds for the ring', () => {
    const { hand, sent } = bench();
    hand.select(OIL);
    hand.type('18/20');
    hand.record();
    expect([hand.asking()?.kind, sent]).toEqual(['question', []]);
    hand.answerQuestion('expanderOut', 'yes');
    hand.record();
    expect(sent).toMatchObject([{ answers: [{ question: 'expanderOut', answer: 'yes' }] }]);
    expect(hand.at.key()).toBe(at(1, 3, 'topOil'));
    expect(hand.questions()[0]?.answer).toBe('yes');
  });
  test('a size that contradicts the one that is there asks for one of four reasons', () => {
    const { hand, sent, demo } = bench();
    demo.take(SKIRT, '50+');
    hand.type('44/46');
    // The desk answers as core does.
    (TestBed.inject(JobDesk) as unknown as { refuseNext: Problem }).refuseNext = {
      code: 'PLACE_HAS_READING',
      data: { place: SKIRT, text: '50+' },
    };
    hand.record();
    expect(hand.asking()).toMatchObject({ kind: 'correct', text: '50+', instead: true });
    hand.correct(3);
    expect(sent.at(-1)).toMatchObject({
      type: 'correctReading',
      reason: 'wrongBlade',
      instead: { text: '44/46' },
    });
  });
});

/** Nobody has chosen a place: the bench is as it opens from the Floor. */
const openBySelf = (hand: BenchHand): void => {
  (Reflect.get(hand.at, 'chosen') as WritableSignal<string | undefined>).set(undefined);
};

describe('the hand moves by the person alone', () => {
  /** A bench that opens by itself, as from the Floor, on a job whose story other tablets go on with. */
  function opened(demo = new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417')) {
    const all = bench(demo);
    const job = signal(demo.job);
    Object.defineProperty(all.hand.at, 'job', { value: job, configurable: true });
    const tell = () => job.set(demo.job);
    all.desk.handIn = (command: JobDraft) => {
      all.sent.push(command);
      demo.do(command);
      tell();
      return undefined;
    };
    return { ...all, tell };
  }
  const OPENING = at(1, 1, 'skirt');
  const SECOND = at(1, 1, 'top');
  test('a reading at the place where the bench opened goes on by one place', () => {
    const { hand, sent } = opened();
    openBySelf(hand);
    expect(hand.at.key()).toBe(OPENING);
    hand.type('44/46');
    hand.record();
    expect(sent).toMatchObject([{ place: OPENING }]);
    expect(hand.at.key()).toBe(SECOND);
  });
  test('another tablet that records there moves neither the hand nor what is typed, and is said', () => {
    const { hand, sent, desk, demo, tell } = opened();
    openBySelf(hand);
    hand.type('44/');
    demo.take(OPENING, '50+');
    tell();
    expect([hand.at.key(), hand.text()]).toEqual([OPENING, '44/']);
    expect(hand.changed()).toMatch(/recorded 50\+ here while you typed/);
    // Handed in as it was seen: whether two people measured it is decided where all of it is known.
    desk.handIn = (command) => {
      sent.push(command);
      return undefined;
    };
    hand.type('44/46');
    hand.record();
    expect(sent).toMatchObject([{ place: OPENING, text: '44/46' }]);
  });
  test('what one recorded oneself from another tablet is not said to be kept beside what is typed', () => {
    const { hand, demo, tell } = opened();
    const { by } = demo.take(SECOND, '50+').job.places.get(SECOND)!.readings[0]!;
    const ivo = { ...person(by.name, 'technician'), id: by.id };
    TestBed.inject(Store).dispatch(SessionActions.told({ view: { ...SESSION, person: ivo } }));
    tell();
    hand.type('44/');
    demo.take(OPENING, '50+');
    tell();
    expect(hand.changed()).toMatch(/^You recorded 50\+ here from another tablet/);
    expect(hand.changed()).not.toContain('as well');
  });
  test('what is typed is based on the moment in which it was begun', () => {
    const { hand, desk, demo, tell } = opened();
    const seen: number[] = [];
    desk.handIn = ((_command: JobDraft, at: { seq: number }) => {
      seen.push(at.seq);
      return undefined;
    }) as never;
    const begun = demo.job.seq;
    hand.type('44/46');
    demo.take(SECOND, '50+');
    tell();
    hand.record();
    expect(seen).toEqual([begun]);
    expect(demo.job.seq).toBeGreaterThan(begun);
  });
  test('moving away keeps what is typed with its place, and brings it to no other', () => {
    const { hand } = opened();
    hand.type('44/');
    hand.move('next');
    expect([hand.at.key(), hand.text()]).toEqual([SECOND, '']);
    hand.type('12');
    hand.move('back');
    expect(hand.text()).toBe('44/');
    hand.select(SECOND);
    expect(hand.text()).toBe('12');
    hand.clear();
    expect(hand.text()).toBe('');
    hand.select(OPENING);
    expect(hand.text()).toBe('44/');
  });
  test('what one person typed is nobody else’s', () => {
    const { hand } = opened();
    const store = TestBed.inject(Store);
    const take = (name: string) =>
      store.dispatch(SessionActions.told({ view: { ...SESSION, person: person(name, 'technician') } }));
    take('Ivo');
    hand.type('44/');
    take('Sanna');
    expect(hand.text()).toBe('');
    take('Ivo');
    expect(hand.text()).toBe('44/');
  });
  test('a refusal that comes late is put back at its place, and the hand stays', () => {
    const { hand } = opened();
    hand.select(SECOND);
    hand.type('1');
    const command = { type: 'takeReading' as const, place: OPENING, text: '44/46' };
    TestBed.inject(Store).dispatch(
      JobActions.refused({
        id: 'x',
        command: command as never,
        problem: { code: 'STALE', title: 'Somebody was faster', where: 'w', next: 'n' },
      }),
    );
    hand.restore();
    expect([hand.at.key(), hand.text(), hand.refusedAt()]).toEqual([SECOND, '1', OPENING]);
    hand.dismiss();
    expect([hand.text(), hand.refusal()]).toEqual(['1', undefined]);
    hand.select(OPENING);
    expect(hand.text()).toBe('44/46');
  });
});

describe('after a good entry', () => {
  test('its verdict is said, large, until the next key', () => {
    const { hand } = bench();
    hand.type('44/46');
    hand.record();
    expect(hand.said()).toMatchObject({ place: SKIRT, text: '44/46', verdict: 'in' });
    hand.type('1');
    expect(hand.said()).toBeUndefined();
  });
  test('a refused one is not said', () => {
    const { hand, desk } = bench();
    desk.refuseNext = { code: 'PLACE_CONTESTED', data: { place: SKIRT } };
    hand.type('44/46');
    hand.record();
    expect(hand.said()).toBeUndefined();
  });
  test('behind the last place it is said what is left, and Enter leads there', () => {
    const { hand } = bench();
    for (let step = 0; step < 100 && hand.end() === undefined; step++) hand.record();
    const { open, first, typed } = hand.end()!;
    expect([open > 20, typed, first]).toEqual([true, 0, SKIRT]);
    hand.record();
    expect([hand.at.key(), hand.end()]).toEqual([SKIRT, undefined]);
    hand.type('44/');
    for (let step = 0; step < 100 && hand.end() === undefined; step++) hand.move('next');
    expect(hand.end()).toMatchObject({ typed: 1, first: SKIRT });
  });
});

describe('the ladder', () => {
  test('goes and stops put the entry together', () => {
    const { hand } = bench();
    hand.answerBlade(true);
    expect(hand.text()).toBe('40+');
    hand.answerBlade(false);
    expect(hand.text()).toBe('40/52');
    expect(hand.marked()).toBeUndefined();
  });
  test('where one stopped and none is known to go, a thinner one is marked and never the one that stopped', () => {
    const { hand } = bench();
    hand.type('<40');
    expect([hand.marked() !== undefined, hand.marked()! < nanometres(1_016_000)]).toEqual([true, true]);
  });
  test('a bracket that is not proven is gone on with', () => {
    const { hand, demo } = bench();
    demo.take(SKIRT, '50+');
    hand.answerBlade(false);
    expect(hand.text()).toBe('50/52');
  });
});

describe('keys', () => {
  function press(setup: ReturnType<typeof bench>, event: KeyboardEvent) {
    const calls: string[] = [];
    benchKeys(event, {
      hand: setup.hand,
      focus: () => calls.push('focus'),
      help: () => calls.push('help'),
      fit: () => calls.push('fit'),
      pad: () => calls.push('pad'),
      lookUp: () => calls.push('lookUp'),
      draw: () => 0,
      sayHow: () => calls.push('sayHow'),
      hideLimits: () => calls.push('hideLimits'),
      raise: () => calls.push('raise'),
      lookAtSet: () => calls.push('lookAtSet'),
      turnRoute: () => calls.push('turnRoute'),
    });
    return { calls, prevented: event.defaultPrevented };
  }
  test('digits go to the bar, letters of units too; commands do what they say', () => {
    const setup = bench();
    expect(press(setup, key('4'))).toEqual({ calls: ['focus'], prevented: false });
    expect(press(setup, key('m'))).toEqual({ calls: ['focus'], prevented: false });
    expect(press(setup, key('?'))).toEqual({ calls: ['help'], prevented: true });
    expect(press(setup, key('p'))).toEqual({ calls: ['pad'], prevented: true });
    expect(press(setup, key('l'))).toEqual({ calls: ['lookUp'], prevented: true });
    expect(press(setup, key('q'))).toEqual({ calls: ['raise'], prevented: true });
    press(setup, key('G'));
    expect(setup.hand.text()).toBe('40+');
    press(setup, key('Escape'));
    expect(setup.hand.text()).toBe('');
  });
  test('yes, said again of a ring that has it said already, is no part of a figure', () => {
    const setup = bench();
    setup.hand.select(OIL);
    expect(press(setup, key('y')).prevented).toBe(true);
    expect(setup.hand.questions()[0]?.answer).toBe('yes');
    expect(press(setup, key('y')).prevented).toBe(true);
    expect(setup.hand.text()).toBe('');
  });
  test('what the browser or another field needs is left alone', () => {
    const setup = bench();
    expect(press(setup, key('c', { ctrlKey: true })).prevented).toBe(false);
    const field = document.body.appendChild(document.createElement('textarea'));
    const event = key('g');
    field.dispatchEvent(event);
    Object.defineProperty(event, 'target', { value: field });
    press(setup, event);
    expect(setup.hand.text()).toBe('');
  });
  test('Ctrl+Z asks why, and a digit answers', () => {
    const setup = bench();
    setup.hand.type('44/46');
    setup.hand.record();
    press(setup, key('z', { ctrlKey: true }));
    expect(setup.hand.asking()).toMatchObject({
      kind: 'correct',
      place: SKIRT,
      text: '44/46',
      instead: false,
    });
    press(setup, key('1'));
    expect(setup.sent.at(-1)).toMatchObject({ type: 'correctReading', reason: 'typing', instead: null });
  });
});

test('what is taken elsewhere is said to be kept as void, also where it is put in the place of another', () => {
  const { hand, demo } = bench();
  const ringGap = hand.at.characteristic()!;
  const planned = plannedHow(demo.job, ringGap);
  const skirt = planned.depths!['skirt']!;
  const elsewhere = { ...planned, depths: { ...planned.depths, skirt: { ...skirt, text: '1.5' } } };
  hand.sayHow('ringGap', elsewhere);
  hand.type('44/46');
  hand.record();
  expect([hand.isElsewhere(), hand.asking()?.kind]).toEqual([true, 'void']);
  hand.record();
  expect(hand.said()).toMatchObject({ verdict: 'void', words: 'kept as void' });
  expect(demo.job.places.get(SKIRT)?.readings[0]).toMatchObject({ status: 'void', text: '44/46' });
  // One that counts, put right by another that was taken elsewhere.
  hand.sayHow('ringGap', planned);
  hand.select(SKIRT);
  hand.type('44/46');
  hand.record();
  hand.sayHow('ringGap', elsewhere);
  hand.select(SKIRT);
  hand.type('42/44');
  hand.asking.set({
    ...({ kind: 'correct', place: SKIRT, text: '44/46', instead: true } as const),
    reading: demo.job.places.get(SKIRT)!.readings.at(-1)!.seq,
  });
  hand.correct(1);
  expect(hand.said()).toMatchObject({ verdict: 'void', words: 'kept as void' });
});

describe('a second look', () => {
  test('what cannot be true beside the first is kept beside it on one key, and an inspector decides', () => {
    const { hand, desk, sent, demo } = bench();
    demo.take(SKIRT, '44/46');
    hand.type('50/52');
    expect(hand.understood()?.contradicts).toBe('44/46');
    desk.refuseNext = { code: 'PLACE_HAS_READING', data: { place: SKIRT, text: '44/46' } };
    hand.record();
    expect(hand.asking()).toMatchObject({ kind: 'correct', instead: true });
    benchKeys(key('5'), { hand } as never);
    expect(sent.at(-1)).toMatchObject({ type: 'takeReading', place: SKIRT, text: '50/52', keepBoth: true });
    expect([placeAt(demo.job, SKIRT).contested.length, hand.said()?.verdict]).toEqual([2, 'contested']);
  });
  test('what agrees is said to agree, and which one decides', () => {
    const { hand, demo } = bench();
    demo.take(SKIRT, '44/46');
    hand.type('44/50');
    expect(hand.understood()?.words).toContain('with 44/46 from before 44/46');
    hand.type('44/46');
    expect(hand.understood()?.words).toContain('agrees with 44/46');
    hand.record();
    expect(placeAt(demo.job, SKIRT).readings.map(({ status }) => status)).toEqual(['refined', 'current']);
  });
});

test('the fifth reading that is alike is asked about once, and the second Enter records it', () => {
  const { hand, sent } = bench();
  TestBed.inject(Store).dispatch(
    SessionActions.told({ view: { ...SESSION, person: { ...person('Ivo', 'technician'), id: 'ivo' } } }),
  );
  const places = [1, 2, 3, 4].map((cylinder) => at(cylinder, 1, 'skirt'));
  const take = (place: string, text = '44/46') => {
    hand.select(place);
    hand.type(text);
    hand.record();
  };
  for (const place of places) take(place);
  expect(sent).toHaveLength(4);
  take(at(1, 2, 'skirt'));
  expect([sent.length, hand.asking(), hand.text()]).toEqual([
    4,
    { kind: 'alike', which: 'fiveAlike' },
    '44/46',
  ]);
  hand.record();
  expect([sent.length, hand.asking()]).toEqual([5, undefined]);
  take(at(2, 2, 'skirt'));
  expect(sent).toHaveLength(6);
});
