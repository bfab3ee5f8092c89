export declare const CHROMIUM_ARGUMENTS: string[];
