import { Injectable } from '@angular/core';

const NAME = 'oak-gate-sender';
const LEASE_MS = 6000;
interface Lease {
  readonly window: string;
  readonly until: number;
}

/**
 * Lets one window of a tablet at a time send what is kept. Browsers offer locks on secure pages only; a tablet in the shop may
 * speak plain HTTP, and there a lease in the tablet's store does it: whoever dies loses it after a few seconds. Should two
 * ever send at once, the server does each command once by its id.
 */
@Injectable({ providedIn: 'root' })
export class OneSender {
  private readonly window = Math.random().toString(36).slice(2);

  /** Runs the work in this window if no other one is at it; otherwise does nothing. What is named otherwise is other work. */
  async alone(work: () => Promise<void>, what = NAME): Promise<void> {
    const locks = (navigator as { readonly locks?: LockManager }).locks;
    if (locks !== undefined) {
      await locks.request(what, { ifAvailable: true }, async (lock) => {
        if (lock !== null) await work();
      });
      return;
    }
    if (!this.lease(what)) return;
    const renewed = setInterval(() => this.lease(what), LEASE_MS / 3);
    try {
      await work();
    } finally {
      clearInterval(renewed);
      if (this.holder(what)?.window === this.window) localStorage.removeItem(what);
    }
  }

  private lease(what: string): boolean {
    const now = Date.now();
    const holder = this.holder(what);
    if (holder !== undefined && holder.window !== this.window && holder.until > now) return false;
    const mine: Lease = { window: this.window, until: now + LEASE_MS };
    localStorage.setItem(what, JSON.stringify(mine));
    return this.holder(what)?.window === this.window;
  }
  private holder(what: string): Lease | undefined {
    try {
      const held = JSON.parse(localStorage.getItem(what) ?? 'null') as Lease | null;
      return held ?? undefined;
    } catch {
      return undefined;
    }
  }
}
