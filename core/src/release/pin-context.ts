import type { EngineModel } from '../engines/engine-model';
import type { DiameterBasis, PinQuestion } from '../library/limits-pin';
import { sameData } from '../kernel/same-data';
import { plus } from '../quantity/nanometres';
import type { CylinderContext } from '../library/fit-variant';
import type { CylinderFacts, EngineFacts } from './arrival';

export interface EngineContext {
  readonly context: PinQuestion['engine'];
  readonly diameterBasis: DiameterBasis;
}

/**
 * The cylinders of which something else is known than of the engine: those alike stand together, so that what they are judged
 * by is decided once.
 */
export function cylinderContexts(
  model: EngineModel,
  engine: Parameters<typeof pinContext>[1] & Pick<EngineFacts, 'cylinders'>,
): readonly CylinderContext[] {
  const told = (own: CylinderFacts): Omit<CylinderContext, 'cylinders'> => {
    const { oversize, diameter } = pinContext(model, { ...engine, ...own }, '').context;
    return {
      ...(oversize === undefined ? {} : { oversize }),
      ...(diameter === undefined ? {} : { diameter }),
    };
  };
  const plain = told({});
  const alike = new Map<string, { readonly its: Omit<CylinderContext, 'cylinders'>; cylinders: string[] }>();
  for (const { id } of model.layout.cylinders) {
    const its = told(engine.cylinders?.[id] ?? {});
    if (sameData(its, plain)) continue;
    const key = `${its.oversize ?? ''} ${its.diameter ?? ''}`;
    const there = alike.get(key) ?? { its, cylinders: [] };
    there.cylinders.push(id);
    alike.set(key, there);
  }
  return [...alike.values()].map(({ its, cylinders }) => ({ cylinders, ...its }));
}

/** What the decision of limits is told of an engine, with the diameter that formulas are fed with and where it comes from. */
export function pinContext(
  model: EngineModel,
  engine: Pick<
    EngineFacts,
    | 'serial'
    | 'buildDate'
    | 'oversize'
    | 'pistonMaterial'
    | 'ringPartNumber'
    | 'measuredBore'
    | 'diameterBasis'
  >,
  duty: string,
): EngineContext {
  const { serial, buildDate, oversize, pistonMaterial, ringPartNumber } = engine;
  const measured = engine.measuredBore ?? null;
  const known: DiameterBasis =
    measured !== null ? 'measured' : oversize !== null ? 'nominalPlusOversize' : 'nominal';
  const asked = engine.diameterBasis ?? known;
  const isKnown = asked === 'nominal' || (asked === 'measured' ? measured !== null : oversize !== null);
  const diameterBasis = isKnown ? asked : known;
  const diameter =
    diameterBasis === 'measured' && measured !== null
      ? measured
      : diameterBasis === 'nominalPlusOversize' && oversize !== null
        ? plus(model.bore.nm, oversize)
        : model.bore.nm;
  return {
    diameterBasis,
    context: {
      serial,
      duty,
      diameter,
      ...(oversize === null ? {} : { oversize }),
      ...(buildDate === null ? {} : { buildDate }),
      ...(pistonMaterial === null ? {} : { pistonMaterial }),
      ...(ringPartNumber === null ? {} : { partNumber: ringPartNumber }),
    },
  };
}
