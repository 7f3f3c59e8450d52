import { effect, Injectable, signal } from '@angular/core';
import { formatFigure, formatMoney } from '@cuadro/core/case/words';
import type { UnitSystem } from '@cuadro/core/quantity/quantity';

type Theme = 'light' | 'dark';

function stored<T extends string>(key: string, allowed: readonly T[], fallback: T): T {
  const value = localStorage.getItem(key) as T | null;
  return value && allowed.includes(value) ? value : fallback;
}

/** What belongs to this person on this browser: units, theme, name. */
@Injectable({ providedIn: 'root' })
export class SettingsService {
  readonly units = signal<UnitSystem>(stored('cuadro.units', ['metric', 'inch'], 'metric'));
  readonly theme = signal<Theme>(stored('cuadro.theme', ['light', 'dark'], 'light'));
  readonly who = signal(localStorage.getItem('cuadro.who') ?? '');

  constructor() {
    effect(() => localStorage.setItem('cuadro.units', this.units()));
    effect(() => {
      localStorage.setItem('cuadro.theme', this.theme());
      document.documentElement.dataset['theme'] = this.theme();
    });
    effect(() => localStorage.setItem('cuadro.who', this.who()));
  }

  /** A worksheet figure in the units at hand. */
  figure(value: number, unit: string, currency: string): string {
    return formatFigure(value, unit, currency, this.units());
  }

  money(value: number, currency: string): string {
    return formatMoney(value, currency);
  }
}
