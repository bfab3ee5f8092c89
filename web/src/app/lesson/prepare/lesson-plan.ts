import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ARRANGEMENTS, type Arrangement, type BlockKind, type StepMinutes } from '@nab/core/lesson';
import { batteryWords } from '@nab/words/experiments';
import { coilsOf } from '@nab/words/lesson';
import { howMany } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzDatePickerModule } from 'ng-zorro-antd/date-picker';
import { DatePickerName } from '../../ui/accessibility';
import { Timeline, type EdgeShift, type TimelineData } from '../../ui/charts';
import { ChoiceField, CollapsibleSection, NumberField } from '../../ui/fields';
import { InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { RehearseButton } from '../rehearsal';
import { saveCalendar } from './calendar';
import { Preparation } from './preparation';

/** Steps whose minutes the educator says, in the order of the lesson. */
const STEPS: readonly (readonly [key: keyof StepMinutes, name: string])[] = [
  ['introduce', 'Introduction'],
  ['coil', 'Cut, tape, strip a coil'],
  ['tenTurns', 'Wind ten turns'],
  ['connect', 'Connect'],
  ['trial', 'A trial'],
  ['passOn', 'Pass on or take off'],
  ['discuss', 'What we found'],
  ['clear', 'Clear up'],
];

const WORDS: Readonly<Record<BlockKind, string>> = {
  introduce: 'introduction',
  wind: 'wind',
  connect: 'connect',
  trial: 'try',
  rest: 'wait',
  'pass-on': 'pass on',
  discuss: 'what we found',
  clear: 'clear up',
};

const GROUP_WORK = ['wind', 'connect', 'trial', 'rest', 'pass-on'] as const;

/** Does it fit? Who winds what, minutes of every step, the timeline, and the cells for it. */
@Component({
  selector: 'nab-lesson-plan',
  imports: [
    ChoiceField,
    DatePickerName,
    FormsModule,
    CollapsibleSection,
    Notice,
    NumberField,
    NzButtonModule,
    NzDatePickerModule,
    RehearseButton,
    Timeline,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    .when {
      display: grid;
      grid-template-columns: minmax(260px, 2fr) repeat(2, minmax(110px, 1fr)) minmax(210px, 1.4fr);
      gap: 12px;
      align-items: start;
    }
    @media (max-width: 900px) {
      .when {
        grid-template-columns: 1fr 1fr;
      }
    }
    .under {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 16px;
      justify-content: space-between;
      align-items: center;
    }
    .looks {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 16px;
      margin: -6px 0 0;
      padding: 0;
      list-style: none;
      font-size: 14px;
    }
    .looks li::before {
      content: '';
      display: inline-block;
      width: 18px;
      height: 12px;
      margin-right: 6px;
      border: 1px solid var(--nab-ink-soft);
    }
    [data-look='wind']::before {
      background: var(--nab-copper);
    }
    [data-look='connect']::before {
      background: var(--nab-steel);
    }
    [data-look='trial']::before {
      border-color: var(--nab-verdigris) !important;
      background: var(--nab-rest-wash);
    }
    [data-look='rest']::before {
      border-style: dashed !important;
    }
    [data-look='pass-on']::before {
      border-color: var(--nab-amber) !important;
      background: var(--nab-amber-wash);
    }
    .cells {
      display: grid;
      gap: 4px;
      margin: 0;
      padding-left: 20px;
    }
    nz-date-picker {
      width: 100%;
    }
  `,
  template: `
    <div class="when">
      <nab-choice
        label="Who winds what"
        [options]="arrangements"
        [value]="lesson.typed().arrangement"
        (valueChange)="lesson.edit({ arrangement: $event })"
      />
      <nab-number
        label="Minutes there are"
        [value]="lesson.typed().length"
        [step]="5"
        [error]="lesson.fault('length')"
        (valueChange)="lesson.edit({ length: $event })"
      />
      <nab-number
        label="Seconds on"
        hint="in one trial"
        [value]="lesson.typed().on"
        [least]="1"
        [error]="lesson.fault('on')"
        (valueChange)="lesson.edit({ on: $event })"
      />
      <div class="nab-field">
        <span class="nab-label" id="lesson-begins">It begins</span>
        <nz-date-picker
          nabLabel="It begins"
          nzShowTime
          nzFormat="d MMM yyyy, HH:mm"
          [ngModel]="begins()"
          (ngModelChange)="begin($event)"
        />
        @if (begins()) {
          <button type="button" class="nab-link" (click)="toCalendar()">
            Save for your calendar
          </button>
        } @else {
          <span class="nab-hint">for sheets and calendar</span>
        }
      </div>
    </div>
    <nab-notice [state]="verdict().state">{{ verdict().text }}</nab-notice>
    <nab-timeline [data]="timeline()" (edgeShift)="shift($event)" />
    <div class="under">
      <ul class="looks" aria-label="What the blocks are">
        @for (look of looks(); track look) {
          <li [attr.data-look]="look">{{ words[look] }}</li>
        }
      </ul>
      <nab-rehearse />
    </div>
    <nab-collapsible-section heading="Minutes of every step">
      <div class="nab-fields">
        @for (step of steps; track step[0]) {
          <nab-number
            [label]="step[1]"
            [value]="lesson.typed().minutes[step[0]]"
            [step]="0.5"
            [error]="lesson.fault('minutes.' + step[0])"
            (valueChange)="minutes(step[0], $event)"
          />
        }
      </div>
    </nab-collapsible-section>
    @if (battery(); as sentences) {
      <section aria-labelledby="cells-of-the-lesson">
        <h2 id="cells-of-the-lesson">Cells</h2>
        <ul class="cells">
          @for (sentence of sentences; track sentence) {
            <li>{{ sentence }}</li>
          }
        </ul>
      </section>
    }
  `,
})
export class LessonPlanPart {
  protected readonly lesson = inject(Preparation);
  private readonly store = inject(InvestigationStore);
  protected readonly arrangements = ARRANGEMENTS as Readonly<Record<Arrangement, string>>;
  protected readonly steps = STEPS;

  protected readonly begins = computed(() => {
    const { begins } = this.lesson.typed();
    return begins === '' ? null : new Date(begins);
  });

  protected readonly verdict = computed(() => {
    const { end, before, spent } = this.lesson.timetable();
    const spare = this.lesson.spare();
    const takes = `It takes ${Math.ceil(end)} of ${this.lesson.settings().length} minutes.`;
    const ahead = before > 0 ? ` Before it, the educator winds for ${minutesText(before)}.` : '';
    if (spare >= 0) return { state: 'rest' as const, text: `It fits. ${takes}${ahead}` };
    const longest = (['wind', 'trial', 'rest'] as const).reduce((p, q) =>
      spent[q] > spent[p] ? q : p,
    );
    const why = {
      wind: 'Winding takes most: let magnets go round, or wind before the lesson.',
      trial: 'The trials take most: fewer levels or repeats.',
      rest: 'Coils that cool take most: a shorter time on, or more coils.',
    }[longest];
    return {
      state: 'caution' as const,
      text: `It does not fit: ${Math.ceil(-spare)} minutes too long. ${takes} ${why}${ahead}`,
    };
  });

  protected readonly timeline = computed((): TimelineData => {
    const { blocks } = this.lesson.timetable();
    const cases = this.store.cases();
    const tasks = this.lesson.tasks();
    const coils = coilsOf({ tasks, cases });
    const together = (kind: BlockKind): boolean =>
      kind === 'introduce' || kind === 'discuss' || kind === 'clear';
    const first = (kind: BlockKind) => blocks.find((block) => block.kind === kind);
    const { minutes, length } = this.lesson.settings();
    const edge = (
      key: keyof StepMinutes | 'length',
      name: string,
      block: { readonly start: number; readonly length: number } | undefined,
      row: number | null,
    ) =>
      block
        ? [
            {
              key,
              name,
              row,
              at: block.start + block.length,
              text: minutesText(key === 'length' ? length : minutes[key]),
            },
          ]
        : [];
    return {
      rows: this.lesson.plan().groups.map(({ name }) => name),
      limit: length,
      blocks: blocks.map(({ kind, group, start, length: long, task }) => {
        const one = task === null ? undefined : cases[tasks[task]!.place];
        const coil =
          coils.length > 1
            ? coils.find(({ alike }) => one && alike.includes(one))?.name
            : undefined;
        // What is wound is named by what it is, and what is tried by all of its levels.
        const [whole, brief] =
          kind === 'wind'
            ? [coil ?? 'the coil', coil ?? WORDS[kind]]
            : kind === 'trial'
              ? [one?.name ?? '', one?.levelName ?? '']
              : ['', WORDS[kind]];
        return {
          row: group,
          start,
          length: long,
          look: together(kind) ? ('together' as const) : (kind as 'wind'),
          name: `${WORDS[kind]} ${whole}`.trim(),
          short: brief,
        };
      }),
      edges: [
        ...edge('introduce', 'End of the introduction', first('introduce'), null),
        ...edge('coil', 'End of winding the first coil', first('wind'), 0),
        ...edge('trial', 'End of the first trial', first('trial'), 0),
        ...edge('discuss', 'End of what we found', first('discuss'), null),
        ...edge('clear', 'End of clearing up', first('clear'), null),
        ...edge('length', 'End of the time there is', { start: 0, length }, 0),
      ],
    };
  });

  /** The kinds of work of groups that the lesson has. */
  protected readonly looks = computed(() =>
    GROUP_WORK.filter((kind) => this.lesson.timetable().spent[kind] > 0),
  );
  protected readonly words = WORDS;

  protected readonly battery = computed(() => {
    const use = this.lesson.battery();
    return use && batteryWords(use, this.lesson.plan().groups.length);
  });

  protected minutes(key: keyof StepMinutes, value: number): void {
    this.lesson.editMinutes({ [key]: value });
  }

  protected shift({ key, by }: EdgeShift): void {
    const { minutes, length } = this.lesson.typed();
    const moved = (value: number): number => Math.max(0, Math.round((value + by) * 2) / 2);
    if (key === 'length') this.lesson.edit({ length: Math.max(1, moved(length)) });
    else {
      const step = key as keyof StepMinutes;
      this.lesson.editMinutes({ [step]: moved(minutes[step]) });
    }
  }

  protected begin(date: Date | null): void {
    this.lesson.edit({ begins: date ? localMinute(date) : '' });
  }

  protected toCalendar(): Promise<void> {
    const plan = this.lesson.plan();
    return saveCalendar({
      title: plan.title,
      begins: this.begins()!,
      minutes: this.lesson.settings().length,
      description: `${plan.class.name}: ${howMany(plan.groups.length, 'group')}. ${this.verdict().text}`,
    });
  }
}

const minutesText = (minutes: number): string => howMany(Math.round(minutes * 10) / 10, 'minute');

/** A moment as the plan keeps it: local, to the minute. */
function localMinute(date: Date): string {
  const two = (value: number): string => String(value).padStart(2, '0');
  const day = `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
  return `${day}T${two(date.getHours())}:${two(date.getMinutes())}`;
}
