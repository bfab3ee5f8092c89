import { inject, Injectable } from '@angular/core';
import { ServerTime } from '../platform/session';

/**
 * The time at the bench: that of this device, put right by the server's where it is wrong, or the
 * faster one of a rehearsal. What is timed or dated at the bench asks here.
 */
@Injectable({ providedIn: 'root' })
export class ServerClock {
  private readonly server = inject(ServerTime);
  private speed = 1;
  private wall = { here: 0, bench: 0 };
  private counted = { here: 0, bench: 0 };

  /** ms since 1970. */
  now(): number {
    return this.wall.bench + (this.right() - this.wall.here) * this.speed;
  }

  iso(): string {
    return new Date(this.now()).toISOString();
  }

  /** ms that only grow, whatever is done to the device's clock. */
  elapsed(): number {
    return this.counted.bench + (performance.now() - this.counted.here) * this.speed;
  }

  /** Goes on at a speed, 0 to stand still; from where it is, or from a time in ms since 1970. */
  run(speed: number, from = this.now()): void {
    this.counted = { here: performance.now(), bench: this.elapsed() };
    this.wall = { here: this.right(), bench: from };
    this.speed = speed;
  }

  /** This device's time again. */
  real(): void {
    this.run(1, this.right());
  }

  constructor() {
    this.real();
  }

  private right(): number {
    return Date.now() + this.server.slow();
  }
}
