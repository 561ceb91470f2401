import {
  feelWords,
  marginWords,
  shortReading,
  stackWords,
  stateWord,
  understoodWords,
  wordsOf,
} from '@oak-gate/contract';
import {
  bladeSizes,
  cardMarks,
  knownBy,
  decimalLength,
  evidenceOf,
  judgePlace,
  LIFE_UNIT_OF,
  limitInForce,
  placeAt,
  placeKey,
  problem,
  quantityOf,
  readEvidence,
  roundToNanometres,
  saysNoMore,
  showExact,
  showLength,
  slipSuspects,
  splitFeel,
  standingAt,
  standTogether,
} from '@oak-gate/core';
import type {
  Characteristic,
  Instrument,
  JobState,
  JudgedPart,
  LengthUnit,
  Nanometres,
  Place,
  PlaceStateWord,
  Reading,
  ReadFault,
  Stood,
  Suspect,
  VerdictFact,
} from '@oak-gate/core';

/** What the bar says while somebody types. */
export interface Understanding {
  readonly kind: 'empty' | 'wrong' | 'read';
  readonly words: string;
  /** What stands here and cannot be true beside it. */
  readonly contradicts?: string;
  /** What it says by itself. */
  readonly typed?: Reading;
  readonly verdict: PlaceStateWord | undefined;
  readonly verdictWords: string;
  /** What was only inferred, and is asked about once: that inches were typed, or a size where a deviation was expected. */
  readonly inferred: 'inches' | 'size' | undefined;
  readonly suspects: readonly (Suspect & { readonly text: string })[];
}
const NOTHING: Understanding = {
  kind: 'empty',
  words: '',
  verdict: undefined,
  verdictWords: '',
  inferred: undefined,
  suspects: [],
};

const INFERRED_WORDS = { inches: 'read as inches', size: 'read as a size, not as a deviation' } as const;

const FAULT_CODES = {
  empty: 'ENTRY_EMPTY',
  notAReading: 'ENTRY_NOT_A_READING',
  mixedUnits: 'ENTRY_MIXED_UNITS',
  negative: 'ENTRY_NEGATIVE',
  order: 'ENTRY_ORDER',
  notYesOrNo: 'ENTRY_NOT_YES_OR_NO',
  notACount: 'ENTRY_NOT_A_COUNT',
  notOnCard: 'ENTRY_NOT_ON_CARD',
} as const satisfies Record<ReadFault, string>;

/** Reads the text as the record will read it, and judges it, before anything is written. */
export function understand(
  job: JobState,
  place: Place,
  characteristic: Characteristic,
  instrument: Instrument | undefined,
  part: JudgedPart,
  text: string,
  setTo?: Nanometres,
): Understanding {
  const kind = evidenceOf(characteristic);
  if (text.trim() === '' || kind === undefined) return NOTHING;
  const blades = instrument === undefined ? undefined : bladeSizes(instrument);
  const marks = instrument === undefined ? undefined : cardMarks(instrument);
  const unit = instrument?.unit ?? 'mm';
  const counts = LIFE_UNIT_OF[quantityOf(characteristic)];
  const entry = readEvidence(kind, {
    text,
    ...(counts === undefined ? {} : { counts }),
    unit,
    allowNegative: characteristic.allowNegative,
    ...(blades === undefined ? {} : { blades }),
    ...(marks === undefined ? {} : { marks }),
    ...(setTo === undefined || instrument === undefined || blades !== undefined
      ? {}
      : { setting: { size: setTo, step: instrument.resolution } }),
  });
  // A deviation is no size: nothing is re-read in another unit or by its decimal point.
  const suspects =
    setTo !== undefined || marks !== undefined || instrument === undefined
      ? []
      : suspectsOf(job, place, instrument, part, text);
  if (!entry.ok) {
    const code = FAULT_CODES[entry.code];
    const { what, next } = wordsOf(
      problem(code, {
        place: '',
        text: text.length > 40 ? `${text.slice(0, 40)}…` : text,
        card: (instrument?.blades ?? []).map((mark) => mark.text),
      }),
    );
    return { ...NOTHING, kind: 'wrong', words: `${what}. ${next}`, suspects };
  }
  const { reading, fact, before, contradicts } = besideKnown(job, place, characteristic, part, {
    reading: entry.reading,
    instrument,
    unit,
  });
  const notInSet = entry.notes.includes('notInSet');
  const last = entry.notes.includes('lastBlade') ? ' It is the thickest blade of the set.' : '';
  if (notInSet) {
    const { what, next } = wordsOf(
      problem('BLADE_NOT_IN_SET', { place: '', instrument: instrument?.id ?? '', text }),
    );
    return { ...NOTHING, kind: 'wrong', words: `${what}. ${next}`, suspects };
  }
  const inferred = entry.notes.includes('readAsInches')
    ? 'inches'
    : entry.notes.includes('readAsSize')
      ? 'size'
      : undefined;
  const margin = marginWords(fact, reading, unit);
  return {
    kind: 'read',
    typed: entry.reading,
    ...(contradicts === undefined ? {} : { contradicts }),
    words: `${[understoodWords(entry.reading, unit), stackWords(entry.stacks, unit), entry.feel === undefined ? '' : feelWords(entry.feel), inferred === undefined ? '' : INFERRED_WORDS[inferred], before].filter((part) => part !== '').join(', ')}.${last}`,
    verdict: fact.verdict,
    verdictWords: `${stateWord(fact.verdict, characteristic)}${margin === '' ? '' : `, ${margin}`}`,
    inferred,
    // What was read as inches is asked about as that, and not twice.
    suspects: inferred === undefined ? suspects : [],
  };
}

/** What is typed, put beside what stands at the place: what is known then, how that is judged, and what is said of it. */
function besideKnown(
  job: JobState,
  place: Place,
  characteristic: Characteristic,
  part: JudgedPart,
  typed: {
    readonly reading: Reading;
    readonly instrument: Instrument | undefined;
    readonly unit: LengthUnit;
  },
): {
  readonly reading: Reading;
  readonly fact: VerdictFact;
  readonly before: string;
  readonly contradicts?: string;
} {
  const { reading, instrument, unit } = typed;
  const judgedOf = (each: Pick<Stood, 'reading' | 'verdict'>): VerdictFact =>
    judgePlace(job, place, part, each.reading, each.verdict.uncertainty);
  const fact = judgePlace(job, place, part, reading, instrument?.uncertainty);
  const alone = { reading, fact, before: '' };
  const record = placeAt(job, placeKey(place));
  const all = standingAt(record);
  const [known] = all.filter(({ status }) => status === 'current');
  if (known === undefined || record.contested.length > 0) return alone;
  const mine: Stood = { seq: Infinity, by: known.by, reading, verdict: fact, instrument: instrument ?? null };
  const words = known.text;
  // In which state it is measured is said with it; whether that is another one is decided when it is recorded.
  if (!all.every((each) => standTogether(characteristic, withoutStates(each), mine)))
    return { ...alone, contradicts: words };
  const standing = knownBy([...all, mine], judgedOf);
  if (standing === undefined) return alone;
  if (standing.reading !== mine.seq)
    return {
      reading: standing.known,
      fact: standing.verdict,
      before: `agrees with ${words}, which is the worse and decides`,
    };
  const isAsTyped = saysNoMore(standing.known, reading) === saysNoMore(reading, standing.known);
  return {
    reading: standing.known,
    fact: standing.verdict,
    before: isAsTyped
      ? `agrees with ${words}`
      : `with ${words} from before ${shortReading(standing.known, unit)}`,
  };
}
function withoutStates({ conditions: _, ...rest }: Stood): Stood {
  return rest;
}

const NUMBER = /\d*[.,]?\d+|\d+[.,]?/g;
/**
 * Re-readings that would make sense where what is typed does not: found at its first number, and then said of every other one that
 * makes no sense either. An end that is right as it stands is left as it stands.
 */
function suspectsOf(
  job: JobState,
  place: Place,
  instrument: Instrument,
  part: JudgedPart,
  text: string,
): Understanding['suspects'] {
  const { unit } = instrument;
  const number = text.match(NUMBER)?.[0];
  const inForce = limitInForce(job, place, part);
  const bare = bladeSizes(instrument) === undefined ? text : splitFeel(text).text;
  if (number === undefined || inForce.state !== 'inForce' || /[a-zµμ"¼½¾]/i.test(bare)) return [];
  const { min, max } = inForce.limit;
  if (min === undefined && max === undefined) return [];
  const limit = { ...(min === undefined ? {} : { min }), ...(max === undefined ? {} : { max }) };
  const report = slipSuspects({ entered: number, unit, limit });
  const blades = bladeSizes(instrument);
  const typed = (each: string): Nanometres | undefined => decimalLength(each.replace(',', '.'), unit);
  const first = typed(number);
  // That not even the thinnest blade goes is what a closed gap looks like, and no slip.
  const thinnest = blades?.[0];
  if (first === undefined || (/^\s*</.test(text) && thinnest !== undefined && first === thinnest)) return [];
  return report.suspects.flatMap((suspect) => {
    const values = new Map<string, Nanometres>();
    for (const each of text.match(NUMBER) ?? []) {
      const isRight = each !== number && slipSuspects({ entered: each, unit, limit }).plausible;
      const value = isRight ? typed(each) : reread(each, suspect, first, unit);
      const found = blades === undefined ? value : onSet(each, value, suspect, blades);
      if (found === undefined) return [];
      values.set(each, found);
    }
    const again = text.replace(NUMBER, (each) => showExact(values.get(each) ?? first, unit));
    return [{ ...suspect, value: values.get(number) ?? suspect.value, text: again }];
  });
}
/** What a number says by a suspected slip: in the other unit, or with its point moved as far as that of the first one. */
function reread(
  number: string,
  suspect: Suspect,
  first: Nanometres,
  unit: LengthUnit,
): Nanometres | undefined {
  const text = number.replace(',', '.');
  if (suspect.reason === 'unit') return decimalLength(text, suspect.unit);
  const size = decimalLength(text, unit);
  if (size === undefined || first === 0) return undefined;
  const moved = Math.round(Math.log10(suspect.value / first));
  return roundToNanometres(moved < 0 ? size / 10 ** -moved : size * 10 ** moved);
}
/** The blade that is meant: of that size, or one that is marked so in the other system, with as many figures as were typed. */
function onSet(
  number: string,
  value: Nanometres | undefined,
  suspect: Suspect,
  blades: readonly Nanometres[],
): Nanometres | undefined {
  if (value === undefined) return undefined;
  const decimals = number.split(/[.,]/)[1]?.length ?? 0;
  const isMarked = (blade: Nanometres): boolean =>
    suspect.reason === 'unit' &&
    decimals > 0 &&
    showLength(blade, suspect.unit, decimals) === showLength(value, suspect.unit, decimals);
  return blades.find((blade) => blade === value) ?? blades.find(isMarked);
}
