import { revisionStatement } from '@oak-gate/contract';
import type { RevisionStatement } from '@oak-gate/contract';
import { figureOf, isLength, showExact } from '@oak-gate/core';
import type { DocumentKind, DocumentRevision, LengthUnit, Nanometres, FitState } from '@oak-gate/core';
import type { ApiProblem } from '../state/api';

/** A document's statement as it is typed: every field a text, lists with semicolons between. */
export interface DocumentDraft {
  readonly number: string;
  readonly revision: string;
  readonly title: string;
  readonly kind: string;
  readonly issued: string;
  readonly effective: string;
  readonly models: readonly string[];
  readonly serialFrom: string;
  readonly serialTo: string;
  readonly buildFrom: string;
  readonly buildTo: string;
  readonly partNumbers: string;
  readonly oversizes: string;
  readonly oversizeUnit: string;
  readonly pistonMaterials: string;
  readonly duties: string;
  readonly partStates: readonly string[];
  readonly supersedes: string;
  readonly partsMaker: string;
  readonly notes: string;
  /** One a line. */
  readonly cautions: string;
}
export const EMPTY_DRAFT: DocumentDraft = {
  number: '',
  revision: '',
  title: '',
  kind: 'manual',
  issued: '',
  effective: '',
  models: [],
  serialFrom: '',
  serialTo: '',
  buildFrom: '',
  buildTo: '',
  partNumbers: '',
  oversizes: '',
  oversizeUnit: 'in',
  pistonMaterials: '',
  duties: '',
  partStates: [],
  supersedes: '',
  partsMaker: '',
  notes: '',
  cautions: '',
};

const joined = (items: readonly (string | number)[] | undefined): string => (items ?? []).join('; ');
const parted = (text: string, by = /[;|]/): string[] =>
  text
    .split(by)
    .map((each) => each.trim())
    .filter((each) => each !== '');

/** What a kept revision says, for changing it. */
export function draftOf(revision: DocumentRevision): DocumentDraft {
  const to = revision.appliesTo;
  return {
    ...EMPTY_DRAFT,
    number: revision.number,
    revision: revision.revision,
    title: revision.title,
    kind: revision.kind,
    issued: revision.issued,
    effective: revision.effective,
    models: to.models ?? [],
    serialFrom: String(to.serialFrom ?? ''),
    serialTo: String(to.serialTo ?? ''),
    buildFrom: to.buildFrom ?? '',
    buildTo: to.buildTo ?? '',
    partNumbers: joined(to.partNumbers),
    oversizes: joined(to.oversizes?.map((nm) => (nm === 0 ? '0' : showExact(nm, 'in')))),
    pistonMaterials: joined(to.pistonMaterials),
    duties: joined(to.duties),
    partStates: to.partStates ?? [],
    supersedes: joined(revision.supersedes),
    partsMaker: revision.partsMaker ?? '',
    notes: revision.notes ?? '',
    cautions: (revision.cautions ?? []).join('\n'),
  };
}

const FIELD_WORDS: Readonly<Record<string, string>> = {
  number: 'number',
  revision: 'revision',
  title: 'title',
  issued: 'issue date',
  effective: 'effective date',
  models: 'engine models',
  serialFrom: 'serials from',
  serialTo: 'serials to',
  buildFrom: 'built from',
  buildTo: 'built to',
  partNumbers: 'part numbers',
  oversizes: 'bore oversizes',
};

/** The draft as it is sent, or which field keeps it from being sent. */
export function statementOf(
  draft: DocumentDraft,
):
  | { readonly ok: true; readonly statement: RevisionStatement }
  | { readonly ok: false; readonly problem: ApiProblem } {
  const wrong = (field: string, title: string): { readonly ok: false; readonly problem: ApiProblem } => ({
    ok: false,
    problem: {
      code: 'FIELD_WRONG',
      title,
      where: `the field ${FIELD_WORDS[field] ?? field}`,
      next: 'Correct the field. Nothing that was typed is lost.',
    },
  });
  const count = (text: string): number | null | undefined => {
    if (text.trim() === '') return null;
    return /^\d{1,12}$/.test(text.trim()) ? Number(text.trim()) : undefined;
  };
  const [serialFrom, serialTo] = [count(draft.serialFrom), count(draft.serialTo)];
  const counted = 'write the counting part of the serial as a whole number';
  if (serialFrom === undefined) return wrong('serialFrom', `"${draft.serialFrom}": ${counted}`);
  if (serialTo === undefined) return wrong('serialTo', `"${draft.serialTo}": ${counted}`);
  const oversizes: Nanometres[] = [];
  for (const text of parted(draft.oversizes)) {
    const figure = figureOf(text, draft.oversizeUnit as LengthUnit);
    if (figure === undefined || !isLength(figure))
      return wrong('oversizes', `"${text}" is not a size in ${draft.oversizeUnit}`);
    oversizes.push(figure.nm);
  }
  const statement = {
    number: draft.number.trim(),
    revision: draft.revision.trim(),
    title: draft.title.trim(),
    kind: draft.kind as DocumentKind,
    issued: draft.issued,
    effective: draft.effective,
    models: [...draft.models],
    serialFrom,
    serialTo,
    partNumbers: parted(draft.partNumbers),
    oversizes,
    pistonMaterials: parted(draft.pistonMaterials),
    duties: parted(draft.duties),
    buildFrom: draft.buildFrom === '' ? null : draft.buildFrom,
    buildTo: draft.buildTo === '' ? null : draft.buildTo,
    partStates: [...draft.partStates] as FitState[],
    supersedes: parted(draft.supersedes),
    partsMaker: draft.partsMaker.trim(),
    notes: draft.notes,
    cautions: parted(draft.cautions, /\n/),
  };
  const checked = revisionStatement.safeParse(statement);
  if (checked.success) return { ok: true, statement };
  const [issue] = checked.error.issues;
  const field = String(issue?.path[0] ?? 'number');
  return wrong(field, `The ${FIELD_WORDS[field] ?? field}: ${issue?.message ?? 'is wrong'}`);
}
