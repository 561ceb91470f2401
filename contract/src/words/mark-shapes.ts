import type { PlaceStateWord } from '@oak-gate/core';

/** Each state's shape: it tells the states apart without colour. Drawn on a field of 20 by 20. */
export const MARK_SHAPES: Readonly<Record<PlaceStateWord, string>> = {
  in: 'M10 3a7 7 0 1 1 0 14a7 7 0 1 1 0-14z',
  serviceable: 'M10 3a7 7 0 0 0 0 14z',
  tight: 'M16.5 2.5v15L3 10z',
  loose: 'M3.5 2.5v15L17 10z',
  notProven: 'M10 2.5l7.5 7.5-7.5 7.5L2.5 10z',
  noLimit: 'M10 3.5a6.5 6.5 0 1 1 0 13a6.5 6.5 0 1 1 0-13zM3.5 10h13',
  withheld: 'M10 3.5a6.5 6.5 0 1 1 0 13a6.5 6.5 0 1 1 0-13zM10 6v5M10 13.2v1',
  notTaken: 'M10 7a3 3 0 1 1 0 6a3 3 0 1 1 0-6z',
  spent: 'M3 10h14',
  void: 'M3 8h14M3 12h14',
  contested: 'M8 3a7 7 0 0 0 0 14zM12 3a7 7 0 0 1 0 14z',
  unsettled: 'M4 6h8M8.5 3L12 6 8.5 9M16 14H8M11.5 11L8 14l3.5 3',
  secondLook: 'M8 4a6 6 0 1 0 0 12a6 6 0 1 0 0-12zM12 4a6 6 0 0 1 0 12',
  deferred: 'M7 5v10M13 5v10',
  notApplicable: 'M4.5 10h11',
  declaredNotApplicable: 'M4.5 10h4M11.5 10h4',
};
/** What is drawn beside a filled shape and stays empty, so that it can be told from the full one without colour. */
export const MARK_OUTLINES: Readonly<Partial<Record<PlaceStateWord, string>>> = {
  serviceable: 'M10 4a6 6 0 0 1 0 12',
};
export const MARK_FILLED: readonly PlaceStateWord[] = ['in', 'serviceable', 'tight', 'loose', 'contested'];
