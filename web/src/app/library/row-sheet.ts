import {
  ChangeDetectionStrategy,
  ChangeDetectorRef,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { cellWords, fitWords, rowConverted } from '@oak-gate/contract';
import type { RevisionView } from '@oak-gate/contract';
import type { CellFault, TableColumn } from '@oak-gate/core';
import * as z from 'zod';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { newId } from '../state/new-id';
import { ProblemNote } from '../ui/problem-note';
import {
  begin,
  blankLine,
  change,
  clearBlock,
  copyBlock,
  insertLine,
  judgeSheet,
  linesOf,
  pasteBlock,
  redo,
  removeLines,
  setCell,
  SHEET_COLUMNS,
  sheetTable,
  undo,
  USUAL_COLUMNS,
} from './row-sheet-model';
import type { CellAt, SheetHistory, SheetLines } from './row-sheet-model';
import { columnWords, FIT_COLUMN, isFigureColumn, isPartOfFit, sheetWords } from './row-sheet-words';

/** Where the sheet shows what is wrong with a column of the file. */
const columnInSheet = (column: string): string => (isPartOfFit(column as TableColumn) ? FIT_COLUMN : column);

/** What is wrong with the ids of a fit, which nobody sees in the sheet. */
const OF_CODES: readonly CellFault['code'][] = [
  'CELL_EMPTY',
  'CHARACTERISTIC_UNKNOWN',
  'FIT_NOT_SAID',
  'NOT_IN_MODEL',
];
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/** A draft's rows as a sheet: keys, paste from a spreadsheet, undo, and what is wrong marked in its cell. */
@Component({
  selector: 'app-row-sheet',
  imports: [MatAutocompleteModule, ProblemNote],
  templateUrl: './row-sheet.html',
  styleUrl: './row-sheet.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RowSheet {
  private readonly api = inject(Api);
  private readonly changes = inject(ChangeDetectorRef);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly view = input.required<RevisionView>();
  readonly saved = output();
  readonly left = output();

  protected readonly history = linkedSignal<RevisionView, SheetHistory>({
    source: this.view,
    computation: (view) => begin(view.rows.length === 0 ? insertLine([], 0) : linesOf(view.rows)),
  });
  protected readonly lines = computed(() => this.history().now);
  protected readonly isChanged = computed(() => this.history().past.length > 0);
  protected readonly all = signal(false);
  protected readonly columns = computed(() => {
    const lines = this.lines();
    return SHEET_COLUMNS.flatMap((name, at) =>
      this.all() || USUAL_COLUMNS.includes(name) || lines.some((cells) => (cells[at] ?? '') !== '')
        ? isPartOfFit(name) && name !== FIT_COLUMN
          ? []
          : [{ name, at, words: columnWords(name) }]
        : [],
    );
  });
  protected readonly words = computed(() => {
    const { models, characteristics } = this.view();
    return sheetWords(models, characteristics, this.lines());
  });
  private readonly visible = computed(() => this.columns().map(({ at }) => at));
  protected readonly here = signal<CellAt>({ line: 0, column: 0 });
  /** The other corner of what is marked; the same cell where one cell is. */
  private readonly corner = signal<CellAt>({ line: 0, column: 0 });
  protected readonly editing = signal<string | undefined>(undefined);
  protected readonly busy = signal(false);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);

  /** No line has anything in it: there is nothing to judge, and nothing to save. */
  protected readonly empty = computed(() => sheetTable(this.lines()).lines.length === 0);
  private readonly judged = computed(() => {
    if (this.empty()) return { errors: [], lines: [] };
    const { revision, models, characteristics } = this.view();
    return judgeSheet(this.lines(), { revision: revision.id, models, characteristics });
  });
  protected readonly faults = computed(() => {
    const found = new Map<string, string>();
    for (const { line, column, fault } of this.judged().errors) {
      const key = `${line - 1} ${columnInSheet(column)}`;
      const words = this.faultWords(line, column, fault);
      // What is measured is one cell here: what is wrong with several of its parts is said once.
      const known = found.get(key)?.split('; ') ?? [];
      found.set(key, [...new Set([...known, words])].join('; '));
    }
    return found;
  });
  protected readonly faultList = computed(() =>
    [...this.faults()].map(([key, message]) => {
      const [line = '', column = ''] = key.split(' ');
      return { line: Number(line) + 1, column: columnWords(column as TableColumn), message };
    }),
  );
  /** What is wrong, as the sheet says it: it shows words, and its reader knows no codes. */
  private faultWords(line: number, column: string, fault: CellFault): string {
    if (!isPartOfFit(column as TableColumn) || !OF_CODES.includes(fault.code)) return cellWords(fault);
    const shown = this.words().shown(this.lines()[line - 1] ?? [], FIT_COLUMN);
    if (shown === '') return cellWords({ code: 'CELL_EMPTY' });
    const several = this.words().offers(blankLine(''), FIT_COLUMN, shown).length > 1;
    return several
      ? `“${shown}” can be several: pick one from the list`
      : `“${shown}” is nothing that is measured here: pick it from the list`;
  }
  /** The row in hand as it was understood, said under the sheet. */
  protected readonly says = computed(() => {
    const { row } = this.judged().lines.find(({ line }) => line === this.here().line + 1) ?? {};
    if (row === undefined) return '';
    const { models, characteristics } = this.view();
    const { what, ring, station } = fitWords(row, characteristics, models[0]?.layout);
    const converted = rowConverted(row);
    return `${[what, ring, station].filter((part) => part !== '').join(', ')}${converted === '' ? '' : `: ${converted}`}`;
  });
  /** What may stand in the column in hand. */
  protected readonly offers = computed(() => {
    const typed = this.editing();
    const { line, column } = this.here();
    return typed === undefined
      ? []
      : this.words().offers(this.lines()[line] ?? [], SHEET_COLUMNS[column] ?? 'row', typed);
  });

  /** Whether something was written since the rows were saved, the cell in hand with it. */
  holdsUnsaved(): boolean {
    const at = this.here();
    const typed = this.editing();
    return this.isChanged() || (typed !== undefined && typed.trim() !== this.shown(at));
  }

  /** Figures stand in the face of figures, words in that of words. */
  protected isFigure(column: TableColumn): boolean {
    return column === 'row' || column === 'unit' || isFigureColumn(column);
  }
  protected isWide(column: TableColumn): boolean {
    return ['characteristic', 'note', 'question', 'not_smaller_than'].includes(column);
  }
  protected isMarked(line: number, column: number): boolean {
    const [a, b] = [this.here(), this.corner()];
    const visible = this.visible();
    const between = (value: number, x: number, y: number): boolean =>
      value >= Math.min(x, y) && value <= Math.max(x, y);
    return (
      between(line, a.line, b.line) &&
      between(visible.indexOf(column), visible.indexOf(a.column), visible.indexOf(b.column))
    );
  }
  protected isHere(line: number, column: number): boolean {
    return this.here().line === line && this.here().column === column;
  }

  protected choose(line: number, column: number, extend: boolean): void {
    this.commit();
    if (extend) this.corner.set({ line, column });
    else this.go({ line, column });
    this.focus();
  }
  protected edit(line: number, column: number): void {
    this.go({ line, column });
    this.startEdit(this.shown({ line, column }));
  }
  private shown({ line, column }: CellAt): string {
    return this.words().shown(this.lines()[line] ?? [], SHEET_COLUMNS[column] ?? 'row');
  }
  private go(at: CellAt): void {
    this.here.set(at);
    this.corner.set(at);
  }
  private startEdit(text: string): void {
    this.editing.set(text);
    // Drawn and focused before the next key comes: nothing that is typed fast may be lost or land out of order.
    this.changes.detectChanges();
    const field = this.host.nativeElement.querySelector<HTMLInputElement>('input.cell');
    field?.focus();
    field?.setSelectionRange(text.length, text.length);
  }
  private focus(): void {
    this.changes.detectChanges();
    this.host.nativeElement.querySelector<HTMLElement>('td.here')?.focus();
  }
  private put(lines: SheetLines): void {
    this.history.update((history) => change(history, lines));
  }
  /** Chosen from the list: it is in the cell, and the hand stays there. */
  protected picked(words: string): void {
    this.editing.set(words);
    this.commit();
    this.focus();
  }
  /** The field lost the hand; where it went to the list under it, the choice comes yet. */
  protected leave(isListOpen: boolean): void {
    if (!isListOpen) this.commit();
  }
  protected commit(): void {
    const text = this.editing();
    if (text === undefined) return;
    this.editing.set(undefined);
    const at = this.here();
    if (this.shown(at) !== text.trim()) this.put(setCell(this.lines(), at, text.trim(), this.words()));
  }

  protected key(event: KeyboardEvent): void {
    if (event.defaultPrevented) return; // the list under the cell has taken it
    const isEditing = this.editing() !== undefined;
    const done = (): void => {
      event.preventDefault();
      event.stopPropagation();
    };
    const withControl = event.ctrlKey || event.metaKey;
    const key = event.key.toLowerCase();
    if (withControl && key === 's') {
      done();
      void this.save();
      return;
    }
    if (isEditing) {
      if (event.key === 'Enter' || event.key === 'Tab') {
        done();
        this.commit();
        this.move(
          event.key === 'Enter' ? (event.shiftKey ? -1 : 1) : 0,
          event.key === 'Tab' ? (event.shiftKey ? -1 : 1) : 0,
          false,
        );
      } else if (event.key === 'Escape') {
        done();
        this.editing.set(undefined);
        this.focus();
      }
      return;
    }
    if (withControl && (key === 'z' || key === 'y')) {
      done();
      this.history.update(key === 'y' || event.shiftKey ? redo : undo);
      this.keepInside();
      return;
    }
    if (withControl && key === 'enter') {
      done();
      this.addLine();
      return;
    }
    if (withControl && (event.key === 'Delete' || event.key === 'Backspace')) {
      done();
      this.removeLine();
      return;
    }
    if (withControl || event.altKey) return; // copy and paste come as events of their own
    const arrow = ARROWS[event.key];
    if (arrow !== undefined) {
      done();
      this.move(arrow[0], arrow[1], event.shiftKey);
    } else if (event.key === 'Tab') {
      const next = this.visible().indexOf(this.here().column) + (event.shiftKey ? -1 : 1);
      if (next < 0 || next >= this.visible().length) return; // leaves the sheet, as Tab should
      done();
      this.move(0, event.shiftKey ? -1 : 1, false);
    } else if (event.key === 'Enter' || event.key === 'F2') {
      done();
      this.startEdit(this.shown(this.here()));
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      done();
      this.put(clearBlock(this.lines(), this.here(), this.corner(), this.visible(), this.words()));
    } else if (event.key.length === 1) {
      done();
      this.startEdit(event.key);
    }
  }
  private move(down: number, across: number, extend: boolean): void {
    const visible = this.visible();
    const from = extend ? this.corner() : this.here();
    let lines = this.lines();
    const line = from.line + down;
    // Going down from the last line with something in it makes the next one.
    if (
      line === lines.length &&
      !extend &&
      (lines[from.line] ?? []).some((text, i) => i > 0 && text !== '')
    ) {
      lines = insertLine(lines, lines.length);
      this.put(lines);
    }
    const at = Math.min(Math.max(visible.indexOf(from.column) + across, 0), visible.length - 1);
    const to = { line: Math.min(Math.max(line, 0), lines.length - 1), column: visible[at] ?? 0 };
    if (extend) this.corner.set(to);
    else this.go(to);
    this.focus();
  }
  private keepInside(): void {
    const last = Math.max(0, this.lines().length - 1);
    if (this.here().line > last) this.go({ ...this.here(), line: last });
    this.focus();
  }

  protected copy(event: ClipboardEvent): void {
    if (this.editing() !== undefined) return;
    event.preventDefault();
    event.clipboardData?.setData(
      'text/plain',
      copyBlock(this.lines(), this.here(), this.corner(), this.visible(), this.words()),
    );
  }
  protected paste(event: ClipboardEvent): void {
    if (this.editing() !== undefined) return;
    event.preventDefault();
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (text !== '') this.put(pasteBlock(this.lines(), this.here(), this.visible(), text, this.words()));
  }
  protected addLine(): void {
    this.commit();
    const line = this.here().line + (this.lines().length === 0 ? 0 : 1);
    this.put(insertLine(this.lines(), line));
    this.go({ line, column: SHEET_COLUMNS.indexOf('characteristic') });
    this.focus();
  }
  protected removeLine(): void {
    this.commit();
    const [from, to] = [this.here().line, this.corner().line].sort((a, b) => a - b);
    this.put(removeLines(this.lines(), from ?? 0, to ?? 0));
    this.keepInside();
  }
  protected step(back: boolean): void {
    this.commit();
    this.history.update(back ? undo : redo);
    this.keepInside();
  }

  protected async save(): Promise<void> {
    this.commit();
    if (this.busy() || this.empty() || this.faultList().length > 0) return;
    this.busy.set(true);
    const { header, lines } = sheetTable(this.lines());
    const path = `/api/library/revisions/${encodeURIComponent(this.view().revision.id)}/rows`;
    const answer = await this.api.put(path, { id: newId(), header, lines }, z.object({ rows: z.int() }));
    this.busy.set(false);
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (answer.ok) this.saved.emit();
  }
}
