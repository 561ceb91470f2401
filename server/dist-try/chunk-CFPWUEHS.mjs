var __defProp = Object.defineProperty;
var __export = (target, all) => {
  for (var name2 in all)
    __defProp(target, name2, { get: all[name2], enumerable: true });
};

// ../contract/src/words/clock-words.ts
var moment = (at) => `${at.slice(0, 10)} ${at.slice(11, 16)} UTC`;
function clockWords({ clock, expected, because }) {
  const [shown, due] = [moment(clock), moment(expected)];
  switch (because) {
    case "jumped":
      return `The clock jumped: it says ${shown}, and it should be ${due}`;
    case "beforeLast":
      return `The clock says ${shown}, and the last entry was made at ${due}`;
    case "longAfter":
      return `The clock says ${shown}, more than a year after the last entry, of ${due}`;
  }
}
var clockPutRightWords = ({ at, was, by, reason: reason2 }, say = moment) => `put right on ${say(at)}; before that, entries are dated as late as ${say(was)}. ${by}: ${reason2}`;
var nothingSpeaksAgainst = (clock) => `The clock says ${moment(clock)}, and nothing speaks against it`;

// ../core/src/kernel/result.ts
var ok = (value) => ({ ok: true, value });

// ../core/src/kernel/invariant.ts
function invariant(holds, promise) {
  if (!holds) throw new Error(`Bug: broken promise "${promise}".`);
}
function assertNever(value, where) {
  throw new Error(`Bug: ${where} was not told about ${JSON.stringify(value)}.`);
}

// ../core/src/kernel/problem-data.ts
var problem = (code, data) => ({ code, data });

// ../core/src/kernel/refuse.ts
var refuse = (code, data) => ({
  ok: false,
  problem: problem(code, data)
});

// ../core/src/quantity/nanometres.ts
function nanometres(count) {
  if (!Number.isSafeInteger(count)) throw new RangeError(`expected whole nanometres, received ${count}`);
  return count + 0;
}
var plus = (a, b) => nanometres(a + b);
var minus = (a, b) => nanometres(a - b);
var ZERO = nanometres(0);
function roundToNanometres(value) {
  return nanometres(Math.sign(value) * Math.floor(Math.abs(value) + 0.5));
}

// ../core/src/quantity/length-unit.ts
var LENGTH_UNITS = ["thou", "in", "mm", "um"];
var NM_PER = {
  thou: 25400,
  in: 254e5,
  mm: 1e6,
  um: 1e3
};

// ../core/src/quantity/decimal-length.ts
var MOST_WHOLE = 9;
var MOST_FRACTION = 24;
function decimalLength(text2, unit, scaleUp = 0) {
  const match = /^(\d*)(?:\.(\d*))?$/.exec(text2);
  if (match === null) return void 0;
  const whole = (match[1] ?? "").replace(/^0+(?=\d)/, "");
  const fraction = match[2] ?? "";
  if (whole === "" && fraction === "") return void 0;
  if (whole.length > MOST_WHOLE || fraction.length > MOST_FRACTION) return void 0;
  let numerator = BigInt(`${whole}${fraction}`) * BigInt(NM_PER[unit]);
  let denominator = 10n ** BigInt(fraction.length);
  if (scaleUp > 0) numerator *= 10n ** BigInt(scaleUp);
  if (scaleUp < 0) denominator *= 10n ** BigInt(-scaleUp);
  const count = (2n * numerator + denominator) / (2n * denominator);
  return count > BigInt(Number.MAX_SAFE_INTEGER) ? void 0 : nanometres(Number(count));
}

// ../core/src/quantity/part-state.ts
var PART_STATES = ["new", "reused"];
var FIT_STATES = [...PART_STATES, "mixed"];

// ../core/src/quantity/figure.ts
var UNIT_KINDS = ["length", "torque", "angle", "hours", "cycles", "starts", "check"];
var NM_OF_TORQUE = {
  Nm: 1,
  // eslint-disable-next-line no-loss-of-precision -- the figure as it is defined; the nearest double is meant
  lbfft: 1.3558179483314003,
  lbfin: 0.1129848290276167,
  kgfm: 9.80665
};
var TORQUE_UNITS = ["Nm", "lbfft", "lbfin", "kgfm"];
var LIFE_UNITS = ["h", "cycles", "starts"];
var PLAIN_UNITS = [...TORQUE_UNITS, "deg", ...LIFE_UNITS];
var FIGURE_UNITS = [...LENGTH_UNITS, ...PLAIN_UNITS];
var withUnit = ({ text: text2, unit }) => `${text2} ${unit}`;
var baseValue = (figure) => "nm" in figure ? figure.nm : figure.value;
var isLength = (figure) => "nm" in figure;
function unitKindOf(unit) {
  if (isLengthUnit(unit)) return "length";
  if (unit === "deg") return "angle";
  if (isTorqueUnit(unit)) return "torque";
  return unit === "h" ? "hours" : unit;
}
var isTorqueUnit = (unit) => TORQUE_UNITS.includes(unit);
var LIFE_UNIT_OF = {
  hours: "h",
  cycles: "cycles",
  starts: "starts"
};
var isLengthUnit = (unit) => LENGTH_UNITS.includes(unit);
var FRACTION = /^(?:(\d{1,6})[ -])?(\d{1,4})\/(\d{1,4})$/;
function figureOf(text2, unit) {
  const plain = text2.replace(",", ".");
  const fraction = FRACTION.exec(text2);
  if (isLengthUnit(unit)) {
    const nm = fraction === null ? decimalLength(plain, unit) : fractionLength(fraction, unit);
    return nm === void 0 ? void 0 : { text: text2, unit, nm };
  }
  const count = fraction === null ? decimal(plain) : fractionValue(fraction);
  if (count === void 0) return void 0;
  const value = isTorqueUnit(unit) ? count * NM_OF_TORQUE[unit] : count;
  return { text: text2, unit, value };
}
var decimal = (text2) => /^(\d{1,9}(\.\d{0,12})?|\.\d{1,12})$/.test(text2) ? Number(text2) : void 0;
function fractionValue([, whole = "0", over = "0", under = "0"]) {
  return Number(under) === 0 ? void 0 : Number(whole) + Number(over) / Number(under);
}
function fractionLength([, whole = "0", over = "0", under = "0"], unit) {
  const below = Number(under);
  return below === 0 ? void 0 : roundToNanometres((Number(whole) * below + Number(over)) * NM_PER[unit] / below);
}
function halfLastDigit({ text: text2, unit }) {
  const decimals = /[.,](\d*)$/.exec(text2)?.[1]?.length ?? 0;
  return 10 ** -decimals * basePer(unit) / 2;
}
var basePer = (unit) => isLengthUnit(unit) ? NM_PER[unit] : isTorqueUnit(unit) ? NM_OF_TORQUE[unit] : 1;

// ../core/src/record/event-table.ts
var event = () => (v, evolve, ...upcasts) => {
  invariant(upcasts.length === v - 1, "every older version of an event can be read");
  return { v, evolve, upcasts };
};
var nothingChanges = () => ({});
function understandEntry(table, entry) {
  const { seq, type, v } = entry;
  const known = Object.hasOwn(table, type) ? table[type] : void 0;
  if (known === void 0 || !Number.isInteger(v) || v < 1 || v > known.v)
    return { known: false, newer: { seq, type, v } };
  const data = known.upcasts.slice(v - 1).reduce((so, upcast) => upcast(so), entry.data);
  return { known: true, entry: { ...entry, v: known.v, data } };
}
var sameWords = (data) => data;
var clockSteppedBack = () => ({
  v: 1,
  evolve: nothingChanges,
  upcasts: []
});
var clockPutRight = (evolve = () => ({})) => ({ v: 1, evolve, upcasts: [] });
function evolveBy(table, state, entry) {
  const { seq, at, by, command, type, data } = entry;
  const known = table[type];
  invariant(known !== void 0, `an entry of type ${type} was understood before it is told`);
  return { ...state, ...known.evolve(state, data, { seq, at, by, command }) };
}

// ../core/src/kernel/kept-map.ts
var KeptMap = class _KeptMap {
  constructor(root, size) {
    this.root = root;
    this.size = size;
  }
  root;
  size;
  static empty() {
    return new _KeptMap(void 0, 0);
  }
  static from(entries) {
    let map = _KeptMap.empty();
    for (const [key, value] of entries) map = map.set(key, value);
    return map;
  }
  get(key) {
    const hash = hashOf(key);
    let node = this.root;
    for (let shift = 0; node !== void 0; shift += BITS) {
      if (isLeaf(node)) return node.hash === hash ? heldIn(node, key) : void 0;
      node = childOf(node, hash, shift);
    }
    return void 0;
  }
  has(key) {
    return this.get(key) !== void 0;
  }
  set(key, value) {
    const leaf = { hash: hashOf(key), held: [[key, value]] };
    const root = this.root === void 0 ? leaf : withLeaf(this.root, leaf, 0);
    return new _KeptMap(root, this.size + (this.has(key) ? 0 : 1));
  }
  /** The map with some of its values changed; a value that stays the same costs nothing. */
  map(change) {
    return this.entries().reduce((changed2, [key, value]) => {
      const next = change(value, key);
      return next === value ? changed2 : changed2.set(key, next);
    }, this);
  }
  [Symbol.iterator]() {
    return this.entries()[Symbol.iterator]();
  }
  entries() {
    const entries = [];
    if (this.root !== void 0) gather(this.root, entries);
    return entries;
  }
  keys() {
    return this.entries().map(([key]) => key);
  }
  values() {
    return this.entries().map(([, value]) => value);
  }
};
var BITS = 5;
var isLeaf = (node) => "held" in node;
var bitOf = (hash, shift) => 1 << (hash >>> shift & 31);
function countOf(bits) {
  let left = bits - (bits >>> 1 & 1431655765);
  left = (left & 858993459) + (left >>> 2 & 858993459);
  return Math.imul(left + (left >>> 4) & 252645135, 16843009) >>> 24;
}
function childOf({ there, children }, hash, shift) {
  const bit = bitOf(hash, shift);
  return (there & bit) === 0 ? void 0 : children[countOf(there & bit - 1)];
}
function heldIn({ held }, key) {
  for (const [other, value] of held) if (other === key) return value;
  return void 0;
}
function withLeaf(node, leaf, shift) {
  if (isLeaf(node)) {
    if (node.hash === leaf.hash) return { hash: leaf.hash, held: joined(node.held, leaf.held) };
    return withLeaf({ there: bitOf(node.hash, shift), children: [node] }, leaf, shift);
  }
  const bit = bitOf(leaf.hash, shift);
  const at = countOf(node.there & bit - 1);
  const child = node.children[at];
  const children = [...node.children];
  if ((node.there & bit) !== 0 && child !== void 0) {
    children[at] = withLeaf(child, leaf, shift + BITS);
    return { there: node.there, children };
  }
  children.splice(at, 0, leaf);
  return { there: node.there | bit, children };
}
function joined(known, [added]) {
  if (added === void 0) return known;
  const others = known.filter(([key]) => key !== added[0]);
  return [...others, added].sort(([a], [b]) => a < b ? -1 : 1);
}
function gather(node, into) {
  if (isLeaf(node)) into.push(...node.held);
  else for (const child of node.children) gather(child, into);
}
function hashOf(text2) {
  let hash = 2166136261;
  for (let i = 0; i < text2.length; i++) hash = Math.imul(hash ^ text2.charCodeAt(i), 16777619);
  hash ^= hash >>> 16;
  hash = Math.imul(hash, 2246822507);
  return (hash ^ hash >>> 13) >>> 0;
}

// ../core/src/kernel/once-for.ts
function onceFor(work) {
  const known = /* @__PURE__ */ new WeakMap();
  return (about) => {
    const there = known.get(about);
    if (there !== void 0) return there.value;
    const value = work(about);
    known.set(about, { value });
    return value;
  };
}

// ../core/src/kernel/instant.ts
var hoursBetween = (from, to) => Math.floor((Date.parse(to) - Date.parse(from)) / 36e5);
var minutesBetween = (from, to) => (Date.parse(to) - Date.parse(from)) / 6e4;
function isDay(text2) {
  const [year, month, day] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text2)?.slice(1).map(Number) ?? [];
  if (year === void 0 || month === void 0 || day === void 0) return false;
  const leap = year % 4 === 0 && year % 100 !== 0 || year % 400 === 0;
  const days = [31, leap ? 29 : 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][month - 1];
  return days !== void 0 && day >= 1 && day <= days;
}

// ../core/src/engines/journal-kinds.ts
var JOURNAL_KINDS = ["main", "crankpin", "camshaft"];

// ../core/src/engines/layout.ts
var LINERS = ["none", "dry", "wet"];
var DATUMS = ["deck", "skirtEnd", "flange"];
var depthOf = ({ datum, distance }) => datum === "skirtEnd" ? minus(ZERO, distance.nm) : distance.nm;

// ../core/src/engines/serial-plate.ts
var MOST_DIGITS = 15;
function plateFault({ example, from, to }) {
  if (example.trim() === "") return "empty";
  const counting = example.slice(from, to);
  if (from < 0 || to > example.length || !/^\d+$/.test(counting)) return "noDigits";
  return counting.length > MOST_DIGITS ? "tooMany" : void 0;
}
function plateOf(pattern) {
  const found = /^\^((?:\\[^\dA-Za-z]|[^\\()[\]{}.*+?^$|])*)\(\\d\{(\d{1,2})\}\)((?:\\[^\dA-Za-z]|[^\\()[\]{}.*+?^$|])*)\$$/.exec(
    pattern
  );
  if (found === null) return void 0;
  const [, before = "", digits = "", after = ""] = found;
  const count = Number(digits);
  if (count === 0 || count > MOST_DIGITS) return void 0;
  const plain = (text2) => text2.replace(/\\(.)/g, "$1");
  const counting = Array.from({ length: count }, (_, i) => `${(i + 1) % 10}`).join("");
  const from = plain(before).length;
  return { example: `${plain(before)}${counting}${plain(after)}`, from, to: from + count };
}

// ../core/src/engines/characteristic.ts
var AXES = [
  "cylinder",
  "bank",
  "head",
  "journal",
  "groove",
  "member",
  "station",
  "direction",
  "point",
  "fastener"
];
var FIT_AXES = ["groove", "member", "station"];
var ONE_INPUT_RULES = ["range", "meanRange", "taper", "choke", "wear"];
var inputsOf = ({ from }) => from === void 0 ? [] : from.rule === "difference" ? [from.of, from.less] : [from.of];
function inputFault(characteristic, known) {
  for (const input of inputsOf(characteristic)) {
    const found = known.find(({ id: id2 }) => id2 === input);
    const because = found === void 0 ? "unknown" : found.from !== void 0 ? "derived" : quantityOf(found) !== "length" || quantityOf(characteristic) !== "length" ? "noSize" : void 0;
    if (because !== void 0) return { characteristic: characteristic.name, input, because };
  }
  return void 0;
}
var WEAR_WAYS = ["grows", "shrinks", "either", "none"];
var quantityOf = ({ unitKind }) => unitKind ?? "length";
var rowAxesOf = ({ rowAxes, axes }) => rowAxes ?? FIT_AXES.filter((axis) => axes.includes(axis));
var questionsFor = (characteristic, member, at = {}) => characteristic.questions.filter(
  (question) => (question.when === "always" || member?.expander === true) && FIT_AXES.every((axis) => question.at?.[axis] === void 0 || question.at[axis] === at[axis])
);
var memberAt = (layout, groove, member) => layout.grooves.find(({ id: id2 }) => id2 === groove)?.members.find(({ id: id2 }) => id2 === member);

// ../core/src/engines/along-axes.ts
function along(layout, axes, purposes, fixed = {}) {
  let found = [{}];
  for (const axis of AXES) {
    if (!axes.includes(axis)) continue;
    found = found.flatMap(
      (at) => idsOn(layout, axis, purposes, { ...fixed, ...at }).filter(({ id: id2 }) => fixed[axis] === void 0 || fixed[axis] === id2).map(({ id: id2 }) => ({ ...at, [axis]: id2 }))
    );
  }
  return found;
}
var undeclaredAxes = (layout, { axes, along: purposes = {} }) => axes.filter((axis) => idsOn(layout, axis, purposes, {}).length === 0);
function idsOn(layout, axis, purposes, at) {
  switch (axis) {
    case "cylinder":
      return cylindersAt(layout, at);
    case "bank":
      return layout.banks;
    case "head":
      return (layout.heads ?? []).filter(
        ({ cylinders }) => at.cylinder === void 0 || cylinders.includes(at.cylinder)
      );
    case "journal":
      return journalsAt(layout, purposes.journal, at.cylinder);
    case "groove":
      return layout.grooves;
    case "member":
      return layout.grooves.filter(({ id: id2 }) => at.groove === void 0 || id2 === at.groove).flatMap(({ members }) => members);
    case "station":
      return stationsAt(layout, purposes.station, at);
    case "direction":
      return forPurpose(layout.directions, purposes.direction);
    case "point":
      return forPurpose(layout.points, purposes.point);
    case "fastener":
      return forPurpose(layout.fasteners, purposes.fastener);
  }
}
function cylindersAt(layout, { bank, head, journal }) {
  const headed = layout.heads?.find(({ id: id2 }) => id2 === head)?.cylinders;
  const carried = layout.journals?.find(({ id: id2 }) => id2 === journal)?.cylinders ?? [];
  return layout.cylinders.filter(
    (each) => (bank === void 0 || each.bank === bank) && (headed === void 0 || headed.includes(each.id)) && (carried.length === 0 || carried.includes(each.id))
  );
}
var journalsAt = (layout, kind, cylinder) => (layout.journals ?? []).filter(
  (each) => (kind === void 0 || each.kind === kind) && (cylinder === void 0 || each.cylinders.includes(cylinder))
);
var stationsAt = (layout, purpose, { groove, member }) => layout.stations.filter(
  ({ members, for: purposes }) => purpose === void 0 ? members.some(
    (each) => (groove === void 0 || each.groove === groove) && (member === void 0 || each.member === member)
  ) : purposes?.includes(purpose) === true
);
var forPurpose = (set, purpose) => (set ?? []).filter(({ for: purposes }) => purpose === void 0 || purposes.includes(purpose));

// ../core/src/engines/part-kinds.ts
var USUAL_PARTS = [
  { kind: "bore", axes: ["cylinder"], reworks: ["honed", "bored", "pressed in"] },
  { kind: "block", axes: ["cylinder"], reworks: ["bored"] },
  {
    ...{ kind: "ring", axes: ["cylinder", "groove", "member"], reworks: ["filed"] },
    touches: { filed: ["ends"] }
  },
  { kind: "piston", axes: ["cylinder"], reworks: [] },
  { kind: "pin", axes: ["cylinder"], reworks: [] },
  {
    ...{ kind: "rod", axes: ["cylinder"] },
    reworks: ["cap loosened", "bush pressed in", "bush honed", "big end bored"],
    touches: {
      "cap loosened": ["clamped"],
      "bush pressed in": ["smallEnd"],
      "bush honed": ["smallEnd"],
      "big end bored": ["bigEnd", "clamped"]
    },
    alsoDone: { "cap loosened": [{ kind: "bolt", what: "loosened" }] }
  },
  {
    ...{ kind: "liner", axes: ["cylinder"] },
    reworks: ["pressed in", "shimmed", "cleaned and reseated", "seat recut"],
    touches: {
      "pressed in": ["height", "seat"],
      shimmed: ["height", "seat"],
      "cleaned and reseated": ["height", "seat"],
      "seat recut": ["height", "seat"]
    },
    alsoDone: { "pressed in": [{ kind: "bore", what: "pressed in" }] }
  },
  {
    ...{ kind: "journal", axes: ["journal"], reworks: ["ground", "polished", "cap loosened"] },
    touches: { ground: ["size", "width", "clamped"], polished: ["size"], "cap loosened": ["clamped"] }
  },
  // Halves of main bearings. A crankpin that carries two rods has two pairs, and they lie with their rods.
  { kind: "shell", axes: ["journal", "point"], along: { point: "shell" }, reworks: [] },
  {
    ...{ kind: "bolt", axes: ["cylinder", "fastener"], along: { fastener: "rod" }, reworks: ["loosened"] },
    touches: { loosened: ["clamped"] }
  },
  { kind: "rodShell", axes: ["cylinder", "point"], along: { point: "shell" }, reworks: [] },
  { kind: "clip", axes: ["cylinder"], reworks: [] },
  { kind: "cap", axes: ["cylinder"], reworks: [] },
  { kind: "mainCap", axes: ["journal"], along: { journal: "main" }, reworks: [] },
  { kind: "bush", axes: ["cylinder"], reworks: [] },
  {
    ...{ kind: "shim", axes: ["cylinder"], reworks: [] },
    shifts: [{ kind: "liner", what: "shimmed" }]
  },
  { kind: "thrustWasher", axes: [], reworks: [] },
  { kind: "nozzle", axes: ["cylinder"], reworks: [] }
];
var USUAL = new Map(USUAL_PARTS.map((rule) => [rule.kind, rule]));
function usualPart(kind) {
  const rule = USUAL.get(kind);
  invariant(rule !== void 0, `${kind} is a usual kind of part`);
  return rule;
}
var USUAL_KINDS = USUAL_PARTS.map(({ kind }) => kind);
var partKindsOf = ({ partKinds = [] }) => [
  ...USUAL_PARTS.filter(({ kind }) => !partKinds.some((each) => each.kind === kind)),
  ...partKinds
];
var partKindRule = ({ partKinds }, kind) => partKinds?.find((each) => each.kind === kind) ?? USUAL.get(kind);
function reworkRule(layout, kind, what) {
  const rule = partKindRule(layout, kind);
  if (rule?.reworks.includes(what) !== true) return void 0;
  return { touches: rule.touches?.[what], beside: rule.alsoDone?.[what] ?? [] };
}
var kindsChanged = (layout, kind, what) => {
  const rule = partKindRule(layout, kind);
  const beside = (what === void 0 ? rule?.shifts : rule?.alsoDone?.[what]) ?? [];
  return [kind, ...beside.map((each) => each.kind)];
};

// ../core/src/engines/place.ts
function join(prefix, at, axes) {
  let text2 = "";
  for (const axis of axes) {
    const id2 = at[axis];
    if (id2 !== void 0) text2 += `${text2 === "" ? "" : "/"}${axis}:${id2}`;
  }
  return `${prefix}@${text2 === "" ? WHOLE : text2}`;
}
var WHOLE = "engine";
var placeKey = onceFor(
  ({ characteristic, at }) => join(characteristic, at, AXES)
);
var FIT_AXES2 = AXES.filter((axis) => axis !== "cylinder");
var fitKey = onceFor(
  ({ characteristic, at }) => join(characteristic, at, FIT_AXES2)
);
function slotKey({ kind, axes }, at) {
  const known = slotKeysOf(at);
  return known[kind] ??= join(kind, at, axes);
}
var slotKeysOf = onceFor((_at) => ({}));
var AXIS_PAIR = new RegExp(`^(${AXES.join("|")}):([A-Za-z0-9-]+)$`);
function parsePlaceKey(key) {
  const [characteristic, path, ...more] = key.split("@");
  if (characteristic === void 0 || characteristic === "" || path === void 0 || more.length > 0)
    return void 0;
  if (path === WHOLE) return { characteristic, at: {} };
  const pairs = path.split("/").map((pair) => AXIS_PAIR.exec(pair));
  if (pairs.some((pair) => pair === null)) return void 0;
  const at = {};
  for (const pair of pairs)
    if (pair?.[1] !== void 0 && pair[2] !== void 0) at[pair[1]] = pair[2];
  return { characteristic, at };
}
var placesOf = (layout, characteristic) => along(layout, characteristic.axes, characteristic.along ?? {}).map((at) => ({
  characteristic: characteristic.id,
  at
}));
var layoutReason = (layout, { characteristic, at }) => layout.notApplicable.find(
  (rule) => rule.characteristic === characteristic && rule.groove === at.groove && rule.member === at.member && (rule.station === void 0 || rule.station === at.station)
)?.reason;
function slotsOf(layout, kind) {
  const rule = partKindRule(layout, kind);
  return rule === void 0 ? [] : along(layout, rule.axes, rule.along ?? {}).map((at) => ({ key: slotKey(rule, at), at }));
}
function slotsAt(layout, kind, { at }) {
  const rule = partKindRule(layout, kind);
  if (rule === void 0) return [];
  if (rule.axes.every((axis) => at[axis] !== void 0)) return [slotKey(rule, at)];
  return along(layout, rule.axes, rule.along ?? {}, at).map((each) => slotKey(rule, each));
}

// ../core/src/engines/parts.ts
var PART_FACTS = ["partNumber", "maker", "material"];
var PART_IDENTITY = [
  "serial",
  "lot",
  "sizeClass",
  "hours",
  "cycles"
];
var SAID_OF_PART = [...PART_FACTS, ...PART_IDENTITY];
var NO_PARTS = {
  parts: KeptMap.empty(),
  slots: KeptMap.empty(),
  fittedCount: KeptMap.empty(),
  reports: []
};
var REPORT_CAUSES = ["partChanged", "partGone", "slotTaken", "gateSigned"];
var SETTLED_AS = ["happened", "same", "notDone"];
var kindOfSlot = (slot) => slot.slice(0, Math.max(0, slot.indexOf("@")));
var changed = () => event();
var PART_EVENTS = {
  partFitted: changed()(
    4,
    ({ parts, slots, fittedCount }, data, stamp) => {
      const { part: id2, kind, slot, state, partNumber, lot, maker = null, material = null, ...more } = data;
      const step = stepOf("fitted", slot, stamp);
      const known = parts.get(id2);
      const is = { partNumber, lot, maker, material, ...more };
      const part = known === void 0 ? { id: id2, kind, state, condition: 1, slot, ...is, history: [step] } : { ...known, slot, history: [...known.history, step] };
      return {
        parts: parts.set(id2, part),
        slots: slots.set(slot, id2),
        fittedCount: fittedCount.set(slot, (fittedCount.get(slot) ?? 0) + 1)
      };
    },
    sameWords,
    sameWords,
    sameWords
    // of a part less was asked
  ),
  /** What is read on parts that lie there already, or was written down wrongly when they were fitted. */
  partFactsSaid: changed()(
    2,
    ({ parts }, { parts: ids, facts, reason: reason2 }, { seq, at, by }) => ({
      parts: ids.reduce((so, id2) => {
        const part = so.get(id2);
        if (part === void 0) return so;
        const { said = [] } = part;
        const now = { seq, at, by: { id: by.id, name: by.name }, facts, before: saidOf(part), reason: reason2 };
        return so.set(id2, { ...part, ...facts, said: [...said, now] });
      }, parts)
    }),
    sameWords
  ),
  /** Each lies in its new slot from here on: those that only changed places did it in one act. */
  partsMoved: changed()(1, (state, { moves, reason: reason2 }, stamp) => {
    const emptied = moves.reduce((so, { from }) => from === null ? so : so.set(from, ""), state.slots);
    return {
      slots: moves.reduce((so, { part, to }) => so.set(to, part), emptied),
      parts: moves.reduce((parts, { part: id2, to }) => {
        const condition = (parts.get(id2)?.condition ?? 0) + 1;
        const step = { what: "moved", note: to, why: reason2 };
        return withStep({ ...state, parts }, id2, { slot: to, condition }, step, stamp);
      }, state.parts)
    };
  }),
  partRemoved: changed()(
    1,
    (state, { part, slot, reason: reason2 }, stamp) => ({
      parts: withStep(state, part, { slot: null }, { what: "removed", note: reason2 }, stamp),
      slots: state.slots.set(slot, "")
    })
  ),
  partReworked: changed()(
    3,
    (state, { part, condition, how, ...said }, stamp) => ({
      parts: withStep(state, part, { condition }, { ...said, note: how }, stamp)
    }),
    sameWords,
    sameWords
  ),
  factReported: changed()(
    4,
    ({ reports }, report, { seq, at, by }) => ({
      reports: [...reports, { ...report, seq, at, by: { id: by.id, name: by.name } }]
    }),
    sameWords,
    sameWords,
    sameWords
  ),
  factSettled: event()(1, ({ reports, parts, rules }, { report: about, as }, { command }) => {
    const report = reports.find(({ seq }) => seq === about);
    const isReporters = report !== void 0 && as === "happened" && rules >= 3;
    return {
      reports: reports.filter((each) => each !== report),
      ...isReporters ? { parts: doneBy(parts, command, report.by) } : {}
    };
  })
};
var slotsOfReport = ({ parts }, { slot, fact }) => fact.kind === "move" ? fact.moves.flatMap(({ part, to }) => {
  const now = parts.get(part)?.slot ?? null;
  return now === null ? [to] : [to, now];
}) : [slot];
var partIn = (state, slot) => state.parts.get(state.slots.get(slot) ?? "");
var FITTING_IS_WORK_SINCE = 6;
var OF_THE_ENGINE = ["bore", "block"];
var workOn = ({ id: id2, kind, history }, rules) => history.filter(({ what }) => {
  if (what !== "fitted") return true;
  return rules < FITTING_IS_WORK_SINCE ? kind === "ring" : !OF_THE_ENGINE.includes(kind) || !id2.endsWith("#1");
});
var nextPartId = (state, slot) => `${slot}#${(state.fittedCount.get(slot) ?? 0) + 1}`;
function stepSince(part, condition, slot, aspects) {
  if (part.condition === condition && part.slot === slot) return void 0;
  let at = 1;
  for (const step of part.history) {
    if (step.what === "fitted") continue;
    if (at >= condition && isTouchedBy(step, aspects)) return step;
    if (step.what !== "removed") at += 1;
  }
  return part.slot === slot ? void 0 : leftBy(part, slot);
}
var leftBy = ({ history }, slot) => history.slice(history.findLastIndex(({ what, note }) => isPutting(what) && note === slot) + 1).find(({ what }) => what === "removed" || what === "moved");
var isTouchedBy = ({ touches }, aspects) => touches === void 0 || aspects === void 0 || touches.some((each) => aspects.includes(each));
var everLay = ({ history }, slot) => history.some(({ what, note }) => isPutting(what) && note === slot);
var isPutting = (what) => what === "fitted" || what === "moved";
function wasDone(part, done, condition) {
  let at = 1;
  for (const { what } of part.history) {
    if (at >= condition) return false;
    if (what === done) return true;
    if (what !== "fitted" && what !== "removed") at += 1;
  }
  return false;
}
var isRework = ({ what }) => what !== "fitted" && what !== "removed" && what !== "moved";
var saidOf = (part) => ({
  partNumber: part.partNumber,
  maker: part.maker,
  material: part.material,
  ...Object.fromEntries(
    PART_IDENTITY.flatMap((fact) => part[fact] === void 0 ? [] : [[fact, part[fact]]])
  )
});
function withStep({ parts }, id2, change, { what, note, ...more }, stamp) {
  const part = parts.get(id2);
  if (part === void 0) return parts;
  const step = { ...stepOf(what, note, stamp), ...more };
  return parts.set(id2, { ...part, ...change, history: [...part.history, step] });
}
var stepOf = (what, note, { seq, at, by, command }) => ({
  seq,
  at,
  by: by.id,
  byName: by.name,
  command,
  what,
  note
});
var doneBy = (parts, command, { id: id2, name: name2 }) => parts.map(
  (part) => part.history.at(-1)?.command === command ? {
    ...part,
    history: part.history.map(
      (step) => step.command === command ? { ...step, by: id2, byName: name2 } : step
    )
  } : part
);

// ../core/src/library/limit.ts
var BOUNDS = ["min", "max", "serviceMin", "serviceMax"];
function acceptRange(limit, partState2) {
  const lower = partState2 === "reused" ? limit.serviceMin ?? limit.min : limit.min;
  const upper = partState2 === "reused" ? limit.serviceMax ?? limit.max : limit.max;
  return { lower: lower ?? -Infinity, upper: upper ?? Infinity };
}

// ../core/src/library/document.ts
var OPPOSITE = {
  min: "max",
  max: "min",
  serviceMin: "serviceMax",
  serviceMax: "serviceMin"
};
var printedBound = ({ printed, fitIs }, bound) => printed[fitIs === "interference" ? OPPOSITE[bound] : bound];
var boundValue = ({ fitIs }, figure) => fitIs === "interference" ? -baseValue(figure) + 0 : baseValue(figure);
var DOCUMENT_WORD = /^(?!.* row )[\p{L}\p{N}][\p{L}\p{N}._/()+&' -]{0,79}(?<! )$/u;
var REVISION_MOST = 30;
var revisionId = (number2, revision) => `${number2} rev ${revision}`;
var ROW_MARK = " row ";
var rowId = (revision, label) => `${revision}${ROW_MARK}${label}`;
var revisionOfRow = (row) => row.slice(0, row.indexOf(ROW_MARK));

// ../core/src/library/row-rule.ts
var GROUPS = ["engine", "bank", "head", "journal", "cylinder"];
var SPREADS_OF = ["extremes", "mids"];
var RULE_KINDS = [
  "spread",
  "relation",
  "match",
  "check",
  "tighten",
  "station"
];
var statesWindow = (row) => row.rule === void 0 || row.rule.kind === "station";

// ../core/src/evidence/size/interval.ts
function intervalOf(reading) {
  switch (reading.kind) {
    case "exact":
      return { lo: reading.value, hi: reading.value, hiOpen: false, loMeasured: true };
    case "between":
      return { lo: reading.goes, hi: reading.stops, hiOpen: true, loMeasured: true };
    case "atLeast":
      return { lo: reading.goes, hi: Infinity, hiOpen: true, loMeasured: true };
    case "under":
      return { lo: 0, hi: reading.stops, hiOpen: true, loMeasured: false };
    case "spread":
      return { lo: reading.low, hi: reading.high, hiOpen: false, loMeasured: true };
    default:
      return assertNever(reading, "intervalOf");
  }
}
function endsOf({ lo, hi, loMeasured }) {
  if (!Number.isFinite(hi)) return { low: lo, high: lo };
  return loMeasured ? { low: lo, high: hi } : { low: hi, high: hi };
}

// ../core/src/bench/temperature-doubt.ts
var REFERENCE = 2e4;
var NEAR = 3e3;
function millikelvin(text2) {
  const match = /^\s*([+-]?)(\d{1,3})(?:[.,](\d{1,3}))?\s*$/.exec(text2.replace(/[\u2013\u2014\u2212]/g, "-"));
  if (match === null) return void 0;
  const [, sign = "", whole = "0", part = ""] = match;
  const size = Number(whole) * 1e3 + Number(part.padEnd(3, "0"));
  const found = sign === "-" && size !== 0 ? -size : size;
  return found < -6e4 || found > 3e5 ? void 0 : found;
}
function temperatureDoubt({
  part,
  gauge,
  metal = "iron"
}) {
  if (Math.abs(part - gauge) > NEAR) return "apart";
  return metal !== "iron" && Math.abs(part - REFERENCE) > NEAR ? "metals" : void 0;
}

// ../core/src/bench/taken-how.ts
var DATUM_WORDS = {
  deck: "the deck",
  skirtEnd: "the skirt end",
  flange: "the flange"
};
var depthWords = ({ size, datum }) => `${size.text} ${size.unit} from ${DATUM_WORDS[datum]}`;
var depthAsked = ({ stations }, { depth }, { at }) => depth === void 0 ? void 0 : stations.find(({ id: id2 }) => id2 === at.station);
function takenHow(layout, characteristic, where, said) {
  const place = placeKey(where);
  const conditions = conditionsOf(layout, characteristic, said, place);
  if (!conditions.ok) return conditions;
  const station = depthAsked(layout, characteristic, where);
  const depth = depthOf2(station, said, place);
  if (!depth.ok) return depth;
  const temperatures = temperaturesOf(characteristic, said, place);
  if (!temperatures.ok) return temperatures;
  const isElsewhere = station !== void 0 && depth.value !== void 0 && (depth.value.datum !== station.datum || depth.value.size.nm !== station.distance.nm);
  return ok({
    ...conditions.value.length === 0 ? {} : { conditions: conditions.value },
    ...depth.value === void 0 ? {} : { depth: depth.value },
    ...temperatures.value === void 0 ? {} : { temperatures: temperatures.value },
    ...isElsewhere ? {
      elsewhere: `Taken at ${depthWords(depth.value)}; the station is ${depthWords({ size: station.distance, datum: station.datum })}.`
    } : {}
  });
}
function conditionsOf(layout, { conditions = [] }, { conditions: said = [] }, place) {
  const found = [];
  for (const condition of conditions) {
    const { id: id2, name: name2 } = condition;
    const choices = choicesHere(layout, condition);
    const is = said.find((each) => each.condition === id2)?.is;
    if (is === void 0 || !choices.some((choice) => choice.id === is))
      return refuse("CONDITION_OPEN", { place, condition: name2, choices: choices.map(({ text: text2 }) => text2) });
    found.push({ condition: id2, is });
  }
  return ok(found);
}
var choicesHere = ({ crown }, { choices }) => choices.filter((choice) => choice.not === void 0 || choice.not !== crown);
function settingOf({ setting: isSet }, { setting: said }, place) {
  if (isSet === void 0) return ok(void 0);
  const nm = said === void 0 ? void 0 : decimalLength(said.text.trim().replace(",", "."), said.unit);
  if (said === void 0 || nm === void 0 || said.against.trim() === "")
    return refuse("SETTING_OPEN", { place, text: said?.text ?? "" });
  const size = { text: said.text.trim(), unit: said.unit, nm };
  return ok({ size, against: said.against.trim().normalize("NFC") });
}
function depthOf2(station, { depth: said }, place) {
  if (station === void 0) return ok(void 0);
  const asked = depthWords({ size: station.distance, datum: station.datum });
  const text2 = said?.text.trim() ?? "";
  const nm = said === void 0 ? void 0 : decimalLength(text2.replace(",", "."), said.unit);
  if (said === void 0 || nm === void 0) return refuse("DEPTH_OPEN", { place, station: asked, text: text2 });
  return ok({ size: { text: text2, unit: said.unit, nm }, datum: said.datum });
}
function temperaturesOf({ temperatures: asked, metal }, { temperatures: said }, place) {
  if (asked === void 0) return ok(void 0);
  const part = said === void 0 ? void 0 : millikelvin(said.part);
  const gauge = said === void 0 ? void 0 : millikelvin(said.gauge);
  if (said === void 0 || part === void 0 || gauge === void 0)
    return refuse("TEMPERATURE_OPEN", {
      place,
      text: [said?.part ?? "", said?.gauge ?? ""].filter((each) => each.trim() !== "").join(", ")
    });
  const kept = said.kept?.trim().normalize("NFC") ?? "";
  const doubt = temperatureDoubt({ part, gauge, metal });
  if (doubt !== void 0 && kept === "")
    return refuse("TEMPERATURES_ASK", { place, doubt, part: said.part.trim(), gauge: said.gauge.trim() });
  return ok({ part, gauge, ...doubt === void 0 ? {} : { kept } });
}

// ../core/src/bench/journal-class.ts
function journalClass({ standard, undersizes }, { least, most }) {
  const classes = [ZERO, ...undersizes.map(({ nm }) => nm)].sort((a, b) => a - b);
  const off = standard.nm - (least + most) / 2;
  const under = classes.reduce((so, each) => Math.abs(off - each) < Math.abs(off - so) ? each : so, ZERO);
  const step = Math.min(...classes.slice(1).map((each, i) => each - (classes[i] ?? ZERO)));
  return { under, isSure: Math.abs(off - under) < step / 2 && most - least < step / 2 };
}

// ../core/src/bench/fit-from-parts.ts
function fitFromParts({
  hole,
  shaft
}) {
  if (hole.length === 0 || shaft.length === 0) throw new RangeError("a fit has a hole and a shaft");
  return {
    least: roundToNanometres(Math.min(...hole) - Math.max(...shaft)),
    most: roundToNanometres(Math.max(...hole) - Math.min(...shaft)),
    mean: roundToNanometres(meanOf(hole) - meanOf(shaft))
  };
}
var meanOf = (all) => all.reduce((sum, each) => sum + each, 0) / all.length;

// ../core/src/bench/derived-size.ts
var DERIVE = {
  // The tightest place is the smallest of the one with the largest of the other, wherever around they were taken.
  difference: (of, less) => {
    const { least, most } = fitFromParts({ hole: endsOf2(of), shaft: endsOf2(less) });
    return { low: least, high: most };
  },
  range: (of) => apart(of),
  meanRange: (of) => apart(levelsOf(of).map(([, mean]) => mean)),
  taper: (of) => {
    const less = topLessBottom(of);
    if (less === void 0) return void 0;
    const sizes = [Math.abs(less.low), Math.abs(less.high)];
    return { low: less.low <= 0 && less.high >= 0 ? 0 : Math.min(...sizes), high: Math.max(...sizes) };
  },
  // No bore is narrower for being worn: what is below its size was never that large, or was measured wrong.
  wear: (of, less) => {
    const [made] = less;
    if (made === void 0) return void 0;
    const over = (ends) => Math.max(0, Math.max(...ends) - made.lo);
    return { low: over(of.map(({ lo }) => lo)), high: over(of.map(({ hi }) => hi)) };
  },
  choke: (of) => {
    const less = topLessBottom(of);
    return less === void 0 ? void 0 : { low: Math.max(0, -less.high), high: Math.max(0, -less.low) };
  }
};
var endsOf2 = (all) => all.flatMap(({ lo, hi }) => [lo, hi]);
function apart(all) {
  const [los, his] = [all.map(({ lo }) => lo), all.map(({ hi }) => hi)];
  return {
    low: Math.max(0, Math.max(...los) - Math.min(...his)),
    high: Math.max(...his) - Math.min(...los)
  };
}
function levelsOf(all) {
  const levels = /* @__PURE__ */ new Map();
  for (const each of all) levels.set(each.depth ?? 0, [...levels.get(each.depth ?? 0) ?? [], each]);
  const mean = (sizes) => sizes.reduce((sum, each) => sum + each, 0) / sizes.length;
  return [...levels].sort(([a], [b]) => a - b).map(([depth, at]) => [depth, { lo: mean(at.map(({ lo }) => lo)), hi: mean(at.map(({ hi }) => hi)) }]);
}
function topLessBottom(all) {
  const levels = levelsOf(all);
  const [top, bottom] = [levels[0]?.[1], levels.at(-1)?.[1]];
  return levels.length < 2 || top === void 0 || bottom === void 0 ? void 0 : { low: top.lo - bottom.hi, high: top.hi - bottom.lo };
}
function derivedSize(rule, of, less = [], rules = ONE_POINT_SINCE) {
  if (of.length === 0 || (rule === "difference" || rule === "wear") && less.length === 0) return void 0;
  if (rules >= ONE_POINT_SINCE && isOnePoint(rule, of)) return void 0;
  const at = (all) => all.map(({ size, depth }) => ({ ...intervalOf(size), ...depth === void 0 ? {} : { depth } }));
  const [minuend, other] = [at(of), at(less)];
  if ([...minuend, ...other].some(({ hi }) => !Number.isFinite(hi))) return void 0;
  const ends = DERIVE[rule](minuend, other);
  if (ends === void 0) return void 0;
  const { low, high } = ends;
  const isReal = [...of, ...less].every(({ size: { kind } }) => kind === "exact" || kind === "spread");
  if (rule === "range" && isReal) return { kind: "exact", value: nanometres(high) };
  if (low === high) return { kind: "exact", value: roundToNanometres(low) };
  return rule === "difference" && [...minuend, ...other].every(({ lo, hi }) => lo === hi) ? { kind: "spread", low: nanometres(low), high: nanometres(high) } : { kind: "between", goes: roundToNanometres(low), stops: roundToNanometres(high) };
}
var ONE_POINT_SINCE = 8;
var isOnePoint = (rule, of) => rule === "range" && of.length < 2 && of.every(({ size: { kind } }) => kind !== "spread");

// ../core/src/bench/sheet-model.ts
var ACROSS = ["journal", "cylinder", "head", "bank"];
var BESIDE = {
  journal: ["cylinder", "direction"],
  cylinder: ["direction"]
};
var TOGETHER = [["groove", "member"]];
function sheetModel(layout, characteristic, most = Infinity) {
  const axes = axesOf(characteristic);
  const places = placesOf(layout, characteristic);
  const [main] = axes.across;
  const columns = inOrder(
    distinct(places.map(({ at }) => only(at, axes.across))),
    main === void 0 ? [] : [main]
  );
  const made = characteristic.parts.join() === "journal" ? layout.regrind?.find(({ journals }) => journals === characteristic.along?.journal) : void 0;
  return {
    characteristic,
    ...made === void 0 ? {} : { made },
    blocks: split(layout, columns, axes.across, most).map((block) => ({
      ...block,
      heads: headsOf(layout, characteristic, block.columns),
      groups: groupsOf(places, block.columns, axes)
    }))
  };
}
var axesOf = onceFor(({ axes }) => {
  const main = ACROSS.find((axis) => axes.includes(axis));
  const beside = main === void 0 ? void 0 : BESIDE[main]?.find((axis) => axes.includes(axis));
  const across = [...main === void 0 ? [] : [main], ...beside === void 0 ? [] : [beside]];
  const down = [];
  for (const axis of AXES) {
    if (!axes.includes(axis) || across.includes(axis)) continue;
    const fellows = TOGETHER.find((group) => group.includes(axis));
    const before = down.at(-1);
    if (before !== void 0 && fellows?.includes(before[0] ?? axis) === true) before.push(axis);
    else down.push([axis]);
  }
  return { across, groups: down.slice(0, -1).flat(), lines: down.at(-1) ?? [] };
});
function inOrder(columns, axes) {
  const groups = /* @__PURE__ */ new Map();
  for (const at of columns) {
    const key = textOf(only(at, axes));
    groups.set(key, [...groups.get(key) ?? [], at]);
  }
  return [...groups.values()].flat();
}
function headsOf({ heads = [] }, characteristic, columns) {
  const { across } = axesOf(characteristic);
  const [main] = across;
  const headOf = ({ cylinder = "" }) => {
    const found2 = heads.find(({ cylinders }) => cylinders.includes(cylinder));
    return found2 === void 0 ? {} : { head: found2.id };
  };
  const over = across.length > 1 && main !== void 0 ? (at) => only(at, [main]) : characteristic.under === "head" && heads.length > 0 ? headOf : void 0;
  if (over === void 0) return [];
  const found = [];
  for (const column of columns) {
    const at = over(column);
    const last = found.at(-1);
    if (last !== void 0 && textOf(last.at) === textOf(at)) last.span += 1;
    else found.push({ at, span: 1 });
  }
  return found;
}
var only = (at, axes) => Object.fromEntries(axes.flatMap((axis) => at[axis] === void 0 ? [] : [[axis, at[axis]]]));
var textOf = (at) => AXES.map((axis) => at[axis] ?? "").join("/");
function distinct(all) {
  return [...new Map(all.map((at) => [textOf(at), at])).values()];
}
function split({ banks, cylinders }, columns, across, most) {
  if (columns.length <= most) return columns.length === 0 ? [] : [{ columns }];
  const [main] = across;
  if (main !== "cylinder" || banks.length < 2) return countedOff(columns, across, most);
  const bankOf = new Map(cylinders.map(({ id: id2, bank }) => [id2, bank]));
  return banks.flatMap(({ id: id2 }) => {
    const own = columns.filter(({ cylinder }) => bankOf.get(cylinder ?? "") === id2);
    return countedOff(own, across, most).map((block) => ({ ...block, bank: id2 }));
  });
}
function countedOff(columns, across, most) {
  if (columns.length <= most) return columns.length === 0 ? [] : [{ columns }];
  const whole = across.length < 2 ? columns.map((at) => [at]) : wholes(columns, across[0]);
  const widest = Math.max(...whole.map(({ length }) => length));
  const blocks = Math.ceil(whole.length / Math.max(1, Math.floor(most / widest)));
  const each = Math.ceil(whole.length / blocks);
  return Array.from({ length: blocks }, (_, i) => ({
    columns: whole.slice(i * each, (i + 1) * each).flat()
  })).filter((block) => block.columns.length > 0);
}
function wholes(columns, main) {
  const found = /* @__PURE__ */ new Map();
  for (const at of columns) {
    const key = main === void 0 ? "" : at[main] ?? "";
    found.set(key, [...found.get(key) ?? [], at]);
  }
  return [...found.values()];
}
function groupsOf(places, columns, { across, groups, lines }) {
  const columnOf = new Map(columns.map((at, i) => [textOf(at), i]));
  const found = /* @__PURE__ */ new Map();
  for (const place of places) {
    const column = columnOf.get(textOf(only(place.at, across)));
    if (column === void 0) continue;
    const [group, line] = [only(place.at, groups), only(place.at, lines)];
    const inGroup = found.get(textOf(group)) ?? { at: group, lines: /* @__PURE__ */ new Map() };
    const inLine = inGroup.lines.get(textOf(line)) ?? {
      at: line,
      places: columns.map(() => void 0)
    };
    inLine.places[column] = place;
    inGroup.lines.set(textOf(line), inLine);
    found.set(textOf(group), inGroup);
  }
  return [...found.values()].map((group) => ({ at: group.at, lines: [...group.lines.values()] }));
}
var placesOnSheet = ({ blocks }) => blocks.flatMap(
  ({ groups }) => groups.flatMap(
    ({ lines }) => lines.flatMap(({ places }) => places.filter((place) => place !== void 0))
  )
);
function computedLines(model) {
  const { characteristic, blocks } = model;
  const { across, groups, lines } = axesOf(characteristic);
  const rowAxes = rowAxesOf(characteristic);
  const isAlike = ![...groups, ...lines].some((axis) => rowAxes.includes(axis));
  const down = Math.max(0, ...blocks.map((block) => block.groups.flatMap((group) => group.lines).length));
  const most = across.length > 1 ? down * 2 : down;
  if (!isAlike || most < 2 || quantityOf(characteristic) !== "length") return [];
  switch (characteristic.wear) {
    case "grows":
      return ["largest", "range"];
    case "shrinks":
      return ["smallest", "range", ...model.made === void 0 ? [] : ["under"]];
    default:
      return ["largest", "smallest", "range"];
  }
}
function spansOf({ columns, heads }, { characteristic }) {
  if (axesOf(characteristic).across.length < 2) return columns.map((at, from2) => ({ at, from: from2, span: 1 }));
  let from = 0;
  return heads.map(({ at, span }) => {
    from += span;
    return { at, from: from - span, span };
  });
}
var placesInColumns = ({ groups }, { from, span }) => groups.flatMap(
  ({ lines }) => lines.flatMap(({ places }) => places.slice(from, from + span).filter((place) => place !== void 0))
);
function computedSize(kind, sizes, made) {
  if (kind === "under") return classOf(sizes, made);
  if (kind === "range")
    return sizes.length < 2 ? void 0 : derivedSize(
      "range",
      sizes.map((size) => ({ size }))
    );
  const side = kind === "largest" ? 1 : -1;
  const end = (size) => {
    const { lo, hi } = intervalOf(size);
    return kind === "largest" ? hi : lo;
  };
  return [...sizes].sort((a, b) => side * (end(b) - end(a)))[0];
}
function classOf(sizes, made) {
  const ends = sizes.map(intervalOf);
  const [least, most] = [Math.min(...ends.map(({ lo }) => lo)), Math.max(...ends.map(({ hi }) => hi))];
  if (made === void 0 || ends.length === 0 || !Number.isFinite(most)) return void 0;
  const { under, isSure } = journalClass(made, { least, most });
  return isSure ? { kind: "exact", value: under } : void 0;
}

// ../contract/src/common/values.ts
import * as z from "zod";
var text = (most) => z.string().max(most).refine((value) => !new RegExp("\\p{Surrogate}", "u").test(value), { error: "holds half of a character" }).transform((value) => value.normalize("NFC"));
var name = text(120);
var reason = text(2e3);
var id = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9._ -]{0,79}$/, {
  error: "up to 80 letters from A to Z, digits, spaces and . _ -, beginning with a letter or a digit"
});
var DOCUMENT_WORD_WORDS = "up to 80 letters, digits, spaces and . _ / ( ) + & ' -, beginning with a letter or a digit, without the word row";
var documentWord = z.string().regex(DOCUMENT_WORD, { error: DOCUMENT_WORD_WORDS });
var revisionWord = documentWord.max(REVISION_MOST, {
  error: `more than ${REVISION_MOST} characters`
});
var isoDate = z.iso.date();
var instant = z.iso.datetime({ precision: 3 });
var lengthOnTheWire = z.int().transform(nanometres);
var lengthUnit = z.enum(LENGTH_UNITS);
var partState = z.enum(PART_STATES);
var fitState = z.enum(FIT_STATES);
var sha256 = z.string().regex(/^[0-9a-f]{64}$/);
var printedLength = z.object({
  text: z.string(),
  unit: lengthUnit,
  nm: lengthOnTheWire
});
var figureUnit = z.enum(FIGURE_UNITS);
var printedFigure = z.union([
  printedLength,
  z.object({ text: z.string(), unit: z.enum(PLAIN_UNITS), value: z.number() })
]);
var perBound = (value) => z.object({
  min: z.exactOptional(value),
  max: z.exactOptional(value),
  serviceMin: z.exactOptional(value),
  serviceMax: z.exactOptional(value)
});
var boundOnTheWire = z.number().transform((value) => value);
var lifeLimit = z.object({
  unit: z.enum(LIFE_UNITS),
  limit: perBound(z.number())
});

// ../contract/src/words/place-words.ts
var AXIS_WORDS = {
  cylinder: "cylinder",
  bank: "bank",
  head: "head",
  journal: "journal",
  groove: "groove",
  member: "ring or rail",
  station: "station",
  direction: "direction",
  point: "point",
  fastener: "bolt or nut"
};
var PART_WORDS = {
  bore: ["bore", "bores"],
  block: ["block bore", "block bores"],
  ring: ["ring", "rings"],
  piston: ["piston", "pistons"],
  pin: ["pin", "pins"],
  rod: ["rod", "rods"],
  liner: ["liner", "liners"],
  journal: ["journal", "journals"],
  shell: ["shell", "shells"],
  bolt: ["bolt", "bolts"],
  rodShell: ["rod shell", "rod shells"],
  clip: ["pair of clips", "pairs of clips"],
  cap: ["rod cap", "rod caps"],
  mainCap: ["main cap", "main caps"],
  bush: ["bush", "bushes"],
  shim: ["shim", "shims"],
  thrustWasher: ["set of thrust washers", "sets of thrust washers"],
  nozzle: ["cooling nozzle", "cooling nozzles"]
};
function partWords(layout, kind) {
  const declared = layout?.partKinds?.find((each) => each.kind === kind);
  if (declared !== void 0) return [declared.name, declared.names];
  return Object.hasOwn(PART_WORDS, kind) ? PART_WORDS[kind] ?? [kind, kind] : [kind, `${kind}s`];
}
var SHORT_DATUM = { deck: "from deck", skirtEnd: "from skirt", flange: "from flange" };
var UNIT_WORDS = { thou: "thou", in: "in", mm: "mm", um: "\xB5m" };
var unitWord = (unit) => UNIT_WORDS[unit];
var stationWords = ({ label, distance, datum }) => {
  const depth = `${distance.text} ${unitWord(distance.unit)} from ${DATUM_WORDS[datum]}`;
  return label === "" || label === depth ? depth : `${label}, ${depth}`;
};
var shortStationWords = ({ label, distance, datum }) => {
  const depth = `${distance.text} ${unitWord(distance.unit)}`;
  return label === "" ? `${depth} ${SHORT_DATUM[datum]}` : `${label}, ${depth}`;
};
function placeWords(layout, { at }) {
  const groove = layout.grooves.find(({ id: id2 }) => id2 === at.groove);
  const member = groove?.members.find(({ id: id2 }) => id2 === at.member);
  const found = layout.stations.find(({ id: id2 }) => id2 === at.station);
  const cylinder = layout.cylinders.find(({ id: id2 }) => id2 === at.cylinder)?.label ?? "";
  const alone = groove?.members.length === 1;
  const ring = groove === void 0 ? "" : alone || member === void 0 ? groove.label : `${groove.label}, ${member.label}`;
  const station = found === void 0 ? "" : stationWords(found);
  const named = found === void 0 || found.label === "" ? station : found.label;
  const shortStation = found === void 0 ? "" : shortStationWords(found);
  const others = otherWords(layout, at);
  const whole = [cylinder, ring.charAt(0).toLowerCase() + ring.slice(1), named, ...others].filter((part) => part !== "").join(", ");
  return { cylinder, ring, station, shortStation, whole };
}
function placeInJob(pin, key) {
  if (pin === void 0) return key;
  const words = placeWordsOf(pin.model.layout, key);
  const name2 = nameOf(pin, parsePlaceKey(key)?.characteristic);
  if (words === "") return name2 ?? key;
  return name2 === void 0 || pin.characteristics.length < 2 ? words : `${name2}, ${words}`;
}
function placeTitle(pin, { characteristic, at }) {
  const { layout } = pin.model;
  const measured = pin.characteristics.find(({ id: id2 }) => id2 === characteristic);
  if (measured === void 0) return { title: placeWords(layout, { characteristic, at }).whole, line: "" };
  const { across, groups, lines } = axesOf(measured);
  const head = (axes) => headWords(
    layout,
    Object.fromEntries(axes.flatMap((axis) => at[axis] === void 0 ? [] : [[axis, at[axis]]]))
  );
  const [column, group] = [head(across), head(groups)];
  const where = column === "" || group === "" ? `${column}${group}` : `${column}, ${group.charAt(0).toLowerCase()}${group.slice(1)}`;
  const title = where === "" ? measured.name : where;
  const name2 = pin.characteristics.length > 1 && title !== measured.name ? [measured.name] : [];
  return { title, line: [head(lines), ...name2].filter((part) => part !== "").join(", ") };
}
var nameOf = ({ characteristics }, id2) => characteristics.find((each) => each.id === id2)?.name;
function variantWords(layout, { cylinders, partNumber, pistonMaterial } = {}) {
  const named = (cylinders ?? []).map((id2) => layout?.cylinders.find((each) => each.id === id2)?.label ?? id2);
  const part = partNumber === void 0 ? "" : partNumber === null ? "parts without a number" : partNumber === "" ? "parts of any other number" : `part ${partNumber}`;
  const piston = pistonMaterial === void 0 ? "" : pistonMaterial === null ? "pistons of a material that nobody knows" : pistonMaterial === "" ? "pistons of any other material" : `pistons of ${pistonMaterial}`;
  return [named.join(" and "), part, piston].filter((each) => each !== "").join(", ");
}
var COMPUTED_WORDS = {
  largest: "largest",
  smallest: "smallest",
  range: "differ by",
  under: "ground under"
};
function axesWords(axes) {
  const words = axes.map((axis) => axis === "groove" || axis === "member" ? "ring" : AXIS_WORDS[axis]);
  return [...new Set(words)].join(" and ");
}
function headWords(layout, at, isShort = false) {
  const { cylinder, ring, station, shortStation } = placeWords(layout, { characteristic: "", at });
  return [cylinder, ring, isShort ? shortStation : station, ...otherWords(layout, at)].filter((part) => part !== "").join(", ");
}
var SET_OF = {
  cylinder: null,
  groove: null,
  member: null,
  station: null,
  bank: ({ banks }) => banks,
  head: ({ heads }) => heads,
  journal: ({ journals }) => journals,
  direction: ({ directions }) => directions,
  point: ({ points }) => points,
  fastener: ({ fasteners }) => fasteners
};
var otherWords = (layout, at) => AXES_IN_WORDS.flatMap((axis) => {
  const [set, id2] = [SET_OF[axis], at[axis]];
  if (set === null || id2 === void 0) return [];
  return [set(layout)?.find((each) => each.id === id2)?.label ?? id2];
});
var AXES_IN_WORDS = Object.keys(SET_OF);
function slotWords(layout, slot) {
  const place = parsePlaceKey(slot);
  const [one] = partWords(layout, place?.characteristic ?? slot);
  const where = place === void 0 ? "" : placeWords(layout, place).whole;
  const isNamed = place?.at.groove !== void 0;
  const whole = [...isNamed ? [] : [one], where].filter((each) => each !== "").join(", ");
  return whole.charAt(0).toUpperCase() + (isNamed ? whole.slice(1) : lowered(whole.slice(1)));
}
var lowered = (text2) => text2.replaceAll(/, ([A-Z])/gu, (_, first) => `, ${first.toLowerCase()}`);
function placeWordsOf(layout, key) {
  const place = parsePlaceKey(key);
  return place === void 0 ? key : placeWords(layout, place).whole;
}

// ../contract/src/words/route-words.ts
function routeFaultWords(fault) {
  switch (fault.kind) {
    case "stageTwice":
      return `the stage ${fault.stage} comes twice`;
    case "sheetTwice":
      return `the sheet ${fault.sheet} is taken at two gates`;
    case "restsOnLater":
      return `${fault.stage} rests on ${fault.on}, which does not come before it`;
    case "nobodyLooks":
      return "no gate asks that the serial is read on the engine (identityConfirmed)";
    case "sealedOver":
      return `the last gate seals the record: it has no sheet, waits for the gates before it (gatesBefore), and rests on every one; ${fault.stage} does not fit that`;
  }
}
var CONDITION_WORDS = {
  identityConfirmed: "the serial is read on the engine",
  documentsCurrent: "the documents are checked to be current",
  instrumentsInDate: "the gauges are within their checks",
  placesAccepted: "every place is accepted",
  findingsDecided: "every finding is decided",
  gatesBefore: "the gates before it are signed",
  mapComplete: "the map of how everything was found is whole",
  partsRefitted: "what ran in lies as it was found, and what is used up is new",
  partsInspected: "every part that goes in again is looked at, and what was rejected is decided"
};
function shopRouteFaultWords(fault) {
  switch (fault.kind) {
    case "leftOut":
      return `the gate ${fault.stage} always waits until ${CONDITION_WORDS[fault.condition]}`;
    case "noSheet":
      return `nobody knows a sheet ${fault.sheet}`;
    case "nothingCovered":
      return "nothing says what its record covers";
    case "nobodySigns":
      return `nobody signs at ${fault.stage}`;
    case "lookWithoutSheet":
      return `a second look at ${fault.sheet} is asked for at ${fault.stage}, where it is not measured`;
    default:
      return routeFaultWords(fault);
  }
}

// ../contract/src/words/server-problem-words.ts
var SERVER_PROBLEM_WORDS = {
  BODY_WRONG: ({ path, message }) => ({
    what: path === "" ? message : `\u201C${fieldName(path)}\u201D: ${message}`,
    where: path === "" ? "the request" : path,
    next: "Correct it and send it again."
  }),
  NOT_SIGNED_IN: () => ({
    what: "Nobody is signed in",
    where: "this tablet",
    next: "Sign in; what you typed is kept."
  }),
  PIN_WRONG: ({ person, left }) => ({
    what: "The PIN is wrong",
    where: person,
    next: `Try again: ${left} ${left === 1 ? "try" : "tries"} left before a pause.`
  }),
  PIN_LOCKED: ({ person, seconds }) => ({
    what: "Too many wrong PINs",
    where: person,
    next: `Wait ${seconds} seconds, then try again.`
  }),
  PIN_NEEDED: ({ action }) => ({
    what: "The PIN is missing",
    where: action,
    next: "Type your PIN: it is your signature."
  }),
  PIN_TO_CHOOSE: ({ person }) => ({
    what: "The manager knows this PIN: nothing can be done with it",
    where: person,
    next: "Choose your own first; it is your signature."
  }),
  PIN_SPENT: ({ person }) => ({
    what: "This PIN was for one sign-in, and that has been",
    where: person,
    next: "Ask a manager for another one, and choose your own with it."
  }),
  PIN_THE_SAME: ({ person }) => ({
    what: "That is the PIN that you have",
    where: person,
    next: "Choose another one."
  }),
  CLOCK_IN_DOUBT: (doubt) => ({
    what: clockWords(doubt),
    where: "the server\u2019s clock",
    next: "Nothing is written until it is set right, or a manager confirms it on the Shop page. What you did is kept."
  }),
  CLOCK_NOT_IN_DOUBT: ({ clock }) => ({
    what: nothingSpeaksAgainst(clock),
    where: "the server\u2019s clock",
    next: "There is nothing to confirm."
  }),
  COMMAND_ID_REUSED: ({ command }) => ({
    what: "This command id was used for something else",
    where: command,
    next: "Reload the page and do it again."
  }),
  JOB_UNKNOWN: ({ job }) => ({ what: "There is no such job", where: job, next: "Choose one on the Floor." }),
  NOT_FOUND: ({ path }) => ({
    what: "There is nothing here",
    where: path,
    next: "Go to the Floor and start from there."
  }),
  NOT_SEALED: ({ job }) => ({
    what: "The record is not sealed yet",
    where: job,
    next: "It can be printed and exported after the Release gate is signed."
  }),
  ROUTE_WRONG: ({ file, because }) => ({
    what: "This route cannot be followed",
    where: `${file}: ${because}`,
    next: "Put the file right or take it out of the folder, then start again."
  }),
  NOT_SET_UP: () => ({
    what: "The shop is not set up yet",
    where: "this data folder",
    next: "Open the application in a browser and set it up."
  }),
  TABLE_WRONG: ({ errors, file }) => ({
    what: `${errors} ${errors === 1 ? "cell is" : "cells are"} wrong; nothing was written`,
    where: file,
    next: "Correct the cells that are listed and read the file again."
  }),
  FILE_NOT_TEXT: ({ file, because }) => ({
    what: `The file cannot be read: ${because}`,
    where: file,
    next: "Save it as CSV in UTF-8 and read it again."
  }),
  FILE_TOO_LARGE: ({ limit }) => ({
    what: `The file is larger than ${limit}`,
    where: "upload",
    next: "Split it, or leave out what is not a limit row."
  }),
  FILE_NOT_THAT_TYPE: ({ file, wanted, found }) => ({
    what: `${file} is not what its name says: ${found}`,
    where: file,
    next: `Choose ${wanted}. The content counts, not the name.`
  }),
  FILE_UNSAFE: ({ file, because }) => ({
    what: `The file was not opened: ${because}`,
    where: file,
    next: "Open it in a spreadsheet program that you trust, and save the one sheet as CSV."
  }),
  SHEET_WRONG: ({ file, sheet }) => ({
    what: `There is no sheet ${sheet + 1} in the file`,
    where: file,
    next: "Choose one of the sheets that are listed."
  }),
  QUESTIONS_OPEN: ({ file, questions }) => ({
    what: `${questions} ${questions === 1 ? "question is" : "questions are"} not answered; nothing was written`,
    where: file,
    next: "Say which unit controls, and what a second acceptance is, row by row."
  }),
  UPLOAD_UNKNOWN: ({ upload }) => ({
    what: "This uploaded file is no longer here",
    where: upload,
    next: "Choose the file again."
  }),
  IMPORT_RUNS: ({ file }) => ({
    what: `An import is running: ${file}`,
    where: "library",
    next: "Wait until it is finished, or cancel it."
  }),
  TOO_MANY_REQUESTS: () => ({
    what: "Too many requests at once",
    where: "this tablet",
    next: "Wait a minute and try again."
  }),
  HOST_UNKNOWN: ({ host }) => ({
    what: `This server is not called ${host}`,
    where: "the address that was asked for",
    next: "Use the address that the server printed when it started, or start it with --name and this one."
  }),
  CROSS_SITE: ({ from }) => ({
    what: "Another page asked for this, and it was not done",
    where: from,
    next: "Do it on a page of this application, at the address that it was opened with."
  }),
  CONTENT_TYPE_WRONG: ({ wanted, found }) => ({
    what: `The request says that it is ${found === "" ? "of no kind" : found}`,
    where: "content type",
    next: `Send it as ${wanted}.`
  }),
  REQUEST_BROKEN: ({ because }) => ({
    what: `The request cannot be read: ${because}`,
    where: "request",
    next: "Reload the page and do it again."
  }),
  FILE_TOO_MUCH: ({ file, limit }) => ({
    what: `The file was not read to its end: ${limit}`,
    where: file,
    next: "Save the one sheet as CSV without what is not a limit row, or split it."
  }),
  BACKUP_WRONG: ({ file, because }) => ({
    what: `This backup cannot be used: ${because}`,
    where: file,
    next: "Take the one before it, or make another while the shop still stands."
  }),
  FOLDER_NOT_EMPTY: ({ folder }) => ({
    what: "There is something in this folder already",
    where: folder,
    next: "Restore into a new folder with --data; nothing is written over."
  }),
  DISK_FULL: ({ folder }) => ({
    what: "The disk of the server is full; nothing was written",
    where: folder,
    next: "What you did is kept on the tablet. Whoever keeps the server makes room; then it goes out by itself."
  }),
  FOLDER_NOT_WRITABLE: ({ folder }) => ({
    what: "The server may not write into its data folder",
    where: folder,
    next: "Give the folder back to the user that the server runs as, and look whether the disk is mounted for reading only."
  }),
  DATABASE_DAMAGED: ({ folder }) => ({
    what: "The database cannot be read: it is damaged, or is none",
    where: folder,
    next: "Stop the server, keep the folder as it is, and restore the newest backup into another one."
  }),
  DATABASE_FOREIGN: ({ folder }) => ({
    what: "This database was made by another program; nothing in it was touched",
    where: `${folder}/oak-gate.sqlite`,
    next: "Start on another folder with --data, or put the shop\u2019s own database back from a backup."
  }),
  DATABASE_GONE: ({ folder }) => ({
    what: "The database\u2019s file was taken away or exchanged while the server works; nothing more is written",
    where: `${folder}/oak-gate.sqlite`,
    next: "Stop the server, put the file back as it was or restore the newest backup into another folder, and start again."
  }),
  BACKUP_FAILED: ({ to, because }) => ({
    what: `The last backup failed: ${because}`,
    where: to,
    next: "Whoever keeps the server looks at the folder and its disk; it is tried again by itself."
  }),
  FOLDER_IN_USE: ({ folder }) => ({
    what: "Another server works on this data folder",
    where: folder,
    next: "Stop it first, or start this one on another folder with --data."
  }),
  OTHER_HANDS: ({ author, person }) => ({
    what: `${author} gave this, and the tablet is in the hands of ${person}`,
    where: "kept on this tablet",
    next: `It waits until ${author} takes over this tablet again.`
  }),
  CHAIN_DAMAGED: ({ chain, because, entry, promised }) => ({
    what: `${chainName(chain)} was changed behind the program\u2019s back`,
    where: DAMAGE_WORDS[because](entry, promised),
    next: "Nothing is written to it any more. Put the whole data folder back from a backup, and compare sealed records with their signed prints."
  }),
  CHAIN_NEWER: ({ chain, entry, type, version }) => ({
    what: `${chainName(chain)} was written by a newer program`,
    where: `entry ${entry} (${type}, version ${version})`,
    next: "It can be looked at up to there, and nothing is written. Update this program, then open it again."
  }),
  FOLDER_NEWER: ({ folder, version, known }) => ({
    what: "This data folder belongs to a newer program; nothing in it was touched",
    where: `${folder}: version ${version}, this program knows ${known}`,
    next: "Start the newer program, or put back a backup that this program made."
  }),
  DATABASE_MISSING: ({ folder }) => ({
    what: "The database is missing, and the shop\u2019s key is there: this is no empty folder",
    where: `${folder}/oak-gate.sqlite`,
    next: "Put the whole data folder back from a backup, or start on another folder with --data."
  }),
  SEAL_KEY_MISSING: ({ keyId, folder }) => ({
    what: `The shop\u2019s key ${keyId} is missing, and the ledger knows it`,
    where: `${folder}/keys`,
    next: "Put keys/ back from a backup. If the key is lost for good, a manager replaces it with: npm run replace-key."
  }),
  SEAL_KEY_FOREIGN: ({ keyId, found, folder }) => ({
    what: `The key in this folder is ${found}; the ledger of the shop knows ${keyId}`,
    where: `${folder}/keys`,
    next: "Put the shop\u2019s own keys/ back from a backup. If that key is lost for good, take the other one away, and a manager replaces it with: npm run replace-key."
  }),
  SEAL_NOT_VERIFIED: ({ keyId }) => ({
    what: "The seal that was made does not verify; nothing was signed",
    where: `key ${keyId}`,
    next: "Stop the server and look at its keys/ folder before anything is sealed."
  }),
  CREDENTIALS_CHANGED: ({ person }) => ({
    what: `The PIN of ${person} was changed behind the program\u2019s back`,
    where: "people of the shop",
    next: "A manager sets a new PIN for this person under Shop; nobody signs in with the old one."
  }),
  INTERNAL: ({ reference }) => ({
    what: "Something went wrong on our side; nothing was written",
    where: `reference ${reference}`,
    next: "Try again. If it stays, send us the reference."
  })
};
var DAMAGE_WORDS = {
  hash: (entry) => `entry ${entry} does not follow from the one before it`,
  bytes: (entry) => `entry ${entry} cannot be read`,
  tail: (entry, promised) => `it ends at entry ${entry}; ${promised} were written: the last ${promised - entry} are gone`,
  head: (entry) => `its end, entry ${entry}, is not the one that was written`,
  headGone: (entry) => `what was noted of its end, entry ${entry}, is gone or was not written by this program`,
  list: (entry) => `the shop\u2019s list says something else of it than its ${entry} entries`
};
var chainName = (chain) => chain.startsWith("job:") ? "This job" : `The chain of ${chain}`;
function fieldName(path) {
  const steps = path.split(".");
  const last = steps.at(-1) ?? path;
  return /^\d+$/.test(last) && steps.length > 1 ? `${steps.at(-2) ?? ""} ${Number(last) + 1}` : last;
}

// ../contract/src/words/problem-words.ts
function serialLike(pattern) {
  const shown = pattern.replace(/^\^|\$$/g, "").replace(/[()]/g, "").replace(
    /(\\d|\[0-9\]|\[0-9-\]|\[A-Z\])(?:\{(\d+)(?:,\d*)?\}|[+*])?/g,
    (_all, kind, times = "1") => (kind === "[A-Z]" ? "A" : "0").repeat(Number(times))
  ).replace(/\\(.)/g, "$1");
  return /[\\[\]{}?*+|^$]/.test(shown) ? "what the maker stamps" : shown;
}
function serialExpected(pattern) {
  const plate = plateOf(pattern);
  if (plate === void 0) return serialLike(pattern);
  const { example, from, to } = plate;
  const count = to - from;
  const digits = count === 1 ? "digit counts" : "digits count";
  if (count === example.length) return `${example}: all of its digits count`;
  const which = to === example.length ? "the last" : from === 0 ? "the first" : `from place ${from + 1} on`;
  return `${example}: ${which} ${NUMBER_WORDS[count] ?? count} ${digits}`;
}
var NUMBER_WORDS = [
  ...["", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"]
];
var ROLE_WORDS = {
  technician: "a technician",
  inspector: "an inspector",
  releaser: "a releaser",
  steward: "the library steward",
  manager: "a shop manager"
};
var roleWords = (roles) => roles.map((role) => Object.hasOwn(ROLE_WORDS, role) ? ROLE_WORDS[role] : role).join(" or ");
var versions = ({ basedOn, now }) => `you saw it at entry ${basedOn}, it now stands at entry ${now}`;
var partName = (slot) => partWords(void 0, kindOfSlot(slot))[0];
var PROBLEM_WORDS = {
  MAY_NOT: ({ action, needs, person }) => ({
    what: `${person} may not ${action}`,
    where: `it takes ${roleWords(needs)}`,
    next: `Change hands to ${roleWords(needs)}.`
  }),
  SECOND_PERSON_NEEDED: ({ action, person, because }) => ({
    what: `${person} cannot ${action}: ${person} ${because}`,
    where: "this needs an independent second person",
    next: "Ask somebody else who is entitled to it to look and sign."
  }),
  NAME_MISSING: ({ field }) => ({ what: `The ${field} has no name`, where: field, next: "Fill it in." }),
  NOTHING_CHANGED: ({ what }) => ({
    what: `Nothing changes: this is what is said of ${what} already`,
    where: what,
    next: "Choose something else, or leave it."
  }),
  DOCUMENTS_NOT_CHECKED: ({ job }) => ({
    what: "Nobody has said that the documents are current",
    where: `documents of ${job}`,
    next: "Nothing is to be taken back: Arrival waits for that word anyway."
  }),
  ZONE_UNKNOWN: ({ zone }) => ({
    what: `"${zone}" is no time zone`,
    where: "where the shop is",
    next: "Take the name of one from the list, such as Europe/Oslo."
  }),
  PERSON_UNKNOWN: ({ person }) => ({
    what: `There is no person "${person}"`,
    where: "people of the shop",
    next: "Choose somebody from the list, or add the person under Shop."
  }),
  ALREADY_SET_UP: ({ shop }) => ({
    what: `This data folder belongs to ${shop} already`,
    where: "setting up",
    next: "Sign in instead."
  }),
  NO_ROLE: ({ person }) => ({
    what: `${person} has no role`,
    where: "roles",
    next: "Tick at least one role."
  }),
  ALREADY_THERE: ({ what, id: id2 }) => ({
    what: `The ${what} ${id2} is there already`,
    where: id2,
    next: "Use another name or number, or open the one that is there."
  }),
  KEY_MOVED: ({ seen, now }) => ({
    what: "The shop has another key by now",
    where: `you saw ${seen}, it is ${now}`,
    next: "Look at the key that the shop has now."
  }),
  PIN_IS_OWN: ({ person }) => ({
    what: "Nobody sets a PIN for himself here",
    where: person,
    next: "Change your own PIN under your name, with the one that you have."
  }),
  LAST_MANAGER: ({ person }) => ({
    what: `${person} is the last shop manager`,
    where: "people of the shop",
    next: "Give somebody else that role first."
  }),
  SERIAL_NOT_OF_MODEL: ({ serial, model, pattern }) => ({
    what: `"${serial}" is not a serial of ${model}`,
    where: `its serials look like ${serialExpected(pattern)}`,
    next: "Read the plate again, or choose the other model."
  }),
  SERIAL_MOVED: ({ seen, job }) => ({
    what: "Somebody corrected the serial meanwhile",
    where: `you saw ${seen}, the job says ${job}`,
    next: "Look at the plate and at what the job says now, then decide again."
  }),
  BORE_WRONG: ({ what }) => ({
    what: `The ${what} cannot be`,
    where: what,
    next: "A bore is wider than nothing, and an oversize is not below zero. Measure or read it again."
  }),
  SERIAL_DIFFERS: ({ seen, pattern }) => ({
    what: `The job says another serial than ${seen === "" ? "nothing" : `\u201C${seen}\u201D`}`,
    where: `serials of this model look like ${serialExpected(pattern)}`,
    next: "Read the plate again, letter by letter. If it says so, the serial of the job is corrected with a reason."
  }),
  SLOT_UNKNOWN: ({ slot }) => ({
    what: "There is no such place for a part",
    where: slot,
    next: "Choose a place from the sheet."
  }),
  SLOT_TAKEN: ({ part }) => ({
    what: "A part lies there already",
    where: part,
    next: "Take it out first, or replace it."
  }),
  SLOT_EMPTY: ({ slot }) => ({ what: "No part lies there", where: slot, next: "Fit one first." }),
  PART_UNKNOWN: ({ part }) => ({
    what: "There is no such part, or this cannot be done to it",
    where: part,
    next: "Choose the part from the sheet."
  }),
  PART_NOT_FITTED: ({ part }) => ({
    what: "This part is not fitted any more",
    where: part,
    next: "Work on the part that lies there now."
  }),
  MOVE_NOT_POSSIBLE: ({ part, to, because }) => ({
    what: because === "twice" ? "A part goes to one place, and a place takes one part" : because === "taken" ? "A part lies there that does not go elsewhere" : "A part goes only to a place for parts of its kind",
    where: `${part} to ${to}`,
    next: "Choose again which part goes where."
  }),
  MAP_NOT_ASKED: () => ({
    what: "This job is not taken apart on a map",
    where: "its route",
    next: "A steward gives a route a gate with the map; a job opened on it asks for it."
  }),
  WAY_UNKNOWN: ({ slot, way }) => ({
    what: `A part there cannot lie so: ${way}`,
    where: slot,
    next: "Choose one of the ways that are drawn."
  }),
  WAY_OPEN: ({ slot }) => ({
    what: "Nobody said which way round it lay",
    where: slot,
    next: "Press the drawing, or say that nobody can tell."
  }),
  AS_FOUND_SAID_ANEW: ({ slot, person }) => ({
    what: `${person === "" ? "Somebody" : person} said meanwhile how it was found`,
    where: slot,
    next: "Look at what stands there now, and say it anew with a reason if it is wrong."
  }),
  ORDER_NOT_MEASURED: ({ what }) => ({
    what: "Nothing of it was measured or looked at here since it came",
    where: what,
    next: "Measure it on the bench, or look at it, and receive it then: a certificate alone is taken on trust."
  }),
  INSPECTION_NOT_ASKED: () => ({
    what: "The parts of this job are not looked at face by face",
    where: "its route",
    next: "A steward gives a route a gate for the inspection; a job opened on it asks for it."
  }),
  FACE_UNKNOWN: ({ slot, item }) => ({
    what: "Nothing of that name is looked at there",
    where: [slot, item].filter((each) => each !== "").join(", "),
    next: "Look again: the part is another one now, or its model asks for something else."
  }),
  FACE_BY_TEST: ({ slot }) => ({
    what: "What a crack test shows is said with the test",
    where: slot,
    next: "Begin a test, or say with a reason that there was none."
  }),
  DEFECT_OPEN: ({ slot, item }) => ({
    what: "What is rejected has something wrong, and what is not has nothing",
    where: `${slot}, ${item}`,
    next: "Choose what is wrong with it, or say that it is good."
  }),
  LOOKED_AT_ANEW: ({ slot, item, person }) => ({
    what: `${person === "" ? "Somebody" : person} said meanwhile what was found`,
    where: `${slot}, ${item}`,
    next: "Look at what stands there now, and say it anew with a reason if it is wrong."
  }),
  TEST_UNKNOWN: ({ test }) => ({
    what: "This crack test is not under way",
    where: `entry ${test}`,
    next: "Look again: it was read or given up, or its developer is on already."
  }),
  TEST_NOT_READY: ({ minutes, because }) => ({
    what: because === "ahead" ? "That time has not come yet" : `It must work ${minutes} more ${minutes === 1 ? "minute" : "minutes"}`,
    where: because === "dwell" ? "the dwell" : because === "development" ? "the developer" : "the time that was said",
    next: because === "ahead" ? "Look at the clock of this tablet, and say when it was." : "Wait: what is read too early shows nothing."
  }),
  TEST_PAST: ({ what, until }) => ({
    what: `It was to be used until ${until}`,
    where: what,
    next: "Take one that is in date: what is tested with it shows nothing."
  }),
  TEST_INCOMPLETE: ({ parts }) => ({
    what: parts === 0 ? "The results are not of the parts of this test, or do not say where a crack is" : `Of ${parts} of its parts nothing is said`,
    where: "the results of the crack test",
    next: "Say of each part once whether it has a crack, and where."
  }),
  PLAN_UNKNOWN: ({ plan }) => ({
    what: "This is not planned any more",
    where: `entry ${plan}`,
    next: "Look again: it was done or given up, or its part is another one now."
  }),
  PART_NOT_SEEN_HERE: ({ part, slot }) => ({
    what: "What was measured is not a part that ever lay at this place so",
    where: part === slot ? slot : `${part} at ${slot}`,
    next: "Look at what lies there now, and measure that."
  }),
  REPORT_UNKNOWN: ({ report }) => ({
    what: "This is settled already",
    where: `report ${report}`,
    next: "Look at the place: it says what was decided."
  }),
  PART_CHANGED: ({ part, basedOn, now }) => ({
    what: `The part was worked on meanwhile: you saw condition ${basedOn}, it is ${now}`,
    where: part,
    next: "Look at its history, then decide again."
  }),
  PART_SAID_ANEW: ({ part }) => ({
    what: "Somebody said something else of the part meanwhile",
    where: part,
    next: "Look at what is known of it now, then say it again."
  }),
  INSTRUMENT_NOT_TAKEN: ({ instrument }) => ({
    what: `${instrument} was not taken for this job`,
    where: "Arrival gate, instruments",
    next: "Take it for the job, or choose one that was taken."
  }),
  INSTRUMENT_UNKNOWN: ({ instrument }) => ({
    what: `There is no instrument ${instrument}`,
    where: "instrument register",
    next: "Register it under Instruments."
  }),
  INSTRUMENT_UNFIT: ({ instrument, characteristic }) => ({
    what: `${instrument} does not measure ${characteristic.toLowerCase()}`,
    where: instrument,
    next: "Choose another instrument."
  }),
  INSTRUMENT_MOVED: ({ instrument, seen, now }) => ({
    what: `The register says something else of ${instrument} by now`,
    where: `you saw it due on ${seen === "" ? "no day" : seen}, it is due on ${now}`,
    next: "Look at its new date, then take it."
  }),
  INSTRUMENT_OUT_OF_DATE: ({ instrument, dueOn }) => ({
    what: `${instrument} was due for its check on ${dueOn}`,
    where: "instrument register",
    next: "Have it checked, or take another one."
  }),
  BLADES_WRONG: ({ blade, because }) => ({
    what: because === "none" ? "The set has no blades" : because === "twice" ? `Blade ${blade} is there twice` : `"${blade}" is not a blade`,
    where: "blades",
    next: "List each blade that the set really has, once."
  }),
  MODEL_UNKNOWN: ({ model }) => ({
    what: `There is no engine model ${model}`,
    where: "library, engine models",
    next: "Import the model file first."
  }),
  ROUTE_UNKNOWN: ({ route, known }) => ({
    what: `There is no route ${route}`,
    where: "route of the job",
    next: `Choose one of these: ${known.join(", ")}.`
  }),
  REVISION_UNKNOWN: ({ revision }) => ({
    what: `There is no document ${revision}`,
    where: "library",
    next: "Choose one from the list."
  }),
  REVISION_PUBLISHED: ({ revision }) => ({
    what: `${revision} is published and does not change any more`,
    where: revision,
    next: "Draft the next revision."
  }),
  REVISION_EMPTY: ({ revision }) => ({
    what: `${revision} has no limit rows`,
    where: revision,
    next: "Read its table from a CSV file first."
  }),
  SECOND_LOOK_MISSING: ({ revision }) => ({
    what: "Nobody is named who compared the rows with the paper",
    where: revision,
    next: "Name the second person who looked."
  }),
  ROUTE_MOVED: ({ route }) => ({
    what: `Somebody changed the route \u201C${route}\u201D meanwhile`,
    where: route,
    next: "Look at it as it stands now, then change it again."
  }),
  ROUTE_NOT_OURS: ({ route }) => ({
    what: "This route ships with the program, and is not put away",
    where: route,
    next: "Copy it and change the copy, or leave it: nobody has to open a job on it."
  }),
  ROUTE_CANNOT: ({ route, fault }) => ({
    what: `No job could go this route: ${shopRouteFaultWords(fault)}`,
    where: route,
    next: "Mend that; what you changed besides is still there."
  }),
  GAUGE_MOVED: ({ instrument }) => ({
    what: `Somebody changed ${instrument} meanwhile`,
    where: instrument,
    next: "Look at it as it stands now, then say again what is to be changed."
  }),
  MODEL_MOVED: ({ model }) => ({
    what: `Somebody changed ${model} meanwhile`,
    where: model,
    next: "Look at it as it stands now, then decide again. Nothing was written over, on either side."
  }),
  MODEL_SAME: ({ model }) => ({
    what: `${model} is as it was`,
    where: model,
    next: "Change something, or leave it: the version that holds says the same."
  }),
  NO_MODEL_DRAFT: ({ model }) => ({
    what: `There is no draft of ${model}`,
    where: "library, engine models",
    next: "Somebody published or dropped it. Look at the model as it stands now."
  }),
  MODEL_NOT_CHECKED: ({ model }) => ({
    what: `Nobody has checked ${model}`,
    where: model,
    next: "Ask somebody who made nothing of it to look at what is changed."
  }),
  DRAFT_CHANGED: ({ revision }) => ({
    what: `${revision} was changed while you compared it`,
    where: revision,
    next: "Look at it again as it stands now, then say that it is right."
  }),
  NOT_PUBLISHED: ({ revision }) => ({
    what: `${revision} is not in force`,
    where: revision,
    next: "Only a published revision can be withdrawn; a draft is thrown away."
  }),
  ORDER_WRONG: ({ order }) => ({
    what: "This is no order of kinds",
    where: order.join(", "),
    next: "Put each kind in it at most once, the strongest first. Shop targets are never part of it."
  }),
  IMPORT_UNKNOWN: ({ batchOf }) => ({
    what: "There is no such import",
    where: batchOf,
    next: "It may be finished or cancelled already: look at the library."
  }),
  NOTE_UNKNOWN: ({ note }) => ({
    what: "There is no such question any more",
    where: note,
    next: "Look at the findings as they stand now."
  }),
  NOTHING_NEW: ({ job }) => ({
    what: "Nothing has arrived since the limits were pinned",
    where: job,
    next: "There is nothing to decline."
  }),
  NEWS_CHANGED: ({ documents }) => ({
    what: "The library has moved on while you were looking",
    where: documents.join(", "),
    next: "Look at what would change now, then decide."
  }),
  NOTHING_SAID: ({ what }) => ({
    what: `Nothing was said about ${what}`,
    where: what,
    next: "Fill in at least one field."
  }),
  DATES_WRONG: ({ issued, effective }) => ({
    what: `${effective} is not after ${issued}`,
    where: "dates",
    next: "Correct the dates."
  }),
  DOCUMENTS_NOT_CURRENT: ({ documents }) => ({
    what: `Not what is current today: ${documents.join(", ")}`,
    where: "limits pinned in this job",
    next: "An inspector pins the limits again, with a reason."
  }),
  NO_DOCUMENT: ({ model }) => ({
    what: `No current document speaks of ${model}`,
    where: "library",
    next: "Publish the documents for this model first."
  }),
  LIMIT_NOT_OPEN: ({ fit }) => ({
    what: "There is nothing to decide about this limit",
    where: fit,
    next: "Look at the reading card: the limit is in force."
  }),
  CHOICE_NOT_OFFERED: ({ fit }) => ({
    what: "This window is none that the documents give",
    where: fit,
    next: "Choose one of the windows that are drawn; a shop target is never a limit."
  }),
  CHOICE_GONE: () => ({
    what: "This choice of a limit does not stand any more",
    where: "limits of this job",
    next: "Look at the limits as they are now, and choose again if it is still open."
  }),
  AXIS_NOT_DECLARED: ({ characteristic, model, axes }) => ({
    what: `${model} has nothing along ${axes.map((axis) => AXIS_WORDS[axis]).join(" and ")}, where ${characteristic} is measured`,
    where: "engine model",
    next: "Bring in the engine model with that in it, or open the job on a route without this sheet."
  }),
  SHEET_NOT_PINNED: ({ sheet }) => ({
    what: `The route asks for a sheet that this engine does not have: ${sheet}`,
    where: "route of the job",
    next: "Choose another route, or add the characteristic to the catalogue first."
  }),
  PLACE_UNKNOWN: ({ place }) => ({
    what: "This sheet has no such place",
    where: place,
    next: "Choose a place from the sheet."
  }),
  ENTRY_EMPTY: () => ({
    what: "Nothing was typed",
    where: "entry bar",
    next: "Type the blade that goes, for instance 19 or 19/21."
  }),
  ENTRY_NOT_A_READING: ({ text: text2 }) => ({
    what: `"${text2}" is not a reading`,
    where: "entry bar",
    next: "Type for instance 19, 19/21, 22+, <4 or 10-15. Press ? for the notation."
  }),
  ENTRY_MIXED_UNITS: ({ text: text2 }) => ({
    what: `"${text2}" names two units`,
    where: "entry bar",
    next: "Use one unit in one reading."
  }),
  ENTRY_NEGATIVE: ({ text: text2 }) => ({
    what: `"${text2}" is below zero`,
    where: "entry bar",
    next: "A gap cannot be negative: if no blade goes, type < and the thinnest blade."
  }),
  ENTRY_ORDER: ({ text: text2 }) => ({
    what: `In "${text2}" the blade that stops is not thicker than the one that goes`,
    where: "entry bar",
    next: "Type the blade that goes first: goes/stops."
  }),
  ENTRY_NOT_ON_CARD: ({ text: text2, card }) => ({
    what: "The card of the strip has no such mark",
    where: `"${text2}"; its marks are ${card.join(", ")}`,
    next: "Type the two marks that it lies between, as 2.0-2.5; wider than the widest mark as <1.0, narrower than the narrowest as 3.0+."
  }),
  ENTRY_NOT_A_COUNT: ({ text: text2 }) => ({
    what: `"${text2}" is no count of what is counted here`,
    where: "entry bar",
    next: "Type what the counter or the papers show, as 17340; with + behind it where there may have been more before."
  }),
  ENTRY_NOT_YES_OR_NO: ({ text: text2 }) => ({
    what: `"${text2}" is neither yes nor no`,
    where: "entry bar",
    next: "Type yes or no, or press one of the two."
  }),
  PLACE_DERIVED: ({ from }) => ({
    what: "This is worked out, and not measured",
    where: `from ${from.join(" and ")}`,
    next: "Measure, or correct, what it is worked out from: this follows by itself."
  }),
  CONDITION_OPEN: ({ condition, choices }) => ({
    what: `Nobody said in which state this is measured: ${condition}`,
    where: "this sheet",
    next: `Say which: ${choices.join(", ")}.`
  }),
  SETTING_OPEN: ({ text: text2 }) => ({
    what: text2 === "" ? "Nobody said what the gauge is set to" : `"${text2}" is no size that a gauge is set to`,
    where: "this sheet",
    next: "Say the size that it was set to, and with what: a ring gauge, a micrometer."
  }),
  CHARACTERISTIC_UNKNOWN: ({ characteristic }) => ({
    what: `Nothing that is measured here is called "${characteristic}"`,
    where: "the list of characteristics",
    next: "Take one of the list, or add it there first."
  }),
  GAUGE_TOO_COARSE: ({ instrument, because }) => ({
    what: `${instrument} cannot decide this limit`,
    where: because === "coarse" ? "its smallest step is more than a tenth of what is allowed" : "no two of its blades lie within what is allowed",
    next: "Take a finer gauge; the shop refuses readings with one that is too coarse."
  }),
  NO_SECOND_LOOK: ({ characteristic }) => ({
    what: `${characteristic} is worked out`,
    where: "the second look",
    next: "Ask for a second look at what it is worked out from."
  }),
  TOLERANCE_WRONG: ({ characteristic, text: text2 }) => ({
    what: `"${text2}" is no tolerance of ${characteristic.toLowerCase()}`,
    where: "how far apart two readings may lie",
    next: "Type a size above 0 in its unit, or leave it empty."
  }),
  NO_TEMPERATURES: ({ characteristic }) => ({
    what: `${characteristic} is no size that somebody measures: no temperature is read for it`,
    where: "the list of characteristics",
    next: "Ask for temperatures where a size is measured with a tool."
  }),
  DEPTH_OPEN: ({ station, text: text2 }) => ({
    what: text2 === "" ? "Nobody said how deep this is taken" : `"${text2}" is no depth`,
    where: "this sheet",
    next: `Say how deep it is taken. The station is ${station}.`
  }),
  TEMPERATURE_OPEN: ({ text: text2 }) => ({
    what: text2 === "" ? "Nobody said how warm the part and the gauge are" : `"${text2}" are not two temperatures of a workshop`,
    where: "this sheet",
    next: "Read both in degrees Celsius: 20, or 21.5. This shop asks for them here."
  }),
  TEMPERATURES_ASK: ({ doubt, part, gauge }) => ({
    what: {
      apart: `The part is at ${part} \xB0C and the gauge at ${gauge} \xB0C: more than 3 K apart`,
      metals: `At ${part} \xB0C this part has grown otherwise than its steel gauge`
    }[doubt],
    where: "this sheet",
    next: {
      apart: "Let them lie together until they are alike, or say why it is measured all the same.",
      metals: "Let both come to 20 \xB0C, or say why it is measured all the same."
    }[doubt]
  }),
  INPUT_WRONG: ({ characteristic, input, because }) => ({
    what: {
      unknown: `${characteristic} is worked out from "${input}", and nothing of that name is measured here`,
      noSize: `${characteristic} cannot be worked out from "${input}": sizes are worked out from sizes`,
      derived: `${characteristic} is worked out from "${input}", which is worked out itself`
    }[because],
    where: "what it is worked out from",
    next: "Name what is measured, and have it on the same route."
  }),
  PART_KIND_UNKNOWN: ({ characteristic, model, kind }) => ({
    what: `${characteristic} depends on a "${kind}", and nobody said where these lie in ${model}`,
    where: "the layout of the model",
    next: "Declare the kind of part in the file of the model, and import it under a new id."
  }),
  SHEET_NOT_MEASURED: ({ sheet }) => ({
    what: `${sheet} cannot be recorded yet`,
    where: "the route of the job",
    next: "Choose a route without it, or take it out of the route."
  }),
  FINDING_UNKNOWN: () => ({
    what: "This finding is not there any more",
    where: "findings",
    next: "Look at the findings again: it was decided, or what it was about has changed."
  }),
  ORDER_UNKNOWN: () => ({
    what: "This order is settled already, or was never placed",
    where: "findings",
    next: "Look at the finding again."
  }),
  KIT_UNKNOWN: ({ kit }) => ({
    what: `The model lists no kit ${kit}`,
    where: "kits",
    next: "Choose one of the kits that the model lists."
  }),
  KIT_NOT_COUNTED: ({ kit, item }) => ({
    what: `${item} was not counted`,
    where: kit,
    next: "Count everything on the list; what is missing is counted as none."
  }),
  CYLINDER_UNKNOWN: ({ cylinder, known }) => ({
    what: cylinder === "" ? "No cylinder was named" : `This engine has no cylinder ${cylinder}`,
    where: `its cylinders: ${known.join(", ")}`,
    next: "Choose the cylinders that it is true of."
  }),
  EXACT_FROM_FEELER: ({ instrument }) => ({
    what: `${instrument} is a feeler set: it brackets a size and does not measure it`,
    where: "entry bar",
    next: "Type the blade that goes and the one that stops."
  }),
  BLADE_NOT_IN_SET: ({ instrument, text: text2 }) => ({
    what: `${instrument} has no such blade`,
    where: `"${text2}"`,
    next: "Look at the blade again; the ladder shows the blades of the set."
  }),
  QUESTION_OPEN: ({ question }) => ({
    what: "A question is not answered yet",
    where: question,
    next: "Answer it with yes or no."
  }),
  QUESTION_SAYS_NO: ({ question }) => ({
    what: "This reading would not count",
    where: question,
    next: "Put it right, measure again, and answer yes."
  }),
  NO_PART_AT_PLACE: ({ slot }) => ({
    what: `No ${partName(slot)} is named here`,
    where: slot,
    next: `Say which ${partName(slot)} lies there first.`
  }),
  NOT_APPLICABLE_HERE: ({ reason: reason2 }) => ({
    what: "This place is not measured",
    where: reason2,
    next: "Go on to the next one."
  }),
  PLACE_HAS_READING: ({ text: text2 }) => ({
    what: `There is a reading here: ${text2}. Both cannot be true`,
    where: "this place",
    next: "Say which is wrong, or keep both: then an inspector decides."
  }),
  PLACE_CONTESTED: () => ({
    what: "Readings of this place contradict each other",
    where: "this place",
    next: "Somebody who took none of them may measure once more; then an inspector decides which stands."
  }),
  NOT_CONTESTED: () => ({
    what: "There are no two readings to decide between",
    where: "this place",
    next: "Nothing to do."
  }),
  READING_UNKNOWN: ({ reading }) => ({
    what: `There is no reading ${reading} here`,
    where: "this place",
    next: "Look at the history of the place."
  }),
  READING_NOT_CURRENT: ({ status }) => ({
    what: `That reading is ${status} already`,
    where: "this place",
    next: "Look at the history of the place."
  }),
  STALE: (data) => ({
    what: "Somebody changed this meanwhile",
    where: versions(data),
    next: "Look at what is there now, then decide again."
  }),
  REASON_MISSING: ({ action }) => ({
    what: "The reason is missing",
    where: action,
    next: "Write it in a sentence: it stays in the record."
  }),
  NOT_ASKED: () => ({ what: "Nobody asked for that", where: "this place", next: "Nothing to decide." }),
  CHECK_NOTE_UNKNOWN: () => ({
    what: "There is no such note",
    where: "what is noted of this check",
    next: "Load the page anew: somebody took it back before."
  }),
  CHECK_NOTE_INCOMPLETE: ({ missing }) => ({
    what: {
      text: "The note says nothing",
      from: "Nobody said whose practice it is, or who said it",
      document: "Nobody said which document says so"
    }[missing],
    where: "what is noted of this check",
    next: "Fill it in. What no document says is noted as practice or as hearsay."
  }),
  CHECK_NOTE_NOT_CITED: () => ({
    what: "Practice of others and hearsay have no document",
    where: "what is noted of this check",
    next: "Where a document says so, note it as the reason of the check; else leave the document out."
  }),
  RING_NOT_CARRIED: ({ because, cylinder }) => ({
    what: {
      noGap: "No gap of a ring is measured on this sheet",
      station: "This engine has no such station",
      noRing: "Nobody said which ring was carried through the bores",
      tooFew: "One bore alone is compared with nothing",
      noBore: `No bore lies in cylinder ${cylinder}`,
      twice: `Cylinder ${cylinder} stands there twice`,
      boreChanged: `The bore of cylinder ${cylinder} has changed since`
    }[because],
    where: "one ring carried through the bores",
    next: because === "boreChanged" ? "Carry the ring through it once more: what was typed is of the bore as it was." : "Fill in which ring it was and its gap in at least two bores, all at one station."
  }),
  NOTHING_TO_LEAVE: () => ({
    what: "This place is not in its limits",
    where: "this place",
    next: "Only what is in can be left as it is. What is tight or loose is put right, or an inspector decides."
  }),
  NOTHING_TO_CONCEDE: () => ({
    what: "This place is not out of limits",
    where: "this place",
    next: "A concession is only for a reading that is tight or loose."
  }),
  APPROVAL_INCOMPLETE: ({ missing }) => ({
    what: `Of the approval there is no ${missing.join(", no ")}`,
    where: "concession",
    next: "Write the number, date and issuer of the approval it rests on."
  }),
  GATE_UNKNOWN: ({ gate }) => ({
    what: `This job has no ${gate} gate`,
    where: "route of the job",
    next: "Choose one from the gate line."
  }),
  GATE_SHUT: ({ gate, waits }) => ({
    what: `The ${gate} gate still waits for ${waits} ${waits === 1 ? "thing" : "things"}`,
    where: "what it waits for",
    next: "Settle what is listed there, then sign."
  }),
  GATE_BEFORE_OPEN: ({ gate, before }) => ({
    what: `The ${gate} gate comes after ${before}`,
    where: "gate line",
    next: `Sign the ${before} gate first.`
  }),
  GATE_NOT_SIGNED: ({ gate }) => ({
    what: `The ${gate} gate is not signed`,
    where: "gate line",
    next: "There is nothing to reopen."
  }),
  GATE_CHANGED: ({ gate }) => ({
    what: "Something behind the gate changed while you read it",
    where: `${gate} gate`,
    next: "Read what would be signed now, then sign again."
  }),
  WORDS_CHANGED: ({ gate }) => ({
    what: "The words are not the ones that would be signed",
    where: `${gate} gate`,
    next: "Read them again, then sign."
  }),
  BEHIND_SIGNED_GATE: ({ gate }) => ({
    what: `The ${gate} gate is signed: nothing behind it changes`,
    where: `${gate} gate`,
    next: "Somebody who may sign it reopens it with a reason."
  }),
  JOB_SEALED: ({ job }) => ({
    what: `The record of ${job} is sealed`,
    where: job,
    next: "Open a new job on this engine."
  }),
  ENGINE_HAS_OPEN_JOB: ({ serial, job }) => ({
    what: `${serial} has an open job`,
    where: job,
    next: `Go on in ${job}, or finish it first.`
  }),
  JOB_NUMBER_TAKEN: ({ job }) => ({
    what: `There is a job ${job} already`,
    where: "job number",
    next: "Choose another number."
  }),
  ...SERVER_PROBLEM_WORDS
};
function problemWords(code, data) {
  return PROBLEM_WORDS[code](data);
}

// src/platform/problem-error.ts
var STATUS = {
  MAY_NOT: 403,
  SECOND_PERSON_NEEDED: 403,
  PIN_WRONG: 403,
  PIN_NEEDED: 403,
  PIN_LOCKED: 429,
  PIN_TO_CHOOSE: 403,
  PIN_SPENT: 403,
  CLOCK_IN_DOUBT: 503,
  NOT_SIGNED_IN: 401,
  BODY_WRONG: 400,
  NOT_FOUND: 404,
  JOB_UNKNOWN: 404,
  REVISION_UNKNOWN: 404,
  FILE_TOO_LARGE: 413,
  TOO_MANY_REQUESTS: 429,
  DISK_FULL: 507,
  FOLDER_NOT_WRITABLE: 503,
  DATABASE_DAMAGED: 503,
  DATABASE_GONE: 503,
  HOST_UNKNOWN: 421,
  CROSS_SITE: 403,
  CONTENT_TYPE_WRONG: 415,
  REQUEST_BROKEN: 400,
  FILE_TOO_MUCH: 422,
  INTERNAL: 500,
  TABLE_WRONG: 422,
  FILE_NOT_TEXT: 422,
  ENTRY_EMPTY: 422,
  ENTRY_NOT_A_READING: 422,
  ENTRY_MIXED_UNITS: 422,
  ENTRY_NEGATIVE: 422,
  ENTRY_ORDER: 422,
  ENTRY_NOT_ON_CARD: 422,
  BLADE_NOT_IN_SET: 422,
  EXACT_FROM_FEELER: 422,
  QUESTION_OPEN: 422,
  QUESTION_SAYS_NO: 422,
  REASON_MISSING: 422,
  OTHER_HANDS: 403,
  CREDENTIALS_CHANGED: 403,
  CHAIN_DAMAGED: 503,
  CHAIN_NEWER: 503,
  SEAL_NOT_VERIFIED: 500
};
var CONFLICT = 409;
var ProblemError = class _ProblemError extends Error {
  constructor(code, data, words, errors, command) {
    super(`${code}: ${words.what}`);
    this.code = code;
    this.data = data;
    this.words = words;
    this.errors = errors;
    this.command = command;
    this.status = STATUS[code] ?? CONFLICT;
  }
  code;
  data;
  words;
  errors;
  command;
  status;
  static of(code, data, errors) {
    return new _ProblemError(code, data, problemWords(code, data), errors);
  }
  /** The same refusal once more, where it came from another thread. */
  static again({ code, data, errors }) {
    return _ProblemError.of(code, data, errors);
  }
  static from(problem2) {
    return _ProblemError.of(problem2.code, problem2.data);
  }
  /** The same refusal, as this server's last word on one command: a tablet need not send it again. */
  ofCommand(command) {
    return new _ProblemError(this.code, this.data, this.words, this.errors, command);
  }
  /** RFC 9457. */
  details() {
    return {
      type: `urn:oak-gate:problem:${this.code}`,
      title: this.words.what,
      status: this.status,
      detail: `${this.words.what} (${this.words.where}). ${this.words.next}`,
      code: this.code,
      where: this.words.where,
      next: this.words.next,
      data: this.data,
      ...this.errors === void 0 ? {} : { errors: this.errors },
      ...this.command === void 0 ? {} : { command: this.command }
    };
  }
};
function orThrow(result) {
  if (!result.ok) throw ProblemError.from(result.problem);
  return result.value;
}

export {
  __export,
  ok,
  invariant,
  refuse,
  nanometres,
  plus,
  minus,
  ZERO,
  roundToNanometres,
  LENGTH_UNITS,
  NM_PER,
  decimalLength,
  PART_STATES,
  FIT_STATES,
  UNIT_KINDS,
  LIFE_UNITS,
  FIGURE_UNITS,
  withUnit,
  baseValue,
  isLength,
  unitKindOf,
  LIFE_UNIT_OF,
  figureOf,
  halfLastDigit,
  event,
  nothingChanges,
  understandEntry,
  sameWords,
  clockSteppedBack,
  clockPutRight,
  evolveBy,
  KeptMap,
  onceFor,
  hoursBetween,
  minutesBetween,
  isDay,
  JOURNAL_KINDS,
  LINERS,
  DATUMS,
  depthOf,
  plateFault,
  AXES,
  FIT_AXES,
  ONE_INPUT_RULES,
  inputsOf,
  inputFault,
  WEAR_WAYS,
  quantityOf,
  rowAxesOf,
  questionsFor,
  memberAt,
  along,
  undeclaredAxes,
  usualPart,
  partKindsOf,
  partKindRule,
  reworkRule,
  kindsChanged,
  placeKey,
  fitKey,
  slotKey,
  parsePlaceKey,
  placesOf,
  layoutReason,
  slotsOf,
  slotsAt,
  PART_FACTS,
  SAID_OF_PART,
  NO_PARTS,
  REPORT_CAUSES,
  SETTLED_AS,
  kindOfSlot,
  PART_EVENTS,
  slotsOfReport,
  partIn,
  OF_THE_ENGINE,
  workOn,
  nextPartId,
  stepSince,
  isTouchedBy,
  everLay,
  wasDone,
  isRework,
  saidOf,
  BOUNDS,
  acceptRange,
  printedBound,
  boundValue,
  DOCUMENT_WORD,
  REVISION_MOST,
  revisionId,
  rowId,
  revisionOfRow,
  GROUPS,
  SPREADS_OF,
  RULE_KINDS,
  statesWindow,
  intervalOf,
  endsOf,
  depthWords,
  depthAsked,
  takenHow,
  settingOf,
  journalClass,
  derivedSize,
  sheetModel,
  axesOf,
  placesOnSheet,
  computedLines,
  spansOf,
  placesInColumns,
  computedSize,
  text,
  name,
  reason,
  id,
  DOCUMENT_WORD_WORDS,
  documentWord,
  revisionWord,
  isoDate,
  instant,
  lengthOnTheWire,
  lengthUnit,
  partState,
  fitState,
  sha256,
  printedLength,
  figureUnit,
  printedFigure,
  perBound,
  boundOnTheWire,
  lifeLimit,
  AXIS_WORDS,
  partWords,
  unitWord,
  placeWords,
  placeInJob,
  placeTitle,
  variantWords,
  COMPUTED_WORDS,
  axesWords,
  headWords,
  slotWords,
  placeWordsOf,
  routeFaultWords,
  clockWords,
  clockPutRightWords,
  serialExpected,
  ProblemError,
  orThrow
};
//# sourceMappingURL=chunk-CFPWUEHS.mjs.map
