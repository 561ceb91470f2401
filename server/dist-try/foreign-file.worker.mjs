import {
  cellWords
} from "./chunk-P2POB3UY.mjs";
import {
  fitName,
  readGrid,
  readTableLines,
  unitFrom
} from "./chunk-U2VFCSDY.mjs";
import "./chunk-KNURXCUT.mjs";
import {
  fitWords,
  questionWords,
  rowConverted,
  rowStatement
} from "./chunk-V4XZO6I7.mjs";
import "./chunk-27AA7MNU.mjs";
import {
  TABLE_COLUMNS
} from "./chunk-VPFE72TC.mjs";
import {
  ProblemError
} from "./chunk-CFPWUEHS.mjs";

// src/library/grid/foreign-file.worker.ts
import { parentPort } from "node:worker_threads";

// ../core/src/library/limit-table/suggest-mapping.ts
var WORDS = [
  [/^(row|no\.?|nr\.?|item no\.?|ref\.?|line)$/i, "row"],
  [/wear|service|reuse|worn/i, "service_range"],
  [/remark|note|comment/i, "remark"],
  [/min/i, "min"],
  [/max/i, "max"],
  [/limit|clearance|gap|new|range|value|size/i, "range"],
  [/unit/i, "unit"],
  [/fit|item|description|part|measur|where|name/i, "fit"]
];
var UNIT_IN_HEADER = /[([]([^)\]]+)[)\]]|\b(mm|in|inch|thou|µm|um)\b/i;
var isOwnTable = (header) => {
  const names = header.map((text) => text.trim().toLowerCase()).filter((text) => text !== "");
  return ["row", "characteristic"].every((name) => names.includes(name)) && names.every((name) => TABLE_COLUMNS.includes(name));
};
function suggestMapping(lines, remembered) {
  const texts = lines.map(({ cells }) => cells.map(({ text }) => text.trim()));
  if (remembered !== void 0) {
    const at2 = texts.findIndex((cells) => remembered.header.every((name, i) => cells[i] === name));
    const line = lines[at2];
    if (line !== void 0)
      return {
        mapping: { ...remembered.mapping, headerLine: line.line },
        header: texts[at2] ?? [],
        fromMemory: true
      };
  }
  const found = texts.findIndex(
    (cells) => cells.filter((text) => text !== "").length >= 2 && cells.every((text) => !/^\W*[\d.,]+/.test(text))
  );
  const at = Math.max(found, 0);
  const header = texts[at] ?? [];
  const width = Math.max(header.length, ...texts.slice(at).map(({ length }) => length), 0);
  const taken = /* @__PURE__ */ new Set();
  const columns = Array.from({ length: width }, (_, i) => columnFor(header[i] ?? "", taken));
  return {
    mapping: { headerLine: lines[at]?.line ?? 1, columns, fits: {} },
    header: Array.from({ length: width }, (_, i) => header[i] ?? ""),
    fromMemory: false
  };
}
function columnFor(title, taken) {
  const match = UNIT_IN_HEADER.exec(title);
  const unit = unitFrom(match?.[1] ?? match?.[2] ?? "");
  const own = TABLE_COLUMNS.find((name) => name === title.trim().toLowerCase());
  const guessed = own ?? WORDS.find(([pattern]) => pattern.test(title))?.[1];
  const again = {
    range: "second_range",
    min: "second_min",
    max: "second_max"
  };
  const use = guessed === void 0 ? "ignore" : taken.has(guessed) ? again[guessed] ?? "ignore" : guessed;
  taken.add(use);
  return { use, ...unit === void 0 ? {} : { unit }, ...use === "fit" ? { fillDown: true } : {} };
}

// src/library/table-preview.ts
import { createHash } from "node:crypto";
var TOP_LINES = 12;
function toRead(question) {
  const { grid, revision, models, characteristics, answers, by, remembered } = question;
  const [first] = grid.lines;
  const own = first !== void 0 && (question.ownOnly === true || question.mapping === null && isOwnTable(first.cells.map(({ text }) => text)));
  const base = { revision, models, characteristics, answers, by };
  if (own) {
    return {
      table: { ...base, header: first.cells.map(({ text }) => text), lines: grid.lines.slice(1) },
      own,
      fromMemory: false
    };
  }
  const suggested = suggestMapping(grid.lines, remembered);
  const mapping = question.mapping ?? suggested.mapping;
  const head = grid.lines.find(({ line }) => line === mapping.headerLine);
  const width = Math.max(mapping.columns.length, head?.cells.length ?? 0);
  return {
    table: {
      ...base,
      mapping,
      header: Array.from({ length: width }, (_, i) => head?.cells[i]?.text ?? ""),
      lines: grid.lines.filter(({ line }) => line > mapping.headerLine)
    },
    own,
    fromMemory: question.mapping === null && suggested.fromMemory
  };
}
function previewTable(question) {
  const { grid, name, bytes, upload, sheet, models, characteristics } = question;
  const { table, own, fromMemory } = toRead(question);
  const reading = readTableLines(table);
  const layout = models[0]?.layout;
  const fitColumn = table.mapping?.columns.findIndex(({ use }) => use === "fit") ?? -1;
  return {
    upload,
    file: { name, sha256: createHash("sha256").update(bytes).digest("hex") },
    kind: grid.kind,
    sheets: [...grid.sheets],
    sheet,
    own,
    mapping: table.mapping ?? null,
    fromMemory,
    header: [...table.header],
    top: grid.lines.slice(0, TOP_LINES).map(topLine),
    fits: fitColumn < 0 ? [] : [
      ...new Set(
        reading.lines.map(({ cells }) => fitName(cells[fitColumn]?.text ?? "")).filter((text) => text !== "")
      )
    ],
    lines: reading.lines.map(({ line, cells, row }) => ({
      line,
      cells: cells.map(({ column, text, formula, faults }) => ({
        column,
        text,
        formula,
        faults: faults.map(cellWords)
      })),
      says: row === void 0 ? null : rowSays(row)
    })),
    errors: reading.errors.map(({ line, column, fault }) => ({ line, column, message: cellWords(fault) })),
    questions: reading.questions.map((each) => {
      const { words, answers } = questionWords(each);
      return {
        id: each.id,
        line: each.line,
        label: each.label,
        kind: each.kind,
        words,
        answers: [...answers]
      };
    }),
    rows: reading.lines.filter(({ row }) => row !== void 0).length
  };
  function rowSays(row) {
    const { what, ring, station } = fitWords(row, characteristics, layout);
    return {
      fit: [what, ring, station].filter((part) => part !== "").join(", "),
      figures: rowStatement(row),
      converted: rowConverted(row),
      note: row.note
    };
  }
}
var topLine = ({ line, cells }) => ({ line, cells: cells.map(({ text }) => text) });
function rowsOfTable(question) {
  const { table } = toRead(question);
  const reading = readTableLines(table);
  if (reading.errors.length > 0) {
    const errors = reading.errors.map(({ line, column, fault }) => ({
      line,
      column,
      message: cellWords(fault)
    }));
    throw ProblemError.of("TABLE_WRONG", { errors: errors.length, file: question.name }, errors);
  }
  const open = reading.questions.filter(({ id }) => question.answers[id] === void 0);
  if (open.length > 0)
    throw ProblemError.of("QUESTIONS_OPEN", { file: question.name, questions: open.length });
  return {
    rows: reading.lines.flatMap(({ row }) => row === void 0 ? [] : [row]),
    mapping: table.mapping,
    header: table.header
  };
}

// src/library/grid/foreign-task.ts
async function carryOut(task) {
  switch (task.kind) {
    case "preview":
      return previewTable(await withGrid(task.asks));
    case "rows":
      return rowsOfTable(await withGrid(task.asks));
  }
}
var withGrid = async (question) => ({
  ...question,
  grid: await readGrid(question.name, question.bytes, question.sheet)
});

// src/library/grid/foreign-file.worker.ts
parentPort?.on("message", (task) => {
  void answer(task).then((said) => parentPort?.postMessage(said));
});
async function answer(task) {
  try {
    return { ok: true, value: await carryOut(task) };
  } catch (error) {
    if (error instanceof ProblemError) return { ok: false, problem: error.details() };
    return { ok: false, because: error instanceof Error ? error.message : String(error) };
  }
}
//# sourceMappingURL=foreign-file.worker.mjs.map
