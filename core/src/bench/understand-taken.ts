import { inputsOf, memberAt, quantityOf, questionsFor } from '../engines/characteristic';
import type { Characteristic } from '../engines/characteristic';
import { layoutReason } from '../engines/place';
import type { PlaceKey } from '../engines/place';
import type { PartRef } from '../engines/parts';
import { evidenceOf, readEvidence } from '../evidence/evidence';
import type { ReadFault } from '../evidence/evidence-rules';
import { bladeSizes, cardMarks } from '../instruments/instrument';
import type { Instrument } from '../instruments/instrument';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { currentPin } from '../library/limit-in-force';
import { LIFE_UNIT_OF } from '../quantity/figure';
import type { ReadingTaken } from './bench-events';
import type { BenchSlice, TakenText } from './bench-commands';
import { gaugeDoubt } from './gauge-doubt';
import { judgePlace } from './judge-place';
import { partsSeen } from './parts-seen';
import { characteristicOf, placeOf, unaskedReason } from './places';
import { settingOf, takenHow } from './taken-how';

/** Since these rules, a figure of a gauge that was set to a size is how far from it the size is. */
const DEVIATIONS_SINCE = 7;

/** Since these rules, what was taken although a question speaks against it is kept as void, with the reason. */
const UNFIT_KEPT_SINCE = 8;

export type Taken = Omit<ReadingTaken, 'place' | 'basedOn' | 'refines' | 'contests' | 'decides'>;

/** From the typed text to a judged reading, or to the first thing that is wrong with it. */
export function understand(
  state: BenchSlice,
  place: PlaceKey,
  said: TakenText,
  seen: readonly PartRef[],
  registered: Instrument | undefined,
): Result<Taken, Problem> {
  const { text, unit, answers, slip, typedFirst } = said;
  const where = placeOf(state, place);
  const characteristic = where === undefined ? undefined : characteristicOf(state, where);
  const layout = currentPin(state)?.model.layout;
  const kind = characteristic === undefined ? undefined : evidenceOf(characteristic);
  if (where === undefined || characteristic === undefined || layout === undefined || kind === undefined)
    return refuse('PLACE_UNKNOWN', { place });
  const byLayout = layoutReason(layout, where);
  if (byLayout !== undefined) return refuse('NOT_APPLICABLE_HERE', { place, reason: byLayout });
  if (characteristic.from !== undefined)
    return refuse('PLACE_DERIVED', { place, from: inputsOf(characteristic) });
  const tool = toolFor(state, characteristic, said.instrument, registered);
  if (!tool.ok) return tool;
  const instrument = tool.value;
  const parts = partsSeen(state, characteristic, where, seen);
  if (!parts.ok) return parts;
  // What was measured before the bore changed is evidence of the bore as it was.
  const reason = parts.value.late === null ? unaskedReason(state, where) : undefined;
  if (reason !== undefined) return refuse('NOT_APPLICABLE_HERE', { place, reason });

  const doubt =
    instrument === null || currentPin(state)?.judging?.coarse !== 'refuse'
      ? undefined
      : gaugeDoubt(state, where, parts.value.judged, instrument);
  if (doubt !== undefined && instrument !== null)
    return refuse('GAUGE_TOO_COARSE', { place, instrument: instrument.id, because: doubt.kind });
  const blades = instrument === null ? undefined : bladeSizes(instrument);
  const marks = instrument === null ? undefined : cardMarks(instrument);
  const setting = settingOf(characteristic, said, place);
  const isComparator = state.rules >= DEVIATIONS_SINCE && instrument !== null && blades === undefined;
  // A figure means nothing before it is known what the gauge was set to.
  if (isComparator && !setting.ok) return setting;
  const counts = LIFE_UNIT_OF[quantityOf(characteristic)];
  const entry = readEvidence(kind, {
    ...(isComparator && setting.ok && setting.value !== undefined
      ? { setting: { size: setting.value.size.nm, step: instrument.resolution } }
      : {}),
    text,
    ...(counts === undefined ? {} : { counts }),
    unit: unit ?? instrument?.unit ?? 'mm',
    allowNegative: characteristic.allowNegative,
    ...(blades === undefined ? {} : { blades }),
    ...(marks === undefined ? {} : { marks }),
  });
  if (!entry.ok) return entryFault(entry.code, place, text, instrument);
  if (instrument !== null && blades !== undefined) {
    if (entry.reading.kind === 'exact')
      return refuse('EXACT_FROM_FEELER', { place, instrument: instrument.id });
    if (entry.notes.includes('notInSet'))
      return refuse('BLADE_NOT_IN_SET', { place, instrument: instrument.id, text });
  }
  let unfit: string | undefined;
  for (const question of questionsFor(
    characteristic,
    memberAt(layout, where.at.groove, where.at.member),
    where.at,
  )) {
    const answer = answers.find((each) => each.question === question.id);
    if (answer === undefined) return refuse('QUESTION_OPEN', { place, question: question.text });
    if (answer.answer === 'yes') continue;
    if (state.rules < UNFIT_KEPT_SINCE) return refuse('QUESTION_SAYS_NO', { place, question: question.text });
    unfit ??= `${question.text} No.`;
  }
  if (!setting.ok) return setting;
  const how = takenHow(layout, characteristic, where, said);
  if (!how.ok) return how;
  const { elsewhere, ...takenSo } = how.value;
  unfit ??= elsewhere;
  return ok({
    text: text.normalize('NFC'),
    unit: entry.unit === null ? null : unit,
    unitUsed: entry.unit,
    reading: entry.reading,
    notes: entry.notes,
    ...(entry.stacks === undefined ? {} : { stacks: entry.stacks }),
    ...(entry.feel === undefined ? {} : { feel: entry.feel }),
    slip,
    ...(said.blind === undefined ? {} : { blind: said.blind }),
    ...(said.limitsHidden === undefined ? {} : { limitsHidden: said.limitsHidden }),
    ...(typedFirst === undefined ? {} : { typedFirst: typedFirst.normalize('NFC') }),
    instrument,
    ...(setting.value === undefined ? {} : { setting: setting.value }),
    ...takenSo,
    answers,
    parts: parts.value.refs,
    verdict: judgePlace(state, where, parts.value.judged, entry.reading, instrument?.uncertainty),
    late: parts.value.late,
    ...(unfit === undefined ? {} : { unfit }),
  });
}

/** The tool that is named, where one is used; nothing where it is enough to look. */
function toolFor(
  state: BenchSlice,
  { name, tools }: Characteristic,
  named: string | null,
  registered: Instrument | undefined,
): Result<Instrument | null, Problem> {
  if (named === null && tools.length === 0) return ok(null);
  if (registered === undefined || !Object.hasOwn(state.instruments, registered.id))
    return refuse('INSTRUMENT_NOT_TAKEN', { instrument: named ?? '' });
  return tools.includes(registered.kind)
    ? ok(registered)
    : refuse('INSTRUMENT_UNFIT', { instrument: registered.id, characteristic: name });
}

export function entryFault(
  fault: ReadFault,
  place: PlaceKey,
  typed: string,
  instrument: Instrument | null,
): ReturnType<typeof refuse> {
  const text = typed.length > 40 ? `${typed.slice(0, 40)}…` : typed;
  switch (fault) {
    case 'empty':
      return refuse('ENTRY_EMPTY', { place });
    case 'notAReading':
      return refuse('ENTRY_NOT_A_READING', { place, text });
    case 'mixedUnits':
      return refuse('ENTRY_MIXED_UNITS', { place, text });
    case 'negative':
      return refuse('ENTRY_NEGATIVE', { place, text });
    case 'order':
      return refuse('ENTRY_ORDER', { place, text });
    case 'notOnCard':
      return refuse('ENTRY_NOT_ON_CARD', {
        place,
        text,
        card: (instrument?.blades ?? []).map((mark) => mark.text),
      });
    case 'notACount':
      return refuse('ENTRY_NOT_A_COUNT', { place, text });
    case 'notYesOrNo':
      return refuse('ENTRY_NOT_YES_OR_NO', { place, text });
  }
}
