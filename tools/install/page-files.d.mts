export declare function writePages(folder: string, stats: string, source: string): Promise<void>;

export declare function routesOf(
  text: string,
): Promise<readonly { readonly path: string; readonly imports: readonly string[] }[]>;
