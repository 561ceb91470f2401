import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideBrowserGlobalErrorListeners } from '@angular/core';
import type { ApplicationConfig } from '@angular/core';
import { provideRouter, withComponentInputBinding, withNavigationErrorHandler } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore } from '@ngrx/store';
import { provideStoreDevtools } from '@ngrx/store-devtools';
import { routes } from './app.routes';
import { missedPage } from './state/missed-page';
import * as sessionEffects from './state/session.effects';
import { sessionFeature } from './state/session.feature';

// Set by the Angular compiler; false in production builds, so that the branch below is dropped from them.
declare const ngDevMode: unknown;

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideRouter(routes, withComponentInputBinding(), withNavigationErrorHandler(missedPage)),
    provideHttpClient(withFetch()),
    provideStore(),
    provideState(sessionFeature),
    provideEffects(sessionEffects),
    typeof ngDevMode === 'undefined' || ngDevMode
      ? provideStoreDevtools({ maxAge: 50, connectInZone: false })
      : [],
  ],
};
