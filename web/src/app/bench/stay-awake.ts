import type { DestroyRef } from '@angular/core';

/** Keeps the screen on while the bench is open: a dark tablet cannot be woken with a blade in the hand. */
export function stayAwake(destroyed: DestroyRef): void {
  if (!('wakeLock' in navigator)) return;
  let lock: WakeLockSentinel | undefined;
  const take = (): void => {
    if (document.visibilityState !== 'visible') return;
    // Refused on a low battery or an insecure page: then the tablet's own setting holds.
    navigator.wakeLock.request('screen').then(
      (held) => {
        lock = held;
      },
      () => undefined,
    );
  };
  take();
  document.addEventListener('visibilitychange', take);
  destroyed.onDestroy(() => {
    document.removeEventListener('visibilitychange', take);
    void lock?.release();
  });
}
