import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { holdsOneOf } from '../kernel/actor';
import type { Actor, Role } from '../kernel/actor';
import { workOn } from '../engines/parts';
import { parsePlaceKey } from '../engines/place';
import { refitParts } from '../strip/as-found';
import { workOfInspection } from '../inspection/decide-inspection';
import { kindsBehind, reportsBehind } from '../bench/places';
import { secondLook } from '../people/second-person';
import type { CheckedDocument } from './arrival';
import { gateRule, gateWaits, unsignedBefore } from './gate-waits';
import type { GateSlice } from './gate-waits';
import { statementAgain, STATEMENT_VERSION } from './statement/gate-statement';
import { SECTIONS_NOW } from './statement/sections';
import { signatureOf } from './gates';
import type { GateEvent, GateSignature } from './gates';
import { restingOn, sheetsBehind } from '../route/route';
import type { GateRule, Stage } from '../route/route';

export type GateCommand =
  | {
      readonly type: 'signGate';
      readonly gate: Stage;
      readonly digest: string;
      readonly words: readonly string[];
    }
  /** `signature`: the number of the signature that the person saw and wants void. */
  | {
      readonly type: 'reopenGate';
      readonly gate: Stage;
      readonly signature: number;
      readonly reason: string;
    }
  | { readonly type: 'addSupplement'; readonly text: string };

/** What the world says of a signature. */
export interface GateFacts {
  /** The documents that are current on that day, where the library was asked. */
  readonly currentDocuments?: readonly CheckedDocument[];
  /** The words that today's program would have signed; left out where a story is told again: words are what they were. */
  readonly wordsToSign?: readonly string[];
  /** How a signature of a story that is told again was composed; today's way where nothing is said. */
  readonly signedAs?: SignedAs;
}
type SignedAs = Pick<GateSignature, 'statement' | 'sections'>;
const SIGNED_NOW: SignedAs = { statement: STATEMENT_VERSION, sections: SECTIONS_NOW };

/** Decides signatures. The PIN was checked before: here is decided whether this person may sign this, now. */
export function decideGates(
  state: GateSlice,
  command: GateCommand,
  by: Actor,
  at: string,
  { currentDocuments, wordsToSign, signedAs = SIGNED_NOW }: GateFacts = {},
): Result<readonly GateEvent[], Problem> {
  if (command.type === 'addSupplement') return addSupplement(state, command.text, by);
  const gate = gateRule(state, command.gate);
  if (gate === undefined) return refuse('GATE_UNKNOWN', { gate: command.gate });
  if (!holdsOneOf(by, gate.signedBy)) {
    const action =
      command.type === 'signGate' ? `sign the ${gate.label} gate` : `reopen the ${gate.label} gate`;
    return refuse('MAY_NOT', { action, needs: gate.signedBy, person: by.name });
  }
  if (command.type === 'reopenGate') {
    if (command.reason.trim() === '') return refuse('REASON_MISSING', { action: 'reopen a gate' });
    const signature = signatureOf(state, gate.stage);
    if (signature === undefined) return refuse('GATE_NOT_SIGNED', { gate: gate.label });
    if (signature.seq !== command.signature)
      return refuse('STALE', {
        what: `${gate.label} gate`,
        basedOn: command.signature,
        now: signature.seq,
      });
    const voids = restingOn(state.route, gate.stage)
      .map(({ stage }) => stage)
      .filter((stage) => signatureOf(state, stage) !== undefined);
    return ok([
      { type: 'gateReopened', v: 1, data: { gate: gate.stage, reason: command.reason.trim(), voids } },
    ]);
  }
  if (signatureOf(state, gate.stage) !== undefined) return refuse('BEHIND_SIGNED_GATE', { gate: gate.label });
  const [before] = unsignedBefore(state, gate);
  if (before !== undefined) return refuse('GATE_BEFORE_OPEN', { gate: gate.label, before: before.label });
  const waits = gateWaits(state, gate, at.slice(0, 10), currentDocuments);
  if (waits.length > 0) return refuse('GATE_SHUT', { gate: gate.label, waits: waits.length });
  const { digest, words } = statementAgain(state, gate, { ...signedAs, words: command.words });
  if (digest !== command.digest)
    return refuse('GATE_CHANGED', { gate: gate.label, basedOn: command.digest, now: digest });
  if ((wordsToSign ?? words).join('\n') !== command.words.join('\n'))
    return refuse('WORDS_CHANGED', { gate: gate.label });
  const look = gate.independent
    ? secondLook(`sign the ${gate.label} gate`, workBehind(state, gate), by, at, state.secondPerson)
    : ok(undefined);
  if (!look.ok) return look;
  return ok([
    {
      type: 'gateSigned',
      v: 3,
      data: {
        gate: gate.stage,
        digest,
        words,
        samePerson: look.value ?? null,
        ...signedAs,
      },
    },
  ]);
}

const SUPPLEMENTERS: readonly Role[] = ['inspector', 'releaser'];

/** After the seal nothing is written but a supplement, which says what became known later. */
function addSupplement(state: GateSlice, text: string, by: Actor): Result<readonly GateEvent[], Problem> {
  if (!holdsOneOf(by, SUPPLEMENTERS)) {
    return refuse('MAY_NOT', { action: 'add to a sealed record', needs: SUPPLEMENTERS, person: by.name });
  }
  if (state.seal === undefined)
    return refuse('GATE_NOT_SIGNED', { gate: state.route.gates.at(-1)?.label ?? '' });
  if (text.trim() === '') return refuse('REASON_MISSING', { action: 'say what is to be added' });
  return ok([{ type: 'supplementAdded', v: 1, data: { text: text.trim() } }]);
}

/** Who did the work that the gate is about: opened the job, measured, filed, fitted. */
export function workBehind(
  state: GateSlice,
  gate: GateRule,
): { readonly ids: readonly string[]; readonly because: string; readonly lastAt: string } {
  if (gate.conditions.includes('identityConfirmed')) {
    const { opened, serialSaid } = state;
    return {
      ids: [opened.by.id, serialSaid.by.id],
      because: 'said what engine this is',
      lastAt: serialSaid.at,
    };
  }
  if (gate.conditions.includes('partsInspected'))
    return { ...workOfInspection(state), because: 'looked at the parts' };
  const sheets = sheetsBehind(state.route, gate);
  const readings = state.places
    .entries()
    .filter(([key]) => sheets.includes(parsePlaceKey(key)?.characteristic ?? ''))
    .flatMap(([, record]) => record.readings);
  const kinds = kindsBehind(state, sheets);
  const steps = state.parts
    .values()
    .filter(({ kind }) => kinds.has(kind))
    .flatMap((part) => workOn(part, state.rules));
  const ids = [
    ...readings.map((reading) => reading.by.id),
    ...steps.map((step) => step.by),
    ...reportsBehind(state, sheets).map((report) => report.by.id),
    ...(gate.conditions.includes('partsRefitted')
      ? refitParts(state).flatMap(({ said }) => said?.by.id ?? [])
      : []),
  ];
  const lastAt =
    [...readings.map((reading) => reading.at), ...steps.map((step) => step.at)].sort().at(-1) ??
    state.opened.at;
  return { ids: [...new Set(ids)], because: 'did work behind this gate', lastAt };
}
