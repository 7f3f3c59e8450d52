import type { CaseDoc } from './case/types';
import type { CaseView } from './decide/evaluate-case';
import type { QuickLook } from './decide/quick-look';
import type { VerdictKind } from './decide/verdict';
import type { Clash, FieldChange } from './document/changes';
import type { ManyEdit } from './document/many-edit';
import type { Evidence } from './records/evidence';
import type { Role } from './people';
import type { RecordRow } from './records/kind';
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
  /** Area of the plant it is kept to, where people sign in. */
  area?: string | null;
}

/** An edit: the fields that were changed, and what stood there. */
/** An edit of a case, the shop or a record: 409 with what is stored and the fields in question where others changed the same ones. */
export interface Patch {
  changes: FieldChange[];
  who: string;
}

/** What a bundle would bring in. */
export interface BundlePreview {
  title: string;
  meshes: number;
  records: number;
  /** Records that are left out: of a kind not known here, or builds and tools in use, which would teach this site what it did not see. */
  left: number;
  /** Cases of that name that are there already: the new one gets a number. */
  same: number;
}

/** What a whole site brought in would do. Nothing that is here is changed unless it is asked for. */
export interface SitePreview {
  cases: { id: string; title: string; place: string; state: Incoming; /** Of one that is here otherwise: lines in which it differs. */ lines: number }[];
  records: {
    kind: string;
    label: string;
    fresh: number;
    same: number;
    differs: number; /** Builds, tools, machines: what estimates learn from. */
    teaches: boolean;
  }[];
  /** Lines in which its rates, hours and materials differ from those here. */
  shop: { label: string; here: string; there: string }[];
  /** Cases and records that cannot be read, each with why. */
  left: string[];
}
/** Of something that comes in: not here yet; here as it is; here, and otherwise. */
export type Incoming = 'fresh' | 'same' | 'differs';
/** What is taken of a site that comes in, besides its fresh cases. */
export interface SiteChoice {
  /** Of cases that are here otherwise: leave those here alone, or put the other beside it under another name. */
  differing: 'leave' | 'beside';
  /** Its rates, hours and materials stand over those here, as a new state of the shop. */
  shop: boolean;
  /** What estimates learn from. */
  learned: boolean;
}
export interface SiteBrought {
  cases: number;
  beside: number;
  records: number;
  shop: boolean;
}

/** One row of the list of cases: what it shows, not the document. */
export interface CaseRow {
  id: string;
  revision: number;
  title: string;
  family: string;
  familyLabel: string;
  place: string;
  trouble: string;
  /** Who answers for the step. */
  owner: string | null;
  createdAt: string;
  updatedAt: string;
  updatedBy: string;
  signedRevision: number | null;
  /** Numbers of its tools that begin as what was sought does. */
  tools?: string;
  /** As last worked out, when it still holds for the case and the site as they are. */
  look?: QuickLook;
}

export interface CaseListQuery {
  /** From 0. */
  page?: number;
  size?: number;
  /** Patterns for cases to come instead of cases. */
  templates?: boolean;
  /** Those that were taken off the lists, cases and patterns alike. */
  off?: boolean;
  /** Candidates that nobody has signed and that are like this case: those of the same duty first. */
  like?: string;
  /** Words that title, place, owner, kind or trouble must hold, or with which the number of one of its tools begins. */
  q?: string;
  sort?: 'created' | 'updated' | 'title' | 'place' | 'family' | 'worth';
  down?: boolean;
}

/** One edit of several cases, and who makes it. */
export interface ManyEditRequest {
  ids: string[];
  set: ManyEdit;
  /** Only where this still stands: an undo leaves what somebody changed since. */
  over?: ManyEdit;
  who: string;
}
/** How many were changed, how many were left because they no longer stand so, and what undoes it. */
export interface ManyEdited {
  changed: number;
  left: number;
  undo: Pick<ManyEditRequest, 'ids' | 'set' | 'over'>[];
}

export interface CaseList {
  total: number;
  rows: CaseRow[];
}

/** A quick look worked out by a page, for the list. */
export interface LookWrite {
  revision: number;
  site: string;
  look: QuickLook;
}

/** Something with a day by which it is to be done. */
export interface DueRow {
  key: string;
  /** ISO date. */
  day: string;
  what: string;
  who: string;
  /** Kind of the record that calls it due; `condition` of a verdict. */
  kind: string;
  /** Of a case, by its title; of the house where there is none. */
  caseId: string | null;
  title: string;
}

export interface RecordList {
  total: number;
  rows: RecordRow[];
}

export interface RevisionRecord {
  revision: number;
  at: string;
  who: string;
}

export interface ShopRecord {
  revision: number;
  shop: Shop;
  /** What the records of the site say. */
  evidence: Evidence;
  /** Tells this state of shop and records from others. */
  siteKey: string;
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
  evidence: Evidence | null;
  /** Version of the computation and digest of the built-in figures; none in old signatures. */
  engine: string | null;
  digest: string | null;
}

/** A signature in a list: without the frozen figures. */
export type SignatureRow = Omit<SignatureRecord, 'doc' | 'shop' | 'view' | 'evidence'> & { kind: VerdictKind; headline: string };

export interface SignRequest {
  revision: number;
  /** Shop and records as they were on the screen: `ShopRecord.siteKey`. */
  site: string;
  who: string;
  role: string;
  statement: string;
}

/** Every error the server sends. `field` points into what was sent. */
export interface ApiError {
  code: string;
  message: string;
  field?: string;
  /** With CLASH: what is stored now. */
  current?: unknown;
  /** With CLASH: the fields that both sides changed, each in its own way. */
  clashes?: Clash[];
}

/** Who asks, where there are accounts. */
export interface Me {
  /** Are there accounts at all? On the local address there are none. */
  accounts: boolean;
  /** Nobody has an account yet: the first is made with the code on the console. */
  first?: boolean;
  me?: { id: string; login: string; name: string; role: Role; areas: string[] };
}

export interface PersonRow {
  id: string;
  login: string;
  name: string;
  role: Role;
  areas: string[];
  disabled: boolean;
  locked: boolean;
  createdAt: string;
}

export interface SessionRow {
  id: string;
  from: string;
  agent: string;
  createdAt: string;
  seenAt: string;
  /** The one that asks. */
  here?: boolean;
}

export interface TokenRow {
  id: string;
  name: string;
  createdAt: string;
  usedAt: string | null;
  expiresAt: string;
}

export interface AuditRow {
  at: string;
  who: string;
  what: string;
  target: string;
  from: string;
  times: number;
}

export interface BackupRow {
  name: string;
  at: string;
  cases: number;
  rows: number;
  files: number;
  /** Without the meshes, which all back-ups share. */
  size_bytes: number;
}

export interface BackupList {
  /** Where they lie on the server. */
  folder: string;
  rows: BackupRow[];
}
