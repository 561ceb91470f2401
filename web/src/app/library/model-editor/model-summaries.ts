import { ARRANGEMENT_WORDS, CLASS_WORDS, LINER_WORDS, numberingWords, unitWord } from '@oak-gate/contract';
import { COUNTED_SETS, countOf, shapeOf } from '@oak-gate/core';
import type { ModelDraft } from '@oak-gate/core';
import type { SectionId } from './model-edit';

const many = (count: number, one: string, several = `${one}s`): string =>
  `${count} ${count === 1 ? one : several}`;
const NOTHING = 'not said yet';

/** The answer of a question in a few words, as its cell shows it. */
export function sectionWords(draft: ModelDraft, section: SectionId): string {
  const { layout, bore } = draft;
  const shape = shapeOf(draft);
  switch (section) {
    case 'name': {
      const said = [draft.maker, draft.name].map((each) => each.trim()).filter((each) => each !== '');
      return said.length === 0 ? NOTHING : `${said.join(' ')}, ${CLASS_WORDS[draft.engineClass]}`;
    }
    case 'plate':
      return draft.plate?.example ?? '';
    case 'cylinders':
      return layout.cylinders.length === 0
        ? NOTHING
        : [
            `${layout.cylinders.length} ${ARRANGEMENT_WORDS[layout.arrangement]}`,
            ...(shape.numbering === undefined ? [] : [numberingWords(shape.numbering, layout.banks)]),
          ].join(', ');
    case 'bore':
      return bore.text.trim() === ''
        ? NOTHING
        : [
            `${bore.text} ${unitWord(bore.unit)}`,
            ...(layout.liners === undefined ? [] : [`liners ${LINER_WORDS[layout.liners]}`]),
          ].join(', ');
    case 'rings':
      return layout.grooves.length === 0 ? NOTHING : many(layout.grooves.length, 'ring');
    case 'stations': {
      const gauged = layout.stations.filter(({ for: of = [] }) => of.includes('bore')).length;
      return layout.stations.length === 0 ? NOTHING : `${layout.stations.length}, bore gauged at ${gauged}`;
    }
    case 'journals': {
      const pins = (layout.journals ?? []).filter(({ kind }) => kind === 'crankpin').length;
      return shape.mains + pins === 0 ? NOTHING : `${many(shape.mains, 'main')}, ${many(pins, 'crankpin')}`;
    }
    case 'heads':
      return (layout.heads ?? []).length === 0 ? 'none' : many(layout.heads?.length ?? 0, 'head');
    case 'sets': {
      const bolts = COUNTED_SETS.filter(({ set }) => set === 'fasteners').reduce(
        (sum, each) => sum + countOf(draft, each),
        0,
      );
      return `${many((layout.directions ?? []).length, 'way')}, ${many((layout.points ?? []).length, 'point')}, ${many(bolts, 'bolt')}`;
    }
    case 'parts': {
      const { kits = [], lives = [], designs = [], faces = [] } = layout;
      const said = [
        ...(kits.length === 0 ? [] : [many(kits.length, 'kit')]),
        ...(lives.length === 0 ? [] : [many(lives.length, 'life', 'lives')]),
        ...(designs.length === 0 ? [] : [many(designs.length, 'design')]),
        ...(faces.length === 0 ? [] : ['own lists of faces']),
      ];
      return said.length === 0 ? 'as usual' : said.join(', ');
    }
  }
}
