import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { STATE_WORDS } from '@cuadro/core/screen/check';
import type { State } from '@cuadro/core/screen/check';

/** State by shape first: filled square holds, half-filled on condition, empty not known, crossed fails; always with a word. */
@Component({
  selector: 'cu-state',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host { display: inline-flex; align-items: center; gap: 5px; white-space: nowrap; }
    svg { flex: none; }
    .frame { fill: none; stroke: currentColor; stroke-width: 1.4; }
    .ink { fill: currentColor; }
    :host(.pass) { color: var(--petrol); }
    :host(.conditional), :host(.fail) { color: var(--ochre); }
    :host(.unknown) { color: var(--quiet); }
    .word { color: var(--ink); }
  `,
  host: { '[class]': 'state()' },
  template: `
    <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true">
      <rect class="frame" x="1" y="1" width="10" height="10" />
      @switch (state()) {
        @case ('pass') { <rect class="ink" x="1" y="1" width="10" height="10" /> }
        @case ('conditional') { <path class="ink" d="M1 11V1h10z" /> }
        @case ('fail') { <path class="frame" d="M1 1l10 10M11 1L1 11" /> }
      }
    </svg>
    <span [class]="word() ? 'word' : 'visually-hidden'">{{ text() }}</span>
  `,
})
export class StateGlyph {
  readonly state = input.required<State>();
  /** Show the word, or leave it to screen readers. */
  readonly word = input(true);
  protected readonly text = computed(() => STATE_WORDS[this.state()]);
}
