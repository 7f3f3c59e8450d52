/** Which tabs of this browser are open: each holds a lock of its own for as long as it lives. */

import { uuid } from './uuid';

/** This very tab, from its loading to its end. */
export const THIS_TAB = uuid();
const LOCK = 'cuadro.tab.';

// Never released: the browser does it when the page is gone, however it goes.
void globalThis.navigator?.locks?.request(LOCK + THIS_TAB, () => new Promise(() => undefined)).catch(() => undefined);

/** Other tabs that are open now; none where the browser has no locks. */
export async function otherTabs(): Promise<ReadonlySet<string>> {
  const locks = (await navigator.locks?.query().catch(() => undefined))?.held ?? [];
  return new Set(locks.flatMap(({ name }) => (name?.startsWith(LOCK) && name !== LOCK + THIS_TAB ? [name.slice(LOCK.length)] : [])));
}

/** Where a browser has no locks (a page that did not come over a safe connection), this tab at least goes by what it does itself. */
const atIt = new Map<string, Promise<void>>();

/** Do it unless this or another tab is at it. */
export async function alone(what: string, work: () => Promise<void>): Promise<void> {
  if (navigator.locks) await navigator.locks.request(`cuadro.${what}`, { ifAvailable: true }, (lock) => (lock ? work() : undefined));
  else if (!atIt.has(what)) await noted(what, work());
}

/** Do it as soon as nobody else is at it. */
export async function inTurn(what: string, work: () => Promise<void>): Promise<void> {
  if (navigator.locks) return navigator.locks.request(`cuadro.${what}`, work);
  while (atIt.has(what)) await atIt.get(what);
  await noted(what, work());
}

function noted(what: string, work: Promise<void>): Promise<void> {
  const done = work.finally(() => atIt.delete(what));
  atIt.set(what, done);
  return done;
}
