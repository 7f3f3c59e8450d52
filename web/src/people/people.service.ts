import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { catchError, firstValueFrom, type Observable } from 'rxjs';
import type { Role } from '@cuadro/core/people';
import type { AuditRow, BackupList, BackupRow, PersonRow, SessionRow, TokenRow } from '@cuadro/core/wire';
import { toFault } from '../data/api.service';

/** Accounts, sessions, keys, the audit trail and back-ups. Every fault is a RequestFault. */
@Injectable({ providedIn: 'root' })
export class PeopleService {
  private readonly http = inject(HttpClient);
  private readonly once = <T>(answer: Observable<T>): Promise<T> => firstValueFrom(answer.pipe(catchError(toFault)));

  people = (): Promise<PersonRow[]> => this.once(this.http.get<PersonRow[]>('/api/people'));
  add = (person: { login: string; name: string; role: Role; areas: string[]; password: string }): Promise<PersonRow> =>
    this.once(this.http.post<PersonRow>('/api/people', person));
  change = (id: string, { name, role, areas, disabled }: PersonRow): Promise<PersonRow> =>
    this.once(this.http.put<PersonRow>(`/api/people/${id}`, { name, role, areas, disabled }));
  setPassword = (id: string, password: string): Promise<void> => this.once(this.http.put<void>(`/api/people/${id}/password`, { password }));
  changeOwn = (old: string, password: string): Promise<void> => this.once(this.http.put<void>('/api/me/password', { old, password }));
  sessions = (): Promise<SessionRow[]> => this.once(this.http.get<SessionRow[]>('/api/sessions'));
  endSession = (id: string): Promise<void> => this.once(this.http.delete<void>(`/api/sessions/${id}`));
  tokens = (): Promise<TokenRow[]> => this.once(this.http.get<TokenRow[]>('/api/tokens'));
  addToken = (name: string, days: number): Promise<TokenRow & { key: string }> =>
    this.once(this.http.post<TokenRow & { key: string }>('/api/tokens', { name, days }));
  removeToken = (id: string): Promise<void> => this.once(this.http.delete<void>(`/api/tokens/${id}`));
  audit = (page: number, size: number): Promise<{ total: number; rows: AuditRow[] }> =>
    this.once(this.http.get<{ total: number; rows: AuditRow[] }>('/api/audit', { params: { page, size } }));
  backups = (): Promise<BackupList> => this.once(this.http.get<BackupList>('/api/backups'));
  takeBackup = (): Promise<BackupRow> => this.once(this.http.post<BackupRow>('/api/backups', {}));
}
