import { decimalLength, INSTRUMENT_KINDS } from '@oak-gate/core';
import type { Instrument, InstrumentEventData, PrintedLength } from '@oak-gate/core';
import { clockEventData } from '../common/clock';
import {
  id,
  isoDate,
  lengthOnTheWire,
  lengthUnit,
  name,
  printedLength,
  reason,
  sha256,
} from '../common/values';
import * as z from 'zod';

export const instrument = z.object({
  id,
  name,
  kind: z.enum(INSTRUMENT_KINDS),
  unit: lengthUnit,
  resolution: lengthOnTheWire,
  uncertainty: lengthOnTheWire,
  calibratedOn: isoDate,
  dueOn: isoDate,
  blades: z.array(printedLength),
}) satisfies z.ZodType<Instrument>;
export const instrumentEventData = {
  instrumentRegistered: z.object({ instrument }),
  instrumentChanged: z.object({ instrument, reason }),
  instrumentChecked: z.object({ instrument: id, calibratedOn: isoDate, dueOn: isoDate, certificate: name }),
  ...clockEventData,
} satisfies { [T in keyof InstrumentEventData]: z.ZodType<InstrumentEventData[T]> };

const figureText = z
  .string()
  .trim()
  .regex(/^\d*[.,]?\d*$/)
  .max(20);
/** What an instrument is, as a form sends it: figures as typed, in the instrument's own unit. */
const form = {
  id,
  name,
  kind: z.enum(INSTRUMENT_KINDS),
  unit: lengthUnit,
  resolution: figureText,
  uncertainty: figureText,
  blades: z.array(z.string().trim().max(20)).max(120),
};
type Form = z.output<z.ZodObject<typeof form>>;
/** Its figures as lengths; what is none of them is told with its path. */
function withLengths<F extends Form>(said: F, context: z.RefinementCtx) {
  const wrong: string[] = [];
  const figure = (value: string, path: readonly (string | number)[], zeroAllowed = false): PrintedLength => {
    const nm = decimalLength(value.replace(',', '.'), said.unit);
    if (nm !== undefined && (zeroAllowed || nm > 0)) return { text: value, unit: said.unit, nm };
    wrong.push(value);
    context.addIssue({
      code: 'custom',
      path: ['instrument', ...path],
      message: `"${value}" is not a size in ${said.unit}`,
    });
    return z.NEVER;
  };
  const resolution = figure(said.resolution, ['resolution']);
  const uncertainty = figure(said.uncertainty, ['uncertainty'], true);
  const blades = said.blades.map((blade, i) => figure(blade, ['blades', i]));
  return wrong.length > 0
    ? z.NEVER
    : { ...said, resolution: resolution.nm, uncertainty: uncertainty.nm, blades };
}
export const registerInstrumentRequest = z
  .strictObject({
    id: z.uuid(),
    instrument: z.strictObject({ ...form, calibratedOn: isoDate, dueOn: isoDate }),
  })
  .transform(({ id: command, instrument: said }, context) => ({
    id: command,
    instrument: withLengths(said, context),
  }));
/** `seen`: the digest of the instrument as it stood on the screen. */
export const changeInstrumentRequest = z
  .strictObject({ id: z.uuid(), instrument: z.strictObject(form), seen: sha256, reason })
  .transform(({ id: command, instrument: said, ...rest }, context) => ({
    id: command,
    ...rest,
    instrument: withLengths(said, context),
  }));
export const recordCheckRequest = z.strictObject({
  id: z.uuid(),
  instrument: id,
  calibratedOn: isoDate,
  dueOn: isoDate,
  certificate: name,
});
export const instrumentList = z.array(instrument);
