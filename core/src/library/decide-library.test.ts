import {
  currentRevisions,
  decideLibrary,
  EMPTY_LIBRARY,
  evolveBy,
  LIBRARY_EVENTS,
  revisionDigest,
  revisionState,
} from '../index';
import type { Actor, DocumentRevision, LibraryCommand, LibraryFacts, LibraryState } from '../index';
import { IVO, MODEL, PERRIN, REVISION, RING_GAP, ROWS, stamped, TEO } from '../../test/fixtures';

const file = { name: 'a.csv', sha256: 'a'.repeat(64) };
const facts = (by: Actor, more: Partial<LibraryFacts> = {}): LibraryFacts => ({
  by,
  at: '2026-01-01T12:00:00.000Z',
  secondPerson: 'required',
  shipped: [RING_GAP],
  ...more,
});
type Step =
  | LibraryCommand
  | ((state: LibraryState) => LibraryCommand)
  | { readonly by: Actor; readonly step: LibraryCommand | ((state: LibraryState) => LibraryCommand) };
function after(...steps: Step[]): LibraryState {
  return steps.reduce<LibraryState>((state, given) => {
    const { by, step } = 'by' in given ? given : { by: TEO, step: given };
    const command = typeof step === 'function' ? step(state) : step;
    const decided = decideLibrary(state, command, facts(by));
    if (!decided.ok) throw new Error(decided.problem.code);
    return decided.value.reduce((so, event) => evolveBy(LIBRARY_EVENTS, so, stamped(event, by)), state);
  }, EMPTY_LIBRARY);
}
const model: LibraryCommand = { type: 'importModel', model: MODEL };
const draft = (revision: DocumentRevision): Step[] => [
  { type: 'draftRevision', revision },
  { type: 'importRows', revision: revision.id, file, rows: ROWS },
];
const check =
  (id: string) =>
  (state: LibraryState): LibraryCommand => ({
    type: 'checkRevision',
    revision: id,
    digest: revisionDigest(state.revisions[id]!),
  });
const publish = (revision: DocumentRevision): Step[] => [
  ...draft(revision),
  { by: PERRIN, step: check(revision.id) },
  { type: 'publishRevision', revision: revision.id },
];
const drafted = after(model, { type: 'draftRevision', revision: REVISION });
const filled = after(model, ...draft(REVISION));
const checked = after(model, ...draft(REVISION), { by: PERRIN, step: check(REVISION.id) });
const published = after(model, ...publish(REVISION));
const attached = { name: 'letter.pdf', sha256: 'b'.repeat(64), bytes: 10, mime: 'application/pdf' };

test.each<[string, LibraryState, LibraryCommand, Actor, string]>([
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
  [
    'a draft that is corrected wrongly',
    drafted,
    { type: 'amendDraft', revision: { ...REVISION, effective: '2025-12-31' } },
    TEO,
    'DATES_WRONG',
  ],
  ['the same revision twice', drafted, { type: 'draftRevision', revision: REVISION }, TEO, 'ALREADY_THERE'],
  ['the same model twice', after(model), model, TEO, 'ALREADY_THERE'],
  [
    'nothing is published without rows',
    drafted,
    { type: 'publishRevision', revision: REVISION.id },
    TEO,
    'REVISION_EMPTY',
  ],
  [
    'nothing is checked without rows',
    drafted,
    { type: 'checkRevision', revision: REVISION.id, digest: '' },
    PERRIN,
    'REVISION_EMPTY',
  ],
  [
    'nothing is published without a second look',
    filled,
    { type: 'publishRevision', revision: REVISION.id },
    TEO,
    'SECOND_LOOK_MISSING',
  ],
  [
    'the second look is not that of who wrote it',
    filled,
    check(REVISION.id)(filled),
    TEO,
    'SECOND_PERSON_NEEDED',
  ],
  [
    'a check of other words than are there now',
    filled,
    { type: 'checkRevision', revision: REVISION.id, digest: 'f'.repeat(64) },
    PERRIN,
    'DRAFT_CHANGED',
  ],
  [
    'a published revision is frozen',
    published,
    { type: 'importRows', revision: REVISION.id, file, rows: [] },
    TEO,
    'REVISION_PUBLISHED',
  ],
  [
    'no file is added to it',
    published,
    { type: 'attachFile', revision: REVISION.id, file: attached },
    TEO,
    'REVISION_PUBLISHED',
  ],
  [
    'and it is not thrown away',
    published,
    { type: 'dropDraft', revision: REVISION.id, reason: 'x' },
    TEO,
    'REVISION_PUBLISHED',
  ],
  [
    'a draft is thrown away with a reason',
    drafted,
    { type: 'dropDraft', revision: REVISION.id, reason: ' ' },
    TEO,
    'REASON_MISSING',
  ],
  [
    'a draft is not withdrawn',
    drafted,
    { type: 'withdrawRevision', revision: REVISION.id, reason: 'x', then: 'previous' },
    TEO,
    'NOT_PUBLISHED',
  ],
  [
    'a withdrawal has a reason',
    published,
    { type: 'withdrawRevision', revision: REVISION.id, reason: '', then: 'nothing' },
    TEO,
    'REASON_MISSING',
  ],
  [
    'a revision that is not there',
    published,
    { type: 'publishRevision', revision: 'X' },
    TEO,
    'REVISION_UNKNOWN',
  ],
  [
    'a characteristic that ships is not defined again',
    published,
    { type: 'defineCharacteristic', characteristic: RING_GAP },
    TEO,
    'ALREADY_THERE',
  ],
  [
    'an order with a kind twice',
    published,
    { type: 'setKindOrder', engineClass: 'marine', order: ['manual', 'manual'], reason: 'x' },
    TEO,
    'ORDER_WRONG',
  ],
  [
    'an order with the shop in it',
    published,
    { type: 'setKindOrder', engineClass: 'marine', order: ['manual', 'shop'], reason: 'x' },
    TEO,
    'ORDER_WRONG',
  ],
  [
    'an order without a reason',
    published,
    { type: 'setKindOrder', engineClass: 'marine', order: ['manual'], reason: '' },
    TEO,
    'REASON_MISSING',
  ],
  ['an import that nobody began', published, { type: 'finishImport', batchOf: 'i' }, TEO, 'IMPORT_UNKNOWN'],
  [
    'an import over what is there',
    published,
    { type: 'importBatch', batchOf: 'i', file, drafts: [{ revision: REVISION, rows: ROWS }] },
    TEO,
    'ALREADY_THERE',
  ],
])('%s', (_why, state, command, by, code) => {
  const decided = decideLibrary(state, command, facts(by));
  expect(decided.ok ? 'allowed' : decided.problem.code).toBe(code);
});

test('whatever is changed after the second look takes it away', () => {
  expect(checked.revisions[REVISION.id]?.checked?.by).toBe('Perrin');
  const changes: LibraryCommand[] = [
    { type: 'importRows', revision: REVISION.id, file, rows: ROWS.slice(1) },
    { type: 'attachFile', revision: REVISION.id, file: attached },
    { type: 'amendDraft', revision: { ...REVISION, title: 'Other' } },
  ];
  for (const change of changes) {
    const state = after(model, ...draft(REVISION), { by: PERRIN, step: check(REVISION.id) }, change);
    expect(state.revisions[REVISION.id]?.checked).toBeUndefined();
  }
});
test('in a one-man shop the same person looks again, and the revision says so', () => {
  const decided = decideLibrary(filled, check(REVISION.id)(filled), facts(TEO, { secondPerson: 'sameSaid' }));
  expect(decided.ok && decided.value[0]?.data).toMatchObject({ samePerson: { hoursLater: 12 } });
});
test('the digest of a revision covers its files', () => {
  const bare = revisionDigest(filled.revisions[REVISION.id]!);
  const withFile = after(model, ...draft(REVISION), {
    type: 'attachFile',
    revision: REVISION.id,
    file: attached,
  });
  expect(revisionDigest(withFile.revisions[REVISION.id]!)).not.toBe(bare);
});

const rev = (
  number: string,
  revision: string,
  effective: string,
  more: Partial<DocumentRevision> = {},
): DocumentRevision => ({
  ...REVISION,
  id: `${number} rev ${revision}`,
  number,
  revision,
  issued: '2026-01-01',
  effective,
  ...more,
});
test('the current revision is the newest that is published and effective on that day', () => {
  const state = after(
    model,
    ...publish(rev('OM', '1', '2026-01-02')),
    ...publish(rev('OM', '2', '2026-04-01')),
    {
      type: 'draftRevision',
      revision: rev('OM', '3', '2026-01-01'),
    },
  );
  const ids = (on: string) => currentRevisions(state, on).map(({ revision }) => revision.id);
  expect([ids('2026-01-01'), ids('2026-01-02'), ids('2026-03-31'), ids('2026-04-01')]).toEqual([
    [],
    ['OM rev 1'],
    ['OM rev 1'],
    ['OM rev 2'],
  ]);
  const states = (on: string) =>
    Object.values(state.revisions).map((kept) => revisionState(kept, currentRevisions(state, on), on));
  expect([states('2026-03-31'), states('2026-04-01')]).toEqual([
    ['current', 'published', 'draft'],
    ['superseded', 'current', 'draft'],
  ]);
});
test.each<['previous' | 'nothing', string[]]>([
  ['previous', ['OM rev 1']],
  ['nothing', []],
])('after a withdrawal %s holds', (then, ids) => {
  const state = after(
    model,
    ...publish(rev('OM', '1', '2026-01-02')),
    ...publish(rev('OM', '2', '2026-02-01')),
    { type: 'withdrawRevision', revision: 'OM rev 2', reason: 'printed wrongly', then },
  );
  expect(currentRevisions(state, '2026-03-01').map(({ revision }) => revision.id)).toEqual(ids);
});
test('a document takes the place of another from the day on which it is effective', () => {
  const state = after(
    model,
    ...publish(rev('SL-1', 'A', '2026-01-02')),
    ...publish(rev('SL-2', 'A', '2026-02-01', { supersedes: ['SL-1', 'SL-2'] })),
  );
  const ids = (on: string) => currentRevisions(state, on).map(({ revision }) => revision.id);
  expect([ids('2026-01-31'), ids('2026-02-01')]).toEqual([['SL-1 rev A'], ['SL-2 rev A']]);
});
test('an import is in the library as a whole or not at all', () => {
  const batch = (revision: DocumentRevision): LibraryCommand => ({
    type: 'importBatch',
    batchOf: 'i',
    file,
    drafts: [{ revision, rows: ROWS }],
  });
  const begun = [model, batch(rev('A', '1', '2026-01-02')), batch(rev('B', '1', '2026-01-02'))];
  const ids = (state: LibraryState) => Object.keys(state.revisions);
  expect(ids(after(...begun))).toEqual([]);
  expect(ids(after(...begun, { type: 'finishImport', batchOf: 'i' }))).toEqual(['A rev 1', 'B rev 1']);
  const left = after(...begun, { type: 'abandonImport', batchOf: 'i', reason: 'stopped' });
  expect([ids(left), left.imports]).toEqual([[], {}]);
});
test('an import does not overwrite what was drafted meanwhile', () => {
  const state = after(
    model,
    { type: 'importBatch', batchOf: 'i', file, drafts: [{ revision: REVISION, rows: ROWS }] },
    { type: 'draftRevision', revision: REVISION },
  );
  const decided = decideLibrary(state, { type: 'finishImport', batchOf: 'i' }, facts(TEO));
  expect(decided.ok ? 'allowed' : decided.problem.code).toBe('ALREADY_THERE');
});
