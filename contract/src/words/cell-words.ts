import type { CellFault } from '@oak-gate/core';

/** What is wrong with a cell of a limits table. */
export function cellWords(fault: CellFault): string {
  switch (fault.code) {
    case 'COLUMN_MISSING':
      return 'this column is missing';
    case 'COLUMN_UNKNOWN':
      return 'a limits table has no such column';
    case 'COLUMN_TWICE':
      return 'this column is there twice';
    case 'CELL_EMPTY':
      return 'this must be filled in';
    case 'UNIT_UNKNOWN':
      return `"${fault.found}" is not a unit: use thou, in, mm or um`;
    case 'NOT_A_FIGURE':
      return `"${fault.found}" is not a figure`;
    case 'NOT_A_NUMBER':
      return `"${fault.found}" is not a number`;
    case 'ROW_TWICE':
      return `row "${fault.found}" is there twice`;
    case 'BOUND_UNKNOWN':
      return `"${fault.found}" is not a bound: use min, max, service_min or service_max`;
    case 'STATE_UNKNOWN':
      return `"${fault.found}" is not a part state: use new or reused`;
    case 'MODEL_OUTSIDE':
      return `the document does not speak of model "${fault.found}"`;
    case 'MIN_ABOVE_MAX':
      return `the minimum ${fault.min} is above the maximum ${fault.max}`;
    case 'NO_BOUND':
      return 'the row states no bound and no formula';
    case 'CHARACTERISTIC_UNKNOWN':
      return `"${fault.found}" is not measured here: use ${fault.known.join(', ')}`;
    case 'NOT_IN_MODEL':
      return `${fault.model} has no ${fault.axis} "${fault.found}" here: it has ${fault.known.join(', ') || 'none'}`;
  }
}
