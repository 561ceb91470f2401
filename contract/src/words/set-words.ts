import type {
  BankDifference,
  CarriedRing,
  Characteristic,
  ClassClaim,
  ClassDoubt,
  ClassMismatch,
  JobState,
  Layout,
  LengthUnit,
  LimitsPin,
  RingInBore,
  SetPanel,
} from '@oak-gate/core';
import {
  axesOf,
  boresByRing,
  currentPin,
  nanometres,
  placeKey,
  setsOf,
  showExact,
  showLength,
  unitOf,
} from '@oak-gate/core';
import { shortReading } from '../evidence/evidence-words';
import { headWords, placeInJob, slotWords, unitWord } from './place-words';

/** Decimals to which a difference is said: a tenth of what a bench writes. */
const DECIMALS: Readonly<Record<LengthUnit, number>> = { thou: 1, in: 4, mm: 3, um: 0 };
/** A difference as it is said: rounded, with a word that says so; `up` and `down` round outward and stay true. */
export function differenceText(nm: number, unit: LengthUnit, round?: 'up' | 'down'): string {
  const whole = nanometres(Math.round(nm));
  const exact = showExact(whole, unit);
  if ((exact.split('.')[1]?.length ?? 0) <= DECIMALS[unit]) return exact;
  return showLength(whole, unit, DECIMALS[unit], round);
}
/** From its least to its most, rounded outward: what the evidence allows lies within it. */
export const betweenText = (least: number, most: number, unit: LengthUnit): string =>
  `${differenceText(least, unit, 'down')} to ${differenceText(most, unit, 'up')}`;
/** "1 in 35": how often chance alone does it. */
export const chanceText = (p: number): string =>
  p <= 0 ? 'never' : `1 in ${Math.max(1, Math.round(1 / p))}`;

/** How far apart the readings of a set lie; empty where nobody can say. */
export const spreadText = (spread: SetPanel['spread'], unit: LengthUnit): string =>
  spread === undefined
    ? ''
    : spread.most === undefined
      ? `at least ${differenceText(spread.least, unit, 'down')}`
      : spread.least === spread.most
        ? differenceText(spread.least, unit)
        : betweenText(spread.least, spread.most, unit);
/** Whether two groups differ by more than chance. */
export function tellsText(contrast: NonNullable<SetPanel['contrast']>): string {
  if (contrast === 'tooMany') return 'too many to go through: not told';
  if (contrast.tooFew === true) return 'too few to tell';
  return contrast.differs
    ? `by chance ${chanceText(contrast.p)}`
    : `no more than chance (${chanceText(contrast.p)})`;
}
/** What one panel of a set says, for who reads it on paper. */
export interface SetLine {
  readonly what: string;
  readonly taken: number;
  readonly spread: string;
  /** "Cyl 5: 23/24": those that stand out. */
  readonly odd: string;
  /** Of two groups. */
  readonly between: string;
}
/** The sets of one sheet as they were left, over the banks; what fewer than two readings say is left out. */
export function setLines(
  state: JobState,
  characteristic: Characteristic,
  unit: LengthUnit,
): readonly SetLine[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  const { layout } = pin.model;
  const [across = 'cylinder'] = axesOf(characteristic).across;
  return setsOf(state, characteristic, 'bank', 'asLeft').flatMap((panel): SetLine[] => {
    const rows = panel.groups.flatMap((group) => group.rows);
    const taken = rows.filter(({ size }) => size !== undefined).length;
    if (taken < 2) return [];
    const { contrast } = panel;
    const name = headWords(layout, panel.at);
    const apart = contrast === undefined || contrast === 'tooMany' ? undefined : contrast.difference;
    const by = apart === undefined ? '' : `${differenceText(Math.abs(apart), unit)} ${unitWord(unit)}, `;
    const groups = panel.groups.filter(({ spread }) => spread !== undefined);
    return [
      {
        what: name === '' ? characteristic.name : `${characteristic.name}, ${name}`,
        taken,
        spread: groups
          .map(({ at, spread }) => `${headWords(layout, at)} ${spreadText(spread, unit)}`.trim())
          .join('; '),
        odd: rows
          .filter(({ key }) => panel.odd.includes(key))
          .map(({ place, reading }) =>
            reading === undefined
              ? ''
              : `${headWords(layout, { [across]: place.at[across] })}: ${shortReading(reading.reading, unitOf(reading))}`,
          )
          .join(', '),
        between: contrast === undefined ? '' : `${by}${tellsText(contrast)}`,
      },
    ];
  });
}

const capital = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
const bankName = ({ model }: Pick<LimitsPin, 'model'>, id: string): string =>
  (model.layout.banks.find((each) => each.id === id)?.label ?? id).replace(/ bank$/, '');

/** What the gaps of two banks say about their bores, and what is to be done. */
export function bankWords(
  pin: Pick<LimitsPin, 'model' | 'characteristics'>,
  banks: BankDifference,
  unit: LengthUnit,
): string {
  const [lead] = banks.rings;
  if (lead === undefined) return '';
  const name = unitWord(unit);
  const { difference, least, most } = lead.bore;
  const said = `${capital(bankName(pin, banks.smaller))} gaps are about ${differenceText(lead.gap, unit)} ${name} smaller: that is about ${differenceText(difference, unit)} ${name} of bore (${betweenText(least, most, unit)})`;
  if (banks.bores !== undefined) {
    const { difference: bore, agrees, by } = banks.bores;
    const looked = by === 'gauge' ? 'Gauged' : 'By one ring carried through them';
    const found =
      bore < 0
        ? `the bores there are ${differenceText(-1 * bore, unit)} ${name} larger`
        : `the bores there are ${differenceText(bore, unit)} ${name} smaller`;
    return agrees
      ? `${said}. ${looked}, ${found}: they agree`
      : `${said}. ${looked}, ${found}: they do not agree. Look at the rings: their lots, and what is marked on them`;
  }
  return banks.toGauge === undefined
    ? `${said}. This job has no sheet for bores: gauge them, and an inspector sets this aside with what was found`
    : `${said}. Gauge the bores before filing`;
}

/** "Cyl 3 +0.6 to 1.3": every bore against the one in which the ring's gap is smallest. */
export function relativeBoreWords(
  layout: Layout,
  carried: CarriedRing,
  gaps: readonly RingInBore[],
): readonly { readonly where: string; readonly gap: string; readonly bore: string }[] {
  const { unit } = carried.instrument;
  return boresByRing(gaps).map(({ cylinder, least, most }, i) => {
    const gap = gaps[i];
    const plus = (nm: number, round: 'up' | 'down'): string => differenceText(nm, unit, round);
    return {
      where: headWords(layout, { cylinder }),
      gap: gap === undefined ? '' : shortReading(gap.reading, unit),
      bore:
        least === 0 && most === 0
          ? 'the smallest'
          : least === undefined
            ? most === undefined
              ? 'not known'
              : `at most ${plus(most, 'up')}`
            : most === undefined
              ? `at least ${plus(least, 'down')}`
              : betweenText(least, most, unit),
    };
  });
}

/** A gap as a ring or a bore of another class would make it. */
export function classWords(pin: LimitsPin | undefined, doubt: ClassDoubt, unit: LengthUnit): string {
  const { place, ring, step, ofGap, isClosed } = doubt;
  const key = placeKey(place);
  const where = pin === undefined ? key : placeInJob(pin, key);
  const class_ = `${differenceText(step, unit)} ${unitWord(unit)}`;
  const gap = `${differenceText(ofGap, unit)} ${unitWord(unit)} of gap`;
  const other = ring === 'larger' ? 'smaller' : 'larger';
  const what = isClosed
    ? `no blade goes, as with a ring made for a bore ${class_} or more larger (${gap}), or in a bore a class smaller`
    : `off by about ${gap}, as with a ring made for a bore ${class_} ${ring}, or in a bore ${class_} ${other}`;
  return `${where === '' ? place.characteristic : where}: ${what}. Read what is marked on the ring, and gauge its bore, before anybody files`;
}

/** A class as it is stamped: "STD", "0.25 under". */
export const classText = (under: number, unit: LengthUnit): string =>
  under === 0
    ? 'STD'
    : `${showExact(nanometres(Math.round(Math.abs(under))), unit)} ${unitWord(unit)} ${under > 0 ? 'under' : 'over'}`;
/** Parts that run on each other and are made for another size than each other, with what it comes to. */
export function mismatchWords(pin: LimitsPin | undefined, mismatch: ClassMismatch): string {
  if (pin === undefined) return mismatch.about;
  const { claims, clearance, shift, of } = mismatch;
  const unit = claims.flatMap((each) => classUnit(pin, each.off))[0] ?? 'mm';
  const said = claims.map((each) => {
    const [name = ''] = slotWords(pin.model.layout, each.slot).split(', ');
    return `${name.toLowerCase()} ${each.by === 'marked' ? 'marked' : 'is by its size'} ${each.mark ?? classOff(each, unit)}`;
  });
  const comes =
    clearance === undefined
      ? `together ${differenceText(Math.abs(shift), unit)} ${unitWord(unit)} ${shift < 0 ? 'tighter' : 'wider'} than meant${of === 'gap' ? ', of the gap' : ''}`
      : `together the clearance would be ${betweenText(clearance.least, clearance.most, unit)} ${unitWord(unit)}`;
  const where = slotWords(pin.model.layout, mismatch.about).split(', ').slice(1).join(', ');
  return `${where === '' ? '' : `${where.charAt(0).toUpperCase()}${where.slice(1)}: `}${[...new Set(said)].join(', ')}; ${comes}`;
}
const classOff = ({ off }: ClassClaim, unit: LengthUnit): string =>
  off === 0
    ? 'standard'
    : `${showExact(nanometres(Math.abs(off)), unit)} ${unitWord(unit)} ${off < 0 ? 'under' : 'over'}`;
/** The unit in which the model prints the class. */
function classUnit({ model }: LimitsPin, off: number): readonly LengthUnit[] {
  const made = [
    ...(model.rebore?.oversizes ?? []),
    ...(model.layout.regrind ?? []).flatMap(({ undersizes }) => undersizes),
    ...(model.layout.boreClasses ?? []).map(({ size }) => ({ ...size, nm: size.nm - model.bore.nm })),
  ];
  return made.flatMap(({ nm, unit }) => (nm === Math.abs(off) ? [unit] : []));
}
