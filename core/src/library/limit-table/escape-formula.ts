/** What a spreadsheet would take for a formula when it opens a file. */
const DANGEROUS = /^[=+\-@\t\r]/;
const ESCAPED = /^'(?='*[=+\-@\t\r])/;

/** A cell that a spreadsheet will show and not carry out: a leading apostrophe makes it text. */
export const escapeFormula = (text: string): string =>
  DANGEROUS.test(text) || ESCAPED.test(text) ? `'${text}` : text;
/** The cell as it was before it was made safe. */
export const withoutEscape = (text: string): string => text.replace(ESCAPED, '');
