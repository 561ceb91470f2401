import { headWords, unitWord } from '@oak-gate/contract';
import { currentPin, parsePlaceKey, placeStatus, sheetPlaces, showExact } from '@oak-gate/core';
import type { HeadAdvice, JobState, LengthUnit, Nanometres, PlaceKey, StandingLiner } from '@oak-gate/core';

/** What one head needs, in words. */
export interface HeadSaid {
  readonly key: string;
  readonly title: string;
  /** The first thing that the eye meets: what to do, or that nothing is to be done. */
  readonly headline: string;
  readonly lines: readonly string[];
  readonly shims: readonly ShimSaid[];
  readonly toMeasure: PlaceKey | undefined;
  readonly others: readonly string[];
}
export interface ShimSaid {
  readonly cylinder: string;
  readonly part: string | undefined;
  readonly shim: Nanometres;
  readonly words: string;
  readonly how: string;
}

export function headSaid(
  job: JobState,
  advice: HeadAdvice,
  unit: LengthUnit,
  firstOpen: (liner: StandingLiner) => PlaceKey | undefined,
): HeadSaid {
  const layout = currentPin(job)?.model.layout;
  const show = (nm: Nanometres): string => showExact(nm, unit);
  const label = (cylinder: string): string =>
    layout?.cylinders.find(({ id }) => id === cylinder)?.label ?? cylinder;
  const title = layout === undefined ? advice.head : headWords(layout, { head: advice.head });
  const { spread, choice, liners } = advice;
  const apart =
    spread === undefined
      ? []
      : [
          `Now ${show(spread.now)} ${unitWord(unit)} apart${spread.allowed === undefined ? '' : `, ${show(spread.allowed)} allowed`}, counted between ${spread.of === 'mids' ? 'mid heights' : 'all points'}.`,
        ];
  const out = liners.flatMap(({ cylinder, state, by }) =>
    state === 'in' || state === 'notMeasured' || by === undefined
      ? []
      : [
          `${label(cylinder)} is ${state === 'both' ? 'low and high' : state} by ${show(by)} ${unitWord(unit)}.`,
        ],
  );
  const oneAlone = liners.flatMap(({ cylinder, measured, places }) =>
    measured === 1 && places.length > 1 ? [`${label(cylinder)}: one point alone proves no tilt.`] : [],
  );
  const tilted = liners.flatMap(({ cylinder, places }) =>
    tilts(job, places[0], cylinder)
      ? [`${label(cylinder)} tilts: clean its seat, clamp it and measure again before anything is shimmed.`]
      : [],
  );
  const base = { key: advice.head, title, others: [], shims: [], toMeasure: undefined };
  if (advice.waitsFor === 'points') {
    const open = liners.filter(({ measured, places }) => measured < places.length || measured === 0);
    const [first] = open;
    return {
      ...base,
      headline: `Measure ${open.map(({ cylinder }) => label(cylinder)).join(', ')} first.`,
      lines: [...oneAlone, ...tilted, ...out],
      toMeasure: first === undefined ? undefined : firstOpen(first),
    };
  }
  if (advice.waitsFor === 'limit')
    return { ...base, headline: 'No limit is in force here.', lines: ['Decide it first, under Limits.'] };
  if (advice.isGood) return { ...base, headline: 'Nothing to shim.', lines: [...tilted, ...apart] };
  if (choice?.feasible !== true) {
    const least = choice?.lowestSpread;
    return {
      ...base,
      headline: 'No shim at hand does it.',
      lines: [
        ...out,
        ...apart,
        least == null
          ? 'With these thicknesses no choice keeps every liner in its limits.'
          : `With these thicknesses they stand ${show(least)} ${unitWord(unit)} apart at the least.`,
      ],
      others: OTHERS,
    };
  }
  const shims = liners.flatMap((liner, i): ShimSaid[] => {
    const shim = choice.shims[i];
    const after = choice.after[i];
    if (shim === undefined || shim === 0 || after === undefined) return [];
    const stands = typeof after === 'number' ? show(after) : `${show(after.low)} to ${show(after.high)}`;
    return [
      {
        ...{ cylinder: liner.cylinder, part: liner.part?.id, shim },
        words: `${label(liner.cylinder)}: ${show(shim)} ${unitWord(unit)}, it then stands at ${stands}`,
        how: `${show(shim)} ${unitWord(unit)} under its flange`,
      },
    ];
  });
  return {
    ...base,
    headline: `${shims.map(({ shim, cylinder }) => `${show(shim)} under ${label(cylinder)}`).join(', ')}.`,
    lines: [
      ...tilted,
      ...out,
      ...apart,
      `Then ${show(choice.spread)} ${unitWord(unit)} apart.`,
      'Each liner that is lifted is measured again at every point.',
    ],
    shims,
    others: OTHERS,
  };
}
/** Whether the tilt of a liner, worked out from its points, is judged to be too much. */
function tilts(job: JobState, place: PlaceKey | undefined, cylinder: string): boolean {
  const sheet = parsePlaceKey(place ?? '')?.characteristic;
  const derived = currentPin(job)?.characteristics.find(
    ({ from }) => from?.rule === 'range' && from.of === sheet,
  );
  return (
    derived !== undefined &&
    sheetPlaces(job, derived.id).some(
      (each) => each.at.cylinder === cylinder && placeStatus(job, each).state === 'loose',
    )
  );
}
const OTHERS: readonly string[] = [
  'Dirt or a burr under a flange gives a false height: clean the seat, clamp, measure again.',
  'A liner that stands too high can have its seat recut; one that tilts is reseated before it is shimmed.',
  'Two liners that have not run in can change places.',
];
