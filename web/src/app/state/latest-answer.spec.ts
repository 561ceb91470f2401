import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { latestAnswer } from './latest-answer';

describe('the answer to the latest question', () => {
  const question = signal<string | undefined>(undefined);
  let waiting: Map<string, (answer: string) => void>;
  let taken: [string, string][];

  @Component({ template: '', changeDetection: ChangeDetectionStrategy.OnPush })
  class Asking {
    constructor() {
      latestAnswer(
        question,
        (asked) => new Promise<string>((answer) => waiting.set(asked, answer)),
        (answer, asked) => taken.push([asked, answer]),
      );
    }
  }
  const open = () => {
    const fixture = TestBed.createComponent(Asking);
    fixture.detectChanges();
    return fixture;
  };
  async function ask(word: string | undefined): Promise<void> {
    question.set(word);
    await settled();
  }
  async function settled(): Promise<void> {
    TestBed.tick();
    await Promise.resolve();
    await Promise.resolve();
  }
  async function answer(word: string): Promise<void> {
    waiting.get(word)?.(`about ${word}`);
    await settled();
  }
  beforeEach(() => {
    waiting = new Map();
    taken = [];
    question.set(undefined);
  });

  test('nothing is asked while there is no question', () => {
    open();
    expect(waiting.size).toBe(0);
  });
  test('each question gets its own answer', async () => {
    open();
    await ask('a');
    await answer('a');
    await ask('b');
    await answer('b');
    expect(taken).toEqual([
      ['a', 'about a'],
      ['b', 'about b'],
    ]);
  });
  test('a slow answer to an earlier question is passed over, whichever comes first', async () => {
    open();
    await ask('a');
    await ask('b');
    await answer('b');
    await answer('a');
    expect(taken).toEqual([['b', 'about b']]);
  });
  test('a question that was taken back is not answered', async () => {
    open();
    await ask('a');
    await ask(undefined);
    await answer('a');
    expect(taken).toEqual([]);
  });
  test('nobody is there any more: nothing is taken', async () => {
    const page = open();
    await ask('a');
    page.destroy();
    await answer('a');
    expect(taken).toEqual([]);
  });
});
