/** The blades of a set as somebody lists them: separated by spaces, commas with a space, semicolons or lines. */
export function readBlades(text: string): string[] {
  return text
    .split(/[\s;]+|,\s+/)
    .map((blade) => blade.replace(/,$/, ''))
    .filter((blade) => blade !== '');
}
