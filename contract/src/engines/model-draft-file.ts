import {
  DATUMS,
  EMPTY_MODEL,
  ENGINE_CLASSES,
  JOURNAL_KINDS,
  LENGTH_UNITS,
  LINERS,
  plateOf,
} from '@oak-gate/core';
import type { ModelDraft, ModelPath } from '@oak-gate/core';
import * as z from 'zod';
import { engineModelFile } from './model-file';
import { faceRule } from './schemas';

/** What a file says wrongly, and where. */
export interface FileFault {
  readonly path: ModelPath;
  readonly words: string;
}
export interface ReadDraft {
  readonly draft: ModelDraft;
  /** What could not be read as it stands there: somebody looks at it before the model is kept. */
  readonly faults: readonly FileFault[];
}

/** A number is read as it is written; what is neither is nothing that somebody could mend. */
const words = z
  .union([z.string(), z.number().transform(String)])
  .catch('')
  .transform((text) => text.slice(0, 300));
const some = <T extends z.ZodType>(item: T) => z.array(item).catch([]);
const ids = some(words);
const figure = z
  .object({ text: words, unit: z.enum(LENGTH_UNITS).catch('mm') })
  .catch({ text: '', unit: 'mm' });
const named = { id: words, label: words };
const purposed = { ...named, for: ids };
const LOST = { id: '', label: '' };
const isTold = <T>(value: T | undefined): value is T => value !== undefined;
/** Left out where it says nothing that can be used. */
const maybe = <T extends z.ZodType>(item: T) => z.optional(item).catch(undefined);

const lenientLayout = z.object({
  arrangement: z.enum(['inline', 'flat', 'v']).catch('inline'),
  frontLabel: words,
  liners: maybe(z.enum(LINERS)),
  crown: maybe(z.literal('relieved')),
  regrind: maybe(
    z.array(z.object({ journals: z.enum(JOURNAL_KINDS), standard: figure, undersizes: some(figure) })),
  ),
  banks: some(
    z
      .object({ ...named, side: z.enum(['left', 'right', 'middle']).catch('middle') })
      .catch({ ...LOST, side: 'middle' }),
  ),
  cylinders: some(
    z.object({ ...named, bank: words, row: z.number().catch(0) }).catch({ ...LOST, bank: '', row: 0 }),
  ),
  grooves: some(
    z
      .object({
        ...named,
        members: some(
          z
            .object({
              ...named,
              kind: z.enum(['compression', 'scraper', 'oil', 'rail']).catch('compression'),
              expander: z.boolean().catch(false),
            })
            .catch({ ...LOST, kind: 'compression', expander: false }),
        ),
      })
      .catch({ ...LOST, members: [] }),
  ),
  stations: some(
    z
      .object({
        ...named,
        datum: z.enum(DATUMS).catch('deck'),
        distance: figure,
        members: some(z.object({ groove: words, member: words }).catch({ groove: '', member: '' })),
        for: maybe(z.array(z.string())),
        only: maybe(z.literal('wornBore')),
      })
      .catch({ ...LOST, datum: 'deck', distance: { text: '', unit: 'mm' }, members: [] }),
  ),
  ringTravel: maybe(z.object({ upper: z.string(), lower: z.string() })),
  heads: some(z.object({ ...named, cylinders: ids }).catch({ ...LOST, cylinders: [] })),
  journals: some(
    z
      .object({ ...named, kind: z.enum(JOURNAL_KINDS).catch('main'), cylinders: ids })
      .catch({ ...LOST, kind: 'main', cylinders: [] }),
  ),
  directions: some(z.object(purposed).catch({ ...LOST, for: [] })),
  points: some(z.object({ ...purposed, clock: maybe(z.number()) }).catch({ ...LOST, for: [] })),
  fasteners: some(z.object(purposed).catch({ ...LOST, for: [] })),
  nozzles: maybe(z.literal(true)),
  singleUse: maybe(some(words)),
  papers: maybe(some(words)),
  lives: maybe(
    some(
      z
        .object({
          kind: words,
          counts: z.enum(['hours', 'cycles']).catch('hours'),
          limit: z.number().catch(0),
          untilNext: maybe(z.number()),
        })
        .catch({ kind: '', counts: 'hours', limit: 0 }),
    ),
  ),
  kits: maybe(
    some(
      z
        .object({
          ...{ id: words, name: words },
          contents: some(
            z
              .object({
                ...{ id: words, name: words, count: z.number().catch(0) },
                ...{ kind: maybe(z.string()), groove: maybe(z.string()), partNumber: maybe(z.string()) },
              })
              .catch({ id: '', name: '', count: 0 }),
          ),
        })
        .catch({ id: '', name: '', contents: [] }),
    ),
  ),
  designs: maybe(
    some(
      z
        .object({ name: words, kind: words, partNumbers: ids, asks: ids, leavesOut: ids })
        .catch({ name: '', kind: '', partNumbers: [], asks: [], leavesOut: [] }),
    ),
  ),
  boreClasses: maybe(
    some(z.object({ mark: words, size: figure }).catch({ mark: '', size: { text: '', unit: 'mm' } })),
  ),
  // What is looked at has too much in it to be half right: each face that can be read is kept, and each that cannot is told.
  faces: maybe(
    z.array(z.unknown()).transform((all) => all.flatMap((each) => faceRule.safeParse(each).data ?? [])),
  ),
  notApplicable: some(
    z
      .object({
        characteristic: words,
        groove: words,
        member: words,
        station: maybe(z.string()),
        reason: words,
      })
      .catch({ characteristic: '', groove: '', member: '', reason: '' }),
  ),
});
const lenientModel = z.object({
  id: words,
  maker: words,
  name: words,
  engineClass: z.enum(ENGINE_CLASSES).catch('heavyDiesel'),
  serialPattern: words,
  bore: figure,
  rebore: maybe(z.object({ oversizes: some(figure), cleanUp: figure })),
  layout: lenientLayout.catch(lenientLayout.parse({})),
});

/**
 * A model file for changing it, whatever is wrong with it: what can be read stands in the draft, and everything that cannot is told
 * with its place.
 * @returns undefined where it is no model file at all
 */
export function readModelDraft(file: unknown): ReadDraft | undefined {
  const outer = z
    .object({ format: z.literal('oak-gate/engine-model'), model: z.looseObject({}) })
    .safeParse(file);
  if (!outer.success) return undefined;
  const strict = engineModelFile.safeParse(file);
  const loose = lenientModel.parse(outer.data.model);
  // Kinds of part are kept as they are, where they are right: nobody draws them.
  const { partKinds } = strict.success ? strict.data.model.layout : {};
  const draft = withoutGaps({
    ...EMPTY_MODEL,
    ...loose,
    layout: {
      ...loose.layout,
      ...(partKinds === undefined ? {} : { partKinds }),
    },
    plate: plateOf(loose.serialPattern) ?? null,
  }) as ModelDraft;
  const faults = strict.success
    ? []
    : strict.error.issues
        .map(({ path, message }) => ({
          path: path.filter((each) => typeof each !== 'symbol'),
          words: message,
        }))
        .map(({ path, words: said }) => ({ path: path[0] === 'model' ? path.slice(1) : path, words: said }));
  return { draft, faults };
}
/** Without keys that have no value: a draft says a thing or does not have it. */
function withoutGaps(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(withoutGaps);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).flatMap(([key, each]) => (isTold(each) ? [[key, withoutGaps(each)]] : [])),
  );
}
