import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { blankStage, type Stage } from '@crisp-notch/core/parts';
import { isGuessed, quantityOf } from '@crisp-notch/core/shape';
import { By } from '@angular/platform-browser';
import { SelectComponent } from './select.component';
import { StagesFieldComponent } from './stages-field.component';

describe('the stages of a gear train on the page', () => {
  let fixture: ComponentFixture<StagesFieldComponent>;
  let stages: readonly Stage[];
  const root = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const text = (): string => root().textContent ?? '';
  const counts = (): HTMLInputElement[] => [...root().querySelectorAll<HTMLInputElement>('cn-whole-field input')];
  const press = async (words: RegExp): Promise<void> => {
    [...root().querySelectorAll('button')].find((button) => words.test(button.textContent ?? ''))?.click();
    await fixture.whenStable();
  };
  const type = async (index: number, value: string): Promise<void> => {
    const box = counts()[index] as HTMLInputElement;
    box.focus();
    box.value = value;
    box.dispatchEvent(new Event('input'));
    box.dispatchEvent(new Event('blur'));
    await fixture.whenStable();
  };
  const choose = async (kind: Stage['kind']): Promise<void> => {
    const select = fixture.debugElement.query(By.directive(SelectComponent)).componentInstance as SelectComponent;
    select.chosen.emit(kind);
    await fixture.whenStable();
  };

  const show = async (given: readonly Stage[]): Promise<void> => {
    stages = given;
    fixture.componentRef.setInput('stages', stages);
    await fixture.whenStable();
  };

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()],
    });
    fixture = TestBed.createComponent(StagesFieldComponent);
    fixture.componentInstance.changed.subscribe((changed) => {
      stages = changed;
      fixture.componentRef.setInput('stages', changed);
    });
    fixture.componentRef.setInput('heading', 'Reduction');
    fixture.componentRef.setInput('stages', []);
    document.body.append(root());
    await fixture.whenStable();
  });
  afterEach(() => fixture.destroy());

  it('start with teeth that nobody knows, never with a ratio', async () => {
    await press(/stage/i);
    expect(stages.length).toBe(1);
    expect(counts().map((box) => box.value)).toEqual(['', '']);
    expect(text()).toContain('teeth not known');
    await type(0, '17');
    expect(text()).toContain('teeth not known');
    await type(1, '63');
    expect(text()).toContain('exactly 63/17');
    expect(stages[0] && [stages[0].driver, stages[0].driven, stages[0].guessed]).toEqual([17, 63, []]);
  });

  it('refuse 0, words, halves and nothing aloud, and keep the ratio in force', async () => {
    await show([blankStage('gear', 17, 63)]);
    for (const wrong of ['0', 'abc', '2.5', '']) {
      await type(1, wrong);
      expect(root().querySelector('[role=alert]')?.textContent)
        .withContext(wrong)
        .toMatch(/whole number/i);
      expect(stages[0]?.driven).withContext(wrong).toBe(63);
    }
    expect(text()).toContain('exactly 63/17');
  });

  it('say “exactly” only of a fraction that is shown whole', async () => {
    await show([blankStage('gear', 20, 60)]);
    expect(text()).toContain('3 : 1');
    expect(text()).not.toContain('exactly');
    await show(Array.from({ length: 8 }, () => blankStage('gear', 997, 1009)));
    expect(text()).toContain('rounded');
  });

  it('that become a worm forget the driving teeth, which were no starts, and keep their losses', async () => {
    await show([{ ...blankStage('gear', 17, 63), efficiency: quantityOf('0.94'), backlash: quantityOf('0.4 °') }]);
    await choose('belt');
    expect(stages[0] && [stages[0].kind, stages[0].driver, stages[0].driven, stages[0].efficiency?.text]).toEqual([
      'belt',
      17,
      63,
      '0.94',
    ]);
    await choose('worm');
    const [worm] = stages as [Stage];
    expect([worm.kind, worm.driven, worm.efficiency?.text, worm.backlash?.text]).toEqual(['worm', 63, '0.94', '0.4 °']);
    expect(worm.driver).toBeLessThan(17);
    await choose('gear');
    expect(isGuessed(stages[0] as Stage, 'driver')).toBeTrue();
    expect(text()).toContain('teeth not known');
  });

  it('bound a worm’s starts more closely than teeth', async () => {
    await show([blankStage('worm', 2, 48)]);
    await type(0, '21');
    expect(root().querySelector('[role=alert]')?.textContent).toContain('20');
    expect(stages[0]?.driver).toBe(2);
    await type(1, '210');
    expect(stages[0]?.driven).toBe(210);
  });
});
