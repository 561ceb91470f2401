import type { Characteristic, PlaceStateWord } from '@oak-gate/core';

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
  deferred: 'deferred',
  notApplicable: 'not applicable',
  declaredNotApplicable: 'said not applicable',
};

/** The word for a state; below and above a limit are called by what is measured. */
export function stateWord(state: PlaceStateWord, characteristic?: Pick<Characteristic, 'words'>): string {
  if ((state === 'tight' || state === 'loose') && characteristic !== undefined)
    return characteristic.words[state];
  return WORDS[state];
}
export const WITHHELD_WORDS = {
  contradiction: 'the documents contradict each other',
  undecided: 'two documents of the same standing differ',
  heldBack: 'a row cannot be applied: the context does not say enough',
} as const;
