import { ChangeDetectionStrategy, Component, provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { DraftDirective } from './draft.directive';

@Component({
  imports: [DraftDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<input #draft="cnDraft" [cnDraft]="kept()" [keptAs]="object()" [reads]="read" /> {{ draft.message() }}`,
})
class HostComponent {
  readonly kept = signal('4');
  readonly object = signal<unknown>(null);
  readonly taken: string[] = [];
  readonly read = (typed: string): string => {
    if (!/^\d+$/.test(typed)) return 'no digits';
    this.taken.push(typed);
    return '';
  };
}

describe('what is being typed', () => {
  let fixture: ComponentFixture<HostComponent>;
  const root = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const box = (): HTMLInputElement => root().querySelector('input') as HTMLInputElement;
  const send = async (name: string, value?: string): Promise<void> => {
    if (value !== undefined) box().value = value;
    box().dispatchEvent(new Event(name));
    await fixture.whenStable();
  };

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(HostComponent);
    await fixture.whenStable();
  });

  it('stays as it was typed until the field is left, then stands as it is kept', async () => {
    await send('focus');
    await send('input', '007');
    fixture.componentInstance.kept.set('7');
    await fixture.whenStable();
    expect([box().value, fixture.componentInstance.taken]).toEqual(['007', ['007']]);
    await send('blur');
    expect(box().value).toBe('7');
  });

  it('keeps the selection of whoever is back in the field at once', async () => {
    await send('focus');
    await send('input', '007');
    fixture.componentInstance.kept.set('7');
    await fixture.whenStable();
    // Left and entered again before anything is drawn, all of it selected.
    box().dispatchEvent(new Event('blur'));
    box().dispatchEvent(new Event('focus'));
    box().select();
    await fixture.whenStable();
    expect([box().value, box().selectionStart, box().selectionEnd]).toEqual(['7', 0, 1]);
  });

  it('stays with its message after the field is left, until the kept value changes', async () => {
    await send('focus');
    await send('input', 'x');
    await send('blur');
    expect([box().value, box().getAttribute('aria-invalid'), root().textContent?.trim()]).toEqual([
      'x',
      'true',
      'no digits',
    ]);
    fixture.componentInstance.kept.set('9');
    await fixture.whenStable();
    expect([box().value, box().getAttribute('aria-invalid'), root().textContent?.trim()]).toEqual(['9', 'false', '']);
  });

  it('gives way to a kept value that only reads alike', async () => {
    await send('focus');
    await send('input', 'y');
    await send('blur');
    fixture.componentInstance.object.set({});
    await fixture.whenStable();
    expect(box().value).toBe('4');
  });
});
