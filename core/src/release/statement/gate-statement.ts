import { own } from '../../kernel/own';
import { digestOf } from '../../record/digest';
import type { GateSignature, GateStatement } from '../gates';
import type { GateSlice } from '../gate-waits';
import type { GateRule } from '../../route/route';
import { SECTIONS_NOW, STATEMENT_SECTIONS } from './sections';
import type { SectionVersions, StatementSection } from './sections';
import { gateStatement1 } from './statement-1';
import { gateStatement2 } from './statement-2';

/**
 * The third statement is made of sections by topic, and its words are those that were signed: they are part of the digest and
 * are never composed anew. The two before composed their words here, and stand beside this file as they were.
 */
export const STATEMENT_VERSION = 3;

/**
 * What a signature over the state behind a gate covers, as a digest.
 * @param words the sentences that the person signs
 * @param versions which sections, each in which version; those of today where nothing is said
 * @returns SHA-256 of the canonical statement, hex
 */
export function statementDigest(
  state: GateSlice,
  gate: GateRule,
  words: readonly string[],
  versions: SectionVersions = SECTIONS_NOW,
): string {
  const sections = Object.entries(versions).map(([topic, version]) => {
    const covers = coversOf(topic, version);
    return [topic, { version, covers: covers?.(state, gate) ?? null }] as const;
  });
  return digestOf({
    statement: STATEMENT_VERSION,
    gate: gate.stage,
    words,
    sections: Object.fromEntries(sections),
  });
}

/** A section in the version that was signed; none where this program does not know it, which then shows as a difference. */
function coversOf(topic: string, version: number): StatementSection['covers'] | undefined {
  const section = own<StatementSection>(STATEMENT_SECTIONS, topic);
  return section?.version === version ? section.covers : section?.older?.[version];
}

/** What this program makes of a statement that was signed: the same words and digest, if nothing was changed. */
export function statementAgain(
  state: GateSlice,
  gate: GateRule,
  { statement, words, sections }: Pick<GateSignature, 'statement' | 'words' | 'sections'>,
): GateStatement {
  switch (statement) {
    case 1:
      return gateStatement1(state, gate);
    case 2:
      return gateStatement2(state, gate);
    default:
      return { digest: statementDigest(state, gate, words, sections), words };
  }
}
