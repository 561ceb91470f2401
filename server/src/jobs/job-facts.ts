import { gateStatement, modelChangeWords } from '@oak-gate/contract';
import type { LimitNews } from '@oak-gate/contract';
import {
  contextOf,
  currentRevisions,
  documentsFor,
  EMPTY_LIBRARY,
  gateRule,
  NO_INSTRUMENTS,
  cylinderContexts,
  forDocuments,
  judgingOf,
  modelChanges,
  pinContext,
  pinLimits,
  policyOf,
  own,
  versionPinned,
} from '@oak-gate/core';
import type {
  Actor,
  Characteristic,
  CheckedDocument,
  EngineFacts,
  EngineModel,
  Facts,
  JobCommand,
  JobState,
  KeptModel,
  LibraryState,
  LimitsPin,
  ModelVersion,
  Route,
} from '@oak-gate/core';
import { ProblemError } from '../platform/problem-error';
import { INSTRUMENTS, LIBRARY } from '../record';
import type { Services } from '../services';

type Registers = Pick<Services, 'ledger' | 'catalogue'>;

/** What would be pinned for this engine today, of what the route measures; what the shop added itself is in it. */
export function pinToday(
  { ledger, catalogue }: Registers,
  model: EngineModel,
  engine: EngineFacts & { readonly duty: string },
  route: Route,
  pin: number,
  on: string,
): LimitsPin {
  const library = ledger.known(LIBRARY) ?? EMPTY_LIBRARY;
  const { context, diameterBasis } = pinContext(model, engine, engine.duty);
  return pinLimits({
    pin,
    on,
    model,
    characteristics: [...catalogue.characteristics, ...Object.values(library.characteristics)]
      .filter(({ id }) => route.gates.some(({ sheets }) => sheets.includes(id)))
      .map((each) => asShopAsks(library, each)),
    revisions: currentRevisions(library, on),
    policy: policyOf(library, model.engineClass, catalogue.policyFor),
    judging: judgingOf(library.judging, model.engineClass),
    engine: context,
    diameterBasis,
    cylinders: cylinderContexts(model, engine),
  });
}

/** A characteristic with what the shop asks of everybody who measures it. */
function asShopAsks({ temperatures, secondLooks }: LibraryState, each: Characteristic): Characteristic {
  const { asked, tolerance } = own(secondLooks, each.id) ?? { asked: false, tolerance: null };
  return {
    ...each,
    ...(temperatures.includes(each.id) ? { temperatures: true as const } : {}),
    ...(asked ? { secondLook: true as const } : {}),
    ...(tolerance === null ? {} : { tolerance }),
  };
}

/**
 * The model of a job as it holds now, and the version of it that the job was opened with and keeps: what is measured on an engine
 * is not changed under the hands of those who measure it.
 * @throws ProblemError MODEL_UNKNOWN
 */
function modelKept(
  { ledger }: Pick<Services, 'ledger'>,
  state: Pick<JobState, 'engine' | 'pins'>,
): { readonly kept: KeptModel; readonly mine: ModelVersion } {
  const library = ledger.known(LIBRARY) ?? EMPTY_LIBRARY;
  const kept = own(library.models, state.engine.model);
  if (kept === undefined) throw ProblemError.of('MODEL_UNKNOWN', { model: state.engine.model });
  const pinned = state.pins.at(-1)?.model;
  return { kept, mine: (pinned === undefined ? undefined : versionPinned(kept, pinned)) ?? kept };
}
/** What a newer version of its model would have changed for a job; null where it has the one that holds. */
export function modelNews(services: Pick<Services, 'ledger'>, state: JobState): LimitNews['model'] {
  const { kept, mine } = modelKept(services, state);
  if (mine.digest === kept.digest) return null;
  return {
    ...{ mine: mine.version, now: kept.version },
    changes: modelChanges(mine.model, kept.model).map(modelChangeWords),
  };
}

/** What would be pinned for an open job today. @throws ProblemError MODEL_UNKNOWN */
export function freshPin(services: Registers, state: JobState, on: string): LimitsPin {
  const model = modelKept(services, state).mine.model;
  const engine = { ...state.engine, duty: state.job.duty };
  return pinToday(services, model, engine, state.route, state.pins.length + 1, on);
}
export const documentsOf = (pin: LimitsPin): readonly CheckedDocument[] =>
  pin.documents.map(({ id, digest }) => ({ id, digest }));

/** The commands that are decided by what the library says now. */
const ASKS_LIBRARY: readonly JobCommand['type'][] = ['checkDocuments', 'pinAgain', 'declinePin', 'signGate'];

/** The facts that a command is decided with: read inside the queue, so that they are as new as the job's own state. */
export function factsFor(
  services: Registers,
  state: JobState,
  command: JobCommand,
  by: Actor,
  at: string,
): Facts {
  const on = at.slice(0, 10);
  const register = services.ledger.known(INSTRUMENTS) ?? NO_INSTRUMENTS;
  const named = instrumentNamed(command);
  const instrument = named === undefined ? undefined : own(register.instruments, named);
  const asksLibrary = ASKS_LIBRARY.includes(command.type);
  if (!asksLibrary) return { at, by, ...(instrument === undefined ? {} : { instrument }) };

  // Only a new pin needs the limits; everybody else asks which documents there are.
  if (command.type === 'pinAgain') {
    const fresh = freshPin(services, state, on);
    return { at, by, freshPin: fresh, currentDocuments: documentsOf(fresh) };
  }
  const gate = command.type === 'signGate' ? gateRule(state, command.gate) : undefined;
  return {
    at,
    by,
    currentDocuments: currentDocuments(services, state, on),
    ...(gate === undefined ? {} : { wordsToSign: gateStatement(state, gate).words }),
  };
}

/** The documents that are current today for an open job's engine. */
export function currentDocuments(
  { ledger }: Registers,
  state: Pick<JobState, 'engine' | 'job' | 'pins'>,
  on: string,
): readonly CheckedDocument[] {
  const library = ledger.known(LIBRARY) ?? EMPTY_LIBRARY;
  const { model } = modelKept({ ledger }, state).mine;
  const { context } = pinContext(model, state.engine, state.job.duty);
  const asked = contextOf(model, context);
  // A job is asked about documents as they were chosen when its limits were pinned.
  return documentsFor(currentRevisions(library, on), forDocuments(asked, state.pins.at(-1)?.version));
}

function instrumentNamed(command: JobCommand): string | undefined {
  if (command.type === 'takeReading' || command.type === 'takeInstrument')
    return command.instrument ?? undefined;
  return command.type === 'correctReading' ? (command.instead?.instrument ?? undefined) : undefined;
}
