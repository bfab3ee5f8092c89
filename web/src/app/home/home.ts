import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { newDesign, type InvestigationSummary } from '@nab/contract';
import { formatDistanceToNow } from 'date-fns';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { firstValueFrom } from 'rxjs';
import { Notice } from '../frame/notice';
import { OpenDocuments } from '../frame/save-status';
import { Server, ServerRefusal } from '../saving';
import { v4 as uuid } from 'uuid';

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
      <button nz-button nzType="primary" type="button" (click)="create()" [disabled]="creating()">
        New investigation
      </button>
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
                  {{ item.trials }} of {{ planned(item) }} trials · {{ item.levels }} levels ·
                  {{ item.groups }} groups
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
  private readonly server = inject(Server);
  private readonly router = inject(Router);
  protected readonly list = signal<readonly InvestigationSummary[] | null>(null);
  protected readonly fault = signal('');
  protected readonly creating = signal(false);

  constructor() {
    inject(OpenDocuments).documents.set([]);
    void this.load();
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

  protected async create(): Promise<void> {
    this.creating.set(true);
    const id = uuid();
    const withId = <T extends object>(item: T): T & { id: string } => ({
      ...item,
      id: uuid(),
    });
    try {
      await firstValueFrom(
        this.server.create({
          id,
          design: newDesign(),
          plan: {
            title: 'How does the number of turns change what the magnet lifts?',
            factor: 'turns',
            levels: [10, 20, 40, 60].map((turns) => withId({ turns })),
            groups: ['Group 1', 'Group 2', 'Group 3'].map((name) => withId({ name })),
            repeats: 3,
            traySize: 60,
          },
        }),
      );
      await this.router.navigate(['/investigations', id, 'question']);
    } catch (error) {
      this.creating.set(false);
      this.fault.set(
        error instanceof ServerRefusal
          ? error.message
          : 'The server cannot be reached, so nothing new can be made just now.',
      );
    }
  }

  private async load(): Promise<void> {
    try {
      this.list.set(await firstValueFrom(this.server.investigations()));
    } catch {
      this.fault.set('The server cannot be reached. Is Nab still running?');
    }
  }
}
