import { randomUUID } from 'node:crypto';
import {
  aboutPlace,
  basedOnNow,
  currentReading,
  openMatters,
  placeAt,
  placeKey,
  sheetPlaces,
  signatureOf,
} from '@oak-gate/core';
import type { Finding, JobDraft, JobState } from '@oak-gate/core';
import { reading, Shop } from '../../test/shop';
import type { Tablet } from '../../test/shop';

/** What says nothing about a part and decides nothing: whatever it is about stays open. */
const CLOSES_NOTHING: readonly JobDraft['type'][] = [
  'noteFinding',
  'placeOrder',
  'raiseFinding',
  'planWork',
  'askConcession',
  'refuseConcession',
  'deferPlace',
  'leaveAsIs',
  'takeInstrument',
];
/** Findings that only one sort of word closes, whatever is measured. */
const CLOSED_BY: Readonly<Partial<Record<Finding['kind'], readonly JobDraft['type'][]>>> = {
  raised: ['decideRaised'],
  order: ['settleOrder', 'receiveOrder'],
  factUnsettled: ['settleFact'],
};
/** What is said, and not measured: never by who is too near to it. */
const WORDS: readonly JobDraft['type'][] = ['decideRaised', 'grantConcession', 'agreeWithdrawal'];
/** Numbers that are random and the same each time. */
function numbers(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}
const TEXTS = ['11/12', '44/46', '38/40', '55+', '8/9', '<9', '18/20', '42/44', '20'];

/** Something that somebody might say of the job as it is now. */
function anyDraft(state: JobState, pick: (below: number) => number): object | undefined {
  const one = <T>(all: readonly T[]): T | undefined => all[pick(all.length)];
  const keys = sheetPlaces(state).map(placeKey);
  const place = one(keys) ?? '';
  const record = placeAt(state, place);
  const now = currentReading(record);
  const part = one(state.parts.values().filter(({ slot, kind }) => slot !== null && kind === 'ring'));
  const findings = openMatters(state).findings;
  const finding = one(findings);
  const orders = state.remarks.filter(({ kind }) => kind === 'order');
  const approval = { number: 'C-1', date: '2026-06-01', issuer: 'design office' };
  const back = findings.find(({ kind }) => kind === 'withdrawn');
  switch (pick(19)) {
    case 0:
    case 1:
    case 2:
    case 3:
      return reading(place, one(TEXTS) ?? '');
    case 4:
      return now === undefined
        ? undefined
        : { type: 'correctReading', place, reading: now.seq, reason: 'typing', instead: null };
    case 5:
      return now === undefined ? undefined : { type: 'voidReading', place, reading: now.seq, reason: 'dirt' };
    case 6:
      return part && { type: 'reworkPart', part: part.id, what: 'filed', how: 'one end' };
    case 7:
      return (
        part && {
          ...{ type: 'replacePart', part: part.id, reason: 'too loose' },
          instead: pick(2) === 0 ? null : { state: 'new', partNumber: null, lot: null },
        }
      );
    case 8:
      return { type: 'grantConcession', place, approval, reason: 'once' };
    case 9:
      return finding && { type: 'noteFinding', finding: finding.id, text: 'looked at it' };
    case 10:
      return { type: 'raiseFinding', about: aboutPlace(place), text: 'a rattle' };
    case 11:
      return { type: 'decideRaised', raised: one(state.raised)?.seq ?? 1, reason: 'it was the bench' };
    case 12:
      return {
        ...{ type: 'placeOrder', finding: aboutPlace(place), what: 'ring', supplier: 'Quay', number: '' },
        ...{ sort: pick(2) === 0 ? 'part' : 'work', asked: '', expectedOn: null },
      };
    case 13:
      return {
        ...{ type: 'settleOrder', order: one(orders)?.seq ?? 1, note: '', certificate: '' },
        as: pick(3) === 0 ? 'cancelled' : 'arrived',
      };
    case 14:
      return {
        type: 'receiveOrder',
        order: one(orders)?.seq ?? 1,
        accepted: pick(2) === 0,
        check: 'marks right',
      };
    case 15:
      return { type: 'deferPlace', place, reason: 'its cylinder waits' };
    case 17:
      return back?.kind === 'withdrawn'
        ? {
            ...{ type: 'agreeWithdrawal', place: back.place, reason: 'seen why' },
            reading: back.withdrawn.reading.seq,
          }
        : undefined;
    case 16:
      return { type: 'askConcession', place, reason: 'no other ring' };
    default: {
      const contested = keys.find((key) => placeAt(state, key).contested.length > 0);
      const holds = contested === undefined ? undefined : placeAt(state, contested).contested[0];
      return contested === undefined
        ? { type: 'reopenGate', gate: 'rings', reason: 'read once more' }
        : { type: 'decideContest', place: contested, holds, reason: 'measured beside' };
    }
  }
}

test.each([11, 4_711])(
  'walk %i: no sequence of calls closes a finding without evidence or decision, or signs over an open one',
  async (seed) => {
    const shop = await (await new Shop().open()).furnish();
    try {
      const { jobId, ivo } = await shop.readyJob();
      const perrin = await shop.as('perrin');
      const sanna = await shop.as('sanna');
      const people: readonly (readonly [string, Tablet])[] = [
        ['ivo', ivo],
        ['sanna', sanna],
        ['perrin', perrin],
      ];
      const pick = numbers(seed);
      let taken = 0;
      let closed = 0;
      let before = await ivo.job(jobId);
      for (let step = 0; step < 200; step += 1) {
        const [who, tablet] = people[pick(people.length)]!;
        const draft = anyDraft(before, pick) as JobDraft | undefined;
        if (step % 20 === 19) {
          // Whoever tries to sign: over anything open nobody can.
          const open = openMatters(before).findings.length + openMatters(before).open.length;
          const { status } = await perrin.sign(jobId, 'rings');
          if (status === 201 && signatureOf(before, 'rings') === undefined) expect(open).toBe(0);
          before = await ivo.job(jobId);
          continue;
        }
        if (draft === undefined) continue;
        const command = basedOnNow(before, draft);
        const { status } = await tablet.post(`/api/jobs/${jobId}/commands`, { id: randomUUID(), command });
        if (status !== 201) continue;
        taken += 1;
        const after = await ivo.job(jobId);
        const left = new Set(openMatters(after).findings.map(({ id }) => id));
        for (const finding of openMatters(before).findings.filter(({ id }) => !left.has(id))) {
          closed += 1;
          const how = `${finding.id} by ${draft.type} of ${who}`;
          expect([how, CLOSES_NOTHING.includes(draft.type)]).toEqual([how, false]);
          const only = CLOSED_BY[finding.kind];
          expect([how, only?.includes(draft.type) ?? true]).toEqual([how, true]);
          // Who may not decide it did not: a measurement of anybody's is evidence, a word of his own is none.
          if (WORDS.includes(draft.type)) expect([how, finding.notBy.includes(who)]).toEqual([how, false]);
        }
        // What was a finding and was taken back by one person alone is asked about all the same.
        if (draft.type === 'voidReading' || draft.type === 'correctReading')
          for (const finding of openMatters(before).findings)
            if (finding.kind === 'outOfLimits' && finding.place === draft.place) {
              const there = openMatters(after).findings.some(
                (each) => 'place' in each && each.place === draft.place,
              );
              expect([`${finding.id} after ${draft.type}`, there]).toEqual([
                `${finding.id} after ${draft.type}`,
                true,
              ]);
            }
        // What no file can mend and nobody conceded is asked about.
        const matters = openMatters(after);
        for (const { key, state, conceded } of matters.statuses)
          if (state === 'loose' && !conceded)
            expect([key, matters.findings.some((each) => 'place' in each && each.place === key)]).toEqual([
              key,
              true,
            ]);
        before = after;
      }
      // A walk that goes nowhere shows nothing.
      expect([taken > 40, closed > 2]).toEqual([true, true]);
    } finally {
      await shop.remove();
    }
  },
  // Every step goes over the wire and is told again; beside the other tests that is slow.
  240_000,
);
