import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';
import { AskDialog } from './ask-dialog';
import type { Ask } from './ask-dialog';

/** Opens the one dialog that asks. */
@Injectable({ providedIn: 'root' })
export class Asker {
  private readonly dialog = inject(MatDialog);

  get isOpen(): boolean {
    return this.dialog.openDialogs.length > 0;
  }
  async ask(ask: Ask): Promise<boolean> {
    const opened = this.dialog.open<AskDialog, Ask, boolean>(AskDialog, {
      data: ask,
      width: '560px',
      maxWidth: '94vw',
      enterAnimationDuration: 100,
      exitAnimationDuration: 60,
    });
    return (await firstValueFrom(opened.afterClosed())) === true;
  }
}
