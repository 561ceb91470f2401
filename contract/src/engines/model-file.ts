import { asDrafted, decimalLength, modelFaults } from '@oak-gate/core';
import type { EngineModel, ModelPath, PrintedLength } from '@oak-gate/core';
import { lengthUnit } from '../common/values';
import { modelFaultWords } from '../words/model-fault-words';
import * as z from 'zod';
import { modelWith } from './schemas';

/**
 * Ids that stand in the keys of places. What is in a ledger keeps the ids that it has; a file is held against what a key can
 * hold, so that nobody finds out at a bench.
 */
const keyId = z.string().regex(/^[A-Za-z0-9-]{1,40}$/, {
  error:
    'an id that stands in places: letters from A to Z, digits and -, without spaces; words for people go into the label',
});

/** In a file a figure is a text and a unit; the exact length is worked out when it is read. */
const figure = z
  .strictObject({ text: z.string().max(20), unit: lengthUnit })
  .transform(({ text: figureText, unit }, context): PrintedLength => {
    const nm = decimalLength(figureText, unit);
    if (nm !== undefined) return { text: figureText, unit, nm };
    context.addIssue({ code: 'custom', message: `"${figureText}" is not a figure in ${unit}` });
    return z.NEVER;
  });

/** What version 1 of the file did not have. */
const SETS_SINCE_2 = ['heads', 'journals', 'directions', 'points', 'fasteners', 'partKinds'] as const;

/** An engine model as a file (docs/engine-model-format.md). Version 1 had rings and their stations only, and is read as it was. */
export const engineModelFile = z
  .object({
    format: z.literal('oak-gate/engine-model'),
    version: z.literal([1, 2]),
    model: modelWith(figure, keyId),
  })
  .superRefine(({ model, version }, context) => {
    const wrong = (path: ModelPath, message: string): void => {
      context.addIssue({ code: 'custom', path: ['model', ...path], message });
    };
    if (version === 1)
      for (const set of SETS_SINCE_2)
        if (model.layout[set] !== undefined)
          wrong(['layout', set], 'comes with version 2 of this file: say "version": 2');
    for (const fault of modelFaults({ ...model, plate: null })) wrong(fault.path, modelFaultWords(fault));
  });

/** A model as the file that reads back as the same model: figures as texts, as they are printed. */
export const modelFile = (model: EngineModel) => ({
  format: 'oak-gate/engine-model' as const,
  version: 2 as const,
  model: asDrafted(model),
});
