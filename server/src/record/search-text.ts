import { fitWords } from '@oak-gate/contract';
import { BOUNDS, own } from '@oak-gate/core';
import type { DocumentRevision, EngineModel, LibraryState, LimitRow } from '@oak-gate/core';

/** The models that a document speaks of, as the library has them. */
export const modelsSpokenOf = (
  state: LibraryState,
  { appliesTo }: DocumentRevision,
): readonly EngineModel[] =>
  appliesTo.models === undefined
    ? Object.values(state.models).map(({ model }) => model)
    : appliesTo.models.flatMap((id) => own(state.models, id)?.model ?? []);

const FIGURE = /\d+[.,]\d+/g;
/** A figure as one word: the index parts words at a point, and 0.040 is not a 0 and a 040. */
const figureWord = (figure: string): string => figure.replace(/[.,]/, 'p');
const withFigures = (text: string): string =>
  [text, ...[...text.matchAll(FIGURE)].map(([figure]) => figureWord(figure))].join(' ');

/** The words that are looked for in a question, each the beginning of a word of what is found. */
export const wordsAsked = (question: string): readonly string[] =>
  (question.toLowerCase().match(/\d+[.,]\d+|[\p{L}\p{N}]+/gu) ?? []).map(figureWord);

/** What a document is found by. */
export const documentText = (revision: DocumentRevision, models: readonly EngineModel[]): string =>
  withFigures(
    [
      revision.number,
      revision.revision,
      revision.title,
      revision.partsMaker ?? '',
      revision.notes ?? '',
      ...models.map(({ id, maker, name }) => `${id} ${maker} ${name}`),
    ].join(' '),
  );

/** What a limit row is found by: its document, what is measured, where, on which engine, its note and its figures as printed. */
export function rowText(
  row: LimitRow,
  { number, revision }: DocumentRevision,
  models: readonly EngineModel[],
  nameOf: (characteristic: string) => string,
): string {
  const [model] = models;
  const { ring, station } = fitWords(row, [], model?.layout);
  return withFigures(
    [
      number,
      revision,
      row.label,
      nameOf(row.characteristic),
      row.characteristic,
      ring,
      station,
      ...models.map(({ id, maker }) => `${id} ${maker}`),
      row.note,
      ...BOUNDS.flatMap((bound) => row.printed[bound]?.text ?? []),
      row.formula?.perDiameter ?? '',
    ].join(' '),
  );
}
