import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { faultWords, keyChangeWords, notARecordWords, readRecordFile, remarkWords } from '@oak-gate/contract';
import { isSignedByBoth, leadsTo, verifyRecord } from '@oak-gate/core';
import type { RecordFile, RecordReport } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import type { ApiProblem } from '../state/api';
import { sessionFeature } from '../state/session.feature';
import { Field } from '../ui/field';
import { ProblemNote } from '../ui/problem-note';
import { checkSignature } from './check-signature';

/** Larger than any record; what is larger is none. */
const MOST_BYTES = 64 * 1024 * 1024;

/** An exported record, verified here in the browser: nothing of it is sent anywhere. */
@Component({
  selector: 'app-verify-page',
  imports: [Field, ProblemNote, RouterLink],
  templateUrl: './verify.page.html',
  styleUrl: './verify.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class VerifyPage {
  private readonly view = inject(Store).selectSignal(sessionFeature.selectView);
  protected readonly over = signal(false);
  protected readonly reading = signal(false);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly file = signal<{ readonly name: string; readonly record: RecordFile } | undefined>(
    undefined,
  );
  /** The key on the print in one's hand; this shop's own where nothing is typed. */
  protected readonly printed = signal('');

  protected readonly report = computed((): (RecordReport & { readonly words: Words }) | undefined => {
    const record = this.file()?.record;
    if (record === undefined) return undefined;
    const found = verifyRecord(record, checkSignature, this.expected(record));
    return { ...found, words: wordsOf(record, found) };
  });
  protected readonly verdict = computed(() => {
    const report = this.report();
    if (report === undefined) return undefined;
    if (report.faults[0]?.kind === 'otherKey') return 'Another key sealed this record';
    if (!report.consistent) return 'This record does not verify';
    return report.remarks.length > 0
      ? 'It follows, and is not as the rules of its day give it'
      : 'This record is consistent';
  });

  /** What has to have sealed it: the key of the print, or one of this shop's, or what follows from it by signed changes. */
  private expected(record: RecordFile): string | undefined {
    const typed = this.printed().trim().toLowerCase();
    const keys = typed === '' ? (this.view()?.shop?.keys ?? []) : [typed];
    if (keys.length === 0) return undefined;
    return keys.some((key) => leadsTo(record, key, checkSignature)) ? record.key.keyId : keys.at(-1);
  }

  protected async dropped(event: DragEvent): Promise<void> {
    event.preventDefault();
    this.over.set(false);
    const file = event.dataTransfer?.files[0];
    if (file !== undefined) await this.read(file);
  }
  protected async chosen(event: Event): Promise<void> {
    const input = event.target as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (file !== undefined) await this.read(file);
  }
  private async read(file: File): Promise<void> {
    this.problem.set(undefined);
    this.file.set(undefined);
    this.reading.set(true);
    const wrong = (title: string): void => {
      this.problem.set({
        code: 'NOT_A_RECORD',
        title,
        where: file.name,
        next: 'Choose the JSON file that was exported from a sealed record.',
      });
    };
    try {
      if (file.size > MOST_BYTES) {
        wrong('This file is larger than any record');
        return;
      }
      const text = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(
        await file.arrayBuffer(),
      );
      const read = readRecordFile(text);
      if (read.ok) this.file.set({ name: file.name, record: read.file });
      else wrong(`This is not a record: ${notARecordWords(read.fault)}`);
    } catch {
      wrong('This file is not text in UTF-8');
    } finally {
      this.reading.set(false);
    }
  }
}

interface Words {
  readonly faults: readonly string[];
  readonly remarks: readonly string[];
  readonly keys: readonly string[];
}
const wordsOf = (record: RecordFile, { faults, remarks }: RecordReport): Words => ({
  faults: faults.map(faultWords),
  remarks: remarks.map(remarkWords),
  keys: (record.keyChanges ?? []).map((change) =>
    keyChangeWords(change, isSignedByBoth(record.keyChanges ?? [], change, checkSignature)),
  ),
});
