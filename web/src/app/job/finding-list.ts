import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { findingWords } from '@oak-gate/contract';
import { currentPin, openMatters, placeAt } from '@oak-gate/core';
import type { Finding, JobDraft, JobState, LimitNote } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import type { ApiProblem } from '../state/api';
import { jobFeature } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { paramsOf } from '../ui/fit-params';
import type { FitParams } from '../ui/fit-params';
import { Asker } from '../ui/asker';
import type { Ask, AskField } from '../ui/ask-dialog';
import { orderNextAsk } from '../ui/order-ask';
import { settleAsk } from '../ui/settle-ask';
import { FindingRemarks } from './finding-remarks';
import { askFacts, kindFact } from './say-facts';
import type { FactKey } from './say-facts';

/** What needs a decision, of whom, with what each answer would mean. */
@Component({
  selector: 'app-finding-list',
  imports: [FindingRemarks, RouterLink],
  templateUrl: './finding-list.html',
  styleUrl: './finding-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindingList {
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  protected readonly job = inject(Store).selectSignal(jobFeature.selectJob);
  /** Only those of these sheets; all of them where nothing is said. */
  readonly sheets = input<readonly string[]>();
  protected readonly findings = computed(() => {
    const job = this.job();
    return job === undefined
      ? []
      : openMatters(job, this.sheets()).findings.map((finding) => ({
          finding,
          words: findingWords(job, finding),
          ...lookAt(finding),
          fit: fitOf(finding),
        }));
  });

  protected async decide(finding: Finding): Promise<void> {
    const job = this.job();
    if (job === undefined) return;
    const fit = fitOf(finding);
    if (fit !== undefined) {
      await this.router.navigate(['/jobs', job.id, 'fit'], { queryParams: fit });
      return;
    }
    const page = pageOfFinding(finding);
    if (page !== undefined) {
      await this.router.navigate(['/jobs', job.id, ...page.path], { queryParams: page.query });
      return;
    }
    const ask = askFor(job, finding, (draft) => this.desk.ask(draft, undefined, job));
    if (ask !== undefined) await this.asker.ask(ask);
  }
}

/** Where a finding is settled that no single answer settles. */
export function pageOfFinding(
  finding: Finding,
): { readonly path: readonly string[]; readonly query: Readonly<Record<string, string>> } | undefined {
  if (finding.kind === 'kitDiffers') return { path: ['kits'], query: { kit: finding.stand.rule.id } };
  if (finding.kind === 'lifeDue')
    return { path: ['parts'], query: { show: 'life', part: finding.due[0]?.part.id ?? '' } };
  if (finding.kind === 'paperMissing') {
    const [part] = finding.parts;
    return { path: ['parts'], query: { show: part?.kind ?? '', part: part?.id ?? '' } };
  }
  return undefined;
}
/** Where a finding is looked at: at its place, or, of banks that differ, at the set that says so. */
function lookAt(finding: Finding): { readonly place: string | undefined; readonly view?: 'set' } {
  if ('place' in finding) return { place: finding.place };
  if (finding.kind !== 'setRule') return { place: undefined };
  const [place] = finding.rule.places;
  return finding.rule.kind === 'banks' ? { place, view: 'set' } : { place };
}
function fitOf(finding: Finding): FitParams | undefined {
  if (finding.kind === 'limitWithheld') return paramsOf(finding);
  return finding.kind === 'limitToConfirm' ? paramsOf(finding.choice) : undefined;
}

/** What could be said of the engine, so that a note falls away instead of being accepted. */
export function factsOfNote(note: LimitNote): readonly FactKey[] {
  if (note.kind === 'otherMaker') {
    const ofAll = kindFact(note.part, 'maker');
    return note.fitted === null && ofAll !== undefined ? [ofAll] : [];
  }
  return note.kind === 'nominalDiameter' && note.oversize === null ? ['oversize', 'measuredBore'] : [];
}

type Send = (draft: JobDraft) => Promise<ApiProblem | undefined>;
const REASON: AskField = { key: 'reason', label: 'Reason', kind: 'text' };
const APPROVAL_FIELDS: readonly AskField[] = [
  { key: 'number', label: 'Approval number', kind: 'line' },
  { key: 'date', label: 'Date of the approval', kind: 'date' },
  { key: 'issuer', label: 'Issued by', kind: 'line' },
];

/** What is said again as it was: of the engine, or of the cylinder or the part that it was said of. */
function takenBack(
  { fact, before, cylinder, part }: LimitNote & { readonly kind: 'factRestated' },
  reason: string,
): JobDraft {
  const facts = { [fact]: before };
  if (part !== undefined) return { type: 'sayPartFacts', parts: [part], facts, reason };
  return cylinder === undefined
    ? { type: 'sayEngineFacts', facts, reason }
    : { type: 'sayCylinderFacts', cylinders: [cylinder], facts, reason };
}

/** What one person said anew of the engine: a second one agrees, or says that it was right before. */
function restatedAsk(title: string, note: LimitNote & { readonly kind: 'factRestated' }, send: Send): Ask {
  return {
    title,
    lines: [
      'The limits that rest on it are worked out from what was said. Look at the engine before you answer: whoever said it cannot.',
    ],
    fields: [
      {
        key: 'answer',
        label: 'It is',
        kind: 'choice',
        value: '',
        options: [
          { value: 'new', label: 'as it was said anew' },
          { value: 'before', label: 'as it was recorded before' },
        ],
      },
      REASON,
    ],
    submit: 'Say so',
    act: ({ answer, reason = '' }) =>
      answer === 'before'
        ? send(takenBack(note, reason))
        : send({ type: 'acceptLimitNote', note: note.id, approval: null, reason }),
  };
}

/** The dialog in which a finding is decided. */
export function askFor(job: JobState, finding: Finding, send: Send): Ask | undefined {
  const title = findingWords(job, finding);
  switch (finding.kind) {
    case 'outOfLimits': {
      const basedOn = placeAt(job, finding.place).version;
      return {
        title,
        lines: [
          'A concession uses a part outside its limits. The word stays on the record for ever.',
          ...(finding.asked === null ? [] : [`Asked for: ${finding.asked}`]),
        ],
        fields: [...APPROVAL_FIELDS, REASON],
        submit: 'Grant the concession',
        act: ({ number = '', date = '', issuer = '', reason = '' }) =>
          send({
            type: 'grantConcession',
            place: finding.place,
            basedOn,
            approval: { number, date, issuer },
            reason,
          }),
      };
    }
    case 'limitWithheld':
      return undefined; // decided where the documents stand side by side
    case 'limitNote': {
      const facts = factsOfNote(finding.note);
      if (facts.length > 0) return askFacts(facts, currentPin(job)?.model.bore.unit ?? 'mm', send);
      if (finding.note.kind === 'factRestated') return restatedAsk(title, finding.note, send);
      return {
        title,
        lines: ['Accepting it leaves the limits as they are. The reason stands in the record.'],
        fields: [REASON],
        submit: 'Accept it',
        act: ({ reason = '' }) =>
          send({ type: 'acceptLimitNote', note: finding.note.id, approval: null, reason }),
      };
    }
    case 'setRule': {
      const isBroken = finding.rule.state === 'broken';
      return {
        title,
        lines: [
          'Measuring or filing first is never wrong. Accepting it is of these readings and this pin: when one of them changes, it is asked again.',
          ...(isBroken ? ['What breaks a rule is out of a limit: it is conceded, on an approval.'] : []),
        ],
        fields: isBroken ? [...APPROVAL_FIELDS, REASON] : [REASON],
        submit: isBroken ? 'Grant the concession' : 'Accept these readings',
        act: ({ number = '', date = '', issuer = '', reason = '' }) =>
          send({
            type: 'acceptLimitNote',
            note: finding.rule.id,
            approval: isBroken ? { number, date, issuer } : null,
            reason,
          }),
      };
    }
    case 'factUnsettled':
      return settleAsk(finding.report, send);
    case 'limitToConfirm':
      return undefined; // looked at where the documents stand side by side
    case 'notApplicableDeclared': {
      const basedOn = placeAt(job, finding.place).version;
      return {
        title,
        fields: [
          {
            key: 'answer',
            label: 'Decision',
            kind: 'choice',
            options: [
              { value: 'yes', label: 'It is not applicable' },
              { value: 'no', label: 'It is to be measured' },
            ],
          },
          REASON,
        ],
        submit: 'Decide',
        act: ({ answer, reason = '' }) =>
          send({
            type: 'decideNotApplicable',
            place: finding.place,
            basedOn,
            accept: answer === 'yes',
            reason,
          }),
      };
    }
    case 'contested': {
      const record = placeAt(job, finding.place);
      const options = record.readings
        .filter(({ seq }) => record.contested.includes(seq))
        .map(({ seq, text, by, at }) => ({
          value: String(seq),
          label: `${text} by ${by.name}, ${at.slice(11, 16)}`,
        }));
      return {
        title,
        lines: [
          'What cannot be true beside it becomes void, what agrees with it stands. An inspector decides who took none of them.',
        ],
        fields: [{ key: 'keep', label: 'Which reading stands', kind: 'choice', options }, REASON],
        submit: 'Decide',
        act: ({ keep, reason = '' }) =>
          send({
            type: 'decideContest',
            place: finding.place,
            basedOn: record.version,
            keep: Number(keep),
            reason,
          }),
      };
    }
    case 'asFound': {
      const { doubt } = finding;
      return {
        title,
        lines: [
          doubt.kind === 'asFoundOdd'
            ? 'Parts that have run together may stay as they were found: what is decided stands in the record, and later work follows it.'
            : 'A part that ran in goes back where it was found. That it may lie elsewhere is decided, or it is moved back.',
        ],
        fields: [
          {
            key: 'keep',
            label: 'Decision',
            kind: 'choice',
            options: [
              {
                value: 'yes',
                label: doubt.kind === 'asFoundOdd' ? 'Kept as it was found' : 'It may lie there',
              },
              { value: 'no', label: 'Put right when it goes together again' },
            ],
          },
          REASON,
        ],
        submit: 'Decide',
        act: ({ keep, reason = '' }) =>
          send({ type: 'decideOdd', finding: finding.id, keep: keep === 'yes', reason }),
      };
    }
    case 'raised':
      return {
        title,
        lines: [
          `${finding.raised.by.name} raised it. What was done about it, or why nothing is, stands in the record.`,
        ],
        fields: [{ key: 'reason', label: 'What becomes of it', kind: 'text' }],
        submit: 'Decide so',
        act: ({ reason = '' }) => send({ type: 'decideRaised', raised: finding.raised.seq, reason }),
      };
    case 'withdrawn': {
      const { place, withdrawn } = finding;
      return {
        title,
        lines: [
          `${withdrawn.by.name} took it back alone. Look at the part, or measure there yourself; agree only where you have seen why it was not true.`,
        ],
        fields: [{ key: 'reason', label: 'What you have seen', kind: 'text' }],
        submit: 'It was not true',
        act: ({ reason = '' }) =>
          send({ type: 'agreeWithdrawal', place, reading: withdrawn.reading.seq, reason }),
      };
    }
    // Counted again, replaced, or said: on a page of its own.
    case 'kitDiffers':
    case 'lifeDue':
    case 'paperMissing':
      return undefined;
    case 'order':
      return orderNextAsk(finding.order, send);
    case 'inspection': {
      const isRejected = finding.doubt.kind === 'rejected';
      return {
        title,
        lines: [
          isRejected
            ? 'That a rejected part is used all the same is a formal act, on an approval. Else it is taken out, or looked at again by an inspector who did not reject it.'
            : 'Somebody who did not leave it decides whether it may stay so. Else it is looked at.',
        ],
        fields: [...(isRejected ? APPROVAL_FIELDS : []), REASON],
        submit: isRejected ? 'Use it on this approval' : 'It need not be looked at',
        act: ({ number = '', date = '', issuer = '', reason = '' }) =>
          send({
            ...{ type: 'decideLook', finding: finding.id, reason },
            approval: isRejected ? { number, date, issuer } : null,
          }),
      };
    }
    // It is looked at: there is nothing to decide.
    case 'inspectionDue':
      return undefined;
    case 'instrumentOutOfDate':
      return {
        title,
        lines: [
          'Accept the readings only if a check afterwards showed that the instrument was right; otherwise void them on the bench.',
        ],
        fields: [REASON],
        submit: 'Accept the readings',
        act: ({ reason = '' }) =>
          send({
            type: 'acceptInstrument',
            instrument: finding.instrument,
            readings: finding.readings,
            reason,
          }),
      };
  }
}
