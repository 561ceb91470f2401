import type { EvidenceRules } from '../evidence-rules';
import { splitFeel } from './blade-feel';
import { judge, SIZE_RULE_VERSION } from './judge-size';
import { readDeviation } from './read-deviation';
import { readEntry } from './read-entry';
import { readStrip } from './read-strip';
import type { SizeReading } from './size-reading';
import { canBothBe, isWithin, sizesComeTo, withKnown } from './sizes-together';

/** A length that was measured: with blades, or read from a tool. */
export const SIZE_RULES: EvidenceRules<SizeReading> = {
  ruleVersion: SIZE_RULE_VERSION,
  read: ({ setting, marks, ...typed }) => {
    if (marks !== undefined) return readStrip({ text: typed.text, unit: typed.unit, marks });
    if (setting === undefined && typed.blades !== undefined) {
      const { text, feel } = splitFeel(typed.text);
      const entry = readEntry({ ...typed, text });
      return entry.ok && feel !== undefined ? { ...entry, feel } : entry;
    }
    if (setting === undefined) return readEntry(typed);
    const { text, unit } = typed;
    const entry = readDeviation({ text, unit, setting: setting.size, step: setting.step });
    return entry.ok ? { ok: true, reading: entry.reading, unit, notes: entry.notes } : entry;
  },
  judge: ({ limit, reading, partState, uncertainty, rule }) =>
    judge({ limit, reading, partState, uncertainty, rule }),
  isWithin,
  together: withKnown,
  agree: canBothBe,
  comeTo: sizesComeTo,
};
