import { decimalLength, INSTRUMENT_KINDS } from '@oak-gate/core';
import type { Instrument, InstrumentEventData, PrintedLength } from '@oak-gate/core';
import { clockEventData } from '../common/clock';
import { id, isoDate, lengthOnTheWire, lengthUnit, name, printedLength } from '../common/values';
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
  instrumentChecked: z.object({ instrument: id, calibratedOn: isoDate, dueOn: isoDate, certificate: name }),
  ...clockEventData,
} satisfies { [T in keyof InstrumentEventData]: z.ZodType<InstrumentEventData[T]> };

const figureText = z
  .string()
  .trim()
  .regex(/^\d*[.,]?\d*$/)
  .max(20);
/** A new instrument as the form sends it: figures as typed, in the instrument's own unit. */
export const registerInstrumentRequest = z
  .strictObject({
    id: z.uuid(),
    instrument: z.strictObject({
      id,
      name,
      kind: z.enum(INSTRUMENT_KINDS),
      unit: lengthUnit,
      resolution: figureText,
      uncertainty: figureText,
      calibratedOn: isoDate,
      dueOn: isoDate,
      blades: z.array(z.string().trim().max(20)).max(120),
    }),
  })
  .transform(({ id: command, instrument: form }, context) => {
    const figure = (
      value: string,
      path: readonly (string | number)[],
      zeroAllowed = false,
    ): PrintedLength => {
      const nm = decimalLength(value.replace(',', '.'), form.unit);
      if (nm !== undefined && (zeroAllowed || nm > 0)) return { text: value, unit: form.unit, nm };
      context.addIssue({
        code: 'custom',
        path: ['instrument', ...path],
        message: `"${value}" is not a size in ${form.unit}`,
      });
      return z.NEVER;
    };
    const resolution = figure(form.resolution, ['resolution']);
    const uncertainty = figure(form.uncertainty, ['uncertainty'], true);
    const blades = form.blades.map((blade, i) => figure(blade, ['blades', i]));
    if (context.issues.length > 0) return z.NEVER;
    const registered = { ...form, resolution: resolution.nm, uncertainty: uncertainty.nm, blades };
    return { id: command, instrument: registered };
  });
export const recordCheckRequest = z.strictObject({
  id: z.uuid(),
  instrument: id,
  calibratedOn: isoDate,
  dueOn: isoDate,
  certificate: name,
});
export const instrumentList = z.array(instrument);
