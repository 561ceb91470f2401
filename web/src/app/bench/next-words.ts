import {
  contestWords,
  leftWords,
  noteWords,
  partWords,
  placeInJob,
  ruleWords,
  saidWords,
  showBound,
  stateWord,
  unitWord,
  WITHHELD_WORDS,
} from '@oak-gate/contract';
import {
  characteristicOf,
  currentReading,
  evidenceOf,
  inputPlaces,
  whyNoValue,
  isSize,
  placeAt,
  placeKey,
  currentPin,
  findingsAt,
  intervalOf,
  leftAsIs,
  limitInForce,
  mendingCut,
  nearLimit,
  openMatters,
  partIn,
  reportsAt,
  shopTarget,
  showExact,
  slotsBehind,
} from '@oak-gate/core';
import type {
  Characteristic,
  Instrument,
  JobState,
  LimitsPin,
  JudgedPart,
  LengthUnit,
  PlaceStatus,
} from '@oak-gate/core';
import { benchUnit } from '../ui/bench-unit';
import { bladeStep } from './blade-words';
import { cutWords, filingWords, tightElsewhere } from './filing-words';
import { say } from './next-step';
import type { NextStep } from './next-step';

export function nextStep(
  job: JobState,
  status: PlaceStatus,
  instrument: Instrument | undefined,
  part: JudgedPart,
): NextStep {
  const unit = instrument?.unit ?? benchUnit(job);
  const characteristic = characteristicOf(job, status.place);
  const lacks =
    characteristic === undefined
      ? undefined
      : slotsBehind(job, characteristic, status.place).find(({ slot }) => partIn(job, slot) === undefined)
          ?.kind;
  if (status.conceded)
    return say('Out of limits, and accepted by a concession: the word stays on the record.');
  switch (status.state) {
    case 'in':
    case 'serviceable':
      return (
        findingWords(job, status, unit) ??
        leftStep(status) ??
        targetWords(job, status, part, unit) ??
        nearWords(status, unit) ??
        say(tightElsewhere(job, status, unit) ?? 'Nothing to do here.')
      );
    case 'tight':
    case 'loose': {
      const set = setStep(job, status);
      if (set !== undefined) return set;
      if (isHoleBelowShaft(status, characteristic))
        return say(
          'The hole is smaller than the shaft, and this is a clearance: were the two figures swapped, or is one of them of another part? Look before an inspector decides.',
          'decide',
        );
      if (characteristic?.filed === undefined)
        return say(`${wordFor(characteristic, status.state)}: an inspector decides.`, 'decide');
      if (status.state === 'tight') return filingWords(job, status, unit);
      return say(
        `Metal cannot be put back: try another ${partWords(currentPin(job)?.model.layout, characteristic.filed)[0]}, or an inspector decides.`,
        'replace',
      );
    }
    case 'notProven':
      return measureStep(job, status, characteristic, instrument, part, 'Not proven yet: ');
    case 'notTaken':
      return lacks !== undefined
        ? say(
            `No ${partWords(currentPin(job)?.model.layout, lacks)[0]} is fitted here: fit one before it is measured.`,
          )
        : measureStep(job, status, characteristic, instrument, part, '');
    case 'spent':
      if (characteristic?.from !== undefined) return derivedStep(job, status, characteristic);
      return {
        ...say(`Measure again: ${status.reading?.ended?.why ?? 'a part has changed'}.`),
        short: 'Measure again',
      };
    case 'void':
      return {
        ...say(`Measure again: the evidence was bad (${status.reading?.ended?.why ?? ''}).`),
        short: 'Measure again',
      };
    case 'contested':
      return say(
        `${sentence(contestWords(placeAt(job, placeKey(status.place))))}. Somebody who took none of them may measure once more; then an inspector who took none decides.`,
        'decide',
      );
    case 'secondLook': {
      const name = status.reading?.by.name ?? '';
      return say(
        `${name} found it ${stateWord(status.reading?.verdict.verdict ?? 'in', characteristic)}. Another person measures it without seeing that: until then the gate waits.`,
      );
    }
    case 'unsettled': {
      const [report] = reportsAt(job, status.place);
      const said = report === undefined ? '' : `${saidWords(report)}. `;
      return say(`${said}Was it done as well, or is it what stands there already?`, 'settle');
    }
    case 'withheld': {
      const inForce = limitInForce(job, status.place, part);
      const set = setStep(job, status);
      if (set !== undefined) return set;
      return say(
        `No verdict: ${inForce.state === 'withheld' ? WITHHELD_WORDS[inForce.why] : 'the limit waits'}. An inspector decides.`,
        'decide',
      );
    }
    case 'noLimit':
      return say('No document states a limit here. This never counts as good: ask the library steward.');
    case 'deferred':
      return say(`Deferred: ${status.reason ?? ''}. It holds the gate until it is measured.`);
    case 'notApplicable':
      return say(`Not measured here: ${status.reason ?? ''}`);
    case 'declaredNotApplicable':
      return say(`Said to be not applicable: ${status.reason ?? ''}. An inspector decides.`, 'decide');
  }
}

/** What is to be done where nothing is known yet: looked at, worked out from elsewhere, or measured. */
function measureStep(
  job: JobState,
  status: PlaceStatus,
  characteristic: Characteristic | undefined,
  instrument: Instrument | undefined,
  part: JudgedPart,
  before: string,
): NextStep {
  if (characteristic?.from !== undefined) return derivedStep(job, status, characteristic);
  switch (characteristic === undefined ? undefined : evidenceOf(characteristic)) {
    case 'yesNo':
      return { ...say(`${before}Look, and say yes or no.`), short: 'Yes or no?' };
    case 'size':
      // What is stamped, or read off a plate, takes no gauge.
      return characteristic?.tools.length === 0
        ? say(`${before}Look, and type what stands there.`)
        : bladeStep(job, status, instrument, part, before);
    case 'life':
      return say(
        `${before}Type what the counter or the papers show; with + behind it where there may be more.`,
      );
    default:
      return bladeStep(job, status, instrument, part, before);
  }
}
/** How much of what a value is worked out from is still to be measured. */
function derivedStep(job: JobState, { place, state }: PlaceStatus, characteristic: Characteristic): NextStep {
  const pin = currentPin(job);
  const open = (pin === undefined ? [] : inputPlaces(pin, characteristic, place)).flatMap((all) => {
    const left = all.filter((each) => currentReading(placeAt(job, placeKey(each))) === undefined);
    const [first] = all;
    const name = pin?.characteristics.find(({ id }) => id === first?.characteristic)?.name.toLowerCase();
    return left.length === 0 ? [] : [`${left.length} of ${all.length} of ${name ?? ''}`];
  });
  if (open.length > 0)
    return say(`Worked out by itself when the rest is measured: ${open.join(' and ')} to go.`);
  if (state === 'notProven')
    return say('What it is worked out from is not known closely enough: measure that finer.');
  switch (pin === undefined ? 'noUpperEnd' : whyNoValue(job, pin, characteristic, place)) {
    case 'otherwise':
      return say(
        `What it is worked out from was measured otherwise: it needs ${neededState(pin, characteristic)}.`,
      );
    case 'notMadeTo':
      return say('Nobody said which oversize is in this bore: it is worn from the size that it was made to.');
    case 'tooFew':
      return say('One size alone does not show it: it takes at least two.');
    case 'noUpperEnd':
      return say('What it is worked out from has no upper end yet: prove how large it is.');
  }
}
/** "shells in": the state in which what a value rests on must be measured. */
function neededState(pin: LimitsPin | undefined, { from }: Characteristic): string {
  for (const { conditions = [] } of pin?.characteristics ?? [])
    for (const { id, name, choices } of conditions)
      for (const choice of choices)
        if (id === from?.when?.condition && choice.id === from.when.is)
          return `${name.toLowerCase()} ${choice.text}`;
  return '';
}

/** Surely below nothing where the document asks for a clearance; an interference is meant to be so. */
function isHoleBelowShaft({ reading }: PlaceStatus, characteristic: Characteristic | undefined): boolean {
  if (characteristic?.from?.rule !== 'difference' || reading === undefined || !isSize(reading.reading))
    return false;
  const { min, serviceMin } = reading.verdict.limit;
  const least = min ?? serviceMin;
  return least !== undefined && least >= 0 && intervalOf(reading.reading).hi < 0;
}

/** The word of what is measured for a size that is too small or too large. */
function wordFor(characteristic: Characteristic | undefined, state: 'tight' | 'loose'): string {
  const word = characteristic?.words[state] ?? state;
  return word.charAt(0).toUpperCase() + word.slice(1);
}

/** What the gate will say of a reading that is in by itself, and the cut that would mend it. */
/** What the set says about a place that is out: its bore is gauged, or its ring read, before anybody files. */
function setStep(job: JobState, status: PlaceStatus): NextStep | undefined {
  const rules = openMatters(job).findings.flatMap((each) =>
    each.kind === 'setRule' && each.rule.places.includes(status.key) ? [each.rule] : [],
  );
  const other = rules.find(({ kind }) => kind === 'ringClass');
  if (other !== undefined)
    return { ...say(`${ruleWords(job, other)}.`, 'decide'), short: 'A ring of another class?' };
  const banks = rules.find(({ kind }) => kind === 'banks');
  if (banks === undefined) return undefined;
  return {
    ...say(`${ruleWords(job, banks)}.`, banks.banks?.toGauge === undefined ? 'decide' : 'bores'),
    short: 'Gauge the bores first',
  };
}

function findingWords(job: JobState, status: PlaceStatus, unit: LengthUnit): NextStep | undefined {
  const [finding] = findingsAt(job, status);
  if (finding === undefined) return undefined;
  if (finding.kind === 'limitNote')
    return say(
      `In by this limit, which somebody must accept first: ${noteWords(job, finding.note)}.`,
      'decide',
    );
  const { rule } = finding;
  if (rule.kind === 'banks') return setStep(job, status);
  const words = `In by itself, but ${ruleWords(job, rule)}.`;
  const plan = rule.kind === 'relation' && rule.state === 'broken' ? mendingCut(job, rule.places) : undefined;
  if (plan?.state !== 'file') return say(`${words} An inspector decides.`, 'decide');
  const [here = ''] = rule.places;
  const cut = `File ${cutWords(plan, unit, filedName(job, status))}`;
  if (here === status.key)
    return {
      ...say(`${words} ${cut}, and it holds.`, 'file'),
      short: `File ${showExact(plan.remove, unit)} ${unitWord(unit)}`,
    };
  const other = placeInJob(currentPin(job), here);
  return say(
    `${words} The other one can be filed (${other}): ${cutWords(plan, unit, filedName(job, status)).replace('this', 'that')}.`,
    'decide',
  );
}

/** In, and by less than the gauge may err: it is shown as what it is. */
function nearWords({ reading }: PlaceStatus, unit: LengthUnit): NextStep | undefined {
  const near = reading === undefined ? undefined : nearLimit(reading);
  if (near === undefined || reading === undefined) return undefined;
  const by =
    near.by === 0 ? 'In, and just at its limit' : `In by ${showExact(near.by, unit)} ${unitWord(unit)}`;
  const gauge = reading.instrument?.id ?? 'what it was worked out from';
  return say(
    `${by}; ${gauge} may err by ${showExact(near.uncertainty, unit)} ${unitWord(unit)}. By the simple rule that is in: a finer gauge would tell more.`,
  );
}

/** Somebody decided that it is good enough: no more is said of it. */
function leftStep({ reading }: PlaceStatus): NextStep | undefined {
  const left = reading === undefined ? undefined : leftAsIs(reading);
  return left === undefined ? undefined : say(`In, and ${leftWords(left)}. Nothing to do here.`);
}

/** What the part is called that is filed to open what is measured here. */
const filedName = (job: JobState, { place }: PlaceStatus): string =>
  partWords(currentPin(job)?.model.layout, characteristicOf(job, place)?.filed ?? 'ring')[0];

/** In, and outside what the shop aims for: said, and nothing more is asked. */
function targetWords(
  job: JobState,
  { place, reading }: PlaceStatus,
  part: JudgedPart,
  unit: LengthUnit,
): NextStep | undefined {
  const aim = shopTarget(job, place, part);
  if (aim === undefined || reading === undefined || !isSize(reading.reading)) return undefined;
  const { lo, hi } = intervalOf(reading.reading);
  const { min = -Infinity, max = Infinity } = aim.target;
  if (lo >= min && hi <= max) return undefined;
  const isSure = hi <= min || lo > max;
  return {
    ...say(
      `In, ${isSure ? 'and outside' : 'and not proven inside'} the shop’s own target of ${showBound(aim.target, unit)} ${unitWord(unit)}: nothing has to be done.`,
      reading.inputs === undefined ? 'leave' : 'none',
    ),
    why: aim.rows.map((row) => `${row.id}${row.note === '' ? '' : `: ${row.note}`}`).join('; '),
  };
}
const sentence = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
