import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { PreferencesStore } from '../data/preferences';
import { settled } from '../testing/settled';
import { ChartComponent, type DrawChart } from './chart.component';

const LINE: DrawChart = (ink) => ({
  animation: false,
  grid: {},
  xAxis: { min: 0, max: 1, show: false },
  yAxis: { min: 0, max: 1, show: false },
  series: [
    {
      type: 'line',
      symbol: 'none',
      lineStyle: { color: ink.blue },
      data: [
        [0, 0],
        [1, 1],
      ],
    },
  ],
});

describe('a chart on the page', () => {
  // The page's own blue, which its stylesheet says.
  const BY_DAY = '#1d4f91';
  const BY_NIGHT = '#86b6ee';
  let fixture: ComponentFixture<ChartComponent>;
  const strokes = (): readonly (string | null)[] =>
    [...(fixture.nativeElement as HTMLElement).querySelectorAll('svg path')].map((path) => path.getAttribute('stroke'));

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()],
    });
    TestBed.inject(PreferencesStore).light('day');
    fixture = TestBed.createComponent(ChartComponent);
    for (const [name, value] of Object.entries({ options: LINE, title: 'a line', description: 'a line', csv: '' }))
      fixture.componentRef.setInput(name, value);
    document.body.append(fixture.nativeElement as Node);
    // What draws comes by itself.
    await settled(() => strokes().length > 0);
  });
  afterEach(() => {
    TestBed.inject(PreferencesStore).light('day');
    fixture.destroy();
  });

  it('is of the colours of the page, by day and by night', async () => {
    expect(strokes()).toContain(BY_DAY);
    TestBed.inject(PreferencesStore).light('night');
    await fixture.whenStable();
    expect(strokes()).toContain(BY_NIGHT);
    expect(strokes()).not.toContain(BY_DAY);
  });

  it('is printed in the colours of the day, and is of the night again after it', async () => {
    TestBed.inject(PreferencesStore).light('night');
    await fixture.whenStable();
    window.dispatchEvent(new Event('beforeprint'));
    expect(strokes()).toContain(BY_DAY);
    expect(document.documentElement.dataset['theme']).toBe('night');
    window.dispatchEvent(new Event('afterprint'));
    expect(strokes()).toContain(BY_NIGHT);
  });
});
