export declare function mergeChunks(
  folder: string,
  stats: string,
  options: {
    readonly cwd: string;
    readonly configuration: string;
    readonly cli: string;
    readonly most?: number;
  },
): Promise<void>;
