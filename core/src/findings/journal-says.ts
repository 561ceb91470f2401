import { characteristicOf, currentReading, placeAt, sheetPlaces } from '../bench/places';
import type { PlacesState } from '../bench/places';
import type { Characteristic } from '../engines/characteristic';
import { placeKey } from '../engines/place';
import type { Place } from '../engines/place';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { NO_PART } from '../bench/places';
import { journalClass } from '../bench/journal-class';
import { minus, roundToNanometres, ZERO } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

/** Of which class a journal is by its sizes, and whether the shells that lie there are of that class; nm. Nothing is a verdict. */
export interface JournalSays {
  /** By how much it is ground under its standard; 0 where it is standard. */
  readonly under: Nanometres;
  /** What was measured differs from its class by less than half the step to the next one; else nobody can tell. */
  readonly isSure: boolean;
  /** What is stamped on the shells there; missing where nobody looked. */
  readonly shells?: {
    readonly under: Nanometres;
    readonly fit: boolean;
    /** The clearance that these shells would give, from the bore that the document states for its shells; missing without one. */
    readonly clearance?: { readonly least: Nanometres; readonly most: Nanometres };
  };
}

/**
 * Said of a journal, and of the shells that run on it.
 * @returns undefined where the model says no undersizes, or no size of the journal is known
 */
export function journalSays(state: PinState & PlacesState, place: Place): JournalSays | undefined {
  const pin = currentPin(state);
  const here = characteristicOf(state, place);
  if (pin === undefined || here === undefined) return undefined;
  const { layout } = pin.model;
  const { regrind = [] } = layout;
  const about = here.classOf ?? here.id;
  const journals = layout.journals ?? [];
  const journal = journals.find(({ id, cylinders }) =>
    place.at.journal === undefined
      ? here.classOf !== undefined && cylinders.includes(place.at.cylinder ?? '')
      : id === place.at.journal,
  );
  const measured = pin.characteristics.find(({ id }) => id === about);
  const made = regrind.find(({ journals: kind }) => kind === journal?.kind);
  if (journal === undefined || made === undefined || measured?.parts.join() !== 'journal') return undefined;
  const sizes = sizesAt(state, about, ({ at }) => at.journal === journal.id);
  if (sizes.length === 0) return undefined;
  const [least, most] = [Math.min(...sizes.map(({ lo }) => lo)), Math.max(...sizes.map(({ hi }) => hi))];
  const { under, isSure } = journalClass(made, { least, most });
  const stamp = pin.characteristics.find(({ classOf }) => classOf === about);
  const [stamped] =
    stamp === undefined
      ? []
      : sizesAt(state, stamp.id, ({ at }) =>
          here.classOf === undefined
            ? at.journal === journal.id || journal.cylinders.includes(at.cylinder ?? '')
            : placeKey({ characteristic: '', at }) === placeKey({ characteristic: '', at: place.at }),
        );
  if (stamped === undefined) return { under, isSure };
  const shells = roundToNanometres(stamped.lo);
  const bore = boreWithShells(state, pin.characteristics, about);
  // The document's bore goes with its journals: it has the shells of the class that these are of.
  const stated = windowAt(state, about);
  const shift =
    stated === undefined
      ? ZERO
      : minus(shells, journalClass(made, { least: stated.min, most: stated.max }).under);
  return {
    under,
    isSure,
    shells: {
      under: shells,
      fit: shells === under,
      ...(bore === undefined || stated === undefined
        ? {}
        : {
            clearance: {
              least: roundToNanometres(bore.min - shift - most),
              most: roundToNanometres(bore.max - shift - least),
            },
          }),
    },
  };
}

function sizesAt(
  state: PinState & PlacesState,
  characteristic: string,
  isMeant: (place: Place) => boolean,
): readonly { readonly lo: number; readonly hi: number }[] {
  return sheetPlaces(state, characteristic)
    .filter(isMeant)
    .flatMap((place) => {
      const reading = currentReading(placeAt(state, placeKey(place)))?.reading;
      if (reading === undefined || !isSize(reading)) return [];
      const { lo, hi } = intervalOf(reading);
      return Number.isFinite(hi) ? [{ lo, hi }] : [];
    });
}
/** The window of the bore, shells in, that a bearing on such a journal is worked out from. */
function boreWithShells(
  state: PinState & PlacesState,
  characteristics: readonly Characteristic[],
  journal: string,
): { readonly min: number; readonly max: number } | undefined {
  const fit = characteristics.find(({ from }) => from?.rule === 'difference' && from.less === journal);
  return fit?.from === undefined ? undefined : windowAt(state, fit.from.of);
}
/** What documents allow of new parts on a sheet, where both ends are stated. */
function windowAt(
  state: PinState & PlacesState,
  characteristic: string,
): { readonly min: number; readonly max: number } | undefined {
  const [place] = sheetPlaces(state, characteristic);
  const inForce = place === undefined ? undefined : limitInForce(state, place, NO_PART);
  if (inForce?.state !== 'inForce') return undefined;
  const { min, max } = inForce.limit;
  return min === undefined || max === undefined ? undefined : { min, max };
}
