import type { SearchHit, SearchView } from '@oak-gate/contract';
import { currentRevisions, revisionState, own } from '@oak-gate/core';
import type { LibraryState, LimitRow, RevisionState } from '@oak-gate/core';
import { fitWords, rowStatement } from '@oak-gate/contract';
import { projectionStore, wordsAsked } from '../record';
import type { Library } from './library.service';

/** How many of each kind are looked at before the best are shown. */
const MOST_FOUND = 240;
const MOST_SHOWN = 30;
const STATE_ORDER: readonly RevisionState[] = [
  'current',
  'published',
  'checked',
  'draft',
  'superseded',
  'withdrawn',
];

/** One search over numbers, titles, figures, characteristics and models: every word must begin a word of what is found. */
export async function searchLibrary(library: Library, asked: string): Promise<SearchView> {
  const words = wordsAsked(asked);
  if (words.length === 0) return { hits: [], more: false };
  const state = await library.state();
  const on = library.today();
  const current = currentRevisions(state, on);
  const standing = (id: string): RevisionState | undefined => {
    const kept = own(state.revisions, id);
    return kept === undefined ? undefined : revisionState(kept, current, on);
  };
  const found = await projectionStore.search(library.services.db.read, words, MOST_FOUND);
  const documents = found.documents.flatMap((id): SearchHit[] => {
    const kept = own(state.revisions, id);
    const stands = standing(id);
    if (kept === undefined || stands === undefined) return [];
    return [
      { kind: 'document', title: id, detail: kept.revision.title, link: documentLink(id), state: stands },
    ];
  });
  const rows = found.rows.flatMap(({ id, revision }): SearchHit[] => {
    const row = own(state.revisions, revision)?.rows.find((each) => each.id === id);
    const stands = standing(revision);
    return row === undefined || stands === undefined ? [] : [rowHit(library, state, row, revision, stands)];
  });
  const inForce = (a: SearchHit, b: SearchHit): number => order(a) - order(b);
  const hits = [
    ...registers(library, state, words),
    ...documents.sort(inForce).slice(0, MOST_SHOWN),
    ...rows.sort(inForce),
  ];
  return {
    hits: hits.slice(0, MOST_SHOWN),
    more:
      hits.length > MOST_SHOWN || found.rows.length === MOST_FOUND || found.documents.length === MOST_FOUND,
  };
}
const order = ({ state }: SearchHit): number => (state === null ? -1 : STATE_ORDER.indexOf(state));
const documentLink = (id: string): string => `/library/${encodeURIComponent(id)}`;

function rowHit(
  library: Library,
  state: LibraryState,
  row: LimitRow,
  revision: string,
  stands: RevisionState,
): SearchHit {
  const kept = own(state.revisions, revision);
  const model = own(state.models, kept?.revision.appliesTo.models?.[0] ?? '')?.model;
  const { what, ring, station } = fitWords(row, library.characteristics(state), model?.layout);
  return {
    kind: 'row',
    title: [what, ring, station].filter((part) => part !== '').join(', '),
    detail: `${rowStatement(row)}, ${row.id}`,
    link: `${documentLink(revision)}?row=${encodeURIComponent(row.label)}`,
    state: stands,
  };
}

/** Models and characteristics are few: they are looked through as they are. */
function registers(library: Library, state: LibraryState, words: readonly string[]): SearchHit[] {
  const suits = (text: string): boolean => {
    const parts = wordsAsked(text);
    return words.every((word) => parts.some((part) => part.startsWith(word)));
  };
  const models = Object.values(state.models)
    .filter(({ model }) => suits(`${model.id} ${model.maker} ${model.name} ${model.engineClass}`))
    .map(({ model }): SearchHit => ({
      kind: 'model',
      title: `${model.maker} ${model.name}`,
      detail: `${model.layout.cylinders.length} cylinders, ${model.engineClass}`,
      link: `/library/governs?model=${encodeURIComponent(model.id)}`,
      state: null,
    }));
  const characteristics = library
    .characteristics(state)
    .filter(({ id, name, measures }) => suits(`${id} ${name} ${measures ?? ''}`))
    .map(({ id, name, measures }): SearchHit => ({
      kind: 'characteristic',
      title: name,
      detail: measures ?? id,
      link: `/library/governs?characteristic=${encodeURIComponent(id)}`,
      state: null,
    }));
  return [...models, ...characteristics].slice(0, 8);
}
