import { randomUUID } from 'node:crypto';
import {
  addByDocuments,
  currentRevisions,
  decideLibrary,
  EMPTY_LIBRARY,
  policyOf,
  revisionState,
  own,
} from '@oak-gate/core';
import type {
  Actor,
  Characteristic,
  EngineModel,
  KeptRevision,
  LibraryCommand,
  LibraryState,
  LimitPolicy,
  RevisionState,
} from '@oak-gate/core';
import { orThrow, ProblemError } from '../platform/problem-error';
import { LIBRARY, PEOPLE } from '../record';
import type { Outcome } from '../record';
import type { Services } from '../services';
import { foreignFiles } from './grid/foreign-files';

/** Reads the library and carries commands to its chain. */
export class Library {
  /** What somebody sent is read in a thread of its own. */
  readonly files = foreignFiles;

  constructor(readonly services: Services) {}

  async state(): Promise<LibraryState> {
    return (await this.services.ledger.state(LIBRARY)) ?? EMPTY_LIBRARY;
  }
  today(): string {
    return this.services.clock.now().slice(0, 10);
  }

  /** @param keep puts on the disk what the event speaks of, once it is decided that there will be one */
  async execute(
    id: string,
    command: LibraryCommand,
    by: Actor,
    { isLarge = false, keep }: { readonly isLarge?: boolean; readonly keep?: () => void } = {},
  ): Promise<Outcome> {
    const { ledger, catalogue } = this.services;
    await ledger.state(PEOPLE);
    return ledger.execute({
      id,
      chain: LIBRARY,
      by,
      body: command,
      isLarge,
      decide: (now = EMPTY_LIBRARY, at) => {
        const events = orThrow(
          decideLibrary(now, command, {
            by,
            at,
            secondPerson: ledger.known(PEOPLE)?.shop?.secondPerson ?? 'required',
            shipped: catalogue.characteristics,
            shippedRoutes: catalogue.routes,
          }),
        );
        keep?.();
        return events;
      },
    });
  }
  /** The same for a command that nobody but this server sends. */
  async run(command: LibraryCommand, by: Actor): Promise<Outcome> {
    return this.execute(randomUUID(), command, by, { isLarge: true });
  }

  /** @throws ProblemError REVISION_UNKNOWN */
  async revision(id: string): Promise<KeptRevision> {
    const kept = own((await this.state()).revisions, id);
    if (kept === undefined) throw ProblemError.of('REVISION_UNKNOWN', { revision: id });
    return kept;
  }
  /** @throws ProblemError MODEL_UNKNOWN */
  async model(id: string): Promise<EngineModel> {
    const found = own((await this.state()).models, id)?.model;
    if (found === undefined) throw ProblemError.of('MODEL_UNKNOWN', { model: id });
    return found;
  }

  characteristics(state: LibraryState): readonly Characteristic[] {
    return [...this.services.catalogue.characteristics, ...Object.values(state.characteristics)];
  }
  policy(state: LibraryState, model: EngineModel): LimitPolicy {
    return policyOf(state, model.engineClass, this.services.catalogue.policyFor);
  }
  standing(state: LibraryState, kept: KeptRevision): RevisionState {
    const on = this.today();
    return revisionState(kept, currentRevisions(state, on), on);
  }

  /** The models that a document speaks of, with the stations that documents in force have added to them. */
  modelsOf(state: LibraryState, { revision }: Pick<KeptRevision, 'revision'>): readonly EngineModel[] {
    return Object.values(state.models)
      .map(({ model }) => model)
      .filter(({ id }) => revision.appliesTo.models?.includes(id) !== false)
      .map((model) => this.withStations(state, model, revision.number));
  }
  /**
   * A model with the stations that documents in force have added to it.
   * @param except the number of a document that does not count: a row may not rest on what its own document adds
   */
  withStations(state: LibraryState, model: EngineModel, except?: string): EngineModel {
    const about = currentRevisions(state, this.today()).filter(
      ({ revision }) => revision.number !== except && revision.appliesTo.models?.includes(model.id) !== false,
    );
    return addByDocuments(
      { model, characteristics: [] },
      {
        documents: about.map((each) => each.revision),
        rows: about.flatMap(({ rows }) => rows.map((row) => ({ ...row, appliesTo: {} }))),
        policy: this.policy(state, model),
        context: {},
      },
    ).model;
  }
}
