import { findingWords, movedWords, taskWords, waitWords } from '@oak-gate/contract';
import type { FloorJob, FloorView } from '@oak-gate/contract';
import {
  currentGate,
  gateStand,
  gateWaits,
  gateOfSheet,
  isInDate,
  MINUTES_PER_FILING,
  MINUTES_PER_PLACE,
  openMatters,
  parsePlaceKey,
  sheetsBehind,
  workBehind,
} from '@oak-gate/core';
import type { Finding, Instrument, JobState, OpenMatters, Role, Wait } from '@oak-gate/core';
import type { JobRow } from '../record';
import type { ShopNeed } from './shop-needs';

const jobLink = (state: JobState, stage: string): string => `/jobs/${state.id}/${stage}`;
const engineWords = (state: JobState): string => `${state.engine.modelName} ${state.engine.serial}`;
const roleWords = (roles: readonly Role[]): string => roles.join(' or ');

/** An open job as a row: where it stands and what it waits for, in plain words. */
export function openJobRow(state: JobState, on: string): FloorJob {
  const current = currentGate(state);
  const waits = current === undefined ? [] : gateWaits(state, current, on);
  const { waitingOn, then } = waitingWords(
    state,
    waits,
    current?.label ?? '',
    roleWords(current?.signedBy ?? []),
  );
  return {
    jobId: state.id,
    number: state.job.number,
    serial: state.engine.serial,
    model: state.engine.modelName,
    gates: state.route.gates.map((gate) => ({
      stage: gate.stage,
      label: gate.label,
      stand: gateStand(state, gate, on),
    })),
    waitingOn,
    then: [awaitingWords(state), then].filter((each) => each !== '').join('; '),
    sealed: null,
    damaged: null,
    openedAt: state.opened.at,
  };
}

/** "awaiting ring set, expected on 3 December 2026": the order that comes first, and how many more there are. */
function awaitingWords(state: JobState): string {
  const orders = state.remarks
    .flatMap((each) => (each.kind === 'order' && each.settled === undefined ? [each] : []))
    .sort((a, b) => ((a.expectedOn ?? '9') < (b.expectedOn ?? '9') ? -1 : 1));
  const [first] = orders;
  if (first === undefined) return '';
  const { what, expectedOn } = first;
  const due = expectedOn === null ? '' : `, expected on ${dayWords(expectedOn)}`;
  const more = orders.length === 1 ? '' : ` and ${orders.length - 1} more`;
  return `awaiting ${what}${due}${more}`;
}

function waitingWords(
  state: JobState,
  waits: readonly Wait[],
  gate: string,
  signers: string,
): { waitingOn: string; then: string } {
  const [first] = waits;
  if (first === undefined)
    return { waitingOn: `${gate} gate: ${signers} signature`, then: thenNext(state, gate) };
  // What is awaited is said beside, with its day: nobody decides it.
  const findings = waits.filter(
    (wait) => wait.kind === 'finding' && !(wait.finding.kind === 'order' && wait.finding.stand === 'awaited'),
  );
  const { tasks, open } = mattersNow(state);
  const files = tasks.filter(({ kind }) => kind === 'file');
  if (findings[0] !== undefined) {
    return {
      waitingOn: `Decide: ${waitWords(state, findings[0])}`,
      then: andOthers(findings.length - 1, remaining(open.length, files.length, gate)),
    };
  }
  const [task] = tasks;
  const isMeasuring = waits.every(({ kind }) => kind === 'place');
  if (isMeasuring && task !== undefined) {
    return {
      waitingOn: capital(taskWords(state, task)),
      then: remaining(open.length - 1, files.length, gate),
    };
  }
  const others = waits.length - 1;
  return {
    waitingOn: capital(waitWords(state, first)),
    then: others === 0 ? `then the ${gate} gate is ready` : `and ${others} more before the ${gate} gate`,
  };
}
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** What comes when this gate is signed: places that only a later gate asks for are not forgotten by the way. */
function thenNext({ route }: JobState, gate: string): string {
  const next = route.gates[route.gates.findIndex(({ label }) => label === gate) + 1];
  return next === undefined ? 'then the record is sealed' : `then the ${next.label} gate`;
}
const andOthers = (findings: number, then: string): string =>
  findings <= 0 ? then : `and ${findings} more to decide; ${then}`;
function remaining(places: number, files: number, gate: string): string {
  if (places <= 0) return `then the ${gate} gate is ready`;
  const minutes = places * MINUTES_PER_PLACE + files * MINUTES_PER_FILING;
  return `then ${places} ${places === 1 ? 'place' : 'places'} to take, about ${minutes} min`;
}

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
const dayWords = (at: string): string => DAY.format(Date.parse(at));

/** A job that left: its row says when it was sealed. */
export function sealedJobRow(row: JobRow): FloorJob {
  const { gates } = JSON.parse(row.gates) as { gates: FloorJob['gates'] };
  const signed = gates.filter(({ stand }) => stand === 'passed').length;
  const added =
    row.supplements === 0
      ? ''
      : `, ${row.supplements} ${row.supplements === 1 ? 'supplement' : 'supplements'}`;
  return {
    jobId: row.jobId,
    number: row.number,
    serial: row.serial,
    model: row.modelName,
    gates,
    waitingOn: `Sealed ${dayWords(row.sealedAt ?? row.openedAt)}`,
    then: `record ${(row.sealDigest ?? '').slice(0, 4)} ${(row.sealDigest ?? '').slice(4, 8)}, ${signed} gates signed${added}`,
    sealed: { at: row.sealedAt ?? row.openedAt, digest: row.sealDigest ?? '' },
    damaged: null,
    openedAt: row.openedAt,
  };
}

/** What needs somebody today, most urgent first: decisions, signatures, then what holds a job up. */
export function needsOf(state: JobState, on: string): ShopNeed[] {
  const gate = currentGate(state);
  if (gate === undefined) return [];
  const need = (
    { roles, notBy = [], who = roleWords(roles) }: Whose,
    sentence: string,
    urgency: number,
    { since = state.at, stage = gate.stage, same = '' }: About = {},
  ): ShopNeed => ({
    ...{ jobId: state.id, who, roles, same, since, urgency },
    // In a one-man shop the same person looks again, and says so.
    notBy: state.secondPerson === 'required' ? notBy : [],
    sentence: `${engineWords(state)}: ${sentence}`,
    link: jobLink(state, stage),
  });
  const waits = gateWaits(state, gate, on);
  if (waits.length === 0)
    return [
      need(
        { roles: gate.signedBy, notBy: gate.independent ? workBehind(state, gate).ids : [] },
        `the ${gate.label} gate is ready to sign`,
        2,
      ),
    ];
  const { findings: open, tasks } = mattersNow(state);
  const findings = open.map((finding) => {
    const stage = pageOf(state, finding);
    return need({ roles: finding.decidedBy, notBy: finding.notBy }, findingWords(state, finding), 1, {
      since: sinceOf(state, finding),
      ...(stage === undefined ? {} : { stage }),
      same: sameFinding(finding),
    });
  });
  const technician = { roles: ['technician'] as const };
  const arrivals = waits.flatMap((wait) => {
    if (wait.kind === 'identity') {
      const { id, name } = state.opened.by;
      return [
        need(
          { roles: READERS, notBy: [id], who: `anybody but ${name}` },
          'a second person must read the serial',
          3,
          {
            since: state.opened.at,
          },
        ),
      ];
    }
    if (wait.kind === 'noInstrument')
      return [need(technician, waitWords(state, wait), 4, { since: state.opened.at, same: 'noInstrument' })];
    if (wait.kind === 'refit' || wait.kind === 'replace')
      return [need(technician, waitWords(state, wait), 3, { stage: 'refit' })];
    if (wait.kind === 'map' || wait.kind === 'inspection')
      return [need(technician, waitWords(state, wait), 3)];
    return wait.kind === 'instrumentDue'
      ? [need({ roles: ['steward'] }, waitWords(state, wait), 2, { same: 'instrumentDue' })]
      : [];
  });
  const files = tasks
    .filter(({ kind }) => kind === 'file')
    .map((task) => need(technician, taskWords(state, task), 3, { same: 'file' }));
  return [...findings, ...arrivals, ...files];
}
/** Who may settle something, who may not because he did the work, and how that is called where roles do not say it. */
interface Whose {
  readonly roles: readonly Role[];
  readonly notBy?: readonly string[];
  readonly who?: string;
}
interface About {
  readonly since?: string;
  readonly stage?: string;
  readonly same?: string;
}
const READERS: readonly Role[] = ['technician', 'inspector'];
/** Findings that are alike are one line: of sizes those of one sheet. */
const sameFinding = (finding: Finding): string =>
  'place' in finding ? `${finding.kind} ${parsePlaceKey(finding.place)?.characteristic ?? ''}` : finding.kind;
/** Where a finding is decided: what a document leaves open beside the documents, the rest where its place is measured. */
function pageOf({ route }: JobState, finding: Finding): string | undefined {
  const { kind } = finding;
  if (kind === 'limitWithheld' || kind === 'limitToConfirm' || kind === 'limitNote' || kind === 'setRule')
    return 'limits';
  if (kind === 'asFound')
    return route.gates.find(({ conditions }) => conditions.includes('findingsDecided'))?.stage;
  // Where it is received: among the open matters.
  if (kind === 'order' || kind === 'raised' || kind === 'withdrawn') return 'questions';
  if (kind === 'kitDiffers') return 'kits';
  if (kind === 'lifeDue' || kind === 'paperMissing') return 'parts';
  if (kind === 'inspection' || kind === 'inspectionDue')
    return route.gates.find(({ conditions }) => conditions.includes('partsInspected'))?.stage;
  const place = 'place' in finding ? finding.place : finding.places[0];
  return gateOfSheet(route, parsePlaceKey(place ?? '')?.characteristic ?? '')?.stage;
}
/** What is open behind the gate that is to be signed next: all of it before the first sheet, so that nothing waits unseen. */
function mattersNow(state: JobState): OpenMatters {
  const gate = currentGate(state);
  const sheets = gate === undefined ? [] : sheetsBehind(state.route, gate);
  return openMatters(state, sheets.length === 0 ? undefined : sheets);
}
function sinceOf(state: JobState, finding: Finding): string {
  if (!('place' in finding)) return state.at;
  return state.places.get(finding.place)?.readings.at(-1)?.at ?? state.at;
}

/** What arrived in the library since a job's limits were pinned, and holds its gate until somebody decides. */
export function withMoved(
  { row, needs }: { readonly row: FloorJob; readonly needs: readonly ShopNeed[] },
  moved: { readonly added: readonly string[]; readonly removed: readonly string[] },
  now: string,
): { readonly row: FloorJob; readonly needs: readonly ShopNeed[] } {
  if (moved.added.length + moved.removed.length === 0) return { row, needs };
  const words = movedWords(moved);
  const need: ShopNeed = {
    ...{ jobId: row.jobId, who: 'inspector', roles: ['inspector'], notBy: [], same: '' },
    sentence: `${row.model} ${row.serial}: ${words}; look what it would change`,
    link: `/jobs/${row.jobId}/limits`,
    since: now,
    urgency: 1,
  };
  const ready = row.gates.find(({ stand }) => stand === 'ready');
  if (ready === undefined) return { row, needs: [need, ...needs] };
  return {
    row: {
      ...row,
      gates: row.gates.map((gate) => (gate === ready ? { ...gate, stand: 'shut' } : gate)),
      waitingOn: `Decide: ${words}`,
      then: `then the ${ready.label} gate is ready`,
    },
    needs: [need, ...needs.filter(({ sentence }) => !sentence.endsWith('is ready to sign'))],
  };
}

/** A job whose chain was changed behind the program's back: it is named, and the others work. */
export function damagedRow(row: JobRow, words: string): { row: FloorJob; needs: ShopNeed[] } {
  const listed = sealedJobRow(row);
  const sentence = `${row.modelName} ${row.serial} (${row.number}): ${words}`;
  return {
    row: {
      ...listed,
      sealed: null,
      waitingOn: 'Changed behind the program’s back',
      then: words,
      damaged: words,
    },
    needs: [
      {
        ...{ jobId: row.jobId, who: 'manager', roles: ['manager'], notBy: [], same: '' },
        sentence,
        link: `/jobs/${row.jobId}`,
        since: row.openedAt,
        urgency: 0,
      },
    ],
  };
}

export function instrumentNeeds(instruments: readonly Instrument[], on: string, now: string): ShopNeed[] {
  return instruments
    .filter((instrument) => !isInDate(instrument, on))
    .map(({ id, name, dueOn }) => ({
      ...{ jobId: null, who: 'steward', roles: ['steward'], notBy: [], same: 'instrument' },
      sentence: `${name} ${id} is past its check of ${dueOn}`,
      link: '/instruments',
      since: now,
      urgency: 2,
    }));
}

export type { FloorView };
