import type { FloorJob, FloorView } from '@oak-gate/contract';
import {
  contextOf,
  currentPin,
  currentRevisions,
  documentsFor,
  EMPTY_LIBRARY,
  NO_INSTRUMENTS,
  forDocuments,
  pinContext,
  signatureOf,
} from '@oak-gate/core';
import type { Actor, JobState, KeptRevision, LibraryState, LimitContext } from '@oak-gate/core';
import type { Jobs } from '../jobs';
import { ProblemError } from '../platform/problem-error';
import { INSTRUMENTS, jobChain, LIBRARY, PEOPLE, projectionStore } from '../record';
import type { JobRow } from '../record';
import type { Services } from '../services';
import { damagedRow, instrumentNeeds, needsOf, openJobRow, sealedJobRow, withMoved } from './floor-view';
import { needsFor } from './shop-needs';
import type { ShopNeed } from './shop-needs';

/** So many rows and sentences are one page: nobody reads three hundred at once. */
export const PAGE = 40;
const SETTLE_MS = 250;

interface CheckedDocument {
  readonly id: string;
  readonly digest: string;
}
/** What the Floor says of a job, as far as neither the library nor (before `until`) the day changes it. */
interface Summary {
  readonly row: FloorJob;
  readonly needs: readonly ShopNeed[];
  readonly pinned: readonly CheckedDocument[];
  /** The sets of documents that somebody declined under this pin. */
  readonly declined: readonly (readonly CheckedDocument[])[];
  readonly model: string;
  readonly context: LimitContext;
}
interface Kept {
  readonly length: number;
  readonly until: string | null;
  readonly summary: Summary;
}

/**
 * The jobs in the shop and what needs somebody today. What it says of a job is worked out once after each change, beside the
 * writing, and kept; a look at the Floor reads that, and asks the library only which documents there are.
 */
export class Floor {
  private readonly kept = new Map<string, Kept>();
  private isRead = false;
  private readonly changed = new Set<string>();
  private timer: NodeJS.Timeout | undefined;
  private working: Promise<void> = Promise.resolve();
  private readonly documents = new Map<string, ModelDocuments>();
  private documentsOf = '';

  constructor(
    private readonly services: Services,
    private readonly jobs: Jobs,
  ) {
    services.ledger.onAppended((chain) => {
      if (chain.startsWith('job:')) this.settleLater(chain.slice('job:'.length));
    });
    services.beforeClose.add(() => this.stop());
  }

  async view(from: number, person: Actor): Promise<FloorView> {
    const { db, ledger, clock, notices, troubles } = this.services;
    const now = clock.now();
    const on = now.slice(0, 10);
    const open = await projectionStore.openJobs(db.read);
    const library = (await ledger.state(LIBRARY)) ?? EMPTY_LIBRARY;
    const length = await ledger.lengthOf(LIBRARY);
    const told: { readonly row: FloorJob; readonly needs: readonly ShopNeed[] }[] = [];
    for (const row of open) told.push(await this.of(row, on, now, library, length));
    const damagedSealed = await this.damagedAmongSealed();
    const register = (await ledger.state(INSTRUMENTS)) ?? NO_INSTRUMENTS;
    const needs = [
      ...notices.map((sentence): ShopNeed => notice(sentence, now)),
      ...damagedSealed.flatMap((each) => each.needs),
      ...told.flatMap((each) => each.needs),
      ...instrumentNeeds(Object.values(register.instruments), on, now),
    ];
    const seen = needsFor(person, needs);
    const sealedInAll = await projectionStore.countSealed(db.read);
    const openRows = told.map(({ row }) => row).slice(from, from + PAGE);
    const sealed = await projectionStore.sealedJobs(
      db.read,
      Math.max(0, from - open.length),
      PAGE - openRows.length,
    );
    const named = new Map(damagedSealed.map(({ row }) => [row.jobId, row]));
    return {
      shop: (await ledger.state(PEOPLE))?.shop?.name ?? '',
      today: now,
      troubles: [...troubles].flatMap((each) => {
        const found = each()?.details();
        if (found === undefined) return [];
        const { code, title, where, next } = found;
        return [{ code, title, where, next }];
      }),
      needs: seen.needs.slice(0, PAGE),
      needsInAll: seen.inAll,
      jobs: [...openRows, ...sealed.map((row) => named.get(row.jobId) ?? sealedJobRow(row))],
      from,
      jobsInAll: open.length + sealedInAll,
    };
  }

  private async of(row: JobRow, on: string, now: string, library: LibraryState, length: number) {
    try {
      const { summary } = await this.summaryOf(row, on);
      const current = this.documentsFor(library, length, on, summary);
      return withMoved(summary, movedSince(summary, current), now);
    } catch (error) {
      if (error instanceof ProblemError) return damagedRow(row, error.details().where);
      throw error;
    }
  }
  private async summaryOf(row: JobRow, on: string): Promise<Kept> {
    if (this.services.ledger.damageOf(jobChain(row.jobId)) !== undefined) await this.jobs.state(row.jobId); // says so
    if (!this.isRead) await this.readKept();
    const there = this.kept.get(row.jobId);
    if (there?.length === row.length && (there.until === null || on < there.until)) return there;
    const made = summaryFrom(await this.jobs.state(row.jobId), row.length, on);
    this.kept.set(row.jobId, made);
    this.settleLater(row.jobId);
    return made;
  }
  private async readKept(): Promise<void> {
    for (const { jobId, length, until, summary } of await projectionStore.floorRows(this.services.db.read))
      if (!this.kept.has(jobId))
        this.kept.set(jobId, { length, until, summary: JSON.parse(summary) as Summary });
    this.isRead = true;
  }
  private async damagedAmongSealed() {
    const { db, ledger } = this.services;
    const damaged = ledger.damagedChains.filter((chain) => chain.startsWith('job:'));
    const rows = await Promise.all(
      damaged.map((chain) => projectionStore.job(db.read, chain.slice('job:'.length))),
    );
    return rows.flatMap((row) => {
      if (row?.sealedAt == null) return [];
      const damage = ledger.damageOf(jobChain(row.jobId));
      if (damage === undefined) return [];
      const problem = ProblemError.of('CHAIN_DAMAGED', { chain: jobChain(row.jobId), ...damage });
      return [damagedRow(row, problem.details().where)];
    });
  }

  /** The documents for an engine: those of its model are looked for once, the few that ask for more are held against it. */
  private documentsFor(
    library: LibraryState,
    length: number,
    on: string,
    { model, context }: Pick<Summary, 'model' | 'context'>,
  ): readonly CheckedDocument[] {
    const stand = `${length} ${on}`;
    if (this.documentsOf !== stand) this.documents.clear();
    this.documentsOf = stand;
    const known = this.documents.get(model) ?? documentsOfModel(currentRevisions(library, on), model);
    this.documents.set(model, known);
    return [...known.always, ...documentsFor(known.asking, context)];
  }

  private settleLater(jobId: string): void {
    this.changed.add(jobId);
    this.timer ??= setTimeout(() => {
      this.timer = undefined;
      this.working = this.working.then(() => this.settle());
    }, SETTLE_MS);
    this.timer.unref();
  }
  /** Works out what changed, outside the writing queue, and keeps it. */
  private async settle(): Promise<void> {
    const { clock, db, ledger, logger } = this.services;
    const on = clock.now().slice(0, 10);
    for (const jobId of [...this.changed]) {
      this.changed.delete(jobId);
      try {
        const chain = jobChain(jobId);
        const length = await ledger.lengthOf(chain);
        const state = await ledger.state(chain);
        if (state === undefined || state.seal !== undefined) continue;
        const made = summaryFrom(state, length, on);
        this.kept.set(jobId, made);
        const row = { jobId, length, until: made.until, summary: JSON.stringify(made.summary) };
        await db.write((tx) => projectionStore.putFloorRow(tx, row));
      } catch (error) {
        if (!(error instanceof ProblemError))
          logger.error({ err: error, jobId }, 'the Floor could not be kept');
      }
    }
  }
  private async stop(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    this.working = this.working.then(() => this.settle());
    await this.working;
  }
}

interface ModelDocuments {
  readonly always: readonly CheckedDocument[];
  /** Those that speak of some engines of the model only. */
  readonly asking: readonly KeptRevision[];
}
function documentsOfModel(revisions: readonly KeptRevision[], model: string): ModelDocuments {
  const of = revisions.filter(({ revision }) => revision.appliesTo.models?.includes(model) !== false);
  const asksMore = ({ revision }: KeptRevision): boolean =>
    Object.keys(revision.appliesTo).some((field) => field !== 'models');
  return {
    always: documentsFor(
      of.filter((each) => !asksMore(each)),
      { model },
    ),
    asking: of.filter(asksMore),
  };
}

function summaryFrom(state: JobState, length: number, on: string): Kept {
  const pin = currentPin(state);
  const model = pin?.model;
  const asked = model === undefined ? {} : pinContext(model, state.engine, state.job.duty).context;
  const known = model === undefined ? {} : contextOf(model, { serial: state.engine.serial, ...asked });
  const context = forDocuments(known, pin?.version);
  // Where a gate asks for instruments that are in date, the day alone changes what a job waits for until it is signed.
  const asks = state.route.gates.some(
    ({ stage, conditions }) =>
      conditions.includes('instrumentsInDate') && signatureOf(state, stage) === undefined,
  );
  const dues = asks ? Object.values(state.instruments) : [];
  const until =
    dues
      .map(({ dueOn }) => dueOn)
      .filter((dueOn) => dueOn > on)
      .sort()[0] ?? null;
  return {
    length,
    until,
    summary: {
      row: openJobRow(state, on),
      needs: needsOf(state, on),
      pinned: (pin?.documents ?? []).map(({ id, digest }) => ({ id, digest })),
      declined: state.declined.filter((each) => each.pin === pin?.pin).map(({ documents }) => documents),
      model: state.engine.model,
      context,
    },
  };
}

const textOf = ({ id, digest }: CheckedDocument): string => `${id} ${digest}`;
/** Which documents came and went since the pin; none where exactly this was declined. */
function movedSince({ pinned, declined }: Summary, current: readonly CheckedDocument[]) {
  const now = new Set(current.map(textOf));
  const then = new Set(pinned.map(textOf));
  const isDeclined = declined.some(
    (documents) => documents.length === now.size && documents.every((each) => now.has(textOf(each))),
  );
  if (isDeclined) return { added: [], removed: [] };
  return {
    added: current.filter((each) => !then.has(textOf(each))).map(({ id }) => id),
    removed: pinned.filter((each) => !now.has(textOf(each))).map(({ id }) => id),
  };
}
const notice = (sentence: string, now: string): ShopNeed => ({
  ...{ jobId: null, who: 'manager', roles: ['manager'], notBy: [], same: '' },
  sentence,
  link: '/shop',
  since: now,
  urgency: 0,
});
