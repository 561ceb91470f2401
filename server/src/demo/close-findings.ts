import { randomUUID } from 'node:crypto';
import {
  acceptRange,
  basedOnNow,
  currentReading,
  judgedAt,
  limitChoices,
  limitInForce,
  NM_PER,
  aboutPart,
  openMatters,
  placeAt,
  placeOf,
  showExact,
  nanometres,
  characteristicOf,
  slotsBehind,
  partIn,
  isSize,
} from '@oak-gate/core';
import type {
  Finding,
  Instrument,
  JobDraft,
  JobState,
  LengthUnit,
  Nanometres,
  Part,
  Place,
  PlaceKey,
  RecordedReading,
  Task,
} from '@oak-gate/core';
import type { DemoClient } from './demo-client';

/** Who does what when a job is led from its findings to closed: no one settles what he did himself. */
export interface ClosingHands {
  readonly technician: string;
  readonly second: string;
  readonly inspector: string;
  readonly confirmer: string;
}
/** A made-up picture of before and one of after. */
export interface ClosingPictures {
  readonly before: Uint8Array;
  readonly after: Uint8Array;
}
/** So many answers close every finding of a job of the demo many times over: more, and something asks in a circle. */
const MOST_ANSWERS = 400;
const APPROVAL = { number: 'TQ-118', date: '', issuer: 'Tarnlow Quay engineering' };

/**
 * Leads a job from its findings to closed, through the commands of the product: what is out is filed or replaced and measured again,
 * what documents leave open is chosen and looked at, what nobody can measure away is decided by who may. Each part that is worked on
 * is photographed before and after.
 */
export class FindingCloser {
  constructor(
    private readonly client: DemoClient,
    private readonly as: (who: string) => Promise<void>,
    private readonly tick: () => void,
    private readonly hands: ClosingHands,
    private readonly pictures: ClosingPictures,
    /** ISO day of an approval. */
    private readonly day: string,
  ) {}

  async close(jobId: string): Promise<void> {
    for (let i = 0; i < MOST_ANSWERS; i++) {
      const state = await this.client.job(jobId);
      const { findings, tasks, statuses } = openMatters(state);
      const [finding] = findings;
      const file = tasks.find((task) => task.kind === 'file');
      if (finding !== undefined) await this.answer(jobId, state, finding);
      else if (file !== undefined) await this.file(jobId, state, file);
      else {
        // No blade goes, and nobody can say how much to file: what is marked on it says that it is another ring's bore.
        const closed = statuses.find((each) => each.state === 'tight' && !each.conceded);
        const part = closed === undefined ? undefined : partToReplace(state, closed.key);
        if (part === undefined) return;
        await this.anotherPart(jobId, state, part, 'no blade goes: of another class');
      }
    }
    throw new Error(`Job ${jobId} still asks after ${MOST_ANSWERS} answers.`);
  }

  private async give(jobId: string, who: string, draft: JobDraft): Promise<void> {
    await this.as(who);
    const state = await this.client.job(jobId);
    await this.client.command(jobId, basedOnNow(state, draft), state);
    this.tick();
  }
  private async answer(jobId: string, state: JobState, finding: Finding): Promise<void> {
    const { inspector, confirmer, second } = this.hands;
    const by = (draft: JobDraft, who = inspector): Promise<void> => this.give(jobId, who, draft);
    const reason = 'looked at beside the engine';
    switch (finding.kind) {
      case 'limitWithheld': {
        const { fit, partState, of } = finding;
        const judged = { fit, partState, ...(of === undefined ? {} : { of }) };
        const [choice] = limitChoices(state, judged);
        if (choice === undefined) throw new Error(`${fit}: the documents give no choice.`);
        return by({ type: 'decideLimit', ...judged, rows: choice.rows, reason });
      }
      case 'limitToConfirm':
        return by({ type: 'confirmLimit', choice: finding.choice.seq, accept: true, reason }, confirmer);
      case 'limitNote':
        return by({ type: 'acceptLimitNote', note: finding.note.id, approval: null, reason });
      case 'setRule': {
        const approval = finding.rule.state === 'broken' ? { ...APPROVAL, date: this.day } : null;
        return by({ type: 'acceptLimitNote', note: finding.rule.id, approval, reason });
      }
      case 'notApplicableDeclared':
        return by({ type: 'decideNotApplicable', place: finding.place, accept: true, reason });
      case 'contested': {
        const { contested } = placeAt(state, finding.place);
        return by({ type: 'decideContest', place: finding.place, keep: contested.at(-1) ?? 0, reason });
      }
      case 'factUnsettled':
        return by({ type: 'settleFact', report: finding.report.seq, as: 'same', reason });
      case 'asFound':
        return by({ type: 'decideOdd', finding: finding.id, keep: true, reason: 'run in so, and sound' });
      case 'instrumentOutOfDate':
        return by({
          type: 'acceptInstrument',
          instrument: finding.instrument,
          reason: 'checked since: right',
        });
      case 'raised':
        return by({ type: 'decideRaised', raised: finding.raised.seq, reason });
      case 'withdrawn': {
        const { reading, by: taker } = finding.withdrawn;
        const who = taker.name === second ? inspector : second;
        return by({ type: 'agreeWithdrawal', place: finding.place, reading: reading.seq, reason }, who);
      }
      case 'inspection':
        return finding.doubt.kind === 'rejected'
          ? this.anotherPart(jobId, state, finding.doubt.entry.part, 'rejected by eye')
          : by({ type: 'decideLook', finding: finding.id, approval: null, reason });
      case 'outOfLimits': {
        const part = partToReplace(state, finding.place);
        if (part === undefined) throw new Error(`${finding.place}: nothing there can be replaced.`);
        return this.anotherPart(jobId, state, part, 'out of its limits');
      }
      default:
        throw new Error(`The demo has no answer to ${finding.id}.`);
    }
  }

  /** Another part in its place, and everything that was measured of the old one is measured of it. */
  private async anotherPart(jobId: string, state: JobState, id: string, reason: string): Promise<void> {
    const part = state.parts.get(id);
    if (part === undefined) throw new Error(`${id} does not lie there.`);
    const measured = readingsOf(state, part);
    await this.picture(jobId, part.id, 'before');
    const { partNumber, maker, material } = part;
    await this.give(jobId, this.hands.technician, {
      ...{ type: 'replacePart', part: id, reason },
      instead: { state: 'new', partNumber, lot: 'stores 12', maker, material },
    });
    const now = partIn(await this.client.job(jobId), part.slot ?? '');
    await this.measureAgain(jobId, measured);
    if (now !== undefined) await this.picture(jobId, now.id, 'after');
  }
  private async file(
    jobId: string,
    state: JobState,
    { part: id, advice }: Task & { readonly kind: 'file' },
  ): Promise<void> {
    const part = state.parts.get(id);
    if (part === undefined) return;
    const measured = readingsOf(state, part).filter(([key]) => advice.stations.includes(key));
    await this.picture(jobId, id, 'before');
    await this.give(jobId, this.hands.technician, {
      ...{ type: 'reworkPart', part: id, what: 'filed', how: 'one end, towards the inside, edges dressed' },
      round: { strokes: 3, tool: 'hand file', minutes: 4 },
    });
    await this.measureAgain(jobId, measured);
    await this.picture(jobId, id, 'after');
  }
  /** In the way in which it was measured before, in the middle of what is allowed now. */
  private async measureAgain(
    jobId: string,
    readings: readonly (readonly [PlaceKey, RecordedReading])[],
  ): Promise<void> {
    for (const [place, before] of readings) {
      const state = await this.client.job(jobId);
      const where = placeOf(state, place);
      if (where === undefined || currentReading(placeAt(state, place)) !== undefined) continue;
      const text = textWithin(state, where, before);
      if (text === undefined) continue;
      const { instrument, unit, answers, conditions, setting, depth } = before;
      await this.give(jobId, this.hands.second, {
        ...{ type: 'takeReading', place, text, unit: instrument?.unit ?? unit, slip: null },
        instrument: instrument?.id ?? null,
        answers: answers.map(({ question }) => ({ question, answer: 'yes' })),
        ...(conditions === undefined ? {} : { conditions }),
        ...(setting === undefined
          ? {}
          : { setting: { text: setting.size.text, unit: setting.size.unit, against: setting.against } }),
        ...(depth === undefined
          ? {}
          : { depth: { text: depth.size.text, unit: depth.size.unit, datum: depth.datum } }),
      });
    }
  }
  private async picture(jobId: string, part: string, when: 'before' | 'after'): Promise<void> {
    await this.as(this.hands.technician);
    const query = new URLSearchParams({
      ...{ command: randomUUID(), finding: aboutPart(part), name: `${when}.png`, when },
      caption: when === 'before' ? 'as it came out' : 'as it went in',
    });
    await this.client.upload(`/api/jobs/${jobId}/photographs?${query.toString()}`, this.pictures[when]);
    this.tick();
  }
}

/** The part whose state a fit is judged by; of what is worked out, that of what it is worked out from. */
function partToReplace(state: JobState, key: PlaceKey): string | undefined {
  const place = placeOf(state, key);
  const characteristic = place === undefined ? undefined : characteristicOf(state, place);
  if (place === undefined || characteristic === undefined) return undefined;
  const behind = slotsBehind(state, characteristic, place);
  const own = behind.find(({ kind }) => kind === characteristic.stateOf) ?? behind[0];
  return own === undefined ? undefined : partIn(state, own.slot)?.id;
}
/** What counts of a part now and was measured: its places with how they were read. */
const readingsOf = (state: JobState, { id }: Part): readonly (readonly [PlaceKey, RecordedReading])[] =>
  (state.measuredAt.get(id) ?? []).flatMap((key) => {
    const reading = currentReading(placeAt(state, key));
    return reading !== undefined &&
      reading.inputs === undefined &&
      reading.parts.some((part) => part.id === id)
      ? [[key, reading] as const]
      : [];
  });
/** A reading in the middle of what is allowed, as its gauge shows it; undefined where nothing is allowed or nobody can say it. */
function textWithin(state: JobState, place: Place, before: RecordedReading): string | undefined {
  const { instrument, reading } = before;
  if (!isSize(reading)) return reading.kind === 'answer' ? 'yes' : before.text;
  const inForce = limitInForce(state, place, judgedAt(state, place));
  if (inForce.state !== 'inForce') return before.text;
  const { lower, upper } = acceptRange(inForce.limit, 'new');
  const low = Number.isFinite(lower) ? lower : upper / 2;
  const high = Number.isFinite(upper) ? upper : low + Math.max(Math.abs(low) / 4, 100_000);
  const unit = instrument?.unit ?? before.unit ?? 'mm';
  if (instrument?.kind === 'feeler' || instrument?.kind === 'strip')
    return bladesWithin(instrument, low, high, unit);
  const middle = onStep((low + high) / 2, instrument?.resolution, unit);
  if (before.setting === undefined) return showExact(nanometres(middle), unit);
  const off = middle - before.setting.size.nm;
  return `${off < 0 ? '-' : '+'}${showExact(nanometres(Math.abs(off)), unit)}`;
}
function bladesWithin(
  { blades, kind }: Instrument,
  low: number,
  high: number,
  unit: LengthUnit,
): string | undefined {
  const sizes = blades.map(({ nm }) => nm).sort((a, b) => a - b);
  const within = sizes.filter((nm) => nm >= low && nm <= high);
  const middle = Math.floor((within.length - 1) / 2);
  const [a, b] = [within[middle], within[middle + 1]];
  if (a === undefined || b === undefined) return undefined;
  const [small, large] = [showExact(a, unit), showExact(b, unit)];
  return kind === 'strip' ? `${small}-${large}` : `${small}/${large}`;
}
const onStep = (nm: number, resolution: Nanometres | undefined, unit: LengthUnit): number => {
  const step = resolution === undefined || resolution === 0 ? NM_PER[unit] / 1000 : resolution;
  return Math.round(nm / step) * step;
};
