import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { CaseStore } from '../../data/case-store';

/** A later step: what will be proven, taken from the verdict's conditions. Recording it is not built yet, and says so. */
@Component({
  selector: 'cu-proof-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `:host { display: block; max-width: 72ch; } li { margin: 4px 0; }`,
  template: `
    <h2>Proof</h2>
    <p>A later step. First-article inspection, cycles, wear and actual cost will be recorded here; they cannot be entered yet.</p>
    @if (conditions().length) {
      <h3>What this verdict asks to be shown first</h3>
      <ul>@for (c of conditions(); track $index) { <li>{{ c }}</li> }</ul>
    }
  `,
})
export class ProofStep {
  private readonly store = inject(CaseStore);
  protected readonly conditions = computed(() => this.store.view()?.verdict.conditions ?? []);
}
