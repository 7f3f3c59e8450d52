import type { CaseDoc } from './case/types';
import type { CaseView } from './case/evaluate-case';
import type { Shop } from './shelf/shop';
import type { Measure } from './shape/measure';

/** What goes over the wire, for both ends. Times are ISO 8601 in UTC. */

export interface CaseRecord {
  id: string;
  revision: number;
  doc: CaseDoc;
  updatedAt: string;
  updatedBy: string;
  /** Revision that was signed last, if any. */
  signedRevision: number | null;
}

export interface CaseWrite {
  doc: CaseDoc;
  /** Revision the change was made on; 409 with the current record when it is no longer the newest. */
  revision: number;
  who: string;
}

export interface RevisionRecord {
  revision: number;
  at: string;
  who: string;
}

export interface ShopRecord {
  revision: number;
  shop: Shop;
}

export interface MeshRecord {
  hash: string;
  fileName: string;
  unit: 'mm' | 'inch';
  measure: Measure;
}

/** A mesh that was tessellated from a model file, which is kept beside it. */
export interface ModelRecord extends MeshRecord {
  model: { hash: string; fileName: string; tolerance_mm: number };
}

/** A signed verdict: the figures as they were seen, with the inputs they were computed from. */
export interface SignatureRecord {
  id: string;
  caseId: string;
  revision: number;
  who: string;
  role: string;
  statement: string;
  at: string;
  doc: CaseDoc;
  shop: Shop;
  view: CaseView;
}

export interface SignRequest {
  revision: number;
  who: string;
  role: string;
  statement: string;
}

/** Every error the server sends. `field` points into what was sent. */
export interface ApiError {
  code: string;
  message: string;
  field?: string;
  /** With CASE_CHANGED: what is stored now. */
  current?: CaseRecord;
}
