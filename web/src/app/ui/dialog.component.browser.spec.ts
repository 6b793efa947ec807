import { ChangeDetectionStrategy, Component, provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { DialogComponent } from './dialog.component';

@Component({
  imports: [DialogComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-dialog heading="Sizes">
      <input aria-label="Width" />
      <input aria-label="Height" />
    </cn-dialog>
  `,
})
class SizesComponent {}

@Component({
  imports: [DialogComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<cn-dialog heading="Told"><p>Nothing to choose.</p></cn-dialog>`,
})
class ToldComponent {}

describe('a dialog', () => {
  /** What has the focus some time after the dialog has come in. @param written the field that is focused before, if one */
  const focusedIn = async (
    component: typeof SizesComponent | typeof ToldComponent,
    written?: string,
  ): Promise<string | null> => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(component);
    await fixture.whenStable();
    if (written) document.querySelector<HTMLElement>(`[aria-label="${written}"]`)?.focus();
    await new Promise((resolve) => setTimeout(resolve, 700));
    const label = document.activeElement?.getAttribute('aria-label') ?? null;
    fixture.destroy();
    return label;
  };

  it('focuses its first field when it has come in', async () => {
    expect(await focusedIn(SizesComponent)).toBe('Width');
  });

  it('leaves the focus in the field where somebody writes already', async () => {
    expect(await focusedIn(SizesComponent, 'Height')).toBe('Height');
  });

  it('with nothing to fill in focuses the button that closes it', async () => {
    expect(await focusedIn(ToldComponent)).toBe('Close');
  });
});
