import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { commandAnswer, ledgerEntries, problemDetails, gateStatement } from '@oak-gate/contract';
import {
  basedOnNow,
  foresee,
  gateRule,
  hear,
  nothingHeard,
  stillOnTheWay,
  verifyChain,
} from '@oak-gate/core';
import type { Actor, GivenCommand, Heard, JobDraft, JobEntry, JobState, Stage } from '@oak-gate/core';
import { expect } from '@playwright/test';
import { checkPromises, hold } from '../../../core/test/history-promises';
import type { Acknowledged } from '../../../core/test/history-promises';
import { bringingToAnEnd, saidIn } from '../../../core/test/history-steps';
import type { Step, Typed } from '../../../core/test/history-steps';
import { PIN, runProgram } from './server';
import type { Server } from './server';
import type { ApiTablet } from './tablet';
import { squaredAt } from '../../../core/test/as-planned';

/** Those who work in it; their ids are those of the demonstration shop. */
export const PEOPLE = ['ivo-marrable', 'sanna-tveldt', 'perrin-oduvale', 'ghislaine-morrow-tann'] as const;
export const [IVO, SANNA, PERRIN, GHISLAINE] = PEOPLE;
type Person = (typeof PEOPLE)[number];
/** What comes out at any of its places, by a number: mostly within limits. */
const typed: Typed = (place, pick) => ({
  ...squaredAt(place),
  text: ['18/19', '17/18', '17+', '18/20', '28+', '19/20'][pick % 6] ?? '18/19',
  unit: 'thou',
  instrument: 'FS-2',
  answers: [{ question: 'expanderOut', answer: 'yes' }],
  slip: null,
});

/** A tablet as the application is one. */
interface Tablet {
  heard: Heard;
  owed: readonly GivenCommand[];
  hands: Person;
}
/** The people of a shop, and a server that is killed under their hands. */
export class Workshop {
  readonly came = new Map<string, number>();
  private readonly tablets: [Tablet, Tablet];
  private readonly acknowledged: Acknowledged[] = [];

  constructor(
    private readonly server: Server,
    private readonly jobId: string,
    private readonly people: ReadonlyMap<string, { readonly actor: Actor; readonly http: ApiTablet }>,
  ) {
    const tablet = (hands: Person): Tablet => ({ heard: nothingHeard(`job:${jobId}`), owed: [], hands });
    this.tablets = [tablet(IVO), tablet(SANNA)];
  }
  private saw(what: string): void {
    this.came.set(what, (this.came.get(what) ?? 0) + 1);
  }
  private person(id: string) {
    const known = this.people.get(id);
    if (known === undefined) throw new Error(`nobody is ${id}`);
    return known;
  }

  async live(steps: readonly Step[]): Promise<void> {
    await this.syncAll();
    for (const random of steps) {
      // All of them work at a few places: there they meet.
      const step = { ...random, a: random.a % 5 };
      const tablet = this.tablets[step.tablet] ?? this.tablets[0];
      const seen = shown(tablet);
      const said = saidIn(step, seen, typed);
      if (said === undefined) await this.happen(step, tablet);
      else if (said.inspector === undefined) this.give(tablet, said.draft, seen);
      else await this.ask(said.draft, PERRIN, seen);
    }
    for (const tablet of this.tablets) await this.handInAll(tablet);
  }
  private async happen({ what, tablet: index, b }: Step, tablet: Tablet): Promise<void> {
    if (what === 'send') await this.send(tablet);
    if (what === 'loseAnswer') await this.send(tablet, 'lost');
    if (what === 'sendTwice') {
      // Both on their way at once, as two windows of one tablet would have it.
      await Promise.all([this.send(tablet), this.send(tablet)]);
      this.saw('sentTwice');
    }
    if (what === 'sync') await this.sync(tablet);
    if (what === 'changeHands') tablet.hands = [IVO, SANNA][(index + b) % 2] ?? IVO;
    if (what === 'restart') await this.kill(b % 40);
  }

  /** Killed while both tablets send, after so many milliseconds. */
  private async kill(after: number): Promise<void> {
    const sending = Promise.all(this.tablets.map((tablet) => this.send(tablet)));
    await new Promise((done) => setTimeout(done, after));
    await this.server.stop('SIGKILL');
    await sending;
    await this.server.start();
    this.saw('killed');
  }

  private give(tablet: Tablet, draft: JobDraft, seen: JobState): void {
    if (tablet.owed.length > 12) return;
    const { actor } = this.person(tablet.hands);
    const given = {
      id: randomUUID(),
      command: basedOnNow(seen, draft),
      by: actor,
      at: new Date().toISOString(),
    };
    tablet.owed = [...tablet.owed, given];
  }
  private async ask(draft: JobDraft, by: Person, seen: JobState, pin?: string): Promise<boolean> {
    const more = pin === undefined ? {} : { pin };
    const command = basedOnNow(seen, draft);
    const { status } = await this.person(by).http.post(`/api/jobs/${this.jobId}/commands`, {
      id: randomUUID(),
      command,
      ...more,
    });
    expect(status).toBeLessThan(500);
    return status === 201;
  }
  /** The first command of the hands that hold the tablet, or of the author who comes to hand it in. */
  private async send(
    tablet: Tablet,
    how: 'heard' | 'lost' = 'heard',
    author: string = tablet.hands,
  ): Promise<void> {
    const next = tablet.owed.find(({ by }) => by.id === author);
    if (next === undefined) return;
    const { id, command, by } = next;
    const answer = await this.person(by.id)
      .http.post(`/api/jobs/${this.jobId}/commands`, { id, command, person: by.id })
      .catch(() => undefined);
    if (answer === undefined || how === 'lost') {
      this.saw(answer === undefined ? 'cutOff' : 'answerLost');
      return;
    }
    if (answer.status >= 400) {
      const problem = problemDetails.parse(answer.body);
      expect([answer.status, problem.code, problem.command]).toEqual([
        expect.any(Number),
        expect.any(String),
        id,
      ]);
      expect(answer.status).toBeLessThan(500);
      this.saw('refused');
    } else {
      const { chain, entries } = commandAnswer.parse(answer.body);
      tablet.heard = hear(tablet.heard, chain, entries);
      if (tablet.heard.gap) await this.sync(tablet);
      this.acknowledge(entries.map(({ entry }) => entry as JobEntry));
    }
    tablet.owed = tablet.owed.filter((each) => each.id !== id);
  }
  private acknowledge(entries: readonly JobEntry[]): void {
    for (const entry of entries) {
      if (entry.type !== 'readingTaken') continue;
      if (this.acknowledged.some(({ id }) => id === entry.command)) continue;
      const { place, text, parts, late, contests } = entry.data;
      this.acknowledged.push({ id: entry.command, place, text, by: entry.by.id, parts });
      this.saw(late === null ? 'acknowledged' : 'late');
      if (contests) this.saw('contested');
    }
  }
  private async handInAll(tablet: Tablet): Promise<void> {
    for (let next = tablet.owed[0]; next !== undefined; next = tablet.owed[0])
      await this.send(tablet, 'heard', next.by.id);
  }
  private async sync(tablet: Tablet): Promise<void> {
    const from = tablet.heard.seq + 1;
    const asked = this.person(IVO).http.get(`/api/jobs/${this.jobId}/entries?from=${from}`);
    const answer = await asked.catch(() => undefined);
    if (answer === undefined) return; // the power went: it is asked for again
    const { chain, entries } = ledgerEntries.parse(answer);
    tablet.heard = hear(tablet.heard, chain, entries);
    tablet.owed = stillOnTheWay(tablet.owed, tablet.heard, entries);
  }
  private async syncAll(): Promise<void> {
    for (const tablet of this.tablets) await this.sync(tablet);
  }

  /** Everything is brought to an end, signed and sealed; the power goes once more on the way. */
  async seal(): Promise<boolean> {
    const [tablet] = this.tablets;
    const state = () => shown(tablet);
    await this.syncAll();
    for (const { draft, inspector } of bringingToAnEnd(state, 0, typed)) {
      await this.ask(draft, inspector === undefined ? IVO : PERRIN, state());
      await this.sync(tablet);
    }
    await this.ask({ type: 'confirmIdentity', serialSeen: state().engine.serial }, PERRIN, state());
    await this.ask({ type: 'checkDocuments' }, PERRIN, state());
    const stages: [Stage, Person][] = [
      ['arrival', PERRIN],
      ['rings', PERRIN],
      ['release', GHISLAINE],
    ];
    for (const [gate, by] of stages) {
      await this.sync(tablet);
      const rule = gateRule(state(), gate);
      if (rule === undefined) throw new Error(`no gate ${gate}`);
      if (gate === 'release') await this.kill(0);
      if (!(await this.ask({ type: 'signGate', gate, ...gateStatement(state(), rule) }, by, state(), PIN)))
        return false;
    }
    this.saw('sealed');
    return true;
  }
  async check(file: string): Promise<void> {
    await this.syncAll();
    const all = await this.person(IVO).http.get(`/api/jobs/${this.jobId}/entries`);
    const { entries } = ledgerEntries.parse(all);
    expect(verifyChain({ entries })).toEqual({ intact: true, length: entries.length });
    const told = entries.map(({ entry }) => entry as JobEntry);
    const [first, second] = this.tablets.map(({ heard }) => heard.state);
    if (first === undefined) throw new Error('a tablet has heard nothing');
    checkPromises(told, this.acknowledged, first, [second]);
    if (first.seal === undefined) return;
    const record = await this.person(IVO).http.get(`/api/jobs/${this.jobId}/record.json`);
    writeFileSync(file, JSON.stringify(record));
    const verified = runProgram('verify-record.mjs', file);
    hold(verified.code === 0, `the verifier says ${verified.output}`);
  }
}
const shown = ({ heard, owed }: Tablet): JobState => {
  if (heard.state === undefined) throw new Error('nothing was heard');
  return foresee(heard.state, owed).state;
};
