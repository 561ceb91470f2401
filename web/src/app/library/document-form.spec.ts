import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { libraryOf, revisionFor } from '../../testing/document';
import { PageUnderTest, refusal } from '../../testing/page';
import { DocumentFormPage } from './document-form.page';

const LIBRARY = libraryOf();
const PATH = '/api/library/revisions/SL-88%20rev%20B';
const GIVEN = { ...revisionFor('SL-88', 'B') };
type Page = PageUnderTest<DocumentFormPage>;
const value = (page: Page, name: string): string | undefined =>
  page.element.querySelector<HTMLInputElement | HTMLTextAreaElement>(
    `input[name="${name}"], textarea[name="${name}"]`,
  )?.value;
const keep = (page: Page): HTMLButtonElement | undefined => page.button('Keep');
async function submit(page: Page): Promise<void> {
  page.element.querySelector('form')!.dispatchEvent(new Event('submit'));
  await page.settle();
}
async function changing(view: object = GIVEN): Promise<Page> {
  const page = PageUnderTest.open(DocumentFormPage, { revision: 'SL-88 rev B' });
  await page.answer('/api/library', LIBRARY);
  await page.answer(PATH, view);
  return page;
}

describe('a draft that is changed', () => {
  test('shows no field before it is there, so that nothing that is typed is overwritten', async () => {
    const page = PageUnderTest.open(DocumentFormPage, { revision: 'SL-88 rev B' });
    await page.answer('/api/library', LIBRARY);
    expect([page.element.querySelector('form'), page.text.includes('Fetching the draft…')]).toEqual([
      null,
      true,
    ]);
    await page.answer(PATH, GIVEN);
    expect([value(page, 'title'), value(page, 'issued')]).toEqual(['Ring gaps', '2026-01-01']);
  });
  test('keeps its number and revision, and sends the rest as it stands', async () => {
    const page = await changing();
    expect(page.element.querySelector<HTMLInputElement>('input[name="number"]')?.readOnly).toBe(true);
    expect(page.component.unsaved()).toBeUndefined();
    await page.type('title', 'Ring gaps, corrected');
    expect(page.component.unsaved()).toContain('not kept yet');
    await page.type('title', 'Ring gaps');
    expect(page.component.unsaved()).toBeUndefined(); // as it was
    await page.type('title', 'Ring gaps, corrected');
    const went = jest.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
    await submit(page);
    const sent = page.http.expectOne({ method: 'PUT', url: PATH });
    expect(sent.request.body).toMatchObject({
      revision: { number: 'SL-88', revision: 'B', title: 'Ring gaps, corrected', models: ['VA-4-330'] },
    });
    sent.flush({ revision: { id: 'SL-88 rev B' } });
    await page.settle();
    expect(went).toHaveBeenCalledWith(['/library', 'SL-88 rev B']);
    expect(page.component.unsaved()).toBeUndefined();
  });
  test('that is published meanwhile is not changed any more, and says what to do instead', async () => {
    const published = { ...GIVEN.drafted, digest: 'd'.repeat(64), secondLook: 'Perrin' };
    const page = await changing({ ...GIVEN, published, state: 'current' });
    expect(page.element.querySelector('form')).toBeNull();
    expect(page.element.querySelector('[role=alert]')?.textContent).toContain('Draft the next revision');
  });
  test('that there is not leads back', async () => {
    const page = PageUnderTest.open(DocumentFormPage, { revision: 'SL-88 rev B' });
    await page.answer('/api/library', LIBRARY);
    await page.answer(PATH, refusal('REVISION_UNKNOWN', 'There is no document SL-88 rev B'), 404);
    expect(page.element.querySelector('[role=alert]')?.textContent).toContain('There is no document');
    expect(page.text).toContain('Back to the document');
  });
});

describe('a new draft', () => {
  async function opened(): Promise<Page> {
    const page = PageUnderTest.open(DocumentFormPage);
    await page.answer('/api/library', LIBRARY);
    return page;
  }
  test('is kept only when it says who it is, when it holds and what it speaks of', async () => {
    const page = await opened();
    for (const [name, text] of [
      ['number', '2026/0417-B'],
      ['revision', 'A'],
      ['title', 'Ring gaps'],
      ['issued', '2026-01-01'],
      ['effective', '2026-01-02'],
    ] as const) {
      expect([name, keep(page)?.disabled]).toEqual([name, true]);
      await page.type(name, text);
    }
    expect(keep(page)?.disabled).toBe(true); // no engine model yet
  });
  test('a size that is none is said before anything is sent, and stays in its field', async () => {
    const page = await changing();
    await page.type('oversizes', '0.020; thick');
    await submit(page);
    page.http.expectNone({ method: 'PUT', url: PATH });
    expect(page.element.querySelector('[role=alert]')?.textContent).toContain('"thick" is not a size');
    expect(value(page, 'oversizes')).toBe('0.020; thick');
  });
  test('a refusal of the server stands beside the form, with all that was typed', async () => {
    const page = await changing();
    await page.type('notes', 'a long note');
    await submit(page);
    page.http
      .expectOne({ method: 'PUT', url: PATH })
      .flush(refusal('DATES_WRONG', '2026-01-01 is not after 2026-02-01'), {
        status: 409,
        statusText: 'Conflict',
      });
    await page.settle();
    expect(page.element.querySelector('[role=alert]')?.textContent).toContain('is not after');
    expect([value(page, 'notes'), keep(page)?.disabled]).toEqual(['a long note', false]);
  });
});
