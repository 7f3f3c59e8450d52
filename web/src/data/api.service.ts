import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { catchError, type Observable, throwError } from 'rxjs';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { Clash } from '@cuadro/core/document/changes';
import type { Shop } from '@cuadro/core/shelf/shop';
import type { FileValue, Values } from '@cuadro/core/inputs/spec';
import type { RecordRow } from '@cuadro/core/records/kind';
import type {
  ApiError,
  BundlePreview,
  CaseList,
  CaseListQuery,
  CaseRecord,
  DueRow,
  LookWrite,
  ManyEdited,
  ManyEditRequest,
  MeshRecord,
  ModelRecord,
  Patch,
  RecordList,
  RevisionRecord,
  ShopRecord,
  SignatureRecord,
  SignatureRow,
  SignRequest,
  SiteBrought,
  SiteChoice,
  SitePreview,
} from '@cuadro/core/wire';

/** A refused or failed request, in words. `offline`: the server did not answer at all. */
export class RequestFault extends Error {
  constructor(
    message: string,
    readonly code: string,
    readonly offline: boolean,
    readonly field?: string,
    readonly current?: unknown,
    readonly clashes?: readonly Clash[],
  ) {
    super(message);
  }
}

export function toFault(e: unknown): Observable<never> {
  if (e instanceof HttpErrorResponse) {
    // 504: the page's own worker stands in for a server that is not there.
    if (e.status === 0 || e.status === 504)
      return throwError(() =>
        new RequestFault('The server does not answer. Your changes are kept in this browser and are sent when it does.', 'OFFLINE', true)
      );
    // Where bytes were asked for, the error comes as bytes too.
    const body = (e.error instanceof ArrayBuffer ? parsed(e.error) : e.error) as Partial<ApiError> | null;
    return throwError(() =>
      new RequestFault(body?.message ?? 'The server refused the request.', body?.code ?? 'UNKNOWN', false, body?.field, body?.current, body?.clashes)
    );
  }
  return throwError(() => e);
}

function parsed(bytes: ArrayBuffer): unknown {
  try {
    return JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return null;
  }
}

/** The server's interface, one method a resource and verb. Every fault is a RequestFault. */
@Injectable({ providedIn: 'root' })
export class ApiService {
  private readonly http = inject(HttpClient);

  cases = (query: CaseListQuery = {}): Observable<CaseList> => this.http.get<CaseList>('/api/cases', { params: { ...query } }).pipe(catchError(toFault));
  /** Where the small picture of a case's tool is. */
  picture = (id: string): string => `/api/cases/${id}/picture`;
  keepLook = (id: string, write: LookWrite): Observable<void> => this.http.put<void>(`/api/cases/${id}/look`, write).pipe(catchError(toFault));
  case = (id: string): Observable<CaseRecord> => this.http.get<CaseRecord>(`/api/cases/${id}`).pipe(catchError(toFault));
  createList = (docs: CaseDoc[], who: string): Observable<{ ids: string[] }> =>
    this.http.post<{ ids: string[] }>('/api/cases/list', { docs, who }).pipe(catchError(toFault));
  removeList = (ids: string[]): Observable<{ removed: number }> =>
    this.http.post<{ removed: number }>('/api/cases/list/remove', { ids }).pipe(catchError(toFault));
  editMany = (request: ManyEditRequest): Observable<ManyEdited> => this.http.patch<ManyEdited>('/api/cases/list', request).pipe(catchError(toFault));
  /** @param id made here, so that it may be sent again where no answer came */
  create = (doc: CaseDoc, who: string, id?: string): Observable<CaseRecord> =>
    this.http.post<CaseRecord>('/api/cases', { doc, who, id }).pipe(catchError(toFault));
  patch = (id: string, patch: Patch): Observable<CaseRecord> => this.http.patch<CaseRecord>(`/api/cases/${id}`, patch).pipe(catchError(toFault));
  /** Keep a case to an area of the plant; null opens it to all. */
  share = (id: string, area: string | null): Observable<void> => this.http.put<void>(`/api/cases/${id}/area`, { area }).pipe(catchError(toFault));
  /** What a bundle would bring in; then, bringing it in. */
  previewBundle = (bytes: Blob): Observable<BundlePreview> =>
    this.http.post<BundlePreview>('/api/bundles', bytes, { params: { preview: true }, headers: { 'content-type': 'application/octet-stream' } }).pipe(
      catchError(toFault),
    );
  addBundle = (bytes: Blob): Observable<CaseRecord> =>
    this.http.post<CaseRecord>('/api/bundles', bytes, { headers: { 'content-type': 'application/octet-stream' } }).pipe(catchError(toFault));
  /** What another site would bring in; then, bringing it in as was chosen. */
  previewSite = (bytes: Blob): Observable<SitePreview> =>
    this.http.post<SitePreview>('/api/sites', bytes, { params: { preview: true }, headers: { 'content-type': 'application/octet-stream' } }).pipe(
      catchError(toFault),
    );
  addSite = (bytes: Blob, choice: SiteChoice): Observable<SiteBrought> =>
    this.http.post<SiteBrought>('/api/sites', bytes, { params: { ...choice }, headers: { 'content-type': 'application/octet-stream' } }).pipe(
      catchError(toFault),
    );
  remove = (id: string): Observable<void> => this.http.delete<void>(`/api/cases/${id}`).pipe(catchError(toFault));
  restore = (id: string): Observable<CaseRecord> => this.http.post<CaseRecord>(`/api/cases/${id}/restore`, null).pipe(catchError(toFault));
  revisions = (id: string): Observable<RevisionRecord[]> => this.http.get<RevisionRecord[]>(`/api/cases/${id}/revisions`).pipe(catchError(toFault));
  revision = (id: string, revision: number): Observable<RevisionRecord & { doc: CaseDoc }> =>
    this.http.get<RevisionRecord & { doc: CaseDoc }>(`/api/cases/${id}/revisions/${revision}`).pipe(catchError(toFault));
  signatures = (id: string): Observable<SignatureRow[]> => this.http.get<SignatureRow[]>(`/api/cases/${id}/signatures`).pipe(catchError(toFault));
  signature = (id: string, signature: string): Observable<SignatureRecord> =>
    this.http.get<SignatureRecord>(`/api/cases/${id}/signatures/${signature}`).pipe(catchError(toFault));
  sign = (id: string, request: SignRequest): Observable<SignatureRecord> =>
    this.http.post<SignatureRecord>(`/api/cases/${id}/signatures`, request).pipe(catchError(toFault));
  shop = (): Observable<ShopRecord> => this.http.get<ShopRecord>('/api/shop').pipe(catchError(toFault));
  patchShop = (patch: Patch): Observable<ShopRecord> => this.http.patch<ShopRecord>('/api/shop', patch).pipe(catchError(toFault));
  shopRevisions = (): Observable<RevisionRecord[]> => this.http.get<RevisionRecord[]>('/api/shop/revisions').pipe(catchError(toFault));
  shopRevision = (revision: number): Observable<{ revision: number; shop: Shop }> =>
    this.http.get<{ revision: number; shop: Shop }>(`/api/shop/revisions/${revision}`).pipe(catchError(toFault));
  records = (kind: string, caseId: string | undefined, page: number, size: number): Observable<RecordList> =>
    this.http.get<RecordList>(`/api/records/${kind}`, { params: { ...(caseId && { case: caseId }), page, size } }).pipe(catchError(toFault));
  due = (): Observable<DueRow[]> => this.http.get<DueRow[]>('/api/due').pipe(catchError(toFault));
  record = (kind: string, id: string): Observable<RecordRow> => this.http.get<RecordRow>(`/api/records/${kind}/${id}`).pipe(catchError(toFault));
  addRecord = (kind: string, caseId: string | undefined, values: Values, who: string, id?: string): Observable<RecordRow> =>
    this.http.post<RecordRow>(`/api/records/${kind}`, { values, who, id }, { params: { ...(caseId && { case: caseId }) } }).pipe(catchError(toFault));
  patchRecord = (kind: string, id: string, patch: Patch): Observable<RecordRow> =>
    this.http.patch<RecordRow>(`/api/records/${kind}/${id}`, patch).pipe(catchError(toFault));
  removeRecord = (kind: string, id: string): Observable<void> => this.http.delete<void>(`/api/records/${kind}/${id}`).pipe(catchError(toFault));
  restoreRecord = (kind: string, id: string): Observable<RecordRow> =>
    this.http.post<RecordRow>(`/api/records/${kind}/${id}/restore`, null).pipe(catchError(toFault));
  addFile = (bytes: Uint8Array<ArrayBuffer>, name: string): Observable<FileValue> =>
    this.http.post<FileValue>('/api/files', new Blob([bytes]), { params: { name }, headers: { 'content-type': 'application/octet-stream' } }).pipe(
      catchError(toFault),
    );
  addScan = (bytes: Uint8Array<ArrayBuffer>, name: string): Observable<FileValue> =>
    this.http.post<FileValue>('/api/files/scans', new Blob([bytes]), { params: { name }, headers: { 'content-type': 'application/octet-stream' } }).pipe(
      catchError(toFault),
    );
  file = (hash: string): Observable<ArrayBuffer> => this.http.get(`/api/files/${hash}`, { responseType: 'arraybuffer' }).pipe(catchError(toFault));
  mesh = (hash: string): Observable<ArrayBuffer> => this.http.get(`/api/meshes/${hash}`, { responseType: 'arraybuffer' }).pipe(catchError(toFault));
  addMesh = (bytes: Uint8Array<ArrayBuffer>, name: string, unit: 'mm' | 'inch'): Observable<MeshRecord> =>
    this.http
      .post<MeshRecord>('/api/meshes', new Blob([bytes]), { params: { name, unit }, headers: { 'content-type': 'application/octet-stream' } })
      .pipe(catchError(toFault));
  addModel = (bytes: Uint8Array<ArrayBuffer>, name: string): Observable<ModelRecord> =>
    this.http
      .post<ModelRecord>('/api/models', new Blob([bytes]), { params: { name }, headers: { 'content-type': 'application/octet-stream' } })
      .pipe(catchError(toFault));
  tessellate = (hash: string, name: string, tolerance: number): Observable<ModelRecord> =>
    this.http.post<ModelRecord>(`/api/models/${hash}/tessellate`, null, { params: { name, tolerance } }).pipe(catchError(toFault));
}
