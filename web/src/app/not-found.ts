import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'cu-not-found',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  styles: ':host { display: block; padding: 24px; }',
  template: `
    <h1>There is nothing at this address</h1>
    <p>Nothing was lost. <a routerLink="/walk">Go to the Walk</a> to find your candidates.</p>
  `,
})
export class NotFound {}
