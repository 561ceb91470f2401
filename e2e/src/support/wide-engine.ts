import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './server';

interface Labelled {
  readonly id: string;
  readonly label: string;
}
interface ModelFile {
  readonly model: {
    readonly layout: Readonly<Record<string, unknown>> & {
      readonly banks: readonly Labelled[];
      readonly grooves: readonly Labelled[];
      readonly stations: readonly { readonly members: readonly object[] }[];
    };
  };
}

/**
 * An engine that is as wide as any: sixteen cylinders in a V, bores at twenty stations, and names as long as other languages make
 * them. Its layout is that of the demo's V8, drawn out.
 */
export function wideEngine(id: string): object {
  const file = JSON.parse(readFileSync(join(root, 'demo/models/M8-52.json'), 'utf8')) as ModelFile;
  const { layout } = file.model;
  const [port, starboard] = layout.banks;
  const cylinders = Array.from({ length: 16 }, (_, i) => ({
    ...{ id: String(i + 1), label: `Zylinder ${i + 1}`, row: Math.floor(i / 2) * 4 + (i % 2) * 2 },
    bank: (i % 2 === 0 ? port : starboard)?.id,
  }));
  const [ring] = layout.stations;
  const stations = Array.from({ length: 20 }, (_, i) => ({
    id: `s${i + 1}`,
    label: i % 5 === 0 ? 'oberer Umkehrpunkt des Verdichtungsringes' : '',
    datum: 'deck',
    distance: { text: `${(i + 1) * 12}.5`, unit: 'mm' },
    members: [],
    for: ['bore'],
  }));
  return {
    ...file,
    model: {
      ...file.model,
      ...{ id, name: id, serialPattern: '^W-(\\d+)$' },
      layout: {
        ...layout,
        banks: layout.banks.map((bank) => ({ ...bank, label: `${bank.label}, Schwungradseite` })),
        cylinders,
        grooves: layout.grooves.map((groove) => ({ ...groove, label: `${groove.label}, Kolbenringnut` })),
        stations: [{ ...ring, for: [] }, ...stations],
        heads: [],
        journals: [],
      },
    },
  };
}
