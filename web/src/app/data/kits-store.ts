import { inject, Injectable } from '@angular/core';
import type { StoredKit } from '@crisp-notch/contract';
import { parseJson } from '@crisp-notch/core/formats';
import { isKitFile, kitOf, type StartingKit } from '@crisp-notch/core/kits';
import { firstValueFrom, type Observable } from 'rxjs';
import { Api } from './api';

/** A kit is a document without a history. */
const KIT_MOST_BYTES = 1_000_000;

/** Kits that were kept on this installation. */
@Injectable({ providedIn: 'root' })
export class KitsStore {
  private readonly api = inject(Api);

  list(): Observable<readonly StoredKit[]> {
    return this.api.kits();
  }

  keep({ name, about, machine }: StartingKit): Promise<StoredKit> {
    return firstValueFrom(this.api.keepKit(name, about, machine));
  }

  /** The design of a machine as a kit. */
  async keepMachine(id: string, name: string, about: string): Promise<StoredKit> {
    const { document } = await firstValueFrom(this.api.machine(id));
    return this.keep({ name, about, machine: document });
  }

  remove(id: string): Promise<unknown> {
    return firstValueFrom(this.api.deleteKit(id));
  }

  /**
   * The kit in a file.
   * @returns null where the file does not say that it is one
   * @throws Error in the user's words for one that says so and is not
   */
  async kitIn(file: File): Promise<StartingKit | null> {
    if (file.size > KIT_MOST_BYTES) return null;
    const parsed = parseJson(await file.text());
    if (!parsed.ok || !isKitFile(parsed.value)) return null;
    const read = kitOf(parsed.value);
    if (read.ok) return read.value;
    const [first] = read.error;
    throw new Error(`${file.name} is not a kit: ${first?.path} ${first?.message}. Nothing was imported.`);
  }
}
