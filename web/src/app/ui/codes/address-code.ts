import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
} from '@angular/core';
import { SessionService } from '../../platform/session';

/** Hosts that only this machine can reach. */
const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];

/** An address for telephones and tablets: as a code to be photographed, and in words. */
@Component({
  selector: 'nab-address-code',
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
    :host(.only) img {
      width: 100%;
      height: auto;
    }
    p {
      margin: 0;
      font-size: 14px;
      overflow-wrap: anywhere;
    }
    :host(.large) p {
      font-size: clamp(17px, 2.2vw, 44px);
    }
  `,
  host: { '[class.large]': 'large()', '[class.only]': 'onlyPicture()' },
  template: `
    @if (address() !== null) {
      @if (picture(); as source) {
        <img [src]="source" [alt]="'Code of ' + address()" />
      }
      @if (!onlyPicture()) {
        <p>{{ words() }}</p>
      }
    } @else if (!large() && !onlyPicture()) {
      <p class="nab-soft">
        {{ unreachable() }}
      </p>
    }
  `,
})
export class AddressCode {
  /** Below Nab's own address, such as `/join/ABCDEF`. */
  readonly path = input.required<string>();
  /** What to say where no other machine reaches Nab. */
  readonly unreachable = input.required<string>();
  /** What to type instead, below Nab's address, where something shorter leads there too. */
  readonly typed = input<string>();
  readonly large = input(false);
  /** Without its words, as large as its place says. */
  readonly onlyPicture = input(false);
  private readonly who = inject(SessionService);
  private readonly origin = computed(
    () =>
      this.who.session().address ?? (LOOPBACK.includes(location.hostname) ? null : location.origin),
  );
  protected readonly address = computed(() => {
    const origin = this.origin();
    return origin === null ? null : origin + this.path();
  });
  protected readonly words = computed(() =>
    `${this.origin()}${this.typed() ?? this.path()}`.replace(/^http:\/\//, ''),
  );
  protected readonly picture = signal<string | null>(null);

  constructor() {
    effect(() => {
      const address = this.address();
      if (address !== null) void pictureOf(address).then((source) => this.picture.set(source));
    });
  }
}

/** Fetched when a telephone can reach it at all. */
async function pictureOf(address: string): Promise<string> {
  const { default: code } = await import('qrcode');
  return code.toDataURL(address, { margin: 2, scale: 8 });
}
