import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { By } from '@angular/platform-browser';
import { provideRouter } from '@angular/router';
import type { Check } from '@crisp-notch/contract';
import { usualMeasuring, type Measuring } from '@crisp-notch/core/checks';
import { quantityOf } from '@crisp-notch/core/shape';
import { newMachine } from '@crisp-notch/core/machine';
import { of } from 'rxjs';
import { CheckStore } from '../data/check-store';
import { DesignStore } from '../data/design-store';
import { MachineLine } from '../data/machine-line';
import { PreferencesStore } from '../data/preferences';
import { exampleView } from '../testing/example-view';
import { CheckPage } from './check.page';
import { ReadingsSheetComponent } from './readings-sheet.component';
import { StepCheckFindingsComponent } from './step-check/findings.component';

describe('the page of a check', () => {
  it('shows nothing of the check before when another is opened', async () => {
    const { axis } = exampleView();
    const document = { ...newMachine('Slide', 'router'), axes: [axis] };
    const check = (id: string): Check => ({
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
      readings: [],
    });
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        MachineLine,
        {
          provide: CheckStore,
          useValue: {
            check: (id: string) => of(check(id)),
            heard$: of(),
            waitingCount: () => 0,
            sentOf: () => new Set(),
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
    const drawn = async (): Promise<number> => {
      await fixture.whenStable();
      const findings = fixture.debugElement.query(By.directive(StepCheckFindingsComponent));
      return (findings.componentInstance as StepCheckFindingsComponent).drawn().points.length;
    };
    fixture.componentRef.setInput('checkId', 'a');
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
});
