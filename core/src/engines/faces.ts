import type { Defect, FaceRule } from './face-rule';
import type { Layout } from './layout';
import type { PartKind } from './characteristic';

const SHARP = 'Groove edges are sharp. No crack is judged by feel.';
const FEEL = 'No crack is judged by feel.';
const face = (
  kind: PartKind,
  id: string,
  name: string,
  looks: readonly Defect[],
  reject: string,
  more: Partial<FaceRule> = {},
): FaceRule => ({
  ...{ kind, id, name, sort: 'look', looks, reject },
  ...{ how: 'by eye under the lamp, then with a nail', aspects: ['face'] },
  ...more,
});
const clean = (
  kind: PartKind,
  id: string,
  name: string,
  looks: readonly Defect[],
  reject: string,
  more: Partial<FaceRule> = {},
): FaceRule =>
  face(kind, id, name, looks, reject, { sort: 'clean', how: 'lamp, air and a white cloth', ...more });
const crackTest = (kind: PartKind, where: string, more: Partial<FaceRule> = {}): FaceRule =>
  face(kind, 'crackTest', `crack test: ${where}`, ['crack'], 'Reject any crack that the test shows.', {
    ...{ sort: 'test', how: 'penetrant or magnetic particles, clean and dry' },
    ...more,
  });
const OF_JOURNALS = { aspects: ['size', 'face'] };

/** What is looked at on the usual parts where a model says nothing of its own. */
export const USUAL_FACES: readonly FaceRule[] = [
  clean(
    'piston',
    'oilHoles',
    'grooves and oil holes clean',
    ['carbon', 'blocked'],
    'Carbon in a groove holds the ring out: clean again.',
  ),
  face(
    'piston',
    'crown',
    'crown',
    ['burning', 'crack', 'bruise'],
    'Reject burnt edges, and any mark of a valve.',
  ),
  face('piston', 'topLand', 'top land', ['scoring', 'burning'], 'Reject scoring that a nail catches on.'),
  face(
    'piston',
    'grooveUpper',
    '{groove}, upper face',
    ['step', 'polish', 'breakage'],
    'Reject any step felt with a nail.',
    { each: 'groove', care: SHARP },
  ),
  face(
    'piston',
    'grooveLower',
    '{groove}, lower face',
    ['step', 'polish', 'breakage'],
    'Reject any step felt with a nail.',
    { each: 'groove', care: SHARP },
  ),
  face(
    'piston',
    'skirtThrust',
    'skirt, thrust side',
    ['scoring', 'crack', 'wear'],
    'Reject seized metal and scoring that a nail catches on.',
  ),
  face(
    'piston',
    'skirtOther',
    'skirt, other side',
    ['scoring', 'crack', 'wear'],
    'Reject seized metal and scoring that a nail catches on.',
  ),
  face(
    'piston',
    'bossFront',
    'front boss',
    ['pitting', 'scoring', 'crack'],
    'Reject cracks and picked-up metal.',
  ),
  face(
    'piston',
    'bossRear',
    'rear boss',
    ['pitting', 'scoring', 'crack'],
    'Reject cracks and picked-up metal.',
  ),
  crackTest('piston', 'crown and grooves'),
  face(
    'pin',
    'surface',
    'running surface',
    ['pitting', 'corrosion', 'scoring'],
    'Reject pits and water marks that a nail catches on.',
  ),
  crackTest('pin', 'whole surface', { how: 'magnetic particles, clean and dry' }),
  clean(
    'rod',
    'oilPassage',
    'oil passage proved open',
    ['blocked', 'grit'],
    'Air and a wire go through: else clean again.',
    { aspects: ['face', 'smallEnd'] },
  ),
  face(
    'rod',
    'shank',
    'shank and edges',
    ['bruise', 'crack', 'corrosion'],
    'Reject nicks across the shank.',
    { care: FEEL },
  ),
  face(
    'rod',
    'joint',
    'joint face or serrations',
    ['fretting', 'crack', 'bruise'],
    'Reject fretting that a nail catches on, and faces that are not flat.',
  ),
  face(
    'rod',
    'bush',
    'small end bush',
    ['scoring', 'wear', 'seizure'],
    'Reject picked-up metal and a bush that has turned.',
    { aspects: ['face', 'smallEnd'] },
  ),
  face(
    'rod',
    'bigEnd',
    'big end bore',
    ['fretting', 'seizure', 'burning'],
    'Reject blued metal and any mark of a shell that has turned.',
    { aspects: ['face', 'bigEnd'] },
  ),
  crackTest('rod', 'shank and serrations', { how: 'magnetic particles, clean and dry' }),
  face(
    'cap',
    'joint',
    'joint face or serrations',
    ['fretting', 'crack', 'bruise'],
    'Reject fretting that a nail catches on, and faces that are not flat.',
  ),
  face(
    'bolt',
    'shank',
    'shank',
    ['stretch', 'crack', 'corrosion'],
    'Reject any waist, and any mark across it.',
    { care: FEEL },
  ),
  face(
    'bolt',
    'thread',
    'thread and seat of the head',
    ['thread', 'bruise'],
    'Reject a thread that a nut does not run down by hand.',
  ),
  face(
    'rodShell',
    'running',
    'running face',
    ['seizure', 'embedded', 'scoring', 'wear'],
    'Reject smeared metal, dirt that stands proud, and the layer worn through.',
  ),
  face(
    'rodShell',
    'back',
    'back',
    ['fretting', 'polish', 'carbon'],
    'Reject fretting, and any sign that it has turned.',
  ),
  face(
    'rodShell',
    'jointFace',
    'joint faces and tang',
    ['bruise', 'polish'],
    'Reject a joint face without contact all over.',
  ),
  face(
    'shell',
    'running',
    'running face',
    ['seizure', 'embedded', 'scoring', 'wear'],
    'Reject smeared metal, dirt that stands proud, and the layer worn through.',
  ),
  face(
    'shell',
    'back',
    'back',
    ['fretting', 'polish', 'carbon'],
    'Reject fretting, and any sign that it has turned.',
  ),
  face(
    'shell',
    'jointFace',
    'joint faces and tang',
    ['bruise', 'polish'],
    'Reject a joint face without contact all over.',
  ),
  face(
    'thrustWasher',
    'running',
    'running faces',
    ['scoring', 'seizure', 'wear'],
    'Reject smeared metal and closed grooves.',
  ),
  clean(
    'journal',
    'oilPassage',
    'oil passage proved open',
    ['blocked', 'grit'],
    'Air and a brush go through, plugs out: else clean again.',
    { ...OF_JOURNALS, journals: ['main', 'crankpin'] },
  ),
  face(
    'journal',
    'surface',
    'running surface',
    ['scoring', 'seizure', 'pitting', 'burning'],
    'Reject what a nail catches on, and blued metal.',
    OF_JOURNALS,
  ),
  face('journal', 'fillet', 'fillets', ['crack', 'scoring'], 'Reject any mark in a fillet.', {
    ...OF_JOURNALS,
    care: FEEL,
    journals: ['main', 'crankpin'],
  }),
  crackTest('journal', 'fillets and oil holes', {
    ...OF_JOURNALS,
    how: 'magnetic particles, clean and dry',
    journals: ['main', 'crankpin'],
  }),
  face(
    'mainCap',
    'joint',
    'joint and register',
    ['fretting', 'bruise', 'crack'],
    'Reject fretting that a nail catches on, and a loose register.',
  ),
  face(
    'bore',
    'surface',
    'running surface',
    ['scoring', 'polish', 'corrosion', 'step'],
    'Reject scoring that a nail catches on, and rust in ring travel.',
  ),
  face(
    'liner',
    'flange',
    'flange and its underside',
    ['crack', 'fretting', 'corrosion'],
    'Reject any crack at the root of the flange.',
    { aspects: ['face', 'seat'], care: FEEL },
  ),
  face(
    'liner',
    'outside',
    'outside',
    ['pitting', 'corrosion', 'scoring'],
    'Reject pits deeper than the document allows.',
  ),
  clean(
    'block',
    'ledge',
    'ledge of the liner clean',
    ['grit', 'bruise', 'corrosion'],
    'Nothing is left under a flange: clean again.',
    { lined: true },
  ),
  clean(
    'block',
    'passages',
    'oil and water passages proved open',
    ['blocked', 'scale', 'grit'],
    'Every passage is proved open, plugs out: else clean again.',
  ),
  clean(
    'block',
    'holes',
    'threads clean, blind holes dry',
    ['wet', 'thread', 'grit'],
    'Oil in a blind hole cracks the block: dry it, and look again.',
  ),
  clean(
    'nozzle',
    'jet',
    'oil nozzle open, and of the right sort',
    ['blocked', 'bruise', 'grit'],
    'Reject a bent nozzle; a blocked one is cleaned again.',
  ),
];

/**
 * What is looked at on each kind of part of an engine: what its model says of a kind comes first.
 * @returns in the order in which it is looked at
 */
export const facesOf = ({ faces = [] }: Pick<Layout, 'faces'>): readonly FaceRule[] => [
  ...USUAL_FACES.filter(({ kind }) => !faces.some((each) => each.kind === kind)),
  ...faces,
];
