import { currentPin, currentReading, isSize, minutesOf, placeAt, placeStatus, placeOf } from '@oak-gate/core';
import type {
  JobState,
  LengthUnit,
  OpenQuestion,
  PlaceKey,
  PossibleAnswer,
  PredictedSize,
  QuestionKind,
} from '@oak-gate/core';
import { findingWords } from './wait-words';
import { partWords, placeWords, placeInJob, slotWords, unitWord } from './place-words';
import { rangeWords, tenths } from './ring-words';
import { stateWordAt } from './state-words';

/** The question as one sentence, with the word that the eye meets apart from the rest. */
export interface QuestionSaid {
  readonly about: string;
  readonly word: string;
  readonly then: string;
}
/** "The second ring of cylinder 3 is | tight by up to 1 thou | What shall be done?" */
export function openQuestionWords(state: JobState, question: OpenQuestion, unit: LengthUnit): QuestionSaid {
  const { kind, findings, places } = question;
  const [finding] = findings;
  if (kind !== 'outOfLimits')
    return {
      about: finding === undefined ? '' : findingWords(state, finding),
      word: '',
      then: 'What shall it be?',
    };
  const [first] = places;
  const place = first === undefined ? undefined : placeOf(state, first);
  if (first === undefined || place === undefined) return { about: '', word: '', then: '' };
  const status = placeStatus(state, place);
  const pin = currentPin(state);
  const many = places.length > 1 ? ` and at ${places.length - 1} more of its stations` : '';
  return {
    about: `${placeInJob(pin, first)}${many}:`,
    word: `${stateWordAt(pin, first, status.state)}${byHow(state, first, unit)}`,
    then: 'What shall be done?',
  };
}
function byHow(state: JobState, place: PlaceKey, unit: LengthUnit): string {
  const reading = currentReading(placeAt(state, place));
  if (reading === undefined || !isSize(reading.reading)) return '';
  const { shortBy, overBy } = reading.verdict;
  const by = shortBy ?? overBy;
  if (by === undefined) return '';
  const isBracket = reading.reading.kind !== 'exact';
  return ` by ${isBracket ? 'up to ' : ''}${tenths(by, unit)} ${unitWord(unit)}`;
}

/** An answer in words: what to do, and what it means. */
export interface AnswerSaid {
  readonly title: string;
  readonly means: string;
  readonly who: string;
}
export function answerWords(state: JobState, answer: PossibleAnswer, unit: LengthUnit): AnswerSaid {
  const layout = currentPin(state)?.model.layout;
  const part = state.parts.get(answer.part ?? '');
  const one = partWords(layout, part?.kind ?? 'part')[0];
  const again =
    answer.spends.length === 0
      ? ''
      : `${answer.spends.length} ${answer.spends.length === 1 ? 'reading is' : 'readings are'} taken again.`;
  const minutes = minutesOf(answer);
  const takes = minutes === undefined ? '' : `About ${minutes} min.`;
  const said = (title: string, means: string): AnswerSaid => ({
    title,
    means: [means, again, takes].filter((each) => each !== '').join(' '),
    who: whoWords(answer),
  });
  switch (answer.kind) {
    case 'file': {
      return said(
        `File ${tenths(answer.cut ?? 0, unit)} ${unitWord(unit)} off this ${one}`,
        'One cut opens all of its stations.',
      );
    }
    case 'otherPlace': {
      const where = part?.slot == null || layout === undefined ? '' : slotWords(layout, part.slot);
      return said(
        `Change places with ${where.charAt(0).toLowerCase()}${where.slice(1)}`,
        'Both are in then, and neither is filed.',
      );
    }
    case 'rework':
      return said(`The ${one} is ${answer.what ?? 'worked on'}`, 'What it comes to is measured.');
    case 'anotherPart':
      if (answer.look === true)
        return said(`Another ${one}`, 'This one is taken out; what was found on it stays in the record.');
      return said(`Another ${one}`, 'What it will be nobody knows before it is measured.');
    case 'concession':
      return said(
        'Accept it as it is',
        'Needs the number, date and issuer of an approval. The word stays on the record for ever.',
      );
    case 'lookAgain':
      if (answer.look === true)
        return said('Look at it', 'On the part, face by face. Who rejected it does not lift that himself.');
      return said('Look again', 'Measured once more: what agrees narrows it, what does not is asked about.');
    case 'waitForPart':
      return said('Wait for a part', 'Ordered, with whom and till when: everybody sees what it waits for.');
    case 'keepAsFound':
      return said('It stays as it was found', 'What ran in together may stay so; later work follows it.');
    case 'putRight':
      return said(
        'Put right when it goes together again',
        'It is on the record as found, and is changed at Build.',
      );
    case 'decide': {
      const [title, means] = DECIDE_WORDS[answer.of ?? 'other'] ?? DECIDE;
      return said(title, means);
    }
  }
}
const DECIDE = ['Decide it', 'Its own fields say what each decision means.'] as const;
const DECIDE_WORDS: Readonly<Partial<Record<QuestionKind, readonly [title: string, means: string]>>> = {
  withdrawn: ['It was not true', 'Said by somebody who did not take it back, and has seen why.'],
  classes: [
    'Used together all the same',
    'Needs the number, date and issuer of an approval. The word stays on the record for ever.',
  ],
  short: ['Count it again', 'What was missing came, or was counted wrongly. Both counts stay in the record.'],
  paper: [
    'Keep its paper',
    'The release tag or certificate, as a file, with the part. It is no evidence of a size.',
  ],
  life: ['Say what it has done', 'From the log book, with how it is known: what nobody knows is replaced.'],
};
function whoWords({ who, notBy }: PossibleAnswer): string {
  const [first] = who;
  if (who.length === 1 && first === 'inspector')
    return notBy.length === 0 ? 'an inspector' : 'an inspector who did not do the work';
  return who.includes('technician') ? 'a technician may give it' : who.join(' or ');
}
/** "10.0 to 11.0": what a size would be. */
export const predictedWords = ({ low, high }: PredictedSize, unit: LengthUnit): string =>
  low === high ? tenths(low, unit) : rangeWords(low, high, unit);
/** Where a size would be so. */
export function predictedWhere(state: JobState, { place }: PredictedSize): string {
  const found = placeOf(state, place);
  const layout = currentPin(state)?.model.layout;
  if (found === undefined || layout === undefined) return place;
  const { cylinder, shortStation } = placeWords(layout, found);
  return [cylinder, shortStation].filter((each) => each !== '').join(', ');
}

/** "cyl 2": by what a question is told from those that are alike. */
export function questionWhere(state: JobState, { places, findings }: OpenQuestion): string {
  const layout = currentPin(state)?.model.layout;
  const place = placeOf(state, places[0] ?? '');
  if (layout !== undefined && place !== undefined)
    return placeWords(layout, place).cylinder || placeWords(layout, place).whole;
  const [finding] = findings;
  const slot = finding?.kind === 'inspection' || finding?.kind === 'asFound' ? finding.doubt.slot : undefined;
  return layout === undefined || slot === undefined ? '' : slotWords(layout, slot);
}
