import { chromium } from '@playwright/test';
import { CHROMIUM_ARGUMENTS } from './browser-arguments.mjs';
import { ensureChromium } from './install/debian.mjs';

export function launchBrowser() {
  return chromium.launch({ executablePath: ensureChromium(), args: CHROMIUM_ARGUMENTS });
}
