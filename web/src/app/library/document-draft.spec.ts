import { nanometres } from '@oak-gate/core';
import { revisionFor } from '../../testing/document';
import { draftOf, EMPTY_DRAFT, statementOf } from './document-draft';
import { addressOf, addressText, fitChoices } from './fit-choices';
import { CHARACTERISTICS, VELDANE } from '../../testing/document';
import { factsFor, factsOf } from '../job/say-facts';

const DRAFT = {
  ...EMPTY_DRAFT,
  number: 'SL-9',
  revision: 'A',
  title: 'Gaps',
  issued: '2026-01-01',
  effective: '2026-02-01',
  models: ['VA-4-330'],
};

test('a statement comes back as what was typed, and goes out as what was meant', () => {
  const { revision } = revisionFor('SL-88', 'B');
  const full = {
    ...revision,
    appliesTo: {
      ...revision.appliesTo,
      serialFrom: 100,
      oversizes: [nanometres(0), nanometres(508_000)],
      pistonMaterials: ['H', 'N'],
    },
    supersedes: ['SL-80'],
    cautions: ['Square it.', 'Grit off.'],
  };
  const read = statementOf(draftOf(full));
  expect(read).toMatchObject({
    ok: true,
    statement: {
      serialFrom: 100,
      serialTo: null,
      oversizes: [0, 508_000],
      pistonMaterials: ['H', 'N'],
      supersedes: ['SL-80'],
      cautions: ['Square it.', 'Grit off.'],
    },
  });
});
test.each([
  ['a whole statement', {}, undefined],
  ['serials as a count', { serialFrom: '100' }, undefined],
  ['serials that are no count', { serialFrom: '10x' }, 'the field serials from'],
  ['an oversize in the chosen unit', { oversizes: '0; 0.020' }, undefined],
  ['an oversize that is no size', { oversizes: '0.020; big' }, 'the field bore oversizes'],
  ['no title', { title: ' ' }, 'the field title'],
  ['a number that a row id could not be told from', { number: 'A row B' }, 'the field number'],
  ['a date that is none', { issued: '2026-13-01' }, 'the field issue date'],
])('what keeps a statement from being sent names its field: %s', (_why, part, where) => {
  const read = statementOf({ ...DRAFT, ...part });
  expect(read.ok ? undefined : read.problem.where).toBe(where);
});

test('an address is one text in a list and comes back as the address', () => {
  for (const address of [{}, { groove: '1' }, { groove: '3', member: 'upper', station: 'mid' }])
    expect(addressOf(addressText(address))).toEqual(address);
  const of = (id: string) =>
    fitChoices(
      VELDANE.layout,
      CHARACTERISTICS.find((each) => each.id === id)!,
    );
  expect(of('ringGap')).toHaveLength(6);
  expect(of('ringGap')[0]).toEqual({
    value: '1/ring/skirt',
    label: 'Top compression ring, 2.0 in from the skirt end',
  });
  expect(of('endFloat')).toEqual([{ value: '//', label: 'Crankshaft end float' }]);
});

test('what a limit lacks is asked for by its own name, and sizes are read in the unit of the bore', () => {
  expect(factsFor(['oversize', 'diameter', 'duty', 'oversize'], undefined)).toEqual([
    'oversize',
    'measuredBore',
  ]);
  expect(factsOf(['oversize', 'pistonMaterial'], { oversize: '0.020', pistonMaterial: ' H ' }, 'in')).toEqual(
    {
      ok: true,
      facts: { oversize: 508_000, pistonMaterial: 'H' },
    },
  );
  expect(factsOf(['measuredBore'], { measuredBore: '' }, 'in')).toEqual({ ok: true, facts: {} });
  expect(factsOf(['oversize'], { oversize: 'much' }, 'in')).toMatchObject({
    ok: false,
    problem: { title: '"much" is not a size in in', where: 'the bore oversize' },
  });
});
