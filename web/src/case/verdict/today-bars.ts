import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { PinView } from '@cuadro/core/decide/evaluate-case';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { SettingsService } from '../../data/settings.service';
import { stripGroups } from '../sheet/strips';

interface Bar {
  letter: string;
  /** In per cent of the axis. */
  at: number;
  from: number;
  to: number;
  text: string;
}

/** The tool of today and the way that is taken, side by side: money, days, weight, each on one axis from nought. */
@Component({
  selector: 'cu-today-bars',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 6px 20px; margin: 10px 0 12px; }
    p { margin: 0 0 3px; font-size: 13px; color: var(--quiet); }
    ul { list-style: none; margin: 0; padding: 0; }
    li { display: grid; grid-template-columns: 16px minmax(0, 1fr) auto; gap: 6px; align-items: center; min-height: 26px; }
    .letter { font: 600 14px/1 var(--label); }
    .track { position: relative; height: 16px; }
    .bar { position: absolute; inset: 0 auto 0 0; min-width: 2px; box-sizing: border-box; border: 1.5px solid var(--petrol); background: var(--petrol); }
    .today .bar { background: none; }
    .arm { position: absolute; top: 7px; height: 2px; background: var(--ochre); }
    li:not(.today) b { font-weight: 600; }
    b { font-weight: 400; white-space: nowrap; }
    @media (max-width: 640px) { :host { grid-template-columns: minmax(0, 1fr); } }
  `,
  template: `
    @for (g of groups(); track g.name) {
      <div>
        <p>{{ g.label }}</p>
        <ul>@for (b of g.bars; track b.letter) {
          <li [class.today]="b.letter === 'T'">
            <span class="letter">{{ b.letter }}</span>
            <span class="track" aria-hidden="true"><span class="bar" [style.width.%]="b.at"></span>@if (b.to > b.from) { <span class="arm" [style.left.%]="b.from" [style.width.%]="b.to - b.from"></span> }</span>
            <b>{{ b.text }}</b>
          </li>
        }</ul>
      </div>
    }
  `,
})
export class TodayBars {
  private readonly settings = inject(SettingsService);
  readonly today = input.required<PinView>();
  readonly chosen = input.required<PinView>();
  /** What takes over from it: what the programme costs and the tool weighs is then of that one. */
  readonly then = input<PinView>();
  readonly currency = input.required<string>();

  private shown(name: string): PinView[] {
    const then = this.then();
    return [this.today(), ...(name === 'lead' || !then ? [this.chosen()] : []), ...(then ? [then] : [])];
  }

  protected readonly groups = computed(() =>
    ['expected_cost', 'lead', 'mass_tool'].flatMap((name) => stripGroups(this.shown(name), [name])).map((g) => ({
      name: g.name,
      label: g.name === 'lead' ? 'Days until ready' : g.label,
      bars: g.strips.map((s): Bar => ({
        letter: s.letter,
        at: s.at,
        from: s.from,
        to: s.to,
        text: g.name === 'lead' ? formatNumber(s.value, 2) : this.settings.figure(s.value, g.unit, this.currency()),
      })),
    }))
  );
}
