import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { votesOf, type Poll } from '@nab/contract/lesson';
import { howMany } from '@nab/words/terms';

/** A vote to be read from the last row: a bar for every choice, and what came of it. */
@Component({
  selector: 'nab-vote-result',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 1.5vh;
    }
    ol {
      display: grid;
      gap: 2vh;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(22%, max-content) minmax(0, 1fr) minmax(3ch, max-content);
      gap: 0 2vw;
      align-items: center;
      font-size: clamp(20px, 3.4vw, 52px);
      line-height: 1.1;
    }
    .bar {
      height: clamp(28px, 6vh, 64px);
      border-left: 3px solid var(--nab-steel);
    }
    .bar span {
      display: block;
      height: 100%;
      background: var(--nab-steel);
    }
    [data-right='true'] .bar span {
      background: var(--nab-verdigris);
    }
    [data-right='true'] .name {
      color: var(--nab-verdigris);
      font-weight: 700;
    }
    .count {
      font-weight: 700;
      text-align: right;
    }
    p {
      margin: 0;
      font-size: clamp(20px, 3vw, 44px);
    }
  `,
  template: `
    <ol [attr.aria-label]="'Votes: ' + poll().question">
      @for (row of rows(); track row.name) {
        <li [attr.data-right]="row.right">
          <span class="name">{{ row.right ? '✓ ' : '' }}{{ row.name }}</span>
          <span class="bar" aria-hidden="true"><span [style.width.%]="row.share"></span></span>
          <span class="nab-number count">{{ row.votes }}</span>
        </li>
      }
    </ol>
    <p role="status">{{ said() }}</p>
  `,
})
export class VoteResult {
  readonly poll = input.required<Poll>();
  /** The reading that came of it; null before. */
  readonly came = input.required<number | null>();

  private readonly votes = computed(() => votesOf(this.poll()));
  private readonly all = computed(() => this.votes().reduce((sum, n) => sum + n, 0));
  protected readonly rows = computed(() => {
    const most = Math.max(1, ...this.votes());
    return this.poll().choices.map(({ value, name }, i) => ({
      name,
      votes: this.votes()[i]!,
      share: (100 * this.votes()[i]!) / most,
      right: value === this.came(),
    }));
  });
  protected readonly said = computed(() => {
    const [all, right] = [this.all(), this.rows().find((row) => row.right)];
    if (this.came() === null) {
      const open = this.poll().closedAt === null ? 'The vote is open' : 'The vote is closed';
      return `${open}: ${howMany(all, 'vote')}.`;
    }
    if (!right) return `Nobody could choose what came of it. ${howMany(all, 'vote')}.`;
    return `${right.name}: ${right.votes} of ${all} were right.`;
  });
}
