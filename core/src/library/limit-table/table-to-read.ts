import type { Characteristic } from '../../engines/characteristic';
import type { EngineModel } from '../../engines/engine-model';
import type { PrintedFigure } from '../../quantity/figure';
import type { Bound } from '../limit';
import type { GridLine, TableMapping } from './columns';

export interface TableToRead {
  readonly revision: string;
  readonly header: readonly string[];
  readonly lines: readonly GridLine[];
  /** The models that the document speaks of; every row must exist in each of them that it applies to. */
  readonly models: readonly EngineModel[];
  readonly characteristics: readonly Characteristic[];
  /** How a table that is not in our own columns is read. */
  readonly mapping?: TableMapping;
  /** What was said to the questions of an earlier reading. */
  readonly answers?: RowAnswers;
  /** Whose answers these are. */
  readonly by?: string;
}
/** Something that only a person can say, with what may be said. */
export type TableQuestion = { readonly id: string; readonly line: number; readonly label: string } & (
  | {
      readonly kind: 'unitsDisagree';
      readonly bound: Bound;
      readonly first: PrintedFigure;
      readonly second: PrintedFigure;
    }
  | { readonly kind: 'secondAcceptance'; readonly remark: string; readonly figure: string }
);
/** `first` or `second`: which printed unit controls. `tableHolds` or `wearLimit`: what a second acceptance is. */
export const QUESTION_ANSWERS = {
  unitsDisagree: ['first', 'second'],
  secondAcceptance: ['tableHolds', 'wearLimit'],
} as const;
export type RowAnswers = Readonly<Record<string, string>>;
