import type { KeyChange, RecordFault, RecordRemark } from '@oak-gate/core';
import type { NotARecord } from '../job/record-file';

/** What does not follow in a record, in words. */
export function faultWords(fault: RecordFault): string {
  switch (fault.kind) {
    case 'otherKey':
      return `The record is sealed with key ${fault.keyId}, and not with ${fault.expected}, which the shop's print names: somebody else sealed it.`;
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
    case 'behindSeal':
      return `Behind the seal stands entry ${fault.entry} (${fault.type}): only supplements with seals of their own belong there, and nobody signed this.`;
    case 'otherChain':
      return `Entry ${fault.entry} belongs to another chain (${fault.chain}).`;
    case 'timeRunsBack':
      return `Entry ${fault.entry} is older than the one before it, or has no time.`;
    case 'titleDiffers':
      return `The file calls itself "${fault.title}"; its entries are the "${fault.derived}".`;
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
      return `Entry ${remark.entry}: the words or the digest that were signed at the ${remark.gate} gate are not those recomputed here.`;
    case 'pinDiffers':
      return `Entry ${remark.entry}: ${remark.what}, pinned for this job (pin ${remark.pin}), is not what its documents and facts give.`;
    case 'notEntitled':
      return `Entry ${remark.entry} (${remark.type}): ${remark.person} was not entitled to it.`;
    case 'wouldBeRefused':
      return `Entry ${remark.entry} (${remark.type}) by ${remark.person}: by the rules of its day it would have been refused (${remark.code}).`;
    case 'decidedOtherwise':
      return `Entry ${remark.entry} (${remark.type}): by the rules of its day something else would have been written.`;
  }
}

/** How the shop's key changed, and whether that is proven. */
export function keyChangeWords({ from, to, reason, signatures }: KeyChange, isProven: boolean): string {
  if (signatures === null)
    return `key ${to.keyId} took the place of ${from}, which was lost, without the old key: ${reason}`;
  return isProven
    ? `key ${to.keyId} took the place of ${from}, signed by both: ${reason}`
    : `key ${to.keyId} is said to have taken the place of ${from}, and the signatures do not hold: ${reason}`;
}

/** What keeps a file from being a record, with what to do next. */
export function notARecordWords(fault: NotARecord): string {
  switch (fault.kind) {
    case 'byteOrderMark':
      return 'it begins with a byte-order mark, which no export of this program has: another program saved it. Export the record again and leave the file as it is';
    case 'empty':
      return 'it is empty. Export the record again';
    case 'notJson':
      return `it is broken: ${fault.message}. Export the record again, or copy the file once more`;
    case 'keys':
      return fault.because === 'twice'
        ? `the key "${fault.key}" stands twice in one place, so that it reads in two ways: nobody exported it so`
        : fault.because === 'forbidden'
          ? `it has a key "${fault.key}", which no record has: nobody exported it so`
          : 'it is nested deeper than any record';
    case 'form':
      return `${fault.message}${fault.path === '' ? '' : ` at ${fault.path}`}`;
    case 'entryForm':
      return `entry ${fault.entry} (${fault.type}) has something that its kind does not have, or not in that form, at ${fault.path}: nobody signed that`;
  }
}

/** Text from a file made safe for a terminal and a page: control characters and marks that turn the writing are shown, not obeyed. */
export const printable = (text: string): string =>
  text.replace(
    // eslint-disable-next-line no-control-regex -- these are what must not reach a terminal
    /[\u0000-\u001f\u007f-\u009f\u200b-\u200f\u2028-\u202e\u2060-\u2069\ufeff]/g,
    (mark) => `\\u${mark.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
