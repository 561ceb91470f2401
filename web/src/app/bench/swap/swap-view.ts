import { rangeWords } from '@oak-gate/contract';
import { currentPin, nanometres, NM_PER } from '@oak-gate/core';
import type {
  BoxedRing,
  FilingLoad,
  JobState,
  LengthUnit,
  PartSet,
  PlaceStateWord,
  RingInBoreFit,
  StaysBecause,
} from '@oak-gate/core';
import type { SwapRow } from './swap-diagram';

const STAYS_WORDS: Readonly<Record<StaysBecause, string>> = {
  runIn: 'run in, stays',
  filed: 'filed, stays',
  notMeasured: 'not measured yet',
  openEnd: 'one side not proven',
  boreUnknown: 'bore not measured',
  noLimit: 'no limit',
  locked: 'stays',
};

/** "8 have no limit in force, 4 are not measured yet": why parts are left out of a proposal. */
export function staysWords(rings: readonly { readonly stays: StaysBecause | null }[], many: string): string {
  const counts = new Map<StaysBecause, number>();
  for (const { stays } of rings) if (stays !== null) counts.set(stays, (counts.get(stays) ?? 0) + 1);
  if (counts.size === 0) return '';
  const said = [...counts].map(([stays, count]) => `${count} ${LEFT_OUT[stays](count === 1)}`);
  return `${said.length === 1 && rings.length === [...counts.values()][0] ? `${many.charAt(0).toUpperCase()}${many.slice(1)} that could change places: none;` : 'Left where they are:'} ${said.join(', ')}.`;
}
const LEFT_OUT: Readonly<Record<StaysBecause, (isOne: boolean) => string>> = {
  runIn: (one) => (one ? 'is run in' : 'are run in'),
  filed: (one) => (one ? 'is filed' : 'are filed'),
  notMeasured: (one) => (one ? 'is not measured yet' : 'are not measured yet'),
  openEnd: (one) => (one ? 'is proven on one side alone' : 'are proven on one side alone'),
  boreUnknown: (one) => (one ? 'has a bore that is not gauged' : 'have bores that are not gauged'),
  noLimit: (one) => (one ? 'has no limit in force' : 'have no limit in force'),
  locked: (one) => (one ? 'stays by hand' : 'stay by hand'),
};

/** How a kind of part is said in a row. */
export interface RowWords {
  readonly known: (part: BoxedRing) => { readonly text: string; readonly mark: PlaceStateWord };
  /** What is to be done of a part in its bore; `fitsNowhere`: no bore of the set suits it. */
  readonly word: (fit: RingInBoreFit, fitsNowhere: boolean) => string;
}
/** The parts of a set and what their bores get, in the order in which a person drew it. */
export function swapRows(
  job: JobState,
  set: PartSet,
  partForBore: readonly number[],
  unit: LengthUnit,
  words: RowWords,
): readonly SwapRow[] {
  const layout = currentPin(job)?.model.layout;
  const parts = partsByBank(job, set);
  const rowOf = new Map(parts.map(({ slot }, row) => [slot, row]));
  const freeAt = new Map(set.free.map(({ slot }, i) => [slot, i]));
  let bank = '';
  return parts.map((part, row): SwapRow => {
    const cylinder = layout?.cylinders.find(({ id }) => id === part.cylinder);
    const its = layout?.banks.length === 1 ? '' : (cylinder?.bank ?? '');
    const begins = its !== bank;
    bank = its;
    const free = freeAt.get(part.slot);
    const from = free === undefined ? undefined : partForBore[free];
    const fit = free === undefined || from === undefined ? undefined : set.fits[free]?.[from];
    const [first] = fit?.at ?? [];
    const { text, mark } = words.known(part);
    return {
      slot: part.slot,
      cylinder: cylinder?.label.replace(/^\D+/u, '') ?? part.cylinder,
      ...(begins ? { bank: its } : {}),
      ...{ gap: text, mark, locked: part.stays === 'locked' },
      stays: part.stays === null ? null : STAYS_WORDS[part.stays],
      from: from === undefined ? row : (rowOf.get(set.free[from]?.slot ?? '') ?? row),
      predicted: first === undefined ? '' : rangeWords(first.low, first.high, unit),
      word:
        fit === undefined
          ? ''
          : words.word(
              fit,
              set.fits.every((each) => each[from ?? -1]?.isLoose === true),
            ),
    };
  });
}
/** The parts of one bank stand together, as they stand in the engine. */
export function partsByBank(job: JobState, { rings }: PartSet): PartSet['rings'] {
  const layout = currentPin(job)?.model.layout;
  if (layout === undefined) return rings;
  const bankOf = (cylinder: string): number =>
    layout.banks.findIndex(({ id }) => id === layout.cylinders.find((each) => each.id === cylinder)?.bank);
  return [...rings].sort((a, b) => bankOf(a.cylinder) - bankOf(b.cylinder));
}
export const addLoads = (loads: readonly FilingLoad[]): FilingLoad => ({
  loose: loads.reduce((sum, each) => sum + each.loose, 0),
  toFile: loads.reduce((sum, each) => sum + each.toFile, 0),
  totalRemoval: nanometres(loads.reduce((sum, each) => sum + each.totalRemoval, 0)),
});
/** What is allowed in the first bore of a set: "14.0 to 22.0". */
export function limitWords({ fits }: PartSet, unit: LengthUnit): string {
  const [first] = fits[0]?.[0]?.at ?? [];
  if (first === undefined) return '';
  const digits = { thou: 1, in: 4, mm: 2, um: 0 }[unit];
  const show = (nm: number): string => (Number.isFinite(nm) ? (nm / NM_PER[unit]).toFixed(digits) : 'open');
  return `${show(first.lower)} to ${show(first.upper)}`;
}
