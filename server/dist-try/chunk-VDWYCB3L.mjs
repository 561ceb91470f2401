// ../contract/src/words/issue-words.ts
var FORMS = {
  date: "not a date such as 2026-11-25",
  datetime: "not a time such as 2026-11-25T08:30:00.000Z",
  uuid: "not an id as this application makes them"
};
var KINDS = {
  string: "a text",
  number: "a number",
  int: "a whole number",
  boolean: "yes or no",
  array: "a list",
  object: "a group of fields"
};
var things = (count, of) => `${count} ${of}${Number(count) === 1 ? "" : "s"}`;
var ofOrigin = (origin) => origin === "string" ? "character" : origin === "array" || origin === "set" ? "entry" : void 0;
var counted = (count, of) => of === "entry" ? `${count} ${Number(count) === 1 ? "entry" : "entries"}` : things(count, of);
function issueWords(issue) {
  switch (issue.code) {
    case "invalid_type":
      return issue.input === void 0 || issue.input === null ? "nothing is there" : `not ${KINDS[issue.expected] ?? issue.expected}`;
    case "too_small": {
      const of = ofOrigin(issue.origin);
      if (of === void 0)
        return `${issue.inclusive === false ? "not more than" : "less than"} ${issue.minimum}`;
      return Number(issue.minimum) === 1 ? "nothing is there" : `fewer than ${counted(issue.minimum, of)}`;
    }
    case "too_big": {
      const of = ofOrigin(issue.origin);
      if (of === void 0)
        return `${issue.inclusive === false ? "not less than" : "more than"} ${issue.maximum}`;
      return `more than ${counted(issue.maximum, of)}`;
    }
    case "invalid_format":
      return FORMS[issue.format] ?? "not written as it must be";
    case "invalid_value":
      return `none of ${issue.values.map(String).join(", ")}`;
    case "unrecognized_keys":
      return `not known here: ${issue.keys.join(", ")}`;
    case "not_multiple_of":
      return `not a multiple of ${issue.divisor}`;
    default:
      return "not as it must be";
  }
}

export {
  issueWords
};
//# sourceMappingURL=chunk-VDWYCB3L.mjs.map
