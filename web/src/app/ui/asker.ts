import { inject, Injectable } from '@angular/core';
import { MatDialog, MatDialogConfig } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';
import { AskDialog } from './ask-dialog';
import type { Ask } from './ask-dialog';

const SHAPE = {
  width: '560px',
  maxWidth: '94vw',
  enterAnimationDuration: 100,
  exitAnimationDuration: 60,
} as const;

/** Opens the one dialog that asks. */
@Injectable({ providedIn: 'root' })
export class Asker {
  private readonly dialog = inject(MatDialog);

  get isOpen(): boolean {
    return this.dialog.openDialogs.length > 0;
  }
  async ask(ask: Ask): Promise<boolean> {
    const config = Object.assign(new MatDialogConfig<Ask>(), SHAPE, { data: ask });
    const opened = this.dialog.open<AskDialog, Ask, boolean>(AskDialog, config);
    return (await firstValueFrom(opened.afterClosed())) === true;
  }
}
