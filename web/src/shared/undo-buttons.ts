import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Edited } from '../data/edited';

/** Undo and redo of what is edited here, by button and by the usual keys; not while somebody types, where the field has its own. */
@Component({
  selector: 'cu-undo-buttons',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" class="link" (click)="edited().undo()" [disabled]="!edited().canUndo()" title="Ctrl + Z">undo</button>
    <button type="button" class="link" (click)="edited().redo()" [disabled]="!edited().canRedo()" title="Ctrl + Y">redo</button>
  `,
  styles: `
    :host { display: flex; flex-direction: column; font-size: 12.5px; }
    button { min-height: 24px; text-align: left; }
    button[disabled] { color: var(--quiet); text-decoration: none; cursor: default; opacity: 0.75; }
  `,
  host: { '(document:keydown)': 'key($event)' },
})
export class UndoButtons {
  readonly edited = input.required<Pick<Edited<object, { revision: number }>, 'undo' | 'redo' | 'canUndo' | 'canRedo'>>();

  protected key(event: KeyboardEvent): void {
    const letter = event.key.toLowerCase();
    if (!(event.ctrlKey || event.metaKey) || (letter !== 'z' && letter !== 'y') || (event.target as HTMLElement).matches('input, textarea')) return;
    event.preventDefault();
    if (letter === 'z' && !event.shiftKey) this.edited().undo();
    else this.edited().redo();
  }
}
