import { parsePlaceKey } from '@oak-gate/core';
import type { CorrectionReason, Characteristic, FitState, LimitsPin, PlaceStateWord } from '@oak-gate/core';

const WORDS: Readonly<Record<PlaceStateWord, string>> = {
  in: 'in',
  serviceable: 'within wear limit',
  tight: 'tight',
  loose: 'loose',
  notProven: 'not proven',
  noLimit: 'no limit',
  withheld: 'no verdict yet',
  notTaken: 'not taken',
  spent: 'spent',
  void: 'void',
  contested: 'contested',
  unsettled: 'not settled',
  secondLook: 'second look due',
  deferred: 'deferred',
  notApplicable: 'not applicable',
  declaredNotApplicable: 'said not applicable',
};

/** Whose column of a row it is. */
export const FIT_STATE_WORDS: Readonly<Record<FitState, string>> = {
  new: 'new part',
  reused: 'reused part',
  mixed: 'new part in a used one',
};

/** The word for a state; below and above a limit are called by what is measured. */
export function stateWord(state: PlaceStateWord, characteristic?: Pick<Characteristic, 'words'>): string {
  if ((state === 'tight' || state === 'loose') && characteristic !== undefined)
    return characteristic.words[state];
  return WORDS[state];
}
/** The same for a place by its key, among what a job measures. */
export function stateWordAt(
  pin: Pick<LimitsPin, 'characteristics'> | undefined,
  key: string,
  state: PlaceStateWord,
): string {
  const measured = parsePlaceKey(key)?.characteristic;
  return stateWord(
    state,
    pin?.characteristics.find(({ id }) => id === measured),
  );
}
/** Why a reading was taken back, as it is chosen on one key and told ever after. */
export const CORRECTION_WORDS: Readonly<Record<CorrectionReason, string>> = {
  typing: 'typed wrongly',
  wrongPlace: 'wrong place',
  wrongBlade: 'wrong blade',
  takenBack: 'taken back, measure again',
};
/** Why a reading does not count any more, in words. */
export const endedWords = (why: string): string =>
  Object.hasOwn(CORRECTION_WORDS, why) ? CORRECTION_WORDS[why as CorrectionReason] : why;
export const WITHHELD_WORDS = {
  contradiction: 'the documents contradict each other',
  undecided: 'two documents of the same standing differ',
  heldBack: 'a row cannot be applied: the context does not say enough',
} as const;
