import type { Draft, Drafts } from './drafts';

/** Drafts as a test sees them: kept at once, or not at all. */
export class MemoryDrafts implements Drafts {
  private readonly rows = new Map<string, Draft>();
  /** The browser is full. */
  full = false;

  async keep(draft: Draft): Promise<boolean> {
    if (!this.full) this.rows.set(draft.of + draft.tab, draft);
    return !this.full;
  }
  async drop(of: string, tab: string): Promise<void> {
    this.rows.delete(of + tab);
  }
  async all(): Promise<Draft[]> {
    return [...this.rows.values()].sort((a, b) => a.at - b.at);
  }
  leave(draft: Draft): void {
    void this.keep(draft);
  }
}
