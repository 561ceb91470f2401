import { randomUUID } from 'node:crypto';
import { ledgerEntries, gateStatement } from '@oak-gate/contract';
import { basedOnNow, gateRule, openMatters, replayJob, slotsOf } from '@oak-gate/core';
import type { JobDraft, JobState, Stage } from '@oak-gate/core';
import type { APIRequestContext } from '@playwright/test';
import { request } from '@playwright/test';
import { PIN } from './server';
import { plannedAt } from '../../../core/test/as-planned';

/** What a manager sets, for one sign-in. */
const FIRST_PIN = '8265';

/** A client without a screen, for what a test needs to be there before it begins. */
export class ApiTablet {
  private constructor(private readonly http: APIRequestContext) {}

  static async signIn(address: string, person: string, pin = PIN): Promise<ApiTablet> {
    const tablet = new ApiTablet(await request.newContext({ baseURL: address }));
    await tablet.post('/api/session', { person, pin });
    return tablet;
  }
  /** Adds technicians to a shop, each with a PIN of his own, and gives each a tablet. */
  static async hire(
    address: string,
    manager: ApiTablet,
    names: readonly string[],
  ): Promise<readonly ApiTablet[]> {
    const tablets: ApiTablet[] = [];
    for (const name of names) {
      const person = { name, roles: ['technician'], authorisation: null };
      const { body } = await manager.post('/api/people', { id: randomUUID(), person, pin: FIRST_PIN });
      const tablet = await ApiTablet.signIn(
        address,
        (body as { person: { id: string } }).person.id,
        FIRST_PIN,
      );
      await tablet.post('/api/session/pin', { id: randomUUID(), pin: FIRST_PIN, next: PIN });
      tablets.push(tablet);
    }
    return tablets;
  }
  /** What names this sign-in, for clients of another kind. */
  async cookie(): Promise<string> {
    const { cookies } = await this.http.storageState();
    return cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
  }
  async get(path: string): Promise<unknown> {
    return (await this.http.get(path)).json();
  }
  async post(path: string, data: unknown): Promise<{ readonly status: number; readonly body: unknown }> {
    const answer = await this.http.post(path, { data });
    return { status: answer.status(), body: await answer.json() };
  }
  async bytes(path: string, data: Buffer): Promise<{ readonly status: number; readonly body: unknown }> {
    const headers = { 'content-type': 'application/octet-stream' };
    const answer = await this.http.post(path, { data, headers, timeout: 120_000 });
    return { status: answer.status(), body: await answer.json() };
  }
  /** A command of somebody who sees the job as it is now, or as the draft says itself. */
  async command(
    jobId: string,
    draft: object,
    id: string = randomUUID(),
  ): Promise<{ readonly status: number; readonly body: unknown }> {
    return this.post(`/api/jobs/${jobId}/commands`, {
      id,
      command: await this.seen(jobId, draft as JobDraft),
    });
  }
  /** The same where a test rests on it. */
  async must(jobId: string, draft: object): Promise<void> {
    const { status, body } = await this.command(jobId, draft);
    if (status !== 201) throw new Error(JSON.stringify(body));
  }
  async seen(jobId: string, draft: JobDraft): Promise<object> {
    if (draft.type !== 'takeInstrument') return basedOnNow(await this.job(jobId), draft);
    const register = (await this.get('/api/instruments')) as { id: string; dueOn: string }[];
    return { dueOn: register.find(({ id }) => id === draft.instrument)?.dueOn ?? '', ...draft };
  }
  async jobId(number: string): Promise<string> {
    const floor = (await this.get('/api/floor')) as { jobs: { number: string; jobId: string }[] };
    const found = floor.jobs.find((job) => job.number === number);
    if (found === undefined) throw new Error(`no job ${number}`);
    return found.jobId;
  }
  /** The places that hold the gates of a job. */
  async openPlaces(jobId: string): Promise<readonly string[]> {
    return openMatters(await this.job(jobId)).open.map(({ key }) => key);
  }
  /** Signs a gate over what stands behind it now. */
  async sign(jobId: string, gate: Stage): Promise<void> {
    const state = await this.job(jobId);
    const rule = gateRule(state, gate);
    if (rule === undefined) throw new Error(`no gate ${gate}`);
    const command = await this.seen(jobId, { type: 'signGate', gate, ...gateStatement(state, rule) });
    const { status, body } = await this.post(`/api/jobs/${jobId}/commands`, {
      id: randomUUID(),
      command,
      pin: PIN,
    });
    if (status !== 201) throw new Error(JSON.stringify(body));
  }
  async take(jobId: string, place: string, text: string) {
    return this.command(jobId, {
      type: 'takeReading',
      place,
      text,
      unit: 'thou',
      instrument: 'FS-2',
      answers: [{ question: 'expanderOut', answer: 'yes' }],
      slip: null,
      ...plannedAt(await this.job(jobId), place),
    });
  }
  /** The same where a test rests on it. */
  async takeThere(jobId: string, place: string, text: string): Promise<void> {
    const { status, body } = await this.take(jobId, place, text);
    if (status !== 201) throw new Error(JSON.stringify(body));
  }
  async job(jobId: string): Promise<JobState> {
    const { entries } = ledgerEntries.parse(await this.get(`/api/jobs/${jobId}/entries`));
    const state = replayJob(entries.map(({ entry }) => entry));
    if (state === undefined) throw new Error('no story');
    return state;
  }
  /** Puts a document into the library, drafted by this steward and checked by somebody else. */
  async publish(
    checker: ApiTablet,
    revision: { readonly number: string; readonly revision: string; readonly [more: string]: unknown },
    rows: Buffer,
  ): Promise<void> {
    const path = `/api/library/revisions/${encodeURIComponent(`${revision.number} rev ${revision.revision}`)}`;
    await this.post('/api/library/revisions', { id: randomUUID(), revision });
    await this.bytes(`${path}/rows?command=${randomUUID()}&name=rows.csv`, rows);
    const { digest } = (await checker.get(path)) as { digest: string };
    await checker.post(`${path}/check`, { id: randomUUID(), digest });
    const { status, body } = await this.post(`${path}/publish`, { id: randomUUID() });
    if (status !== 201) throw new Error(JSON.stringify(body));
  }
  /** Opens a job and takes the feelers for it. */
  async open(
    job: { readonly number: string; readonly duty: string; readonly reason: string },
    engine: { readonly model: string; readonly serial: string; readonly [more: string]: unknown },
  ): Promise<string> {
    const nothing = {
      buildDate: null,
      oversize: '0',
      pistonMaterial: null,
      ringPartNumber: null,
      hoursSinceNew: null,
      hoursSinceOverhaul: null,
    };
    const { status, body } = await this.post('/api/jobs', {
      id: randomUUID(),
      job,
      engine: { ...nothing, ...engine },
    });
    if (status !== 201) throw new Error(JSON.stringify(body));
    const { jobId } = body as { jobId: string };
    await this.command(jobId, { type: 'takeInstrument', instrument: 'FS-2' });
    return jobId;
  }
  /** The same with every ring fitted: ready to be measured. */
  async openReady(
    job: { readonly number: string; readonly duty: string; readonly reason: string },
    engine: { readonly model: string; readonly serial: string; readonly [more: string]: unknown },
    state: 'new' | 'reused' = 'new',
  ): Promise<string> {
    const jobId = await this.open(job, engine);
    const layout = (await this.job(jobId)).pins[0]?.model.layout;
    if (layout === undefined) throw new Error('nothing pinned');
    await this.command(jobId, {
      type: 'fitParts',
      slots: slotsOf(layout, 'ring').map(({ key }) => key),
      state,
      partNumber: null,
      lot: null,
    });
    return jobId;
  }
  /** A marine V8 with its rings fitted, measured nowhere. */
  openV8(number: string, serial: string): Promise<string> {
    return this.openReady(...v8(number, serial));
  }
  /** One in which no ring lies yet. */
  openEmptyV8(number: string, serial: string): Promise<string> {
    return this.open(...v8(number, serial));
  }
}

const v8 = (number: string, serial: string) =>
  [
    { number, duty: 'continuous marine', reason: 'rebored' },
    { model: 'M8-52', serial, oversize: '0.020', pistonMaterial: 'H' },
  ] as const;
