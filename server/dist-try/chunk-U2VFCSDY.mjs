import {
  kindOfContent
} from "./chunk-KNURXCUT.mjs";
import {
  BOUND_COLUMNS,
  DECISION_RULES,
  NEEDED_COLUMNS,
  TABLE_COLUMNS,
  textCells
} from "./chunk-VPFE72TC.mjs";
import {
  BOUNDS,
  DATUMS,
  FIGURE_UNITS,
  FIT_STATES,
  GROUPS,
  ProblemError,
  RULE_KINDS,
  SPREADS_OF,
  along,
  baseValue,
  figureOf,
  halfLastDigit,
  isDay,
  quantityOf,
  rowAxesOf,
  rowId,
  undeclaredAxes,
  unitKindOf,
  withUnit
} from "./chunk-CFPWUEHS.mjs";

// ../core/src/kernel/present.ts
function present(from) {
  return Object.fromEntries(Object.entries(from).filter(([, value]) => value !== void 0));
}

// ../core/src/library/limit-table/escape-formula.ts
var DANGEROUS = /^[=+\-@\t\r]/;
var ESCAPED = /^'(?='*[=+\-@\t\r])/;
var escapeFormula = (text) => DANGEROUS.test(text) || ESCAPED.test(text) ? `'${text}` : text;
var withoutEscape = (text) => text.replace(ESCAPED, "");

// ../core/src/library/limit-table/read-printed.ts
var UNIT_SPELLINGS = {
  thou: "thou",
  th: "thou",
  mil: "thou",
  in: "in",
  "in.": "in",
  inch: "in",
  inches: "in",
  '"': "in",
  "\u201D": "in",
  mm: "mm",
  um: "um",
  \u00B5m: "um",
  \u03BCm: "um",
  micron: "um",
  microns: "um",
  nm: "Nm",
  "n\xB7m": "Nm",
  "n.m": "Nm",
  "n m": "Nm",
  "lbf.ft": "lbfft",
  "lbf ft": "lbfft",
  lbfft: "lbfft",
  "lb.ft": "lbfft",
  "ft.lb": "lbfft",
  "ft lb": "lbfft",
  "lbf.in": "lbfin",
  "lbf in": "lbfin",
  lbfin: "lbfin",
  "kgf.m": "kgfm",
  "kgf m": "kgfm",
  kgfm: "kgfm",
  deg: "deg",
  degrees: "deg",
  "\xB0": "deg",
  h: "h",
  hours: "h",
  hrs: "h",
  cycles: "cycles",
  starts: "starts"
};
var unitFrom = (word) => UNIT_SPELLINGS[word.trim().toLowerCase().replace(/\s+/g, " ")];
var NUMBER = String.raw`(?:\d+[ -]\d+\/\d+|\d+\/\d+|\d+(?:[.,]\d*)?|[.,]\d+)`;
var UNIT = String.raw`(?:\s*([a-zµμ."”°·][a-zµμ.·" ]*?))?`;
var DASH = String.raw`\s*(?:-|–|—|−|\.\.\.?|…|to)\s*`;
var ONE = new RegExp(`^(${NUMBER})${UNIT}$`, "i");
var RANGE = new RegExp(`^(${NUMBER})${UNIT}${DASH}(${NUMBER})${UNIT}$`, "i");
var AROUND = new RegExp(`^(${NUMBER})${UNIT}\\s*(?:\xB1|\\+\\/?-)\\s*(${NUMBER})${UNIT}$`, "i");
var LEAST = /^(?:min(?:imum)?\.?|at least|not (?:less|smaller) than|≥|>=)\s*(.+)$|^(.+?)\s*(?:min(?:imum)?\.?|or more)$/i;
var MOST = /^(?:max(?:imum)?\.?|at most|not (?:more|larger) than|up to|≤|<=)\s*(.+)$|^(.+?)\s*(?:max(?:imum)?\.?|or less)$/i;
var MARK = /(?:[*†‡§¶#]+|[¹²³⁴-⁹⁰]+|\s?\[\w{1,2}\]|(?<=[\d"m)])\s\(?[a-z\d]\)$)/giu;
var IN_BRACKETS = /^(.*?\d.*?)\s*[([](.*\d.*?[a-zµ"°].*)[)\]]$/i;
function readPrinted(text, unit) {
  const { bare, marks } = withoutMarks(text.replace(/[\u00A0\u2009\u202F]/g, " ").trim());
  const both = IN_BRACKETS.exec(bare);
  const first = stated(both?.[1] ?? bare, unit);
  if (typeof first === "string") return { ok: false, because: first };
  if (both?.[2] === void 0) return { ok: true, cell: { ...first, marks } };
  const second = stated(both[2], void 0);
  return typeof second === "string" ? { ok: false, because: second } : { ok: true, cell: { ...first, second, marks } };
}
function withoutMarks(text) {
  const marks = [];
  const bare = text.replace(MARK, (mark) => {
    marks.push(mark.trim());
    return "";
  }).trim();
  return { bare, marks };
}
function stated(text, unit) {
  const trimmed = text.trim();
  const ends = (match) => {
    const [, low = "", lowUnit, high = "", highUnit] = match;
    const spoken = highUnit ?? lowUnit;
    const last = figure(high, spoken, unit);
    if (typeof last === "string") return last;
    const first = figure(low, lowUnit ?? highUnit, unit);
    return typeof first === "string" ? first : [first, last];
  };
  const around = AROUND.exec(trimmed);
  if (around !== null) {
    const both = ends(around);
    return typeof both === "string" ? both : widened(both[0], both[1]);
  }
  const range = RANGE.exec(trimmed);
  if (range !== null && ONE.exec(trimmed) === null) {
    const both = ends(range);
    return typeof both === "string" ? both : { min: both[0], max: both[1] };
  }
  const least = LEAST.exec(trimmed);
  if (least !== null) return asEnd("min", least[1] ?? least[2] ?? "", unit);
  const most = MOST.exec(trimmed);
  if (most !== null) return asEnd("max", most[1] ?? most[2] ?? "", unit);
  const one = ONE.exec(trimmed);
  if (one === null) return "figure";
  const value = figure(one[1] ?? "", one[2], unit);
  return typeof value === "string" ? value : { value };
}
function asEnd(end, text, unit) {
  const one = ONE.exec(text.trim());
  if (one === null) return "figure";
  const value = figure(one[1] ?? "", one[2], unit);
  return typeof value === "string" ? value : { [end]: value };
}
function widened(middle, by) {
  const decimals = Math.max(...[middle, by].map(({ text }) => /[.,](\d*)$/.exec(text)?.[1]?.length ?? 0));
  const number = ({ text }) => Number(text.replace(",", "."));
  if (![middle, by].every((each) => Number.isFinite(number(each)))) return "figure";
  const at = (value) => value < 0 ? void 0 : figureOf(value.toFixed(decimals), middle.unit);
  const min = at(number(middle) - number(by));
  const max = at(number(middle) + number(by));
  return min === void 0 || max === void 0 ? "figure" : { min, max };
}
function figure(text, word, unit) {
  const spoken = word === void 0 ? unit : unitFrom(word);
  if (spoken === void 0) return word === void 0 ? "unit" : "figure";
  return figureOf(text, spoken) ?? "figure";
}

// ../core/src/library/limit-table/row-cells.ts
function readNumber(cells, wrong, use) {
  const text = cells.text(use).replace(",", ".");
  if (/^\d{1,15}(\.\d{1,20})?(e-?\d{1,2})?$/i.test(text)) return Number(text);
  wrong(use, { code: "NOT_A_NUMBER", found: cells.text(use).slice(0, 40) });
  return void 0;
}

// ../core/src/library/limit-table/read-applies-to.ts
function readAppliesTo(cells, wrong, models) {
  const list = (use) => cells.text(use).split(/[;|]/).map((each) => each.trim()).filter((each) => each !== "");
  const some = (items) => items.length === 0 ? void 0 : items;
  const outside = list("models").find((id) => !models.some((model) => model.id === id));
  if (outside !== void 0) wrong("models", { code: "MODEL_OUTSIDE", found: outside });
  const states = list("part_states");
  const oddState = states.find((each) => !FIT_STATES.includes(each));
  if (oddState !== void 0) wrong("part_states", { code: "STATE_UNKNOWN", found: oddState });
  const serial = (use) => cells.text(use) === "" ? void 0 : readNumber(cells, wrong, use);
  const date = (use) => {
    const text = cells.text(use);
    if (text === "") return void 0;
    if (!isDay(text)) wrong(use, { code: "NOT_A_DATE", found: text });
    return text;
  };
  const oversizes = list("oversizes").flatMap((text) => {
    const read2 = readPrinted(text, void 0);
    const figure2 = read2.ok ? read2.cell.value : void 0;
    if (figure2 !== void 0 && "nm" in figure2) return [figure2.nm];
    wrong("oversizes", { code: "NOT_A_FIGURE", found: text });
    return [];
  });
  return present({
    models: some(list("models")),
    serialFrom: serial("serial_from"),
    serialTo: serial("serial_to"),
    partNumbers: some(list("part_numbers")),
    oversizes: some(oversizes),
    pistonMaterials: some(list("piston_materials")),
    duties: some(list("duties")),
    buildFrom: date("build_from"),
    buildTo: date("build_to"),
    partStates: some(states.filter((each) => each !== oddState))
  });
}

// ../core/src/library/limit-table/two-units.ts
var agree = (a, b) => unitKindOf(a.unit) === unitKindOf(b.unit) && // A thousandth of the last digit allows for torque conversions, which are not exact.
Math.abs(baseValue(a) - baseValue(b)) <= Math.max(halfLastDigit(a), halfLastDigit(b)) * 1.001;
var ACCEPTS = /\b(accept\w*|permi\w+|allow\w*|may be (?:used|re-?used)|serviceable|tolerat\w*|still good|up to)\b/i;
var SAYS_FIGURE = /(\d+(?:[.,]\d+)?|[.,]\d+)\s*(thou|in\b|"|mm|um|µm|N·?m|lbf[. ]?ft|deg|°|h\b|hours)?/i;
function secondAcceptance(remark) {
  if (!ACCEPTS.test(remark)) return void 0;
  const found = SAYS_FIGURE.exec(remark);
  if (found?.[1] === void 0) return void 0;
  return { text: found[1], ...found[2] === void 0 ? {} : { unit: found[2] } };
}

// ../core/src/library/limit-table/read-figures.ts
function readUnit(cells, wrong, characteristic, everywhere) {
  const found = cells.text("unit");
  if (found !== "") {
    const unit = FIGURE_UNITS.find((each) => each.toLowerCase() === found.toLowerCase()) ?? unitFrom(found);
    if (unit === void 0) wrong("unit", { code: "UNIT_UNKNOWN", found });
    return { unit };
  }
  const needsOne = quantityOf(characteristic) !== "check" && cells.has("unit") && everywhere === void 0;
  if (needsOne && BOUNDS.some((bound) => cells.text(BOUND_COLUMNS[bound]) !== ""))
    wrong("unit", { code: "CELL_EMPTY" });
  return { unit: everywhere };
}
var ENDS = { min: "min", max: "max", service_min: "serviceMin", service_max: "serviceMax" };
function readFigures(cells, wrong, rowUnit, wear) {
  const figures = { printed: {}, second: {}, marks: [] };
  const read2 = (use) => {
    const text = cells.text(use);
    if (/^(?:-|–|—|n\/?a|none)?$/i.test(text.trim())) return void 0;
    const unit = cells.unit(use) ?? rowUnit;
    const outcome = readPrinted(text, unit);
    if (outcome.ok) {
      figures.marks.push(...outcome.cell.marks);
      return outcome.cell;
    }
    if (outcome.because === "figure")
      wrong(use, { code: use.includes("range") ? "NOT_A_RANGE" : "NOT_A_FIGURE", found: text.slice(0, 40) });
    else if (cells.text("unit") === "" && !cells.has("unit")) wrong(use, { code: "UNIT_UNKNOWN", found: "" });
    return void 0;
  };
  for (const [column, bound] of Object.entries(ENDS)) {
    const cell = read2(column);
    if (cell === void 0) continue;
    const end = bound.endsWith("in") ? "min" : "max";
    const figure2 = cell.value ?? (cell.min === void 0 || cell.max === void 0 ? cell[end] : void 0);
    if (figure2 === void 0) wrong(column, { code: "NOT_A_FIGURE", found: cells.text(column).slice(0, 40) });
    else figures.printed[bound] = figure2;
    const again2 = cell.second?.value ?? cell.second?.[end];
    if (again2 !== void 0) figures.second[bound] = again2;
  }
  const range = (use, low, high) => {
    const cell = read2(use);
    if (cell === void 0) return;
    const worn = wear === "grows" ? high : wear === "shrinks" ? low : void 0;
    if (cell.value !== void 0 && use === "service_range" && worn !== void 0)
      figures.printed[worn] = cell.value;
    else if (cell.value !== void 0)
      wrong(use, { code: "NOT_A_RANGE", found: cells.text(use).slice(0, 40) });
    if (cell.min !== void 0) figures.printed[low] = cell.min;
    if (cell.max !== void 0) figures.printed[high] = cell.max;
    if (cell.second?.min !== void 0) figures.second[low] = cell.second.min;
    if (cell.second?.max !== void 0) figures.second[high] = cell.second.max;
  };
  range("range", "min", "max");
  range("service_range", "serviceMin", "serviceMax");
  for (const [use, end] of [
    ["second_min", "min"],
    ["second_max", "max"]
  ]) {
    const cell = read2(use);
    const figure2 = cell?.value ?? cell?.[end];
    if (figure2 !== void 0) figures.second[end] = figure2;
  }
  const again = read2("second_range");
  if (again?.min !== void 0) figures.second.min = again.min;
  if (again?.max !== void 0) figures.second.max = again.max;
  return figures;
}
function settleUnits({ printed, second }, choose) {
  const settled = { ...printed };
  const also = {};
  let wasChosen = false;
  for (const bound of BOUNDS) {
    const first = printed[bound];
    const other = second[bound];
    if (other === void 0) continue;
    if (first === void 0) {
      settled[bound] = other;
      continue;
    }
    const chosen = agree(first, other) ? void 0 : choose(bound, first, other);
    wasChosen ||= chosen !== void 0;
    const isSecond = chosen === "second";
    settled[bound] = isSecond ? other : first;
    also[bound] = isSecond ? first : other;
  }
  return { printed: settled, also, wasChosen };
}
function addWearLimit(printed, acceptance, rowUnit, wrong) {
  const unit = (acceptance.unit === void 0 ? void 0 : unitFrom(acceptance.unit)) ?? printed.max?.unit ?? printed.min?.unit ?? rowUnit;
  const read2 = readPrinted(acceptance.text, unit);
  const figure2 = read2.ok ? read2.cell.value : void 0;
  if (figure2 === void 0) {
    wrong("remark", { code: "NOT_A_FIGURE", found: acceptance.text });
    return;
  }
  const isBelow = printed.min !== void 0 && baseValue(figure2) < baseValue(printed.min);
  printed[isBelow ? "serviceMin" : "serviceMax"] = figure2;
}
function checkCrossing(printed, wrong) {
  for (const [low, high] of [
    ["min", "max"],
    ["serviceMin", "serviceMax"]
  ]) {
    const [min, max] = [printed[low], printed[high]];
    if (min !== void 0 && max !== void 0 && baseValue(min) > baseValue(max))
      wrong(BOUND_COLUMNS[low], { code: "MIN_ABOVE_MAX", min: min.text, max: max.text });
  }
}

// ../core/src/library/limit-table/read-rule.ts
function readRule(cells, wrong, characteristic) {
  const kind = cells.text("rule");
  if (kind === "") return void 0;
  const needed = (use) => {
    const text = cells.text(use);
    if (text === "") wrong(use, { code: "NEEDED_BY_RULE", rule: kind });
    return text;
  };
  const oneOf = (use, known) => {
    const text = needed(use);
    const found = known.find((each) => each === text);
    if (text !== "" && found === void 0) wrong(use, { code: "ONE_OF", found: text, known });
    return found;
  };
  switch (kind) {
    case "spread": {
      const across = oneOf("across", GROUPS);
      const of = cells.text("spread_of") === "" ? void 0 : oneOf("spread_of", SPREADS_OF);
      return across === void 0 ? void 0 : { kind, across, ...of === void 0 ? {} : { of } };
    }
    case "match": {
      const across = oneOf("across", GROUPS);
      return across === void 0 ? void 0 : { kind, across };
    }
    case "relation": {
      const text = needed("not_smaller_than");
      if (text === "") return void 0;
      const parts = text.split("/").map((part) => part.trim());
      const axes = rowAxesOf(characteristic);
      if (parts.length !== axes.length) {
        wrong("not_smaller_than", { code: "ONE_OF", found: parts.join("/"), known: [axes.join("/")] });
        return void 0;
      }
      return { kind, notSmallerThan: Object.fromEntries(axes.map((axis, i) => [axis, parts[i] ?? ""])) };
    }
    case "check": {
      const question = needed("question");
      return question === "" ? void 0 : { kind, question };
    }
    case "tighten": {
      const text = needed("steps");
      const steps = text === "" ? void 0 : readSteps(text, wrong);
      return steps === void 0 ? void 0 : { kind, steps, lubricant: cells.text("lubricant") };
    }
    case "station": {
      const datum = oneOf("datum", DATUMS);
      const text = needed("distance");
      if (text === "") return void 0;
      const read2 = readPrinted(text, cells.unit("distance"));
      const distance = read2.ok ? read2.cell.value : void 0;
      if (distance === void 0 || !("nm" in distance)) {
        wrong("distance", { code: "NOT_A_FIGURE", found: text });
        return void 0;
      }
      return datum === void 0 ? void 0 : { kind, label: cells.text("station_label"), datum, distance };
    }
    default:
      wrong("rule", { code: "ONE_OF", found: kind, known: RULE_KINDS });
      return void 0;
  }
}
function readSteps(text, wrong) {
  const steps = [];
  for (const part of text.split(";").map((each) => each.trim()).filter((each) => each !== "")) {
    const read2 = readPrinted(part, void 0);
    const figure2 = read2.ok ? read2.cell.value : void 0;
    if (figure2 === void 0 || "nm" in figure2 || figure2.unit === "h") {
      wrong("steps", { code: "NOT_A_FIGURE", found: part });
      return void 0;
    }
    steps.push(figure2.unit === "deg" ? { angle: figure2 } : { torque: figure2 });
  }
  if (steps.length > 0) return steps;
  wrong("steps", { code: "NOT_A_FIGURE", found: text });
  return void 0;
}

// ../core/src/library/limit-table/read-row.ts
var stationText = ({ groove, member, station }) => `${groove ?? ""}/${member ?? ""}/${station ?? ""}`;
function readRow({ revision, models, characteristics, mapping, answers = {}, by }, cells, wrong, { line, index, seen, footnotes, stationsAdded }) {
  const label = readLabel(cells, wrong, index, seen);
  const meaning = readFit(cells, wrong, mapping?.fits, mapping?.characteristic);
  const characteristic = characteristics.find(({ id: id2 }) => id2 === meaning?.characteristic);
  if (characteristic === void 0) {
    if (meaning !== void 0)
      wrong(cells.has("characteristic") ? "characteristic" : "fit", {
        code: "CHARACTERISTIC_UNKNOWN",
        found: meaning.characteristic,
        known: characteristics.map(({ id: id2 }) => id2)
      });
    return { row: void 0, questions: [] };
  }
  const appliesTo = readAppliesTo(cells, wrong, models);
  const rule = readRule(cells, wrong, characteristic);
  const address = readAddress(characteristic, meaning, rule?.kind === "station", wrong, cells.has("fit"));
  const spoken = models.filter(({ id: id2 }) => appliesTo.models === void 0 || appliesTo.models.includes(id2));
  for (const { name: model, layout } of spoken) {
    const axes = undeclaredAxes(layout, characteristic);
    if (axes.length > 0)
      wrong(cells.has("characteristic") ? "characteristic" : "fit", {
        code: "AXIS_NOT_DECLARED",
        axes,
        characteristic: characteristic.name,
        model
      });
  }
  const addsStation = rule?.kind === "station";
  const isAdded = stationsAdded.has(stationText(address));
  for (const model of spoken)
    if (addsStation || !isAdded) checkAddress(model, address, addsStation, wrong, characteristic.along);
  if (rule?.kind === "relation") {
    const { notSmallerThan: other } = rule;
    const inCell = (_axis, fault) => {
      wrong("not_smaller_than", fault);
    };
    for (const model of spoken)
      if (!stationsAdded.has(stationText(other))) checkAddress(model, other, false, inCell);
  }
  const unit = readUnit(cells, wrong, characteristic, mapping?.unit);
  const figures = readFigures(cells, wrong, unit.unit, characteristic.wear);
  const kind = quantityOf(characteristic);
  for (const bound of BOUNDS) {
    const figure2 = figures.printed[bound];
    if (figure2 !== void 0 && kind !== "check" && unitKindOf(figure2.unit) !== kind)
      wrong(BOUND_COLUMNS[bound], { code: "UNIT_OF_OTHER_KIND", found: figure2.unit, kind });
  }
  const id = rowId(revision, label);
  const questions = [];
  const chosenBefore = cells.text("unit_chosen_by");
  const settled = settleUnits(figures, (bound, first, second) => {
    if (chosenBefore !== "") return "first";
    if (mapping === void 0) {
      wrong(BOUND_COLUMNS[bound], {
        code: "UNITS_DISAGREE",
        first: withUnit(first),
        second: withUnit(second)
      });
      return void 0;
    }
    const question = {
      id: `${line} ${bound} units`,
      line,
      label,
      kind: "unitsDisagree",
      bound,
      first,
      second
    };
    questions.push(question);
    const answer = answers[question.id];
    return answer === "first" || answer === "second" ? answer : void 0;
  });
  const { printed, also } = settled;
  const chosenBy = chosenBefore === "" ? by : chosenBefore;
  const remark = cells.text("remark");
  const acceptance = secondAcceptance(remark);
  if (acceptance !== void 0) {
    const question = {
      id: `${line} remark`,
      line,
      label,
      kind: "secondAcceptance",
      remark,
      figure: acceptance.text
    };
    questions.push(question);
    if (answers[question.id] === "wearLimit") addWearLimit(printed, acceptance, unit.unit, wrong);
  }
  checkCrossing(printed, wrong);
  const fitIs = readFitIs(cells, wrong, characteristic);
  const decision = readDecision(cells, wrong);
  const formula = readFormula(cells, wrong);
  if (cells.text("rule") === "" && formula === void 0 && Object.keys(printed).length === 0 && statesNothing(cells)) {
    wrong(cells.has("range") ? "range" : "min", { code: "NO_BOUND" });
  }
  if ((rule?.kind === "spread" || rule?.kind === "match") && printed.max === void 0)
    wrong("max", { code: "NEEDED_BY_RULE", rule: rule.kind });
  const note = [
    cells.text("note"),
    remark,
    ...markWords([...withoutMarks(cells.text("fit")).marks, ...figures.marks], footnotes)
  ].filter((text) => text !== "").join("; ");
  if (note.length > 2e3) wrong("note", { code: "TOO_LONG", found: `${note.length} characters` });
  return {
    row: {
      id,
      label,
      characteristic: characteristic.id,
      ...address,
      printed,
      ...Object.keys(also).length === 0 ? {} : { also },
      ...settled.wasChosen && chosenBy !== void 0 ? { unitChosenBy: chosenBy } : {},
      ...fitIs === void 0 ? {} : { fitIs },
      ...decision === void 0 ? {} : { decision },
      ...formula === void 0 ? {} : { formula },
      ...rule === void 0 ? {} : { rule },
      appliesTo,
      note
    },
    questions
  };
}
function readFitIs(cells, wrong, { below }) {
  const text = cells.text("fit_is");
  if (text === "" || text === "clearance" && below !== void 0) return void 0;
  const known = below === void 0 ? [] : ["clearance", below];
  if (text === below) return below;
  wrong(
    "fit_is",
    known.length === 0 ? { code: "NOT_A_FIT", found: text } : { code: "ONE_OF", found: text, known }
  );
  return void 0;
}
function readDecision(cells, wrong) {
  const text = cells.text("decision");
  const known = DECISION_RULES.find((each) => each === text);
  if (text !== "" && known === void 0)
    wrong("decision", { code: "ONE_OF", found: text, known: [...DECISION_RULES] });
  return known;
}
function readLabel(cells, wrong, index, seen) {
  const label = cells.has("row") ? cells.text("row") : String(index + 1);
  if (label === "") wrong("row", { code: "CELL_EMPTY" });
  else if (label.length > 80) wrong("row", { code: "TOO_LONG", found: `${label.length} characters` });
  else if (seen.has(label)) wrong("row", { code: "ROW_TWICE", found: label });
  seen.add(label);
  return label;
}
var fitName = (text) => withoutMarks(text).bare;
function readFit(cells, wrong, fits, everywhere) {
  const said = fitName(cells.text("fit"));
  const meant = said === "" ? void 0 : fits?.[said];
  if (cells.has("fit") && said !== "" && meant === void 0) {
    wrong("fit", { code: "FIT_UNKNOWN", found: said });
    return void 0;
  }
  const own = cells.text("characteristic");
  const characteristic = own === "" ? meant?.characteristic ?? everywhere ?? "" : own;
  if (characteristic === "") {
    wrong(cells.has("fit") ? "fit" : "characteristic", { code: "FIT_NOT_SAID" });
    return void 0;
  }
  const at = (axis) => {
    const text = cells.text(axis) === "" ? meant?.[axis] ?? "" : cells.text(axis);
    return text === "" ? {} : { [axis]: text };
  };
  return { characteristic, ...at("groove"), ...at("member"), ...at("station") };
}
function readAddress(characteristic, meaning, addsStation, wrong, byName) {
  const needed = rowAxesOf(characteristic);
  const address = {};
  let isOpen = false;
  for (const axis of ["groove", "member", "station"]) {
    const text = meaning?.[axis];
    if (needed.includes(axis)) {
      if (text !== void 0) address[axis] = text;
      else if (byName) isOpen = true;
      else wrong(axis, { code: "CELL_EMPTY" });
    } else if (text !== void 0 && !addsStation)
      wrong(byName ? "fit" : axis, { code: "AXIS_NOT_HERE", axis, characteristic: characteristic.name });
  }
  if (isOpen) wrong("fit", { code: "PLACE_NOT_SAID" });
  return address;
}
function checkAddress({ name, layout }, address, addsStation, wrong, purposes = {}) {
  const unknown = (axis, known) => {
    wrong(axis, {
      code: "NOT_IN_MODEL",
      axis,
      found: address[axis] ?? "",
      model: name,
      known: known.map(({ id }) => id)
    });
  };
  if (address.groove === void 0) {
    const known = along(layout, ["station"], purposes).map(({ station }) => ({ id: station ?? "" }));
    const isKnown = known.some(({ id }) => id === address.station);
    if (address.station !== void 0 && !addsStation && !isKnown) unknown("station", known);
    return;
  }
  const groove = layout.grooves.find(({ id }) => id === address.groove);
  if (groove === void 0) {
    unknown("groove", layout.grooves);
    return;
  }
  if (address.member === void 0) return;
  if (!groove.members.some(({ id }) => id === address.member)) {
    unknown("member", groove.members);
    return;
  }
  if (address.station === void 0) return;
  if (addsStation) {
    if (layout.stations.some(({ id }) => id === address.station))
      wrong("station", { code: "STATION_THERE", found: address.station });
    return;
  }
  const here = layout.stations.filter(
    ({ members }) => members.some((each) => each.groove === groove.id && each.member === address.member)
  );
  if (!here.some(({ id }) => id === address.station)) unknown("station", here);
}
function readFormula(cells, wrong) {
  const bound = cells.text("formula_bound");
  if (bound === "" && cells.text("per_diameter") === "") return void 0;
  const known = BOUNDS.find((each) => BOUND_COLUMNS[each] === bound);
  if (known === void 0) wrong("formula_bound", { code: "BOUND_UNKNOWN", found: bound });
  const perDiameter = readNumber(cells, wrong, "per_diameter");
  const uplift = cells.text("uplift") === "" ? void 0 : readNumber(cells, wrong, "uplift");
  if (known === void 0 || perDiameter === void 0) return void 0;
  return { bound: known, perDiameter, ...uplift === void 0 ? {} : { uplift } };
}
var FIGURE_USES = [
  "min",
  "max",
  "service_min",
  "service_max",
  "range",
  "service_range",
  "formula_bound",
  "per_diameter"
];
var statesNothing = (cells) => FIGURE_USES.every((use) => cells.text(use) === "");
var markWords = (marks, footnotes) => [...new Set(marks)].map(
  (mark) => `${mark} ${footnotes.get(mark) ?? footnotes.get(mark.replace(/^\(/, "")) ?? "as marked in the document"}`
);

// ../core/src/library/limit-table/read-limit-table.ts
function readLimitTable(table) {
  const { lines, errors, questions } = readTableLines(table);
  const open2 = questions.filter(({ id }) => table.answers?.[id] === void 0);
  if (errors.length > 0 || open2.length > 0) return { ok: false, errors, questions: open2 };
  return { ok: true, rows: lines.flatMap(({ row }) => row === void 0 ? [] : [row]) };
}
function readTableLines(table) {
  const { header, mapping } = table;
  const columns = header.map((text) => withoutEscape(text).trim());
  const uses = mapping === void 0 ? columns.map((name) => asColumn(name.toLowerCase())) : columns.map((_, i) => mapping.columns[i]?.use ?? "ignore");
  const headErrors = mapping === void 0 ? headerFaults(columns.map((name) => name.toLowerCase())) : [];
  if (headErrors.length > 0) return { lines: [], errors: headErrors, questions: [] };
  const body = table.lines.filter(({ cells }) => cells.some(({ text }) => text.trim() !== ""));
  const footnotes = mapping === void 0 ? /* @__PURE__ */ new Map() : footnotesIn(body);
  const seen = /* @__PURE__ */ new Set();
  const stationsAdded = stationsAddedIn(body, uses);
  const above = [];
  const errors = [];
  const lines = body.filter(({ line }) => !footnotes.has(`line ${line}`)).map((given, index) => {
    const cells = columns.map((_, i) => {
      const cell = given.cells[i] ?? { text: "" };
      const text = withoutEscape(cell.text).trim();
      const filled = text === "" && mapping?.columns[i]?.fillDown === true ? above[i] ?? "" : text;
      above[i] = filled;
      return { ...cell, text: filled };
    });
    const { byUse, faults, wrong } = lineCells(cells, uses, mapping);
    const extra = given.cells.slice(columns.length).filter(({ text }) => text.trim() !== "").length;
    if (extra > 0)
      wrong(uses[0] ?? "row", {
        code: "LINE_LONGER",
        cells: columns.length + extra,
        columns: columns.length
      });
    const { row, questions } = readRow(table, byUse, wrong, {
      line: given.line,
      index,
      seen,
      footnotes,
      stationsAdded
    });
    const shown = cells.map(({ text, formula }, i) => ({
      column: columns[i] ?? "",
      use: uses[i] ?? "ignore",
      text,
      formula: formula === true,
      faults: faults.filter(({ at }) => at === i).map(({ fault }) => fault)
    }));
    errors.push(
      ...faults.map(({ at, use, fault }) => ({
        line: given.line,
        column: at < 0 ? use : columns[at] ?? use,
        fault
      }))
    );
    return { line: given.line, cells: shown, row: faults.length > 0 ? void 0 : row, questions };
  });
  if (lines.length === 0)
    errors.push({
      line: 2,
      column: mapping === void 0 ? "row" : columns[0] ?? "",
      fault: { code: "CELL_EMPTY" }
    });
  return { lines, errors, questions: lines.flatMap(({ questions }) => questions) };
}
function stationsAddedIn(lines, uses) {
  const text = (line, use) => line.cells[uses.indexOf(use)]?.text.trim() ?? "";
  return new Set(
    lines.filter((line) => text(line, "rule") === "station").map((line) => `${text(line, "groove")}/${text(line, "member")}/${text(line, "station")}`)
  );
}
function lineCells(cells, uses, mapping) {
  const faults = [];
  const at = (use) => uses.indexOf(use);
  const wrong = (use, fault) => {
    faults.push({ at: at(use), use, fault });
  };
  cells.forEach(({ trouble, text }, i) => {
    const use = uses[i];
    if (trouble === void 0 || use === void 0 || use === "ignore") return;
    const fault = trouble === "error" ? { code: "CELL_ERROR", found: text } : { code: trouble === "date" ? "CELL_DATE" : "FORMULA_EMPTY" };
    faults.push({ at: i, use, fault });
  });
  const byUse = {
    text: (use) => uses.flatMap((each, i) => each === use && cells[i]?.trouble === void 0 ? [cells[i]?.text ?? ""] : []).filter((text) => text !== "").join("; "),
    unit: (use) => mapping?.columns[at(use)]?.unit,
    has: (use) => at(use) >= 0
  };
  return { byUse, faults, wrong };
}
var asColumn = (name) => TABLE_COLUMNS.includes(name) ? name : "ignore";
function headerFaults(columns) {
  const known = TABLE_COLUMNS;
  const error = (column, code) => ({
    line: 1,
    column,
    fault: { code }
  });
  return [
    ...NEEDED_COLUMNS.filter((name) => !columns.includes(name)).map((name) => error(name, "COLUMN_MISSING")),
    ...columns.filter((name) => !known.includes(name)).map((name) => error(name, "COLUMN_UNKNOWN")),
    ...columns.filter((name, i) => columns.indexOf(name) !== i).map((name) => error(name, "COLUMN_TWICE"))
  ];
}
var FOOTNOTE = /^([*†‡§¶#]+|[¹²³⁴-⁹]+|\(?[a-z\d]\)|\[\w{1,2}\])\s*(\S.*)$/iu;
function footnotesIn(lines) {
  const found = /* @__PURE__ */ new Map();
  for (const { line, cells } of lines) {
    const filled = [...new Set(cells.map(({ text }) => text.trim()).filter((text) => text !== ""))];
    const match = filled.length === 1 ? FOOTNOTE.exec(filled[0] ?? "") : null;
    if (match?.[1] === void 0 || match[2] === void 0) continue;
    found.set(match[1], match[2]);
    found.set(`line ${line}`, match[2]);
  }
  return found;
}

// src/library/grid/read-csv.ts
import { CsvError, parse } from "csv-parse/sync";

// src/library/grid/grid.ts
var MOST_LINES = 2e4;
var MOST_COLUMNS = 120;

// src/library/grid/read-csv.ts
function readCsv(file, bytes) {
  const text = decode(file, bytes);
  if (text.trim() === "") throw ProblemError.of("FILE_NOT_TEXT", { file, because: "it is empty" });
  try {
    const records = parse(text, {
      ...CSV_OPTIONS,
      delimiter: delimiterOf(text),
      to: MOST_LINES + 1
    });
    if (records.length > MOST_LINES)
      throw ProblemError.of("FILE_TOO_LARGE", { limit: `${MOST_LINES} lines` });
    const widest = records.reduce((most, { record }) => Math.max(most, record.length), 0);
    if (widest > MOST_COLUMNS) throw ProblemError.of("FILE_TOO_LARGE", { limit: `${MOST_COLUMNS} columns` });
    return {
      kind: "csv",
      sheets: [""],
      lines: records.map(({ record, info }) => ({ line: info.lines, cells: textCells(record) }))
    };
  } catch (error) {
    if (error instanceof CsvError) throw ProblemError.of("FILE_NOT_TEXT", { file, because: error.message });
    throw error;
  }
}
var CSV_OPTIONS = {
  bom: true,
  skip_empty_lines: true,
  info: true,
  relax_column_count: true
};
function delimiterOf(text) {
  const [first = ""] = text.split(/\r?\n/, 1);
  const count = (mark) => first.split(mark).length;
  const best = [",", ";", "	"].reduce((so, mark) => count(mark) > count(so) ? mark : so);
  return best;
}
function decode(file, bytes) {
  try {
    const text = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
    if (text.includes("\0"))
      throw ProblemError.of("FILE_NOT_TEXT", { file, because: "it is not a text file" });
    return text;
  } catch (error) {
    if (error instanceof ProblemError) throw error;
    throw ProblemError.of("FILE_NOT_TEXT", { file, because: "it is not text in UTF-8" });
  }
}

// src/library/grid/read-xlsx.ts
import ExcelJS from "exceljs";

// src/library/grid/refuse-wide-ranges.ts
import { unzipSync } from "fflate";
var MOST_CELLS_OF_RANGES = 2e5;
var MOST_COLUMNS_STATED = 16384;
function refuseWideRanges(file, bytes) {
  const tooMuch = (what, count) => {
    throw ProblemError.of("FILE_TOO_MUCH", {
      file,
      limit: `${what} ${Math.round(count)} cells, and ${MOST_CELLS_OF_RANGES} is the most that is read`
    });
  };
  const sheets = unzipSync(bytes, { filter: ({ name }) => /^xl\/worksheets\/[^/]+\.xml$/i.test(name) });
  for (const [name, content] of Object.entries(sheets)) {
    const xml = new TextDecoder().decode(content);
    let merged = 0;
    for (const [, range = ""] of xml.matchAll(/<(?:\w+:)?mergeCell\b[^>]*?\bref\s*=\s*["']([^"']*)["']/g))
      merged += cellsOf(range);
    if (merged > MOST_CELLS_OF_RANGES) tooMuch(`the merged cells of ${name} cover`, merged);
    for (const [, last = ""] of xml.matchAll(/<(?:\w+:)?col\b[^>]*?\bmax\s*=\s*["'](\d*)["']/g))
      if (Number(last) > MOST_COLUMNS_STATED) tooMuch(`a column range of ${name} covers`, Number(last));
  }
}
function cellsOf(range) {
  const found = /^\$?([A-Z]{1,3})\$?(\d{1,7})(?::\$?([A-Z]{1,3})\$?(\d{1,7}))?$/i.exec(range);
  if (found === null) return Infinity;
  const [, left = "", top = "", right = left, bottom = top] = found;
  const width = Math.abs(columnOf(right) - columnOf(left)) + 1;
  return width * (Math.abs(Number(bottom) - Number(top)) + 1);
}
var columnOf = (letters) => Array.from(letters.toUpperCase()).reduce((so, letter) => so * 26 + letter.charCodeAt(0) - 64, 0);

// src/library/grid/safe-zip.ts
import { Unzip, UnzipInflate } from "fflate";
var MOST_UNPACKED = 64 * 1024 * 1024;
var MOST_FILES = 2e3;
var MOST_TIMES = 150;
var PIECE = 4 * 1024;
function refuseZipBomb(file, bytes, watch = () => void 0) {
  let found;
  const unsafe = (because) => {
    found ??= ProblemError.of("FILE_UNSAFE", { file, because });
    throw found;
  };
  let unpacked = 0;
  let files = 0;
  const count = (size) => {
    watch(size);
    unpacked += size;
    if (unpacked > MOST_UNPACKED || unpacked > Math.max(bytes.length * MOST_TIMES, 1024 * 1024))
      unsafe("it unpacks to far more than it is, as a zip bomb does");
  };
  const unzip = new Unzip((entry) => {
    if (++files > MOST_FILES) unsafe("it holds thousands of files, which no workbook does");
    entry.ondata = (error, piece) => {
      if (error !== null) unsafe("its archive is damaged");
      count(piece.length);
    };
    entry.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length; at += PIECE)
      unzip.push(bytes.subarray(at, at + PIECE), at + PIECE >= bytes.length);
  } catch {
    unsafe("its archive is damaged");
  }
}

// src/library/grid/read-xlsx.ts
async function readXlsx(file, bytes, sheet = 0) {
  refuseZipBomb(file, bytes);
  refuseWideRanges(file, bytes);
  const workbook = await open(file, bytes);
  const sheets = workbook.worksheets.map(({ name }) => name);
  const chosen = workbook.worksheets[sheet];
  if (chosen === void 0) throw ProblemError.of("SHEET_WRONG", { file, sheet });
  if (chosen.rowCount > MOST_LINES) throw ProblemError.of("FILE_TOO_LARGE", { limit: `${MOST_LINES} lines` });
  const width = Math.min(chosen.columnCount, MOST_COLUMNS);
  const lines = [];
  chosen.eachRow({ includeEmpty: false }, (row, line) => {
    const cells = Array.from({ length: width }, (_, i) => readCell(row.getCell(i + 1)));
    if (cells.some(({ text }) => text !== "")) lines.push({ line, cells });
  });
  return { kind: "xlsx", sheets, lines };
}
var NOT_READ = ["dataValidations", "conditionalFormatting", "hyperlinks", "extLst"];
async function open(file, bytes) {
  const workbook = new ExcelJS.Workbook();
  try {
    await workbook.xlsx.load(Buffer.from(bytes), { ignoreNodes: NOT_READ });
    return workbook;
  } catch (error) {
    const because = error instanceof Error ? error.message : "it is no workbook";
    throw ProblemError.of("FILE_NOT_TEXT", { file, because });
  }
}
function readCell(cell) {
  const { value } = cell.isMerged ? cell.master : cell;
  return read(value, (cell.isMerged ? cell.master : cell).numFmt);
}
function read(value, format) {
  if (value === null || value === void 0) return { text: "" };
  if (typeof value === "string") return { text: value.trim() };
  if (typeof value === "number") return { text: asShown(value, format) };
  if (typeof value === "boolean") return { text: value ? "yes" : "no" };
  if (value instanceof Date) return { text: value.toISOString().slice(0, 10), trouble: "date" };
  if ("error" in value) return { text: value.error, trouble: "error" };
  if ("richText" in value)
    return {
      text: value.richText.map(({ text }) => text).join("").trim()
    };
  if ("hyperlink" in value) return { text: value.text.trim() };
  return fromFormula("result" in value ? value.result : void 0, format);
}
function fromFormula(result, format) {
  if (result === void 0 || result === null)
    return { text: "", trouble: "formulaWithoutResult", formula: true };
  return { ...read(result, format), formula: true };
}
function asShown(value, format) {
  const decimals = /0\.(0+)/.exec(format ?? "")?.[1]?.length;
  const plain = String(Number(value.toPrecision(12)));
  if (decimals === void 0) return plain;
  const shown = value.toFixed(decimals);
  return Number(shown) === Number(plain) ? shown : plain;
}

// src/library/grid/read-grid.ts
var XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";
async function readGrid(file, bytes, sheet) {
  const kind = await kindOfContent(bytes);
  if (kind === XLSX) return readXlsx(file, bytes, sheet);
  if (kind === "text/plain" || kind === "application/json") return readCsv(file, bytes);
  throw ProblemError.of("FILE_NOT_THAT_TYPE", {
    file,
    wanted: "a CSV file or an XLSX workbook",
    found: kind === void 0 ? "its content is of no known kind" : `its content is ${kind}`
  });
}

export {
  present,
  escapeFormula,
  withoutEscape,
  unitFrom,
  readAppliesTo,
  fitName,
  readLimitTable,
  readTableLines,
  CSV_OPTIONS,
  delimiterOf,
  readGrid
};
//# sourceMappingURL=chunk-U2VFCSDY.mjs.map
