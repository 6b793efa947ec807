import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Preferences } from '@crisp-notch/contract';
import type { UnitSystem } from '@crisp-notch/core/quantity';
import { BehaviorSubject, catchError, concatMap, EMPTY, map, skip, type Observable } from 'rxjs';

const CACHE_KEY = 'crisp-notch.preferences';
const DEFAULTS: Preferences = { units: 'metric', theme: 'day' };

function isPreferences(value: unknown): value is Preferences {
  const { units, theme } = (value ?? {}) as Partial<Preferences>;
  return (units === 'metric' || units === 'inch') && (theme === 'day' || theme === 'night');
}

/** Units and theme of the user; kept on the server, with a copy in the browser so that the first paint is right. */
@Injectable({ providedIn: 'root' })
export class PreferencesStore {
  private readonly http = inject(HttpClient);
  private readonly subject = new BehaviorSubject<Preferences>(this.cached());
  readonly preferences$: Observable<Preferences> = this.subject;
  readonly preferences = toSignal(this.subject, { requireSync: true });
  readonly units = toSignal(this.subject.pipe(map((preferences): UnitSystem => preferences.units)), {
    requireSync: true,
  });

  /** The next preferences come from the server and need not be sent there. */
  private isFromServer = false;

  constructor() {
    this.subject.subscribe((preferences) => {
      document.documentElement.dataset['theme'] = preferences.theme;
      localStorage.setItem(CACHE_KEY, JSON.stringify(preferences));
    });
    this.subject
      .pipe(
        skip(1),
        concatMap((preferences) => {
          if (this.isFromServer) {
            this.isFromServer = false;
            return EMPTY;
          }
          // A preference that could not be kept on the server still holds in this browser.
          return this.http.put('/api/settings/preferences', preferences).pipe(catchError(() => EMPTY));
        }),
      )
      .subscribe();
    this.read();
  }

  /** Takes what the server keeps, which may be other than what holds here. */
  read(): void {
    this.http
      .get<unknown>('/api/settings/preferences')
      .pipe(catchError(() => EMPTY))
      .subscribe((stored) => {
        const present = this.subject.value;
        if (!isPreferences(stored) || (stored.units === present.units && stored.theme === present.theme)) return;
        this.isFromServer = true;
        this.subject.next(stored);
      });
  }

  showIn(units: Preferences['units']): void {
    this.subject.next({ ...this.subject.value, units });
  }

  light(theme: Preferences['theme']): void {
    this.subject.next({ ...this.subject.value, theme });
  }

  private cached(): Preferences {
    try {
      const stored: unknown = JSON.parse(localStorage.getItem(CACHE_KEY) ?? 'null');
      return isPreferences(stored) ? stored : DEFAULTS;
    } catch {
      // A spoiled copy is worth no more than none.
      return DEFAULTS;
    }
  }
}
