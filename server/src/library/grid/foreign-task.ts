import type { TablePreview } from '@oak-gate/contract';
import { previewTable, rowsOfTable } from '../table-preview';
import type { TableQuestion, TakenRows } from '../table-preview';
import { readGrid } from './read-grid';

/** What is done with a file that somebody sent: all of it far from those who measure. */
export interface ForeignTasks {
  preview: { readonly asks: TableQuestion; readonly gives: TablePreview };
  rows: { readonly asks: TableQuestion; readonly gives: TakenRows };
}
export type ForeignTaskKind = keyof ForeignTasks;
export type ForeignTask = {
  readonly [K in ForeignTaskKind]: { readonly kind: K; readonly asks: ForeignTasks[K]['asks'] };
}[ForeignTaskKind];

/** @throws ProblemError, and whatever a file can bring about */
export async function carryOut(task: ForeignTask): Promise<ForeignTasks[ForeignTaskKind]['gives']> {
  switch (task.kind) {
    case 'preview':
      return previewTable(await withGrid(task.asks));
    case 'rows':
      return rowsOfTable(await withGrid(task.asks));
  }
}
const withGrid = async (question: TableQuestion) => ({
  ...question,
  grid: await readGrid(question.name, question.bytes, question.sheet),
});
