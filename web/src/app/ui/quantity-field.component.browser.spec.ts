import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { quantityOf, type Quantity } from '@crisp-notch/core/shape';
import { QuantityFieldComponent } from './quantity-field.component';

describe('the quantity field on the page', () => {
  let fixture: ComponentFixture<QuantityFieldComponent>;
  let emitted: (Quantity | null)[];
  const box = (): HTMLInputElement => (fixture.nativeElement as HTMLElement).querySelector('input') as HTMLInputElement;
  const text = (): string => (fixture.nativeElement as HTMLElement).textContent ?? '';

  const type = async (value: string): Promise<void> => {
    box().focus();
    box().value = value;
    box().dispatchEvent(new Event('input'));
    await fixture.whenStable();
  };

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()],
    });
    fixture = TestBed.createComponent(QuantityFieldComponent);
    emitted = [];
    fixture.componentInstance.changed.subscribe((value) => emitted.push(value));
    fixture.componentRef.setInput('asked', { label: 'Thread pitch', dimension: 'length' });
    fixture.componentRef.setInput('value', quantityOf('2 mm', 'assumed'));
    document.body.append(fixture.nativeElement as Node);
    await fixture.whenStable();
  });
  afterEach(() => fixture.destroy());

  it('runs on the jasmine that the project names', () => {
    expect(jasmine.version).toBe('5.13.0');
  });

  it('hands on what is valid at every keystroke', async () => {
    await type('20tpi');
    expect(emitted.map((item) => item?.text)).toEqual(['20 tpi']);
  });

  it('keeps what is not valid in the field, says why, and hands nothing on', async () => {
    await type('two');
    box().dispatchEvent(new Event('blur'));
    await fixture.whenStable();
    expect(emitted).toEqual([]);
    expect(box().value).toBe('two');
    expect(box().getAttribute('aria-invalid')).toBe('true');
    expect(text()).toContain('does not start with a number');
  });

  it('confirms an assumed value with Enter', () => {
    box().dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(emitted).toEqual([quantityOf('2 mm', 'typed')]);
  });

  it('does not bring a guess back over what was typed a moment before', () => {
    box().focus();
    box().value = '20tpi';
    box().dispatchEvent(new Event('input'));
    // Pressed before anything is drawn anew: the field still has the guess as its value.
    box().dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(emitted.map((item) => item?.text)).toEqual(['20 tpi']);
  });

  it('is emptied to not known only where that is allowed', async () => {
    await type('');
    expect(emitted).toEqual([null]);
    fixture.componentRef.setInput('asked', { label: 'Thread pitch', dimension: 'length', isOptional: false });
    await type(' ');
    expect(emitted).toEqual([null]);
    expect(text()).toContain('stays in force');
  });

  it('follows a change from outside, but not over what is being typed', async () => {
    await type('7');
    fixture.componentRef.setInput('value', quantityOf('3 mm'));
    await fixture.whenStable();
    expect(box().value).toBe('7');
    box().dispatchEvent(new Event('blur'));
    await fixture.whenStable();
    expect(box().value).toBe('3');
  });
});
