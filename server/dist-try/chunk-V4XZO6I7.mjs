import {
  otherUnit,
  showExact,
  showLength
} from "./chunk-27AA7MNU.mjs";
import {
  BOUNDS,
  LIFE_UNIT_OF,
  ZERO,
  baseValue,
  isLength,
  minus,
  parsePlaceKey,
  placeWords,
  quantityOf,
  unitKindOf,
  unitWord
} from "./chunk-CFPWUEHS.mjs";

// ../contract/src/evidence/life/life-words.ts
function countText(count) {
  const [whole = "0", part] = String(count).split(".");
  const parted = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, "\u202F") : whole;
  return part === void 0 ? parted : `${parted}.${part}`;
}
var countedIn = (characteristic) => LIFE_UNIT_OF[quantityOf(characteristic)];
function lifeWords({ unit, limit }) {
  const [min, max] = [limit.min ?? limit.serviceMin, limit.max ?? limit.serviceMax];
  const show = (count) => `${countText(count)} ${unit}`;
  if (min !== void 0 && max !== void 0) return `${countText(min)} to ${show(max)}`;
  if (min !== void 0) return `at least ${show(min)}`;
  return max === void 0 ? "no limit" : `at most ${show(max)}`;
}
var short = ({ count, orMore }) => `${countText(count)}${orMore === true ? "+" : ""}`;
var LIFE_WORDS = {
  short,
  figure: short,
  understood: ({ count, orMore }) => orMore === true ? `${countText(count)} or more, what was before is not known` : countText(count),
  margin: ({ verdict, life, partState }, { count, orMore }) => {
    const limit = life?.limit ?? {};
    const most = partState === "reused" ? limit.serviceMax ?? limit.max : limit.max;
    return verdict !== "loose" || most === void 0 ? "" : `by ${orMore === true ? "at least " : ""}${countText(Math.round((count - most) * 1e3) / 1e3)} ${life?.unit ?? ""}`;
  },
  notation: [
    ["17340", "as the counter or the papers show"],
    ["17340+", "as much or more: what was before is not known"]
  ]
};

// ../contract/src/words/state-words.ts
var WORDS = {
  in: "in",
  serviceable: "within wear limit",
  tight: "tight",
  loose: "loose",
  notProven: "not proven",
  noLimit: "no limit",
  withheld: "no verdict yet",
  notTaken: "not taken",
  spent: "spent",
  void: "void",
  contested: "contested",
  unsettled: "not settled",
  secondLook: "second look due",
  deferred: "deferred",
  notApplicable: "not applicable",
  declaredNotApplicable: "said not applicable"
};
function stateWord(state, characteristic) {
  if ((state === "tight" || state === "loose") && characteristic !== void 0)
    return characteristic.words[state];
  return WORDS[state];
}
function stateWordAt(pin, key, state) {
  const measured = parsePlaceKey(key)?.characteristic;
  return stateWord(
    state,
    pin?.characteristics.find(({ id }) => id === measured)
  );
}
var CORRECTION_WORDS = {
  typing: "typed wrongly",
  wrongPlace: "wrong place",
  wrongBlade: "wrong blade",
  takenBack: "taken back, measure again"
};
var endedWords = (why) => Object.hasOwn(CORRECTION_WORDS, why) ? CORRECTION_WORDS[why] : why;
var WITHHELD_WORDS = {
  contradiction: "the documents contradict each other",
  undecided: "two documents of the same standing differ",
  heldBack: "a row cannot be applied: the context does not say enough"
};

// ../contract/src/words/limit-words.ts
function showBound(limit, unit, below) {
  if (below !== void 0) {
    const turned = asInterference(limit);
    if (turned !== void 0) return `${below} ${showBound(turned, unit)}`;
  }
  const min = limit.min ?? limit.serviceMin;
  const max = limit.max ?? limit.serviceMax;
  if (min !== void 0 && min === max) return boundText(min, unit, "up");
  if (min !== void 0 && max !== void 0)
    return `${boundText(min, unit, "up")} to ${boundText(max, unit, "down")}`;
  if (min !== void 0) return `at least ${boundText(min, unit, "up")}`;
  return max === void 0 ? "no limit" : `at most ${boundText(max, unit, "down")}`;
}
function asInterference(limit) {
  const ends = [limit.min, limit.max, limit.serviceMin, limit.serviceMax].filter((end) => end !== void 0);
  if (ends.length === 0 || ends.some((end) => end > 0)) return void 0;
  const turn = (bound, end) => end === void 0 ? {} : { [bound]: minus(ZERO, end) };
  return {
    ...turn("max", limit.min),
    ...turn("min", limit.max),
    ...turn("serviceMax", limit.serviceMin),
    ...turn("serviceMin", limit.serviceMax)
  };
}
function boundText(value, unit, inward) {
  const exact = showExact(value, unit);
  const decimals = exact.split(".")[1]?.length ?? 0;
  const usual = unit === "thou" ? 1 : unit === "mm" ? 2 : unit === "in" ? 3 : 0;
  if (decimals <= usual) return showLength(value, unit, usual);
  return decimals <= usual + 1 ? exact : showLength(value, unit, usual + 1, inward);
}
var limitText = (inForce, unit, measured) => inForce.life !== void 0 ? lifeWords(inForce.life) : inForce.asks === void 0 ? showBound(inForce.limit, unit, measured?.below) : measured?.passes ?? "yes";
var judgedWindow = ({ limit, asks, life }, unit, measured) => {
  if (life !== void 0) return lifeWords(life);
  return asks === void 0 ? showBound(limit, unit, measured?.below) : measured?.passes ?? "yes";
};
function inForceWords(inForce, unit, measured) {
  if (inForce.state === "withheld") return WITHHELD_WORDS[inForce.why];
  if (inForce.state === "none") return "no limit";
  if (inForce.life !== void 0) return lifeWords(inForce.life);
  return inForce.asks !== void 0 ? `must be ${measured?.passes ?? "yes"}` : `${showBound(inForce.limit, unit, measured?.below)} ${unitWord(unit)}`;
}

// ../contract/src/words/limit-row-words.ts
var PLAIN_UNIT_WORDS = {
  Nm: "N\xB7m",
  lbfft: "lbf\xB7ft",
  lbfin: "lbf\xB7in",
  kgfm: "kgf\xB7m",
  deg: "\xB0",
  h: "h",
  cycles: "cycles",
  starts: "starts"
};
var figureUnitWord = (unit) => Object.hasOwn(PLAIN_UNIT_WORDS, unit) ? PLAIN_UNIT_WORDS[unit] : unitWord(unit);
function windowWords(min, max) {
  if (min !== void 0 && max !== void 0) {
    const same = min.unit === max.unit;
    return same ? `${min.text} to ${max.text}` : `${min.text} ${figureUnitWord(min.unit)} to ${max.text} ${figureUnitWord(max.unit)}`;
  }
  if (min !== void 0) return `at least ${min.text}`;
  return max === void 0 ? "" : `at most ${max.text}`;
}
function rowFigures({ printed, formula, rule, fitIs }) {
  const worn = windowWords(printed.serviceMin, printed.serviceMax);
  const said = windowWords(printed.min, printed.max);
  const window = said === "" || fitIs === void 0 ? said : `${fitIs} ${said}`;
  const parts = [
    rule?.kind === "spread" || rule?.kind === "match" ? "" : window,
    worn === "" ? "" : `worn ${worn}`,
    formula === void 0 ? "" : `${boundName(formula.bound)} ${formula.perDiameter} per unit of bore${formula.uplift === void 0 ? "" : ` and ${percent(formula.uplift)} more`}`,
    ruleFigures(rule, printed.max)
  ];
  return parts.filter((part) => part !== "").join("; ");
}
var percent = (share) => `${Number((share * 100).toPrecision(6))} %`;
var BOUND_NAMES = {
  min: "at least",
  max: "at most",
  serviceMin: "worn at least",
  serviceMax: "worn at most"
};
var boundName = (bound) => BOUND_NAMES[bound];
var GROUP_WORDS = {
  engine: "of the engine",
  bank: "of a bank",
  head: "under one head",
  journal: "on one journal",
  cylinder: "of a cylinder"
};
function ruleFigures(rule, max) {
  if (rule === void 0) return "";
  switch (rule.kind) {
    case "spread":
      return `${rule.of === "mids" ? "the mid heights of " : ""}all ${GROUP_WORDS[rule.across]} within ${max?.text ?? "?"}`;
    case "match":
      return `both ${GROUP_WORDS[rule.across]} alike within ${max?.text ?? "?"}`;
    case "relation":
      return `not smaller than ${addressIds(rule.notSmallerThan)}`;
    case "check":
      return rule.question;
    case "tighten":
      return rule.steps.map(
        ({ torque, angle }) => torque === void 0 ? `then ${angle?.text ?? ""}\xB0` : `${torque.text} ${figureUnitWord(torque.unit)}`
      ).concat(rule.lubricant === "" ? [] : [rule.lubricant]).join(", ");
    case "station":
      return `adds this station, ${rule.distance.text} ${figureUnitWord(rule.distance.unit)} deep`;
  }
}
var addressIds = ({ groove, member, station }) => [groove, member, station].filter((id) => id !== void 0).join("/");
function rowUnit({ printed }) {
  const figure = BOUNDS.map((bound) => printed[bound]).find((each) => each !== void 0);
  return figure === void 0 ? "" : figureUnitWord(figure.unit);
}
var rowStatement = (row) => [[rowFigures(row), rowUnit(row)].filter((part) => part !== "").join(" "), alsoWords(row)].filter((part) => part !== "").join("; ");
function alsoWords({ printed, also, unitChosenBy }) {
  if (also === void 0) return "";
  const [worn, window] = [windowWords(also.serviceMin, also.serviceMax), windowWords(also.min, also.max)];
  const unitOf = (of) => {
    const figure = BOUNDS.map((bound) => of[bound]).find((each) => each !== void 0);
    return figure === void 0 ? "" : figureUnitWord(figure.unit);
  };
  const figures = [window, worn === "" ? "" : `worn ${worn}`].filter((part) => part !== "").join("; ");
  const chosen = unitChosenBy === void 0 ? "" : `, which is another size: ${unitOf(printed)} counts, said by ${unitChosenBy}`;
  return `printed also as ${figures} ${unitOf(also)}${chosen}`;
}
function rowConverted({ printed }) {
  const figures = BOUNDS.flatMap((bound) => printed[bound] ?? []);
  const [first] = figures;
  if (first === void 0) return "";
  if (isLength(first)) {
    const unit = otherUnit(first.unit);
    const limit = Object.fromEntries(
      BOUNDS.flatMap((bound) => {
        const figure = printed[bound];
        return figure !== void 0 && isLength(figure) ? [[bound, figure.nm]] : [];
      })
    );
    return `${showBound(limit, unit)} ${unitWord(unit)}`;
  }
  if (unitKindOf(first.unit) !== "torque" || first.unit === "Nm") return "";
  return `${figures.map((figure) => baseValue(figure).toFixed(1)).join(" to ")} N\xB7m`;
}
function fitWords(row, characteristics, layout) {
  const what = characteristics.find(({ id }) => id === row.characteristic)?.name ?? row.characteristic;
  if (layout === void 0) return { what, ring: addressIds(row), station: "" };
  const at = {
    ...row.groove === void 0 ? {} : { groove: row.groove },
    ...row.member === void 0 ? {} : { member: row.member },
    ...row.station === void 0 ? {} : { station: row.station }
  };
  const words = placeWords(layout, { characteristic: row.characteristic, at });
  return {
    what,
    ring: words.ring === "" ? row.groove ?? "" : words.ring,
    station: words.station === "" ? row.station ?? "" : words.station
  };
}
var DIAMETER_WORDS = {
  nominal: "nominal bore",
  nominalPlusOversize: "nominal bore plus oversize",
  measured: "bore as measured"
};
function workedWords({ perDiameter, uplift, diameter, value }, unit, basis) {
  if (diameter === void 0 || value === void 0)
    return `${perDiameter} per unit of bore: the bore is not known`;
  const shown = unit === "thou" ? "in" : unit;
  const times = uplift === 0 ? "" : ` \xD7 ${Number((1 + uplift).toPrecision(12))}`;
  const size = (nm) => trimmed(nm, shown);
  const of = basis === void 0 ? "" : ` (${DIAMETER_WORDS[basis]})`;
  return `${perDiameter} \xD7 ${size(diameter)} ${unitWord(shown)}${times} = ${size(value)} ${unitWord(shown)}${of}`;
}
var trimmed = (nm, unit) => {
  const per = unit === "in" ? 254e5 : unit === "mm" ? 1e6 : 1e3;
  const [most, usual] = unit === "um" ? [1, 0] : unit === "mm" ? [4, 2] : [5, 3];
  const exact = String(Number((nm / per).toFixed(most)));
  return (exact.split(".")[1]?.length ?? 0) < usual ? (nm / per).toFixed(usual) : exact;
};
function questionWords(question) {
  const figure = ({ text, unit }) => `${text} ${figureUnitWord(unit)}`;
  if (question.kind === "unitsDisagree") {
    const [first, second] = [figure(question.first), figure(question.second)];
    return {
      words: `Row ${question.label}, ${boundName(question.bound)}: ${first} and ${second} are not the same size. Which one does the document go by?`,
      answers: [
        { value: "first", label: `${first} controls` },
        { value: "second", label: `${second} controls` }
      ]
    };
  }
  return {
    words: `Row ${question.label}: the remark states a second acceptance, \u201C${question.remark}\u201D.`,
    answers: [
      { value: "tableHolds", label: "The table holds; the remark stays a note" },
      { value: "wearLimit", label: `${question.figure} is the wear limit` }
    ]
  };
}
function movedWords({
  added,
  removed
}) {
  if (added.length === 0) return `${removed.join(", ")} no longer ${removed.length === 1 ? "holds" : "hold"}`;
  const instead = removed.length === 0 ? "" : ` in the place of ${removed.join(", ")}`;
  return `${added.join(", ")} arrived${instead}`;
}

export {
  countedIn,
  LIFE_WORDS,
  stateWord,
  stateWordAt,
  endedWords,
  WITHHELD_WORDS,
  showBound,
  boundText,
  limitText,
  judgedWindow,
  inForceWords,
  GROUP_WORDS,
  rowStatement,
  rowConverted,
  fitWords,
  workedWords,
  questionWords,
  movedWords
};
//# sourceMappingURL=chunk-V4XZO6I7.mjs.map
