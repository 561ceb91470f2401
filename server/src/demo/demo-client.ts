import { randomUUID } from 'node:crypto';
import { commandAnswer, ledgerEntries } from '@oak-gate/contract';
import { hear, replayJob } from '@oak-gate/core';
import type { JobCommand, JobState } from '@oak-gate/core';

/** Talks to a server as a tablet does: cookies, commands, files. Used to seed the demo through the product's own doors. */
export class DemoClient {
  private cookie = '';

  constructor(private readonly base: string) {}

  async signIn(person: string, pin: string): Promise<void> {
    await this.post('/api/session', { person, pin });
  }

  async post(path: string, body: unknown): Promise<unknown> {
    return this.send(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  }
  async upload(path: string, body: Uint8Array): Promise<unknown> {
    return this.send(path, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: new Uint8Array(body),
    });
  }
  async get(path: string): Promise<unknown> {
    return this.send(path, {});
  }
  /** @returns the job as it stands after the command, told from what was written */
  async command(jobId: string, command: JobCommand, state: JobState, pin?: string): Promise<JobState> {
    const answer = await this.post(`/api/jobs/${jobId}/commands`, {
      id: randomUUID(),
      command,
      ...(pin === undefined ? {} : { pin }),
    });
    const { chain, entries } = commandAnswer.parse(answer);
    const heard = hear({ state, newer: undefined, chain, seq: state.seq, gap: false }, chain, entries);
    if (heard.state === undefined) throw new Error(`Job ${jobId} has no story.`);
    return heard.state;
  }
  async job(jobId: string): Promise<JobState> {
    const { entries } = ledgerEntries.parse(await this.get(`/api/jobs/${jobId}/entries`));
    const state = replayJob(entries.map(({ entry }) => entry));
    if (state === undefined) throw new Error(`Job ${jobId} has no story.`);
    return state;
  }

  private async send(
    path: string,
    init: {
      readonly method?: string;
      readonly headers?: Readonly<Record<string, string>>;
      readonly body?: NonNullable<RequestInit['body']>;
    },
  ): Promise<unknown> {
    const response = await fetch(`${this.base}${path}`, {
      ...init,
      headers: { ...init.headers, cookie: this.cookie },
    });
    const set = response.headers.getSetCookie().at(-1)?.split(';')[0];
    if (set !== undefined) this.cookie = set;
    const text = await response.text();
    if (!response.ok) throw new Error(`${init.method ?? 'GET'} ${path}: ${response.status} ${text}`);
    return text === '' ? undefined : (JSON.parse(text) as unknown);
  }
}
