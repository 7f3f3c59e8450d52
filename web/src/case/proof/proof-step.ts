import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { inAddress } from '../../shared/address';
import { CheckView } from './check-view';
import { FileView } from './file-view';
import { MakingView } from './making-view';
import { PromiseView } from './promise-view';
import { ProofStore } from './proof-store';
import { StudiesView } from './studies-view';
import { UseView } from './use-view';

const TABS = [{ id: 'making', label: 'Making' }, { id: 'check', label: 'First piece' }, { id: 'studies', label: 'Studies' }, { id: 'use', label: 'In use' }, {
  id: 'came',
  label: 'What came of it',
}, { id: 'file', label: 'Release file' }] as const;
type Tab = (typeof TABS)[number]['id'];

/** The verdict is a promise; here it is kept: pieces made step by step, measured, released, used, and set against what was estimated. */
@Component({
  selector: 'cu-proof-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CheckView, FileView, MakingView, PromiseView, StudiesView, UseView],
  providers: [ProofStore],
  styles:
    `:host { display: block; } .top { display: flex; gap: 16px; align-items: baseline; flex-wrap: wrap; margin-bottom: 8px; } .top select { width: auto; } .tab-row { flex: 1; }`,
  template: `
    <h2 class="visually-hidden">Proof</h2>
    <div class="top">
      <nav class="tab-row" aria-label="Proof">@for (t of tabs; track t.id) { <button type="button" [attr.aria-pressed]="tab() === t.id" (click)="tab.set(t.id)">{{ t.label }}</button> }</nav>
      @if (tab() === 'making' || tab() === 'check') {
        <label>Piece <select class="field" [value]="store.piece()" (change)="store.piece.set($any($event.target).value)" aria-label="Piece">@for (p of store.pieces(); track p) { <option [value]="p" [selected]="p === store.piece()">{{ p }}</option> }</select></label>
        <button type="button" class="link" (click)="another()">another piece</button>
      }
    </div>
    @if (store.problem() && tab() !== 'check') { <p class="notice" role="alert">{{ store.problem() }}</p> }
    @switch (tab()) {
      @case ('making') { <cu-making /> }
      @case ('check') { <cu-check /> }
      @case ('studies') { <cu-studies /> }
      @case ('use') { <cu-use /> }
      @case ('came') { <cu-promise /> }
      @case ('file') { <cu-release-file /> }
    }
  `,
})
export class ProofStep {
  protected readonly store = inject(ProofStore);
  protected readonly tabs = TABS;
  protected readonly tab = inAddress<Tab>('part', 'making');
  private readonly highest = computed(() => Math.max(0, ...this.store.pieces().map((p) => Number(p) || 0)));

  protected another(): void {
    this.store.piece.set(String(this.highest() + 1));
  }
}
