import { Injectable, signal } from '@angular/core';

/** A file that was let go somewhere in a case and is to become its shape: taken by the Shape step. */
@Injectable({ providedIn: 'root' })
export class DroppedFileService {
  readonly file = signal<File | undefined>(undefined);
}
