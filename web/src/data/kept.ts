import { signal } from '@angular/core';

/** Small things kept in this browser. Where a browser keeps nothing for this site, the page works on and says so. */

/** Something could not be kept: said once, in the frame. */
export const keepsNothing = signal(false);

const of = (where: 'localStorage' | 'sessionStorage') => ({
  read(key: string): string | null {
    try {
      return globalThis[where].getItem(key);
    } catch {
      keepsNothing.set(true);
      return null;
    }
  },
  keys(): string[] {
    try {
      return Object.keys(globalThis[where]);
    } catch {
      return [];
    }
  },
  /** @returns whether it is kept */
  write(key: string, text: string): boolean {
    try {
      globalThis[where].setItem(key, text);
      return true;
    } catch {
      keepsNothing.set(true);
      return false;
    }
  },
  drop(key: string): void {
    try {
      globalThis[where].removeItem(key);
    } catch {
      // Where nothing can be kept, nothing is there to be dropped.
    }
  },
});

/** For as long as the browser keeps it. */
export const kept = of('localStorage');
/** For as long as the tab is open. */
export const keptInTab = of('sessionStorage');
