import { questionsOf } from '@oak-gate/core';
import { allGaps, gapAt, GAPS, STARBOARD, takeBore, twoBanks } from '../../../core/test/two-banks';
import { answerWords, openQuestionWords, predictedWhere, predictedWords } from './question-words';

const story = allGaps(twoBanks(), { ...GAPS, '1': '15/16', '2': '23/24' });
for (const cylinder of Object.keys(GAPS))
  takeBore(story, cylinder, STARBOARD.includes(cylinder) ? '100.036' : '100.000');
const asked = questionsOf(story.job).find(({ places }) => places.includes(gapAt('1')))!;

test('a question is a sentence: what it is about, the word, and what is asked', () => {
  expect(openQuestionWords(story.job, asked, 'thou')).toEqual({
    about: 'Ring end gap, Cyl 1, top ring, 25 mm from the deck:',
    word: 'tight by up to 2.7 thou',
    then: 'What shall be done?',
  });
});
test('every answer says what to do, what it means, and who may give it', () => {
  const said = asked.answers.map((answer) => answerWords(story.job, answer, 'thou'));
  expect(said.map(({ title }) => title)).toEqual([
    'File 3.7 thou off this ring',
    'Change places with cyl 2, top ring',
    'The bore is honed',
    'Another ring',
    'Look again',
    'Wait for a part',
    'Accept it as it is',
  ]);
  expect(said[0]).toMatchObject({
    means: 'One cut opens all of its stations. 1 reading is taken again. About 15 min.',
  });
  expect(said.at(-1)?.who).toBe('an inspector who did not do the work');
  for (const { means, who } of said) expect([means, who]).not.toContain('');
});
test('what a size would be is said where it would be so', () => {
  const [size] = asked.answers[0]?.predicted ?? [];
  expect([predictedWords(size!, 'thou'), predictedWhere(story.job, size!)]).toEqual([
    '18.7 to 19.7',
    'Cyl 1, 25 mm from deck',
  ]);
});
