/** What to do next at a place, in a sentence, and what is offered for it. */
export interface NextStep {
  readonly words: string;
  /** What the hand does, in so few words that it is read from two arms' lengths; nothing where nothing is to be done. */
  readonly short?: string;
  /** The reason of a figure in it, for who has time to read it. */
  readonly why?: string;
  /** How its figures are worked out, line by line, for who asks. */
  readonly sums?: readonly string[];
  readonly offers: 'file' | 'replace' | 'decide' | 'settle' | 'gauge' | 'bores' | 'leave' | 'none';
}
export const say = (words: string, offers: NextStep['offers'] = 'none'): NextStep => ({ words, offers });
