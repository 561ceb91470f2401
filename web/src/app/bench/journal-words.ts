import { unitWord } from '@oak-gate/contract';
import { journalSays, showExact } from '@oak-gate/core';
import type { JobState, LengthUnit, Nanometres, Place } from '@oak-gate/core';

/** Of which class a journal is, and what the shells that are stamped otherwise would come to: a sentence each. */
export function journalWords(job: JobState, place: Place, unit: LengthUnit): readonly string[] {
  const says = journalSays(job, place);
  if (says === undefined) return [];
  const show = (nm: Nanometres): string => showExact(nm, unit);
  const word = unitWord(unit);
  const classWords = (nm: Nanometres): string => (nm === 0 ? 'standard' : `${show(nm)} ${word} under`);
  const { under, isSure, shells } = says;
  if (!isSure) return ['Its sizes lie between two classes: nobody can tell which shells it takes.'];
  const its = under === 0 ? 'It is standard' : `It is ground ${classWords(under)}`;
  if (shells === undefined) return [`${its}: its shells must be ${classWords(under)} as well.`];
  if (shells.fit) return [`${its}, and so are its shells.`];
  const { clearance } = shells;
  return [
    `${its}, and its shells are stamped ${classWords(shells.under)}: they are for another journal.`,
    ...(clearance === undefined
      ? []
      : [
          `With them the clearance would be ${show(clearance.least)} to ${show(clearance.most)} ${word}${clearance.least < 0 ? ': the shaft would not turn' : ''}.`,
        ]),
  ];
}
