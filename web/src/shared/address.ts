import { DestroyRef, effect, inject, signal, untracked, type WritableSignal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router } from '@angular/router';
import { filter } from 'rxjs';

/**
 * What is chosen on a page, kept in its address: a link, a reload and the way back show it again. What is usual is not written.
 * For use where `inject` may be.
 */
export function inAddress<T extends string>(key: string, usual: T): WritableSignal<T> {
  const router = inject(Router);
  const read = (): T => (router.parseUrl(router.url).queryParamMap.get(key) ?? usual) as T;
  const value = signal(read());
  const page = (): string => router.url.split(/[?#]/)[0];
  const here = page();
  router.events.pipe(filter((e) => e instanceof NavigationEnd), takeUntilDestroyed(inject(DestroyRef))).subscribe(() => {
    if (page() === here) value.set(read());
  });
  effect(() => {
    const now = value();
    untracked(() => {
      if (now !== read() && page() === here)
        void router.navigate([], { queryParams: { [key]: now === usual ? null : now }, queryParamsHandling: 'merge', replaceUrl: true });
    });
  });
  return value;
}
