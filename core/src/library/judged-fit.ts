import type { FitState } from '../quantity/part-state';
import { fitKey } from '../engines/place';
import type { FitKey, Place } from '../engines/place';
import { onceFor } from '../kernel/once-for';
import type { FitDecision, LimitsPin } from './limits-pin';
import { ASKED_OF_PARTS, askedOfParts, contextFor, saidOfKind } from './fit-variant';
import type { AskedOfParts, FitVariant, JudgedFit, JudgedPart } from './fit-variant';
import type { LimitContext } from './limit-row';

/** One text for each variant: the same in finding ids, addresses and comparisons; empty where places are all alike. */
export const variantKey = ({ cylinders, ...answers }: FitVariant = {}): string =>
  [
    ...(cylinders === undefined ? [] : [`cylinders ${cylinders.join(' ')}`]),
    ...ASKED.flatMap((asked) => {
      const answer = answers[asked];
      return answer === undefined ? [] : [`${ASKED_KEYS[asked]} ${answer ?? 'unknown'}`.trim()];
    }),
  ].join(', ');
const ASKED = Object.keys(ASKED_OF_PARTS) as readonly AskedOfParts[];
const ASKED_KEYS: Readonly<Record<AskedOfParts, string>> = { partNumber: 'part', pistonMaterial: 'piston' };
export const sameFit = (a: JudgedFit, b: JudgedFit): boolean =>
  a.fit === b.fit && a.partState === b.partState && variantKey(a.of) === variantKey(b.of);
export const fitText = ({ fit, partState, of }: JudgedFit): string =>
  `${fit} ${partState}${of === undefined ? '' : ` ${variantKey(of)}`}`;

/** A place as the fit by whose rows it is judged: what is known in two ways is one fit. */
function asJudged({ characteristics }: Pick<LimitsPin, 'characteristics'>, place: Place): Place {
  const other = characteristics.find(({ id }) => id === place.characteristic)?.judgedAs;
  return other === undefined ? place : { characteristic: other, at: place.at };
}
/** The fit by whose decision a place is judged. */
export const fitOf = (pin: Pick<LimitsPin, 'characteristics'>, place: Place): FitKey =>
  fitKey(asJudged(pin, place));

/** The decision of a pin that a part at a place is judged by: one object for all places that are alike. */
export function decisionAt(pin: LimitsPin, place: Place, part: JudgedPart): FitDecision | undefined {
  const { known, named } = decisionsOf(pin);
  const fit = fitOf(pin, place);
  const cylinders = ownCylinders(pin, place);
  const said = answersAt(pin, place, part);
  const answers: Partial<Record<AskedOfParts, string | null>> = {};
  for (const [asked, values] of named.get(fit) ?? []) {
    const answer = said[asked] ?? null;
    answers[asked] = answer === null || values.has(answer) ? answer : '';
  }
  const find = (of: FitVariant, partState = part.state): FitDecision | undefined =>
    known.get(fitText({ fit, partState, ...(Object.keys(of).length === 0 ? {} : { of }) }));
  const decided = (partState: FitState): FitDecision | undefined =>
    (cylinders === undefined ? undefined : find({ cylinders, ...answers }, partState)) ??
    find(answers, partState);
  // Where no row speaks of a new part in a used one, it is judged as a new one.
  return decided(part.state) ?? (part.state === 'mixed' ? decided('new') : undefined);
}
const ownCylinders = (pin: LimitsPin, { at }: Place): readonly string[] | undefined =>
  pin.cylinders?.find((each) => each.cylinders.includes(at.cylinder ?? ''))?.cylinders;

/** What is known of the parts at a place: their own before what was said of all parts of their kind. */
function answersAt(
  { characteristics, context }: LimitsPin,
  { characteristic }: Place,
  part: JudgedPart,
): Readonly<Record<AskedOfParts, string | null>> {
  const its = characteristics.find(({ id }) => id === characteristic)?.stateOf;
  // The number in the context of an engine was said of all its rings.
  const said = { ringPartNumber: context.partNumber ?? null };
  const ofAll = its === undefined ? undefined : saidOfKind(said, its, 'partNumber');
  return {
    partNumber: part.partNumber ?? ofAll ?? null,
    pistonMaterial:
      part.pistonMaterial === undefined ? (context.pistonMaterial ?? null) : part.pistonMaterial,
  };
}
/** The answers of each fit for which its decisions differ. */
const decisionsOf = onceFor((pin: LimitsPin) => {
  const named = new Map<FitKey, Map<AskedOfParts, Set<string>>>();
  for (const { fit, of = {} } of pin.fits)
    for (const asked of ASKED) {
      const answer = of[asked];
      if (answer === undefined) continue;
      const ofFit = named.get(fit) ?? new Map<AskedOfParts, Set<string>>();
      const values = ofFit.get(asked) ?? new Set<string>();
      if (answer !== null && answer !== '') values.add(answer);
      named.set(fit, ofFit.set(asked, values));
    }
  return { known: new Map(pin.fits.map((each) => [fitText(each), each])), named };
});
/** Whether the limit of a fit depends on something that is asked of the parts. */
export const dependsOn = (pin: LimitsPin, place: Place, asked: AskedOfParts): boolean =>
  decisionsOf(pin).named.get(fitOf(pin, place))?.has(asked) === true;

/** What the documents are told of one place and the part that lies there. */
export function contextAt(pin: LimitsPin, place: Place, part: JudgedPart): LimitContext {
  const cylinders = ownCylinders(pin, place);
  const answers = answersAt(pin, place, part);
  const asked = Object.fromEntries(askedOfParts(pin).map((each) => [each, answers[each]]));
  const of = { ...(cylinders === undefined ? {} : { cylinders }), ...asked };
  // Where no row speaks of a new part in a used one, it is asked about as a new one.
  const partState = decisionAt(pin, place, part)?.partState ?? part.state;
  return contextFor(pin, { partState, of });
}

/** What the pin decides about one judged fit. */
export const fitDecision = (pin: LimitsPin, judged: JudgedFit): FitDecision | undefined =>
  decisionsOf(pin).known.get(fitText(judged));
