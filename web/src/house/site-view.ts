import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { firstValueFrom } from 'rxjs';
import type { Incoming, SiteChoice, SitePreview } from '@cuadro/core/wire';
import { ApiService } from '../data/api.service';
import { SessionService } from '../data/session.service';
import { inWords } from './words';

const STATE: Readonly<Record<Incoming, string>> = { fresh: 'comes in', same: 'here, the same', differs: 'here, differs' };
/** Rows drawn of a long list. */
const SHOWN = 200;
const counted = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;

/** The whole site as one file, and another site brought in: looked over first, and nothing overwritten unasked. */
@Component({
  selector: 'cu-site',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  styleUrl: './house.scss',
  styles: `
    .choices { display: grid; gap: 2px; margin: 8px 0 12px; } .choices label { display: flex; gap: 8px; align-items: center; min-height: 24px; }
    h2 { margin: 14px 0 2px; } small { display: block; } .file { display: inline-block; cursor: pointer; position: relative; } .file input { position: absolute; inset: 0; opacity: 0; cursor: pointer; width: 100%; } .file:focus-within { outline: 2px solid var(--petrol); outline-offset: 2px; } .two { display: grid; grid-template-columns: repeat(auto-fit, minmax(320px, 1fr)); gap: 4px 24px; align-items: start; }
  `,
  template: `
    <div class="row"><a mat-flat-button href="/api/site.zip" download>All of it as one file</a>
      @if (session.may('edit')) { <label class="link file">bring a site in <input type="file" accept=".zip" aria-label="Bring in a site from a file" (change)="look($any($event.target).files[0]); $any($event.target).value = ''" /></label> }
      @if (busy()) { <span role="status">{{ busy() }}</span> } @if (done()) { <span role="status">{{ done() }}</span> }</div>
    @if (problem()) { <p class="field-error" role="alert">{{ problem() }}</p> }
    @if (preview(); as p) {
      <section aria-labelledby="incoming-title">
        <h2 id="incoming-title">{{ name() }}: {{ summary() }}</h2>
        <div class="two">
          <table class="sheet"><caption class="quiet">Cases</caption><thead><tr><th scope="col">Case</th><th scope="col">State</th></tr></thead>
            <tbody>@for (c of p.cases.slice(0, most); track c.id) { <tr><th scope="row">{{ c.title }}@if (c.place) { <small class="quiet">{{ c.place }}</small> }</th><td [class.warn]="c.state === 'differs'">{{ state[c.state] }}@if (c.lines) { in {{ c.lines }} lines }</td></tr> } @empty { <tr><td colspan="2" class="quiet">None.</td></tr> }</tbody></table>
          <div>
            <table class="sheet"><caption class="quiet">Records</caption><thead><tr><th scope="col">Kind</th><th scope="col" class="num">Come in</th><th scope="col" class="num">Same here</th><th scope="col" class="num">Differ, stay as here</th></tr></thead>
              <tbody>@for (r of p.records; track r.kind) { <tr><th scope="row">{{ r.label }}</th><td class="num">{{ r.teaches && !choice().learned ? 0 : r.fresh }}</td><td class="num">{{ r.same }}</td><td class="num">{{ r.differs }}</td></tr> } @empty { <tr><td colspan="4" class="quiet">None.</td></tr> }</tbody></table>
            @if (p.shop.length) {
              <table class="sheet"><caption class="quiet">Rates, hours and materials that differ</caption><thead><tr><th scope="col">Figure</th><th scope="col">Here</th><th scope="col">There</th></tr></thead>
                <tbody>@for (l of p.shop.slice(0, most); track $index) { <tr><th scope="row">{{ l.label }}</th><td>{{ l.here || '–' }}</td><td>{{ l.there || '–' }}</td></tr> }</tbody></table>
            }
          </div>
        </div>
        @if (p.left.length) { <p class="warn">Left out: {{ p.left.join('; ') }}.</p> }
        <div class="choices">
          @if (differing()) { <label><input type="checkbox" [checked]="choice().differing === 'beside'" (change)="choose({ differing: $any($event.target).checked ? 'beside' : 'leave' })" /> Put the {{ differing() }} beside those that are here, under another name</label> }
          @if (teaching()) { <label><input type="checkbox" [checked]="choice().learned" (change)="choose({ learned: $any($event.target).checked })" /> Also what estimates learn from: builds, tools in use, machines ({{ teaching() }})</label> }
          @if (p.shop.length) { <label><input type="checkbox" [checked]="choice().shop" (change)="choose({ shop: $any($event.target).checked })" /> Its rates, hours and materials instead of those here; the state before stays in the history of the shop</label> }
        </div>
        <div class="row"><button mat-flat-button type="button" [disabled]="!!busy() || !brings()" (click)="bring()">Bring it in</button> <button mat-button type="button" (click)="forget()">Leave it</button></div>
      </section>
    }
  `,
})
export class SiteView {
  private readonly api = inject(ApiService);
  protected readonly session = inject(SessionService);
  protected readonly state = STATE;
  protected readonly most = SHOWN;
  protected readonly preview = signal<SitePreview | undefined>(undefined);
  protected readonly name = signal('');
  protected readonly choice = signal<SiteChoice>({ differing: 'leave', shop: false, learned: false });
  protected readonly busy = signal('');
  protected readonly done = signal('');
  protected readonly problem = signal('');
  private bytes: Blob | undefined;

  private readonly of = (state: Incoming): number => this.preview()?.cases.filter((c) => c.state === state).length ?? 0;
  protected readonly differing = computed(() => (this.of('differs') ? counted(this.of('differs'), 'case') : ''));
  protected readonly teaching = computed(() => (this.preview()?.records ?? []).filter((r) => r.teaches).reduce((n, r) => n + r.fresh, 0));
  protected readonly summary = computed(() =>
    `${counted(this.of('fresh'), 'case')} not here yet, ${this.of('same')} the same, ${this.of('differs')} that differ`
  );
  /** Is there anything that would come in? */
  protected readonly brings = computed(() => {
    const { differing, shop, learned } = this.choice();
    const records = (this.preview()?.records ?? []).some((r) => r.fresh && (learned || !r.teaches));
    return this.of('fresh') > 0 || records || shop || (differing === 'beside' && this.of('differs') > 0);
  });

  protected choose(change: Partial<SiteChoice>): void {
    this.choice.update((c) => ({ ...c, ...change }));
  }

  protected forget(): void {
    this.preview.set(undefined);
    this.bytes = undefined;
  }

  protected async look(file: File | undefined): Promise<void> {
    if (!file) return;
    this.forget();
    this.done.set('');
    this.choice.set({ differing: 'leave', shop: false, learned: false });
    await this.run('Looking it over …', async () => {
      // Read now: the file may have changed by the time it is brought in.
      const bytes = new Blob([await file.arrayBuffer()]);
      this.preview.set(await firstValueFrom(this.api.previewSite(bytes)));
      this.bytes = bytes;
      this.name.set(file.name);
    });
  }

  protected async bring(): Promise<void> {
    await this.run('Bringing it in …', async () => {
      const { cases, beside, records, shop } = await firstValueFrom(this.api.addSite(this.bytes!, this.choice()));
      const all = [
        counted(cases, 'case'),
        beside ? `${counted(beside, 'case')} beside those here` : '',
        counted(records, 'record'),
        shop ? 'rates, hours and materials' : '',
      ];
      this.done.set(`Brought in: ${all.filter(Boolean).join(', ')}.`);
      this.forget();
    });
  }

  private async run(busy: string, what: () => Promise<void>): Promise<void> {
    this.busy.set(busy);
    this.problem.set('');
    try {
      await what();
    } catch (e) {
      this.problem.set(inWords(e));
    } finally {
      this.busy.set('');
    }
  }
}
