import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { commandAnswer, problemDetails } from '@oak-gate/contract';
import { PICTURE_WHEN } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { openDB } from 'idb';
import type { DBSchema, IDBPDatabase } from 'idb';
import * as z from 'zod';
import { Api } from './api';
import type { ApiProblem } from './api';
import { JobActions } from './job.feature';
import { OneSender } from './one-sender';
import { sessionFeature } from './session.feature';

const refusal = problemDetails.pick({ code: true, title: true, where: true, next: true });
const kept = z.object({
  id: z.uuid(),
  jobId: z.string(),
  /** What it is of, as `core` names it. */
  about: z.string(),
  when: z.enum(PICTURE_WHEN).nullable(),
  name: z.string(),
  caption: z.string(),
  by: z.object({ id: z.string(), name: z.string() }),
  at: z.string(),
  mime: z.string(),
  /** Not as a file: some tablets lose what they keep as one. */
  bytes: z.custom<ArrayBuffer>((value) => Object.prototype.toString.call(value) === '[object ArrayBuffer]'),
  /** The server will not have it: it stays until somebody has read why. */
  refused: refusal.nullable(),
});
export type WaitingPicture = z.output<typeof kept>;
interface Boxed extends DBSchema {
  pictures: { key: string; value: unknown };
}
const NAME = 'oak-gate-pictures';
/** Another try would be answered alike; after everything else it is tried again. */
const FINAL: ReadonlySet<string> = new Set([
  'FILE_NOT_THAT_TYPE',
  'FILE_TOO_LARGE',
  'BODY_WRONG',
  'FINDING_UNKNOWN',
  'JOB_SEALED',
  'MAY_NOT',
  'NOT_FOUND',
]);
const FIRST_RETRY_MS = 1000;
const LAST_RETRY_MS = 30_000;

/**
 * Photographs that are not on the server's disk yet, kept on this tablet's own: what was photographed under a crankcase where no
 * radio reaches goes out when it is carried into the light. Each goes in the name of who took it.
 */
@Injectable({ providedIn: 'root' })
export class PictureBox {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly oneSender = inject(OneSender);
  private readonly person = this.store.selectSignal(sessionFeature.selectPerson);
  private readonly held = signal<readonly WaitingPicture[]>([]);
  /** In the order in which they were taken. */
  readonly all = computed(() => this.held());
  /** Why nothing goes out at the moment. */
  readonly trouble = signal<ApiProblem | undefined>(undefined);
  /** This tablet cannot keep anything: a picture that cannot be sent is lost with the page, and that is said. */
  readonly cannotKeep = signal(false);
  private readonly db = this.open();
  readonly ready = this.read().catch(() => this.cannotKeep.set(true));
  private isAtIt = false;
  private pause = FIRST_RETRY_MS;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    effect(() => {
      this.held();
      this.person();
      untracked(() => void this.send());
    });
    if (typeof addEventListener === 'function') addEventListener('online', () => void this.send());
  }

  /** Keeps a picture; it is seen at once, and goes out when it can. */
  async put({
    file,
    ...picture
  }: Omit<WaitingPicture, 'refused' | 'mime' | 'bytes'> & { readonly file: File }): Promise<void> {
    const whole = { ...picture, mime: file.type, bytes: await file.arrayBuffer(), refused: null };
    this.held.update((all) => [...all, whole]);
    await this.write((db) => db.put('pictures', whole, picture.id));
  }
  /** Read, and not wanted any more. */
  async forget(id: string): Promise<void> {
    this.held.update((all) => all.filter((each) => each.id !== id));
    await this.write((db) => db.delete('pictures', id));
  }

  private mine(): WaitingPicture | undefined {
    const me = this.person()?.id;
    return this.held().find(({ by, refused }) => refused === null && by.id === me);
  }
  private async send(): Promise<void> {
    clearTimeout(this.timer);
    if (this.isAtIt || this.mine() === undefined) return;
    this.isAtIt = true;
    try {
      await this.ready;
      await this.oneSender.alone(async () => {
        for (let next = this.mine(); next !== undefined; next = this.mine())
          if (!(await this.deliver(next))) return;
      }, NAME);
    } finally {
      this.isAtIt = false;
    }
    if (this.mine() !== undefined) this.later();
  }
  private later(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.send(), this.pause);
    this.pause = Math.min(this.pause * 2, LAST_RETRY_MS);
  }
  /** @returns whether the server has spoken about this picture */
  private async deliver(picture: WaitingPicture): Promise<boolean> {
    const { id, jobId, about, when, name, caption } = picture;
    const query = new URLSearchParams({ command: id, finding: about, name, caption });
    if (when !== null) query.set('when', when);
    const answer = await this.api.upload(
      `/api/jobs/${jobId}/photographs?${query.toString()}`,
      fileOf(picture),
      commandAnswer,
    );
    if (answer.ok && answer.value.command === id) {
      this.spoken();
      const { chain, entries } = answer.value;
      this.store.dispatch(JobActions.accepted({ id, chain, entries }));
      await this.forget(id);
      return true;
    }
    if (!answer.ok && FINAL.has(answer.problem.code)) {
      this.spoken();
      const refused = { ...picture, refused: refusal.parse(answer.problem) };
      this.held.update((all) => all.map((each) => (each.id === id ? refused : each)));
      await this.write((db) => db.put('pictures', refused, id));
      return true;
    }
    this.trouble.set(answer.ok ? undefined : answer.problem);
    return false;
  }
  private spoken(): void {
    this.trouble.set(undefined);
    this.pause = FIRST_RETRY_MS;
  }

  private async open(): Promise<IDBPDatabase<Boxed> | undefined> {
    try {
      return await openDB<Boxed>(NAME, 1, {
        upgrade: (db) => {
          db.createObjectStore('pictures');
        },
      });
    } catch {
      this.cannotKeep.set(true);
      return undefined;
    }
  }
  private async write(work: (db: IDBPDatabase<Boxed>) => Promise<unknown>): Promise<void> {
    const db = await this.db;
    if (db === undefined) return;
    try {
      await work(db);
    } catch {
      this.cannotKeep.set(true);
    }
  }
  private async read(): Promise<void> {
    const db = await this.db;
    const values = (await db?.getAll('pictures')) ?? [];
    const there = values.flatMap((value) => {
      const parsed = kept.safeParse(value);
      return parsed.success ? [parsed.data] : [];
    });
    const young = this.held().filter(({ id }) => !there.some((each) => each.id === id));
    this.held.set([...there.sort((a, b) => a.at.localeCompare(b.at)), ...young]);
  }
}
/** The picture as it was taken. */
const fileOf = ({ bytes, mime }: Pick<WaitingPicture, 'bytes' | 'mime'>): Blob =>
  new Blob([bytes], { type: mime });
