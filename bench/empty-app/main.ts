import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSnackBarModule } from '@angular/material/snack-bar';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideRouter, RouterOutlet } from '@angular/router';

/** What any application of this framework brings along before it does anything: router, a button, a message. The peer of the first load. */
@Component({
  selector: 'empty-app',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatSnackBarModule, RouterOutlet],
  template: '<button matButton>Nothing</button><router-outlet />',
})
class EmptyApp {}

void bootstrapApplication(EmptyApp, { providers: [provideRouter([])] });
