import type { JobDraft } from '@oak-gate/core';
import type { ApiProblem } from '../state/api';
import type { Ask } from './ask-dialog';

/** A part is ordered because of a finding, or for a place: everybody sees what it waits for, and till when. */
export function orderAsk(
  title: string,
  finding: string,
  send: (draft: JobDraft) => Promise<ApiProblem | undefined>,
): Ask {
  return {
    title,
    lines: ['So that everybody sees what this waits for. What comes in is measured before it is used.'],
    fields: [
      { key: 'what', label: 'What is ordered', kind: 'line' },
      { key: 'supplier', label: 'From whom', kind: 'line' },
      { key: 'number', label: 'Number of the order', kind: 'line', optional: true },
      { key: 'expectedOn', label: 'Expected on', kind: 'date', optional: true },
    ],
    submit: 'It is ordered',
    act: ({ what = '', supplier = '', number = '', expectedOn = '' }) =>
      send({
        ...{ type: 'placeOrder', finding, what, supplier, number },
        expectedOn: expectedOn === '' ? null : expectedOn,
      }),
  };
}
