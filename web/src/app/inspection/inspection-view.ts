import {
  CAUSE_WORDS,
  DEFECT_WORDS,
  faceWords,
  grooveRing,
  partWords,
  placeWordsOf,
  stateWordAt,
} from '@oak-gate/contract';
import { currentPin, inspectionOf, openMatters, parsePlaceKey } from '@oak-gate/core';
import type {
  AskedFace,
  Cause,
  Defect,
  FaceStand,
  InspectedPart,
  JobState,
  PartKind,
  PlaceStatus,
  PlaceStateWord,
} from '@oak-gate/core';

/** A face as it stands in the list beside the drawing. */
export interface FaceView extends AskedFace {
  readonly name: string;
  readonly ring: string;
}
export interface PartView extends Omit<InspectedPart, 'faces'> {
  /** "Piston 2", "Rod 4": short, for the cards. */
  readonly name: string;
  readonly faces: readonly FaceView[];
  /** How many are looked at. */
  readonly done: number;
}
/** The parts of one kind, with how far they are. */
export interface KindView {
  readonly kind: PartKind;
  readonly label: string;
  readonly parts: readonly PartView[];
  readonly open: number;
  readonly rejected: number;
}

const isDone = (stand: FaceStand): boolean => stand !== 'open' && stand !== 'again';
export function kindViews(job: JobState): readonly KindView[] {
  const layout = currentPin(job)?.model.layout;
  if (layout === undefined) return [];
  const kinds = new Map<PartKind, PartView[]>();
  for (const part of inspectionOf(job)) {
    const faces = part.faces.map((face): FaceView => ({
      ...face,
      name: faceWords(job, face),
      ring: grooveRing(job, face.groove),
    }));
    const done = faces.filter(({ stand }) => isDone(stand)).length;
    const view: PartView = { ...part, faces, done, name: shortName(job, part) };
    kinds.set(part.kind, [...(kinds.get(part.kind) ?? []), view]);
  }
  return [...kinds].map(([kind, parts]) => {
    const many = partWords(layout, kind)[1];
    return {
      ...{ kind, parts, label: many.charAt(0).toUpperCase() + many.slice(1) },
      open: parts.reduce((sum, { faces, done }) => sum + faces.length - done, 0),
      rejected: parts.filter(({ stand }) => stand === 'rejected').length,
    };
  });
}
/** "Piston 2", "Rod shell 2, upper half", "Main 3": by its kind, and the figure of its cylinder or the name of its journal. */
function shortName(job: JobState, { slot, kind }: InspectedPart): string {
  const layout = currentPin(job)?.model.layout;
  const one = partWords(layout, kind)[0];
  const name = one.charAt(0).toUpperCase() + one.slice(1);
  if (layout === undefined) return name;
  const journal = layout.journals?.find(({ id }) => id === parsePlaceKey(slot)?.at.journal)?.label;
  if (kind === 'journal' && journal !== undefined)
    return `${journal.charAt(0).toUpperCase()}${journal.slice(1)}`;
  const where = placeWordsOf(layout, slot);
  const cylinder = parsePlaceKey(slot)?.at.cylinder;
  const label = layout.cylinders.find(({ id }) => id === cylinder)?.label;
  const figure = label === undefined ? undefined : /(\d+[A-Z]?)\s*$/u.exec(label)?.[1];
  const rest =
    label === undefined
      ? where
      : where.slice(where.toLowerCase().indexOf(label.toLowerCase()) + label.length);
  const short = figure === undefined ? `, ${where}` : ` ${figure}${rest}`;
  return where === ''
    ? name
    : `${name}${short.replaceAll(/, ([A-Z])/gu, (_, first: string) => `, ${first.toLowerCase()}`)}`;
}

/** What of a part was measured: by what was measured, the worst of each. */
export interface MeasuredView {
  readonly name: string;
  readonly places: number;
  readonly state: PlaceStateWord;
  readonly word: string;
}
const WORST: readonly PlaceStateWord[] = ['tight', 'loose', 'notProven', 'serviceable', 'in'];
export function measuredOf(job: JobState, part: string): readonly MeasuredView[] {
  const pin = currentPin(job);
  const by = new Map<string, PlaceStatus[]>();
  for (const status of openMatters(job).statuses) {
    if (status.reading?.parts.some(({ id }) => id === part) !== true || !WORST.includes(status.state))
      continue;
    const { characteristic } = status.place;
    by.set(characteristic, [...(by.get(characteristic) ?? []), status]);
  }
  return [...by].flatMap(([characteristic, statuses]): MeasuredView[] => {
    const state = WORST.find((each) => statuses.some((status) => status.state === each));
    const worst = statuses.find((status) => status.state === state);
    const name = pin?.characteristics.find(({ id }) => id === characteristic)?.name;
    if (state === undefined || worst === undefined || name === undefined) return [];
    return [{ name, places: statuses.length, state, word: stateWordAt(pin, worst.key, state) }];
  });
}
/** "Piston 2: rejected by eye, although it measures in." */
export function headlineOf(part: PartView, measured: readonly MeasuredView[]): string {
  const { name, stand, faces, done } = part;
  const out = measured.find(({ state }) => state === 'tight' || state === 'loose');
  const isIn =
    measured.length > 0 && measured.every(({ state }) => state === 'in' || state === 'serviceable');
  if (stand === 'rejected') {
    const byTest = faces.every((face) => face.stand !== 'rejected' || face.rule?.sort === 'test');
    const by = byTest ? 'rejected by a crack test' : 'rejected by eye';
    if (isIn) return `${name}: ${by}, although it measures in.`;
    return out === undefined ? `${name}: ${by}.` : `${name}: ${by}, and ${out.word}.`;
  }
  if (done < faces.length) return `${name}: ${faces.length - done} of ${faces.length} still to be looked at.`;
  if (out !== undefined) return `${name}: good to look at, but ${out.word}.`;
  if (stand === 'notInspected') return `${name}: not all of it was looked at.`;
  return isIn ? `${name}: good to look at, and it measures in.` : `${name}: good to look at.`;
}
/** How the same face stands on the other parts of its kind. */
export const alongKind = (
  { parts }: KindView,
  item: string,
): readonly {
  readonly slot: string;
  readonly label: string;
  readonly name: string;
  readonly stand: FaceStand;
}[] =>
  parts.flatMap(({ slot, name, faces }) => {
    const face = faces.find((each) => each.item === item);
    const label = name
      .replace(/^[^\d]*(?=\d)/u, slot.startsWith('journal') ? name.charAt(0) : '')
      .replaceAll(/, (\p{L})\p{L}*( half)?/gu, ' $1');
    return face === undefined ? [] : [{ slot, name, label, stand: face.stand }];
  });

export const DEFECT_OPTIONS = (Object.keys(DEFECT_WORDS) as Defect[]).map((value) => ({
  value,
  label: DEFECT_WORDS[value],
}));
export const CAUSE_OPTIONS = (Object.keys(CAUSE_WORDS) as Cause[]).map((value) => ({
  value,
  label: `${CAUSE_WORDS[value].cause}: look at the ${CAUSE_WORDS[value].check}`,
}));
