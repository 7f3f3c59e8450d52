import { computed, inject, Injectable, signal } from '@angular/core';
import type { Letter } from '@cuadro/core/case/types';
import type { Lead } from '@cuadro/core/routes/evaluate-route';
import type { Working } from '@cuadro/core/worksheet/working';
import { ComputeService } from './compute.service';

/** What a figure belongs to: a route, by its letter when it is pinned, or a plan. */
export interface OpenSubject {
  id: string;
  letter?: Letter;
}

/** What the margin shows about the thing that was opened last. */
export type MarginNote =
  | { kind: 'working'; subject: OpenSubject; title: string; working: Working }
  /** A route's reasons and remedies, or those of one check; read from the case as it stands. */
  | { kind: 'route'; title: string; key: string; check?: string }
  | { kind: 'lead'; subject: OpenSubject; title: string; lead: Lead }
  | { kind: 'text'; title: string; paragraphs: string[]; rows?: { label: string; text: string }[] }
  | { kind: 'fault'; title: string; message: string };

/** The right margin: one note at a time, with the way back through figures opened from figures. */
@Injectable({ providedIn: 'root' })
export class MarginService {
  private readonly compute = inject(ComputeService);
  private readonly trail = signal<MarginNote[]>([]);

  readonly note = computed(() => this.trail().at(-1));
  readonly canGoBack = computed(() => this.trail().length > 1);
  /** "cnc-mill/pom price_each": which figure is open, for marking it where it stands. */
  readonly openFigure = computed(() => {
    const n = this.note();
    return n?.kind === 'working' ? `${n.subject.id} ${n.working.name}` : n?.kind === 'lead' ? `${n.subject.id} lead` : undefined;
  });

  show(note: MarginNote): void {
    this.trail.set([note]);
  }

  clear(): void {
    this.trail.set([]);
  }

  back(): void {
    this.trail.update((t) => t.slice(0, -1));
  }

  /** Open a figure of a subject; `deeper` keeps the way back to the figure it was opened from. */
  async open(subject: OpenSubject, name: string, deeper = false): Promise<void> {
    // What is open already is shut by a second click.
    if (!deeper && this.openFigure() === `${subject.id} ${name}`) return this.clear();
    const note = await this.attempt(async () => {
      const working = await this.compute.working(subject.id, name);
      return { kind: 'working', subject, title: working.label, working };
    });
    this.trail.update((t) => (deeper ? [...t, note] : [note]));
  }

  /** Open the date of a route: its stages. */
  async openLead(subject: OpenSubject): Promise<void> {
    if (this.openFigure() === `${subject.id} lead`) return this.clear();
    this.show(await this.attempt(async () => ({ kind: 'lead', subject, title: 'Until it is ready', lead: await this.compute.lead(subject.id) })));
  }

  private async attempt(make: () => Promise<MarginNote>): Promise<MarginNote> {
    try {
      return await make();
    } catch (e) {
      return { kind: 'fault', title: 'This figure cannot be opened', message: e instanceof Error ? e.message : String(e) };
    }
  }

  /** After a recomputation: the figures on show are read again. */
  async refresh(): Promise<void> {
    const now = this.trail();
    if (!now.some((n) => n.kind === 'working' || n.kind === 'lead')) return;
    const fresh: MarginNote[] = [];
    for (const n of now) {
      try {
        fresh.push(
          n.kind === 'working'
            ? { ...n, working: await this.compute.working(n.subject.id, n.working.name) }
            : n.kind === 'lead'
            ? { ...n, lead: await this.compute.lead(n.subject.id) }
            : n,
        );
      } catch {
        // Gone with its route: what was opened before it stays.
        break;
      }
    }
    if (this.trail() === now) this.trail.set(fresh);
  }
}
