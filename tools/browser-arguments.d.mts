export declare const CHROMIUM_ARGUMENTS: string[];
export declare function chromiumPath(): string;
