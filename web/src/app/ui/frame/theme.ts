import { effect, Injectable, signal } from '@angular/core';
import { writeLocal, readLocal } from '../../platform/local-storage';

export type Theme = 'light' | 'dark';

const KEY = 'nab-theme';
const DARK = '(prefers-color-scheme: dark)';

/** Light or dark: the system's wish until the educator chooses. */
@Injectable({ providedIn: 'root' })
export class ThemeService {
  readonly theme = signal<Theme>(initialTheme());

  constructor() {
    // At dusk the system may change its mind.
    matchMedia(DARK).addEventListener('change', () => this.theme.set(initialTheme()));
    effect(() => {
      document.documentElement.dataset['theme'] = this.theme();
    });
  }

  toggle(): void {
    const next = this.theme() === 'dark' ? 'light' : 'dark';
    this.theme.set(next);
    writeLocal(KEY, next);
  }
}

function initialTheme(): Theme {
  const stored = readLocal(KEY);
  if (stored === 'light' || stored === 'dark') return stored;
  return matchMedia(DARK).matches ? 'dark' : 'light';
}
