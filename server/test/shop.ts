import { gateStatement } from '@oak-gate/contract';
import { BYTES } from '../src/platform/guard';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import type { AddressInfo } from 'node:net';
import { randomUUID } from 'node:crypto';
import { basedOnNow, replayJob, slotsOf, gateRule, placesOf, placeKey } from '@oak-gate/core';
import type { Envelope, JobDraft, JobState, Stage } from '@oak-gate/core';
import { destination } from 'pino';
import { createApp } from '../src/app';
import { makeLogger } from '../src/platform/logger';
import { ScriptedClock } from '../src/platform/clock';
import { openServices } from '../src/services';
import type { Services } from '../src/services';
import { squaredAt } from '../../core/test/as-planned';

export const PIN = '4711';
/** What a manager gives: for one sign-in. */
export const FIRST_PIN = '8265';
export const serverRoot = resolve(__dirname, '..');
const demo = resolve(serverRoot, '../demo');
export const demoFile = (path: string): string => readFileSync(join(demo, path), 'utf8');

/** Everything that a server of these tests says: what is in it is looked at when all of them have run. */
const testLog = destination({
  dest: join(serverRoot, `../.cache/logs/server-${process.pid}.log`),
  mkdir: true,
  sync: true,
});

export interface Answer {
  readonly status: number;
  readonly body: any; // eslint-disable-line @typescript-eslint/no-explicit-any -- a test looks into whatever came
}
/** One tablet: it keeps its cookie. */
export class Tablet {
  private cookie = '';
  constructor(readonly base: string) {}

  async send(
    path: string,
    init: { method?: string; headers?: Record<string, string>; body?: string | Uint8Array<ArrayBuffer> } = {},
  ): Promise<Answer> {
    const response = await fetch(`${this.base}${path}`, {
      ...init,
      headers: { ...init.headers, cookie: this.cookie },
    });
    const set = response.headers.getSetCookie().at(-1)?.split(';')[0];
    if (set !== undefined) this.cookie = set;
    const text = await response.text();
    const isJson = (response.headers.get('content-type') ?? '').includes('json');
    return { status: response.status, body: isJson && text !== '' ? JSON.parse(text) : text };
  }
  /** Opens a stream; `ended` is kept when the server has ended it. */
  async stream(path: string): Promise<{ readonly ended: Promise<void> }> {
    const { body, status } = await fetch(`${this.base}${path}`, { headers: { cookie: this.cookie } });
    if (status !== 200 || body === null) throw new Error(`no stream: ${status}`);
    const reader = body.getReader();
    const drain = async (): Promise<void> => {
      while (!(await reader.read()).done);
    };
    return { ended: drain() };
  }
  get(path: string): Promise<Answer> {
    return this.send(path);
  }
  post(path: string, body: unknown): Promise<Answer> {
    return this.send(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  }
  put(path: string, body: unknown): Promise<Answer> {
    return this.send(path, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  }
  bytes(path: string, body: Uint8Array): Promise<Answer> {
    return this.send(path, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: new Uint8Array(body),
    });
  }
  csv(path: string, body: string): Promise<Answer> {
    return this.send(path, { method: 'POST', headers: { 'content-type': BYTES }, body });
  }
  /** A command of somebody who sees the job as it is now, or as the draft says itself. */
  async command(
    jobId: string,
    draft: object,
    more: { id?: string; pin?: string; person?: string } = {},
  ): Promise<Answer> {
    const command = await this.seen(jobId, draft as JobDraft);
    return this.post(`/api/jobs/${jobId}/commands`, { id: randomUUID(), command, ...more });
  }
  async seen(jobId: string, draft: JobDraft): Promise<object> {
    const { status, body } = await this.get(`/api/jobs/${jobId}/entries`);
    if (status !== 200) return draft;
    const state = replayJob((body.entries as { entry: Envelope }[]).map(({ entry }) => entry))!;
    if (draft.type !== 'takeInstrument') return basedOnNow(state, draft);
    const register = (await this.get('/api/instruments')).body as { id: string; dueOn: string }[];
    return { dueOn: register.find(({ id }) => id === draft.instrument)?.dueOn ?? '2026-12-01', ...draft };
  }
  async job(jobId: string): Promise<JobState> {
    const { body } = await this.get(`/api/jobs/${jobId}/entries`);
    return replayJob((body.entries as { entry: Envelope }[]).map(({ entry }) => entry))!;
  }
  async sign(jobId: string, stage: Stage, pin = PIN): Promise<Answer> {
    const state = await this.job(jobId);
    return this.command(
      jobId,
      { type: 'signGate', gate: stage, ...gateStatement(state, gateRule(state, stage)!) },
      { pin },
    );
  }
}

/** A shop on a folder of its own, with four people, a model, a document and a feeler set, all through the API. */
export class Shop {
  services!: Services;
  readonly clock = new ScriptedClock('2026-06-01T08:00:00.000Z');
  private server: ReturnType<ReturnType<typeof createApp>['listen']> | undefined;
  base = '';

  constructor(readonly folder = mkdtempSync(join(tmpdir(), 'oak-gate-test-'))) {}

  /** @param webDir the built application that it serves; none of it where it is left out */
  async open(webDir?: string, behind?: string): Promise<this> {
    this.services = await openServices({
      folder: this.folder,
      serverRoot,
      clock: this.clock,
      logger: makeLogger('trace', testLog),
    });
    this.server = createApp(this.services, { webDir, behind }).listen(0, '127.0.0.1');
    await new Promise<void>((done) => this.server!.once('listening', () => done()));
    this.base = `http://127.0.0.1:${(this.server.address() as AddressInfo).port}`;
    return this;
  }
  async close(): Promise<void> {
    this.server?.closeAllConnections();
    await new Promise<void>((done) => this.server?.close(() => done()));
    await this.services.close();
  }
  async remove(): Promise<void> {
    await this.close();
    rmSync(this.folder, { recursive: true, force: true });
  }
  tablet(): Tablet {
    return new Tablet(this.base);
  }
  async as(person: string): Promise<Tablet> {
    const tablet = this.tablet();
    const answer = await tablet.post('/api/session', { person, pin: PIN });
    if (answer.status !== 201) throw new Error(JSON.stringify(answer.body));
    return tablet;
  }

  /** The manager adds somebody, who chooses the PIN that everybody has here. @returns who it is */
  async join(manager: Tablet, name: string, roles: readonly string[]): Promise<{ readonly id: string }> {
    const person = { name, roles, authorisation: null };
    const { body } = await manager.post('/api/people', { id: randomUUID(), person, pin: FIRST_PIN });
    const added = body.person as { readonly id: string };
    await this.choosePin(added.id, FIRST_PIN, PIN);
    return added;
  }
  /** Somebody signs in with the PIN that a manager gave, and chooses another one. */
  async choosePin(person: string, given: string, next: string): Promise<Tablet> {
    const tablet = this.tablet();
    await tablet.post('/api/session', { person, pin: given });
    const answer = await tablet.post('/api/session/pin', { id: randomUUID(), pin: given, next });
    if (answer.status !== 201) throw new Error(JSON.stringify(answer.body));
    return tablet;
  }
  async furnish(): Promise<this> {
    const teo = this.tablet();
    await teo.post('/api/setup', {
      shop: 'Quay',
      secondPerson: 'required',
      zone: 'Europe/Oslo',
      person: { name: 'Teo', roles: ['steward'], authorisation: null },
      pin: PIN,
    });
    for (const [name, role] of [
      ['Ivo', 'technician'],
      ['Sanna', 'technician'],
      ['Perrin', 'inspector'],
      ['Ghislaine', 'releaser'],
    ]) {
      await this.join(teo, name!, [role!]);
    }
    await teo.post('/api/library/models', {
      id: randomUUID(),
      file: JSON.parse(demoFile('models/VA-4-330.json')),
    });
    await this.publish(
      { number: 'SL-88', revision: 'B', kind: 'letter' },
      demoFile('documents/SL-88-rev-B.csv'),
    );
    await teo.post('/api/instruments', {
      id: randomUUID(),
      instrument: {
        id: 'FS-2',
        name: 'Feelers',
        kind: 'feeler',
        unit: 'thou',
        resolution: '1',
        uncertainty: '0.2',
        calibratedOn: '2026-05-01',
        dueOn: '2026-12-01',
        blades: [
          '8',
          '9',
          '10',
          '11',
          '12',
          '13',
          '14',
          '18',
          '20',
          '22',
          '28',
          '40',
          '42',
          '44',
          '46',
          '48',
          '50',
          '52',
          '55',
        ],
      },
    });
    return this;
  }
  /** A revision from its draft to publication: Teo writes and publishes it, Perrin compares it with the paper. */
  async publish(
    document: { number: string; revision: string; kind: string } & Record<string, unknown>,
    table: string,
  ): Promise<string> {
    const teo = await this.as('teo');
    const path = await draft(teo, document);
    const rows = await teo.csv(`${path}/rows?command=${randomUUID()}&name=rows.csv`, table);
    if (rows.status !== 201) throw new Error(JSON.stringify(rows.body));
    await this.check(path);
    const answer = await teo.post(`${path}/publish`, { id: randomUUID() });
    if (answer.status !== 201) throw new Error(JSON.stringify(answer.body));
    return path;
  }
  async check(path: string): Promise<Answer> {
    const perrin = await this.as('perrin');
    const { body } = await perrin.get(path);
    return perrin.post(`${path}/check`, { id: randomUUID(), digest: body.digest });
  }
  async openJob(number = 'J-1', serial = '4330-20417'): Promise<{ jobId: string; ivo: Tablet }> {
    const ivo = await this.as('ivo');
    const opened = await ivo.post('/api/jobs', jobRequest(number, serial));
    if (opened.status !== 201) throw new Error(JSON.stringify(opened.body));
    return { jobId: opened.body.jobId as string, ivo };
  }
  /** A job whose Arrival gate is signed and whose rings are fitted. */
  async readyJob(number?: string, serial = '4330-20417'): Promise<{ jobId: string; ivo: Tablet }> {
    const { jobId, ivo } = await this.openJob(number, serial);
    const perrin = await this.as('perrin');
    await ivo.command(jobId, { type: 'takeInstrument', instrument: 'FS-2' });
    await perrin.command(jobId, { type: 'confirmIdentity', serialSeen: serial });
    await perrin.command(jobId, { type: 'checkDocuments' });
    await perrin.sign(jobId, 'arrival');
    const slots = slotsOf((await ivo.job(jobId)).pins[0]!.model.layout, 'ring').map(({ key }) => key);
    await ivo.command(jobId, { type: 'fitParts', slots, state: 'new', partNumber: null, lot: null });
    return { jobId, ivo };
  }
  async measured(): Promise<{ jobId: string; ivo: Tablet }> {
    const { jobId, ivo } = await this.readyJob();
    const state = await ivo.job(jobId);
    const { layout } = state.pins[0]!.model;
    for (const place of placesOf(layout, state.pins[0]!.characteristics[0]!)) {
      const text = place.at.station === 'skirt' ? (place.at.groove === '3' ? '18/20' : '44/46') : '11/12';
      const answer = await ivo.command(jobId, reading(placeKey(place), text));
      if (answer.status !== 201) throw new Error(JSON.stringify(answer.body));
    }
    return { jobId, ivo };
  }
  async sealed(): Promise<{ jobId: string; ivo: Tablet }> {
    const { jobId, ivo } = await this.measured();
    await (await this.as('perrin')).sign(jobId, 'rings');
    await (await this.as('ghislaine')).sign(jobId, 'release');
    return { jobId, ivo };
  }
}

export const jobRequest = (number: string, serial: string, id: string = randomUUID()) => ({
  id,
  job: { number, duty: 'survey flying', reason: 'oil use' },
  engine: {
    model: 'VA-4-330',
    serial,
    buildDate: null,
    oversize: '',
    pistonMaterial: null,
    ringPartNumber: null,
    hoursSinceNew: 10,
    hoursSinceOverhaul: 10,
  },
});
export const reading = (place: string, text: string, basedOn?: number) => ({
  type: 'takeReading',
  place,
  ...(basedOn === undefined ? {} : { basedOn }),
  text,
  unit: 'thou',
  instrument: 'FS-2',
  answers: [{ question: 'expanderOut', answer: 'yes' }],
  slip: null,
  ...squaredAt(place),
});
export const SKIRT = 'ringGap@cylinder:1/groove:1/member:ring/station:skirt';

export async function draft(
  teo: Tablet,
  document: { number: string; revision: string; kind: string } & Record<string, unknown>,
): Promise<string> {
  const { number, revision } = document;
  await teo.post('/api/library/revisions', {
    id: randomUUID(),
    revision: {
      title: 'Ring gaps',
      issued: '2026-01-01',
      effective: '2026-01-02',
      models: ['VA-4-330'],
      ...document,
    },
  });
  return `/api/library/revisions/${encodeURIComponent(`${number} rev ${revision}`)}`;
}

/** An import as it stands when it no longer runs. */
export async function ended(
  tablet: Tablet,
  id: string,
): Promise<{ stage: string; problem: string | null; errors: unknown[] }> {
  for (;;) {
    const { body } = await tablet.get(`/api/library/imports/${id}`);
    if (!['reading', 'writing'].includes(body.stage as string)) return body as never;
    await new Promise((done) => setTimeout(done, 10));
  }
}
