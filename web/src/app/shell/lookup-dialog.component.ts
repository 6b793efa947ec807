import type { ElementRef } from '@angular/core';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { InputTextModule } from 'primeng/inputtext';
import { Lookup, lookedUp, type Entry } from '../data/lookup';
import { ShellEntries } from './shell-entries';
import { DialogComponent } from '../ui/dialog.component';

/** Finds pages, axes, fields, figures, parts and actions by their words, and goes there. */
@Component({
  selector: 'cn-lookup-dialog',
  imports: [DialogComponent, InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-dialog heading="Find" (closed)="closed.emit()">
      <input
        #box
        pInputText
        class="field"
        role="combobox"
        aria-label="What to find"
        aria-controls="lookup-list"
        aria-expanded="true"
        autocomplete="off"
        placeholder="a page, a field, a figure, a part, a term, what the logbook says"
        [attr.aria-activedescendant]="found().length ? 'lookup-' + at() : null"
        (input)="type($any($event.target).value)"
        (keydown)="onKey($event)"
      />
      <ul id="lookup-list" role="listbox" aria-label="Found">
        @for (entry of found(); track $index) {
          <li
            role="option"
            tabindex="-1"
            [id]="'lookup-' + $index"
            [attr.aria-selected]="$index === at()"
            [class.at]="$index === at()"
            (click)="go(entry)"
            (keydown.enter)="go(entry)"
          >
            <span class="wrap-anywhere">{{ entry.words }}</span>
            <span class="small quiet">
              @if (entry.value) {
                <span class="number">{{ entry.value }}</span> ·
              }
              {{ entry.kind }}</span
            >
          </li>
        } @empty {
          <li class="quiet" role="presentation">Nothing is called so.</li>
        }
      </ul>
    </cn-dialog>
  `,
  styles: `
    input {
      width: 100%;
      font-size: 18px;
    }

    ul {
      min-height: 40vh;
      padding-top: 8px;
    }

    li {
      display: flex;
      justify-content: space-between;
      gap: 14px;
      padding: 5px 8px;
      cursor: pointer;
    }

    li.at {
      background: var(--blue-wash);
    }
  `,
})
export class LookupDialogComponent {
  readonly closed = output();

  private readonly lookup = inject(Lookup);
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  private readonly shell = inject(ShellEntries);
  private readonly entries = computed(() => [...this.lookup.entries(), ...this.shell.entries()]);
  private readonly typed = signal('');
  protected readonly at = signal(0);
  protected readonly found = computed(() => lookedUp(this.entries(), this.typed()));

  constructor() {
    this.shell.read();
    this.lookup.read();
    afterNextRender(() => {
      this.box().nativeElement.focus();
    });
  }

  protected type(text: string): void {
    this.typed.set(text);
    this.at.set(0);
  }

  protected onKey(event: KeyboardEvent): void {
    const count = this.found().length;
    if (event.key === 'ArrowDown') this.at.update((at) => Math.min(at + 1, count - 1));
    else if (event.key === 'ArrowUp') this.at.update((at) => Math.max(at - 1, 0));
    else if (event.key === 'Enter') this.go(this.found()[this.at()]);
    else return;
    event.preventDefault();
  }

  protected go(entry: Entry | undefined): void {
    if (!entry) return;
    this.closed.emit();
    entry.go();
  }
}
