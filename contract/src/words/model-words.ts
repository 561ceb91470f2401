import { modelFaults } from '@oak-gate/core';
import type {
  EngineClass,
  Layout,
  Liners,
  ModelChange,
  ModelDraft,
  ModelPath,
  Numbering,
} from '@oak-gate/core';
import type { FileFault } from '../engines/model-draft-file';
import { modelFaultWords } from './model-fault-words';

export const CLASS_WORDS: Readonly<Record<EngineClass, string>> = {
  aircraft: 'aircraft',
  marine: 'marine',
  tractor: 'tractor',
  heavyDiesel: 'heavy diesel',
  twoStroke: 'two-stroke',
  ship: 'ship and generator',
};
export const ARRANGEMENT_WORDS: Readonly<Record<Layout['arrangement'], string>> = {
  inline: 'in line',
  flat: 'flat, two banks',
  v: 'V, two banks',
};
export const LINER_WORDS: Readonly<Record<Liners, string>> = {
  none: 'none',
  dry: 'dry, pressed in',
  wet: 'wet, with a collar',
};
/** "1 at the front, odd numbers left". @param banks what the banks are called */
export function numberingWords({ by, first, from }: Numbering, banks: Layout['banks']): string {
  const end = from === 'front' ? 'from the front' : 'from the rear';
  if (by === 'line') return end;
  const [one, other] = [first, first === 'left' ? 'right' : 'left'].map((side) => {
    const label = banks.find((each) => each.side === side)?.label.trim() ?? '';
    return label === '' ? side : label;
  });
  return by === 'across' ? `${end}, odd in the ${one}` : `${end}, first the ${one}, then the ${other}`;
}

/** A fault where it stands in a model, in words. */
export const faultsInWords = (draft: ModelDraft): readonly FileFault[] =>
  modelFaults(draft).map((fault) => ({ path: fault.path, words: modelFaultWords(fault) }));
/** Whether something is at a path, or inside of it. */
export const isWithin = (path: ModelPath, outer: ModelPath): boolean =>
  outer.every((each, i) => path[i] === each);

const SET_WORDS: Readonly<Record<Exclude<ModelChange, { kind: 'said' }>['set'], string>> = {
  banks: 'bank',
  cylinders: 'cylinder',
  grooves: 'ring',
  stations: 'station',
  heads: 'head',
  journals: 'journal',
  directions: 'direction',
  points: 'point',
  fasteners: 'bolt or nut',
  regrind: 'undersizes of',
  partKinds: 'kind of part',
  lives: 'life of a part',
  kits: 'kit',
  designs: 'design',
  boreClasses: 'class of bores',
  faces: 'what is looked at',
  notApplicable: 'place that is not measured',
};
const FIELD_WORDS: Readonly<Record<Extract<ModelChange, { kind: 'said' }>['field'], string>> = {
  maker: 'its maker',
  name: 'its name',
  engineClass: 'its class',
  serialPattern: 'how its serials look',
  bore: 'its bore',
  rebore: 'its oversizes',
  arrangement: 'its arrangement',
  frontLabel: 'what stands at its front',
  nozzles: 'whether oil is sprayed at its pistons',
  singleUse: 'what is new at every overhaul',
  papers: 'which parts come with papers',
  liners: 'its liners',
  crown: 'the crown of its piston',
  ringTravel: 'its ring travel',
};
/** One thing in which a new version of a model differs. */
export function modelChangeWords(change: ModelChange): string {
  if (change.kind === 'said') return `${FIELD_WORDS[change.field]} is said otherwise`;
  const what = `${SET_WORDS[change.set]} ${change.label === '' ? change.id : `“${change.label}”`}`;
  switch (change.kind) {
    case 'added':
      return `${what} is new`;
    case 'removed':
      return `${what} is gone`;
    case 'changed':
      return change.before !== '' && change.before !== change.label
        ? `${SET_WORDS[change.set]} “${change.before}” is now “${change.label}”`
        : `${what} is changed`;
  }
}
