import { Location } from '@angular/common';
import type { TestRequest } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { libraryOf, revisionFor } from '../../testing/document';
import { PageUnderTest, person, refusal, SESSION } from '../../testing/page';
import { LibraryImportPage } from './library-import.page';
import { LibraryPage } from './library.page';
import { TableImportPage } from './table-import.page';

const LIBRARY = libraryOf({
  total: 1,
  revisions: [{ ...revisionFor('SL-88', 'B').revision, rowCount: 6, state: 'current' }],
  orders: [{ engineClass: 'aircraft', order: ['mandatory', 'letter', 'manual'], ours: false }],
  judging: [],
});
const progress = (stage: string, part: object = {}) => ({
  id: 'I',
  file: 'many.csv',
  stage,
  bytes: 50,
  ofBytes: 100,
  documents: 3,
  rows: 9,
  errors: [],
  problem: null,
  ...part,
});
function choose(page: PageUnderTest<unknown>, name: string): void {
  const field = page.element.querySelector<HTMLInputElement>('input[type=file]')!;
  Object.defineProperty(field, 'files', { value: [new File(['x'], name)], configurable: true });
  field.dispatchEvent(new Event('change'));
}

async function until(holds: () => boolean): Promise<void> {
  while (!holds()) await new Promise((done) => setTimeout(done, 10));
}

describe('the library', () => {
  test('documents with their state; only the steward drafts', async () => {
    const page = PageUnderTest.open(LibraryPage, { tab: undefined });
    await page.answer('/api/library', LIBRARY);
    expect(page.text).toContain('SL-88 rev B');
    expect(page.text).toContain('Draft a document');
  });
  test('somebody else reads, and drafts nothing', async () => {
    const page = PageUnderTest.open(LibraryPage, {}, { ...SESSION, person: person('Ivo', 'technician') });
    await page.answer('/api/library', LIBRARY);
    expect(page.text).not.toContain('Draft a document');
  });
  test('an empty library says what that means', async () => {
    const page = PageUnderTest.open(LibraryPage);
    await page.answer('/api/library', { ...LIBRARY, total: 0, revisions: [] });
    expect(page.text).toContain('Documents say the limits that readings are judged by');
  });
  test('what is looked up stays in the address without a step of history, and comes back with it', async () => {
    const page = PageUnderTest.open(LibraryPage, { tab: 'models', q: undefined });
    const replaced = jest.spyOn(TestBed.inject(Location), 'replaceState');
    for (const [i, word] of ['SL', 'SL 88', ''].entries()) {
      void page.type('search', 'typed over at once');
      void page.type('search', word);
      await until(() => replaced.mock.calls.length > i);
    }
    expect(replaced.mock.calls.map(([url]) => url)).toEqual([
      '/library?tab=models&q=SL',
      '/library?tab=models&q=SL%2088',
      '/library?tab=models',
    ]);
    expect(page.http.match(({ url }) => url.includes('/search')).map(({ request }) => request.url)).toEqual([
      '/api/library/search?q=SL',
      '/api/library/search?q=SL%2088',
    ]);
  });
  test('opened with a word it looks that word up', async () => {
    const page = PageUnderTest.open(LibraryPage, { q: 'gap' });
    let asked: TestRequest[] = [];
    await until(() => (asked = page.http.match('/api/library/search?q=gap')).length > 0);
    asked[0]!.flush({ hits: [], more: false });
    await page.settle();
    expect(page.text).toContain('Nothing begins with these words');
  });
  test.each(['documents', 'models', 'measured', 'orders'])(
    'while it is fetched, %s say nothing that may be untrue',
    async (tab) => {
      const page = PageUnderTest.open(LibraryPage, { tab });
      expect(page.text).toContain('Looking…');
      expect(page.text).not.toMatch(/No engine model|No document|No characteristic/);
      await page.answer('/api/library', LIBRARY);
      expect(page.text).not.toContain('Looking…');
    },
  );
  test('which kind is stronger, and what is advisory there', async () => {
    const page = PageUnderTest.open(LibraryPage, { tab: 'orders' });
    await page.answer('/api/library', LIBRARY);
    expect(page.text).toContain('part maker’s leaflet: advisory');
    expect(page.button('Let it govern')).toBeDefined();
  });
  test('a tab that does not exist is the first', async () => {
    const page = PageUnderTest.open(LibraryPage, { tab: 'nonsense' });
    await page.answer('/api/library', LIBRARY);
    expect(page.element.querySelector('[aria-current=page]')?.textContent).toContain('Documents');
  });
});

describe('an import of many documents', () => {
  class Stream {
    static last: Stream | undefined;
    onmessage: ((event: { data: string }) => void) | undefined;
    closed = false;
    constructor(readonly url: string) {
      Stream.last = this;
    }
    close(): void {
      this.closed = true;
    }
  }
  beforeEach(() => {
    Object.assign(globalThis, { EventSource: Stream });
  });
  const opened = async (running: object | null = null) => {
    const page = PageUnderTest.open(LibraryImportPage);
    await page.answer('/api/library/imports', { running });
    return page;
  };
  const begin = async () => {
    const page = await opened();
    choose(page, 'many.csv');
    await page.settle();
    await page.answer('/api/library/imports?name=many.csv', progress('reading'));
    return page;
  };
  const hear = async (page: PageUnderTest<unknown>, event: object) => {
    Stream.last?.onmessage?.({ data: JSON.stringify(event) });
    await page.settle();
  };
  test('its stream is followed to the end, and then no longer', async () => {
    const page = await begin();
    expect(Stream.last?.url).toBe('/api/library/imports/I/stream');
    expect(page.element.querySelector('[role=progressbar]')?.getAttribute('aria-valuenow')).toBe('50');
    await hear(page, progress('writing', { bytes: 75 }));
    expect(page.element.querySelector('[role=progressbar]')?.getAttribute('aria-valuenow')).toBe('75');
    await hear(page, progress('done', { bytes: 100 }));
    expect(page.text).toContain('All of it is in the library, as drafts');
    expect([Stream.last?.closed, page.button('Stop it')]).toEqual([true, undefined]);
  });
  test('it can be stopped on the way; what is wrong is listed', async () => {
    const page = await begin();
    await page.click('Stop it');
    page.http.expectOne({ method: 'DELETE', url: '/api/library/imports/I' }).flush(progress('reading'));
    await hear(page, progress('cancelled'));
    expect(page.text).toContain('Stopped. Nothing of it is in the library.');
    await hear(page, progress('wrong'));
    expect(page.text).not.toContain('Something in the file is wrong'); // the stream was left
  });
  test('cells that are wrong, with line and column', async () => {
    const page = await begin();
    await hear(
      page,
      progress('wrong', { errors: [{ line: 4, column: 'min', message: 'x is not a figure' }] }),
    );
    expect(page.element.querySelector('app-error-table tbody')?.textContent.replace(/\s+/g, ' ')).toContain(
      '4minx is not a figure',
    );
  });
  test('one that somebody else began is seen here too, and may be stopped', async () => {
    const page = await opened(progress('writing', { bytes: 20 }));
    expect(page.element.querySelector('[role=progressbar]')?.getAttribute('aria-valuenow')).toBe('20');
    expect([page.element.querySelector('input[type=file]'), page.button('Stop it')?.disabled]).toEqual([
      null,
      false,
    ]);
    expect(Stream.last?.url).toBe('/api/library/imports/I/stream');
  });
  test('a refusal at the door is said, and another file may be chosen', async () => {
    const page = await opened();
    choose(page, 'many.csv');
    await page.settle();
    await page.answer(
      '/api/library/imports?name=many.csv',
      refusal('FILE_TOO_LARGE', 'The file is too large'),
      413,
    );
    expect(page.element.querySelector('[role=alert]')?.textContent).toContain('too large');
    expect(page.element.querySelector('input[type=file]')).not.toBeNull();
  });
});

describe('a table of another maker', () => {
  const PREVIEW = {
    upload: 'U',
    file: { name: 't.csv', sha256: 'a'.repeat(64) },
    kind: 'csv',
    sheets: [''],
    sheet: 0,
    own: false,
    mapping: {
      headerLine: 1,
      columns: [
        { use: 'fit', fillDown: true },
        { use: 'range', unit: 'mm' },
      ],
      fits: {},
    },
    fromMemory: false,
    header: ['Item', 'New (mm)'],
    top: [{ line: 1, cells: ['Item', 'New (mm)'] }],
    fits: ['Top gap'],
    lines: [
      {
        line: 2,
        cells: [
          { column: 'fit', text: 'Top gap', formula: false, faults: ['say what it means'] },
          { column: 'range', text: '0,23 - 0,60', formula: false, faults: [] },
        ],
        says: null,
      },
    ],
    errors: [{ line: 2, column: 'Item', message: 'say what it means' }],
    questions: [],
    rows: 0,
  };
  const open = async (preview: object) => {
    const page = PageUnderTest.open(TableImportPage, { revision: 'SL-88 rev B' });
    page.http.expectOne('/api/library/revisions/makers').flush({ makers: ['Veldane'] });
    await page.answer('/api/library/revisions/SL-88%20rev%20B', revisionFor('SL-88', 'B'));
    choose(page, 't.csv');
    await page.settle();
    await page.answer('/api/library/revisions/SL-88%20rev%20B/table?name=t.csv&maker=Veldane', preview);
    return page;
  };
  test('a wrong cell is marked, and nothing can be taken in', async () => {
    const page = await open(PREVIEW);
    expect(page.element.querySelector('td.wrong')?.getAttribute('title')).toBe('say what it means');
    expect(page.text).toContain('All or nothing');
    expect(page.button('into the draft')?.disabled).toBe(true);
  });
  test('what a name means is sent without a place where it can be several: nobody chooses that for the reader', async () => {
    const page = await open(PREVIEW);
    await page.choose('What is measured', 'Ring end gap');
    const sent = page.http.expectOne('/api/library/revisions/SL-88%20rev%20B/table/U/read');
    expect((sent.request.body as { mapping: { fits: object } }).mapping.fits).toEqual({
      'Top gap': { characteristic: 'ringGap' },
    });
  });
  test('a column that is not read has no unit; one with figures has', async () => {
    const page = await open(PREVIEW);
    expect([page.choice('Unit of column 2'), page.choice('Unit of column 1')]).toEqual([
      expect.any(HTMLElement),
      undefined,
    ]);
    await page.choose('Column 2 is', 'not read');
    const sent = page.http.expectOne('/api/library/revisions/SL-88%20rev%20B/table/U/read');
    expect((sent.request.body as { mapping: { columns: object[] } }).mapping.columns).toEqual([
      { use: 'fit', fillDown: true },
      { use: 'ignore', unit: 'mm' },
    ]);
  });
  test('a question is answered by a press, and only then the table can be taken', async () => {
    const question = {
      id: 'q',
      line: 2,
      label: '1',
      kind: 'unitsDisagree',
      words: 'Which one?',
      answers: [{ value: 'first', label: 'the first' }],
    };
    const page = await open({ ...PREVIEW, errors: [], rows: 1, questions: [question] });
    expect(page.button('into the draft')?.disabled).toBe(true);
    await page.click('the first');
    const sent = page.http.expectOne('/api/library/revisions/SL-88%20rev%20B/table/U/read');
    expect((sent.request.body as { answers: object }).answers).toEqual({ q: 'first' });
    sent.flush({ ...PREVIEW, errors: [], rows: 1, questions: [question] });
    await page.settle();
    expect(page.button('into the draft')?.disabled).toBe(false);
  });
});
