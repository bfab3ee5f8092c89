export function freePort(): Promise<number>;
export function isFree(port: number, host: string): Promise<boolean>;
