import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { STATIONS } from '../../ui/frame/stations';
import { ShelfStore } from '../../shelf';
import { OpenDocuments } from '../../ui/notices';
import { STATION_FACTS, type Need } from './station-facts';
import { StationSketch } from './station-sketch';

/** The stations, by what they show. */
@Component({
  selector: 'nab-stations-page',
  imports: [RouterLink, StationSketch],
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
    .there {
      color: var(--nab-verdigris);
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
                <span class="facts">
                  Needs
                  @for (need of facts.needs; track need.name; let last = $last) {
                    <span [class.there]="need.state === 'there'"
                      >{{ need.name }}{{ need.state ? ' (' + need.state + ')' : ''
                      }}{{ last ? '.' : ', ' }}</span
                    >
                  }
                </span>
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

  private readonly shelf = inject(ShelfStore);
  /** Each station's facts, with what of its needs is on the shelf. */
  private readonly facts = computed(() => {
    const isKnown = this.shelf.items() !== null;
    const kinds = this.shelf.byKind();
    const stateOf = ({ kind }: Need): 'there' | 'to buy' | '' => {
      if (kind === null || !isKnown) return '';
      return (kinds.get(kind)?.length ?? 0) > 0 ? 'there' : 'to buy';
    };
    return new Map(
      Object.entries(STATION_FACTS).map(([to, { needs, ...facts }]) => [
        to,
        { ...facts, needs: needs.map((need) => ({ ...need, state: stateOf(need) })) },
      ]),
    );
  });

  constructor() {
    inject(OpenDocuments).show(null);
    void this.shelf.load();
  }

  protected factsOf(to: string) {
    return this.facts().get(to)!;
  }
}
