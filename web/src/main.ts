import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideRouter, withComponentInputBinding, withInMemoryScrolling } from '@angular/router';
import { en_US, provideNzI18n } from 'ng-zorro-antd/i18n';
import { Frame } from './app/frame/frame';
import { routes } from './app/routes';

bootstrapApplication(Frame, {
  providers: [
    provideZonelessChangeDetection(),
    provideRouter(
      routes,
      withComponentInputBinding(),
      withInMemoryScrolling({ scrollPositionRestoration: 'top' }),
    ),
    provideHttpClient(withFetch()),
    provideNzI18n(en_US),
  ],
}).catch((error: unknown) => {
  document.body.append(`Nab could not start: ${String(error)}`);
});
