import { decimalLength } from '../quantity/decimal-length';
import type { LengthUnit } from '../quantity/length-unit';
import { ZERO } from '../quantity/nanometres';
import type { PrintedLength } from '../quantity/printed-length';
import type { EngineModel } from './engine-model';
import type { Layout } from './layout';
import { patternOf, plateOf } from './serial-plate';
import type { SerialPlate } from './serial-plate';

/** A size as it is typed: it may be none yet. */
export interface Figure {
  readonly text: string;
  readonly unit: LengthUnit;
}
/** The same data with every size as it is typed. */
export type Drafted<T> = T extends PrintedLength
  ? Figure
  : T extends readonly (infer U)[]
    ? readonly Drafted<U>[]
    : T extends object
      ? { readonly [K in keyof T]: Drafted<T[K]> }
      : T;
export type DraftLayout = Drafted<Layout>;

/** An engine model while somebody makes it: it may be wrong everywhere, and `modelFaults` says where. */
export interface ModelDraft extends Drafted<Omit<EngineModel, 'serialPattern'>> {
  /** How its serials look on an example; null where the model's pattern says more than an example can, and is kept. */
  readonly plate: SerialPlate | null;
  readonly serialPattern: string;
  /** The highest number that a ring and a station were given while it is made. */
  readonly everMade?: Readonly<Partial<Record<'grooves' | 'stations', number>>>;
}

/** A model before anything is said of it: nothing is guessed that somebody could overlook. */
export const EMPTY_MODEL: ModelDraft = {
  ...{ id: '', maker: '', name: '', engineClass: 'heavyDiesel', serialPattern: '' },
  plate: { example: '', from: 0, to: 0 },
  bore: { text: '', unit: 'mm' },
  layout: {
    ...{ arrangement: 'inline', frontLabel: '', banks: [], cylinders: [], grooves: [], stations: [] },
    ...{ heads: [], journals: [], directions: [], points: [], fasteners: [], notApplicable: [] },
  },
};

const isFigure = (value: object): value is Figure =>
  'unit' in value && 'text' in value && Object.keys(value).every((key) => FIGURE_KEYS.includes(key));
const FIGURE_KEYS: readonly string[] = ['text', 'unit', 'nm'];
/** Every size through a function; everything else as it is. */
function eachFigure(value: unknown, of: (figure: Figure) => unknown): unknown {
  if (Array.isArray(value)) return value.map((each) => eachFigure(each, of));
  if (typeof value !== 'object' || value === null) return value;
  if (isFigure(value)) return of(value);
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, eachFigure(each, of)]));
}

/** A model with its sizes as they are printed: as it is exported, and as it is changed. */
export const asDrafted = <T>(value: T): Drafted<T> =>
  eachFigure(value, ({ text, unit }) => ({ text, unit })) as Drafted<T>;

/** A model for changing it. */
export const draftOfModel = (model: EngineModel): ModelDraft => ({
  ...asDrafted(model),
  plate: plateOf(model.serialPattern) ?? null,
});

/** The exact size that is typed; undefined where it is none, or nothing. */
export function typedSize({ text, unit }: Figure): PrintedLength | undefined {
  const nm = decimalLength(text.trim(), unit);
  return nm === undefined || nm <= 0 ? undefined : { text: text.trim(), unit, nm };
}

/** The layout as it stands, for drawing it and for counting its places: a size that is none yet lies at nothing. */
export const layoutOf = ({ layout }: Pick<ModelDraft, 'layout'>): Layout =>
  eachFigure(layout, (figure) => typedSize(figure) ?? { ...figure, nm: ZERO }) as Layout;

/** The model that a draft describes, with its words trimmed; what is wrong with it `modelFaults` says before. */
export function modelOfDraft({ plate, everMade: _, ...draft }: ModelDraft): EngineModel {
  const exact = eachFigure(trimmed(draft), (figure) => typedSize(figure) ?? { ...figure, nm: ZERO });
  const model = exact as EngineModel;
  return plate === null ? model : { ...model, serialPattern: patternOf(plate) };
}
/** Words for people without the spaces around them; ids and patterns have none. */
function trimmed(value: unknown, key = ''): unknown {
  if (Array.isArray(value)) return value.map((each) => trimmed(each));
  if (typeof value === 'string') return WORDS.includes(key) ? value.trim() : value;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([k, each]) => [k, trimmed(each, k)]));
}
const WORDS: readonly string[] = [
  'mark',
  'maker',
  'name',
  'label',
  'frontLabel',
  'reason',
  'names',
  'how',
  'reject',
  'source',
  'care',
  'partNumber',
];

/** An id made of a name, of letters, digits and `-`, as the keys of places hold it. */
export function idOf(name: string): string {
  const plain = name
    .normalize('NFD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, MOST_ID);
  return plain === '' ? 'engine' : plain;
}
const MOST_ID = 40;
