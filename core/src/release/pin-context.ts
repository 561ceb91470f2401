import type { EngineModel } from '../engines/engine-model';
import type { DiameterBasis, PinQuestion } from '../library/limits-pin';
import { plus } from '../quantity/nanometres';
import type { EngineFacts } from './arrival';

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
): { readonly context: PinQuestion['engine']; readonly diameterBasis: DiameterBasis } {
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
