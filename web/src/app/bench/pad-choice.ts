import { Injectable, signal } from '@angular/core';

const KEY = 'oak-gate-pad';
const CHOICES = ['off', 'right', 'left'] as const;
export type PadSide = (typeof CHOICES)[number];

/** Whether the number pad is out, and for which hand. The tablet remembers it. */
@Injectable({ providedIn: 'root' })
export class PadChoice {
  readonly side = signal<PadSide>(CHOICES.find((choice) => choice === localStorage.getItem(KEY)) ?? 'off');

  next(): void {
    const side = CHOICES[(CHOICES.indexOf(this.side()) + 1) % CHOICES.length] ?? 'off';
    this.side.set(side);
    localStorage.setItem(KEY, side);
  }
}
