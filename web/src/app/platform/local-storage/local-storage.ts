/** What this browser remembers of a small choice; nothing where it keeps nothing. */
export function readLocal(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

/** Remembers a small choice. A browser that keeps nothing asks again next time, and that is all. */
export function writeLocal(key: string, value: string): void {
  try {
    localStorage.setItem(key, value);
  } catch {
    // Forbidden or full: what is lost is a convenience, never a reading.
  }
}
