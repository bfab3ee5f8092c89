import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  contentChild,
  contentChildren,
  input,
  model,
  signal,
  TemplateRef,
  viewChild,
} from '@angular/core';
import type { ExperimentDocument } from '@nab/contract/experiments';
import type { ExperimentId, PredictableId, TriedWay, WayOut } from '@nab/core/experiments';
import type { Caution } from '@nab/core/physics';
import type { SavedDocument } from '../../platform/saving';
import { NameBox } from '../../ui/fields';
import { DocumentBar, DropFile, type MenuEntry } from '../designs';
import {
  CautionLine,
  DecidingFigures,
  FiguresDrawer,
  SummaryLine,
  Workbench,
  WorkbenchPanel,
  type Fact,
} from '../frame';

/** What is shown of a design, whatever the experiment: a DesignModel. */
export interface ShownDesign {
  readonly rules: { readonly experiment: ExperimentId; readonly wayOutOf?: PredictableId };
  readonly document: () => object;
  readonly value: () => { readonly name: string };
  readonly fault: () => string | null;
  readonly stale: () => boolean;
  readonly deciding: () => readonly Fact[];
  readonly facts: () => readonly Fact[];
  readonly cautions: () => readonly Caution[];
  readonly ways: () => readonly TriedWay[];
  rename(name: string): void;
  takeWayOut(way: WayOut): void;
}

/**
 * The workbench of an experiment: name and menu, sentence, drawing, deciding figures, cautions with
 * their ways out, panels of fields.
 *
 * Put in: a template `#drawing`, a template with `nabPanel` for each panel, and whatever belongs
 * after the sentence.
 */
@Component({
  selector: 'nab-experiment-designer',
  imports: [
    CautionLine,
    DecidingFigures,
    DocumentBar,
    DropFile,
    FiguresDrawer,
    NameBox,
    NgTemplateOutlet,
    SummaryLine,
    Workbench,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { style: 'display: contents' },
  template: `
    <nab-workbench
      [heading]="heading()"
      [of]="of()"
      [panels]="panels()"
      [(part)]="part"
      (nabDropFile)="bar().open($event)"
    >
      <nab-name-box
        benchName
        [label]="nameLabel()"
        [value]="design().value().name"
        [fault]="document().errorAt('name')"
        (valueChange)="design().rename($event)"
      />
      <nab-document-bar
        benchActions
        [experiment]="design().rules.experiment"
        [menuName]="menuName()"
        [page]="page()"
        [document]="document()"
        [last]="last()"
      />
      <nab-summary-line
        benchSentence
        [sentence]="sentence()"
        [stale]="design().stale()"
        [fault]="design().fault()"
        ><ng-content
      /></nab-summary-line>
      <ng-template #drawing><ng-container [ngTemplateOutlet]="picture()" /></ng-template>
      <ng-template #figures>
        <nab-deciding-figures [facts]="design().deciding()" (asked)="asked.set($event)" />
        <nab-caution-line
          [cautions]="design().cautions()"
          [ways]="design().ways()"
          [of]="design().rules.wayOutOf ?? null"
          (wayOut)="design().takeWayOut($event)"
        />
      </ng-template>
    </nab-workbench>
    <nab-figures-drawer [facts]="facts()" [(asked)]="asked" />
  `,
})
export class ExperimentDesigner {
  readonly design = input.required<ShownDesign>();
  readonly heading = input.required<string>();
  /** What the panels are parts of, for the name of the inspector. */
  readonly of = input('the magnet');
  readonly nameLabel = input('Name');
  readonly menuName = input('Design');
  /** Address of the page on which such a design is opened by itself. */
  readonly page = input.required<string>();
  readonly sentence = input.required<string>();
  /** Further entries of the menu. */
  readonly last = input<readonly MenuEntry[]>([]);
  /** The panel in hand. */
  readonly part = model('');

  protected readonly document = computed(
    () => this.design().document() as SavedDocument<ExperimentDocument>,
  );
  protected readonly bench = viewChild.required(Workbench);
  protected readonly bar = viewChild.required<DocumentBar<ExperimentId>>(DocumentBar);
  protected readonly picture = contentChild.required('drawing', { read: TemplateRef });
  protected readonly panels = contentChildren(WorkbenchPanel);
  /** The figure that somebody asks about, in the drawer of all of them. */
  protected readonly asked = signal<string | null>(null);
  protected readonly facts = computed(() => (this.asked() === null ? [] : this.design().facts()));

  /** Takes a panel in hand. */
  show(part: string): void {
    this.bench().show(part);
  }
}
