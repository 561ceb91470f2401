import type { Condition, RouteFault, ShopRouteFault } from '@oak-gate/core';

/** Why a route cannot be followed. */
export function routeFaultWords(fault: RouteFault): string {
  switch (fault.kind) {
    case 'stageTwice':
      return `the stage ${fault.stage} comes twice`;
    case 'sheetTwice':
      return `the sheet ${fault.sheet} is taken at two gates`;
    case 'restsOnLater':
      return `${fault.stage} rests on ${fault.on}, which does not come before it`;
    case 'nobodyLooks':
      return 'no gate asks that the serial is read on the engine (identityConfirmed)';
    case 'sealedOver':
      return `the last gate seals the record: it has no sheet, waits for the gates before it (gatesBefore), and rests on every one; ${fault.stage} does not fit that`;
  }
}

/** What a gate waits for, in words. */
export const CONDITION_WORDS: Readonly<Record<Condition, string>> = {
  identityConfirmed: 'the serial is read on the engine',
  documentsCurrent: 'the documents are checked to be current',
  instrumentsInDate: 'the gauges are within their checks',
  placesAccepted: 'every place is accepted',
  findingsDecided: 'every finding is decided',
  gatesBefore: 'the gates before it are signed',
  mapComplete: 'the map of how everything was found is whole',
  partsRefitted: 'what ran in lies as it was found, and what is used up is new',
  partsInspected: 'every part that goes in again is looked at, and what was rejected is decided',
};
/** Why a route of a shop is not kept. */
export function shopRouteFaultWords(fault: ShopRouteFault): string {
  switch (fault.kind) {
    case 'leftOut':
      return `the gate ${fault.stage} always waits until ${CONDITION_WORDS[fault.condition]}`;
    case 'noSheet':
      return `nobody knows a sheet ${fault.sheet}`;
    case 'nothingCovered':
      return 'nothing says what its record covers';
    case 'nobodySigns':
      return `nobody signs at ${fault.stage}`;
    case 'lookWithoutSheet':
      return `a second look at ${fault.sheet} is asked for at ${fault.stage}, where it is not measured`;
    default:
      return routeFaultWords(fault);
  }
}
