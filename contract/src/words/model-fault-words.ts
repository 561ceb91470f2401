import type { ModelFault, PlateFault } from '@oak-gate/core';

const PLATE_WORDS: Readonly<Record<PlateFault, string>> = {
  empty: 'Write a serial as it stands on a plate',
  noDigits: 'Only digits count: choose the digits by which its serials are counted',
  tooMany: 'At most fifteen digits count: choose the last ones',
};
const quoted = (name: string): string => (name.trim() === '' ? 'One without a name' : `“${name.trim()}”`);
/** What a field is called that is empty. */
const MISSING: Readonly<Record<string, string>> = {
  maker: 'Say who makes it',
  name: 'Say what it is called',
  frontLabel: 'Say what stands at its front: “fan end”, “propeller end”',
  label: 'Give it a name',
  partNumbers: 'Write the part numbers by which it is known',
  mark: 'Write the mark as it is stamped or painted',
  how: 'Say how it is looked at',
  reject: 'Say what is rejected',
};
const NONE: Readonly<Record<string, string>> = {
  cylinders: 'Say how many cylinders it has',
  grooves: 'It has no ring: add its grooves, from the crown down',
  stations: 'It has no station: say where gaps and bores are measured',
  contents: 'This kit has nothing in it: say what it holds',
};

/** A fault of a model, as it is said at its field and where its file is refused. */
export function modelFaultWords(fault: ModelFault): string {
  const field = String(fault.path.at(-1) ?? '');
  switch (fault.fault) {
    case 'missing':
      return MISSING[field] ?? 'is empty';
    case 'none':
      return NONE[field] ?? 'has none';
    case 'noSize':
      return fault.text === '' ? 'Write a size' : `“${fault.text}” is not a size above nothing`;
    case 'plate':
      return PLATE_WORDS[fault.plate];
    case 'notEven':
      return 'Two banks have the same number of cylinders: make it an even number';
    case 'idTwice':
      return `the id "${fault.id}" is there twice`;
    case 'nameTwice':
      return `${quoted(fault.name)} is there twice: nobody could tell them apart`;
    case 'samePlace':
      return `${quoted(fault.name)} stands where another cylinder is`;
    case 'unknown':
      return `there is no ${fault.what} "${fault.id}"`;
    case 'noMember':
      return `there is no member "${fault.member}" in groove "${fault.groove}"`;
    case 'forNothing':
      return 'is for nothing: say which rings are measured here, or what else is';
    case 'noStation':
      return `${quoted(fault.name)} has no station: say where its gap is taken`;
    case 'stationTwice':
      return 'lies at the same height as another station for the same: one of them is enough';
    case 'travelTurned':
      return 'The upper end of ring travel lies below the lower one';
    case 'underNoHead':
      return `${quoted(fault.name)} is under no head`;
    case 'underTwoHeads':
      return `${quoted(fault.name)} is under two heads`;
    case 'onNoPin':
      return `The rod of ${quoted(fault.name)} is on no crankpin`;
    case 'onTwoPins':
      return `The rod of ${quoted(fault.name)} is on two crankpins`;
    case 'noCount':
      return `Write how many: a number above nothing, at most ${fault.most.toLocaleString('en-GB').replaceAll(',', ' ')}`;
    case 'lifeTwice':
      return `its life in ${fault.counts} is there twice`;
    case 'asksNothing':
      return 'This design asks for nothing else than any other: say what is asked of it alone, or not of it';
    case 'bothWays':
      return `"${fault.characteristic}" is asked of it alone and not asked of it: one of both`;
    case 'kindTwice':
      return `the kind "${fault.kind}" is there twice`;
    case 'noAxis':
      return `a ${fault.kind} lies along ${fault.axis}, and this layout has none of these`;
  }
}
