import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { boundText, findingWords, unitWord } from '@oak-gate/contract';
import {
  BOUNDS,
  currentPin,
  openMatters,
  parsePlaceKey,
  placeAt,
  statementsAbout,
  statedBound,
} from '@oak-gate/core';
import type { Finding, JobCommand, JobState } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import type { ApiProblem } from '../state/api';
import { jobFeature } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { Asker } from '../ui/asker';
import type { Ask, AskField } from '../ui/ask-dialog';

/** What needs a decision, of whom, with what each answer would mean. */
@Component({
  selector: 'app-finding-list',
  imports: [RouterLink],
  templateUrl: './finding-list.html',
  styleUrl: './finding-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindingList {
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  protected readonly job = inject(Store).selectSignal(jobFeature.selectJob);
  protected readonly findings = computed(() => {
    const job = this.job();
    return job === undefined
      ? []
      : openMatters(job).findings.map((finding) => ({
          finding,
          words: findingWords(job, finding),
          place: 'place' in finding ? finding.place : undefined,
        }));
  });

  protected async decide(finding: Finding): Promise<void> {
    const job = this.job();
    if (job === undefined) return;
    const ask = askFor(job, finding, (command) => this.desk.ask(command));
    if (ask !== undefined) await this.asker.ask(ask);
  }
}

type Send = (command: JobCommand) => Promise<ApiProblem | undefined>;
const REASON: AskField = { key: 'reason', label: 'Reason', kind: 'text' };

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
        fields: [
          { key: 'number', label: 'Approval number', kind: 'line' },
          { key: 'date', label: 'Date of the approval', kind: 'date' },
          { key: 'issuer', label: 'Issued by', kind: 'line' },
          REASON,
        ],
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
      return askLimit(job, finding, title, send);
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
        lines: ['The other reading becomes void. Measuring again first is never wrong.'],
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
    case 'instrumentOutOfDate':
      return {
        title,
        lines: [
          'Accept the readings only if a check afterwards showed that the instrument was right; otherwise void them on the bench.',
        ],
        fields: [REASON],
        submit: 'Accept the readings',
        act: ({ reason = '' }) => send({ type: 'acceptInstrument', instrument: finding.instrument, reason }),
      };
  }
}

/** Which row shall govern each bound: every statement is listed with its figure. */
function askLimit(
  job: JobState,
  finding: Finding & { readonly kind: 'limitWithheld' },
  title: string,
  send: Send,
): Ask | undefined {
  const pin = currentPin(job);
  const place = parsePlaceKey(finding.fit);
  if (pin === undefined || place === undefined) return undefined;
  const unit = Object.values(job.instruments)[0]?.unit ?? 'mm';
  const statements = statementsAbout(place, pin);
  const fields = BOUNDS.flatMap((bound): AskField[] => {
    const stated = statements.flatMap((row) => {
      const value = statedBound(row, bound, pin.context);
      return value === undefined || value === 'unknown'
        ? []
        : [
            {
              value: row.id,
              label: `${boundText(value, unit, bound.endsWith('in') ? 'up' : 'down')} ${unitWord(unit)}: ${row.id}`,
            },
          ];
    });
    if (stated.length === 0) return [];
    return [
      {
        key: bound,
        label: `Which row gives the ${bound}`,
        kind: 'choice',
        options: [...stated, { value: 'none', label: 'no such bound' }],
      },
    ];
  });
  return {
    title,
    lines: ['Until this is decided there is no verdict and no filing advice at these places.'],
    fields: [...fields, REASON],
    submit: 'Decide',
    act: (values) => {
      const rows = Object.fromEntries(
        BOUNDS.flatMap((bound) =>
          values[bound] === undefined || values[bound] === 'none' ? [] : [[bound, values[bound]]],
        ),
      );
      return send({
        type: 'decideLimit',
        fit: finding.fit,
        partState: finding.partState,
        rows,
        reason: values['reason'] ?? '',
      });
    },
  };
}
