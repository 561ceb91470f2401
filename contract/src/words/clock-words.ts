import type { ClockInDoubt, JobState } from '@oak-gate/core';

/** A moment as it is told of the clock: to the minute, in the time that the ledger is written in. */
const moment = (at: string): string => `${at.slice(0, 10)} ${at.slice(11, 16)} UTC`;

/** Why the clock is not believed. */
export function clockWords({ clock, expected, because }: ClockInDoubt): string {
  const [shown, due] = [moment(clock), moment(expected)];
  switch (because) {
    case 'jumped':
      return `The clock jumped: it says ${shown}, and it should be ${due}`;
    case 'beforeLast':
      return `The clock says ${shown}, and the last entry was made at ${due}`;
    case 'longAfter':
      return `The clock says ${shown}, more than a year after the last entry, of ${due}`;
  }
}
/** What a record says where its time runs back. */
export const clockPutRightWords = (
  { at, was, by, reason }: JobState['clockPutRight'][number],
  say: (at: string) => string = moment,
): string =>
  `put right on ${say(at)}; before that, entries are dated as late as ${say(was)}. ${by}: ${reason}`;
export const nothingSpeaksAgainst = (clock: string): string =>
  `The clock says ${moment(clock)}, and nothing speaks against it`;
