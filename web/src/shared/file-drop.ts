import { Directive, output, signal } from '@angular/core';

/** A file let go anywhere on the element; what a part of it has taken already is left to that. */
@Directive({
  selector: '[cuFileDrop]',
  host: { '(dragover)': 'over($event)', '(dragleave)': 'near.set(false)', '(drop)': 'drop($event)', '[class.file-near]': 'near()' },
})
export class FileDrop {
  readonly cuFileDrop = output<File>();
  protected readonly near = signal(false);

  protected over(event: DragEvent): void {
    if (event.defaultPrevented || !event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault();
    this.near.set(true);
  }

  protected drop(event: DragEvent): void {
    this.near.set(false);
    const file = event.dataTransfer?.files[0];
    if (event.defaultPrevented || !file) return;
    event.preventDefault();
    this.cuFileDrop.emit(file);
  }
}
