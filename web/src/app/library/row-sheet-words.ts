import { FIT_STATE_WORDS, GROUP_WORDS, boundName, figureUnitWord, fitWords } from '@oak-gate/contract';
import {
  BOUND_COLUMNS,
  BOUNDS,
  DATUMS,
  decimalLength,
  FIGURE_UNITS,
  GROUPS,
  nanometres,
  FIT_STATES,
  RULE_KINDS,
} from '@oak-gate/core';
import type { Characteristic, EngineModel, RowRule, Station, TableColumn } from '@oak-gate/core';
import { fitChoices } from './fit-choices';
import { SHEET_COLUMNS } from './row-sheet-model';
import type { SheetLines } from './row-sheet-model';

/** What a row is about stands in four columns of a file, as ids; in the sheet it is one column of words. */
const FIT_COLUMNS: readonly TableColumn[] = ['characteristic', 'groove', 'member', 'station'];
export const FIT_COLUMN: TableColumn = 'characteristic';
export const isPartOfFit = (column: TableColumn): boolean => FIT_COLUMNS.includes(column);

const COLUMN_WORDS: Readonly<Partial<Record<TableColumn, string>>> = {
  characteristic: 'what is measured',
  service_min: 'worn min',
  service_max: 'worn max',
  unit_chosen_by: 'unit chosen by',
  formula_bound: 'formula for',
  per_diameter: 'per diameter',
  rule: 'asks for',
  across: 'across',
  not_smaller_than: 'not smaller than',
  station_label: 'name of the station',
  datum: 'measured from',
  serial_from: 'serial from',
  serial_to: 'serial to',
  part_numbers: 'part numbers',
  piston_materials: 'pistons',
  build_from: 'built from',
  build_to: 'built to',
  part_states: 'part is',
};
export const columnWords = (column: TableColumn): string =>
  isPartOfFit(column) ? 'what is measured' : (COLUMN_WORDS[column] ?? column);

const RULE_WORDS: Readonly<Record<RowRule['kind'], string>> = {
  spread: 'all alike within the maximum',
  match: 'both alike within the maximum',
  relation: 'not smaller than another place',
  check: 'an answer, yes or no',
  tighten: 'tightening, step by step',
  station: 'one more station',
};
const DATUM_WORDS: Readonly<Record<(typeof DATUMS)[number], string>> = {
  deck: 'the deck',
  skirtEnd: 'the skirt end',
  flange: 'the flange',
};

/** A code of the file and the words that stand for it in the sheet. */
interface Pick {
  readonly code: string;
  readonly words: string;
}
const simple = (value: string): string => value.trim().toLowerCase().replaceAll(/\s+/g, ' ');

/** Between the sheet, which speaks in words, and the file's columns, which hold codes. */
export interface SheetWords {
  /** What a cell shows. */
  shown(cells: readonly string[], column: TableColumn): string;
  /**
   * The line with a text in a cell; what is no word that is known stays as it is.
   * @param isTyped somebody looks at the cell: words that leave only one thing to pick are enough
   */
  put(cells: readonly string[], column: TableColumn, text: string, isTyped?: boolean): readonly string[];
  /** What can be picked in a cell, those that hold every word of what is typed so far. */
  offers(cells: readonly string[], column: TableColumn, typed: string): readonly string[];
}

/** @param lines the sheet itself: a station that it adds has its name there, and nowhere else yet */
export function sheetWords(
  models: readonly EngineModel[],
  characteristics: readonly Characteristic[],
  lines: SheetLines = [],
): SheetWords {
  const added = addedStations(lines);
  const fits = fitsOf(
    added.length === 0 ? models : models.map((model) => withStations(model, added)),
    characteristics,
  );
  const wordsOfFit = new Map(fits.map(({ code, words }) => [code, words]));
  const at = (column: TableColumn): number => SHEET_COLUMNS.indexOf(column);
  const cell = (cells: readonly string[], column: TableColumn): string => cells[at(column)] ?? '';
  const codesOf = (cells: readonly string[]): string =>
    FIT_COLUMNS.map((column) => cell(cells, column)).join('/');

  const picks = (cells: readonly string[], column: TableColumn): readonly Pick[] => {
    switch (column) {
      case 'characteristic':
        return fits;
      case 'not_smaller_than':
        return fits
          .filter(({ code }) => code.startsWith(`${cell(cells, 'characteristic')}/`))
          .map(({ code, words }) => ({
            code: code.slice(code.indexOf('/') + 1),
            words: words.slice(words.indexOf(', ') + 2),
          }));
      case 'unit':
        return FIGURE_UNITS.map((code) => ({ code, words: figureUnitWord(code) }));
      case 'rule':
        return RULE_KINDS.map((code) => ({ code, words: RULE_WORDS[code] }));
      case 'across':
        return GROUPS.map((code) => ({ code, words: GROUP_WORDS[code] }));
      case 'datum':
        return DATUMS.map((code) => ({ code, words: DATUM_WORDS[code] }));
      case 'part_states':
        return FIT_STATES.map((code) => ({ code, words: FIT_STATE_WORDS[code] }));
      case 'formula_bound':
        return BOUNDS.map((bound) => ({ code: BOUND_COLUMNS[bound], words: boundName(bound) }));
      case 'models':
        return models.map(({ id, maker, name }) => ({ code: id, words: `${maker} ${name}` }));
      default:
        return [];
    }
  };
  const found = (known: readonly Pick[], typed: string, isTyped: boolean): Pick | undefined => {
    const text = simple(typed);
    const exact = known.find(({ code, words }) => simple(words) === text || simple(code) === text);
    if (exact !== undefined) return exact;
    const [one, ...more] = text === '' || !isTyped ? [] : holding(known, text);
    return more.length === 0 ? one : undefined;
  };

  const shown = (cells: readonly string[], column: TableColumn): string => {
    const code = column === FIT_COLUMN ? codesOf(cells) : cell(cells, column);
    if (LISTS.includes(column)) return inList(code, (each) => wordsOf(picks(cells, column), each));
    // What nobody here knows is shown as it stands, so that it can be put right.
    if (column === FIT_COLUMN) return wordsOfFit.get(code) ?? code.replace(/\/+$/, '');
    return wordsOf(picks(cells, column), code);
  };
  return {
    shown,
    put(cells, column, given, isTyped = false) {
      const text = wholeFigure(column, given.trim());
      const known = picks(cells, column);
      const one = (each: string): string => found(known, each, isTyped)?.code ?? each;
      const pick = LISTS.includes(column) ? inList(text, one) : one(text);
      if (column !== FIT_COLUMN) return cells.map((each, i) => (i === at(column) ? pick : each));
      const [characteristic = '', ...ids] = pick.split('/');
      return cells.map((each, i) => {
        const part = FIT_COLUMNS.findIndex((name) => at(name) === i);
        return part < 0 ? each : part === 0 ? characteristic : (ids[part - 1] ?? '');
      });
    },
    offers(cells, column, typed) {
      const known = picks(cells, column);
      // A cell that was not touched yet may become any of them.
      const isAsItWas = typed.trim() === shown(cells, column);
      return (isAsItWas ? known : holding(known, simple(typed))).map(({ words }) => words);
    },
  };
}

/** Columns in which several things may stand, parted by semicolons. */
const LISTS: readonly TableColumn[] = ['models', 'part_states'];
const inList = (text: string, each: (part: string) => string): string =>
  text
    .split(';')
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .map(each)
    .join('; ');
const wordsOf = (known: readonly Pick[], code: string): string =>
  known.find((each) => each.code === code)?.words ?? code;

/** Those that hold every word of a text, wherever in them. */
function holding(known: readonly Pick[], text: string): readonly Pick[] {
  const words = text.split(' ');
  return known.filter((each) => {
    const said = simple(each.words);
    return words.every((word) => said.includes(word));
  });
}
/** Everything that can be measured on these engines and where, by its words. */
function fitsOf(models: readonly EngineModel[], characteristics: readonly Characteristic[]): readonly Pick[] {
  const known = new Map<string, string>();
  for (const characteristic of characteristics) {
    const { id, name } = characteristic;
    for (const { layout } of models)
      for (const { value, label } of fitChoices(layout, characteristic)) {
        const code = [id, ...value.split('/')].join('/');
        if (!known.has(code)) known.set(code, label === name ? name : `${name}, ${label}`);
      }
    // Without an engine model in hand there is no place to name: what is measured is said, and its ids come by a file.
    if (models.length === 0)
      known.set(`${id}///`, fitWords({ characteristic: id }, [characteristic], undefined).what);
  }
  return [...known].map(([code, words]) => ({ code, words }));
}

/** The stations that rows of the sheet add, as they will stand in the layout once they are published. */
function addedStations(lines: SheetLines): readonly Station[] {
  const cell = (cells: readonly string[], column: TableColumn): string =>
    (cells[SHEET_COLUMNS.indexOf(column)] ?? '').trim();
  const added = new Map<string, Station>();
  for (const cells of lines) {
    const [id, groove, member] = [cell(cells, 'station'), cell(cells, 'groove'), cell(cells, 'member')];
    if (cell(cells, 'rule') !== 'station' || id === '') continue;
    const unit = cell(cells, 'unit') === 'mm' ? 'mm' : 'in';
    const text = cell(cells, 'distance');
    const datum = DATUMS.find((each) => each === cell(cells, 'datum')) ?? 'deck';
    const before = added.get(id)?.members ?? [];
    added.set(id, {
      id,
      label: cell(cells, 'station_label'),
      datum,
      distance: { text, unit, nm: decimalLength(text, unit) ?? nanometres(0) },
      members: [...before, { groove, member }],
    });
  }
  return [...added.values()];
}
function withStations(model: EngineModel, added: readonly Station[]): EngineModel {
  const { stations } = model.layout;
  const fresh = added.filter(({ id }) => !stations.some((each) => each.id === id));
  return { ...model, layout: { ...model.layout, stations: [...stations, ...fresh] } };
}

const FIGURES = /^(?:min|max|service_min|service_max|distance|per_diameter|uplift)$/;
export const isFigureColumn = (column: TableColumn): boolean => FIGURES.test(column);
/** `.25` and `,25` as somebody types them stand as 0.25: a point at the beginning is easily lost. */
const wholeFigure = (column: TableColumn, text: string): string =>
  isFigureColumn(column) ? text.replace(/^[.,](?=\d)/, '0.') : text;
