import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { SeedingService } from '../data/seeding.service';
import { SettingsService } from '../data/settings.service';
import { HelpSheet } from '../shared/help-sheet';

const SECTIONS = [
  { path: '/walk', label: 'Walk', what: 'what first' },
  { path: '/cases', label: 'Cases', what: 'all of them' },
  { path: '/shop', label: 'Shop', what: 'rates and hours' },
  { path: '/log', label: 'Log', what: 'what happened' },
  { path: '/shelf', label: 'Shelf', what: 'routes, materials' },
];

/** The frame: sections on the left, the rest is the sheet with its margin. */
@Component({
  selector: 'cu-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, RouterLink, RouterLinkActive, HelpSheet],
  templateUrl: './app.html',
  styleUrl: './app.scss',
  host: { '(document:keydown)': 'key($event)' },
})
export class App {
  protected readonly settings = inject(SettingsService);
  protected readonly sections = SECTIONS;
  protected readonly help = signal(false);
  protected readonly seeding = inject(SeedingService);

  constructor() {
    void this.seeding.watch();
  }

  protected key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    const typing = target.matches('input, textarea, select, [contenteditable]');
    if (event.key === '?' && !typing) {
      event.preventDefault();
      this.help.set(true);
    }
  }

  protected toggleUnits(): void {
    this.settings.units.update((u) => (u === 'metric' ? 'inch' : 'metric'));
  }

  protected toggleTheme(): void {
    this.settings.theme.update((t) => (t === 'light' ? 'dark' : 'light'));
  }
}
