import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import { PASSWORD_LEAST } from '@cuadro/core/people';
import { RequestFault } from '../data/api.service';
import { SessionService } from '../data/session.service';

/** Signing in; and, where nobody has an account, making the first with the code on the console. */
@Component({
  selector: 'cu-sign-in-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  styleUrl: './sign-in-page.scss',
  template: `
    <section class="paper" aria-labelledby="sign-in-title">
      <h1 id="sign-in-title">{{ session.first() ? 'The first account' : 'Sign in' }}</h1>
      @if (session.first()) { <p class="quiet">It manages the accounts of others. The console of the server shows a code that works once.</p> }
      <form (submit)="send($event)" novalidate>
        @if (session.first()) {
          <label><span class="caption">Code on the console</span><input class="field" name="code" inputmode="numeric" autocomplete="one-time-code" maxlength="40" placeholder="0000-0000" /></label>
          <label><span class="caption">Your name, as it stands under changes</span><input class="field" name="name" autocomplete="name" maxlength="80" /></label>
        }
        <label><span class="caption">Sign-in name</span><input class="field" name="login" autocomplete="username" autocapitalize="none" spellcheck="false" maxlength="80" [attr.aria-invalid]="problem() ? 'true' : null" /></label>
        <label><span class="caption">Password</span><input class="field" name="password" type="password" [attr.autocomplete]="session.first() ? 'new-password' : 'current-password'" maxlength="200" [attr.aria-invalid]="problem() ? 'true' : null" /></label>
        @if (session.first()) { <p class="quiet">At least {{ least }} letters; three or four words do well.</p> }
        @if (problem()) { <p class="field-error" role="alert">{{ problem() }}</p> }
        <button mat-flat-button type="submit" [disabled]="busy()">{{ session.first() ? 'Make the account' : 'Sign in' }}</button>
      </form>
    </section>
  `,
})
export class SignInPage {
  protected readonly session = inject(SessionService);
  private readonly router = inject(Router);
  /** Where to go on; a path of this page. */
  readonly to = input<string>();
  protected readonly least = PASSWORD_LEAST;
  protected readonly problem = signal('');
  protected readonly busy = signal(false);

  protected async send(event: Event): Promise<void> {
    event.preventDefault();
    const data = new FormData(event.target as HTMLFormElement);
    const text = (name: string): string => String(data.get(name) ?? '');
    this.busy.set(true);
    this.problem.set('');
    try {
      if (this.session.first())
        await this.session.makeFirst({ code: text('code').trim(), login: text('login'), name: text('name'), password: text('password') });
      else await this.session.signIn(text('login'), text('password'));
      const to = this.to();
      // Nowhere but on this site.
      await this.router.navigateByUrl(to?.startsWith('/') && !to.startsWith('//') ? to : '/walk');
    } catch (e) {
      if (!(e instanceof RequestFault)) throw e;
      this.problem.set(e.message);
    } finally {
      this.busy.set(false);
    }
  }
}
