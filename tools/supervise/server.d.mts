import type { ChildProcess } from 'node:child_process';

export function startServer(options: {
  readonly databaseUrl: string;
  readonly port: number;
  readonly webFolder?: string;
  readonly host?: string;
  readonly logLevel?: string;
  readonly demo?: boolean;
  readonly environment?: Readonly<Record<string, string>>;
  readonly tls?: { readonly cert: string; readonly key: string } | null;
}): Promise<{ readonly address: string; readonly process: ChildProcess; stop(): Promise<void> }>;
