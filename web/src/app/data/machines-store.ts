import { inject, Injectable } from '@angular/core';
import type { MachineCopy, MachineSummary, ProblemDetails } from '@crisp-notch/contract';
import { parseJson, readMachineJson } from '@crisp-notch/core/formats';
import type { Machine } from '@crisp-notch/core/machine';
import { firstValueFrom, type Observable } from 'rxjs';
import { messageOf, problemIn } from './answers';
import { Api } from './api';

/** A file of a machine that is here already. */
export interface AlreadyHere {
  readonly file: Blob;
  readonly existing: NonNullable<ProblemDetails['existing']>;
}

/** A machine's document is below this; what is longer has a history. */
const DOCUMENT_MOST_BYTES = 1_000_000;
const COPY_WORDS = ' (copy)';
const NAME_MOST = 120;

/** Every machine on this installation: listed, made, copied, taken away and brought in. */
@Injectable({ providedIn: 'root' })
export class MachinesStore {
  private readonly api = inject(Api);

  list(): Observable<readonly MachineSummary[]> {
    return this.api.machines();
  }

  make(document: Machine): Promise<MachineCopy> {
    return firstValueFrom(this.api.createMachine(document));
  }

  /** The same design again, with nothing done on its route card. */
  async copy(id: string): Promise<MachineCopy> {
    const { document } = await firstValueFrom(this.api.machine(id));
    const name = `${document.name.slice(0, NAME_MOST - COPY_WORDS.length - 1)}${COPY_WORDS}`;
    return this.make({ ...document, name, card: [] });
  }

  remove(id: string): Promise<unknown> {
    return firstValueFrom(this.api.deleteMachine(id));
  }

  /** The machine with its history, as a file. */
  history(id: string): Promise<Blob> {
    return firstValueFrom(this.api.history(id));
  }

  /** The document just as it is stored, for one that cannot be read. */
  async stored(id: string): Promise<string> {
    return `${JSON.stringify(await firstValueFrom(this.api.storedMachine(id)), null, 2)}\n`;
  }

  /**
   * Takes a machine document, or a machine with its history.
   * @returns the machine that was made of it, or the one that is here already
   * @throws Error in the user's words for a file that is neither
   */
  async bringIn(file: File): Promise<{ readonly made: MachineCopy } | { readonly already: AlreadyHere }> {
    const isHistory = await this.isHistory(file);
    // A file that changes on the disk or is taken from its box cannot be read any more, so it is read before.
    const content = isHistory ? file.slice() : await file.text();
    if (typeof content === 'string') return { made: await this.make(documentOf(content, file.name)) };
    try {
      return { made: await firstValueFrom(this.api.importMachine(content, false)) };
    } catch (error) {
      const existing = problemIn(error)?.existing;
      if (!existing) throw new Error(`${file.name}: ${messageOf(error)} Nothing was imported.`, { cause: error });
      return { already: { file: content, existing } };
    }
  }

  /** Brings in a machine that is here already, beside it. */
  bringInAgain({ file }: AlreadyHere): Promise<MachineCopy> {
    return firstValueFrom(this.api.importMachine(file, true));
  }

  /** Whether a file is a machine with its history: one that is too long for a document, or that says so. */
  private async isHistory(file: File): Promise<boolean> {
    if (file.size > DOCUMENT_MOST_BYTES) return true;
    const parsed = parseJson(await file.text());
    if (!parsed.ok) throw new Error(`${file.name} ${parsed.error[0]?.message}. Nothing was imported.`);
    return (parsed.value as { readonly format?: unknown } | null)?.format === 'crisp-notch/machine-history';
  }
}

function documentOf(text: string, name: string): Machine {
  const read = readMachineJson(text);
  if (read.ok) return read.value;
  const [first] = read.error;
  throw new Error(`${name} is not a machine document: ${first?.path} ${first?.message}. Nothing was imported.`);
}
