import type { PlaceKey } from '../engines/place';
import { onceFor } from '../kernel/once-for';
import { revisionOfRow } from '../library/document';
import { judgedAt, judgedBy } from '../bench/places';
import { fitOf } from '../library/judged-fit';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { LimitNote } from '../library/limit-notes';
import type { PlaceStatus } from '../findings/place-status';
import { openMatters } from './open-matters';
import type { Finding, MattersSlice, OpenMatters } from './open-matters';

export type RuleFinding = Finding & { readonly kind: 'setRule' };
export type NoteFinding = Finding & { readonly kind: 'limitNote' };

/**
 * What the gate will ask about a reading that is good by itself: a rule over several readings that does not hold, or a limit
 * that somebody has to accept first. What is about the engine as a whole is nobody's place.
 */
export function findingsAt(state: MattersSlice, status: PlaceStatus): readonly (RuleFinding | NoteFinding)[] {
  if (status.reading === undefined || !status.accepted || status.conceded) return [];
  const { rules, notes } = sortedFindings(openMatters(state));
  const about = notes.filter(({ note }) => isNoteAbout(state, status, note));
  return [...(rules.get(status.key) ?? []), ...about];
}

/** The findings of each place, worked out once for all of them. */
const sortedFindings = onceFor(({ findings }: OpenMatters) => {
  const rules = new Map<PlaceKey, RuleFinding[]>();
  for (const finding of findings) {
    if (finding.kind !== 'setRule') continue;
    for (const place of finding.rule.places) rules.set(place, [...(rules.get(place) ?? []), finding]);
  }
  const notes = findings.filter((each): each is NoteFinding => each.kind === 'limitNote');
  return { rules, notes };
});

function isNoteAbout(state: MattersSlice, { place, reading }: PlaceStatus, note: LimitNote): boolean {
  const inForce = limitInForce(
    state,
    place,
    reading === undefined ? judgedAt(state, place) : judgedBy(reading.verdict),
  );
  const pin = currentPin(state);
  const rows = inForce.state === 'inForce' ? Object.values(inForce.sources) : [];
  switch (note.kind) {
    case 'serialOdd':
    case 'factRestated':
      return false;
    case 'otherMaker':
      return rows.some((row) => revisionOfRow(row) === note.document);
    case 'nominalDiameter':
      return rows.some((row) => note.rows.includes(row));
    case 'targetConflict':
      return pin !== undefined && note.fit === fitOf(pin, place);
  }
}
