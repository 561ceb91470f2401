import { fitWords } from '@oak-gate/contract';
import type { DocumentRevision, EngineModel, LibraryState, LimitRow } from '@oak-gate/core';

/** The models that a document speaks of, as the library has them. */
export const modelsSpokenOf = (
  state: LibraryState,
  { appliesTo }: DocumentRevision,
): readonly EngineModel[] =>
  appliesTo.models === undefined
    ? Object.values(state.models).map(({ model }) => model)
    : appliesTo.models.flatMap((id) => state.models[id]?.model ?? []);

/** What a document is found by. */
export const documentText = (revision: DocumentRevision, models: readonly EngineModel[]): string =>
  [
    revision.number,
    revision.revision,
    revision.title,
    revision.partsMaker ?? '',
    revision.notes ?? '',
    ...models.map(({ id, maker, name }) => `${id} ${maker} ${name}`),
  ].join(' ');

/** What a limit row is found by: its document, what is measured, where, on which engine, and its note. */
export function rowText(
  row: LimitRow,
  { number, revision }: DocumentRevision,
  models: readonly EngineModel[],
  nameOf: (characteristic: string) => string,
): string {
  const [model] = models;
  const { ring, station } = fitWords(row, [], model?.layout);
  return [
    number,
    revision,
    row.label,
    nameOf(row.characteristic),
    row.characteristic,
    ring,
    station,
    ...models.map(({ id, maker }) => `${id} ${maker}`),
    row.note,
  ].join(' ');
}
