import { Directive, ElementRef, inject } from '@angular/core';

/**
 * A table of many buttons with one tab stop: itself. Arrow keys go from cell to cell, Home and End to the ends of a row. The buttons
 * in its body have `tabindex="-1"`.
 */
@Directive({ selector: '[cuRovingGrid]', host: { tabindex: '0', '(keydown)': 'key($event)' } })
export class RovingGrid {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  private get rows(): HTMLElement[][] {
    return [...this.host.nativeElement.querySelectorAll('tbody tr')]
      .map((tr) => [...tr.querySelectorAll<HTMLElement>('button, a, input')])
      .filter((row) => row.length > 0);
  }

  protected key(event: KeyboardEvent): void {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    const { rows } = this;
    const now = event.target as HTMLElement;
    const r = rows.findIndex((row) => row.includes(now));
    const c = r < 0 ? -1 : rows[r].indexOf(now);
    // In a row's cell, counted by the cells of the table: rows have buttons of their own where others have none.
    const cell = r < 0 ? -1 : (now.closest('td, th') as HTMLTableCellElement).cellIndex;
    const below = (row: HTMLElement[] | undefined): HTMLElement | undefined =>
      row?.reduce<HTMLElement | undefined>((best, b) => {
        const far = (x: HTMLElement): number => Math.abs((x.closest('td, th') as HTMLTableCellElement).cellIndex - cell);
        return !best || far(b) < far(best) ? b : best;
      }, undefined);
    const to: Partial<Record<string, HTMLElement | undefined>> = r < 0
      ? { ArrowDown: now === this.host.nativeElement ? rows[0]?.[0] : undefined }
      : {
        ArrowRight: rows[r][c + 1],
        ArrowLeft: rows[r][c - 1],
        ArrowDown: below(rows[r + 1]),
        ArrowUp: below(rows[r - 1]),
        Home: rows[r][0],
        End: rows[r].at(-1),
      };
    const next = to[event.key];
    if (!next) return;
    event.preventDefault();
    next.focus();
    next.scrollIntoView?.({ block: 'nearest', inline: 'nearest' });
  }
}
