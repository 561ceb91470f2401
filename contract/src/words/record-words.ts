import type { RecordFault, RecordRemark } from '@oak-gate/core';

/** What does not follow in a record, in words. */
export function faultWords(fault: RecordFault): string {
  switch (fault.kind) {
    case 'newerFormat':
      return `The file has format version ${fault.version}: it was made by a newer program.`;
    case 'entryDoesNotFollow':
      return `Entry ${fault.entry} (${fault.type}) does not follow from the one before it: it, or the one before it, was changed, moved or left out.`;
    case 'endsElsewhere':
      return `The seal closes ${fault.sealed} entries with another last hash than the one that is there; the file has ${fault.entries} entries.`;
    case 'sealEntryMissing':
      return `The file has ${fault.entries} entries; with its sealing entry it should have ${fault.expected}.`;
    case 'sealEntryDiffers':
      return 'The sealing entry in the chain and the seal of the file say different things.';
    case 'supplementNotSealed':
      return `The supplement in entry ${fault.entry} is not closed by a seal of its own that follows from it.`;
    case 'numberingBroken':
      return `Where entry ${fault.entry} should stand, there is entry ${fault.found}.`;
    case 'signatureWrong':
      return `The signature of the seal is not that of key ${fault.keyId}.`;
    case 'doesNotReplay':
      return `Entry ${fault.entry} (${fault.type}) cannot be read: it does not have the form of its kind.`;
  }
}

/** What is no sign of tampering, and yet worth a look. */
export function remarkWords(remark: RecordRemark): string {
  switch (remark.kind) {
    case 'newerProgram':
      return `Entry ${remark.entry} (${remark.type}, version ${remark.version}) was made by a newer program and was not read.`;
    case 'verdictDiffers':
      return `Entry ${remark.entry}: recorded as ${remark.recorded} by rule version ${remark.ruleVersion}, recomputed as ${remark.recomputed} (${remark.place}).`;
    case 'gateDigestDiffers':
      return `Entry ${remark.entry}: the digest that was signed at the ${remark.gate} gate is not the one recomputed here.`;
  }
}
