import { setupZonelessTestEnv } from 'jest-preset-angular/setup-env/zoneless';

setupZonelessTestEnv();

/** A channel between tabs on which nobody else is. */
class SilentChannel {
  onmessage: unknown = null;
  postMessage(): void {
    // Nobody else is there.
  }
  close(): void {
    // Nothing to close.
  }
}
(globalThis as { BroadcastChannel: unknown }).BroadcastChannel = SilentChannel;
