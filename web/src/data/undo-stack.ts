import { computed, signal } from '@angular/core';
import { type FieldChange } from '@cuadro/core/document/changes';
import { keptInTab } from './kept';

/** One's own edits of a case, to be taken back and brought back: as changes of fields, so that nobody else's are touched. Kept over a reload. */
const DEPTH = 200;
/** More than this is not kept over a reload: meshes come with their studies. */
const MOST_KEPT = 500_000;

const key = (id: string): string => `cuadro.undo.${id}`;

export class UndoStack {
  private readonly past = signal<readonly FieldChange[][]>([]);
  private readonly future = signal<readonly FieldChange[][]>([]);
  readonly canUndo = computed(() => this.past().length > 0);
  readonly canRedo = computed(() => this.future().length > 0);
  private id = '';

  open(id: string): void {
    this.id = id;
    try {
      const kept = JSON.parse(keptInTab.read(key(id)) ?? '{}') as { past?: FieldChange[][]; future?: FieldChange[][] };
      this.past.set(kept.past ?? []);
      this.future.set(kept.future ?? []);
    } catch {
      // Nothing can be read here: a fresh start.
    }
  }

  push(changes: FieldChange[]): void {
    this.past.update((p) => [...p.slice(-DEPTH + 1), changes]);
    this.future.set([]);
    this.keep();
  }

  /** The edit to be taken back; it can be brought back afterwards. */
  back(): FieldChange[] | undefined {
    const last = this.past().at(-1);
    if (!last) return undefined;
    this.past.update((p) => p.slice(0, -1));
    this.future.update((f) => [...f, last]);
    this.keep();
    return last;
  }

  forth(): FieldChange[] | undefined {
    const next = this.future().at(-1);
    if (!next) return undefined;
    this.future.update((f) => f.slice(0, -1));
    this.past.update((p) => [...p, next]);
    this.keep();
    return next;
  }

  private keep(): void {
    const text = JSON.stringify({ past: this.past(), future: this.future() });
    // What cannot be kept lasts until the page is left.
    if (text.length < MOST_KEPT) keptInTab.write(key(this.id), text);
    else keptInTab.drop(key(this.id));
  }
}
