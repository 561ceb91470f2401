import {
  DOCUMENT_WORD,
  FIGURE_UNITS,
  LENGTH_UNITS,
  LIFE_UNITS,
  nanometres,
  FIT_STATES,
  PART_STATES,
  PLAIN_UNITS,
  REVISION_MOST,
} from '@oak-gate/core';
import type { LifeLimit, Nanometres, PrintedFigure, PrintedLength } from '@oak-gate/core';
import * as z from 'zod';

/** Text that can be hashed and stored for ever: NFC, no lone surrogates, not endless. */
export const text = (most: number): z.ZodType<string, string> =>
  z
    .string()
    .max(most)
    .refine((value) => !/\p{Surrogate}/u.test(value), { error: 'holds half of a character' })
    .transform((value) => value.normalize('NFC'));
export const name = text(120);
export const reason = text(2000);
export const id = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9._ -]{0,79}$/, {
  error: 'up to 80 letters from A to Z, digits, spaces and . _ -, beginning with a letter or a digit',
});
/** What a document's number and revision may hold, as words for whoever typed something else. */
export const DOCUMENT_WORD_WORDS =
  "up to 80 letters, digits, spaces and . _ / ( ) + & ' -, beginning with a letter or a digit, without the word row";
export const documentWord = z.string().regex(DOCUMENT_WORD, { error: DOCUMENT_WORD_WORDS });
export const revisionWord = documentWord.max(REVISION_MOST, {
  error: `more than ${REVISION_MOST} characters`,
});
export const isoDate = z.iso.date();
export const instant = z.iso.datetime({ precision: 3 });
export const lengthOnTheWire = z.int().transform(nanometres);
export const lengthUnit = z.enum(LENGTH_UNITS);
export const partState = z.enum(PART_STATES);
/** Of a fit: `mixed` where a new part lies in one that ran already. */
export const fitState = z.enum(FIT_STATES);
export const sha256 = z.string().regex(/^[0-9a-f]{64}$/);
export const printedLength = z.object({
  text: z.string(),
  unit: lengthUnit,
  nm: lengthOnTheWire,
}) satisfies z.ZodType<PrintedLength>;

export const figureUnit = z.enum(FIGURE_UNITS);
export const printedFigure = z.union([
  printedLength,
  z.object({ text: z.string(), unit: z.enum(PLAIN_UNITS), value: z.number() }),
]) satisfies z.ZodType<PrintedFigure>;

/** Bounds and sources per bound, absent where nothing is said. */
export const perBound = <T extends z.ZodType>(value: T) =>
  z.object({
    min: z.exactOptional(value),
    max: z.exactOptional(value),
    serviceMin: z.exactOptional(value),
    serviceMax: z.exactOptional(value),
  });

/** A bound as it is decided: a length, or a count where something is counted. */
export const boundOnTheWire = z.number().transform((value) => value as Nanometres);
export const lifeLimit = z.object({
  unit: z.enum(LIFE_UNITS),
  limit: perBound(z.number()),
}) satisfies z.ZodType<LifeLimit>;

/** What the server answers, as it is read: nobody changes an answer. */
export type DeepReadonly<T> = T extends string | number | boolean | null | undefined
  ? T
  : T extends readonly (infer E)[]
    ? readonly DeepReadonly<E>[]
    : { readonly [K in keyof T]: DeepReadonly<T[K]> };
