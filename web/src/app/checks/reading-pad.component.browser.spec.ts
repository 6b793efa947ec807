import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { ReadingPadComponent } from './reading-pad.component';
import type { ReadingRow } from './readings.state';

const row = (index: number): ReadingRow => ({
  place: { index, dimension: 'length' },
  cells: [`${index + 1}`],
  named: `place ${index + 1}`,
  unit: 'mm',
  text: '',
  shown: '',
  deviation: '',
  tone: 'open',
  excluded: null,
  isTaken: false,
});

describe('the reading pad before a server that is slow to answer', () => {
  let fixture: ComponentFixture<ReadingPadComponent>;
  let rows: readonly ReadingRow[];
  const show = async (change: (row: ReadingRow) => ReadingRow): Promise<void> => {
    rows = rows.map(change);
    fixture.componentRef.setInput('rows', rows);
    await fixture.whenStable();
  };
  const words = (): string => (fixture.nativeElement as HTMLElement).textContent.replace(/\s+/g, ' ');
  const press = async (name: string): Promise<void> => {
    const buttons = [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')];
    buttons.find(({ textContent }) => textContent.trim() === name)?.click();
    await fixture.whenStable();
  };
  const read = async (digit: string): Promise<void> => {
    await press(digit);
    await press('Keep');
  };

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(ReadingPadComponent);
    rows = [row(0), row(1), row(2)];
    for (const [name, value] of Object.entries({ heading: 'Check', heads: [], sentence: '', rows, reads: () => '' }))
      fixture.componentRef.setInput(name, value);
    // As the sheet does: what is kept is on its way at once, and comes back later.
    fixture.componentInstance.kept.subscribe(({ row: { place } }) => {
      rows = rows.map((item) => (item.place.index === place.index ? { ...item, isTaken: true } : item));
      fixture.componentRef.setInput('rows', rows);
    });
    await fixture.whenStable();
  });

  it('goes on from place to place and ends, though no answer has come', async () => {
    for (const [place, digit] of ['5', '8', '9'].entries()) {
      expect(words()).toContain(`${place + 1} of 3`);
      await read(digit);
    }
    expect(words()).toContain('All 3 are read');
    expect(words()).toContain('all read');
  });

  it('does not say that all are read where one was refused, and leads back to it', async () => {
    for (const digit of ['5', '8', '9']) await read(digit);
    await show((item) => ({ ...item, isTaken: item.place.index !== 1 }));
    expect(words()).toContain('1 of 3 still to be read');
    await press('Read what is left');
    expect(words()).toContain('2 of 3');
    await read('7');
    expect(words()).toContain('All 3 are read');
  });
});
