import { HttpClient, type HttpEvent, type HttpResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  Addresses,
  Check,
  CheckSummary,
  LogEntry,
  MachineCopy,
  MachineSummary,
  Photo,
  Revision,
  RevisionSummary,
  ShopPreview,
  ShopRestored,
  StoredKit,
  StoredPart,
  TagCount,
  TrainingRequest,
  TrainingResult,
} from '@crisp-notch/contract';
import { SHOP_TYPE } from '@crisp-notch/contract';
import type { CheckPlan, EnteredReading } from '@crisp-notch/core/checks';
import type { Machine } from '@crisp-notch/core/machine';
import type { Part } from '@crisp-notch/core/parts';
import type { Listed } from './answers';
import { EMPTY, expand, map, reduce, type Observable } from 'rxjs';

/** The address that a Link header (RFC 8288) names as the next page. */
function nextOf(response: HttpResponse<unknown>): string | null {
  return /<([^>]+)>;\s*rel="next"/.exec(response.headers.get('Link') ?? '')?.[1] ?? null;
}

/** What the server can be asked, in its own addresses. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  private page<T>(address: string): Observable<Listed<T>> {
    return this.http
      .get<readonly T[]>(address, { observe: 'response' })
      .pipe(map((response) => ({ items: response.body ?? [], next: nextOf(response) })));
  }

  /** A list with all its pages. */
  private list<T>(address: string): Observable<readonly T[]> {
    return this.page<T>(address).pipe(
      expand(({ next }) => (next === null ? EMPTY : this.page<T>(next))),
      reduce((all: readonly T[], { items }) => (all.length === 0 ? items : [...all, ...items]), []),
    );
  }

  /** Where a phone on the network reaches the server. */
  addresses(): Observable<Addresses> {
    return this.http.get<Addresses>('/api/settings/addresses');
  }

  /** What came of exercises, oldest first. */
  training(): Observable<readonly TrainingResult[]> {
    return this.http.get<readonly TrainingResult[]>('/api/training');
  }

  keepTraining(request: TrainingRequest): Observable<TrainingResult> {
    return this.http.post<TrainingResult>('/api/training', request);
  }

  machines(): Observable<readonly MachineSummary[]> {
    return this.list<MachineSummary>('/api/machines');
  }

  createMachine(document: Machine): Observable<MachineCopy> {
    return this.http.post<MachineCopy>('/api/machines', { document });
  }

  /** @param isCopy whether it may be here already */
  importMachine(file: Blob, isCopy: boolean): Observable<MachineCopy> {
    return this.http.post<MachineCopy>(`/api/machines/import${isCopy ? '?copy=yes' : ''}`, file, {
      headers: { 'Content-Type': 'application/json' },
    });
  }

  machine(id: string): Observable<MachineCopy> {
    return this.http.get<MachineCopy>(`/api/machines/${id}`);
  }

  saveMachine(id: string, version: number, document: Machine): Observable<MachineCopy> {
    return this.http.put<MachineCopy>(`/api/machines/${id}`, { version, document });
  }

  deleteMachine(id: string): Observable<unknown> {
    return this.http.delete(`/api/machines/${id}`);
  }

  kits(): Observable<readonly StoredKit[]> {
    return this.list<StoredKit>('/api/kits');
  }

  keepKit(name: string, about: string, document: Machine): Observable<StoredKit> {
    return this.http.post<StoredKit>('/api/kits', { name, about, document });
  }

  deleteKit(id: string): Observable<unknown> {
    return this.http.delete(`/api/kits/${id}`);
  }

  /** The document just as it is stored, for one that cannot be read. */
  storedMachine(id: string): Observable<unknown> {
    return this.http.get(`/api/machines/${id}/stored`);
  }

  /** The machine with its history, as a file. */
  history(id: string): Observable<Blob> {
    return this.http.get(`/api/machines/${id}/history`, { responseType: 'blob' });
  }

  applyDocument(id: string, version: number, document: Machine, reason: string): Observable<MachineCopy> {
    return this.http.post<MachineCopy>(`/api/machines/${id}/apply`, { version, document, reason });
  }

  revisions(id: string): Observable<readonly RevisionSummary[]> {
    return this.list<RevisionSummary>(`/api/machines/${id}/revisions`);
  }

  revision(id: string, number: number): Observable<Revision> {
    return this.http.get<Revision>(`/api/machines/${id}/revisions/${number}`);
  }

  cutRevision(id: string, version: number, reason: string): Observable<MachineCopy> {
    return this.http.post<MachineCopy>(`/api/machines/${id}/revisions`, { version, reason });
  }

  /** Keeps a design as a revision beside the present one, which stays. */
  keepBeside(id: string, document: Machine, reason: string): Observable<{ readonly revision: number }> {
    return this.http.post<{ readonly revision: number }>(`/api/machines/${id}/revisions/beside`, { document, reason });
  }

  checks(id: string): Observable<readonly CheckSummary[]> {
    return this.list<CheckSummary>(`/api/machines/${id}/checks`);
  }

  startCheck(id: string, version: number, axisId: string, plan: CheckPlan): Observable<Check> {
    return this.http.post<Check>(`/api/machines/${id}/checks`, { version, axisId, plan });
  }

  check(id: string, checkId: string): Observable<Check> {
    return this.http.get<Check>(`/api/machines/${id}/checks/${checkId}`);
  }

  addReadings(id: string, checkId: string, readings: readonly EnteredReading[]): Observable<Check> {
    return this.http.post<Check>(`/api/machines/${id}/checks/${checkId}/readings`, { readings });
  }

  applyCorrection(
    id: string,
    checkId: string,
    version: number,
    document: Machine,
    reason: string,
  ): Observable<MachineCopy> {
    return this.http.post<MachineCopy>(`/api/machines/${id}/checks/${checkId}/apply`, { version, document, reason });
  }

  /**
   * Newest first, page by page.
   * @param asked what it is narrowed to, as the address has it
   * @param next the address that a page before named
   */
  log(id: string, asked = '', next: string | null = null): Observable<Listed<LogEntry>> {
    return this.page<LogEntry>(next ?? `/api/machines/${id}/log${asked}`);
  }

  /** All pages of it. */
  wholeLog(id: string, asked = ''): Observable<readonly LogEntry[]> {
    return this.list<LogEntry>(`/api/machines/${id}/log${asked}`);
  }

  writeNote(
    id: string,
    note: { readonly text: string; readonly axisLetter: string | null; readonly tags: readonly string[] },
  ): Observable<{ readonly id: string }> {
    return this.http.post<{ readonly id: string }>(`/api/machines/${id}/log`, note);
  }

  logTags(id: string): Observable<readonly TagCount[]> {
    return this.http.get<readonly TagCount[]>(`/api/machines/${id}/log/tags`);
  }

  tagEntry(id: string, entryId: string, tags: readonly string[]): Observable<unknown> {
    return this.http.put(`/api/machines/${id}/log/${entryId}/tags`, { tags });
  }

  addPhoto(id: string, entryId: string, file: Blob, caption: string): Observable<Photo> {
    return this.http.post<Photo>(
      `/api/machines/${id}/log/${entryId}/photos?${new URLSearchParams({ caption }).toString()}`,
      file,
      { headers: { 'Content-Type': file.type } },
    );
  }

  removePhoto(id: string, photoId: string): Observable<unknown> {
    return this.http.delete(`/api/machines/${id}/photos/${photoId}`);
  }

  /** What a file of a whole shop would do here; its events tell how far it has been sent. */
  previewShop(file: Blob): Observable<HttpEvent<ShopPreview>> {
    return this.http.post<ShopPreview>('/api/shop/preview', file, {
      headers: { 'Content-Type': SHOP_TYPE },
      reportProgress: true,
      observe: 'events',
    });
  }

  restoreShop(file: Blob, here: 'replace' | 'keep'): Observable<HttpEvent<ShopRestored>> {
    return this.http.post<ShopRestored>(`/api/shop/restore?here=${here}`, file, {
      headers: { 'Content-Type': SHOP_TYPE },
      reportProgress: true,
      observe: 'events',
    });
  }

  parts(): Observable<readonly StoredPart[]> {
    return this.list<StoredPart>('/api/parts');
  }

  /** In how many machines each part is used, by its identity. */
  partUses(): Observable<Readonly<Record<string, number>>> {
    return this.http.get<Readonly<Record<string, number>>>('/api/parts/uses');
  }

  addPart(part: Part): Observable<StoredPart> {
    return this.http.post<StoredPart>('/api/parts', { part });
  }

  savePart(id: string, version: number, part: Part): Observable<StoredPart> {
    return this.http.put<StoredPart>(`/api/parts/${id}`, { version, part });
  }

  deletePart(id: string): Observable<unknown> {
    return this.http.delete(`/api/parts/${id}`);
  }

  importParts(parts: readonly Part[]): Observable<{ readonly added: number }> {
    return this.http.post<{ readonly added: number }>('/api/parts/import', { parts });
  }
}
