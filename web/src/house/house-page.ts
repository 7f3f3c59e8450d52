import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { MarginService } from '../data/margin.service';
import { SessionService } from '../data/session.service';
import { WorkingMargin } from '../shared/working-margin';
import { AuditView } from './audit-view';
import { BackupsView } from './backups-view';
import { PeopleView } from './people-view';
import { SiteView } from './site-view';
import { YouView } from './you-view';

/** What keeps the house in order: back-ups, and where people sign in, their accounts and what they did. */
@Component({
  selector: 'cu-house-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AuditView, BackupsView, PeopleView, SiteView, WorkingMargin, YouView],
  styleUrl: './house-page.scss',
  template: `
    <div class="page">
      <section class="sheet-side" aria-labelledby="house-title">
        <header class="top"><h1 id="house-title">House</h1><p class="quiet">{{ session.accounts() ? 'Accounts, what was done, and back-ups.' : 'Back-ups of everything, and the site as one file.' }}</p></header>
        @if (tabs().length > 1) {
          <nav class="tab-row" aria-label="Parts of the house">@for (t of tabs(); track t.id) { <button type="button" [attr.aria-pressed]="tab() === t.id" (click)="tab.set(t.id)">{{ t.label }}</button> }</nav>
        }
        <div class="scroll" tabindex="0" role="region" [attr.aria-label]="label()">
          @switch (tab()) {
            @case ('backups') { <cu-backups /> }
            @case ('site') { <cu-site /> }
            @case ('people') { <cu-people /> }
            @case ('audit') { <cu-audit /> }
            @case ('you') { <cu-you /> }
          }
        </div>
      </section>
      <cu-margin>
        @switch (tab()) {
          @case ('backups') {
            <p>A back-up holds the whole database in one consistent state and every mesh, picture and paper. It is read back and checked before it counts.</p>
            <p>One is taken each day while the service runs. Of each of the last seven days, five weeks and twelve months the newest is kept, and the newest three in any case.</p>
            <p>To restore one, start once with <code>npm start -- --restore BACKUP --data NEWFOLDER</code>; the folder has to be empty. Keep copies on another machine: a back-up on the same disk dies with it.</p>
          }
          @case ('site') {
            <p>All cases with their shapes and pictures, the shop and every record in one file: for another house, or to look at elsewhere.</p>
            <p>Brought in, nothing that is here is changed unless you ask for it. What is here already and the same is passed over.</p>
            <p>Signatures stay where they were given. A back-up restored carries them, and all earlier states.</p>
          }
          @case ('people') {
            <p>A viewer reads. An engineer makes and changes. An approver also signs verdicts. An administrator manages accounts and back-ups and does not sign.</p>
            <p>Areas limit the cases one sees to those of the same area, besides one's own and those kept to none.</p>
            <p>Eight wrong passwords in a row rest an account for a quarter of an hour; saving it here opens it again.</p>
          }
          @case ('audit') { <p>Who changed what, when and from which address. Rows are never changed; the same again within two minutes is counted on one.</p> }
          @case ('you') {
            <p>A key lets a program or a device do what you may do, except managing accounts. It is shown once. Take it back when the device goes.</p>
            <p>Sent as <code>Authorization: Bearer cuadro_…</code>; what can be asked for is described at <a href="/api/docs" target="_blank">/api/docs</a>.</p>
          }
        }
      </cu-margin>
    </div>
  `,
})
export class HousePage {
  protected readonly session = inject(SessionService);
  protected readonly tabs = computed(() => [
    ...(this.session.may('manage') ? [{ id: 'backups', label: 'Back-ups' }] : []),
    { id: 'site', label: 'Whole site' },
    ...(this.session.accounts() && this.session.may('manage') ? [{ id: 'people', label: 'People' }, { id: 'audit', label: 'What was done' }] : []),
    ...(this.session.accounts() ? [{ id: 'you', label: 'You' }] : []),
  ]);
  protected readonly tab = linkedSignal(() => this.tabs()[0]?.id ?? '');
  protected readonly label = computed(() => this.tabs().find((t) => t.id === this.tab())?.label ?? 'House');

  constructor() {
    inject(MarginService).clear();
  }
}
