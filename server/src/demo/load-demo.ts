import { gateStatement } from '@oak-gate/contract';
import { randomUUID } from 'node:crypto';
import {
  basedOnNow,
  columnOfSlot,
  inspectionOf,
  characteristicOf,
  depthAsked,
  gateRule,
  mapSlots,
  parsePlaceKey,
  partIn,
  slotsOf,
} from '@oak-gate/core';
import type { DefectSeen, HowSaid, JobDraft, JobState, Layout, Stage } from '@oak-gate/core';
import * as z from 'zod';
import type { ScriptedClock } from '../platform/clock';
import { FindingCloser } from './close-findings';
import type { DemoClient } from './demo-client';
import type { DemoDocument, DemoJob, DemoStep, readDemo } from './demo-files';

type Demo = ReturnType<typeof readDemo>;
const STEWARD = 'Teo Lindqvale';
const DAY_MS = 86_400_000;
const MINUTE_MS = 60_000;
/** All of it before the day of seeding has begun. */
const CLOSING_STEP_MS = 5_000;
const madeJob = z.object({ jobId: z.string() });
const madePerson = z.object({ person: z.object({ id: z.string() }) });

/** What the manager sets, and everybody replaces. */
const FIRST_PIN = '8265';

/** Tells the demo to a running server, with its clock set to each step's moment. Nothing is written but by the server. */
export class DemoLoader {
  private readonly ids = new Map<string, string>();

  constructor(
    private readonly client: DemoClient,
    private readonly clock: ScriptedClock,
    private readonly demo: Demo,
    /** Midnight of the day of seeding, UTC. */
    private readonly today: string,
  ) {}

  async load(): Promise<void> {
    await this.shop();
    await this.library();
    // What happens in the shop happens in its order, whichever job it belongs to: the ledger's time never runs back.
    const steps = this.demo.jobs.flatMap((job) => this.stepsOf(job));
    for (const { at, run } of inOrder(steps)) {
      this.waitUntil(at);
      await run();
    }
    for (const document of this.documents(true)) await this.document(document);
  }
  /** Leads these jobs from their findings to closed, right after they have been told. */
  async close(numbers: readonly string[]): Promise<void> {
    const closer = new FindingCloser(
      this.client,
      (who) => this.as(who),
      () => this.clock.advance(CLOSING_STEP_MS),
      {
        ...{ technician: 'Ivo Marrable', second: 'Sanna Tveldt', inspector: 'Perrin Oduvale' },
        confirmer: 'Ghislaine Morrow-Tann',
      },
      this.demo.pictures,
      this.day(0),
    );
    await this.as(STEWARD);
    const jobs = z
      .object({ jobs: z.array(z.object({ jobId: z.string(), number: z.string() })) })
      .parse(await this.client.get('/api/floor'));
    for (const number of numbers) {
      const found = jobs.jobs.find((each) => each.number === number);
      if (found === undefined) throw new Error(`The demo has no job ${number}.`);
      await closer.close(found.jobId);
    }
  }

  /** Nothing is dated earlier than what was told before it. */
  private waitUntil(at: string): void {
    if (this.moment(at) > this.clock.now()) this.clock.set(this.moment(at));
  }

  private moment(text: string): string {
    return momentOf(this.today, text);
  }
  private day(offset: number): string {
    return this.moment(`${offset} 00:00`).slice(0, 10);
  }
  private async as(who: string): Promise<void> {
    const id = this.ids.get(who);
    if (id === undefined) throw new Error(`The demo has nobody called ${who}.`);
    await this.client.signIn(id, this.demo.people.pin);
  }

  private async shop(): Promise<void> {
    const { shop, secondPerson, zone, pin, people } = this.demo.people;
    const [first, ...others] = people;
    if (first === undefined) throw new Error('The demo has no people.');
    const made = madePerson.parse(
      await this.client.post('/api/setup', { shop, secondPerson, zone, person: first, pin }),
    );
    this.ids.set(first.name, made.person.id);
    for (const person of others) {
      const { person: added } = madePerson.parse(
        await this.client.post('/api/people', { id: randomUUID(), person, pin: FIRST_PIN }),
      );
      this.ids.set(person.name, added.id);
    }
    for (const { name } of others) {
      await this.client.signIn(this.ids.get(name) ?? '', FIRST_PIN);
      await this.client.post('/api/session/pin', { id: randomUUID(), pin: FIRST_PIN, next: pin });
    }
    await this.as(first.name);
  }

  private async library(): Promise<void> {
    const { client, demo } = this;
    for (const file of demo.models) await client.post('/api/library/models', { id: randomUUID(), file });
    for (const document of this.documents(false)) await this.document(document);
    await this.as(STEWARD);
    for (const { calibratedOn, dueOn, ...instrument } of demo.instruments) {
      const dated = { ...instrument, calibratedOn: this.day(calibratedOn), dueOn: this.day(dueOn) };
      await client.post('/api/instruments', { id: randomUUID(), instrument: dated });
    }
    for (const { who, ...note } of demo.checkNotes) {
      await this.as(who);
      await client.post('/api/library/characteristics/notes', { id: randomUUID(), note });
    }
  }

  private documents(afterJobs: boolean): readonly DemoDocument[] {
    return inOrder(this.demo.documents.filter((each) => each.afterJobs === afterJobs));
  }
  /** A document from its draft to publication, by the people who did it. */
  private async document(document: DemoDocument): Promise<void> {
    const { client } = this;
    const { revision, table, rows, issued, effective, attachments } = document;
    this.waitUntil(document.at);
    await this.as(document.draftedBy);
    const dated = { ...revision, issued: this.day(issued), effective: this.day(effective) };
    await client.post('/api/library/revisions', { id: randomUUID(), revision: dated });
    const path = `/api/library/revisions/${encodeURIComponent(`${revision.number} rev ${revision.revision}`)}`;
    const query = (name: string): string => `command=${randomUUID()}&name=${encodeURIComponent(name)}`;
    await client.upload(`${path}/rows?${query(rows)}`, table);
    for (const { file, bytes } of attachments) await client.upload(`${path}/files?${query(file)}`, bytes);
    await this.as(document.checkedBy);
    const { digest } = z.object({ digest: z.string() }).parse(await client.get(path));
    await client.post(`${path}/check`, { id: randomUUID(), digest });
    await this.as(document.draftedBy);
    await client.post(`${path}/publish`, { id: randomUUID() });
  }

  /** Everything that happens to a job, each thing at its time. */
  private stepsOf({ open: { at, who, ...opening }, steps }: DemoJob) {
    let jobId = '';
    const open = async (): Promise<void> => {
      await this.as(who);
      const made = await this.client.post('/api/jobs', { id: randomUUID(), ...opening });
      jobId = madeJob.parse(made).jobId;
    };
    const take = (step: DemoStep) => async (): Promise<void> => {
      await this.as(step.who);
      await this.step(jobId, step);
    };
    return [{ at, run: open }, ...steps.map((step) => ({ at: step.at, run: take(step) }))];
  }

  private async step(jobId: string, step: DemoStep): Promise<void> {
    const { client } = this;
    if (step.command !== undefined) await this.give(jobId, step.command as JobDraft);
    if (step.sign !== undefined) await this.sign(jobId, step.sign);
    if (step.readings !== undefined) await this.readings(jobId, step.readings);
    const state = await client.job(jobId);
    if (step.fit !== undefined) {
      const { cylinders, ...part } = step.fit;
      const slots = slotsOf(layoutOf(state), 'ring')
        .filter(({ at }) => cylinders.includes(at.cylinder ?? ''))
        .map(({ key }) => key);
      await this.give(jobId, { type: 'fitParts', slots, ...part });
    }
    for (const kind of step.name?.kinds ?? [])
      await this.give(jobId, {
        type: 'fitParts',
        slots: slotsOf(layoutOf(state), kind).map(({ key }) => key),
        ...{ state: step.name?.state ?? 'reused', partNumber: null, lot: null },
      });
    if (step.asFound !== undefined) await this.asFound(jobId, layoutOf(state), step.asFound);
    if (step.looked !== undefined) await this.looked(jobId, step.looked);
    if (step.tested !== undefined) await this.tested(jobId, step.tested);
    if (step.rework !== undefined) {
      const { slot, what, how } = step.rework;
      await this.give(jobId, { type: 'reworkPart', ...partBasis(state, slot), what, how });
    }
    if (step.replace !== undefined) {
      const { slot, reason, ...instead } = step.replace;
      await this.give(jobId, { type: 'replacePart', ...partBasis(state, slot), reason, instead });
    }
    if (step.concede !== undefined) {
      const { place, approval, reason } = step.concede;
      await this.give(jobId, {
        type: 'grantConcession',
        place,
        approval: { ...approval, date: this.day(approval.date) },
        reason,
      });
    }
  }

  /** How parts were found, one after the other. */
  private async asFound(
    jobId: string,
    layout: Layout,
    { cylinders, kinds, ways, hours, odd }: NonNullable<DemoStep['asFound']>,
  ): Promise<void> {
    const all = mapSlots(layout).filter(
      ({ unit, kind }) => cylinders.includes(unit.id) && (kinds?.includes(kind) ?? true),
    );
    for (const { slot, kind, ways: possible, usedUp } of all)
      await this.give(jobId, {
        ...{ type: 'sayAsFound', slot, there: true, cannotTell: false, remark: '', reason: '' },
        ...{ way: ways[kind] ?? possible[0] ?? null, odd: odd[slot] ?? '' },
        ...{ hours, atBuild: usedUp ? 'new' : 'reused' },
      });
  }

  /** What was found on the faces of parts, one after the other. */
  private async looked(
    jobId: string,
    { kinds, at, sorts, first, wrong, left }: NonNullable<DemoStep['looked']>,
  ): Promise<void> {
    const all = inspectionOf(await this.client.job(jobId))
      .filter(
        ({ kind, slot }) => kinds.includes(kind) && (at === undefined || at.includes(columnOfSlot(slot))),
      )
      .flatMap(({ faces }) => faces.filter(({ stand }) => stand === 'open').slice(0, first))
      .filter(({ rule }) => rule !== null && sorts.includes(rule.sort));
    for (const { slot, item } of all) {
      const bad = wrong[`${slot} ${item}`];
      const reason = left[`${slot} ${item}`];
      const { remark = '', cause = null, ...defect } = bad ?? {};
      await this.give(jobId, {
        ...{ type: 'sayLooked', slot, item, remark, cause, reason: reason ?? '' },
        found: bad === undefined ? (reason === undefined ? 'good' : 'notInspected') : 'rejected',
        defects: bad === undefined ? [] : [defect as DefectSeen],
      });
    }
  }
  /** A crack test from its beginning, with the times that it must work. */
  private async tested(
    jobId: string,
    { cracks, read, batchUntil, qualifiedUntil, ...said }: NonNullable<DemoStep['tested']>,
  ): Promise<void> {
    const minutes = (n: number): string => new Date(Date.parse(this.clock.now()) + n * 60_000).toISOString();
    const { dwell, development, slots } = said;
    const back = read ? dwell + development + 2 : dwell + 1;
    const dates = { batchUntil: this.day(batchUntil), qualifiedUntil: this.day(qualifiedUntil) };
    await this.give(jobId, { type: 'beginTest', ...said, ...dates, startedAt: minutes(-back) });
    const test = (await this.client.job(jobId)).crackTests.at(-1);
    if (test === undefined) return;
    if (development > 0)
      await this.give(jobId, { type: 'developTest', test: test.seq, developedAt: minutes(dwell - back) });
    if (!read) return;
    await this.give(jobId, {
      ...{ type: 'readTest', test: test.seq, readAt: minutes(-1) },
      results: slots.map((slot) => {
        const where = cracks[slot];
        const part = test.parts.find((each) => each.slot === slot)?.part ?? '';
        return { part, found: where === undefined ? 'good' : 'rejected', where: where ?? '', size: '' };
      }),
    });
  }

  /** A command of somebody who sees the job as it is at that moment. */
  private async give(jobId: string, draft: JobDraft): Promise<void> {
    const state = await this.client.job(jobId);
    const taken = draft.type === 'takeInstrument' ? { dueOn: this.dueOn(draft.instrument) } : {};
    await this.client.command(jobId, basedOnNow(state, { ...taken, ...draft }), state);
  }
  private dueOn(instrument: string): string {
    const known = this.demo.instruments.find(({ id }) => id === instrument);
    return known === undefined ? '' : this.day(known.dueOn);
  }

  private async sign(jobId: string, stage: Stage): Promise<void> {
    const state = await this.client.job(jobId);
    const gate = gateRule(state, stage);
    if (gate === undefined) throw new Error(`The job has no ${stage} gate.`);
    await this.client.command(
      jobId,
      { type: 'signGate', gate: stage, ...gateStatement(state, gate) },
      state,
      this.demo.people.pin,
    );
  }

  private async readings(
    jobId: string,
    { instrument, everyMinutes, answers, taken, setting, conditions }: NonNullable<DemoStep['readings']>,
  ): Promise<void> {
    const unit = this.demo.instruments.find(({ id }) => id === instrument)?.unit ?? 'mm';
    let state = await this.client.job(jobId);
    for (const [path, text] of Object.entries(taken)) {
      const [cylinder, groove, member, station] = path.split('/');
      const place = path.includes('@')
        ? path
        : `ringGap@cylinder:${cylinder}/groove:${groove}/member:${member}/station:${station}`;
      const asked = Object.entries(answers).map(([question, answer]) => ({ question, answer }));
      const draft: JobDraft = {
        type: 'takeReading',
        place,
        text,
        unit,
        instrument,
        answers: asked,
        slip: null,
        ...(setting === undefined ? {} : { setting }),
        ...(conditions === undefined ? {} : { conditions }),
        ...depthAt(state, place),
      };
      state = await this.client.command(jobId, basedOnNow(state, draft), state);
      this.clock.advance(everyMinutes * MINUTE_MS);
    }
  }
}

function momentOf(today: string, text: string): string {
  const [days = '0', time = '00:00'] = text.split(' ');
  return new Date(Date.parse(`${today}T${time}:00.000Z`) + Number(days) * DAY_MS).toISOString();
}
/** When the shop of the demo is set up. */
export const demoBegins = (today: string): string => momentOf(today, '-60 07:30');

/** By their times; what has the same time stays in its order. */
function inOrder<T extends { readonly at: string }>(all: readonly T[]): readonly T[] {
  const time = ({ at }: T): string => momentOf('2000-01-01', at);
  return [...all].sort((a, b) => time(a).localeCompare(time(b)));
}

/** At its own station, where the depth is said. */
function depthAt(state: JobState, key: string): Pick<HowSaid, 'depth'> {
  const place = parsePlaceKey(key);
  const characteristic = place === undefined ? undefined : characteristicOf(state, place);
  const station =
    place === undefined || characteristic === undefined
      ? undefined
      : depthAsked(layoutOf(state), characteristic, place);
  return station === undefined
    ? {}
    : { depth: { text: station.distance.text, unit: station.distance.unit, datum: station.datum } };
}
const layoutOf = (state: JobState) => {
  const layout = state.pins.at(-1)?.model.layout;
  if (layout === undefined) throw new Error('The job has no limits pinned.');
  return layout;
};
function partBasis(state: JobState, slot: string): { part: string; basedOn: number } {
  const part = partIn(state, slot);
  if (part === undefined) throw new Error(`No part lies in ${slot}.`);
  return { part: part.id, basedOn: part.condition };
}
