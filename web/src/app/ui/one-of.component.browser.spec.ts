import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { OneOfComponent } from './one-of.component';

describe('one of a few', () => {
  it('tells what is pressed, and nothing when the chosen one is pressed again', async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(OneOfComponent);
    const page = fixture.nativeElement as HTMLElement;
    const chosen: string[] = [];
    fixture.componentRef.setInput('label', 'Light');
    fixture.componentRef.setInput('options', [
      { value: 'day', label: 'day' },
      { value: 'night', label: 'night' },
    ]);
    fixture.componentRef.setInput('value', 'day');
    fixture.componentInstance.chosen.subscribe((value) => {
      chosen.push(value);
      fixture.componentRef.setInput('value', value);
    });
    const press = async (words: string): Promise<void> => {
      await fixture.whenStable();
      [...page.querySelectorAll<HTMLElement>('[role=button]')]
        .find(({ textContent }) => textContent?.trim() === words)
        ?.click();
      await fixture.whenStable();
    };
    await press('day');
    expect(chosen).toEqual([]);
    await press('night');
    await press('night');
    await press('day');
    expect(chosen).toEqual(['night', 'day']);
    expect(
      [...page.querySelectorAll<HTMLElement>('[role=button]')].map((button) => button.getAttribute('aria-pressed')),
    ).toEqual(['true', 'false']);
  });
});
