import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { STATIONS } from '../../ui/frame/stations';
import { NeedsLine } from '../../shelf';
import { OpenDocuments } from '../../ui/notices';
import { STATION_FACTS } from './station-facts';
import { StationSketch } from './station-sketch';

/** The stations, by what they show. */
@Component({
  selector: 'nab-stations-page',
  imports: [NeedsLine, RouterLink, StationSketch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
      max-width: 1180px;
      margin: 0 auto;
      padding: 28px 20px 48px;
    }
    section {
      display: grid;
      grid-template-columns: 220px 1fr;
      gap: 8px 24px;
      padding: 16px 0;
      border-top: 1px solid var(--nab-grid);
    }
    h2 {
      margin: 10px 0 0;
      font-size: 18px;
    }
    .ways {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
      gap: 8px 16px;
    }
    a {
      display: grid;
      gap: 2px;
      align-content: start;
      padding: 10px 12px;
      border-left: 3px solid var(--nab-verdigris);
      color: var(--nab-ink);
      text-decoration: none;
    }
    a:hover,
    a:focus-visible {
      border-left-color: var(--nab-copper);
      background: var(--nab-sheet);
    }
    strong {
      font-size: 17px;
    }
    .picture {
      display: block;
      height: 120px;
      margin-bottom: 4px;
    }
    .picture > span {
      display: block;
      height: 100%;
    }
    .facts {
      font-size: 14px;
      color: var(--nab-ink-soft);
    }
    @media (max-width: 700px) {
      section {
        grid-template-columns: 1fr;
      }
    }
  `,
  template: `
    <div class="nab-page-head">
      <h1>Stations</h1>
      <p class="nab-soft">Short experiments, each for a table of its own.</p>
    </div>
    @for (group of stations; track group.name; let i = $index) {
      <section [attr.aria-labelledby]="'group-' + i">
        <h2 [id]="'group-' + i">{{ group.name }}</h2>
        <div class="ways">
          @for (way of group.ways; track way.to) {
            @let facts = factsOf(way.to);
            <a [routerLink]="way.to">
              <span class="picture">
                @defer (on viewport) {
                  <nab-station-sketch [station]="way.to" />
                } @placeholder {
                  <span></span>
                }
              </span>
              <strong>{{ way.name }}</strong>
              <span class="nab-soft">{{ way.words }}</span>
              <span class="facts">Ages {{ facts.ages }} · {{ facts.minutes }} min</span>
              @if (facts.needs.length > 0) {
                <nab-needs class="facts" [needs]="facts.needs" />
              }
            </a>
          }
        </div>
      </section>
    }
  `,
})
export class StationsPage {
  protected readonly stations = STATIONS;

  constructor() {
    inject(OpenDocuments).show(null);
  }

  protected factsOf(to: string) {
    return STATION_FACTS[to]!;
  }
}
