import { inject, Injectable } from '@angular/core';
import {
  PHOTO_MOST_BYTES,
  PHOTO_TYPES,
  type LogEntry,
  type Photo,
  type Revision,
  type RevisionSummary,
  type TagCount,
} from '@crisp-notch/contract';
import { firstValueFrom, type Observable } from 'rxjs';
import type { Listed } from './answers';
import { Api } from './api';
import { DesignStore } from './design-store';

/** A note as it is written, before it is an entry. */
export interface Note {
  readonly text: string;
  readonly axisLetter: string | null;
  readonly tags: readonly string[];
}

/**
 * What keeps a file from being sent as a photo, in words; null where it can be tried. What it really is the server
 * looks at.
 */
export function photoRefusal({ name, size, type }: File): string | null {
  if (!PHOTO_TYPES.some((item) => item === type)) return `“${name}” is no JPEG, PNG or WebP picture.`;
  return size > PHOTO_MOST_BYTES
    ? `“${name}” is larger than ${PHOTO_MOST_BYTES / 1024 ** 2} MB. Make it smaller first.`
    : null;
}

/** Where a photo of a machine is, or its thumbnail. */
export const photoAddress = (machineId: string, { id }: Photo, size: 'whole' | 'thumbnail' = 'whole'): string =>
  `/api/machines/${machineId}/photos/${id}${size === 'whole' ? '' : '/thumbnail'}`;

/** What happened to the open machine, and its revisions. Provided by the machine's page. */
@Injectable()
export class LogbookStore {
  private readonly api = inject(Api);
  private readonly design = inject(DesignStore);

  /** The newest entries. @param asked what they are narrowed to, as the address has it */
  entries(machineId: string, asked = ''): Observable<Listed<LogEntry>> {
    return this.api.log(machineId, asked);
  }

  /** Every entry that the logbook is narrowed to. */
  allEntries(machineId: string, asked: string): Promise<readonly LogEntry[]> {
    return firstValueFrom(this.api.wholeLog(machineId, asked));
  }

  /** Entries behind those that are listed. @param next the address that the page before named */
  older(machineId: string, next: string | null): Promise<Listed<LogEntry>> {
    return firstValueFrom(this.api.log(machineId, '', next));
  }

  /** Writes a note, after what is still unsaved has been kept. @returns the identity of its entry */
  async write(note: Note): Promise<string> {
    const { id } = await this.design.settled();
    return (await firstValueFrom(this.api.writeNote(id, note))).id;
  }

  tags(machineId: string): Observable<readonly TagCount[]> {
    return this.api.logTags(machineId);
  }

  async tag(machineId: string, entryId: string, tags: readonly string[]): Promise<void> {
    await firstValueFrom(this.api.tagEntry(machineId, entryId, tags));
  }

  /** @throws what the server refused it for */
  addPhoto(machineId: string, entryId: string, file: File, caption: string): Promise<Photo> {
    return firstValueFrom(this.api.addPhoto(machineId, entryId, file, caption));
  }

  async removePhoto(machineId: string, photoId: string): Promise<void> {
    await firstValueFrom(this.api.removePhoto(machineId, photoId));
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
