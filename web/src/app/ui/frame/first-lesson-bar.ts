import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { FIRST_LESSON, FirstLesson } from './first-lesson';

/** Where the first lesson is, what is done there, and the way on. It lies over nothing. */
@Component({
  selector: 'nab-first-lesson-bar',
  imports: [NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'no-print' },
  styles: `
    section {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 16px;
      align-items: center;
      padding: 6px 20px;
      border-bottom: 1px solid var(--nab-grid);
      background: var(--nab-rest-wash);
    }
    p {
      flex: 1 1 320px;
      margin: 0;
    }
  `,
  template: `
    @if (lesson.step(); as step) {
      <section aria-label="First lesson">
        <p aria-live="polite">
          <strong>{{ lesson.index() + 1 }} of {{ inAll }}, {{ step.name }}.</strong> {{ step.task }}
        </p>
        @if (next(); as to) {
          <button nz-button nzType="primary" nzSize="small" type="button" (click)="go(1)">
            Next: {{ to.name }}
          </button>
        } @else {
          <button nz-button nzType="primary" nzSize="small" type="button" (click)="lesson.end()">
            Finish the first lesson
          </button>
        }
        @if (lesson.index() > 0) {
          <button nz-button nzSize="small" type="button" (click)="go(-1)">Back</button>
        }
        @if (next()) {
          <button nz-button nzType="text" nzSize="small" type="button" (click)="lesson.end()">
            Leave the first lesson
          </button>
        }
      </section>
    }
  `,
})
export class FirstLessonBar {
  protected readonly lesson = inject(FirstLesson);
  private readonly router = inject(Router);
  protected readonly inAll = FIRST_LESSON.length;
  protected readonly next = computed(() => FIRST_LESSON[this.lesson.index() + 1] ?? null);

  protected async go(by: 1 | -1): Promise<void> {
    const index = this.lesson.index() + by;
    this.lesson.goTo(index);
    await this.router.navigate(['/investigations', this.lesson.id(), FIRST_LESSON[index]!.page]);
  }
}
