import { inject, Injectable } from '@angular/core';
import type { LogEntry, Revision, RevisionSummary } from '@crisp-notch/contract';
import { firstValueFrom, type Observable } from 'rxjs';
import type { Listed } from './answers';
import { Api } from './api';
import { DesignStore } from './design-store';

/** What happened to the open machine, and its revisions. Provided by the machine's page. */
@Injectable()
export class LogbookStore {
  private readonly api = inject(Api);
  private readonly design = inject(DesignStore);

  /** The newest entries. */
  entries(machineId: string): Observable<Listed<LogEntry>> {
    return this.api.log(machineId);
  }

  /** Entries behind those that are listed. @param next the address that the page before named */
  older(machineId: string, next: string | null): Promise<Listed<LogEntry>> {
    return firstValueFrom(this.api.log(machineId, next));
  }

  /** Writes a note, after what is still unsaved has been kept. */
  async write(text: string): Promise<void> {
    const { id } = await this.design.settled();
    await firstValueFrom(this.api.writeNote(id, text));
  }

  revisions(machineId: string): Observable<readonly RevisionSummary[]> {
    return this.api.revisions(machineId);
  }

  /** A revision with its design. */
  async revision(number: number): Promise<Revision> {
    const { id } = await firstValueFrom(this.design.state$);
    return firstValueFrom(this.api.revision(id, number));
  }
}
