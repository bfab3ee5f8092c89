import type { ChildProcess } from 'node:child_process';

export declare class OwnNab {
  constructor(data?: string);
  readonly data: string;
  address: string;
  output: string;
  process: ChildProcess;
  start(): Promise<void>;
  end(): Promise<void>;
  kill(signal: NodeJS.Signals): Promise<number | null>;
  until(condition: () => boolean | Promise<boolean>, what: string): Promise<void>;
  copy(): OwnNab;
  answers(): Promise<boolean>;
  serverPids(): number[];
  databasePids(): number[];
  databaseProcesses(): number[];
}
