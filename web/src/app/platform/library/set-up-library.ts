import type { Injector } from '@angular/core';
import {
  CheckOutline,
  CloseOutline,
  DownOutline,
  ExclamationCircleFill,
  InfoCircleFill,
  UpOutline,
} from '@ant-design/icons-angular/icons';
import { en_US, NzI18nService } from 'ng-zorro-antd/i18n';
import { NzIconService } from 'ng-zorro-antd/icon';

/** Sets the language of NG-ZORRO's parts, and the icons that they show. */
export function setUpLibrary(injector: Injector): void {
  injector.get(NzI18nService).setLocale(en_US);
  injector
    .get(NzIconService)
    .addIcon(
      CheckOutline,
      CloseOutline,
      DownOutline,
      ExclamationCircleFill,
      InfoCircleFill,
      UpOutline,
    );
}
