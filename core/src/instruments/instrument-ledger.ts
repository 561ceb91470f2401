import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { holdsOneOf } from '../kernel/actor';
import type { Actor } from '../kernel/actor';
import { clockPutRight, clockSteppedBack, event } from '../record/event-table';
import type { DataIn, EventIn } from '../record/event-table';
import type { Instrument } from './instrument';

export interface InstrumentsState {
  readonly instruments: Readonly<Record<string, Instrument>>;
}
export const NO_INSTRUMENTS: InstrumentsState = { instruments: {} };

const register = <D>() => event<D, InstrumentsState>();
/** Everything that can stand in the chain of instruments. */
export const INSTRUMENT_EVENTS = {
  instrumentRegistered: register<{ readonly instrument: Instrument }>()(
    1,
    ({ instruments }, { instrument }) => ({ instruments: { ...instruments, [instrument.id]: instrument } }),
  ),
  instrumentChecked: register<{
    readonly instrument: string;
    readonly calibratedOn: string;
    readonly dueOn: string;
    readonly certificate: string;
  }>()(1, ({ instruments }, { instrument: id, calibratedOn, dueOn }) => {
    const known = instruments[id];
    return known === undefined
      ? {}
      : { instruments: { ...instruments, [id]: { ...known, calibratedOn, dueOn } } };
  }),
  clockSteppedBack: clockSteppedBack<InstrumentsState>(),
  clockPutRight: clockPutRight<InstrumentsState>(),
};
export type InstrumentEventData = DataIn<typeof INSTRUMENT_EVENTS>;
export type InstrumentEvent = EventIn<typeof INSTRUMENT_EVENTS>;
export type InstrumentCommand =
  | { readonly type: 'registerInstrument'; readonly instrument: Instrument }
  | {
      readonly type: 'recordCheck';
      readonly instrument: string;
      readonly calibratedOn: string;
      readonly dueOn: string;
      readonly certificate: string;
    };

const KEEPERS = ['steward', 'manager'] as const;

/** Decides what enters the instrument register. */
export function decideInstruments(
  state: InstrumentsState,
  command: InstrumentCommand,
  by: Actor,
): Result<readonly InstrumentEvent[], Problem> {
  if (!holdsOneOf(by, KEEPERS))
    return refuse('MAY_NOT', { action: 'keep the instruments', needs: KEEPERS, person: by.name });
  const dates = command.type === 'registerInstrument' ? command.instrument : command;
  if (dates.calibratedOn >= dates.dueOn)
    return refuse('DATES_WRONG', { issued: dates.calibratedOn, effective: dates.dueOn });
  switch (command.type) {
    case 'registerInstrument': {
      const { instrument } = command;
      if (Object.hasOwn(state.instruments, instrument.id))
        return refuse('ALREADY_THERE', { what: 'instrument', id: instrument.id });
      if (instrument.kind !== 'sizeGauge' && instrument.blades.length === 0)
        return refuse('BLADES_WRONG', { blade: '', because: 'none' });
      const twice = instrument.blades.find(
        (blade, i) => instrument.blades.findIndex(({ nm }) => nm === blade.nm) !== i,
      );
      if (twice !== undefined) return refuse('BLADES_WRONG', { blade: twice.text, because: 'twice' });
      const blades = [...instrument.blades].sort((a, b) => a.nm - b.nm);
      return ok([{ type: 'instrumentRegistered', v: 1, data: { instrument: { ...instrument, blades } } }]);
    }
    case 'recordCheck': {
      const { type: _, ...check } = command;
      if (!Object.hasOwn(state.instruments, command.instrument))
        return refuse('INSTRUMENT_UNKNOWN', { instrument: command.instrument });
      return ok([{ type: 'instrumentChecked', v: 1, data: check }]);
    }
  }
}
