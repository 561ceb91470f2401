import type { PlaceStateWord, PlaceStatus } from './place-status';

/** How far a sheet is, and the worst that it holds: what its clipboard shows while another one is in hand. */
export interface SheetStand {
  readonly sheet: string;
  /** Its places that somebody has to measure: those that are not applicable are not counted. */
  readonly of: number;
  /** Those of them at which something is known that counts. */
  readonly taken: number;
  /** Those that a gate need not wait for any more. */
  readonly accepted: number;
  readonly worst: PlaceStateWord;
  /** What is worst was accepted by a concession. */
  readonly conceded: boolean;
}

/**
 * The worst first. What waits for a person's word comes before what is out, and what nobody has taken is worse than good and
 * better than anything that is known to be wrong.
 */
const WORST_FIRST: Readonly<Record<PlaceStateWord, number>> = {
  contested: 0,
  unsettled: 1,
  withheld: 2,
  loose: 3,
  tight: 4,
  noLimit: 5,
  notProven: 6,
  spent: 7,
  void: 8,
  deferred: 9,
  declaredNotApplicable: 10,
  notTaken: 11,
  secondLook: 12,
  serviceable: 13,
  in: 14,
  notApplicable: 15,
};
/** What was accepted by a concession is no worse than what is worn within its limits. */
const rankOf = ({ state, conceded }: PlaceStatus): number =>
  conceded ? WORST_FIRST.serviceable - 0.5 : WORST_FIRST[state];
/** The one of several that is worst; of those that are alike the first. */
export const worstOf = (statuses: readonly PlaceStatus[]): PlaceStatus | undefined =>
  statuses.reduce<PlaceStatus | undefined>(
    (so, each) => (so === undefined || rankOf(each) < rankOf(so) ? each : so),
    undefined,
  );
/** Something is known there that counts, whatever it says. */
export const isTaken = ({ state }: Pick<PlaceStatus, 'state'>): boolean => TAKEN.has(state);
/** Something is known there, and it is neither good nor accepted by somebody. */
export const isWrong = ({ state, accepted }: Pick<PlaceStatus, 'state' | 'accepted'>): boolean =>
  TAKEN.has(state) && !accepted && state !== 'secondLook';
const TAKEN: ReadonlySet<PlaceStateWord> = new Set([
  ...(['contested', 'unsettled', 'withheld', 'loose', 'tight', 'noLimit'] as const),
  ...(['notProven', 'secondLook', 'serviceable', 'in'] as const),
]);

/** @returns one for each sheet, in the order given; a sheet without a place stands at nothing of nothing */
export const sheetStands = (
  statuses: readonly PlaceStatus[],
  sheets: readonly string[],
): readonly SheetStand[] => {
  const bySheet = new Map<string, PlaceStatus[]>(sheets.map((sheet) => [sheet, []]));
  for (const status of statuses) bySheet.get(status.place.characteristic)?.push(status);
  return [...bySheet].map(([sheet, all]) => {
    const asked = all.filter(({ state }) => state !== 'notApplicable');
    const worst = worstOf(asked);
    return {
      sheet,
      of: asked.length,
      taken: asked.filter(isTaken).length,
      accepted: asked.filter(({ accepted }) => accepted).length,
      worst: worst?.state ?? 'notApplicable',
      conceded: worst?.conceded ?? false,
    };
  });
};
