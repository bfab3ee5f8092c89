import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'nab-not-here',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      padding: 40px 20px;
      max-width: 640px;
      margin: 0 auto;
    }
  `,
  template: `
    <h1>There is nothing here</h1>
    <p>The address may be mistyped. <a routerLink="/">All investigations</a></p>
  `,
})
export class NotHere {}
