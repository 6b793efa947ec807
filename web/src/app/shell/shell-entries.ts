import { inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { MachineSummary } from '@crisp-notch/contract';
import { GLOSSARY, termPlace } from '@crisp-notch/core/help';
import type { Entry } from '../data/lookup';
import { MachinesStore } from '../data/machines-store';
import { PreferencesStore } from '../data/preferences';
import { ShelfStore } from '../data/shelf-store';

/** What can be found on any page: all machines, all parts, units and theme. Read when somebody looks for something. */
@Injectable({ providedIn: 'root' })
export class ShellEntries {
  private readonly router = inject(Router);
  private readonly machines = inject(MachinesStore);
  private readonly preferences = inject(PreferencesStore);
  private readonly shelf = inject(ShelfStore);
  private readonly shelfState = toSignal(this.shelf.state$, { requireSync: true });
  private readonly listed = signal<readonly MachineSummary[]>([]);

  read(): void {
    if (this.shelfState().kind !== 'open') this.shelf.load();
    // Without an answer there is less to be found; what is open says itself what is wrong with the server.
    this.machines.list().subscribe({ next: (list) => this.listed.set(list), error: () => this.listed.set([]) });
  }

  entries(): readonly Entry[] {
    const to =
      (...path: readonly string[]): (() => void) =>
      () =>
        void this.router.navigate([...path]);
    const shelf = this.shelfState();
    return [
      { words: 'Machines', kind: 'page', go: to('/') },
      { words: 'Parts shelf', kind: 'page', go: to('/shelf') },
      { words: 'Backup of the whole shop', kind: 'page', go: to('/backup') },
      { words: 'Training: find a hidden fault', kind: 'page', go: to('/training') },
      { words: 'Help: by hand, and glossary', kind: 'page', go: to('/help') },
      ...this.listed().map(({ id, name }) => ({
        words: name,
        kind: 'machine',
        go: to('/machines', id, 'drive-lines'),
      })),
      { words: 'Units: mm', kind: 'action', go: () => this.preferences.showIn('metric') },
      { words: 'Units: inch', kind: 'action', go: () => this.preferences.showIn('inch') },
      { words: 'Theme: day', kind: 'action', go: () => this.preferences.light('day') },
      { words: 'Theme: night', kind: 'action', go: () => this.preferences.light('night') },
      ...(shelf.kind === 'open' ? shelf.parts : []).map(({ part }) => ({
        words: part.name,
        kind: part.kind,
        go: () => void this.router.navigate(['/shelf'], { queryParams: { searched: part.name } }),
      })),
      ...GLOSSARY.map(({ term, also }): Entry => ({
        words: [term, ...also].join(', '),
        kind: 'term',
        isAside: true,
        go: () => void this.router.navigate(['/help'], { fragment: termPlace(term) }),
      })),
    ];
  }
}
