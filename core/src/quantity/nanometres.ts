declare const unit: unique symbol;

/** A length in whole nanometres. 1 in = 25 400 000 nm exactly, so both unit systems are exact. */
export type Nanometres = number & { readonly [unit]: 'nm' };

/**
 * The only way to make a length.
 * @param count whole nanometres
 * @throws RangeError where the count is not a safe whole number: a promise of the caller, not of the user
 */
export function nanometres(count: number): Nanometres {
  if (!Number.isSafeInteger(count)) throw new RangeError(`expected whole nanometres, received ${count}`);
  return (count + 0) as Nanometres; // + 0 turns -0 into 0: equal lengths give equal bytes
}

export const plus = (a: Nanometres, b: Nanometres): Nanometres => nanometres(a + b);
export const minus = (a: Nanometres, b: Nanometres): Nanometres => nanometres(a - b);
export const ZERO: Nanometres = nanometres(0);

/** Rounds half away from zero to whole nanometres: the one rounding rule of the product. */
export function roundToNanometres(value: number): Nanometres {
  return nanometres(Math.sign(value) * Math.floor(Math.abs(value) + 0.5));
}
