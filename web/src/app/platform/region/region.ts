/** Where paper is Letter: common practice, no source. */
const LETTER_REGIONS = ['US', 'CA', 'MX', 'PH', 'CL', 'CO', 'CR', 'GT', 'PA', 'VE'];

/** English with the browser's region, such as `en-DE`; British where no region is known. */
export function localeOf(language: string): string {
  try {
    const { region, language: own } = new Intl.Locale(language);
    if (own === 'en') return language;
    return region ? `en-${region}` : 'en-GB';
  } catch {
    return 'en-GB';
  }
}

/** The usual paper of a region; of a language without one, where most of its speakers live. */
export function paperOf(language: string): 'A4' | 'Letter' {
  try {
    const { region } = new Intl.Locale(language).maximize();
    return LETTER_REGIONS.includes(region ?? '') ? 'Letter' : 'A4';
  } catch {
    return 'A4';
  }
}

const locale = (): string => localeOf(navigator.language);

/** The time of day, as the region writes it. */
export function timeText(at: string | number | Date): string {
  return new Date(at).toLocaleTimeString(locale(), { hour: '2-digit', minute: '2-digit' });
}

/** Day, month and time of day, as the region writes them. */
export function dayText(at: string | number | Date): string {
  return new Date(at).toLocaleString(locale(), {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });
}

/** The paper of this browser's region. */
export const usualPaper = (): 'A4' | 'Letter' => paperOf(navigator.language);
