import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { characteristic, engineModelFile } from '@oak-gate/contract';
import { nanometres } from '@oak-gate/core';
import type { LimitRow } from '@oak-gate/core';
import * as z from 'zod';

const json = (path: string): unknown => JSON.parse(readFileSync(join(__dirname, '../../..', path), 'utf8'));
export const { model: VELDANE } = engineModelFile.parse(json('demo/models/VA-4-330.json'));
export const CHARACTERISTICS = z.array(characteristic).parse(json('server/data/characteristics.json'));

export const ROW: LimitRow = {
  id: 'SL-88 rev B row 4',
  label: '4',
  characteristic: 'ringGap',
  groove: '1',
  member: 'ring',
  station: 'top',
  appliesTo: { serialTo: 400 },
  note: 'top of ring travel',
  printed: { min: { text: '0.009', unit: 'in', nm: nanometres(228_600) } },
};

/** A draft as the server answers with it. */
export const revisionFor = (number: string, revision: string) => ({
  revision: {
    id: `${number} rev ${revision}`,
    number,
    revision,
    title: 'Ring gaps',
    kind: 'letter' as const,
    issued: '2026-01-01',
    effective: '2026-02-01',
    appliesTo: { models: ['VA-4-330'] },
  },
  state: 'draft' as const,
  rows: [] as readonly LimitRow[],
  file: null,
  attachments: [],
  drafted: { id: 'teo', by: 'Teo', at: '2026-01-01T08:00:00.000Z' },
  writers: ['teo'],
  digest: 'e'.repeat(64),
  checked: null,
  published: null,
  withdrawn: null,
  models: [VELDANE],
  characteristics: CHARACTERISTICS,
  beyond: [],
  siblings: [],
});

/** The library as the server answers with it: one engine, and of everything else what a test puts in. */
export const libraryOf = (part: object = {}) => ({
  total: 0,
  revisions: [],
  models: [
    {
      id: VELDANE.id,
      maker: VELDANE.maker,
      name: VELDANE.name,
      engineClass: VELDANE.engineClass,
      cylinders: VELDANE.layout.cylinders.length,
      digest: 'a'.repeat(64),
      serials: '4330-12345: the last five digits count',
      version: 1,
      draft: null,
    },
  ],
  characteristics: CHARACTERISTICS.map((each) => ({
    ...each,
    ours: false,
    warm: false,
    looks: { asked: false, tolerance: null },
    notes: [],
  })),
  orders: [],
  judging: [],
  routes: [{ id: 'ring-gaps', covers: 'ring end gaps' }],
  ...part,
});
