import { currentRevisions, decideLibrary, EMPTY_LIBRARY, evolveLibrary } from '../index';
import type { DocumentRevision, LibraryCommand, LibraryState } from '../index';
import { IVO, MODEL, REVISION, ROWS, TEO } from '../../test/fixtures';

const file = { name: 'a.csv', sha256: 'a'.repeat(64) };
const commands = (revision: DocumentRevision): LibraryCommand[] => [
  { type: 'draftRevision', revision },
  { type: 'importRows', revision: revision.id, file, rows: ROWS },
  { type: 'publishRevision', revision: revision.id, secondLook: 'Perrin' },
];
function after(...given: LibraryCommand[]): LibraryState {
  return given.reduce<LibraryState>((state, command) => {
    const decided = decideLibrary(state, command, TEO);
    if (!decided.ok) throw new Error(decided.problem.code);
    return decided.value.reduce(
      (so, event) => evolveLibrary(so, event, { by: 'Teo', at: '2026-01-01T00:00:00.000Z' }),
      state,
    );
  }, EMPTY_LIBRARY);
}
const model: LibraryCommand = { type: 'importModel', model: MODEL };
const drafted = after(model, { type: 'draftRevision', revision: REVISION });
const published = after(model, ...commands(REVISION));

test.each<[string, LibraryState, LibraryCommand, typeof TEO, string]>([
  ['a technician does not keep the library', EMPTY_LIBRARY, model, IVO, 'MAY_NOT'],
  [
    'a document speaks of models that are there',
    EMPTY_LIBRARY,
    { type: 'draftRevision', revision: REVISION },
    TEO,
    'MODEL_UNKNOWN',
  ],
  [
    'effective before issued',
    after(model),
    { type: 'draftRevision', revision: { ...REVISION, effective: '2025-12-31' } },
    TEO,
    'DATES_WRONG',
  ],
  ['the same revision twice', drafted, { type: 'draftRevision', revision: REVISION }, TEO, 'ALREADY_THERE'],
  ['the same model twice', after(model), model, TEO, 'ALREADY_THERE'],
  [
    'nothing is published without rows',
    drafted,
    { type: 'publishRevision', revision: REVISION.id, secondLook: 'Perrin' },
    TEO,
    'REVISION_EMPTY',
  ],
  [
    'nothing is published without a second look',
    after(model, ...commands(REVISION).slice(0, 2)),
    { type: 'publishRevision', revision: REVISION.id, secondLook: ' ' },
    TEO,
    'SECOND_LOOK_MISSING',
  ],
  [
    'a published revision is frozen',
    published,
    { type: 'importRows', revision: REVISION.id, file, rows: [] },
    TEO,
    'REVISION_PUBLISHED',
  ],
  [
    'a revision that is not there',
    published,
    { type: 'publishRevision', revision: 'X', secondLook: 'P' },
    TEO,
    'REVISION_UNKNOWN',
  ],
])('%s', (_why, state, command, by, code) => {
  const decided = decideLibrary(state, command, by);
  expect(decided.ok ? 'allowed' : decided.problem.code).toBe(code);
});

test('the current revision is the newest that is published and effective on that day', () => {
  const next = {
    ...REVISION,
    id: 'OM-1 rev 2',
    revision: '2',
    issued: '2026-03-01',
    effective: '2026-04-01',
  };
  const state = after(model, ...commands(REVISION), ...commands(next), {
    type: 'draftRevision',
    revision: { ...next, id: 'OM-1 rev 3', revision: '3' },
  });
  const ids = (on: string) => currentRevisions(state, on).map(({ revision }) => revision.id);
  expect([ids('2026-01-01'), ids('2026-01-02'), ids('2026-03-31'), ids('2026-04-01')]).toEqual([
    [],
    ['OM-1 rev 1'],
    ['OM-1 rev 1'],
    ['OM-1 rev 2'],
  ]);
});
