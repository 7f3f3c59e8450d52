import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NavigationEnd, NavigationStart, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { DueService } from '../data/due.service';
import { keepsNothing } from '../data/kept';
import { NewerService } from '../data/newer.service';
import { OutboxService } from '../data/outbox.service';
import { SeedingService } from '../data/seeding.service';
import { SessionService } from '../data/session.service';
import { SettingsService } from '../data/settings.service';
import { FindSheet } from '../shared/find-sheet';
import { HelpSheet } from '../shared/help-sheet';
import { TypedFields } from './typed-fields';

const SECTIONS = [
  { path: '/walk', label: 'Walk', what: 'what first' },
  { path: '/cases', label: 'Cases', what: 'all of them' },
  { path: '/shop', label: 'Shop', what: 'rates and hours' },
  { path: '/payback', label: 'Payback', what: 'does it pay' },
  { path: '/board', label: 'Board', what: 'made when' },
  { path: '/log', label: 'Log', what: 'what happened' },
  { path: '/shelf', label: 'Shelf', what: 'routes, materials' },
  { path: '/house', label: 'House', what: 'back-ups, people' },
];

/** The frame: sections on the left, the rest is the sheet with its margin. */
@Component({
  selector: 'cu-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, RouterLink, RouterLinkActive, FindSheet, HelpSheet],
  templateUrl: './app.html',
  styleUrl: './app.scss',
  host: { '(document:keydown)': 'key($event)' },
})
export class App {
  protected readonly settings = inject(SettingsService);
  protected readonly help = signal(false);
  protected readonly finding = signal(false);
  protected readonly seeding = inject(SeedingService);
  protected readonly session = inject(SessionService);
  protected readonly outbox = inject(OutboxService);
  protected readonly due = inject(DueService);
  protected readonly newer = inject(NewerService).there;
  protected readonly keepsNothing = keepsNothing;
  /** Nothing to go to before one has signed in. */
  protected readonly shown = computed(() => (this.session.accounts() && !this.session.me() ? [] : SECTIONS));

  constructor() {
    void this.session.load();
    this.outbox.start();
    const fields = new TypedFields(document);
    addEventListener('pagehide', () => fields.take(), { capture: true });
    document.addEventListener('visibilitychange', () => document.hidden && fields.take(), { capture: true });
    inject(Router).events.subscribe((e) => {
      if (e instanceof NavigationStart) fields.take();
      if (e instanceof NavigationEnd && this.shown().length) this.due.look();
    });
    void this.seeding.watch();
  }

  protected key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    const typing = target.matches('input, textarea, select, [contenteditable]');
    if (event.key === '?' && !typing) {
      event.preventDefault();
      this.help.set(true);
    } else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k' && this.shown().length) {
      event.preventDefault();
      this.finding.set(true);
    } else if (event.key === '/' && !typing && !event.ctrlKey && !event.altKey && !event.metaKey) {
      // The filter of the list at hand.
      const filter = document.querySelector<HTMLInputElement>('main input[type=search]');
      if (!filter) return;
      event.preventDefault();
      filter.focus();
      filter.select();
    }
  }

  protected reload(event: Event): void {
    event.preventDefault();
    location.reload();
  }

  protected toggleUnits(): void {
    this.settings.units.update((u) => (u === 'metric' ? 'inch' : 'metric'));
  }

  protected toggleTheme(): void {
    this.settings.theme.update((t) => (t === 'light' ? 'dark' : 'light'));
  }
}
