import type { RouteFault } from '@oak-gate/core';

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
