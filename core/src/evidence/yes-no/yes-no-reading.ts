import type { YesNo } from '../../quantity/yes-no';

/** What somebody found who looked: it is so, or it is not. */
export interface YesNoReading {
  readonly kind: 'answer';
  readonly answer: YesNo;
}
