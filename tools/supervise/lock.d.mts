export function lockName(folder: string, platform?: NodeJS.Platform): string;
export function hold(name: string): Promise<boolean>;
export function takeLock(): Promise<{ readonly pid?: number; readonly address?: string } | null>;
export function writeAddress(address: string): void;
export function releaseLock(): void;
