import {
  CSV_OPTIONS,
  delimiterOf,
  readAppliesTo,
  readGrid,
  readLimitTable,
  withoutEscape
} from "./chunk-U2VFCSDY.mjs";
import {
  lookAtAttachment
} from "./chunk-BGN227ZV.mjs";
import {
  issueWords
} from "./chunk-VDWYCB3L.mjs";
import {
  showExact
} from "./chunk-27AA7MNU.mjs";
import {
  documentFile
} from "./chunk-KLTGP5TX.mjs";
import {
  BOUND_COLUMNS,
  NEEDED_COLUMNS,
  TABLE_COLUMNS,
  textCells
} from "./chunk-VPFE72TC.mjs";
import {
  DOCUMENT_KINDS,
  canonical
} from "./chunk-WQVLMFWN.mjs";
import {
  BOUNDS,
  DOCUMENT_WORD,
  ProblemError,
  REVISION_MOST,
  isDay,
  revisionId,
  withUnit
} from "./chunk-CFPWUEHS.mjs";

// src/library/read-import.ts
import { createHash } from "node:crypto";
import { createReadStream } from "node:fs";
import { readFile } from "node:fs/promises";

// ../core/src/library/limit-table/write-limit-table.ts
function rowTexts(row) {
  const figures = BOUNDS.flatMap((bound) => row.printed[bound] ?? []);
  const unit = figures[0]?.unit ?? "";
  const figure = (bound) => {
    const [of, also] = [row.printed[bound], row.also?.[bound]];
    if (of === void 0) return "";
    if (also !== void 0) return `${withUnit(of)} (${withUnit(also)})`;
    return of.unit === unit ? of.text : withUnit(of);
  };
  return {
    row: row.label,
    characteristic: row.characteristic,
    groove: row.groove ?? "",
    member: row.member ?? "",
    station: row.station ?? "",
    unit,
    ...Object.fromEntries(BOUNDS.map((bound) => [BOUND_COLUMNS[bound], figure(bound)])),
    unit_chosen_by: row.unitChosenBy ?? "",
    fit_is: row.fitIs ?? "",
    decision: row.decision ?? "",
    formula_bound: row.formula === void 0 ? "" : BOUND_COLUMNS[row.formula.bound],
    per_diameter: row.formula === void 0 ? "" : String(row.formula.perDiameter),
    uplift: row.formula?.uplift === void 0 ? "" : String(row.formula.uplift),
    ...ruleTexts(row),
    ...appliesToTexts(row.appliesTo),
    note: row.note
  };
}
function ruleTexts({ rule }) {
  if (rule === void 0) return {};
  const { kind } = rule;
  switch (kind) {
    case "spread":
      return { rule: kind, across: rule.across, spread_of: rule.of ?? "" };
    case "match":
      return { rule: kind, across: rule.across };
    case "relation": {
      const { groove, member, station } = rule.notSmallerThan;
      return {
        rule: kind,
        not_smaller_than: [groove, member, station].filter((id) => id !== void 0).join("/")
      };
    }
    case "check":
      return { rule: kind, question: rule.question };
    case "tighten":
      return {
        rule: kind,
        steps: rule.steps.flatMap(({ torque, angle }) => [torque, angle].flatMap((figure) => figure ?? [])).map(withUnit).join("; "),
        lubricant: rule.lubricant
      };
    case "station":
      return { rule: kind, station_label: rule.label, datum: rule.datum, distance: withUnit(rule.distance) };
  }
}
function appliesToTexts(to) {
  const list = (items) => (items ?? []).join("; ");
  return {
    models: list(to.models),
    serial_from: String(to.serialFrom ?? ""),
    serial_to: String(to.serialTo ?? ""),
    part_numbers: list(to.partNumbers),
    oversizes: list(to.oversizes?.map((nm) => `${showExact(nm, "mm")} mm`)),
    piston_materials: list(to.pistonMaterials),
    duties: list(to.duties),
    build_from: to.buildFrom ?? "",
    build_to: to.buildTo ?? "",
    part_states: list(to.partStates)
  };
}
function writeLimitTable(rows) {
  const texts = rows.map(rowTexts);
  const header = TABLE_COLUMNS.filter(
    (column) => NEEDED_COLUMNS.includes(column) || texts.some((row) => (row[column] ?? "") !== "")
  );
  return { header, lines: texts.map((row) => header.map((column) => row[column] ?? "")) };
}

// ../core/src/library/limit-table/library-table.ts
var DOCUMENT_COLUMNS = [
  "document",
  "revision",
  "title",
  "kind",
  "issued",
  "effective",
  "supersedes",
  "parts_maker",
  "document_note",
  "cautions",
  "for_models",
  "for_serial_from",
  "for_serial_to",
  "for_part_numbers",
  "for_oversizes",
  "for_piston_materials",
  "for_duties",
  "for_build_from",
  "for_build_to",
  "for_part_states"
];
var NEEDED = ["document", "revision", "title", "kind", "issued", "effective"];
var FOR = "for_";
var LIST_MARK = " | ";
function libraryColumns(header) {
  const names = header.map((text2) => withoutEscape(text2).trim().toLowerCase());
  const known = [...DOCUMENT_COLUMNS, ...TABLE_COLUMNS];
  const error = (column, code) => ({
    line: 1,
    column,
    fault: { code }
  });
  const errors = [
    ...[...NEEDED, ...NEEDED_COLUMNS].filter((name) => !names.includes(name)).map((name) => error(name, "COLUMN_MISSING")),
    ...names.filter((name) => !known.includes(name)).map((name) => error(name, "COLUMN_UNKNOWN")),
    ...names.filter((name, i) => names.indexOf(name) !== i).map((name) => error(name, "COLUMN_TWICE"))
  ];
  if (errors.length > 0) return { ok: false, errors };
  const document = /* @__PURE__ */ new Map();
  const row = [];
  names.forEach((name, at) => {
    if (DOCUMENT_COLUMNS.includes(name)) document.set(name, at);
    else row.push({ name, at });
  });
  return { ok: true, columns: { document, row } };
}
var documentOfLine = ({ document }, line) => {
  const text2 = (column) => withoutEscape(line.cells[document.get(column) ?? -1]?.text ?? "").trim();
  return revisionId(text2("document"), text2("revision"));
};
function readLibraryDocument(question) {
  const { columns, lines, models, characteristics } = question;
  const [first] = lines;
  if (first === void 0) return { ok: false, errors: [] };
  const errors = [];
  const wrong = (column, fault) => {
    errors.push({ line: first.line, column, fault });
  };
  const revision = readStatement(columns, first, models, wrong);
  for (const line of lines.slice(1)) {
    for (const [column, at] of columns.document) {
      if (text(line, at) !== text(first, at))
        errors.push({
          line: line.line,
          column,
          fault: { code: "ONE_OF", found: text(line, at), known: [text(first, at)] }
        });
    }
  }
  const spoken = models.filter(({ id }) => revision.appliesTo.models?.includes(id) !== false);
  const table = {
    revision: revision.id,
    header: columns.row.map(({ name }) => name),
    lines: lines.map(({ line, cells }) => ({
      line,
      cells: columns.row.map(({ at }) => cells[at] ?? { text: "" })
    })),
    models: spoken,
    characteristics
  };
  const isEmpty = table.lines.length === 1 && table.lines[0]?.cells.every(({ text: cell }) => cell.trim() === "") === true;
  const rows = isEmpty ? { ok: true, rows: [] } : readLimitTable(table);
  if (!rows.ok) errors.push(...rows.errors);
  return errors.length > 0 || !rows.ok ? { ok: false, errors } : { ok: true, draft: { revision, rows: rows.rows } };
}
var text = (line, at) => withoutEscape(line.cells[at ?? -1]?.text ?? "").trim();
function readStatement({ document }, line, models, wrong) {
  const cell = (column) => text(line, document.get(column));
  for (const column of NEEDED) if (cell(column) === "") wrong(column, { code: "CELL_EMPTY" });
  for (const column of ["document", "revision"])
    if (cell(column) !== "" && !DOCUMENT_WORD.test(cell(column)))
      wrong(column, { code: "NOT_A_DOCUMENT_WORD", found: cell(column) });
  if (cell("revision").length > REVISION_MOST)
    wrong("revision", { code: "TOO_LONG", found: cell("revision") });
  for (const column of ["issued", "effective"])
    if (cell(column) !== "" && !isDay(cell(column)))
      wrong(column, { code: "NOT_A_DATE", found: cell(column) });
  const kind = DOCUMENT_KINDS.find((each) => each === cell("kind"));
  if (kind === void 0 && cell("kind") !== "")
    wrong("kind", { code: "ONE_OF", found: cell("kind"), known: DOCUMENT_KINDS });
  const appliesTo = readAppliesTo(
    {
      text: (use) => cell(`${FOR}${use}`),
      unit: () => void 0,
      has: (use) => document.has(`${FOR}${use}`)
    },
    (use, fault) => {
      wrong(`${FOR}${use}`, fault);
    },
    models
  );
  const lines = (column, mark) => cell(column).split(mark).map((each) => each.trim()).filter((each) => each !== "");
  const [supersedes, cautions] = [lines("supersedes", /[;|]/), lines("cautions", /\s\|\s/)];
  return {
    id: revisionId(cell("document"), cell("revision")),
    number: cell("document"),
    revision: cell("revision"),
    title: cell("title"),
    kind: kind ?? "manual",
    issued: cell("issued"),
    effective: cell("effective"),
    appliesTo,
    ...supersedes.length === 0 ? {} : { supersedes },
    ...cell("parts_maker") === "" ? {} : { partsMaker: cell("parts_maker") },
    ...cell("document_note") === "" ? {} : { notes: cell("document_note") },
    ...cautions.length === 0 ? {} : { cautions }
  };
}
function writeLibraryTable(drafts) {
  const table = writeLimitTable(drafts.flatMap(({ rows }) => rows));
  const statements = drafts.map(({ revision }) => statementTexts(revision));
  const used = DOCUMENT_COLUMNS.filter(
    (column) => NEEDED.includes(column) || statements.some((each) => (each[column] ?? "") !== "")
  );
  let at = 0;
  const lines = drafts.flatMap(({ rows }, index) => {
    const front = used.map((column) => statements[index]?.[column] ?? "");
    if (rows.length === 0) return [[...front, ...table.header.map(() => "")]];
    return rows.map(() => [...front, ...table.lines[at++] ?? []]);
  });
  return { header: [...used, ...table.header], lines };
}
function statementTexts(revision) {
  const applies = Object.fromEntries(
    Object.entries(appliesToTexts(revision.appliesTo)).map(([column, value]) => [`${FOR}${column}`, value])
  );
  return {
    document: revision.number,
    revision: revision.revision,
    title: revision.title,
    kind: revision.kind,
    issued: revision.issued,
    effective: revision.effective,
    supersedes: (revision.supersedes ?? []).join("; "),
    parts_maker: revision.partsMaker ?? "",
    document_note: revision.notes ?? "",
    cautions: (revision.cautions ?? []).join(LIST_MARK),
    ...applies
  };
}

// src/library/read-import.ts
import { CsvError, parse } from "csv-parse";
var ROWS_AT_ONCE = 400;
var MOST_ERRORS = 200;
async function* readImport(source) {
  const seen = new Set(source.revisions);
  const progress = { bytes: 0 };
  let [drafts, files, errors] = [[], [], []];
  let [rows, documents, wrong] = [0, 0, 0];
  const piece = () => ({ bytes: progress.bytes, drafts, files, errors });
  for await (const { line, read } of readFound(source, progress)) {
    if (read.ok) {
      const { id } = read.draft.revision;
      if (seen.has(id)) errors.push({ line, column: "document", fault: { code: "ROW_TWICE", found: id } });
      seen.add(id);
      drafts.push(read.draft);
      files.push(...read.files ?? []);
      rows += read.draft.rows.length;
      documents++;
    } else errors.push(...read.errors);
    if (wrong + errors.length > MOST_ERRORS) break;
    if (rows < ROWS_AT_ONCE) continue;
    yield piece();
    wrong += errors.length;
    [drafts, files, errors, rows] = [[], [], [], 0];
  }
  if (documents === 0 && wrong + errors.length === 0)
    throw ProblemError.of("FILE_NOT_TEXT", { file: source.name, because: "it holds no documents" });
  yield piece();
}
var readFound = (source, progress) => source.kind === "json" ? readJson(source, progress) : readTable(source, progress);
async function* readTable(source, progress) {
  const { models, characteristics } = source;
  let columns;
  let group = [];
  let of = "";
  const close = () => {
    const lines = group;
    group = [];
    if (columns === void 0 || lines.length === 0) return [];
    return [
      { line: lines[0]?.line ?? 0, read: readLibraryDocument({ columns, lines, models, characteristics }) }
    ];
  };
  for await (const line of linesOf(source, progress)) {
    if (columns === void 0) {
      const found = libraryColumns(line.cells.map(({ text: text2 }) => text2));
      if (!found.ok) {
        yield { line: line.line, read: found };
        return;
      }
      ({ columns } = found);
      continue;
    }
    const document = documentOfLine(columns, line);
    if (document !== of) {
      yield* close();
      of = document;
    }
    group.push(line);
  }
  yield* close();
}
async function* linesOf({ kind, name, path, bytes }, progress) {
  if (kind === "workbook") {
    const { lines } = await readGrid(name, await readFile(path), 0);
    progress.bytes = bytes;
    yield* lines;
    return;
  }
  const stream = createReadStream(path, { encoding: "utf8" });
  const parser = stream.pipe(parse({ ...CSV_OPTIONS, delimiter: delimiterOf(await startOf(path)) }));
  stream.on("data", (read) => {
    progress.bytes += Buffer.byteLength(read);
  });
  try {
    for await (const found of parser) {
      const { record, info } = found;
      yield { line: info.lines, cells: textCells(record) };
    }
  } catch (error) {
    if (error instanceof CsvError)
      throw ProblemError.of("FILE_NOT_TEXT", { file: name, because: error.message });
    throw error;
  } finally {
    stream.destroy();
  }
}
async function* readJson(source, progress) {
  const parsed = parseJson(source.name, await readFile(source.path, "utf8"));
  const list = Array.isArray(parsed) ? parsed : [parsed];
  for (const [i, each] of list.entries()) {
    progress.bytes = Math.round(source.bytes * (i + 1) / list.length);
    yield { line: i + 1, read: await readOne(source, each, i + 1) };
  }
}
async function readOne({ models, characteristics }, each, number) {
  const wrong = (path, message) => ProblemError.of("BODY_WRONG", { path: `document ${number}, ${path}`, message });
  const file = documentFile.safeParse(each, { error: issueWords });
  const [issue] = file.error?.issues ?? [];
  if (!file.success) throw wrong(issue?.path.join(".") ?? "", issue?.message ?? "no document");
  const { revision, rows } = file.data;
  const { header, lines } = writeLibraryTable([{ revision, rows }]);
  const columns = libraryColumns(header);
  if (!columns.ok) throw wrong("", "no document");
  const read = readLibraryDocument({
    columns: columns.columns,
    lines: lines.map((cells, at) => ({ line: at + 1, cells: textCells(cells) })),
    models,
    characteristics
  });
  if (!read.ok) return read;
  if (canonical({ ...read.draft }) !== canonical({ revision, rows }))
    throw wrong(revision.id, "its figures and conditions are not what their texts say");
  const files = [];
  for (const { name, sha256, content } of file.data.attachments) {
    const bytes = new Uint8Array(Buffer.from(content, "base64"));
    if (createHash("sha256").update(bytes).digest("hex") !== sha256)
      throw wrong(revision.id, `the attached ${name} is not the file that its hash says`);
    files.push([await lookAtAttachment(name, bytes), bytes]);
  }
  const attachments = files.map(([attached]) => attached);
  return { ok: true, draft: files.length === 0 ? read.draft : { ...read.draft, attachments }, files };
}
function parseJson(file, text2) {
  try {
    return JSON.parse(text2);
  } catch (error) {
    throw ProblemError.of("FILE_NOT_TEXT", { file, because: `it is not JSON (${error.message})` });
  }
}
async function startOf(path) {
  for await (const piece of createReadStream(path, { encoding: "utf8", end: 8191 })) return String(piece);
  return "";
}

export {
  writeLibraryTable,
  MOST_ERRORS,
  readImport
};
//# sourceMappingURL=chunk-SCWELB67.mjs.map
