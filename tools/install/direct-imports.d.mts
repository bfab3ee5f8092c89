export declare const buildFolder: string;
export declare function copyWithDirectImports(): Promise<void>;
export declare function directImports(root: string): Promise<(path: string) => string>;
