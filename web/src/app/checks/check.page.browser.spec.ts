import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { By } from '@angular/platform-browser';
import { provideRouter } from '@angular/router';
import type { Check } from '@crisp-notch/contract';
import { usualMeasuring, type Measuring } from '@crisp-notch/core/checks';
import { quantityOf } from '@crisp-notch/core/shape';
import { newMachine } from '@crisp-notch/core/machine';
import { firstValueFrom, of, Subject } from 'rxjs';
import { CheckStore } from '../data/check-store';
import { DesignStore } from '../data/design-store';
import { MachineLine } from '../data/machine-line';
import { PreferencesStore } from '../data/preferences';
import { exampleView } from '../testing/example-view';
import { CheckPage } from './check.page';
import { ReadingsSheetComponent } from './readings-sheet.component';
import { StepCheckFindingsComponent } from './step-check/findings.component';

const { axis } = exampleView();
const document = { ...newMachine('Slide', 'router'), axes: [axis] };

function checkOf(id: string, readings: Check['readings'] = []): Check {
  return {
    id,
    kind: 'step-check',
    axisId: axis.id,
    axisLetter: axis.letter,
    revision: 1,
    verdict: 'incomplete',
    sentence: '',
    at: '2026-11-05T14:02:00.000Z',
    basis: [],
    plan: {
      kind: 'step-check',
      targets: [200, 600],
      runs: 1,
      approach: 'one-way',
      returnToZero: false,
      takeUp: 200,
      measured: { ...usualMeasuring('plunger-indicator'), error: null, range: null } as Measuring,
      tolerance: { kind: 'linear', value: quantityOf('0.05 mm') },
    },
    document,
    readings,
  };
}

/** The page of a check, on a server that says that it has readings when it is told to. */
function opened(heard: Subject<Check>): ComponentFixture<CheckPage> {
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideRouter([]),
      MachineLine,
      {
        provide: CheckStore,
        useValue: {
          check: (id: string) => of(checkOf(id)),
          heard$: heard,
          waitingCount: () => 0,
          sentOf: () => new Set(),
          add: () => firstValueFrom(heard),
        },
      },
      { provide: DesignStore, useValue: { state$: of({ id: 'm', revision: 1, document }) } },
      {
        provide: PreferencesStore,
        useValue: { units: signal('metric'), preferences: signal({ units: 'metric', theme: 'day' }) },
      },
    ],
  });
  const fixture = TestBed.createComponent(CheckPage);
  fixture.componentRef.setInput('checkId', 'a');
  return fixture;
}

describe('the page of a check', () => {
  it('shows nothing of the check before when another is opened', async () => {
    const fixture = opened(new Subject());
    const drawn = async (): Promise<number> => {
      await fixture.whenStable();
      const findings = fixture.debugElement.query(By.directive(StepCheckFindingsComponent));
      return (findings.componentInstance as StepCheckFindingsComponent).drawn().points.length;
    };
    expect(await drawn()).toBe(0);
    const sheet = fixture.debugElement.query(By.directive(ReadingsSheetComponent))
      .componentInstance as ReadingsSheetComponent;
    sheet.typed.emit([{ index: 0, text: '0.32 mm', excluded: null }]);
    sheet.trouble.emit('Not kept yet.');
    expect(await drawn()).toBe(1);
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('Not kept yet.');
    fixture.componentRef.setInput('checkId', 'b');
    expect(await drawn()).toBe(0);
    expect((fixture.nativeElement as HTMLElement).textContent).not.toContain('Not kept yet.');
  });

  it('leaves a field chosen whole whose reading comes back from the server: what is typed then replaces it', async () => {
    const heard = new Subject<Check>();
    const fixture = opened(heard);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    window.document.body.append(page);
    const field = page.querySelector<HTMLInputElement>('input.reading') as HTMLInputElement;
    field.focus();
    field.value = '393 mm';
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    await fixture.whenStable();
    // Somebody has gone back to it before the server has answered.
    field.select();
    heard.next(checkOf('a', [{ id: 'r', index: 0, text: '393 mm', excluded: null, at: '2026-11-05T14:03:00.000Z' }]));
    await fixture.whenStable();
    expect(field.value).toBe('393');
    // As typing does: what is chosen is replaced.
    field.setRangeText('3.93', field.selectionStart ?? 0, field.selectionEnd ?? 0);
    expect(field.value).toBe('3.93');
    page.remove();
  });
});
