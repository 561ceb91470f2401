import type { FloorView } from '@oak-gate/contract';
import { PageUnderTest, refusal } from '../../testing/page';
import { FloorPage } from './floor.page';
import { OpenJobPage } from './open-job.page';

const gates = (...stands: ('shut' | 'ready' | 'passed')[]) =>
  (['arrival', 'rings', 'release'] as const).map((stage, i) => ({
    stage,
    label: stage,
    stand: stands[i] ?? 'shut',
  }));
const job = (number: string, serial: string, more: object = {}) => ({
  jobId: number,
  number,
  serial,
  model: 'Veldane VA',
  gates: gates('passed', 'ready', 'shut'),
  waitingOn: 'Rings gate: inspector signature',
  then: 'nothing else open',
  sealed: null,
  damaged: null,
  openedAt: '2026-05-01T08:00:00.000Z',
  ...more,
});
const FLOOR: FloorView = {
  shop: 'Quay',
  today: '2026-06-01T08:00:00.000Z',
  troubles: [],
  needsInAll: 1,
  from: 0,
  jobsInAll: 2,
  needs: [
    {
      jobId: 'J-1',
      who: 'inspector',
      sentence: 'the Rings gate is ready to sign',
      link: '/jobs/J-1/rings',
      since: '2026-05-30T08:00:00.000Z',
      urgency: 2,
      mine: true,
      count: 1,
    },
  ],
  jobs: [
    job('J-1', 'V-100'),
    job('J-2', 'M8-200', {
      model: 'Skerrow M8',
      sealed: { at: '2026-05-02T08:00:00.000Z', digest: 'a'.repeat(64) },
      gates: gates('passed', 'passed', 'passed'),
    }),
  ],
};

describe('the Floor', () => {
  test('says what needs somebody, and each job with its gates and what it waits on', async () => {
    const page = PageUnderTest.open(FloorPage);
    expect(page.text).toContain('Looking over the floor');
    await page.answer('/api/floor', FLOOR);
    expect(page.text).toContain('Monday 1 June');
    expect(page.element.querySelector('li a')?.getAttribute('href')).toBe('/jobs/J-1/rings');
    expect([...page.element.querySelectorAll('a.serial')].map((link) => link.getAttribute('href'))).toEqual([
      '/jobs/J-1/rings',
      '/jobs/J-2/record',
    ]);
    expect(page.element.querySelector('.gates')?.getAttribute('aria-label')).toBe(
      'arrival passed, rings ready, release shut',
    );
    expect(page.text).toContain('left');
  });
  test('what keeps the shop from working is said to everybody, before anything else', async () => {
    const page = PageUnderTest.open(FloorPage);
    const full = { code: 'DISK_FULL', title: 'The disk is full', where: 'the server', next: 'Make room.' };
    await page.answer('/api/floor', { ...FLOOR, troubles: [full] });
    expect(page.element.querySelector('[role=alert]')?.textContent).toContain('The disk is full');
    expect(page.text.indexOf('The disk is full')).toBeLessThan(page.text.indexOf('Needs somebody today'));
  });
  test('every word of a search must fit; where nothing does, it says so', async () => {
    const page = PageUnderTest.open(FloorPage);
    await page.answer('/api/floor', FLOOR);
    const search = async (text: string): Promise<void> => {
      const field = page.element.querySelector<HTMLInputElement>('input[type=search]')!;
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await page.settle();
    };
    await search('skerrow m8-2');
    expect([...page.element.querySelectorAll('a.serial')].map((link) => link.textContent)).toEqual([
      'M8-200',
    ]);
    await search('skerrow v-100');
    expect(page.text).toContain('No job fits “skerrow v-100”');
  });
  test('an empty shop is told how to begin', async () => {
    const page = PageUnderTest.open(FloorPage);
    await page.answer('/api/floor', { ...FLOOR, needs: [], jobs: [] });
    expect(page.text).toContain('No job is in the shop');
    expect(page.text).not.toContain('Needs somebody today');
  });
  test('a refusal is shown with what to do next', async () => {
    const page = PageUnderTest.open(FloorPage);
    await page.answer('/api/floor', refusal('NOT_SIGNED_IN', 'Nobody is signed in'), 401);
    expect(page.element.querySelector('[role=alert]')?.textContent).toContain('Nobody is signed in');
  });
});

describe('opening a job', () => {
  const models = [
    { id: 'VA', maker: 'Veldane', name: 'VA', engineClass: 'aircraft', cylinders: 4, digest: 'a'.repeat(64) },
  ];
  const library = { total: 0, revisions: [], characteristics: [], orders: [], judging: [], routes: [] };
  test('without an engine model it says where to get one', async () => {
    const page = PageUnderTest.open(OpenJobPage);
    await page.answer('/api/library', { ...library, models: [] });
    expect(page.text).toContain('No engine model is in the library yet');
  });
  test('what must be known is asked for; what is not known is sent as not known', async () => {
    const page = PageUnderTest.open(OpenJobPage);
    await page.answer('/api/library', { ...library, models });
    const change = (part: object): void => {
      (
        Reflect.get(page, 'fixture') as { componentInstance: { change(part: object): void } }
      ).componentInstance.change(part);
    };
    expect(page.button('Open the job')?.disabled).toBe(true);
    change({ model: 'VA' });
    for (const [name, value] of [
      ['number', 'J-1'],
      ['serial', ' V-100 '],
      ['duty', 'survey'],
      ['hoursSinceNew', '12,5'],
    ] as const)
      await page.type(name, value);
    expect(page.button('Open the job')?.disabled).toBe(false);
    page.element.querySelector('form')!.dispatchEvent(new Event('submit'));
    await page.settle();
    const sent = page.http.expectOne('/api/jobs');
    expect(sent.request.body).toMatchObject({
      job: { number: 'J-1' },
      engine: {
        model: 'VA',
        serial: 'V-100',
        hoursSinceNew: 12.5,
        hoursSinceOverhaul: null,
        pistonMaterial: null,
        oversize: '',
      },
    });
    sent.flush(refusal('SERIAL_NOT_OF_MODEL', '"V-100" is not a serial of VA'), {
      status: 409,
      statusText: 'Conflict',
    });
    await page.settle();
    expect(page.element.querySelector('[role=alert]')?.textContent).toContain('is not a serial of VA');
    expect(page.element.querySelector<HTMLInputElement>('input[name=serial]')?.value).toBe(' V-100 ');
  });
});
