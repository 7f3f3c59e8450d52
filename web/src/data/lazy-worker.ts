import { releaseProxy, wrap, type Remote } from 'comlink';

/** A worker started when it is first needed, and again after it was stopped. */
export class Lazy<T> {
  private worker?: Worker;
  private remote?: Remote<T>;

  constructor(private readonly start: () => Worker) {}

  get(): Remote<T> {
    this.worker ??= this.start();
    return (this.remote ??= wrap<T>(this.worker));
  }

  stop(): void {
    this.remote?.[releaseProxy]();
    this.worker?.terminate();
    this.remote = this.worker = undefined;
  }
}
