/** A long name cut in its middle, so that both its ends can be told apart. */
export function middleCut(text: string, most: number): string {
  if (text.length <= most) return text;
  const head = Math.ceil((most - 1) / 2);
  return `${text.slice(0, head)}…${text.slice(text.length - (most - 1 - head))}`;
}
