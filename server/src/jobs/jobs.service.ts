import { randomUUID } from 'node:crypto';
import type { LimitNews, OpenJobRequest } from '@oak-gate/contract';
import {
  decideJob,
  decideOpening,
  declinedNews,
  decimalLength,
  documentsSincePin,
  earlierJob,
  pinChanges,
  sealText,
  signatureOf,
  EMPTY_LIBRARY,
  own,
  routesOf,
} from '@oak-gate/core';
import type { Actor, EarlierJob, EngineFacts, JobCommand, JobState, Nanometres, Route } from '@oak-gate/core';
import type { Tx } from '../db/open';
import { orThrow, ProblemError } from '../platform/problem-error';
import { INSTRUMENTS, jobChain, LIBRARY, PEOPLE, projectionStore } from '../record';
import type { NewEvent, Outcome } from '../record';
import type { Services } from '../services';
import { currentDocuments, factsFor, freshPin, pinToday, modelNews } from './job-facts';

/** Opens jobs and carries their commands to the ledger. */
export class Jobs {
  constructor(private readonly services: Services) {}

  async open(
    request: OpenJobRequest,
    by: Actor,
  ): Promise<{ readonly jobId: string; readonly outcome: Outcome }> {
    await this.warm();
    const jobId = randomUUID();
    const outcome = await this.services.ledger.execute({
      // The job's id is made here; a repeated command gets the first answer, so its body must not hold the new id.
      id: request.id,
      chain: jobChain(jobId),
      by,
      body: { open: request },
      bodyChain: 'job',
      decide: (_state, at, tx) => this.decideOpening(request, by, at, tx),
    });
    return { jobId: outcome.entries[0]?.entry.job ?? jobId, outcome };
  }

  /** @param keep puts on the disk what the event speaks of, once it is decided that there will be one */
  async command(
    jobId: string,
    id: string,
    command: JobCommand,
    by: Actor,
    keep?: () => void,
  ): Promise<Outcome> {
    await this.warm();
    await this.state(jobId);
    const { ledger } = this.services;
    return ledger.execute({
      id,
      chain: jobChain(jobId),
      by,
      body: command,
      decide: async (state, at, tx) => {
        if (state === undefined) throw ProblemError.of('JOB_UNKNOWN', { job: jobId });
        const facts = factsFor(this.services, state, command, by, at);
        if (command.type !== 'correctSerial') {
          const decided = orThrow(decideJob(state, command, facts));
          keep?.();
          return decided;
        }
        const serial = command.serial.trim();
        const engineOfSerial = await this.engineOf(tx, state.engine.model, serial);
        const events = orThrow(decideJob(state, command, { ...facts, engineOfSerial }));
        await this.refuseSecondJob(tx, state.engine.model, serial, jobId);
        return events;
      },
      // The last gate closes the record: what is known of the one before it, and the seal, follow in the same transaction.
      closings: [
        (state, _stand, tx) => this.earlierRecord(state, command, tx),
        (state, { length, hash }): readonly NewEvent[] => {
          const seals = sealingEvent(state, command);
          return seals === undefined
            ? []
            : [
                {
                  type: seals,
                  v: 1,
                  data: {
                    length,
                    hash,
                    signature: this.services.sealKey.sign(sealText(state.id, { length, hash })),
                  },
                },
              ];
        },
      ],
    });
  }
  /** The record before this one, as it stands when this one is sealed: a supplement that is left off later is missed here. */
  private async earlierRecord(state: JobState, command: JobCommand, tx: Tx): Promise<readonly NewEvent[]> {
    if (sealingEvent(state, command) !== 'recordSealed') return [];
    const before = (await projectionStore.jobsOfEngine(tx, state.engine.id)).findLast(
      ({ jobId, sealDigest }) => jobId !== state.id && sealDigest !== null,
    );
    if (before?.sealDigest == null) return [];
    const { sealDigest: seal, supplements, lastSeal } = before;
    return [{ type: 'earlierRecordStated', v: 1, data: { seal, supplements, last: lastSeal ?? seal } }];
  }
  /** The engine that has a serial, by the jobs that the shop had of it; a new one where it had none. */
  private async engineOf(tx: Tx, model: string, serial: string) {
    const known = await projectionStore.jobsOfSerial(tx, model, serial);
    return {
      id: known[0]?.engineId ?? randomUUID(),
      previousSeal: known.findLast(({ sealDigest }) => sealDigest !== null)?.sealDigest ?? null,
    };
  }

  /** @throws ProblemError JOB_UNKNOWN */
  async state(jobId: string): Promise<JobState> {
    const state = await this.services.ledger.state(jobChain(jobId));
    if (state === undefined) throw ProblemError.of('JOB_UNKNOWN', { job: jobId });
    return state;
  }

  /** The sealed job of this engine before this one was opened; undefined where the shop had none. */
  async earlier(jobId: string): Promise<EarlierJob | undefined> {
    const state = await this.state(jobId);
    const before = (await projectionStore.jobsOfEngine(this.services.db.read, state.engine.id)).findLast(
      (each) => each.jobId !== jobId && each.sealDigest !== null && each.openedAt <= state.opened.at,
    );
    return before === undefined ? undefined : earlierJob(await this.state(before.jobId));
  }

  /** What arrived in the library since the limits were pinned; of a sealed job nothing is news. */
  async news(jobId: string): Promise<LimitNews> {
    await this.warm();
    return this.newsOf(await this.state(jobId));
  }
  async newsOf(state: JobState): Promise<LimitNews> {
    await this.warm();
    const nothing: LimitNews = { documents: [], moved: [], declined: null, changes: null, model: null };
    if (state.seal !== undefined) return nothing;
    const on = this.services.clock.now().slice(0, 10);
    const documents = currentDocuments(this.services, state, on);
    const moved = documentsSincePin(state, documents);
    const declined = declinedNews(state, documents);
    return {
      documents: [...documents],
      moved: [...moved],
      declined:
        declined === undefined ? null : { by: declined.by.name, at: declined.at, reason: declined.reason },
      changes: moved.length === 0 ? null : pinChanges(state, freshPin(this.services, state, on)),
      model: modelNews(this.services, state),
    };
  }

  /** The registers are read inside the queue without waiting, so they are loaded before it. */
  private async warm(): Promise<void> {
    const { ledger } = this.services;
    await ledger.state(LIBRARY);
    await ledger.state(INSTRUMENTS);
    await ledger.state(PEOPLE);
  }

  private async decideOpening(
    request: OpenJobRequest,
    by: Actor,
    at: string,
    tx: Tx,
  ): Promise<readonly NewEvent[]> {
    const { ledger, catalogue } = this.services;
    const shop = ledger.known(PEOPLE)?.shop;
    if (shop === undefined) throw ProblemError.of('NOT_SET_UP', {});
    const library = ledger.known(LIBRARY) ?? EMPTY_LIBRARY;
    const model = own(library.models, request.engine.model)?.model;
    if (model === undefined) throw ProblemError.of('MODEL_UNKNOWN', { model: request.engine.model });
    if ((await projectionStore.jobOfNumber(tx, request.job.number)) !== undefined)
      throw ProblemError.of('JOB_NUMBER_TAKEN', { job: request.job.number });
    const serial = request.engine.serial.trim();
    await this.refuseSecondJob(tx, model.id, serial);
    const known = await this.engineOf(tx, model.id, serial);

    const size = (path: string, text: string): Nanometres | null => {
      if (text === '') return null;
      const nm = decimalLength(text.replace(',', '.'), model.bore.unit);
      if (nm !== undefined) return nm;
      throw ProblemError.of('BODY_WRONG', { path, message: `"${text}" is not a size in ${model.bore.unit}` });
    };
    const oversize = size('engine.oversize', request.engine.oversize);
    const measuredBore = size('engine.measuredBore', request.engine.measuredBore ?? '');
    const engine: EngineFacts = {
      ...request.engine,
      serial,
      oversize,
      measuredBore,
      ringMaker: request.engine.ringMaker ?? null,
      diameterBasis: request.engine.diameterBasis ?? null,
      serialRemark: request.engine.serialRemark ?? null,
      id: known.id,
      modelName: `${model.maker} ${model.name}`,
    };
    const { number, duty, reason } = request.job;
    const route = routeAsked(routesOf(catalogue.routes, library), request.route);
    const pin = pinToday(this.services, model, { ...engine, duty }, route, 1, at.slice(0, 10));
    const opening = {
      job: {
        number,
        duty,
        reason,
        shop: shop.name,
        previousSeal: known.previousSeal,
      },
      engine,
      pin,
      route,
      secondPerson: model.engineClass === 'aircraft' ? ('required' as const) : shop.secondPerson,
      zone: shop.zone,
    };
    return orThrow(decideOpening(opening, { by }));
  }

  /** One open job per engine. */
  private async refuseSecondJob(tx: Tx, model: string, serial: string, except?: string): Promise<void> {
    const jobs = await projectionStore.jobsOfSerial(tx, model, serial);
    const other = jobs.find((job) => job.sealedAt === null && job.jobId !== except);
    if (other !== undefined) throw ProblemError.of('ENGINE_HAS_OPEN_JOB', { serial, job: other.number });
  }
}

/** @throws ProblemError ROUTE_UNKNOWN */
function routeAsked(routes: readonly Route[], asked: string | undefined): Route {
  const route = asked === undefined ? routes[0] : routes.find(({ id }) => id === asked);
  if (route !== undefined) return route;
  throw ProblemError.of('ROUTE_UNKNOWN', { route: asked ?? '', known: routes.map(({ id }) => id) });
}

/** Which seal a command ends with: that of the record after its last signature, or that of a supplement. */
function sealingEvent(state: JobState, command: JobCommand): 'recordSealed' | 'supplementSealed' | undefined {
  if (command.type === 'addSupplement') return 'supplementSealed';
  const last = state.route.gates.at(-1);
  const isLast = command.type === 'signGate' && command.gate === last?.stage;
  return isLast && signatureOf(state, last.stage) !== undefined ? 'recordSealed' : undefined;
}
