import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { CanActivateFn } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter, firstValueFrom } from 'rxjs';
import { SessionActions, sessionFeature } from './session.feature';

/**
 * Waits until it is known who is here; then the shop's first run, the sign-in page, one's own PIN where a manager set the
 * present one, or where one wanted to go.
 */
export const signedIn: CanActivateFn = async (_route, { url }) => {
  const router = inject(Router);
  const { view } = await known(inject<Store>(Store));
  if (view?.shop === null) return router.createUrlTree(['/set-up']);
  if (view?.person == null) return router.createUrlTree(['/sign-in'], { queryParams: { back: url } });
  return !view.pinToChoose || router.createUrlTree(['/own-pin'], { queryParams: { back: url } });
};
/** The page of one's own PIN is for whoever is here. */
export const someone: CanActivateFn = async () => {
  const router = inject(Router);
  const { view } = await known(inject<Store>(Store));
  return view?.person != null || router.createUrlTree(['/sign-in']);
};

/** The first-run page is for an empty data folder only. */
export const notSetUp: CanActivateFn = async () => {
  const router = inject(Router);
  const { view } = await known(inject<Store>(Store));
  return view?.shop === null || router.createUrlTree(['/floor']);
};

async function known(store: Store) {
  const now = await firstValueFrom(store.select(sessionFeature.selectSessionState));
  if (now.status !== 'known') store.dispatch(SessionActions.ask());
  return firstValueFrom(
    store.select(sessionFeature.selectSessionState).pipe(filter(({ status }) => status !== 'unknown')),
  );
}
