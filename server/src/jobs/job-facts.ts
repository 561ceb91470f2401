import { gateStatement } from '@oak-gate/contract';
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
  pinContext,
  pinLimits,
  policyOf,
  own,
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
  LibraryState,
  LimitsPin,
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

/** What would be pinned for an open job today. @throws ProblemError MODEL_UNKNOWN */
export function freshPin(services: Registers, state: JobState, on: string): LimitsPin {
  const library = services.ledger.known(LIBRARY) ?? EMPTY_LIBRARY;
  const model = own(library.models, state.engine.model)?.model;
  if (model === undefined) throw ProblemError.of('MODEL_UNKNOWN', { model: state.engine.model });
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
  const model = own(library.models, state.engine.model)?.model;
  if (model === undefined) throw ProblemError.of('MODEL_UNKNOWN', { model: state.engine.model });
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
