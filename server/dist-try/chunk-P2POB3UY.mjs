import {
  AXIS_WORDS,
  DOCUMENT_WORD_WORDS
} from "./chunk-CFPWUEHS.mjs";

// ../contract/src/words/cell-words.ts
function cellWords(fault) {
  switch (fault.code) {
    case "COLUMN_MISSING":
      return "this column is missing";
    case "COLUMN_UNKNOWN":
      return "a limits table has no such column";
    case "COLUMN_TWICE":
      return "this column is there twice";
    case "CELL_EMPTY":
      return "this must be filled in";
    case "UNIT_UNKNOWN":
      return `"${fault.found}" is not a unit: use thou, in, mm, um, Nm, lbfft, lbfin, kgfm, deg, h, cycles or starts`;
    case "NOT_A_FIGURE":
      return `"${fault.found}" is not a figure`;
    case "NOT_A_NUMBER":
      return `"${fault.found}" is not a number`;
    case "ROW_TWICE":
      return `row "${fault.found}" is there twice`;
    case "BOUND_UNKNOWN":
      return `"${fault.found}" is not a bound: use min, max, service_min or service_max`;
    case "STATE_UNKNOWN":
      return `"${fault.found}" is not a part state: use new or reused`;
    case "MODEL_OUTSIDE":
      return `the document does not speak of model "${fault.found}"`;
    case "MIN_ABOVE_MAX":
      return `the minimum ${fault.min} is above the maximum ${fault.max}`;
    case "UNITS_DISAGREE":
      return `${fault.first} and ${fault.second} are not the same size: put the one that controls first, and say who chose it in \u201Cunit chosen by\u201D`;
    case "LINE_LONGER":
      return `this line has ${fault.cells} cells for ${fault.columns} columns: a decimal comma may have parted a figure`;
    case "CELL_DATE":
      return "the spreadsheet made a date of this: format the cell as text and type it again";
    case "CELL_ERROR":
      return `the spreadsheet shows an error here: ${fault.found}`;
    case "FORMULA_EMPTY":
      return "this is a formula that was never worked out: open and save the file in a spreadsheet program";
    case "AXIS_NOT_DECLARED":
      return `${fault.model} has nothing along ${fault.axes.map((axis) => AXIS_WORDS[axis]).join(" and ")}, where ${fault.characteristic} is measured: add that to the engine model first`;
    case "PLACE_NOT_SAID":
      return "say where it is measured";
    case "FIT_NOT_SAID":
      return "what is measured is not said: name it in a column, or for the whole table";
    case "FIT_UNKNOWN":
      return `what "${fault.found}" means here is not said yet: choose the fit`;
    case "NOT_A_RANGE":
      return `"${fault.found}" is not a range such as 0.38-0.52, or min 0.014`;
    case "NOT_A_DOCUMENT_WORD":
      return `"${fault.found}" is not a number or a revision: ${DOCUMENT_WORD_WORDS}`;
    case "NOT_A_DATE":
      return `"${fault.found}" is not a date: write year-month-day`;
    case "STATION_THERE":
      return `the engine has a station "${fault.found}" already`;
    case "NOT_A_FIT":
      return `"${fault.found}" can only be said of a fit of two parts, and this is one size`;
    case "TOO_LONG":
      return `this is too long: ${fault.found}`;
    case "UNIT_OF_OTHER_KIND":
      return `${fault.found} is no unit of ${fault.kind === "length" ? "a length" : fault.kind}`;
    case "AXIS_NOT_HERE":
      return `${fault.characteristic} has no ${fault.axis}: leave this empty`;
    case "ONE_OF":
      return `"${fault.found}" is not known here: use ${fault.known.join(", ")}`;
    case "NEEDED_BY_RULE":
      return `a row with the rule ${fault.rule} needs this`;
    case "NO_BOUND":
      return "the row states no bound and no formula";
    case "CHARACTERISTIC_UNKNOWN":
      return `"${fault.found}" is not measured here: use ${fault.known.join(", ")}`;
    case "NOT_IN_MODEL":
      return `${fault.model} has no ${fault.axis} "${fault.found}" here: it has ${fault.known.join(", ") || "none"}`;
  }
}

export {
  cellWords
};
//# sourceMappingURL=chunk-P2POB3UY.mjs.map
