import { ChangeDetectionStrategy, Component, type ElementRef, afterNextRender, output, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';

/** Keys and how to read the sheet. Opens on `?`. */
@Component({
  selector: 'cu-help-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  styles: `
    dialog { border: 1px solid var(--rule-strong); background: var(--sheet); color: var(--ink); padding: 20px 24px; max-width: 620px; width: calc(100vw - 32px); }
    dialog::backdrop { background: rgb(28 27 25 / 0.35); }
    dl { display: grid; grid-template-columns: auto 1fr; gap: 5px 16px; margin: 10px 0; }
    dt { font-weight: 600; white-space: nowrap; } dd { margin: 0; }
    h3 { margin-top: 14px; }
  `,
  template: `
    <dialog #box aria-labelledby="help-title" (close)="closed.emit()">
      <h2 id="help-title">Keys and how to read the sheet</h2>
      <dl>
        <dt>?</dt><dd>this page</dd>
        <dt>Ctrl + K</dt><dd>find a case, a step, a material, a process, a command</dd>
        <dt>/</dt><dd>to the filter of a list</dd>
        <dt>Alt + Page Down, Alt + Page Up</dt><dd>in a case: the next, the previous case of the list, at the same step</dd>
        <dt>Alt + 1 … 8</dt><dd>in a case: Need, Shape, Plan, Routes, Sheet, Verdict, Proof, Papers</dd>
        <dt>Ctrl + Z, Ctrl + Y</dt><dd>in a case, the shop, the shelf: undo, redo</dd>
        <dt>Enter on a dotted figure</dt><dd>open its working in the margin</dd>
        <dt>Alt + M</dt><dd>go to the margin</dd>
        <dt>Arrow keys on the part</dt><dd>turn it; + and − bring it nearer and further; F fits it</dd>
      </dl>
      <h3>Figures</h3>
      <p>A figure with dots beneath it can be opened: how it is computed, from what, and where that came from, down to the entries. Typed values take units: <i>0.5 in</i>, <i>80 psi</i>, <i>2 h 30</i>.</p>
      <h3>Signs</h3>
      <p>Filled square: holds. Half-filled: holds on condition. Empty: not known. Crossed: fails. Routes are told apart by letter and pattern: A solid, B hatched, C dotted, D outlined.</p>
      <h3>Limits</h3>
      <p>Estimates and screening support a decision. They do not replace a proof test, local codes or licensed practice; lifting gear, guards and pressure work are released by the people responsible for them.</p>
      <button mat-stroked-button type="button" (click)="box.close()">Close</button>
    </dialog>
  `,
})
export class HelpSheet {
  readonly closed = output();
  private readonly box = viewChild.required<ElementRef<HTMLDialogElement>>('box');

  constructor() {
    afterNextRender(() => this.box().nativeElement.showModal());
  }
}
