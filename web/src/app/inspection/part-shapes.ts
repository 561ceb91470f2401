/** A face on the drawing of a part: a line or an outline that can be pressed, and where its mark stands. */
export interface FaceShape {
  /** The id of the face; of the faces of grooves with the groove behind a dot. */
  readonly face: string;
  readonly d: string;
  /** A line is pressed along its length; an outline inside it as well. */
  readonly isArea?: true;
  readonly mark: readonly [x: number, y: number];
}
/** The drawing of a part on a field of 360 by 300: what does not move, and the faces on it. */
export interface PartShape {
  /** Another field than the usual one. */
  readonly size?: readonly [width: number, height: number];
  readonly body: readonly string[];
  readonly hatched?: readonly string[];
  readonly dashed?: readonly string[];
  readonly words: readonly (readonly [x: number, y: number, text: string])[];
  readonly faces: readonly FaceShape[];
}

const area = (face: string, d: string, x: number, y: number): FaceShape => ({
  face,
  d,
  isArea: true,
  mark: [x, y],
});
const line = (face: string, d: string, x: number, y: number): FaceShape => ({ face, d, mark: [x, y] });

const SHELL: PartShape = {
  body: ['M40 60H320V84H40z', 'M60 250A120 120 0 0 1 300 250H270A90 90 0 0 0 90 250z'],
  words: [
    [180, 48, 'from inside'],
    [180, 290, 'from the end'],
  ],
  faces: [
    line('running', 'M90 250A90 90 0 0 1 270 250', 180, 178),
    line('back', 'M60 250A120 120 0 0 1 300 250', 180, 116),
    line('jointFace', 'M60 250H90M270 250H300M40 60V84M320 60V84', 40, 250),
  ],
};
const JOINT_CAP: PartShape = {
  body: ['M60 90H300V150A120 96 0 0 1 60 150z'],
  hatched: ['M112 90A68 68 0 0 0 248 90z'],
  words: [[180, 286, 'joint face on top']],
  faces: [line('joint', 'M60 90H112M248 90H300', 180, 60)],
};

/** The usual parts. A kind that is not here, of a shop, has its list alone. */
const SHAPES: Readonly<Record<string, PartShape>> = {
  pin: {
    body: ['M40 120H320V190H40z'],
    dashed: ['M40 140H320M40 170H320'],
    words: [[180, 230, 'from the side']],
    faces: [
      line('surface', 'M40 120H320M40 190H320', 180, 100),
      area('crackTest', 'M40 124H320V186H40z', 180, 155),
    ],
  },
  rod: {
    body: ['M156 96L140 196H220L204 96z', 'M110 200A70 70 0 0 1 250 200V226H110z'],
    hatched: [
      'M180 30A38 38 0 1 0 180 106A38 38 0 1 0 180 30zM180 48A20 20 0 1 1 180 88A20 20 0 1 1 180 48z',
    ],
    dashed: ['M180 90V190'],
    words: [
      [60, 72, 'small end'],
      [62, 222, 'big end'],
    ],
    faces: [
      line('bush', 'M180 48A20 20 0 1 1 180 88A20 20 0 1 1 180 48', 180, 68),
      line('oilPassage', 'M180 92V190', 180, 142),
      line('shank', 'M156 104L142 192M204 104L218 192', 232, 146),
      line('bigEnd', 'M136 226A44 44 0 0 1 224 226', 180, 206),
      line('joint', 'M110 228H136M224 228H250', 270, 228),
      area('crackTest', 'M152 110L146 152H214L208 110z', 120, 130),
    ],
  },
  cap: JOINT_CAP,
  mainCap: JOINT_CAP,
  bolt: {
    body: ['M140 30H220V70H140z', 'M160 70H200V260H160z'],
    dashed: ['M160 190H200M160 204H200M160 218H200M160 232H200M160 246H200'],
    words: [[250, 54, 'head']],
    faces: [
      line('shank', 'M160 78V180M200 78V180', 226, 130),
      line('thread', 'M160 188V258M200 188V258M140 72H160M200 72H220', 226, 222),
    ],
  },
  rodShell: SHELL,
  shell: SHELL,
  thrustWasher: {
    body: ['M50 210A130 130 0 0 1 310 210H240A60 60 0 0 0 120 210z'],
    dashed: ['M100 112L134 154M180 80V150M260 112L226 154'],
    words: [[180, 250, 'from the running side']],
    faces: [area('running', 'M50 210A130 130 0 0 1 310 210H240A60 60 0 0 0 120 210z', 180, 116)],
  },
  journal: {
    body: ['M40 40H100V270H40zM260 40H320V270H260z', 'M100 100H260V210H100z'],
    dashed: ['M120 270L180 155L240 155'],
    words: [
      [70, 30, 'web'],
      [290, 30, 'web'],
    ],
    faces: [
      line('surface', 'M118 100H242M118 210H242', 180, 86),
      line('fillet', 'M100 84V100H116M260 84V100H244M100 226V210H116M260 226V210H244', 128, 236),
      area('oilPassage', 'M180 140A15 15 0 1 1 180 170A15 15 0 1 1 180 140z', 180, 155),
      area('crackTest', 'M104 104H140V206H104zM220 104H256V206H220z', 238, 180),
    ],
  },
  bore: {
    body: [],
    hatched: ['M60 40H110V270H60zM250 40H300V270H250z'],
    words: [[180, 30, 'deck']],
    faces: [line('surface', 'M110 42V268M250 42V268', 134, 150)],
  },
  liner: {
    body: [],
    hatched: ['M84 40H116V270H100V72H84zM244 40H276V72H260V270H244z'],
    words: [
      [180, 30, 'flange on top'],
      [180, 290, 'cut open'],
    ],
    faces: [
      line('flange', 'M84 40V72H100M276 40V72H260', 62, 56),
      line('outside', 'M100 78V268M260 78V268', 290, 170),
    ],
  },
  block: {
    body: ['M40 60H320V100H276V124H260V270H100V124H84V100H40z'],
    dashed: ['M60 120V250M300 120V250'],
    words: [[180, 40, 'deck, one cylinder']],
    faces: [
      line('ledge', 'M84 102V124H100M276 102V124H260', 112, 110),
      line('passages', 'M60 120V250M300 120V250', 40, 190),
      area('holes', 'M52 62H68V96H52zM292 62H308V96H292z', 330, 80),
    ],
  },
  // Its ring belt is drawn beside it, face by face.
  pistonAbove: {
    size: [180, 222],
    body: ['M90 26A78 78 0 1 1 90 182A78 78 0 1 1 90 26z'],
    dashed: ['M90 18V190M6 104H174'],
    words: [
      [90, 18, 'front'],
      [90, 212, 'from above'],
    ],
    faces: [
      area(
        'crown',
        'M90 30A74 74 0 1 1 90 178A74 74 0 1 1 90 30zM90 76A28 28 0 1 0 90 132A28 28 0 1 0 90 76z',
        48,
        62,
      ),
      line('skirtThrust', 'M152 56A78 78 0 0 1 152 152', 166, 122),
      line('skirtOther', 'M28 56A78 78 0 0 0 28 152', 14, 122),
      area('bossFront', 'M66 38H114V66H66z', 90, 52),
      area('bossRear', 'M66 142H114V170H66z', 90, 156),
      area('crackTest', 'M90 80A24 24 0 1 1 90 128A24 24 0 1 1 90 80z', 90, 104),
    ],
  },
  nozzle: {
    body: ['M140 40H200V110H184V180L250 240L234 256L164 190V110H140z'],
    words: [[270, 270, 'jet']],
    faces: [line('jet', 'M164 110V190L234 256', 280, 230)],
  },
};

/** @param view a kind of part, or a view of one whose faces need more than one drawing */
export const shapeOf = (view: string): PartShape | undefined => SHAPES[view];
