import { effect, Injectable, signal } from '@angular/core';
import { formatFigure, formatMoney } from '@cuadro/core/case/words';
import type { UnitSystem } from '@cuadro/core/quantity/quantity';
import { kept } from './kept';

type Theme = 'light' | 'dark';

function stored<T extends string>(key: string, allowed: readonly T[], fallback: T): T {
  const value = kept.read(key) as T | null;
  return value && allowed.includes(value) ? value : fallback;
}

/** What belongs to this person on this browser: units, theme, name. */
@Injectable({ providedIn: 'root' })
export class SettingsService {
  readonly units = signal<UnitSystem>(stored('cuadro.units', ['metric', 'inch'], 'metric'));
  readonly theme = signal<Theme>(stored('cuadro.theme', ['light', 'dark'], 'light'));
  readonly who = signal(kept.read('cuadro.who') ?? '');

  constructor() {
    effect(() => kept.write('cuadro.units', this.units()));
    effect(() => {
      kept.write('cuadro.theme', this.theme());
      document.documentElement.dataset['theme'] = this.theme();
    });
    effect(() => kept.write('cuadro.who', this.who()));
  }

  /** A worksheet figure in the units at hand. */
  figure(value: number, unit: string, currency: string): string {
    return formatFigure(value, unit, currency, this.units());
  }

  money(value: number, currency: string): string {
    return formatMoney(value, currency);
  }
}
