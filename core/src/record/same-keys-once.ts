export interface TextFault {
  /** `twice`: the key stands twice in one object. `forbidden`: a key that programs take for something else. */
  readonly because: 'twice' | 'forbidden' | 'tooDeep';
  readonly key: string;
}
const FORBIDDEN: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);
const DEEPEST = 60;
const TOKENS = /"((?:[^"\\]|\\.)*)"(\s*:)?|[{}[\]]/g;

/**
 * What a parser of JSON would swallow without a word: a key that stands twice in one object (the last one would win), keys
 * that reach into the program, nesting without end. The text must be JSON already.
 */
export function sameKeysOnce(text: string): TextFault | undefined {
  const open: (Set<string> | undefined)[] = [];
  for (const [token, string, colon] of text.matchAll(TOKENS)) {
    if (token === '{' || token === '[') {
      open.push(token === '{' ? new Set() : undefined);
      if (open.length > DEEPEST) return { because: 'tooDeep', key: '' };
    } else if (token === '}' || token === ']') open.pop();
    else if (colon !== undefined) {
      // The same key may be written with escapes: it is compared as it is read.
      const key = JSON.parse(`"${string ?? ''}"`) as string;
      if (FORBIDDEN.has(key)) return { because: 'forbidden', key };
      const here = open.at(-1);
      if (here?.has(key) === true) return { because: 'twice', key };
      here?.add(key);
    }
  }
  return undefined;
}
