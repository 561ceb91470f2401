import { DOCUMENT_KINDS, TABLE_COLUMNS } from '@oak-gate/core';
import type {
  AppliesTo,
  DocumentRevision,
  GoverningLimit,
  LibraryEventData,
  LimitContext,
  LimitRow,
  LimitsPin,
  TableColumn,
} from '@oak-gate/core';
import {
  id,
  isoDate,
  lengthOnTheWire,
  lengthUnit,
  name,
  partState,
  perBound,
  printedLength,
  sha256,
  text,
  instant,
} from '../common/values';
import * as z from 'zod';
import { characteristic, engineModel } from '../engines/schemas';

const BOUND = z.enum(['min', 'max', 'serviceMin', 'serviceMax']);
export const documentKind = z.enum(DOCUMENT_KINDS);
export const appliesTo = z.object({
  models: z.exactOptional(z.array(id)),
  serialFrom: z.exactOptional(z.union([z.int(), z.string()])),
  serialTo: z.exactOptional(z.union([z.int(), z.string()])),
  partNumbers: z.exactOptional(z.array(name)),
  oversizes: z.exactOptional(z.array(lengthOnTheWire)),
  pistonMaterials: z.exactOptional(z.array(name)),
  duties: z.exactOptional(z.array(name)),
  buildFrom: z.exactOptional(isoDate),
  buildTo: z.exactOptional(isoDate),
  partStates: z.exactOptional(z.array(partState)),
}) satisfies z.ZodType<AppliesTo>;
export const documentRevision = z.object({
  id: name,
  number: id,
  revision: id,
  title: text(300),
  kind: documentKind,
  issued: isoDate,
  effective: isoDate,
  appliesTo,
}) satisfies z.ZodType<DocumentRevision>;
export const limitRow = z.object({
  id: text(240),
  label: name,
  characteristic: id,
  groove: id,
  member: id,
  station: id,
  printed: perBound(printedLength),
  formula: z.exactOptional(
    z.object({ bound: BOUND, perDiameter: z.number(), uplift: z.exactOptional(z.number()) }),
  ),
  appliesTo,
  note: text(2000),
}) satisfies z.ZodType<LimitRow>;
export const limitFile = z.object({ name: text(200), sha256 });
export const libraryEventData = {
  modelImported: z.object({ model: engineModel, digest: sha256 }),
  revisionDrafted: z.object({ revision: documentRevision }),
  rowsImported: z.object({ revision: name, file: limitFile, rows: z.array(limitRow) }),
  revisionPublished: z.object({ revision: name, digest: sha256, secondLook: name }),
} satisfies { [T in keyof LibraryEventData]: z.ZodType<LibraryEventData[T]> };

const governing = z.object({
  limit: perBound(lengthOnTheWire),
  sources: perBound(z.string()),
  others: z.array(z.object({ bound: BOUND, row: z.string(), value: lengthOnTheWire, differs: z.boolean() })),
  undecided: z.array(BOUND),
  contradiction: z.boolean(),
  mixed: z.exactOptional(z.literal(true)),
  target: z.exactOptional(
    z.object({ min: z.exactOptional(lengthOnTheWire), max: z.exactOptional(lengthOnTheWire) }),
  ),
  targetConflict: z.exactOptional(z.literal(true)),
}) satisfies z.ZodType<GoverningLimit>;
const context = z.object({
  model: z.exactOptional(id),
  serial: z.exactOptional(z.union([z.int(), z.string()])),
  partNumber: z.exactOptional(name),
  oversize: z.exactOptional(lengthOnTheWire),
  pistonMaterial: z.exactOptional(name),
  duty: z.exactOptional(name),
  buildDate: z.exactOptional(isoDate),
  partState: z.exactOptional(partState),
  diameter: z.exactOptional(lengthOnTheWire),
}) satisfies z.ZodType<LimitContext>;
const contextKey = z.enum([
  'model',
  'serial',
  'partNumber',
  'oversize',
  'pistonMaterial',
  'duty',
  'buildDate',
  'partState',
  'diameter',
]);
export const limitsPin = z.object({
  pin: z.int().min(1),
  on: isoDate,
  model: engineModel,
  characteristics: z.array(characteristic),
  documents: z.array(documentRevision.extend({ digest: sha256 })),
  rows: z.array(limitRow),
  policy: z.object({ order: z.array(documentKind) }),
  context,
  fits: z.array(
    z.object({
      fit: z.string(),
      partState,
      governing,
      held: z.array(z.object({ row: z.string(), missing: z.array(contextKey) })),
    }),
  ),
}) satisfies z.ZodType<LimitsPin>;

export const draftRevisionRequest = z.strictObject({
  id: z.uuid(),
  revision: z.strictObject({
    number: id,
    revision: id,
    title: text(300),
    kind: documentKind,
    issued: isoDate,
    effective: isoDate,
    models: z.array(id).min(1),
    serialFrom: z.int().min(0).nullable(),
    serialTo: z.int().min(0).nullable(),
  }),
});
export const publishRevisionRequest = z.strictObject({ id: z.uuid(), secondLook: name });

/** A revision in a list; its rows are asked for one by one. */
export const revisionSummary = documentRevision.extend({
  rowCount: z.int(),
  state: z.enum(['draft', 'published', 'current', 'superseded']),
});
export const revisionView = z.object({
  revision: documentRevision,
  state: z.enum(['draft', 'published', 'current', 'superseded']),
  rows: z.array(limitRow),
  file: limitFile.nullable(),
  drafted: z.object({ by: z.string(), at: instant }),
  published: z.object({ by: z.string(), at: instant, digest: sha256, secondLook: z.string() }).nullable(),
  models: z.array(engineModel),
});
export const modelSummary = z.object({
  id,
  maker: name,
  name,
  engineClass: z.string(),
  cylinders: z.int(),
  digest: sha256,
});
export const libraryView = z.object({ revisions: z.array(revisionSummary), models: z.array(modelSummary) });
export const tableErrors = z.array(z.object({ line: z.int(), column: z.string(), message: z.string() }));
export type RevisionSummary = z.output<typeof revisionSummary>;
export type RevisionView = z.output<typeof revisionView>;
export type ModelSummary = z.output<typeof modelSummary>;
export type LibraryView = z.output<typeof libraryView>;

export const isTableColumn = (column: string): column is TableColumn =>
  (TABLE_COLUMNS as readonly string[]).includes(column);
export const unitOfFigure = lengthUnit;
