import { gateStatement } from '@oak-gate/contract';
import { TestBed } from '@angular/core/testing';
import { gateRule } from '@oak-gate/core';
import { DemoJob, PERRIN, SANNA } from '../../testing/demo-job';
import { PageUnderTest, person, refusal, SESSION } from '../../testing/page';
import { JobActions } from '../state/job.feature';
import { Asker } from '../ui/asker';
import { GateSign } from './gate-sign';

type Ask = Parameters<Asker['ask']>[0];
const INSPECTOR = { ...SESSION, person: person('Perrin', 'inspector') };
const job = () => new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417');
function opened(stage: string, session: typeof SESSION = INSPECTOR, demo = job()) {
  const page = PageUnderTest.open(GateSign, { stage }, session, [
    JobActions.open({ jobId: 'J' }),
    JobActions.told(demo.told()),
  ]);
  const asks: Ask[] = [];
  jest.spyOn(TestBed.inject(Asker), 'ask').mockImplementation((ask) => {
    asks.push(ask);
    return Promise.resolve(false);
  });
  return { page, asks, demo };
}

test('a gate that waits says for how much, each as a link to where it is settled, and is not signed', () => {
  const { page } = opened('rings');
  const links = [...page.element.querySelectorAll<HTMLAnchorElement>('.waits a')];
  // The gate before it, and the places of each cylinder as one line.
  expect(page.text).toContain('Shut. It waits for 25 things.');
  expect(links).toHaveLength(5);
  const places = links
    .map(({ href }) => new URL(href))
    .filter(({ pathname }) => pathname === '/jobs/J/place');
  expect(places.map(({ searchParams }) => searchParams.get('place')?.split('@')[0])).toContain('ringGap');
  expect(page.button('Read and sign')).toBeUndefined();
});
describe('a gate that is ready', () => {
  const ready = () =>
    job()
      .do({ type: 'confirmIdentity', serialSeen: '4330-20417' }, SANNA)
      .do({ type: 'checkDocuments' }, PERRIN);

  test('is signed by who may: somebody else is told whose hands it needs', () => {
    const { page } = opened('arrival', SESSION, ready());
    expect(page.text).toContain('Ready: inspector signs.');
    expect(page.text).toContain('change hands to inspector');
  });
  test('asks for the PIN under the words that are signed, and sends just these and their digest', async () => {
    const demo = ready();
    const { page, asks } = opened('arrival', INSPECTOR, demo);
    const { words, digest } = gateStatement(demo.job, gateRule(demo.job, 'arrival')!);
    await page.click('Read and sign');
    expect(asks[0]).toMatchObject({
      title: 'Sign the Arrival gate as Perrin',
      lines: words,
      asWords: true,
      submit: 'Sign',
      fields: [{ key: 'pin', kind: 'pin' }],
    });
    const sent = asks[0]!.act({ pin: '4711' });
    const request = page.http.expectOne('/api/jobs/J/commands');
    expect(request.request.body).toMatchObject({
      command: { type: 'signGate', gate: 'arrival', digest, words },
      pin: '4711',
    });
    request.flush(refusal('GATE_CHANGED', 'Something behind the gate changed'), {
      status: 409,
      statusText: 'Conflict',
    });
    expect(await sent).toMatchObject({ code: 'GATE_CHANGED' });
    expect(page.text).toContain('Ready'); // nothing is signed before the server has said so
  });
  test('once signed shows who signed what, and reopened what was void and why', async () => {
    const demo = ready();
    const { words, digest } = gateStatement(demo.job, gateRule(demo.job, 'arrival')!);
    demo.do({ type: 'signGate', gate: 'arrival', digest, words }, PERRIN);
    const { page, asks } = opened('arrival', INSPECTOR, demo);
    expect(page.text).toContain('Signed by Perrin');
    expect(page.element.querySelector('blockquote')?.textContent).toContain(words[0]);
    // Its digest is in the record's file, and tells a reader of the screen nothing.
    expect(page.text).not.toContain(digest);
    await page.click('Reopen');
    expect(asks[0]?.lines?.[0]).toContain('voids its signature, which stays readable');
  });
  test('reopened says who voided the signature and why', () => {
    const demo = ready();
    const { words, digest } = gateStatement(demo.job, gateRule(demo.job, 'arrival')!);
    demo
      .do({ type: 'signGate', gate: 'arrival', digest, words }, PERRIN)
      .do({ type: 'reopenGate', gate: 'arrival', reason: 'the plate was read again' }, PERRIN);
    const { page } = opened('arrival', INSPECTOR, demo);
    expect(page.element.querySelector('s')?.textContent).toContain('Signed by Perrin');
    expect(page.text).toContain('the plate was read again (Perrin)');
    expect(page.button('Read and sign')).toBeDefined();
  });
});
