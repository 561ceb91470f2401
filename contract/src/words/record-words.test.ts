import type { RecordFault, RecordRemark } from '@oak-gate/core';
import { faultWords, printable, remarkWords } from './record-words';

/** One of each: the compiler asks for a line here whenever a kind is added. */
const FAULTS: { readonly [K in RecordFault['kind']]: [Extract<RecordFault, { kind: K }>, RegExp] } = {
  otherKey: [
    { kind: 'otherKey', keyId: 'k1', expected: 'k2' },
    /key k1, and not with k2.*somebody else sealed it/,
  ],
  behindSeal: [
    { kind: 'behindSeal', entry: 42, type: 'gateReopened' },
    /Behind the seal stands entry 42 \(gateReopened\).*nobody signed this/,
  ],
  otherChain: [
    { kind: 'otherChain', entry: 4, chain: 'job:X' },
    /Entry 4 belongs to another chain \(job:X\)/,
  ],
  timeRunsBack: [{ kind: 'timeRunsBack', entry: 4 }, /Entry 4 is older/],
  titleDiffers: [
    { kind: 'titleDiffers', title: 'A', derived: 'B' },
    /calls itself "A"; its entries are the "B"/,
  ],
  newerFormat: [{ kind: 'newerFormat', version: 9 }, /version 9: it was made by a newer program/],
  entryDoesNotFollow: [
    { kind: 'entryDoesNotFollow', entry: 7, type: 'readingTaken' },
    /^Entry 7 \(readingTaken\) does not follow .* changed, moved or left out/,
  ],
  endsElsewhere: [{ kind: 'endsElsewhere', entries: 41, sealed: 40 }, /closes 40 entries.*has 41 entries/],
  sealEntryMissing: [
    { kind: 'sealEntryMissing', entries: 40, expected: 41 },
    /has 40 entries.*should have 41/,
  ],
  sealEntryDiffers: [{ kind: 'sealEntryDiffers' }, /say different things/],
  supplementNotSealed: [
    { kind: 'supplementNotSealed', entry: 44 },
    /entry 44 is not closed by a seal of its own/,
  ],
  numberingBroken: [
    { kind: 'numberingBroken', entry: 5, found: 6 },
    /Where entry 5 should stand, there is entry 6/,
  ],
  signatureWrong: [{ kind: 'signatureWrong', keyId: 'k1' }, /not that of key k1/],
  doesNotReplay: [{ kind: 'doesNotReplay', entry: 3, type: 'x' }, /Entry 3 \(x\) cannot be read/],
};
const REMARKS: { readonly [K in RecordRemark['kind']]: [Extract<RecordRemark, { kind: K }>, RegExp] } = {
  newerProgram: [
    { kind: 'newerProgram', entry: 3, type: 'x', version: 2 },
    /Entry 3 \(x, version 2\).*was not read/,
  ],
  verdictDiffers: [
    {
      kind: 'verdictDiffers',
      entry: 12,
      place: 'ringGap@cylinder:1',
      recorded: 'in',
      recomputed: 'tight',
      ruleVersion: 1,
    },
    /Entry 12: recorded as in by rule version 1, recomputed as tight \(ringGap@cylinder:1\)/,
  ],
  pinDiffers: [
    { kind: 'pinDiffers', entry: 2, pin: 1, what: 'the limits' },
    /Entry 2: the limits.*\(pin 1\)/,
  ],
  notEntitled: [
    { kind: 'notEntitled', entry: 3, type: 'limitDecided', person: 'Ivo' },
    /Entry 3 \(limitDecided\): Ivo was not entitled/,
  ],
  wouldBeRefused: [
    { kind: 'wouldBeRefused', entry: 3, type: 'gateSigned', person: 'Ivo', code: 'MAY_NOT' },
    /Entry 3 \(gateSigned\) by Ivo.*refused \(MAY_NOT\)/,
  ],
  decidedOtherwise: [
    { kind: 'decidedOtherwise', entry: 3, type: 'readingTaken' },
    /Entry 3 \(readingTaken\).*something else would have been written/,
  ],
  gateDigestDiffers: [{ kind: 'gateDigestDiffers', entry: 20, gate: 'rings' }, /signed at the rings gate/],
};
test.each(Object.values(FAULTS))('what does not follow: %j', (fault, words) => {
  expect(faultWords(fault)).toMatch(words);
});
test.each(Object.values(REMARKS))('what is worth a look: %j', (remark, words) => {
  expect(remarkWords(remark)).toMatch(words);
});

test('nothing in a file commands a terminal: control characters are shown', () => {
  expect(printable('a\u001b[2Jb\u0007\u202ec\u009bd\ne')).toBe('a\\u001b[2Jb\\u0007\\u202ec\\u009bd\\u000ae');
  expect(printable('Åsa, 1.5 µm “x”')).toBe('Åsa, 1.5 µm “x”');
});
