import type { Finding, JobState, Layout, Task, Wait } from '@oak-gate/core';
import { showExact } from '@oak-gate/core';
import { placeWordsOf, unitWord } from './place-words';
import { stateWord, WITHHELD_WORDS } from './state-words';

const layoutOf = (state: JobState): Layout | undefined => state.pins.at(-1)?.model.layout;
const placeIn = (state: JobState, key: string): string => {
  const layout = layoutOf(state);
  return layout === undefined ? key : placeWordsOf(layout, key);
};

/** What a gate waits for, in plain words. */
export function waitWords(state: JobState, wait: Wait): string {
  switch (wait.kind) {
    case 'identity':
      return 'a second person to read the serial on the engine';
    case 'documents':
      return 'the documents to be checked as current';
    case 'noInstrument':
      return `an instrument for ${wait.characteristic.toLowerCase()}`;
    case 'instrumentDue':
      return `${wait.instrument}: due for its check on ${wait.dueOn}`;
    case 'place':
      return `${placeIn(state, wait.place)}: ${stateWord(wait.state as Parameters<typeof stateWord>[0])}`;
    case 'finding':
      return findingWords(state, wait.finding);
    case 'gate':
      return `the ${state.route.gates.find(({ stage }) => stage === wait.gate)?.label ?? wait.gate} gate`;
  }
}

/** A finding as a question that somebody must decide. */
export function findingWords(state: JobState, finding: Finding): string {
  switch (finding.kind) {
    case 'outOfLimits': {
      const asked = finding.asked === null ? '' : '; a concession is asked for';
      return `${placeIn(state, finding.place)} is ${finding.word}${asked}`;
    }
    case 'limitWithheld':
      return `${placeIn(state, finding.fit)}: ${WITHHELD_WORDS[finding.why]}`;
    case 'notApplicableDeclared':
      return `${placeIn(state, finding.place)} is said to be not applicable: ${finding.reason}`;
    case 'contested':
      return `${placeIn(state, finding.place)}: two people measured it`;
    case 'instrumentOutOfDate':
      return `${finding.instrument} was past its check on ${finding.dueOn}; ${finding.places.length} ${finding.places.length === 1 ? 'reading was' : 'readings were'} taken with it`;
  }
}

/** A task, as one would say it across the bench. */
export function taskWords(state: JobState, task: Task): string {
  if (task.kind === 'measure') {
    const again =
      task.because === 'spent' ? 'measure again' : task.because === 'notProven' ? 'prove it' : 'measure';
    return `${placeIn(state, task.place)}: ${again}`;
  }
  const { plan, stations } = task.advice;
  const unit = state.places[stations[0] ?? '']?.readings.at(-1)?.instrument.unit ?? 'mm';
  const where = placeIn(state, task.slot.replace('ring@', 'ring@'));
  if (plan.state !== 'file') return where;
  const count =
    stations.length === 1
      ? 'measure again'
      : stations.length === 2
        ? 'measure both stations'
        : `measure all ${stations.length} stations`;
  return `${where}: file ${showExact(plan.remove, unit)} ${unitWord(unit)}, ${count}`;
}
