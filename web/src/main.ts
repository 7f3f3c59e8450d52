import { provideHttpClient } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { App } from './app/app';
import { ROUTES } from './app/routes';
import { provideWorkers } from './workers/provide-workers';

bootstrapApplication(App, {
  providers: [
    provideZonelessChangeDetection(),
    provideRouter(ROUTES, withComponentInputBinding()),
    provideHttpClient(),
    provideWorkers(),
  ],
}).catch((e: unknown) => {
  document.body.textContent = `Cuadro could not start: ${e instanceof Error ? e.message : String(e)}`;
});
