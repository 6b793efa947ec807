import { inject, Injectable } from '@angular/core';
import type { Check, CheckSummary, LogEntry } from '@crisp-notch/contract';
import { CHECK_KINDS, evaluateCheck } from '@crisp-notch/core/checks';
import { axisContext, sayIn } from '@crisp-notch/core/drive-line';
import { differencesBetween, type Machine } from '@crisp-notch/core/machine';
import type {
  PassportCheck,
  PassportCorrection,
  PassportEntry,
  PassportInput,
  PassportPhoto,
} from '@crisp-notch/core/passport';
import type { UnitSystem } from '@crisp-notch/core/quantity';
import { isCurrentCheck, OPERATIONS } from '@crisp-notch/core/route-card';
import { firstValueFrom } from 'rxjs';
import { Api } from './api';
import { today } from './dates';
import { DesignStore } from './design-store';
import { photoAddress } from './logbook-store';
import { stockBy } from './shelf-stock';

/** What a passport is made of, and its photos as addresses that hold them whole. */
export interface PassportSource {
  readonly input: PassportInput;
  readonly photos: ReadonlyMap<string, string>;
}

/** From so many photos on their thumbnails go in: a document has to stay one that can be sent. */
const WHOLE_PHOTOS = 40;
const SIGN_OFF = OPERATIONS.find(({ number }) => number === 80);
/** How the logbook begins an entry of the stamp that signs a machine off. */
const SIGNED = `80 ${SIGN_OFF?.name ?? ''} stamped`;

async function dataAddress(address: string): Promise<string | null> {
  const answer = await fetch(address);
  if (!answer.ok) return null;
  const blob = await answer.blob();
  return await new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = (): void => resolve(typeof reader.result === 'string' ? reader.result : null);
    reader.onerror = (): void => reject(new Error('A photo could not be read.'));
    reader.readAsDataURL(blob);
  });
}

/** The newest check of each kind on each axis that still speaks for it. */
function currentChecks(machine: Machine, checks: readonly CheckSummary[]): readonly CheckSummary[] {
  return machine.axes.flatMap((axis) =>
    CHECK_KINDS.flatMap((kind) => {
      const found = checks.find(
        (check) =>
          check.kind === kind &&
          check.axisId === axis.id &&
          check.verdict !== 'incomplete' &&
          isCurrentCheck(axis, check),
      );
      return found ? [found] : [];
    }),
  );
}

function evaluated(check: Check, units: UnitSystem): readonly PassportCheck[] {
  const context = axisContext(check.document, check.axisId);
  const evaluation = context && evaluateCheck(context, check.plan, check.readings, sayIn(units));
  if (!evaluation) return [];
  const { kind, axisLetter, at, revision, plan } = check;
  const instrument = 'measured' in plan ? plan.measured.name : '';
  return [{ kind, axisLetter, at, revision, instrument, evaluation }];
}

/** How far the work has come is no part of what a correction changes. */
const withoutCard = (machine: Machine): Machine => ({ ...machine, card: [] });

/** Gathers all that is known of the open machine. Provided by the page of its passport. */
@Injectable()
export class PassportStore {
  private readonly api = inject(Api);
  private readonly design = inject(DesignStore);

  /**
   * @param wordsOf what an entry of the logbook says, and what it is in a word
   * @throws what the server refused, or that it does not answer
   */
  async source(
    units: UnitSystem,
    wordsOf: (entry: LogEntry) => { readonly text: string; readonly kind: string },
  ): Promise<PassportSource> {
    const { id } = await this.design.settled();
    const { document: machine, revision } = await firstValueFrom(this.design.state$);
    const [checksMade, entries, parts, addresses] = await Promise.all([
      firstValueFrom(this.api.checks(id)),
      firstValueFrom(this.api.wholeLog(id)),
      firstValueFrom(this.api.parts()),
      firstValueFrom(this.api.addresses()),
    ]);
    const checks = await Promise.all(
      currentChecks(machine, checksMade).map((check) => firstValueFrom(this.api.check(id, check.id))),
    );
    const log = [...entries].reverse();
    return {
      input: {
        machine,
        revision,
        today: today(),
        address: `${addresses.addresses[0] ?? location.origin}/machines/${id}`,
        checksMade,
        checks: checks.flatMap((check) => evaluated(check, units)),
        corrections: await this.corrections(id, log),
        log: log.map((entry): PassportEntry => ({ ...entry, ...wordsOf(entry) })),
        sinceSignOff: await this.sinceSignOff(id, machine, entries),
        stockOf: stockBy(parts),
        units,
      },
      photos: await this.photos(
        id,
        log.flatMap((entry) => entry.photos),
      ),
    };
  }

  private async documentAt(id: string, number: number): Promise<Machine> {
    return (await firstValueFrom(this.api.revision(id, number))).document;
  }

  private async corrections(id: string, log: readonly LogEntry[]): Promise<readonly PassportCorrection[]> {
    return await Promise.all(
      log
        .filter(({ kind }) => kind === 'correction')
        .map(async ({ at, revision, text }) => ({
          at,
          revision,
          reason: text,
          changes:
            revision > 1
              ? differencesBetween(
                  withoutCard(await this.documentAt(id, revision - 1)),
                  withoutCard(await this.documentAt(id, revision)),
                )
              : [],
        })),
    );
  }

  /** @param entries newest first */
  private async sinceSignOff(
    id: string,
    machine: Machine,
    entries: readonly LogEntry[],
  ): Promise<readonly string[] | null> {
    const isSigned = machine.card.some(({ number, state }) => number === 80 && state === 'stamped');
    const stamp = entries.find(({ kind, text }) => kind === 'stamp' && text.startsWith(SIGNED));
    return isSigned && stamp ? differencesBetween(await this.documentAt(id, stamp.revision), machine) : null;
  }

  private async photos(id: string, photos: readonly PassportPhoto[]): Promise<ReadonlyMap<string, string>> {
    const size = photos.length > WHOLE_PHOTOS ? 'thumbnail' : 'whole';
    const found = new Map<string, string>();
    // One after the other: each is large.
    for (const photo of photos) {
      const address = await dataAddress(photoAddress(id, photo, size));
      if (address !== null) found.set(photo.id, address);
    }
    return found;
  }
}
