import { isDay } from '../../kernel/instant';
import { present } from '../../kernel/present';
import type { EngineModel } from '../../engines/engine-model';
import type { Nanometres } from '../../quantity/nanometres';
import { FIT_STATES } from '../../quantity/part-state';
import type { FitState } from '../../quantity/part-state';
import type { AppliesTo } from '../limit-row';
import type { ColumnUse } from './columns';
import { readPrinted } from './read-printed';
import { readNumber } from './row-cells';
import type { RowCells, Wrong } from './row-cells';

/** The columns that narrow a row's applicability; lists are parted by `;` or `|`. */
export function readAppliesTo(cells: RowCells, wrong: Wrong, models: readonly EngineModel[]): AppliesTo {
  const list = (use: ColumnUse): string[] =>
    cells
      .text(use)
      .split(/[;|]/)
      .map((each) => each.trim())
      .filter((each) => each !== '');
  const some = <T>(items: readonly T[]): readonly T[] | undefined => (items.length === 0 ? undefined : items);
  const outside = list('models').find((id) => !models.some((model) => model.id === id));
  if (outside !== undefined) wrong('models', { code: 'MODEL_OUTSIDE', found: outside });
  const states = list('part_states');
  const oddState = states.find((each) => !(FIT_STATES as readonly string[]).includes(each));
  if (oddState !== undefined) wrong('part_states', { code: 'STATE_UNKNOWN', found: oddState });

  const serial = (use: ColumnUse): number | undefined =>
    cells.text(use) === '' ? undefined : readNumber(cells, wrong, use);
  const date = (use: ColumnUse): string | undefined => {
    const text = cells.text(use);
    if (text === '') return undefined;
    if (!isDay(text)) wrong(use, { code: 'NOT_A_DATE', found: text });
    return text;
  };
  const oversizes = list('oversizes').flatMap((text): Nanometres[] => {
    const read = readPrinted(text, undefined);
    const figure = read.ok ? read.cell.value : undefined;
    if (figure !== undefined && 'nm' in figure) return [figure.nm];
    wrong('oversizes', { code: 'NOT_A_FIGURE', found: text });
    return [];
  });
  return present({
    models: some(list('models')),
    serialFrom: serial('serial_from'),
    serialTo: serial('serial_to'),
    partNumbers: some(list('part_numbers')),
    oversizes: some(oversizes),
    pistonMaterials: some(list('piston_materials')),
    duties: some(list('duties')),
    buildFrom: date('build_from'),
    buildTo: date('build_to'),
    partStates: some(states.filter((each): each is FitState => each !== oddState)),
  });
}
