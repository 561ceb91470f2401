// src/platform/content-kind.ts
import { fileTypeFromBuffer } from "file-type/node";
async function kindOfContent(bytes) {
  const found = await fileTypeFromBuffer(bytes);
  if (found !== void 0) return found.mime;
  try {
    const text = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
    if (text.includes("\0")) return void 0;
    return /^\s*[{[]/.test(text) && isJson(text) ? "application/json" : "text/plain";
  } catch {
    return void 0;
  }
}
function isJson(text) {
  try {
    JSON.parse(text);
    return true;
  } catch {
    return false;
  }
}

export {
  kindOfContent
};
//# sourceMappingURL=chunk-KNURXCUT.mjs.map
