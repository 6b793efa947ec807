import { ChangeDetectionStrategy, Component, provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { TabsComponent } from './tabs.component';

@Component({
  imports: [TabsComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-tabs label="Sides" [tabs]="tabs" [selected]="tab()" (chosen)="tab.set($event)">
      @switch (tab()) {
        @case ('left') {
          <p>On the left.</p>
        }
        @case ('right') {
          <p>On the right.</p>
        }
      }
    </cn-tabs>
  `,
})
class HostComponent {
  readonly tabs = [
    { id: 'left', label: 'Left' },
    { id: 'right', label: 'Right' },
  ];
  readonly tab = signal('left');
}

describe('tabs', () => {
  it('show the panel of what is chosen, forth and back, and say which it is', async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(HostComponent);
    const page = fixture.nativeElement as HTMLElement;
    const shown = async (): Promise<readonly (string | undefined)[]> => {
      await fixture.whenStable();
      const chosen = page.querySelector('[role=tab][aria-selected=true]');
      const panel = page.querySelector('[role=tabpanel]:not([hidden])');
      expect(chosen?.getAttribute('aria-controls')).toBe(panel?.id ?? 'none');
      return [chosen?.textContent?.trim(), panel?.textContent?.trim()];
    };
    const press = (index: number): void => page.querySelectorAll<HTMLElement>('[role=tab]')[index]?.click();
    expect(await shown()).toEqual(['Left', 'On the left.']);
    press(1);
    expect(await shown()).toEqual(['Right', 'On the right.']);
    press(0);
    expect(await shown()).toEqual(['Left', 'On the left.']);
  });
});
