import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';

/** The words of a print in their order, without the drawings: what a reader of the paper reads. */
export function textOf({ content }: TDocumentDefinitions): string {
  const lines: string[] = [];
  const inline = (part: unknown): string =>
    Array.isArray(part)
      ? part.map(inline).join('')
      : typeof part === 'object' && part !== null
        ? inline((part as { text?: unknown }).text ?? '')
        : String(part);
  const walk = (node: Content): void => {
    if (typeof node === 'string' || typeof node === 'number') lines.push(String(node));
    else if (Array.isArray(node)) node.forEach(walk);
    else if ('text' in node) lines.push(inline(node.text));
    else if ('stack' in node) node.stack.forEach(walk);
    else if ('columns' in node) node.columns.forEach((column) => walk(column));
    else if ('table' in node) for (const row of node.table.body) row.forEach((cell) => walk(cell as Content));
  };
  walk(content);
  return `${lines.join('\n')}\n`;
}
