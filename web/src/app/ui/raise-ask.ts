import type { JobDraft } from '@oak-gate/core';
import type { ApiProblem } from '../state/api';
import type { Ask } from './ask-dialog';

/** Something that no rule sees is raised by hand, about a place or a part: it is a finding until an inspector decides. */
export const raiseAsk = (
  name: string,
  about: string,
  send: (draft: JobDraft) => Promise<ApiProblem | undefined>,
): Ask => ({
  title: `${name}: a question`,
  lines: ['It holds the gate until an inspector who did not raise it has decided.'],
  fields: [{ key: 'text', label: 'What is not right', kind: 'text' }],
  submit: 'Raise it',
  act: ({ text = '' }) => send({ type: 'raiseFinding', about, text }),
});
