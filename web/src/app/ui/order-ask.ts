import { orderStand } from '@oak-gate/core';
import type { JobDraft, OrderRemark } from '@oak-gate/core';
import type { ApiProblem } from '../state/api';
import type { Ask } from './ask-dialog';

type Send = (draft: JobDraft) => Promise<ApiProblem | undefined>;

/** Something is ordered because of a finding, or for a place: everybody sees what it waits for, and till when. */
export function orderAsk(title: string, finding: string, send: Send): Ask {
  return {
    title,
    lines: [
      'So that everybody sees what this waits for. What comes in is measured or checked here before it is used.',
    ],
    fields: [
      {
        ...{ key: 'sort', label: 'What sort', kind: 'choice' },
        options: [
          { value: 'part', label: 'a part is bought' },
          { value: 'work', label: 'a part goes out to be worked on' },
        ],
      },
      { key: 'what', label: 'What is ordered', kind: 'line' },
      { key: 'supplier', label: 'From whom', kind: 'line' },
      { key: 'asked', label: 'What it shall be when it comes', kind: 'line', optional: true },
      { key: 'number', label: 'Number of the order', kind: 'line', optional: true },
      { key: 'expectedOn', label: 'Expected on', kind: 'date', optional: true },
    ],
    submit: 'It is ordered',
    act: ({ sort, what = '', supplier = '', asked = '', number = '', expectedOn = '' }) =>
      send({
        ...{ type: 'placeOrder', finding, what, supplier, asked, number },
        sort: sort === 'work' ? 'work' : 'part',
        expectedOn: expectedOn === '' ? null : expectedOn,
      }),
  };
}
/** What becomes of an order next: it comes or is cancelled; what came is measured here, and used or sent back. */
export const orderNextAsk = (order: OrderRemark, send: Send): Ask =>
  orderStand(order) === 'toReceive' ? receiveAsk(order, send) : settleAsk(order, send);

function settleAsk({ seq, what }: OrderRemark, send: Send): Ask {
  return {
    title: `What became of the order: ${what}`,
    lines: [
      'That it is here does not say that it is right: it is received by what is measured or checked here.',
    ],
    fields: [
      {
        ...{ key: 'as', label: 'What happened', kind: 'choice' },
        options: [
          { value: 'arrived', label: 'it arrived' },
          { value: 'cancelled', label: 'it was cancelled' },
        ],
      },
      { key: 'certificate', label: 'Number of its certificate', kind: 'line', optional: true },
      { key: 'note', label: 'A word about it', kind: 'line', optional: true },
    ],
    submit: 'Say so',
    act: ({ as, note = '', certificate = '' }) =>
      send({
        ...{ type: 'settleOrder', order: seq, note, certificate },
        as: as === 'cancelled' ? 'cancelled' : 'arrived',
      }),
  };
}
function receiveAsk({ seq, what, asked, sort, settled }: OrderRemark, send: Send): Ask {
  return {
    title: `Received: ${what}`,
    lines: [
      ...(asked === '' ? [] : [`Asked: ${asked}.`]),
      ...(settled?.certificate ? [`It came with ${settled.certificate}.`] : []),
      sort === 'work'
        ? 'What was done elsewhere is measured on the bench first, or looked at face by face: this rests on it.'
        : 'Marks, thickness, material, how it looks: what was checked here, in words.',
    ],
    fields: [
      {
        ...{ key: 'accepted', label: 'It is', kind: 'choice', value: '' },
        options: [
          { value: 'yes', label: 'as asked, and used' },
          { value: 'no', label: 'not as asked, and goes back' },
        ],
      },
      { key: 'check', label: 'What was checked here', kind: 'text' },
    ],
    submit: 'Say so',
    act: ({ accepted, check = '' }) =>
      send({ type: 'receiveOrder', order: seq, accepted: accepted === 'yes', check }),
  };
}
