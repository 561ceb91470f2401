import type { PartKind } from '../engines/characteristic';

/** What somebody suspects behind a defect, and what is looked at because of that. */
export const CAUSES = ['dirt', 'noOil', 'heat', 'water', 'knock', 'misfit'] as const;
export type Cause = (typeof CAUSES)[number];

/** A position at which a part failed: what else there is looked at because of it, whatever lies there now. */
export const FOLLOW_UPS: readonly { readonly of: PartKind; readonly on: readonly PartKind[] }[] = [
  { of: 'piston', on: ['bore', 'rod'] },
  { of: 'pin', on: ['rod'] },
  { of: 'rodShell', on: ['journal', 'rod'] },
  { of: 'shell', on: ['journal', 'mainCap'] },
  { of: 'rod', on: ['journal', 'cap'] },
  { of: 'cap', on: ['rod'] },
  { of: 'bolt', on: ['rod', 'cap'] },
  { of: 'bore', on: ['piston'] },
];
