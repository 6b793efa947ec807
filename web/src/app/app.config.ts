import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideZonelessChangeDetection, type ApplicationConfig } from '@angular/core';
import { provideRouter, TitleStrategy, withComponentInputBinding, withInMemoryScrolling } from '@angular/router';
import { providePrimeNG } from 'primeng/config';
import { routes } from './app.routes';
import { PageTitle } from './shell/page-title';
import { OVERLAY_OPTIONS } from './ui/overlay-options';
import { cardAndInk } from './ui/theme-preset';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideHttpClient(withFetch()),
    provideRouter(routes, withComponentInputBinding(), withInMemoryScrolling({ scrollPositionRestoration: 'enabled' })),
    { provide: TitleStrategy, useClass: PageTitle },
    providePrimeNG({
      csp: { nonce: pageNonce() },
      overlayOptions: OVERLAY_OPTIONS,
      theme: {
        preset: cardAndInk,
        options: {
          darkModeSelector: '[data-theme="night"]',
          cssLayer: { name: 'primeng', order: 'reset, primeng, app' },
        },
      },
    }),
  ],
};

/** The nonce under which this page may add styles; the server put it on the root element. */
function pageNonce(): string {
  return document.querySelector('[ngCspNonce]')?.getAttribute('ngCspNonce') ?? '';
}
