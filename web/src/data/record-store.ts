import { inject, Injectable } from '@angular/core';
import { firstValueFrom, type Observable } from 'rxjs';
import type { FieldChange } from '@cuadro/core/document/changes';
import { RECORD_CHANGES } from '@cuadro/core/document/record-fields';
import type { Values } from '@cuadro/core/inputs/spec';
import { inputText } from '@cuadro/core/inputs/text';
import { recordFaults, type RecordRow } from '@cuadro/core/records/kind';
import { recordKindOf } from '@cuadro/core/records/kinds';
import { ApiService } from './api.service';
import { recordOf, recordRef } from './drafts';
import { Edited, type FieldWords } from './edited';

/** One record that is edited in place: stored by itself, undone, merged and kept offline as a case is. One instance per page. */
@Injectable()
export class RecordStore extends Edited<Values, RecordRow> {
  private readonly api = inject(ApiService);
  protected readonly fields = RECORD_CHANGES;

  openRecord(kind: string, id: string): Promise<void> {
    return this.open(recordRef(kind, id));
  }

  private get kind(): string {
    return recordOf(this.id)!.kind;
  }
  protected async fetch(ref: string): Promise<RecordRow> {
    const { kind, id } = recordOf(ref)!;
    return firstValueFrom(this.api.record(kind, id));
  }
  protected send(ref: string, changes: FieldChange[], who: string): Observable<RecordRow> {
    const { kind, id } = recordOf(ref)!;
    return this.api.patchRecord(kind, id, { changes, who });
  }
  protected docOf(record: RecordRow): Values {
    return record.values;
  }
  protected titleOf(values: Values): string {
    return recordKindOf(this.kind).title(values);
  }
  protected kept(values: unknown): Values {
    return values as Values;
  }
  protected check(values: Values): void {
    const [fault] = recordFaults(recordKindOf(this.kind), values);
    if (fault) throw new Error(fault.message);
  }
  protected words(before: Values, after: Values, path: readonly string[]): FieldWords {
    const spec = recordKindOf(this.kind).inputs.find((i) => i.id === path[0]);
    if (!spec || spec.kind === 'table') return { label: spec?.label ?? path.join(' ') };
    const text = (v: Values): string => (v[spec.id] === undefined ? '' : inputText(spec, v[spec.id]));
    return { label: spec.label, before: text(before), after: text(after) };
  }
  protected changed(): void {
    // Whatever is worked out of it follows its signals.
  }
}
