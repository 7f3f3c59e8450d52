/**
 * What stands in a field counts while it is typed: a field that was typed in and not yet left is taken as it stands when the page is
 * closed, loaded again or left for another.
 */
export class TypedFields {
  private typed?: HTMLElement;

  constructor(private readonly target: Document) {
    target.addEventListener('input', (e) => (this.typed = e.target as HTMLElement), true);
    target.addEventListener('change', (e) => e.target === this.typed && (this.typed = undefined), true);
  }

  /** As if it were left now. */
  take(): void {
    const field = this.typed;
    this.typed = undefined;
    if (field?.isConnected && field.matches('input, textarea, select')) field.dispatchEvent(new Event('change', { bubbles: true }));
  }
}
