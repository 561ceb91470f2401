// ../core/src/library/limit-table/columns.ts
var TABLE_COLUMNS = [
  "row",
  "characteristic",
  "groove",
  "member",
  "station",
  "min",
  "max",
  "unit",
  "service_min",
  "service_max",
  "fit_is",
  "decision",
  "unit_chosen_by",
  "formula_bound",
  "per_diameter",
  "uplift",
  "rule",
  "across",
  "spread_of",
  "not_smaller_than",
  "question",
  "steps",
  "lubricant",
  "station_label",
  "datum",
  "distance",
  "models",
  "serial_from",
  "serial_to",
  "part_numbers",
  "oversizes",
  "piston_materials",
  "duties",
  "build_from",
  "build_to",
  "part_states",
  "note"
];
var NEEDED_COLUMNS = ["row", "characteristic", "min", "max", "unit"];
var BOUND_COLUMNS = {
  min: "min",
  max: "max",
  serviceMin: "service_min",
  serviceMax: "service_max"
};
var COLUMN_USES = [
  ...TABLE_COLUMNS,
  /** The name of the fit in the document's own words. */
  "fit",
  /** Both ends in one cell: `0.38-0.52`, `min 0.014`, `38 ± 2`. */
  "range",
  "service_range",
  /** The same figures printed once more in another unit. */
  "second_min",
  "second_max",
  "second_range",
  /** A note that is searched for a second acceptance. */
  "remark",
  "ignore"
];
var textCells = (cells) => cells.map((text) => ({ text }));

// ../core/src/quantity/decision-rule.ts
var DECISION_RULES = ["simple", "guarded"];

export {
  DECISION_RULES,
  TABLE_COLUMNS,
  NEEDED_COLUMNS,
  BOUND_COLUMNS,
  COLUMN_USES,
  textCells
};
//# sourceMappingURL=chunk-VPFE72TC.mjs.map
