import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { InvestigationSummary } from '@nab/contract';
import { factorOf, measureOf } from '@nab/core';
import { formatDistanceToNow } from 'date-fns';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { firstValueFrom } from 'rxjs';
import { Notice, OpenDocuments } from '../notices';
import { Server } from '../server';
import { howMany } from '../words';

/** All investigations, and the way to a new one. */
@Component({
  selector: 'nab-home',
  imports: [RouterLink, NzButtonModule, Notice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 20px;
      max-width: 1040px;
      margin: 0 auto;
      padding: 28px 20px 48px;
    }
    .head {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 16px;
      justify-content: space-between;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      border-top: 1px solid var(--nab-grid);
    }
    li a {
      display: grid;
      grid-template-columns: 1fr 190px 180px;
      gap: 4px 20px;
      align-items: center;
      padding: 14px 8px;
      border-bottom: 1px solid var(--nab-grid);
      color: inherit;
      text-decoration: none;
    }
    li a:hover {
      background: var(--nab-sheet);
    }
    .title {
      font-size: 18px;
      font-weight: 600;
    }
    .wound {
      display: block;
      width: 100%;
      height: 18px;
    }
    .facts {
      grid-column: 1 / 2;
      font-size: 14px;
      color: var(--nab-ink-soft);
    }
    .when {
      font-size: 14px;
      color: var(--nab-ink-soft);
      text-align: right;
    }
    @media (max-width: 720px) {
      li a {
        grid-template-columns: 1fr;
      }
      .when {
        text-align: left;
      }
    }
  `,
  template: `
    <div class="head">
      <div>
        <h1>Investigations</h1>
        <p class="nab-soft">A question, a magnet, a class, and what came out.</p>
      </div>
      <a nz-button nzType="primary" routerLink="/new">New investigation</a>
    </div>
    @if (fault()) {
      <nab-notice state="stop">{{ fault() }}</nab-notice>
    }
    @if (list(); as investigations) {
      @if (investigations.length === 0) {
        <p class="nab-lead">
          Here will be your investigations, each with its progress. Start one: Nab asks for the
          question first.
        </p>
      } @else {
        <ul>
          @for (item of investigations; track item.id) {
            <li>
              <a [routerLink]="['/investigations', item.id]">
                <span class="title">{{ item.title }}</span>
                <svg class="wound" viewBox="0 0 190 18" aria-hidden="true">
                  <rect x="0" y="6.5" width="190" height="5" fill="var(--nab-steel)" />
                  @for (turn of wound(item); track turn.x) {
                    <path
                      [attr.d]="'M' + turn.x + ' 16 l5 -14'"
                      [attr.stroke]="turn.done ? 'var(--nab-copper)' : 'var(--nab-grid)'"
                      stroke-width="3"
                      stroke-linecap="round"
                    />
                  }
                </svg>
                <span class="when">{{ ago(item.updatedAt) }}</span>
                <span class="facts">
                  {{ question(item) }} · {{ item.trials }} of {{ planned(item) }} trials ·
                  {{ howMany(item.groups, 'group') }}
                  @if (item.demo) {
                    <span class="nab-invented">invented data</span>
                  }
                </span>
              </a>
            </li>
          }
        </ul>
      }
    } @else if (!fault()) {
      <p class="nab-soft">Loading …</p>
    }
  `,
})
export class Home {
  protected readonly howMany = howMany;
  private readonly server = inject(Server);
  protected readonly list = signal<readonly InvestigationSummary[] | null>(null);
  protected readonly fault = signal('');

  constructor() {
    inject(OpenDocuments).show(null);
    void this.load();
  }

  /** What is changed and what is read, in a few words. */
  protected question({ factor, measure }: InvestigationSummary): string {
    return `${factorOf(factor).name}, ${measureOf(measure).axis.toLowerCase()}`;
  }

  protected planned({ levels, groups, repeats }: InvestigationSummary): number {
    return levels * groups * repeats;
  }

  /** Progress as turns on a core: copper where trials are done. */
  protected wound(item: InvestigationSummary): { x: number; done: boolean }[] {
    const turns = 18;
    const share = Math.min(1, item.trials / Math.max(1, this.planned(item)));
    return Array.from({ length: turns }, (_, i) => ({
      x: 6 + i * 10,
      done: i < Math.round(share * turns),
    }));
  }

  protected ago(iso: string): string {
    return formatDistanceToNow(new Date(iso), { addSuffix: true });
  }

  private async load(): Promise<void> {
    try {
      this.list.set(await firstValueFrom(this.server.investigations()));
    } catch {
      this.fault.set('The server cannot be reached. Is Nab still running?');
    }
  }
}
