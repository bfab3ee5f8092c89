import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import { isDevMode, provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideRouter, withComponentInputBinding, withInMemoryScrolling } from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { Frame } from './app/ui/frame/frame';
import { routes } from './app/routes';
import { pastTheShell } from './app/platform/service-worker';

bootstrapApplication(Frame, {
  providers: [
    provideZonelessChangeDetection(),
    provideRouter(
      routes,
      withComponentInputBinding(),
      withInMemoryScrolling({ scrollPositionRestoration: 'top', anchorScrolling: 'enabled' }),
    ),
    provideHttpClient(withFetch(), withInterceptors([pastTheShell])),
    provideServiceWorker('ngsw-worker.js', { enabled: !isDevMode() }),
  ],
}).catch((error: unknown) => {
  document.body.append(`Nab could not start: ${String(error)}`);
});
