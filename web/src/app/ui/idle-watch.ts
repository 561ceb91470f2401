import type { DestroyRef } from '@angular/core';
import { inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { sessionFeature } from '../state/session.feature';
import { Asker } from './asker';
import { ChangeHands } from './change-hands';

const IDLE_MS = 10 * 60_000;
const SIGNS_OF_LIFE = ['keydown', 'pointerdown'] as const;

/** After ten idle minutes the tablet asks whose hands it is in, before the next key is taken. */
@Injectable({ providedIn: 'root' })
export class IdleWatch {
  private readonly hands = inject(ChangeHands);
  private readonly asker = inject(Asker);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  private seen = Date.now();

  watch(destroyed: DestroyRef): void {
    const alive = (event: Event): void => {
      const idle = Date.now() - this.seen > IDLE_MS;
      this.seen = Date.now();
      if (!idle || this.asker.isOpen || this.person() === undefined) return;
      event.preventDefault();
      event.stopPropagation();
      void this.hands.start(this.person()?.id, 'Nobody worked here for ten minutes: whose hands is this in?');
    };
    for (const sign of SIGNS_OF_LIFE) document.addEventListener(sign, alive, { capture: true });
    destroyed.onDestroy(() => {
      for (const sign of SIGNS_OF_LIFE) document.removeEventListener(sign, alive, { capture: true });
    });
  }
}
