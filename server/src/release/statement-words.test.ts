import { gateStatement } from '@oak-gate/contract';
import { gateRule } from '@oak-gate/core';
import type { Stage } from '@oak-gate/core';
import { IVO, PERRIN, SANNA } from '../../../core/test/fixtures';
import { at, GOOD, Story } from '../../../core/test/story';
import { step, twoSheets } from '../../../core/test/two-sheets';

const wordsOf = (story: Story, stage: Stage): readonly string[] =>
  gateStatement(story.job, gateRule(story.job, stage)!).words;

test('Arrival says which engine it is and by what it is judged, of one document and of several', () => {
  const story = new Story().open().do({ type: 'confirmIdentity', serialSeen: 'V-100' }, SANNA);
  story.do({ type: 'checkDocuments' }, PERRIN).do({ type: 'takeInstrument', instrument: 'FS-2' });
  expect(wordsOf(story, 'arrival')).toEqual([
    'This engine is Veldane VA-2, serial V-100, job J-1; a second person has read the serial on it.',
    'It is judged by OM-1 rev 1, which was current when it was checked.',
    'The instruments taken for it are in date: FS-2.',
  ]);
});
test('nobody signs that a second person read the serial where it was the same one', () => {
  const story = new Story('sameSaid').open().do({ type: 'confirmIdentity', serialSeen: 'V-100' }, IVO);
  expect(wordsOf(story, 'arrival')[0]).toMatch(
    /the same person has read the serial on it again, \d+ hours? later/,
  );
});
test('a sheet says what is on it and with what it was measured; what belongs to another stage is not in its words', () => {
  const story = twoSheets().take(step(1), '5/6').take(step(2), '5/6');
  expect(wordsOf(story, 'measure')).toEqual([
    'The sheets behind this gate of Veldane VA-2, serial V-100, job J-1 are complete.',
    'Step at the top of the bore: 2 of 2 places within limits.',
    'Judged by OM-1 rev 1.',
    'Measured with FS-2.',
  ]);
  story.measureAll().sign('measure', PERRIN).sign('rings', PERRIN);
  expect(wordsOf(story, 'release')).toEqual([
    'I have read the record of Veldane VA-2, serial V-100, job J-1.',
    'It covers bores and ring end gaps and nothing else: 8 of 8 places within limits.',
    'Judged by OM-1 rev 1.',
    'Measured with FS-2.',
    'After this signature the record is sealed and cannot be changed.',
  ]);
});
test('a concession, a place that is not applicable and a pin that came later are in the words', () => {
  const story = new Story().arrive().fit();
  for (const [key, text] of Object.entries(GOOD)) if (key !== at(1, 1, 'skirt')) story.take(key, text);
  story.take(at(1, 1, 'skirt'), '55+');
  const place = at(1, 1, 'skirt');
  story.do({ type: 'askConcession', place, reason: 'no other' });
  const approval = { number: 'A-7', date: '2026-06-01', issuer: 'the maker' };
  story.do({ type: 'grantConcession', place, approval, reason: 'once' }, PERRIN);
  expect(wordsOf(story, 'rings')[1]).toBe(
    'Ring end gaps: 5 of 6 places within limits and 1 out of limits and accepted by concession.',
  );
  const documents = story.pin(1).documents.map(({ id, digest }) => ({ id, digest }));
  story.do({ type: 'pinAgain', documents, reason: 'looked again' }, PERRIN);
  expect(wordsOf(story, 'rings')).toContain('The limits were worked out anew after the arrival was signed.');
});
