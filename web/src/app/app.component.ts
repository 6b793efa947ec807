import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { PreferencesStore } from './data/preferences';
import { HeaderContext } from './shell/header-context';
import { KeysDialogComponent } from './shell/keys-dialog.component';
import { LookupDialogComponent } from './shell/lookup-dialog.component';
import { isTyping } from './ui/is-typing';
import { OneOfComponent } from './ui/one-of.component';
import type { ChoiceOption } from './ui/select.component';

@Component({
  selector: 'cn-root',
  imports: [KeysDialogComponent, LookupDialogComponent, OneOfComponent, RouterLink, RouterLinkActive, RouterOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './app.component.html',
  styleUrl: './app.component.css',
  host: { '(document:keydown)': 'onKey($event)' },
})
export class AppComponent {
  private readonly preferencesStore = inject(PreferencesStore);
  protected readonly preferences = this.preferencesStore.preferences;
  protected readonly machine = inject(HeaderContext).machine;
  protected readonly units: readonly ChoiceOption[] = [
    { value: 'metric', label: 'mm' },
    { value: 'inch', label: 'inch' },
  ];
  protected readonly lights: readonly ChoiceOption[] = [
    { value: 'day', label: 'day' },
    { value: 'night', label: 'night' },
  ];
  protected readonly isShowingKeys = signal(false);
  protected readonly isFinding = signal(false);

  protected find(): void {
    this.isFinding.set(true);
  }

  protected showIn(units: 'metric' | 'inch'): void {
    this.preferencesStore.showIn(units);
  }

  protected light(theme: 'day' | 'night'): void {
    this.preferencesStore.light(theme);
  }

  protected skipToContent(event: Event): void {
    event.preventDefault();
    const content = document.getElementById('content');
    content?.focus();
  }

  protected onKey(event: KeyboardEvent): void {
    if (isTyping(event) || (event.key !== '?' && event.key !== 'f')) return;
    event.preventDefault();
    if (event.key === '?') this.isShowingKeys.set(true);
    else this.find();
  }
}
