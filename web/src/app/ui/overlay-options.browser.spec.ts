import { Component, provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { FormsModule } from '@angular/forms';
import { providePrimeNG } from 'primeng/config';
import { SelectModule } from 'primeng/select';
import { OVERLAY_OPTIONS } from './overlay-options';

@Component({
  imports: [FormsModule, SelectModule],
  template: `<p-select ariaLabel="Screws" [options]="['5 mm', '8 mm']" [ngModel]="null" />
    <p>beside</p>
    <div style="height: 3000px"></div>`,
})
class ListComponent {}

describe('a list over a page', () => {
  let fixture: ComponentFixture<ListComponent>;
  const options = (): number => (fixture.nativeElement as HTMLElement).querySelectorAll('[role=option]').length;
  const press = async (selector: string): Promise<void> => {
    (fixture.nativeElement as HTMLElement).querySelector<HTMLElement>(selector)?.click();
    await fixture.whenStable();
  };
  const frame = async (): Promise<void> =>
    await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(() => resolve())));

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), providePrimeNG({ overlayOptions: OVERLAY_OPTIONS })],
    });
    fixture = TestBed.createComponent(ListComponent);
    await fixture.whenStable();
    await press('[role=combobox]');
    await frame();
  });
  afterEach(() => scrollTo(0, 0));

  it('stays open while the page scrolls, and is closed by a press beside it', async () => {
    expect(options()).toBe(2);
    scrollTo(0, 120);
    await frame();
    await fixture.whenStable();
    expect(scrollY).toBe(120);
    expect(options()).toBe(2);
    await press('p');
    await frame();
    await fixture.whenStable();
    expect(options()).toBe(0);
  });
});
