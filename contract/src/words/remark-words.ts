import { currentPin, openMatters, parsePlaceKey } from '@oak-gate/core';
import type { JobState, Remark } from '@oak-gate/core';
import { placeInJob, slotWords } from './place-words';
import { faceInJob } from './inspection-words';
import { aboutWords, findingWords } from './wait-words';

const CAUSE_WORDS: Readonly<Record<string, string>> = {
  outOfLimits: 'out of limits',
  contested: 'two people measured it',
  notApplicable: 'said to be not applicable',
  limit: 'its limit was to be decided',
  rule: 'a rule over several readings',
  note: 'something about its limit',
  report: 'a report from the workshop',
  instrument: 'an instrument past its check',
  odd: 'found odd',
  elsewhere: 'run in, and lies elsewhere than it was found',
  look: 'looked at',
  lookDue: 'to be looked at',
  order: 'something that was ordered',
  raised: 'raised by hand',
  withdrawn: 'out, and taken back',
  kit: 'a kit that was not whole',
  life: 'parts whose life is limited',
  paper: 'parts without a paper',
};

const slotOfPart = (part: string): string => part.slice(0, part.lastIndexOf('#'));

/** What a finding is called, also when it is decided and not among the open ones any more. */
export function findingName(state: JobState, id: string): string {
  const open = openMatters(state).findings.find((each) => each.id === id);
  if (open !== undefined) return findingWords(state, open);
  const [cause = '', ...rest] = id.split(' ');
  const layout = currentPin(state)?.model.layout;
  const [named = ''] = rest;
  if (cause === 'place') return placeInJob(currentPin(state), named);
  if (layout !== undefined && (cause === 'part' || cause === 'slot'))
    return slotWords(layout, state.parts.get(named)?.slot ?? named.replace(/#\d+$/u, ''));
  if (cause === 'look' || cause === 'face') {
    const [part = '', item = ''] = cause === 'face' ? named.replaceAll('|', '\n').split('/') : rest;
    return faceInJob(state, slotOfPart(part.replaceAll('\n', '/')), item);
  }
  const words = CAUSE_WORDS[cause] ?? 'a finding';
  const about = rest.join(' ');
  // Some findings are about a place or a fit, others about a row, a gauge or an entry.
  const key = rest.find((each) => parsePlaceKey(each) !== undefined);
  return key === undefined
    ? `${words}${about === '' ? '' : ` (${about})`}`
    : `${placeInJob(currentPin(state), key)}: ${words}`;
}

/** What was added to a finding, in a sentence. */
export function addedWords(remark: Remark): string {
  switch (remark.kind) {
    case 'note':
      return remark.text;
    case 'photograph':
      return `photograph${remark.when === undefined ? '' : `, ${remark.when}`} ${remark.file.name}${remark.caption === '' ? '' : `: ${remark.caption}`}`;
    case 'paper':
      return `paper: ${remark.title} (${remark.file.name})`;
    case 'order': {
      const { what, supplier, number, expectedOn, settled, sort, asked } = remark;
      const due = expectedOn === null ? '' : `, expected on ${expectedOn}`;
      const shall = asked === '' ? '' : `; asked: ${asked}`;
      return `${sort === 'work' ? 'sent out' : 'ordered'}: ${what}, ${sort === 'work' ? 'to' : 'from'} ${supplier}${number === '' ? '' : `, order ${number}`}${due}${shall}${settledWords(settled)}`;
    }
  }
}

/** What became of an order: it came, with what, and whether it was measured here. */
function settledWords(settled: (Remark & { readonly kind: 'order' })['settled']): string {
  if (settled === undefined) return '';
  const { as, by, note, certificate, received } = settled;
  const came = `; ${as} (${by})${certificate === '' ? '' : `, certificate ${certificate}`}${note === '' ? '' : `: ${note}`}`;
  if (received === undefined) return came;
  const own = received.evidence.length;
  const rests =
    own === 0 ? '' : `, on ${own} ${own === 1 ? 'reading or look' : 'readings and looks'} of our own`;
  return `${came}; ${received.accepted ? 'received' : 'sent back'} by ${received.by}${rests}: ${received.check}`;
}

/** What was raised by hand, and what was decided of it. */
export const raisedLines = (
  state: JobState,
): readonly { readonly what: string; readonly decided: string; readonly by: string; readonly at: string }[] =>
  state.raised.map(({ about, text, decided, by, at }) => ({
    what: `${aboutWords(state, about)}: ${text}`,
    decided:
      decided === undefined
        ? 'not decided'
        : `${decided.reason} (${decided.by}${decided.samePerson === null ? '' : `, same person, ${decided.samePerson.hoursLater} h later`})`,
    ...{ by: by.name, at },
  }));
