import type { Injector } from '@angular/core';
import { en_US, NzI18nService } from 'ng-zorro-antd/i18n';

/** Sets the language of NG-ZORRO's parts; apart, so that its other languages are left out. */
export function registerEnglishLocale(injector: Injector): void {
  injector.get(NzI18nService).setLocale(en_US);
}
