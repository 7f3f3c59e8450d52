import { provideHttpClient, withInterceptors } from '@angular/common/http';
import { isDevMode, provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideRouter, withComponentInputBinding, withNavigationErrorHandler } from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { App } from './app/app';
import { ROUTES } from './app/routes';
import { signInInterceptor } from './data/session.service';
import { provideWorkers } from './workers/provide-workers';

const gone = (e: unknown): boolean => e instanceof TypeError && /dynamically imported module/.test(e.message);
/** Only where there is a server to ask: else the page that is open is better than none. */
const anew = (url: string): Promise<void> => fetch('/api/health').then((r) => r.ok && location.assign(url), () => undefined).then(() => undefined);
/** With site data blocked even asking for it fails. */
function canWork(): boolean {
  try {
    return 'serviceWorker' in navigator && !!navigator.serviceWorker;
  } catch {
    return false;
  }
}

bootstrapApplication(App, {
  providers: [
    provideZonelessChangeDetection(),
    // A part of the page that is gone with an older build is asked of the newer one.
    provideRouter(ROUTES, withComponentInputBinding(), withNavigationErrorHandler(({ url, error }) => void (gone(error) && anew(url)))),
    provideServiceWorker('ngsw-worker.js', { enabled: !isDevMode() && canWork(), registrationStrategy: 'registerWhenStable:5000' }),
    provideHttpClient(withInterceptors([signInInterceptor])),
    provideWorkers(),
  ],
}).catch((e: unknown) => {
  document.body.textContent = `Cuadro could not start: ${e instanceof Error ? e.message : String(e)}`;
});
