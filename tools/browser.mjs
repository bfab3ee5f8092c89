import { chromium } from '@playwright/test';
import { CHROMIUM_ARGUMENTS, chromiumPath } from './browser-arguments.mjs';

export function launchBrowser() {
  return chromium.launch({ executablePath: chromiumPath(), args: CHROMIUM_ARGUMENTS });
}
