import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { newPart, type Part } from '@crisp-notch/core/parts';
import { StockFieldsComponent } from './stock-fields.component';

describe('what is edited of a part', () => {
  it('keeps the first of two changes that follow each other before the page is drawn anew', async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(StockFieldsComponent);
    const { stock } = newPart('motor', 'Any');
    fixture.componentRef.setInput('stock', stock);
    await fixture.whenStable();
    const said: Part['stock'][] = [];
    fixture.componentInstance.changed.subscribe((change) => said.push(change));
    const fields = (fixture.nativeElement as HTMLElement).querySelectorAll('input');
    const type = (place: number, text: string): void => {
      const field = fields[place] as HTMLInputElement;
      field.value = text;
      for (const name of ['input', 'change', 'blur']) field.dispatchEvent(new Event(name));
    };
    type(0, '3');
    type(1, '5');
    expect(said.at(-1)).toEqual(jasmine.objectContaining({ owned: 3, wanted: 5 }));
    // What the page says since is what counts.
    fixture.componentRef.setInput('stock', { ...stock, owned: 8 });
    await fixture.whenStable();
    type(1, '6');
    expect(said.at(-1)).toEqual(jasmine.objectContaining({ owned: 8, wanted: 6 }));
  });
});
