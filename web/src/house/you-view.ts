import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { PASSWORD_LEAST } from '@cuadro/core/people';
import type { SessionRow, TokenRow } from '@cuadro/core/wire';
import { SessionService } from '../data/session.service';
import { PeopleService } from '../people/people.service';
import { dayAndTime, inWords } from './words';

/** One's own password, sessions and keys. */
@Component({
  selector: 'cu-you',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  styleUrl: './house.scss',
  template: `
    @if (problem()) { <p class="field-error" role="alert">{{ problem() }}</p> }
    @if (done()) { <p role="status">{{ done() }}</p> }
    @if (session.me(); as me) { <p>You are <b>{{ me.name }}</b>, {{ me.role }}{{ me.areas.length ? ', for ' + me.areas.join(', ') : '' }}. <button mat-button type="button" (click)="out()">Sign out</button></p> }
    <h2>Password</h2>
    <form (submit)="change($event)" novalidate>
      <label><span class="caption">The present one</span><input class="field" name="old" type="password" autocomplete="current-password" maxlength="200" /></label>
      <label><span class="caption">The new one, at least {{ least }} letters</span><input class="field" name="password" type="password" autocomplete="new-password" maxlength="200" /></label>
      <button mat-button type="submit">Change it</button>
    </form>
    <h2>Where you are signed in</h2>
    <table class="sheet">
      <thead><tr><th scope="col">Browser</th><th scope="col">From</th><th scope="col">Since</th><th scope="col">Last seen</th><th scope="col">End</th></tr></thead>
      <tbody>@for (s of sessions(); track s.id) { <tr><th scope="row">{{ s.agent || 'unknown' }}</th><td>{{ s.from }}</td><td>{{ when(s.createdAt) }}</td><td>{{ when(s.seenAt) }}</td>
        <td>@if (s.here) { this one } @else { <button type="button" class="link" (click)="end(s)" [attr.aria-label]="'End the session from ' + s.from">end it</button> }</td></tr> }</tbody>
    </table>
    <h2>Keys of programs and devices</h2>
    <form (submit)="add($event)" novalidate>
      <label><span class="caption">What it is for</span><input class="field" name="name" maxlength="80" placeholder="scale at line 3" /></label>
      <label><span class="caption">Days it is good for</span><input class="field" name="days" type="number" min="1" max="730" value="365" /></label>
      <button mat-button type="submit">Make a key</button>
    </form>
    @if (fresh()) { <p class="key" role="status">{{ fresh() }}</p><p class="quiet">Copy it now: it is not shown again.</p> }
    @if (tokens().length) {
      <table class="sheet">
        <thead><tr><th scope="col">For</th><th scope="col">Made</th><th scope="col">Last used</th><th scope="col">Good until</th><th scope="col">Take back</th></tr></thead>
        <tbody>@for (t of tokens(); track t.id) { <tr><th scope="row">{{ t.name }}</th><td>{{ when(t.createdAt) }}</td><td>{{ t.usedAt ? when(t.usedAt) : 'never' }}</td><td>{{ when(t.expiresAt) }}</td>
          <td><button type="button" class="link" (click)="remove(t)" [attr.aria-label]="'Take back the key for ' + t.name">take it back</button></td></tr> }</tbody>
      </table>
    }
  `,
})
export class YouView {
  protected readonly session = inject(SessionService);
  private readonly service = inject(PeopleService);
  protected readonly sessions = signal<readonly SessionRow[]>([]);
  protected readonly tokens = signal<readonly TokenRow[]>([]);
  protected readonly fresh = signal('');
  protected readonly problem = signal('');
  protected readonly done = signal('');
  protected readonly least = PASSWORD_LEAST;
  protected readonly when = dayAndTime;

  constructor() {
    void this.then(Promise.resolve(), '');
  }

  private async then(work: Promise<unknown>, done: string): Promise<void> {
    this.problem.set('');
    this.done.set('');
    try {
      await work;
      this.done.set(done);
      const [sessions, tokens] = await Promise.all([this.service.sessions(), this.service.tokens()]);
      this.sessions.set(sessions);
      this.tokens.set(tokens);
    } catch (e) {
      this.problem.set(inWords(e));
    }
  }

  protected change(event: Event): void {
    event.preventDefault();
    const form = event.target as HTMLFormElement;
    const data = new FormData(form);
    const work = this.service.changeOwn(String(data.get('old') ?? ''), String(data.get('password') ?? '')).then(() => form.reset());
    void this.then(work, 'Your password is changed; other browsers are signed out.');
  }

  protected add(event: Event): void {
    event.preventDefault();
    const data = new FormData(event.target as HTMLFormElement);
    void this.then(this.service.addToken(String(data.get('name') ?? ''), Number(data.get('days'))).then(({ key }) => this.fresh.set(key)), '');
  }

  protected end = (s: SessionRow): Promise<void> => this.then(this.service.endSession(s.id), 'That browser is signed out.');
  protected remove = (t: TokenRow): Promise<void> => this.then(this.service.removeToken(t.id), `The key for ${t.name} opens nothing any more.`);
  protected out = (): Promise<void> => this.session.signOut();
}
