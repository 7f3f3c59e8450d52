import type { CaseDoc } from '@cuadro/core/case/types';
import { upgrade } from '@cuadro/core/document/upgrade';

/** Edits that the server has not yet acknowledged, kept in this browser so that a reload or a dead connection loses nothing. */
export interface Draft {
  revision: number;
  doc: CaseDoc;
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
  write(id: string, draft: Draft): void {
    localStorage.setItem(key(id), JSON.stringify(draft));
  },
  drop(id: string): void {
    localStorage.removeItem(key(id));
  },
};
