import { currentRevisions, EMPTY_LIBRARY, NO_INSTRUMENTS, pinLimits } from '@oak-gate/core';
import type { Actor, EngineFacts, EngineModel, Facts, JobCommand, JobState, LimitsPin } from '@oak-gate/core';
import { plus } from '@oak-gate/core';
import { ProblemError } from '../platform/problem-error';
import { INSTRUMENTS, LIBRARY } from '../record';
import type { Services } from '../services';

type Registers = Pick<Services, 'ledger' | 'catalogue'>;

/** What would be pinned for this engine today. */
export function pinToday(
  { ledger, catalogue }: Registers,
  model: EngineModel,
  engine: EngineFacts & { readonly duty: string },
  pin: number,
  on: string,
): LimitsPin {
  const library = ledger.known(LIBRARY) ?? EMPTY_LIBRARY;
  const { serial, buildDate, oversize, pistonMaterial, ringPartNumber, duty } = engine;
  return pinLimits({
    pin,
    on,
    model,
    characteristics: catalogue.characteristics.filter(({ id }) =>
      catalogue.route.gates.some(({ sheets }) => sheets.includes(id)),
    ),
    revisions: currentRevisions(library, on),
    policy: catalogue.policyFor(model.engineClass),
    engine: {
      serial,
      oversize,
      duty,
      diameter: plus(model.bore.nm, oversize),
      ...(buildDate === null ? {} : { buildDate }),
      ...(pistonMaterial === null ? {} : { pistonMaterial }),
      ...(ringPartNumber === null ? {} : { partNumber: ringPartNumber }),
    },
  });
}

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
  const instrument = named === undefined ? undefined : register.instruments[named];
  const asksLibrary =
    command.type === 'checkDocuments' || command.type === 'pinAgain' || command.type === 'correctSerial';
  if (!asksLibrary) return { at, by, ...(instrument === undefined ? {} : { instrument }) };

  const library = services.ledger.known(LIBRARY) ?? EMPTY_LIBRARY;
  const model = library.models[state.engine.model]?.model;
  if (model === undefined) throw ProblemError.of('MODEL_UNKNOWN', { model: state.engine.model });
  const serial = command.type === 'correctSerial' ? command.serial.trim() : state.engine.serial;
  const fresh = pinToday(
    services,
    model,
    { ...state.engine, serial, duty: state.job.duty },
    state.pins.length + 1,
    on,
  );
  return {
    at,
    by,
    freshPin: fresh,
    currentDocuments: fresh.documents.map(({ id, digest }) => ({ id, digest })),
  };
}

function instrumentNamed(command: JobCommand): string | undefined {
  if (command.type === 'takeReading' || command.type === 'takeInstrument') return command.instrument;
  return command.type === 'correctReading' ? command.instead?.instrument : undefined;
}
