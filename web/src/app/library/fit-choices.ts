import { fitWords } from '@oak-gate/contract';
import { placesOf, rowAxesOf } from '@oak-gate/core';
import type { Characteristic, FitAddress, Layout } from '@oak-gate/core';

const PARTS = ['groove', 'member', 'station'] as const;

/** A fit’s address as one text, for a list to choose from. */
export const addressText = (address: FitAddress): string =>
  PARTS.map((part) => address[part] ?? '').join('/');
export function addressOf(text: string): FitAddress {
  const found: { groove?: string; member?: string; station?: string } = {};
  text.split('/').forEach((id, i) => {
    const part = PARTS[i];
    if (part !== undefined && id !== '') found[part] = id;
  });
  return found;
}

/** Where a characteristic can be measured on an engine, as a list to choose from. */
export function fitChoices(
  layout: Layout,
  characteristic: Characteristic,
): readonly { readonly value: string; readonly label: string }[] {
  const axes = rowAxesOf(characteristic);
  const choices = new Map<string, string>();
  for (const place of placesOf(layout, characteristic)) {
    const address: Record<string, string> = {};
    for (const part of PARTS) {
      const id = place.at[part];
      if (id !== undefined && (axes as readonly string[]).includes(part)) address[part] = id;
    }
    const { ring, station, what } = fitWords(
      { characteristic: characteristic.id, ...address },
      [characteristic],
      layout,
    );
    const label = [ring, station].filter((part) => part !== '').join(', ');
    choices.set(addressText(address), label === '' ? what : label);
  }
  return [...choices].map(([value, label]) => ({ value, label }));
}
