import type { Problem } from '../kernel/problem-data';
import { own } from '../kernel/own';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { holdsOneOf } from '../kernel/actor';
import type { Actor } from '../kernel/actor';
import { sameData } from '../kernel/same-data';
import { digestOf } from '../record/digest';
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
  /** What it is, said anew: a blade that broke off, another uncertainty. Readings keep the gauge as it was when they were taken. */
  instrumentChanged: register<{ readonly instrument: Instrument; readonly reason: string }>()(
    1,
    ({ instruments }, { instrument }) => ({ instruments: { ...instruments, [instrument.id]: instrument } }),
  ),
  clockSteppedBack: clockSteppedBack<InstrumentsState>(),
  clockPutRight: clockPutRight<InstrumentsState>(),
};
export type InstrumentEventData = DataIn<typeof INSTRUMENT_EVENTS>;
export type InstrumentEvent = EventIn<typeof INSTRUMENT_EVENTS>;
export type InstrumentCommand =
  | { readonly type: 'registerInstrument'; readonly instrument: Instrument }
  | {
      readonly type: 'changeInstrument';
      readonly instrument: Omit<Instrument, 'calibratedOn' | 'dueOn'>;
      /** The digest of the gauge as it was seen. */
      readonly seen: string;
      readonly reason: string;
    }
  | {
      readonly type: 'recordCheck';
      readonly instrument: string;
      readonly calibratedOn: string;
      readonly dueOn: string;
      readonly certificate: string;
    };

/** The blades of a set, or the marks of a card, ascending. */
function bladesOf({
  kind,
  blades,
}: Pick<Instrument, 'kind' | 'blades'>): Result<Instrument['blades'], Problem> {
  if (kind !== 'sizeGauge' && blades.length === 0)
    return refuse('BLADES_WRONG', { blade: '', because: 'none' });
  const twice = blades.find((blade, i) => blades.findIndex(({ nm }) => nm === blade.nm) !== i);
  if (twice !== undefined) return refuse('BLADES_WRONG', { blade: twice.text, because: 'twice' });
  return ok([...blades].sort((a, b) => a.nm - b.nm));
}

const KEEPERS = ['steward', 'manager'] as const;

/** Decides what enters the instrument register. */
export function decideInstruments(
  state: InstrumentsState,
  command: InstrumentCommand,
  by: Actor,
): Result<readonly InstrumentEvent[], Problem> {
  if (!holdsOneOf(by, KEEPERS))
    return refuse('MAY_NOT', { action: 'keep the instruments', needs: KEEPERS, person: by.name });
  if (command.type !== 'changeInstrument') {
    const dates = command.type === 'registerInstrument' ? command.instrument : command;
    if (dates.calibratedOn >= dates.dueOn)
      return refuse('DATES_WRONG', { issued: dates.calibratedOn, effective: dates.dueOn });
  }
  switch (command.type) {
    case 'registerInstrument': {
      const { instrument } = command;
      if (Object.hasOwn(state.instruments, instrument.id))
        return refuse('ALREADY_THERE', { what: 'instrument', id: instrument.id });
      const blades = bladesOf(instrument);
      if (!blades.ok) return blades;
      const registered = { ...instrument, blades: blades.value };
      return ok([{ type: 'instrumentRegistered', v: 1, data: { instrument: registered } }]);
    }
    case 'changeInstrument': {
      const { instrument, seen } = command;
      const known = own(state.instruments, instrument.id);
      if (known === undefined) return refuse('INSTRUMENT_UNKNOWN', { instrument: instrument.id });
      if (digestOf(known) !== seen) return refuse('GAUGE_MOVED', { instrument: instrument.id });
      const reason = command.reason.trim();
      if (reason === '') return refuse('REASON_MISSING', { action: 'change an instrument' });
      const blades = bladesOf(instrument);
      if (!blades.ok) return blades;
      const { calibratedOn, dueOn } = known;
      const changed = { ...instrument, calibratedOn, dueOn, blades: blades.value };
      return ok(
        sameData(changed, known)
          ? []
          : [{ type: 'instrumentChanged', v: 1, data: { instrument: changed, reason } }],
      );
    }
    case 'recordCheck': {
      const { type: _, ...check } = command;
      if (!Object.hasOwn(state.instruments, command.instrument))
        return refuse('INSTRUMENT_UNKNOWN', { instrument: command.instrument });
      return ok([{ type: 'instrumentChecked', v: 1, data: check }]);
    }
  }
}
