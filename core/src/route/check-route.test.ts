import { routeFault } from '../index';
import type { GateRule, Route } from '../index';
import { ROUTE } from '../../test/fixtures';
import { TWO_SHEETS } from '../../test/two-sheets';

const changed = (route: Route, at: number, change: Partial<GateRule>): Route => ({
  ...route,
  gates: route.gates.map((gate, i) => (i === at ? { ...gate, ...change } : gate)),
});
test.each<[string, Route, object | undefined]>([
  ['every gate rests on all before it', ROUTE, undefined],
  ['two sheets that do not rest on each other', TWO_SHEETS, undefined],
  [
    'a stage that comes twice',
    changed(TWO_SHEETS, 2, { stage: 'measure' }),
    { kind: 'stageTwice', stage: 'measure' },
  ],
  [
    'a sheet that is taken twice',
    changed(TWO_SHEETS, 2, { sheets: ['boreStep'] }),
    { kind: 'sheetTwice', sheet: 'boreStep' },
  ],
  [
    'one that rests on a later one',
    changed(TWO_SHEETS, 1, { after: ['rings'] }),
    { kind: 'restsOnLater', stage: 'measure', on: 'rings' },
  ],
  [
    'one that rests on itself',
    changed(TWO_SHEETS, 1, { after: ['measure'] }),
    { kind: 'restsOnLater', stage: 'measure', on: 'measure' },
  ],
  [
    'an engine that nobody looks at',
    changed(ROUTE, 0, { conditions: ['documentsCurrent'] }),
    { kind: 'nobodyLooks' },
  ],
  [
    'a last gate with a sheet',
    { ...ROUTE, gates: ROUTE.gates.slice(0, 2) },
    { kind: 'sealedOver', stage: 'rings' },
  ],
  [
    'a stage that the record leaves out',
    changed(TWO_SHEETS, 3, { after: ['rings'] }),
    { kind: 'sealedOver', stage: 'measure' },
  ],
  [
    'a record that waits for nothing',
    changed(ROUTE, 2, { conditions: ['findingsDecided'] }),
    { kind: 'sealedOver', stage: 'release' },
  ],
])('%s', (_what, route, fault) => {
  expect(routeFault(route)).toEqual(fault);
});
