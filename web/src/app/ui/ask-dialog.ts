import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import type { ApiProblem } from '../state/api';
import { Choices, Field } from './field';
import { ProblemNote } from './problem-note';

export interface AskField {
  readonly key: string;
  readonly label: string;
  readonly kind: 'line' | 'text' | 'choice' | 'several' | 'date' | 'pin';
  /** Of `several`: what is chosen, parted by spaces. */
  readonly optional?: boolean;
  readonly value?: string;
  readonly options?: readonly { readonly value: string; readonly label: string }[];
  readonly hint?: string;
}
export interface Ask {
  readonly title: string;
  /** The words that are signed, or what the person should know before answering. */
  readonly lines?: readonly string[];
  readonly asWords?: boolean;
  readonly fields: readonly AskField[];
  readonly submit: string;
  /** What the way back is called, where leaving is not it. */
  readonly cancel?: string;
  /** Does it; a problem keeps the dialog open with everything that was typed. */
  readonly act: (
    values: Readonly<Record<string, string>>,
  ) => Promise<ApiProblem | undefined> | ApiProblem | undefined;
}

/** Asks for what an act needs: a reason, a choice, a PIN. The words stand above what is typed. */
@Component({
  selector: 'app-ask-dialog',
  imports: [Choices, Field, FormsModule, MatDialogModule, ProblemNote],
  templateUrl: './ask-dialog.html',
  styleUrl: './ask-dialog.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AskDialog {
  protected readonly ask = inject<Ask>(MAT_DIALOG_DATA);
  private readonly dialog = inject<MatDialogRef<AskDialog, boolean>>(MatDialogRef);
  protected readonly values = signal<Readonly<Record<string, string>>>(
    Object.fromEntries(
      this.ask.fields.map(({ key, kind, value, options }) => [
        key,
        value ?? (kind === 'several' ? '' : (options?.[0]?.value ?? '')),
      ]),
    ),
  );
  protected readonly busy = signal(false);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  /** What is still to be filled in, by its label. */
  protected readonly missing = computed(() =>
    this.ask.fields
      .filter(({ key, optional }) => optional !== true && (this.values()[key] ?? '').trim() === '')
      .map(({ label }) => label),
  );
  protected readonly complete = computed(() => this.missing().length === 0);

  /** What is chosen of each field of which several can be: the same lists as long as nothing changes. */
  protected readonly several = computed(() =>
    Object.fromEntries(
      Object.entries(this.values()).map(([key, text]) => [
        key,
        text.split(' ').filter((each) => each !== ''),
      ]),
    ),
  );

  protected set(key: string, value: string): void {
    this.values.update((values) => ({ ...values, [key]: value }));
  }
  protected async submit(): Promise<void> {
    if (!this.complete() || this.busy()) return;
    this.busy.set(true);
    const problem = await this.ask.act(this.values());
    this.busy.set(false);
    this.problem.set(problem);
    if (problem === undefined) this.dialog.close(true);
  }
}
