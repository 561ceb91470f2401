import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { engineModelFile, characteristic, route } from '@oak-gate/contract';
import {
  basedOnNow,
  currentPin,
  decideJob,
  decideOpening,
  evolveJob,
  nanometres,
  pinLimits,
  readLimitTable,
  slotsOf,
  decimalLength,
  textCells,
} from '@oak-gate/core';
import type {
  Actor,
  DocumentKind,
  Instrument,
  JobDraft,
  JobEntry,
  JobEvent,
  JobState,
  KeptRevision,
  LedgerEntry,
} from '@oak-gate/core';
import * as z from 'zod';
import { plannedAt } from '../../../core/test/as-planned';

const root = join(__dirname, '../../..');
const json = (path: string): unknown => JSON.parse(readFileSync(join(root, path), 'utf8'));
export const IVO: Actor = { id: 'ivo', name: 'Ivo', roles: ['technician'], authorisation: null };
export const SANNA: Actor = { ...IVO, id: 'sanna', name: 'Sanna' };
export const PERRIN: Actor = { ...IVO, id: 'perrin', name: 'Perrin', roles: ['inspector'] };

const BLADES = [
  '8',
  '9',
  '10',
  '11',
  '12',
  '14',
  '16',
  '17',
  '18',
  '20',
  '22',
  '25',
  '40',
  '42',
  '44',
  '46',
  '50',
  '52',
  '55',
];
export const FEELERS: Instrument = {
  id: 'FS-2',
  name: 'Feelers',
  kind: 'feeler',
  unit: 'thou',
  resolution: nanometres(25_400),
  uncertainty: nanometres(0),
  calibratedOn: '2026-01-01',
  dueOn: '2099-01-01',
  blades: BLADES.map((text) => ({ text, unit: 'thou', nm: decimalLength(text, 'thou')! })),
};

/** A tool in mm that shows sizes; `resolution` in nm. */
export const gauge = (id: string, resolution = 1_000): Instrument => ({
  ...{ id, name: id, kind: 'sizeGauge', unit: 'mm', calibratedOn: '2026-01-01', dueOn: '2099-01-01' },
  ...{ blades: [], resolution: nanometres(resolution), uncertainty: nanometres(0) },
});

/** Everything that ships to be measured. */
export const CATALOGUE = z.array(characteristic).parse(json('server/data/characteristics.json'));

const STAMP = { id: 'teo', by: 'Teo', at: '2026-01-01T08:00:00.000Z' };

/** A job on one of the demo's engines, made by core's own rules, for tests of what a screen makes of it. */
export class DemoJob {
  state: JobState | undefined;
  readonly entries: LedgerEntry<JobEntry>[] = [];
  private minute = 0;
  private given = 0;

  /** @param more documents besides the first, as tables of their own */
  constructor(
    modelId: 'VA-4-330' | 'M8-52' | 'AX6-240' | 'HD6-127' | 'T3-29',
    document: string,
    serial: string,
    more: readonly { readonly id: string; readonly kind: DocumentKind; readonly table: string }[] = [],
    routeId: 'ring-gaps' | 'short-block' | 'short-block-dry' = 'ring-gaps',
  ) {
    const { model } = engineModelFile.parse(json(`demo/models/${modelId}.json`));
    const plan = route.parse(json(`server/data/routes/${routeId}.json`));
    const characteristics = CATALOGUE;
    const first = readFileSync(join(root, `demo/documents/${document}.csv`), 'utf8');
    const kept = (id: string, kind: DocumentKind, text: string): KeptRevision => {
      const [header = '', ...rest] = text.trim().split('\n');
      const table = readLimitTable({
        revision: id,
        header: header.split(','),
        lines: rest.map((line, i) => ({ line: i + 2, cells: textCells(line.split(',')) })),
        models: [model],
        characteristics,
      });
      if (!table.ok) throw new Error(JSON.stringify(table.errors));
      return {
        revision: {
          id,
          number: id.split(' ')[0]!,
          revision: 'x',
          title: '',
          kind,
          issued: '2026-01-01',
          effective: '2026-01-01',
          appliesTo: { models: [modelId] },
        },
        rows: table.rows,
        file: undefined,
        attachments: [],
        draftedBy: STAMP,
        writers: ['teo'],
        checked: { ...STAMP, digest: 'd'.repeat(64), samePerson: null },
        published: { ...STAMP, digest: 'd'.repeat(64), secondLook: 'P' },
        withdrawn: undefined,
      };
    };
    const revisions = [
      kept(document.replace('-rev-', ' rev '), 'letter', first),
      ...more.map(({ id, kind, table }) => kept(id, kind, table)),
    ];
    const pin = pinLimits({
      pin: 1,
      on: '2026-06-01',
      model,
      // Like the server: only what the gates of the route measure.
      characteristics: characteristics.filter(({ id }) =>
        plan.gates.some(({ sheets }) => sheets.includes(id)),
      ),
      revisions,
      policy: { order: ['letter', 'manual'] },
      engine: { serial, diameter: model.bore.nm, oversize: nanometres(0) },
      diameterBasis: 'nominal',
    });
    const engine = {
      id: 'E',
      model: modelId,
      modelName: model.name,
      serial,
      buildDate: null,
      oversize: nanometres(0),
      pistonMaterial: null,
      ringPartNumber: null,
      hoursSinceNew: null,
      hoursSinceOverhaul: null,
    };
    const opened = decideOpening(
      {
        job: { number: 'J-1', duty: '', reason: '', previousSeal: null, shop: 'Quay' },
        engine,
        route: plan,
        secondPerson: 'required',
        zone: 'UTC',
        pin,
      },
      { by: IVO },
    );
    if (!opened.ok) throw new Error(opened.problem.code);
    this.write(opened.value);
    this.do({ type: 'takeInstrument', instrument: 'FS-2' });
    this.do({
      type: 'fitParts',
      slots: slotsOf(model.layout, 'ring').map(({ key }) => key),
      state: 'new',
      partNumber: null,
      lot: null,
    });
  }
  /** What a server says of it: its chain, and the entries from a number on. */
  told(from = 1): { chain: string; entries: LedgerEntry<JobEntry>[] } {
    return { chain: 'job:J', entries: this.entries.slice(from - 1) };
  }
  get job(): JobState {
    return this.state!;
  }
  private write(events: readonly JobEvent[], by = IVO): void {
    this.given++;
    for (const event of events) {
      const entry = {
        ...event,
        chain: 'job:J',
        seq: (this.state?.seq ?? 0) + 1,
        job: 'J',
        at: new Date(Date.UTC(2026, 5, 1, 8, this.minute++)).toISOString(),
        command: `c${this.given}`,
        by,
      } as JobEntry;
      this.entries.push({ entry, hash: 'a'.repeat(64) });
      this.state = evolveJob(this.state, entry);
    }
  }
  do(draft: JobDraft, by = IVO, instrument = FEELERS): this {
    const dueOn = draft.type === 'takeInstrument' ? { dueOn: instrument.dueOn } : {};
    // What a test does not say of how it is measured is as planned.
    const planned = draft.type === 'takeReading' ? plannedAt(this.job, draft.place) : {};
    const command = basedOnNow(this.job, { ...planned, ...dueOn, ...draft });
    const decided = decideJob(this.job, command, {
      at: '2026-06-01T09:00:00.000Z',
      by,
      instrument,
      currentDocuments: currentPin(this.job)?.documents ?? [],
    });
    if (!decided.ok) throw new Error(`${decided.problem.code} ${JSON.stringify(decided.problem.data)}`);
    this.write(decided.value, by);
    return this;
  }
  take(place: string, text: string): this {
    return this.do({
      type: 'takeReading',
      place,
      text,
      unit: 'thou',
      instrument: 'FS-2',
      answers: [{ question: 'expanderOut', answer: 'yes' }],
      slip: null,
    });
  }
}
export const at = (cylinder: number, groove: number, station: string, member = 'ring'): string =>
  `ringGap@cylinder:${cylinder}/groove:${groove}/member:${member}/station:${station}`;
