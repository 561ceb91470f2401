import { askedFace, currentPin, lookSlotOf, parsePlaceKey, partIn } from '@oak-gate/core';
import type {
  AskedFace,
  Cause,
  CrackTest,
  Defect,
  DefectSeen,
  FaceStand,
  Finding,
  InspectedPart,
  JobState,
  Layout,
  LookEntry,
  TestMethod,
} from '@oak-gate/core';
import { slotWords } from './place-words';

export const DEFECT_WORDS: Readonly<Record<Defect, string>> = {
  crack: 'crack',
  step: 'step',
  polish: 'polish',
  breakage: 'breakage',
  bruise: 'bruise',
  burning: 'burning',
  pitting: 'pitting',
  scoring: 'scoring',
  seizure: 'seizure',
  embedded: 'embedded dirt',
  fretting: 'fretting',
  wear: 'wear',
  corrosion: 'corrosion',
  stretch: 'stretched',
  thread: 'thread damaged',
  scale: 'scale',
  carbon: 'carbon',
  grit: 'grit',
  blocked: 'blocked',
  wet: 'wet',
};
export const TEST_WORDS: Readonly<Record<TestMethod, string>> = {
  penetrant: 'Penetrant',
  fluorescentPenetrant: 'Fluorescent penetrant',
  magnetic: 'Magnetic particles',
  other: 'Another method',
};
/** What is suspected, and what is looked at because of it. */
export const CAUSE_WORDS: Readonly<Record<Cause, { readonly cause: string; readonly check: string }>> = {
  dirt: { cause: 'dirt drawn in', check: 'air path: filter, hoses and joints' },
  noOil: { cause: 'oil missing', check: 'oil supply to it: pump, passages, nozzle' },
  heat: { cause: 'too hot', check: 'cooling: passages, pump, thermostat' },
  water: { cause: 'water in it', check: 'liner seals and head joint' },
  knock: { cause: 'knocking', check: 'injection or ignition, and its timing' },
  misfit: { cause: 'wrongly fitted before', check: 'the other parts of the earlier overhaul' },
};
export const STAND_WORDS_OF_FACE: Readonly<Record<FaceStand, string>> = {
  open: 'not yet',
  again: 'to be looked at again',
  good: 'good',
  rejected: 'rejected',
  notInspected: 'not looked at',
};

/** "Groove 2, lower face", "bore, because piston 2 was rejected": what one face is called. */
export function faceWords(state: JobState, { rule, groove, because }: AskedFace): string {
  const layout = currentPin(state)?.model.layout;
  if (because?.kind === 'cause') return CAUSE_WORDS[because.cause].check;
  if (because?.kind === 'failed')
    return `looked over again, because ${lowered(slotIn(layout, because.rejected.slot))} was rejected`;
  return named(layout, rule?.name ?? '', groove);
}
/** A groove is counted from the crown; its ring is said beside it. */
function named(layout: Layout | undefined, name: string, groove: string | undefined): string {
  if (groove === undefined) return name;
  const at = layout?.grooves.findIndex(({ id }) => id === groove) ?? -1;
  return name.replace('{groove}', `groove ${at + 1}`);
}
export const grooveRing = (state: JobState, groove: string | undefined): string =>
  currentPin(state)?.model.layout.grooves.find(({ id }) => id === groove)?.label ?? '';

const lowered = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
const slotIn = (layout: Layout | undefined, slot: string): string =>
  layout === undefined ? slot : slotWords(layout, slot);

/** "Piston, cyl 2: groove 1, lower face". */
export function faceInJob(state: JobState, slot: string, item: string): string {
  const layout = currentPin(state)?.model.layout;
  const asked = askedFace(state, slot, item);
  const rule =
    layout === undefined ? undefined : lookSlotOf(layout, slot)?.items.find((each) => each.item === item);
  const face =
    asked !== undefined
      ? faceWords(state, asked)
      : rule !== undefined
        ? named(layout, rule.rule.name, rule.groove)
        : 'looked over again';
  return `${slotIn(layout, slot)}: ${face}`;
}
/** "hammered step, 4 to 5 o'clock, 0.3 mm": one thing that is wrong. */
export const defectWords = ({ kind, where, size }: DefectSeen): string =>
  [DEFECT_WORDS[kind], where, size].filter((each) => each !== '').join(', ');
/** "rejected: step, all round, 0.3 mm": what was found, in one line. */
export function lookWords({ found, defects, reason, remark, cause }: LookEntry): string {
  const wrong = defects.map(defectWords).join('; ');
  const said =
    found === 'good' ? 'good' : found === 'rejected' ? `rejected: ${wrong}` : `not looked at: ${reason}`;
  return [
    said,
    ...(cause === null ? [] : [`suspected: ${CAUSE_WORDS[cause].cause}`]),
    ...(remark === '' ? [] : [remark]),
    ...(reason === '' || found === 'notInspected' ? [] : [`said anew: ${reason}`]),
  ].join('; ');
}
export function inspectionFindingWords(
  state: JobState,
  finding: Finding & { readonly kind: 'inspection' | 'inspectionDue' },
): string {
  if (finding.kind === 'inspectionDue') {
    const { slot, item, open } = finding;
    return open === 1
      ? `${faceInJob(state, slot, item)} is to be looked at`
      : `${slotIn(currentPin(state)?.model.layout, slot)}: ${open} faces are to be looked at`;
  }
  const { kind, slot, item, entry } = finding.doubt;
  const face = faceInJob(state, slot, item);
  return kind === 'rejected'
    ? `${face} is rejected: ${entry.defects.map(defectWords).join('; ')}`
    : `${face} was not looked at: ${entry.reason}`;
}

/** One face as it stands in the record, with everything that was said of it before. */
export interface LookLine {
  readonly part: string;
  readonly face: string;
  readonly said: string;
  readonly by: string;
  readonly at: string;
  readonly isOld: boolean;
}
/** Everything that was found, part by part; of parts that were taken out too. */
export function lookLines(state: JobState): readonly LookLine[] {
  const layout = currentPin(state)?.model.layout;
  const lines = state.looks.values().flatMap((current) => {
    const chain: LookEntry[] = [];
    for (let each: LookEntry | undefined = current; each !== undefined; each = each.before) chain.push(each);
    return chain.map((entry) => ({ entry, isOld: entry !== current }));
  });
  return lines
    .sort((a, b) => a.entry.seq - b.entry.seq)
    .map(({ entry, isOld }) => {
      const whole = faceInJob(state, entry.slot, entry.item);
      const part = slotIn(layout, entry.slot);
      const isOut = entry.part !== '' && partIn(state, entry.slot)?.id !== entry.part;
      return {
        ...{ part: isOut ? `${part} (${entry.part})` : part, face: whole.slice(part.length + 2) },
        ...{ said: lookWords(entry), by: entry.by.name, at: entry.at, isOld },
      };
    });
}
/** What was decided of rejected faces, and of those that nobody looked at. */
export const lookDecisionLines = (
  state: JobState,
): readonly { readonly what: string; readonly decided: string; readonly by: string; readonly at: string }[] =>
  state.looksDecided.map(({ finding, approval, reason, samePerson, by, at }) => {
    const [, part = '', item = ''] = finding.split(' ');
    const slot = part.slice(0, part.lastIndexOf('#'));
    const on =
      approval === null
        ? 'need not be looked at'
        : `used on approval ${approval.number} of ${approval.date}, ${approval.issuer}`;
    return {
      what: faceInJob(state, slot, item),
      decided: `${on}: ${reason}${samePerson === null ? '' : `; same person, ${samePerson.hoursLater} h later`}`,
      ...{ by: by.name, at },
    };
  });
/** "Penetrant, batch PT-2611 (to 2027-04-30), dwell 10 min, ..." */
export function testWords(test: CrackTest): string {
  const { method, batch, batchUntil, dwell, development, qualification, qualifiedUntil, area } = test;
  return [
    `${TEST_WORDS[method]}: ${area}`,
    `batch ${batch}, to ${batchUntil}`,
    ...(dwell > 0 ? [`dwell at least ${dwell} min`] : []),
    ...(development > 0 ? [`developer at least ${development} min`] : []),
    `${qualification}, to ${qualifiedUntil}`,
  ].join('; ');
}
/** "3 parts: no crack in 2; crack in piston, cyl 2: at the pin boss". */
export function testResultWords(state: JobState, test: CrackTest): string {
  const layout = currentPin(state)?.model.layout;
  if (test.dropped !== undefined) return `given up by ${test.dropped.by}: ${test.dropped.reason}`;
  if (test.read === undefined) return 'not read yet';
  const slotOf = (part: string): string => test.parts.find((each) => each.part === part)?.slot ?? part;
  const bad = test.read.results.filter(({ found }) => found === 'rejected');
  const good = test.read.results.length - bad.length;
  return [
    ...(good > 0 ? [`no crack in ${good} ${good === 1 ? 'part' : 'parts'}`] : []),
    ...bad.map(
      ({ part, where, size }) =>
        `crack in ${lowered(slotIn(layout, slotOf(part)))}: ${[where, size].filter((each) => each !== '').join(', ')}`,
    ),
  ].join('; ');
}
/** "Piston 2": a part by its kind and the figure of its cylinder or journal. */
export function partTitle(state: JobState, { slot }: Pick<InspectedPart, 'slot'>): string {
  const layout = currentPin(state)?.model.layout;
  return parsePlaceKey(slot) === undefined ? slot : slotIn(layout, slot);
}
