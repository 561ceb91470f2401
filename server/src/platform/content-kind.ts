import { fileTypeFromBuffer } from 'file-type/node';

/** What a file is, found in its content; text is told from the rest by being text. undefined where it is neither. */
export async function kindOfContent(bytes: Uint8Array): Promise<string | undefined> {
  const found = await fileTypeFromBuffer(bytes);
  if (found !== undefined) return found.mime;
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    if (text.includes('\u0000')) return undefined;
    return /^\s*[{[]/.test(text) && isJson(text) ? 'application/json' : 'text/plain';
  } catch {
    return undefined;
  }
}
function isJson(text: string): boolean {
  try {
    JSON.parse(text);
    return true;
  } catch {
    return false;
  }
}
