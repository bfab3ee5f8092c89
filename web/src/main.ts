import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideRouter, withComponentInputBinding, withInMemoryScrolling } from '@angular/router';
import {
  CheckOutline,
  CloseOutline,
  DownOutline,
  ExclamationCircleFill,
  InfoCircleFill,
  UpOutline,
} from '@ant-design/icons-angular/icons';
import { provideNzIcons } from 'ng-zorro-antd/icon';
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
    provideNzIcons([
      CheckOutline,
      CloseOutline,
      DownOutline,
      ExclamationCircleFill,
      InfoCircleFill,
      UpOutline,
    ]),
  ],
}).catch((error: unknown) => {
  document.body.append(`Nab could not start: ${String(error)}`);
});
