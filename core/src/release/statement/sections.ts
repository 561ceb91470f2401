import { own } from '../../kernel/own';
import { parsePlaceKey } from '../../engines/place';
import { kindsBehind, placeAt, reportsBehind, restOnKind } from '../../bench/places';
import { currentPin } from '../../library/limit-in-force';
import type { PartKind } from '../../engines/characteristic';
import { saidOf } from '../../engines/parts';
import type { Part } from '../../engines/parts';
import { asksInspection } from '../../inspection/inspection-stand';
import { asksMap, refitParts } from '../../strip/as-found';
import { signatureOf } from '../gates';
import type { GateSlice } from '../gate-waits';
import { notesAbout, openMatters } from '../open-matters';
import { restsOn, sheetsBehind } from '../../route/route';
import type { GateRule } from '../../route/route';

/** What a topic puts under a signature: data that the same state gives on every machine, in canonical order. */
export interface StatementSection {
  /** Raised when what it covers changes. The signature says which one it was; an older one stays in this file beside it. */
  readonly version: number;
  readonly covers: (state: GateSlice, gate: GateRule) => unknown;
  /** What versions before this one covered: old signatures are of that. */
  readonly older?: Readonly<Record<number, (state: GateSlice, gate: GateRule) => unknown>>;
}

const onSheets =
  (sheets: readonly string[]) =>
  (key: string): boolean =>
    sheets.includes(parsePlaceKey(key)?.characteristic ?? '');
const statusesBehind = (state: GateSlice, gate: GateRule) =>
  openMatters(state, sheetsBehind(state.route, gate)).statuses;

const limitsBehind = (state: GateSlice, gate: GateRule) => {
  const isBehind = onSheets(sheetsBehind(state.route, gate));
  return state.limitDecisions.filter(({ pin, fit }) => pin === currentPin(state)?.pin && isBehind(fit));
};
const notApplicableBehind = (state: GateSlice, gate: GateRule) =>
  statusesBehind(state, gate)
    .filter(({ state: word }) => word === 'notApplicable')
    .map(({ key }) => ({ key, reason: placeAt(state, key).notApplicable?.reason ?? null }));

const lyingParts = (state: GateSlice, isAsked: (kind: PartKind) => boolean): readonly Part[] =>
  state.parts
    .values()
    .filter(({ kind, slot }) => slot !== null && isAsked(kind))
    .sort((a, b) => (a.id < b.id ? -1 : 1));

/**
 * Every topic that has something to say of the state behind a gate. What a gate has nothing of is empty: no reading behind
 * Arrival, so nothing of readings is signed there. A topic that is added later is in what is signed from then on.
 */
const sections = {
  identity: {
    version: 1,
    covers: ({ job, engine, identity }) => ({ job, engine, readBy: identity?.seq ?? null }),
  },
  documents: {
    version: 1,
    covers: (state) => {
      const pin = currentPin(state);
      return {
        pin: pin?.pin ?? 0,
        documents: pin?.documents.map(({ id, digest }) => ({ id, digest })) ?? [],
        checked: state.documentsChecked?.seq ?? null,
        declined: state.declined.map(({ seq }) => seq),
      };
    },
  },
  /** Those that were taken, for a gate that asks whether they are in date; elsewhere those that the readings were taken with. */
  instruments: {
    version: 1,
    covers: (state, gate) =>
      gate.conditions.includes('instrumentsInDate')
        ? Object.values(state.instruments)
        : [
            ...new Map(
              statusesBehind(state, gate).flatMap(({ reading }) =>
                reading?.instrument == null
                  ? []
                  : [[`${reading.instrument.id} ${reading.instrument.dueOn}`, reading.instrument] as const],
              ),
            ).values(),
          ].map(({ id, calibratedOn, dueOn }) => ({ id, calibratedOn, dueOn })),
  },
  readings: {
    version: 1,
    covers: (state, gate) =>
      statusesBehind(state, gate).map(({ key, state: word, reading }) => ({
        key,
        word,
        reading: reading?.seq ?? null,
        parts: reading?.parts ?? [],
      })),
  },
  parts: {
    version: 3,
    covers: (state, gate) => {
      const sheets = sheetsBehind(state.route, gate);
      return lyingParts(state, (kind) => restOnKind(state, sheets, kind)).map((part) => ({
        ...{ id: part.id, slot: part.slot, state: part.state, condition: part.condition },
        ...saidOf(part),
      }));
    },
    older: {
      2: (state, gate) => {
        const sheets = sheetsBehind(state.route, gate);
        return lyingParts(state, (kind) => restOnKind(state, sheets, kind)).map(
          ({ id, slot, state: is, condition, partNumber, lot, maker, material }) => {
            const known = { partNumber, lot, maker, material };
            return { id, slot, state: is, condition, ...known };
          },
        );
      },
      1: (state, gate) => {
        const kinds = kindsBehind(state, sheetsBehind(state.route, gate));
        return lyingParts(state, (kind) => kinds.has(kind)).map(
          ({ id, slot, state: is, condition, partNumber, lot }) => {
            return { id, slot, state: is, condition, partNumber, lot };
          },
        );
      },
    },
  },
  /** How everything lay that was put down on the map, for the gate of the map; what was decided of it, for those after. */
  asFound: {
    version: 1,
    covers: (state, gate) => {
      if (!asksMap(state)) return null;
      if (!gate.conditions.includes('mapComplete'))
        return state.oddDecided.map(({ finding, keep, seq }) => ({ finding, keep, seq }));
      return state.asFound
        .values()
        .map(({ slot, part, way, cannotTell, odd, atBuild, seq }) => ({
          ...{ slot, part, way, cannotTell, odd, atBuild, seq },
        }))
        .sort((a, b) => (a.slot < b.slot ? -1 : 1));
    },
  },
  /** Which way round what ran in was put back, for the gate that asks for it. */
  refit: {
    version: 1,
    covers: (state, gate) =>
      gate.conditions.includes('partsRefitted')
        ? refitParts(state).map(({ part, slot, said }) => ({
            part,
            slot,
            way: said?.way ?? null,
            seq: said?.seq ?? 0,
          }))
        : null,
  },
  /** What was found on every face, for the gate of the inspection; what was decided of it, for those after. */
  inspection: {
    version: 1,
    covers: (state, gate) => {
      if (!asksInspection(state)) return null;
      const decided = state.looksDecided.map(({ finding, seq }) => ({ finding, seq }));
      if (!gate.conditions.includes('partsInspected')) return decided;
      const looks = state.looks
        .values()
        .map(({ slot, part, item, condition, found, seq }) => ({ slot, part, item, condition, found, seq }))
        .sort((a, b) => a.seq - b.seq || (a.part < b.part ? -1 : 1));
      return { looks, decided };
    },
  },
  /** Reports that nobody has settled: a gate is not signed over one, and a later format may say otherwise. */
  reports: {
    version: 1,
    covers: (state, gate) => reportsBehind(state, sheetsBehind(state.route, gate)).map(({ seq }) => seq),
  },
  concessions: {
    version: 1,
    covers: (state, gate) =>
      statusesBehind(state, gate)
        .filter(({ conceded }) => conceded)
        .map(({ key }) => ({ key, granted: own(state.concessions, key)?.seq ?? null })),
  },
  /** Places that a person said are not applicable, and who was out of date: decisions that are no reading. */
  decisions: {
    version: 2,
    covers: (state, gate) => {
      const limits = limitsBehind(state, gate).map(({ fit, partState, of = null, rows, by, secondLook }) => ({
        fit,
        partState,
        of,
        rows,
        by,
        secondLook,
      }));
      // What was decided of a tool that only other stages used is theirs.
      const used = new Set(
        statusesBehind(state, gate).flatMap(({ reading }) => reading?.instrument?.id ?? []),
      );
      const instruments = Object.entries(state.acceptedInstruments).filter(([id]) => used.has(id));
      return {
        notApplicable: notApplicableBehind(state, gate),
        limits,
        instruments: Object.fromEntries(instruments),
      };
    },
    older: {
      1: (state, gate) => {
        const limits = limitsBehind(state, gate).map(({ fit, partState, rows, by, secondLook }) => ({
          fit,
          partState,
          rows,
          by,
          secondLook,
        }));
        return {
          notApplicable: notApplicableBehind(state, gate),
          limits,
          instruments: state.acceptedInstruments,
        };
      },
    },
  },
  notes: {
    version: 1,
    covers: (state, gate) =>
      notesAbout(state, sheetsBehind(state.route, gate))
        .flatMap((id) => {
          const accepted = own(state.acceptedNotes, id);
          return accepted === undefined ? [] : [{ id, seq: accepted.seq, pin: accepted.pin }];
        })
        .sort((a, b) => a.seq - b.seq),
  },
  gatesBefore: {
    version: 1,
    covers: (state, gate) =>
      restsOn(state.route, gate).map(({ stage }) => ({
        stage,
        digest: signatureOf(state, stage)?.digest ?? null,
      })),
  },
} satisfies Record<string, StatementSection>;

export type StatementTopic = keyof typeof sections;
export const STATEMENT_SECTIONS: Readonly<Record<StatementTopic, StatementSection>> = sections;
export const STATEMENT_TOPICS = Object.keys(sections) as readonly StatementTopic[];
/** The version of each section that is signed today. */
export type SectionVersions = Readonly<Record<string, number>>;
export const SECTIONS_NOW: SectionVersions = Object.fromEntries(
  Object.entries(STATEMENT_SECTIONS).map(([topic, { version }]) => [topic, version]),
);
