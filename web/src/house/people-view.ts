import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { type Role, ROLE_WORDS, ROLES } from '@cuadro/core/people';
import type { PersonRow } from '@cuadro/core/wire';
import { PeopleService } from '../people/people.service';
import { inWords } from './words';

/** "Press shop, Paint line" as a list. */
const areasOf = (text: string): string[] => [...new Set(text.split(',').map((a) => a.trim()).filter(Boolean))];

/** Accounts: made, changed, shut. */
@Component({
  selector: 'cu-people',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatCheckboxModule],
  styleUrl: './house.scss',
  template: `
    @if (problem()) { <p class="field-error" role="alert">{{ problem() }}</p> }
    @if (done()) { <p role="status">{{ done() }}</p> }
    <table class="sheet">
      <thead><tr><th scope="col">Sign-in name</th><th scope="col">Name</th><th scope="col">Role</th><th scope="col">Areas</th><th scope="col">Shut</th><th scope="col">Password</th></tr></thead>
      <tbody>
        @for (p of people(); track p.id) {
          <tr>
            <th scope="row">{{ p.login }}@if (p.locked) { <span class="quiet"> resting</span> }</th>
            <td><input class="field" maxlength="80" [attr.aria-label]="'Name of ' + p.login" [value]="p.name" (change)="change(p, { name: $any($event.target).value })" /></td>
            <td><select class="field" [attr.aria-label]="'Role of ' + p.login" (change)="change(p, { role: $any($event.target).value })">@for (r of roles; track r) { <option [value]="r" [selected]="r === p.role">{{ r }}</option> }</select></td>
            <td><input class="field" maxlength="400" placeholder="all" [attr.aria-label]="'Areas of ' + p.login + ', with commas'" [value]="p.areas.join(', ')" (change)="change(p, { areas: areasOf($any($event.target).value) })" /></td>
            <td><mat-checkbox [aria-label]="p.login + ' is shut'" [checked]="p.disabled" (change)="change(p, { disabled: $event.checked })" /></td>
            <td><form class="inline" (submit)="setPassword($event, p)" novalidate><input class="field" type="password" name="password" autocomplete="new-password" maxlength="200" placeholder="set anew" [attr.aria-label]="'New password of ' + p.login" /><button mat-button type="submit">Set</button></form></td>
          </tr>
        }
      </tbody>
    </table>
    <h2>A new account</h2>
    <form (submit)="add($event)" novalidate>
      <label><span class="caption">Sign-in name</span><input class="field" name="login" autocomplete="off" autocapitalize="none" maxlength="40" /></label>
      <label><span class="caption">Name</span><input class="field" name="name" autocomplete="off" maxlength="80" /></label>
      <label><span class="caption">Role</span><select class="field" name="role">@for (r of roles; track r) { <option [value]="r" [selected]="r === 'engineer'">{{ r }}: {{ words[r] }}</option> }</select></label>
      <label><span class="caption">Areas, with commas; empty for all</span><input class="field" name="areas" autocomplete="off" maxlength="400" /></label>
      <label><span class="caption">First password, to be changed by its owner</span><input class="field" name="password" type="password" autocomplete="new-password" maxlength="200" /></label>
      <button mat-flat-button type="submit">Make it</button>
    </form>
  `,
})
export class PeopleView {
  private readonly service = inject(PeopleService);
  protected readonly people = signal<readonly PersonRow[]>([]);
  protected readonly problem = signal('');
  protected readonly done = signal('');
  protected readonly roles = ROLES;
  protected readonly words = ROLE_WORDS;
  protected readonly areasOf = areasOf;

  constructor() {
    void this.load();
  }

  private load = (): Promise<void> => this.service.people().then((p) => this.people.set(p), (e: unknown) => this.problem.set(inWords(e)));

  /** Do it, say so, and show what is there then, whether it was taken or not. */
  private async then(work: Promise<unknown>, done: string): Promise<boolean> {
    this.problem.set('');
    this.done.set('');
    const ok = await work.then(() => true, (e: unknown) => (this.problem.set(inWords(e)), false));
    if (ok) this.done.set(done);
    this.people.set([]);
    await this.load();
    return ok;
  }

  protected change(p: PersonRow, change: Partial<Pick<PersonRow, 'name' | 'role' | 'areas' | 'disabled'>>): void {
    void this.then(this.service.change(p.id, { ...p, ...change }), `${p.login} changed.`);
  }

  protected setPassword(event: Event, p: PersonRow): void {
    event.preventDefault();
    const text = String(new FormData(event.target as HTMLFormElement).get('password') ?? '');
    void this.then(this.service.setPassword(p.id, text), `${p.login} has a new password and is signed out everywhere.`);
  }

  protected async add(event: Event): Promise<void> {
    event.preventDefault();
    const form = event.target as HTMLFormElement;
    const data = new FormData(form);
    const text = (name: string): string => String(data.get(name) ?? '');
    const login = text('login');
    const made = await this.then(
      this.service.add({ login, name: text('name'), role: text('role') as Role, areas: areasOf(text('areas')), password: text('password') }),
      `${login} can sign in.`,
    );
    if (made) form.reset();
  }
}
