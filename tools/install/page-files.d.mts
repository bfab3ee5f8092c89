export declare function writePages(folder: string, stats: string, source: string): Promise<void>;

export declare function routesOf(
  text: string,
): Promise<readonly { readonly path: string; readonly imports: readonly string[] }[]>;

interface PageFiles {
  readonly path: string;
  readonly files: readonly string[];
}

export declare function pageClosures(folder: string): {
  readonly atOnce: readonly string[];
  readonly pages: readonly PageFiles[];
};
