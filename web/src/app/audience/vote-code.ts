import { ChangeDetectionStrategy, Component, computed, effect, input, signal } from '@angular/core';

/** Hosts that only this machine can reach. */
const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];

/** Where telephones vote: as a code to be photographed, and as an address. */
@Component({
  selector: 'nab-vote-code',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 4px;
      justify-items: center;
      max-width: 190px;
      text-align: center;
    }
    img {
      width: 132px;
      height: 132px;
      image-rendering: pixelated;
      background: #fff;
    }
    :host(.large) {
      max-width: 26vw;
    }
    :host(.large) img {
      width: 26vw;
      height: 26vw;
    }
    p {
      margin: 0;
      font-size: 14px;
      overflow-wrap: anywhere;
    }
  `,
  host: { '[class.large]': 'large()' },
  template: `
    @if (reachable) {
      @if (picture(); as source) {
        <img [src]="source" [alt]="'Code of ' + address()" />
      }
      <p>{{ address() }}</p>
    } @else if (!large()) {
      <p class="nab-soft">
        Telephones cannot vote: only this machine reaches Nab at {{ host }}. Count the hands.
      </p>
    }
  `,
})
export class VoteCode {
  /** Of the vote. */
  readonly id = input.required<string>();
  readonly large = input(false);
  protected readonly host = location.host;
  protected readonly address = computed(() => `${location.origin}/vote/${this.id()}`);
  protected readonly reachable = !LOOPBACK.includes(location.hostname);
  protected readonly picture = signal<string | null>(null);

  constructor() {
    effect(() => {
      const address = this.address();
      if (this.reachable) void pictureOf(address).then((source) => this.picture.set(source));
    });
  }
}

/** Fetched when a telephone can reach it at all. */
async function pictureOf(address: string): Promise<string> {
  const { default: code } = await import('qrcode');
  return code.toDataURL(address, { margin: 2, scale: 8 });
}
