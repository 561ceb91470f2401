/** How long something has been in service, or how often: counted up, and never measured. */
export interface LifeReading {
  readonly kind: 'life';
  /** Hours, with up to three decimals; cycles and starts are whole. */
  readonly count: number;
  /** Set where what was before is not known: it is as much or more. */
  readonly orMore?: true;
}
