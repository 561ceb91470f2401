import { TestBed } from '@angular/core/testing';
import { DemoJob, FEELERS, PERRIN, SANNA } from '../../testing/demo-job';
import { PageUnderTest, refusal, SESSION } from '../../testing/page';
import { JobActions } from '../state/job.feature';
import { Asker } from '../ui/asker';
import { ArrivalPage } from './arrival.page';

type Ask = Parameters<Asker['ask']>[0];
const COMMANDS = '/api/jobs/J/commands';
const demo = () => new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417');
/** A job of a route whose Arrival asks for the instruments, as those that were opened before. */
function askingForInstruments(): DemoJob {
  const job = demo();
  const entries = job.entries.map(({ entry, hash }) => {
    if (entry.type !== 'jobOpened') return { entry, hash };
    const [arrival, ...others] = entry.data.route.gates;
    const asking = { ...arrival!, conditions: [...arrival!.conditions, 'instrumentsInDate' as const] };
    const route = { ...entry.data.route, gates: [asking, ...others] };
    return { hash, entry: { ...entry, data: { ...entry.data, route } } };
  });
  return Object.assign(job, { entries });
}
async function opened(job = demo(), register: readonly object[] = [FEELERS]) {
  const page = PageUnderTest.open(ArrivalPage, { stage: 'arrival' }, SESSION, [
    JobActions.open({ jobId: 'J' }),
    JobActions.told(job.told()),
  ]);
  const asks: Ask[] = [];
  jest.spyOn(TestBed.inject(Asker), 'ask').mockImplementation((ask) => {
    asks.push(ask);
    return Promise.resolve(false);
  });
  await page.answer('/api/instruments', register);
  return { page, asks };
}

test('asks for what Arrival is about, and not for what is asked where a sheet is taken', async () => {
  const { page } = await opened();
  expect(page.text).toContain('4330-20417');
  expect(page.button('Read the plate')).toBeDefined();
  expect(page.button('They are current')).toBeDefined();
  expect(page.text).toContain('SL-88 rev B');
  expect(page.text).not.toContain('What is measured with?');
});
test('a second person types what stands on the plate; the serial of the job is not filled in for them', async () => {
  const { page, asks } = await opened();
  await page.click('Read the plate');
  expect(asks[0]?.fields).toEqual([{ key: 'serial', label: 'Serial on the plate', kind: 'line' }]);
  const answer = asks[0]!.act({ serial: '4330-20471' });
  const sent = page.http.expectOne(COMMANDS);
  expect(sent.request.body).toMatchObject({ command: { type: 'confirmIdentity', serialSeen: '4330-20471' } });
  sent.flush(refusal('SERIAL_DIFFERS', 'It is another serial'), { status: 409, statusText: 'Conflict' });
  expect(await answer).toMatchObject({ code: 'SERIAL_DIFFERS' });
});
test('a serial that is corrected needs its reason, and begins with the one that is there', async () => {
  const { page, asks } = await opened();
  await page.click('The serial is wrong');
  expect(asks[0]?.fields.map(({ key, value }) => [key, value])).toEqual([
    ['serial', '4330-20417'],
    ['reason', undefined],
  ]);
});
test('documents that are not current are said beside the cards', async () => {
  const { page, asks } = await opened();
  await page.click('They are current');
  expect(asks[0]?.lines?.[0]).toMatch(/^SL-88 rev B: /);
  const answer = asks[0]!.act({});
  const sent = page.http.expectOne(COMMANDS);
  expect(sent.request.body).toMatchObject({ command: { type: 'checkDocuments', pin: 1 } });
  sent.flush(refusal('DOCUMENTS_NOT_CURRENT', 'Not what is current today: SL-88 rev B'), {
    status: 409,
    statusText: 'Conflict',
  });
  // It is said in the dialog that asked.
  expect(await answer).toMatchObject({ title: 'Not what is current today: SL-88 rev B' });
});
test('that they are current is taken back with a reason, by the word that was seen', async () => {
  const job = demo().do({ type: 'checkDocuments' }, PERRIN);
  const { page, asks } = await opened(job);
  await page.click('They are not current');
  expect(asks[0]?.fields.map(({ key }) => key)).toEqual(['reason']);
  void asks[0]!.act({ reason: 'a newer one hangs on the wall' });
  const sent = page.http.expectOne(COMMANDS);
  expect(sent.request.body).toMatchObject({
    command: { type: 'takeBackDocumentCheck', checked: job.job.documentsChecked?.seq },
  });
});
test('what was done is said with who did it, and asked no more', async () => {
  const job = demo()
    .do({ type: 'confirmIdentity', serialSeen: '4330-20417' }, SANNA)
    .do({ type: 'checkDocuments' }, PERRIN);
  const { page } = await opened(job);
  expect(page.text).toMatch(/The plate was read by Sanna.*Current when Perrin checked/);
  expect([page.button('Read the plate'), page.button('They are current')]).toEqual([undefined, undefined]);
});
test('only instruments that are not taken yet are offered, and taking one is a command', async () => {
  const other = { ...FEELERS, id: 'FS-7' };
  const { page } = await opened(askingForInstruments(), [FEELERS, other]);
  expect([page.button('Take FS-2'), page.button('Take FS-7') !== undefined]).toEqual([undefined, true]);
  await page.click('Take FS-7');
  expect(page.http.expectOne(COMMANDS).request.body).toMatchObject({
    command: { type: 'takeInstrument', instrument: 'FS-7' },
  });
});
test('an instrument that is past its check is marked', async () => {
  const job = askingForInstruments();
  const late = job.entries.map(({ entry, hash }) => ({
    hash,
    entry:
      entry.type === 'instrumentTaken'
        ? { ...entry, data: { instrument: { ...FEELERS, dueOn: '2026-02-01' } } }
        : entry,
  }));
  Object.assign(job, { entries: late });
  expect((await opened(job)).page.text).toContain('past its check');
});
