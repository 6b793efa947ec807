import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { WholeFieldComponent } from './whole-field.component';

describe('the field for a count', () => {
  let fixture: ComponentFixture<WholeFieldComponent>;
  let emitted: number[];
  const root = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const box = (): HTMLInputElement => root().querySelector('input') as HTMLInputElement;
  const alert = (): string => root().querySelector('[role=alert]')?.textContent?.trim() ?? '';

  const type = async (value: string): Promise<void> => {
    box().focus();
    box().value = value;
    box().dispatchEvent(new Event('input'));
    await fixture.whenStable();
  };
  const leave = async (): Promise<void> => {
    box().dispatchEvent(new Event('blur'));
    await fixture.whenStable();
  };

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(WholeFieldComponent);
    emitted = [];
    fixture.componentInstance.changed.subscribe((value) => emitted.push(value));
    fixture.componentRef.setInput('asked', { label: 'Pulley teeth', least: 2, most: 400 });
    fixture.componentRef.setInput('value', 18);
    document.body.append(root());
    await fixture.whenStable();
  });
  afterEach(() => fixture.destroy());

  it('hands on a whole number within its limits', async () => {
    await type(' 27 ');
    expect([emitted, alert()]).toEqual([[27], '']);
  });

  it('refuses aloud what is none, keeps what was typed, and hands nothing on', async () => {
    for (const wrong of ['0', '1', '401', 'abc', '2.5', '-3', '1e9']) {
      await type(wrong);
      expect(alert()).withContext(wrong).not.toBe('');
      expect(box().getAttribute('aria-invalid')).withContext(wrong).toBe('true');
      await leave();
      expect(box().value).withContext(wrong).toBe(wrong);
    }
    expect(emitted).toEqual([]);
  });

  it('says of an emptied field that the number before stays in force, and of one never filled nothing', async () => {
    await type('');
    expect(alert()).toContain('the one before stays in force');
    expect(emitted).toEqual([]);
    await leave();
    fixture.componentRef.setInput('value', null);
    await fixture.whenStable();
    expect(box().placeholder).toBe('count');
    await type('');
    expect(alert()).toBe('');
  });

  it('asks whoever knows better about a number within its limits', async () => {
    fixture.componentRef.setInput('refuse', (value: number) => (value % 2 === 0 ? null : 'Only even counts.'));
    await type('31');
    expect([alert(), emitted]).toEqual(['Only even counts.', []]);
    await type('32');
    expect([alert(), emitted]).toEqual(['', [32]]);
  });

  it('shows a guess dashed until somebody confirms it', async () => {
    expect(box().classList.contains('assumed')).toBeFalse();
    expect(root().querySelector('button')).toBeNull();
    fixture.componentRef.setInput('isAssumed', true);
    await fixture.whenStable();
    expect(box().classList.contains('assumed')).toBeTrue();
    root().querySelector('button')?.click();
    expect(emitted).toEqual([18]);
  });

  it('leaves what is being typed alone, and takes what comes from elsewhere afterwards', async () => {
    await type('2');
    fixture.componentRef.setInput('value', 2);
    await type('24');
    expect(box().value).toBe('24');
    await leave();
    fixture.componentRef.setInput('value', 60);
    await fixture.whenStable();
    expect(box().value).toBe('60');
  });
});
