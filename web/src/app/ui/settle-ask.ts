import { reportWords } from '@oak-gate/contract';
import type { FactReport, JobDraft, SettledAs } from '@oak-gate/core';
import type { ApiProblem } from '../state/api';
import type { Ask } from './ask-dialog';

/** The dialog in which a fact of the workshop is settled that came in after the part had changed. */
export const settleAsk = (
  report: FactReport,
  send: (draft: JobDraft) => Promise<ApiProblem | undefined>,
): Ask => ({
  title: reportWords(report),
  lines: [
    'If it was done as well, what was measured since is spent and is measured again. If both meant the same, or it was not done, nothing changes.',
  ],
  fields: [
    {
      key: 'as',
      label: 'Was it done as well?',
      kind: 'choice',
      // What happened is the person's word: nothing is chosen before he chose it.
      value: '',
      options: [
        { value: 'happened', label: 'Yes, it was done as well' },
        { value: 'same', label: 'No: it is the same that stands there already' },
        { value: 'notDone', label: 'No: it was not done' },
      ],
    },
    { key: 'reason', label: 'How it is known', kind: 'text' },
  ],
  submit: 'Settle it',
  act: ({ as, reason }) =>
    send({ type: 'settleFact', report: report.seq, as: (as ?? 'same') as SettledAs, reason: reason ?? '' }),
});
