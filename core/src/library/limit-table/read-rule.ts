import { rowAxesOf } from '../../engines/characteristic';
import type { Characteristic } from '../../engines/characteristic';
import { DATUMS } from '../../engines/layout';
import { GROUPS, RULE_KINDS, SPREADS_OF } from '../row-rule';
import type { Group, RowRule, TighteningStep } from '../row-rule';
import { readPrinted } from './read-printed';
import type { RowCells, Wrong } from './row-cells';
import type { ColumnUse } from './columns';

/** What a row asks for besides a window, from the columns that its rule needs. */
export function readRule(cells: RowCells, wrong: Wrong, characteristic: Characteristic): RowRule | undefined {
  const kind = cells.text('rule');
  if (kind === '') return undefined;
  const needed = (use: ColumnUse): string => {
    const text = cells.text(use);
    if (text === '') wrong(use, { code: 'NEEDED_BY_RULE', rule: kind });
    return text;
  };
  const oneOf = <T extends string>(use: ColumnUse, known: readonly T[]): T | undefined => {
    const text = needed(use);
    const found = known.find((each) => each === text);
    if (text !== '' && found === undefined) wrong(use, { code: 'ONE_OF', found: text, known });
    return found;
  };
  switch (kind) {
    case 'spread': {
      const across: Group | undefined = oneOf('across', GROUPS);
      const of = cells.text('spread_of') === '' ? undefined : oneOf('spread_of', SPREADS_OF);
      return across === undefined ? undefined : { kind, across, ...(of === undefined ? {} : { of }) };
    }
    case 'match': {
      const across: Group | undefined = oneOf('across', GROUPS);
      return across === undefined ? undefined : { kind, across };
    }
    case 'relation': {
      const text = needed('not_smaller_than');
      if (text === '') return undefined;
      const parts = text.split('/').map((part) => part.trim());
      const axes = rowAxesOf(characteristic);
      if (parts.length !== axes.length) {
        wrong('not_smaller_than', { code: 'ONE_OF', found: parts.join('/'), known: [axes.join('/')] });
        return undefined;
      }
      return { kind, notSmallerThan: Object.fromEntries(axes.map((axis, i) => [axis, parts[i] ?? ''])) };
    }
    case 'check': {
      const question = needed('question');
      return question === '' ? undefined : { kind, question };
    }
    case 'tighten': {
      const text = needed('steps');
      const steps = text === '' ? undefined : readSteps(text, wrong);
      return steps === undefined ? undefined : { kind, steps, lubricant: cells.text('lubricant') };
    }
    case 'station': {
      const datum = oneOf('datum', DATUMS);
      const text = needed('distance');
      if (text === '') return undefined;
      const read = readPrinted(text, cells.unit('distance'));
      const distance = read.ok ? read.cell.value : undefined;
      if (distance === undefined || !('nm' in distance)) {
        wrong('distance', { code: 'NOT_A_FIGURE', found: text });
        return undefined;
      }
      return datum === undefined ? undefined : { kind, label: cells.text('station_label'), datum, distance };
    }
    default:
      wrong('rule', { code: 'ONE_OF', found: kind, known: RULE_KINDS });
      return undefined;
  }
}

/** `20 Nm; 38 Nm; 90 deg`: each a torque to reach, or an angle to turn from there. */
function readSteps(text: string, wrong: Wrong): readonly TighteningStep[] | undefined {
  const steps: TighteningStep[] = [];
  for (const part of text
    .split(';')
    .map((each) => each.trim())
    .filter((each) => each !== '')) {
    const read = readPrinted(part, undefined);
    const figure = read.ok ? read.cell.value : undefined;
    if (figure === undefined || 'nm' in figure || figure.unit === 'h') {
      wrong('steps', { code: 'NOT_A_FIGURE', found: part });
      return undefined;
    }
    steps.push(figure.unit === 'deg' ? { angle: figure } : { torque: figure });
  }
  if (steps.length > 0) return steps;
  wrong('steps', { code: 'NOT_A_FIGURE', found: text });
  return undefined;
}
