import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { AskDialog } from './ask-dialog';
import type { Ask } from './ask-dialog';
import type { ApiProblem } from '../state/api';

const REFUSED: ApiProblem = {
  code: 'PIN_WRONG',
  title: 'The PIN is wrong',
  where: 'Perrin',
  next: 'Try again.',
};

async function open(ask: Partial<Ask>) {
  const close = jest.fn();
  const data: Ask = {
    title: 'Sign the Rings gate',
    fields: [{ key: 'pin', label: 'PIN', kind: 'pin' }],
    submit: 'Sign',
    act: () => undefined,
    ...ask,
  };
  TestBed.configureTestingModule({
    providers: [
      { provide: MAT_DIALOG_DATA, useValue: data },
      { provide: MatDialogRef, useValue: { close } },
    ],
  });
  const fixture = TestBed.createComponent(AskDialog);
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  const type = async (key: string, value: string): Promise<void> => {
    const field = page.querySelector<HTMLInputElement>(`[name=${key}]`)!;
    field.value = value;
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
  };
  const submit = async (): Promise<void> => {
    page.querySelector('form')!.dispatchEvent(new Event('submit'));
    await fixture.whenStable();
  };
  return {
    page,
    close,
    type,
    submit,
    button: () => page.querySelector<HTMLButtonElement>('button[type=submit]')!,
  };
}

test('the words that are signed stand above what is typed', async () => {
  const { page } = await open({ lines: ['This engine is X.', 'It is judged by Y.'], asWords: true });
  expect(page.querySelector('.lines.words')?.textContent).toContain('This engine is X.');
  expect(page.querySelector<HTMLInputElement>('[name=pin]')?.type).toBe('password');
});
test('nothing is sent before everything that is needed is typed', async () => {
  const act = jest.fn();
  const { type, submit, button } = await open({
    fields: [
      { key: 'reason', label: 'Reason', kind: 'line' },
      { key: 'lot', label: 'Lot', kind: 'line', optional: true },
    ],
    act,
  });
  expect(button().disabled).toBe(true);
  await submit();
  await type('reason', '   ');
  await submit();
  expect(act).not.toHaveBeenCalled();
  await type('reason', 'dropped');
  expect(button().disabled).toBe(false);
  await submit();
  expect(act).toHaveBeenCalledWith({ reason: 'dropped', lot: '' });
});
test('a refusal stays beside what was typed; nothing is lost, and the next try may pass', async () => {
  const answers: (ApiProblem | undefined)[] = [REFUSED, undefined];
  const { page, close, type, submit } = await open({ act: () => Promise.resolve(answers.shift()) });
  await type('pin', '1111');
  await submit();
  expect(page.querySelector('[role=alert]')?.textContent).toContain('The PIN is wrong');
  expect(page.querySelector<HTMLInputElement>('[name=pin]')?.value).toBe('1111');
  expect(close).not.toHaveBeenCalled();
  await type('pin', '2222');
  await submit();
  expect(close).toHaveBeenCalledWith(true);
});
test('a choice begins with its first option, or with the one that is preferred', async () => {
  const act = jest.fn();
  const options = [
    { value: 'new', label: 'new' },
    { value: 'reused', label: 'going back in' },
  ];
  const { submit } = await open({
    fields: [
      { key: 'a', label: 'A', kind: 'choice', options },
      { key: 'b', label: 'B', kind: 'choice', options, value: 'reused' },
    ],
    act,
  });
  await submit();
  expect(act).toHaveBeenCalledWith({ a: 'new', b: 'reused' });
});
test('several of a list at once: what is chosen goes on as it was, and nothing is chosen by itself', async () => {
  const act = jest.fn();
  const options = ['steward', 'releaser'].map((value) => ({ value, label: value }));
  const { submit, button, page } = await open({
    fields: [
      { key: 'roles', label: 'Roles', kind: 'several', value: 'steward', options },
      { key: 'more', label: 'More', kind: 'several', options, optional: true },
    ],
    act,
  });
  expect(page.querySelectorAll('mat-select')).toHaveLength(2);
  expect(button().disabled).toBe(false);
  await submit();
  expect(act).toHaveBeenCalledWith({ roles: 'steward', more: '' });
});
test('what is still to be filled in is said beside the button that waits for it', async () => {
  const { page, type } = await open({
    fields: [
      { key: 'reason', label: 'Reason', kind: 'line' },
      { key: 'pin', label: 'PIN', kind: 'pin' },
      { key: 'lot', label: 'Lot', kind: 'line', optional: true },
    ],
  });
  expect(page.querySelector('.missing')?.textContent).toBe('Still to be filled in: Reason, PIN.');
  await type('reason', 'x');
  await type('pin', '5821');
  expect(page.querySelector('.missing')).toBeNull();
});
