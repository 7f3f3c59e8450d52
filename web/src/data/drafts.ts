import type { CaseDoc } from '@cuadro/core/case/types';
import type { FieldChange } from '@cuadro/core/document/changes';
import { upgrade } from '@cuadro/core/document/upgrade';

/** Edits that the server has not yet acknowledged, kept in this browser so that a reload or a dead connection loses nothing. */
export interface Draft {
  doc: CaseDoc;
  /** From what the server acknowledged last; absent in drafts of earlier versions, which kept the document alone. */
  changes?: FieldChange[];
}

const key = (id: string): string => `cuadro.draft.${id}`;

export const drafts = {
  read(id: string): Draft | undefined {
    try {
      const text = localStorage.getItem(key(id));
      if (!text) return undefined;
      const draft = JSON.parse(text) as Draft;
      return { ...draft, doc: upgrade(draft.doc) };
    } catch {
      return undefined;
    }
  },
  /** @returns whether it is kept: a browser may be full, or may keep nothing at all */
  write(id: string, draft: Draft): boolean {
    try {
      localStorage.setItem(key(id), JSON.stringify(draft));
      return true;
    } catch {
      return false;
    }
  },
  drop(id: string): void {
    try {
      localStorage.removeItem(key(id));
    } catch {
      // Where nothing can be kept, nothing is there to be dropped.
    }
  },
};
