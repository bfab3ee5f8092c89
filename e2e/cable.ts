import { createHash } from 'node:crypto';
import { createServer, request as ask, type IncomingMessage, type ServerResponse } from 'node:http';
import { expect, type Page } from '@playwright/test';
import type { AddressInfo, Socket } from 'node:net';

/** A cable between browsers and a server: it can be pulled, and Nab can be renewed at its far end. */
export class Cable {
  /** Nothing gets through. */
  pulled = false;
  /** The application comes, and no request to the server gets through. */
  apiAway = false;
  /** The server has a newer Nab: its page says so. */
  renewed = false;
  private readonly sockets = new Set<Socket>();
  private readonly server = createServer(
    (incoming, outgoing) => void this.pass(incoming, outgoing),
  );

  constructor(private readonly far: string) {
    this.server.on('connection', (socket) => {
      if (this.pulled) socket.destroy();
      this.sockets.add(socket);
      socket.once('close', () => this.sockets.delete(socket));
    });
  }

  async address(): Promise<string> {
    await new Promise<void>((resolve) => this.server.listen(0, '127.0.0.1', resolve));
    return `http://127.0.0.1:${(this.server.address() as AddressInfo).port}`;
  }

  pull(): void {
    this.pulled = true;
    for (const socket of this.sockets) socket.destroy();
  }

  end(): void {
    this.server.close();
    for (const socket of this.sockets) socket.destroy();
  }

  private async pass(incoming: IncomingMessage, outgoing: ServerResponse): Promise<void> {
    const path = incoming.url!.split('?')[0]!;
    if (this.apiAway && path.startsWith('/api/')) {
      outgoing.destroy();
      return;
    }
    const renewed = this.renewed && (await this.renew(path));
    if (renewed) {
      outgoing.writeHead(200, {
        'content-type': path.endsWith('.json') ? 'application/json' : 'text/html',
        'cache-control': 'no-cache',
      });
      outgoing.end(renewed);
      return;
    }
    const { method, headers } = incoming;
    const through = ask(this.far + incoming.url!, { method: method!, headers }, (answer) => {
      outgoing.writeHead(answer.statusCode!, answer.headers);
      answer.pipe(outgoing);
    });
    through.on('error', () => outgoing.destroy());
    outgoing.on('close', () => through.destroy());
    incoming.pipe(through);
  }

  /** The page and the list of files of a newer Nab; null for what is as it was. */
  private async renew(path: string): Promise<string | null> {
    const isPage = !path.startsWith('/api/') && !/\.\w+$/.test(path);
    if (!isPage && path !== '/ngsw.json' && path !== '/index.html') return null;
    const index = (await (await fetch(`${this.far}/index.html`)).text()).replace(
      '</head>',
      '<meta name="nab-edition" content="newer" /></head>',
    );
    if (path !== '/ngsw.json') return index;
    const manifest = (await (await fetch(`${this.far}/ngsw.json`)).json()) as {
      hashTable: Record<string, string>;
    };
    manifest.hashTable['/index.html'] = createHash('sha1').update(index).digest('hex');
    return JSON.stringify(manifest);
  }
}

/** Waits until the browser has every file of the application. */
export const keepsNab = (page: Page): Promise<void> =>
  expect
    .poll(
      () =>
        page.evaluate(async () => {
          const { assetGroups } = (await (await fetch('/ngsw.json?ngsw-bypass')).json()) as {
            assetGroups: { urls: string[] }[];
          };
          const urls = assetGroups.flatMap((group) => group.urls);
          const kept = await Promise.all(urls.map((url) => caches.match(url)));
          return kept.filter((file) => file === undefined).length;
        }),
      { timeout: 60_000 },
    )
    .toBe(0);
