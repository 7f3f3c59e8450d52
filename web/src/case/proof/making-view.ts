import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { readDevice, SIMULATED } from '@cuadro/core/proof/devices';
import type { StepRow } from '@cuadro/core/proof/steps';
import { readFirst, stepReading, STEP_WORDS } from '@cuadro/core/proof/steps';
import type { State } from '@cuadro/core/screen/check';
import type { Values } from '@cuadro/core/inputs/spec';
import { readingText } from '@cuadro/core/records/kinds/making';
import { RecordsView } from '../../records/records-view';
import { StateGlyph } from '../../shared/state-glyph';
import { ProofStore } from './proof-store';
import { today } from '../../shared/today';

const GLYPH: Record<StepRow['state'], State> = { open: 'unknown', done: 'pass', blocked: 'fail', again: 'conditional', scrap: 'fail' };

/** A piece, step by step of its route: what was done, on what, and what was read. A reading beyond its limit stops it until somebody decides. */
@Component({
  selector: 'cu-making',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RecordsView, StateGlyph],
  styles: `
    ol { display: grid; grid-template-columns: repeat(auto-fill, minmax(150px, 1fr)); margin: 0 0 10px; padding: 0; list-style: none; border: 1px solid var(--rule-strong); }
    ol { grid-auto-rows: 1fr; } li { display: grid; }
    li button { all: unset; box-sizing: border-box; width: 100%; min-height: 58px; padding: 6px 10px; cursor: pointer; border-right: 1px solid var(--rule); border-bottom: 1px solid var(--rule); display: grid; gap: 2px; align-content: start; }
    li button:hover { background: var(--petrol-soft); } li button:focus-visible { outline: 2px solid var(--petrol); outline-offset: -2px; }
    li button.blocked { background: var(--ochre-soft); } li b { font: 600 14.5px/1.2 var(--label); } small { color: var(--quiet); font-size: 12.5px; }
    .device { display: flex; gap: 8px; align-items: baseline; flex-wrap: wrap; margin: 0 0 8px; font-size: 13.5px; } .device select { width: auto; }
    textarea { width: 100%; }
  `,
  template: `
    <ol aria-label="Steps of the piece">
      @for (s of store.steps(); track s.step.id) {
        <li><button type="button" [class.blocked]="s.state === 'blocked'" (click)="open(s)" [attr.aria-label]="s.step.label + ': ' + words[s.state]"><b><cu-state [state]="glyph[s.state]" [word]="false" /> {{ s.step.label }}</b><small>{{ said(s) }}</small></button></li>
      } @empty { <li class="quiet">Working the route out …</li> }
    </ol>
    @for (b of blocked(); track b.step.id) { <p class="notice" role="alert">“{{ b.step.label }}”: {{ b.why }}. Nothing is made on with piece {{ store.piece() }} until somebody decides, with the reason. <button type="button" class="link" (click)="open(b)">Decide</button></p> }
    <p class="device">
      <label>Read a device <select class="field" [value]="device()" (change)="device.set($any($event.target).value)" aria-label="Device">@for (d of devices; track d.id) { <option [value]="d.id">{{ d.label }}</option> }</select></label>
      <button type="button" class="framed" (click)="simulate()">Take a simulated reading</button>
      <button type="button" class="link" (click)="pasting.set(!pasting())">paste what a real one sent</button>
      <span class="quiet">Simulated ones make readings up, for trying things out; they are marked so.</span>
    </p>
    @if (pasting()) {
      <p><textarea class="field" rows="3" aria-label="What the device sent" placeholder="moisture;0.08;%" #sent></textarea> <button type="button" class="framed" (click)="paste(sent.value)">Take it in</button> @if (problem()) { <span class="field-error" role="alert">{{ problem() }}</span> }</p>
    }
    @if (store.caseId(); as id) { <cu-records kind="making" [caseId]="id" [usual]="{ piece: store.piece() }" (stored)="store.load()" /> }
  `,
})
export class MakingView {
  protected readonly store = inject(ProofStore);
  private readonly list = viewChild(RecordsView);
  protected readonly glyph = GLYPH;
  protected readonly words = STEP_WORDS;
  protected readonly devices = SIMULATED;
  protected readonly device = signal(SIMULATED[0].id);
  protected readonly pasting = signal(false);
  protected readonly problem = signal('');
  protected readonly blocked = computed(() => this.store.steps().filter((s) => s.state === 'blocked'));

  protected said(s: StepRow): string {
    if (s.why) return s.why;
    const read = (s.row?.values['readings'] as readonly Values[] | undefined)?.map(readingText) ?? [];
    return s.row ? [...read, String(s.row.values['on'] ?? '')].filter(Boolean).join(' · ') : (s.step.hint ?? STEP_WORDS.open);
  }

  /** A step that was entered is opened; otherwise a new one begins, with what has to be read at it: all that has a limit, else the first. */
  protected open(s: StepRow): void {
    if (s.row && s.state !== 'again') return this.list()?.edit(s.row);
    const asked = readFirst(s.step);
    this.list()?.add({ step: s.step.label, on: today(), ...(asked.length && { readings: asked }) });
  }

  protected simulate(): void {
    const device = SIMULATED.find((d) => d.id === this.device())!;
    this.take(device.read(Date.now()), `${device.label}, simulated`);
  }

  protected paste(text: string): void {
    this.take(text, 'device');
  }

  /** Readings go to the step that asks for them, else to the next to be done. */
  private take(text: string, from: string): void {
    const { readings, faults } = readDevice(text);
    this.problem.set(faults.join(' '));
    if (!readings.length) return;
    const step = stepReading(this.store.steps(), readings[0].what);
    this.list()?.add({
      step: step?.step.label ?? '',
      on: today(),
      machine: from,
      readings: readings.map((r): Values => ({ ...step?.step.readings.find((x) => x.what === r.what), what: r.what, value: r.value })),
    });
  }
}
