export const JOURNAL_KINDS = ['main', 'crankpin', 'camshaft'] as const;
export type JournalKind = (typeof JOURNAL_KINDS)[number];
