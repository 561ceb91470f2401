import {
  readImport
} from "./chunk-SCWELB67.mjs";
import "./chunk-U2VFCSDY.mjs";
import "./chunk-BGN227ZV.mjs";
import "./chunk-KNURXCUT.mjs";
import "./chunk-VDWYCB3L.mjs";
import "./chunk-27AA7MNU.mjs";
import "./chunk-KLTGP5TX.mjs";
import "./chunk-VPFE72TC.mjs";
import "./chunk-WQVLMFWN.mjs";
import {
  ProblemError
} from "./chunk-CFPWUEHS.mjs";

// src/library/import.worker.ts
import { parentPort } from "node:worker_threads";
var pieces;
parentPort?.on("message", (source) => {
  void next(source).then((said) => parentPort?.postMessage(said));
});
async function next(source) {
  try {
    if (source !== null) pieces = readImport(source)[Symbol.asyncIterator]();
    const found = await pieces?.next();
    return { ok: true, piece: found === void 0 || found.done === true ? null : found.value };
  } catch (error) {
    if (error instanceof ProblemError) return { ok: false, problem: error.details() };
    return { ok: false, because: error instanceof Error ? error.message : String(error) };
  }
}
//# sourceMappingURL=import.worker.mjs.map
