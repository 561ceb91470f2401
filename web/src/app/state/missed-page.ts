import { inject, Injectable } from '@angular/core';
import { RedirectCommand, Router } from '@angular/router';
import type { NavigationError } from '@angular/router';

/** The way to load the whole application anew, from the server. */
@Injectable({ providedIn: 'root' })
export class FreshPage {
  load(url: string): void {
    location.assign(url);
  }
}

const NOT_FETCHED = /dynamically imported module|module script failed/i;

/**
 * A page whose code could not be fetched (the server is away, or was updated since this tablet loaded the application)
 * is not left blank: the address stays, and `/away` says so and fetches it again. Any other error stays an error.
 */
export function missedPage({ error, url }: NavigationError): RedirectCommand | undefined {
  if (!(error instanceof Error) || !NOT_FETCHED.test(error.message)) return undefined;
  const away = inject(Router).createUrlTree(['/away'], { queryParams: { to: url } });
  return new RedirectCommand(away, { skipLocationChange: true });
}
