import { DestroyRef, inject, Injector } from '@angular/core';
import type { CanDeactivateFn } from '@angular/router';

/** A page on which somebody may have written what is not on disk yet. */
export interface HoldsUnsaved {
  /** What would be lost, in a sentence; undefined where nothing would. */
  unsaved(): string | undefined;
}

/** Whoever leaves such a page by a link, a key or the browser's back is asked first. */
export const askBeforeLeaving: CanDeactivateFn<HoldsUnsaved> = async (page) => {
  const lost = page.unsaved();
  if (lost === undefined) return true;
  const injector = inject(Injector);
  // The routes name this guard: the dialog must not come in with the first bytes because of it.
  const { Asker } = await import('./asker');
  return injector.get(Asker).ask({
    title: 'Leave without saving?',
    lines: [lost],
    fields: [],
    cancel: 'Stay here',
    submit: 'Leave without saving',
    act: () => undefined,
  });
};

/** The same for closing or reloading the window, where the browser asks in its own words. To be called as a page is made. */
export function askBeforeClosing(page: HoldsUnsaved): void {
  const closing = (event: BeforeUnloadEvent): void => {
    if (page.unsaved() !== undefined) event.preventDefault();
  };
  window.addEventListener('beforeunload', closing);
  inject(DestroyRef).onDestroy(() => {
    window.removeEventListener('beforeunload', closing);
  });
}
