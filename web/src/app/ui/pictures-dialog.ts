import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogConfig, MatDialogModule } from '@angular/material/dialog';
import type { MatDialog } from '@angular/material/dialog';
import { Store } from '@ngrx/store';
import { jobFeature } from '../state/job.feature';
import { Pictures } from './pictures';

interface Of {
  readonly title: string;
  readonly about: string;
}
/** The photographs of what is in hand at the bench. */
@Component({
  selector: 'app-pictures-dialog',
  imports: [MatDialogModule, Pictures],
  template: `
    <h2 mat-dialog-title>{{ of.title }}</h2>
    <mat-dialog-content>
      @if (job(); as job) {
        <app-pictures [job]="job" [about]="of.about" />
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button type="button" class="action quiet" mat-dialog-close>Close</button>
    </mat-dialog-actions>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PicturesDialog {
  protected readonly of = inject<Of>(MAT_DIALOG_DATA);
  protected readonly job = inject(Store).selectSignal(jobFeature.selectJob);
}
export function openPictures(dialog: MatDialog, of: Of): void {
  dialog.open(
    PicturesDialog,
    Object.assign(new MatDialogConfig<Of>(), { width: '560px', maxWidth: '94vw', data: of }),
  );
}
