import { Location } from '@angular/common';
import { HttpClient, type HttpInterceptorFn } from '@angular/common/http';
import { computed, inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import { catchError, firstValueFrom, throwError } from 'rxjs';
import { may, type Needed } from '@cuadro/core/people';
import type { Me } from '@cuadro/core/wire';
import { RELOAD } from './seeding.service';
import { SettingsService } from './settings.service';
import { toFault } from './api.service';

/** Who is signed in, where people sign in; on the local address nobody is asked. */
@Injectable({ providedIn: 'root' })
export class SessionService {
  private readonly http = inject(HttpClient);
  private readonly settings = inject(SettingsService);
  private readonly router = inject(Router);
  private readonly location = inject(Location);
  private readonly reload = inject(RELOAD);
  private readonly found = signal<Me>({ accounts: false });

  private known: () => void = () => undefined;
  /** It is known who is here. */
  readonly ready = new Promise<void>((done) => (this.known = done));

  readonly accounts = computed(() => this.found().accounts);
  /** Nobody has an account yet. */
  readonly first = computed(() => !!this.found().first);
  readonly me = computed(() => this.found().me);

  /** May who sits here do this? Without accounts everybody may do everything. */
  may(needed: Needed): boolean {
    const me = this.me();
    return !this.accounts() || (!!me && may(me.role, needed));
  }

  async load(): Promise<void> {
    const me = await firstValueFrom(this.http.get<Me>('/api/me')).catch((): Me => ({ accounts: false }));
    this.took(me);
    this.known();
    if (me.accounts && !me.me) this.askIn();
  }

  async signIn(login: string, password: string): Promise<void> {
    this.took(await firstValueFrom(this.http.post<Me>('/api/session', { login, password }).pipe(catchError(toFault))));
  }

  /** The first account, by the code on the console. */
  async makeFirst(account: { code: string; login: string; name: string; password: string }): Promise<void> {
    this.took(await firstValueFrom(this.http.post<Me>('/api/people/first', account).pipe(catchError(toFault))));
  }

  async signOut(): Promise<void> {
    await firstValueFrom(this.http.delete('/api/session').pipe(catchError(toFault)));
    await forget();
    // What was on the page goes with its reader.
    this.reload();
  }

  /** To the page for signing in, and back to where one was. */
  askIn(): void {
    // Of the address line: the first way may still be going on.
    const url = this.location.path();
    if (!url.startsWith('/sign-in')) void this.router.navigate(['/sign-in'], { queryParams: url ? { to: url } : {} });
  }

  private took(me: Me): void {
    this.found.set(me);
    if (me.me) this.settings.who.set(me.me.name);
  }
}

/** What the page's worker kept of the server's answers belongs to who was signed in. */
async function forget(): Promise<void> {
  const names = await globalThis.caches?.keys().catch(() => []) ?? [];
  await Promise.all(names.filter((n) => n.includes(':data:')).map((n) => caches.delete(n)));
}

/** Whoever is not signed in any more is asked in, and comes back to the same place. */
export const signInInterceptor: HttpInterceptorFn = (request, next) => {
  const session = inject(SessionService);
  return next(request).pipe(
    catchError((e: { status?: number; error?: { code?: string } }) => {
      if (e.status === 401 && e.error?.code === 'SIGN_IN_NEEDED') session.askIn();
      return throwError(() => e);
    }),
  );
};
