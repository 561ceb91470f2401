import { fitKey } from '../engines/place';
import type { FitKey, Place } from '../engines/place';
import { onceFor } from '../kernel/once-for';
import type { FitDecision, LimitsPin } from './limits-pin';
import { contextFor } from './fit-variant';
import type { FitVariant, JudgedFit, JudgedPart } from './fit-variant';
import type { LimitContext } from './limit-row';

/** One text for each variant: the same in finding ids, addresses and comparisons; empty where places are all alike. */
export const variantKey = ({ cylinders, partNumber }: FitVariant = {}): string =>
  [
    ...(cylinders === undefined ? [] : [`cylinders ${cylinders.join(' ')}`]),
    ...(partNumber === undefined ? [] : [partNumber === null ? 'part unknown' : `part ${partNumber}`.trim()]),
  ].join(', ');
export const sameFit = (a: JudgedFit, b: JudgedFit): boolean =>
  a.fit === b.fit && a.partState === b.partState && variantKey(a.of) === variantKey(b.of);
export const fitText = ({ fit, partState, of }: JudgedFit): string =>
  `${fit} ${partState}${of === undefined ? '' : ` ${variantKey(of)}`}`;

/** The decision of a pin that a part at a place is judged by: one object for all places that are alike. */
export function decisionAt(pin: LimitsPin, place: Place, part: JudgedPart): FitDecision | undefined {
  const { known, numbers } = decisionsOf(pin);
  const fit = fitKey(place);
  const cylinders = pin.cylinders?.find((each) =>
    each.cylinders.includes(place.at.cylinder ?? ''),
  )?.cylinders;
  const said = part.partNumber ?? numberOfEngine(pin, place);
  const named = numbers.get(fit);
  const partNumber = named === undefined ? undefined : said === null ? null : named.has(said) ? said : '';
  const number = partNumber === undefined ? {} : { partNumber };
  const find = (of: FitVariant): FitDecision | undefined =>
    known.get(fitText({ fit, partState: part.state, ...(isPlain(of) ? {} : { of }) }));
  return (cylinders === undefined ? undefined : find({ cylinders, ...number })) ?? find(number);
}
const isPlain = ({ cylinders, partNumber }: FitVariant): boolean =>
  cylinders === undefined && partNumber === undefined;

/** Of the rings one number may be said for the whole engine: it says nothing of any other part. */
function numberOfEngine({ characteristics, context }: LimitsPin, { characteristic }: Place): string | null {
  const its = characteristics.find(({ id }) => id === characteristic)?.stateOf;
  return its === 'ring' ? (context.partNumber ?? null) : null;
}

const decisionsOf = onceFor((pin: LimitsPin) => {
  const numbers = new Map<FitKey, Set<string>>();
  for (const { fit, of } of pin.fits) {
    if (of?.partNumber === undefined) continue;
    const named = numbers.get(fit) ?? new Set<string>();
    if (of.partNumber !== null && of.partNumber !== '') named.add(of.partNumber);
    numbers.set(fit, named);
  }
  return { known: new Map(pin.fits.map((each) => [fitText(each), each])), numbers };
});

/** What the documents are told of one place and the part that lies there. */
export function contextAt(pin: LimitsPin, place: Place, part: JudgedPart): LimitContext {
  const cylinders = pin.cylinders?.find((each) =>
    each.cylinders.includes(place.at.cylinder ?? ''),
  )?.cylinders;
  const partNumber = part.partNumber ?? numberOfEngine(pin, place);
  const of = { ...(cylinders === undefined ? {} : { cylinders }), partNumber };
  return contextFor(pin, { partState: part.state, of });
}

/** What the pin decides about one judged fit. */
export const fitDecision = (pin: LimitsPin, judged: JudgedFit): FitDecision | undefined =>
  decisionsOf(pin).known.get(fitText(judged));
