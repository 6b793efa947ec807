import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MachineGlances } from './machine-glances';

const settle = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

describe('what a list shows of machines', () => {
  let http: HttpTestingController;
  const asked = (): readonly string[] =>
    http
      .match(() => true)
      .map((request) => {
        const { url } = request.request;
        if (url.includes('broken')) request.flush({ title: 'gone' }, { status: 404, statusText: 'Not Found' });
        else request.flush(url.includes('checks') ? [] : { document: { name: url } });
        return url.replace(/\?.*/, '');
      });

  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()],
    });
    http = TestBed.inject(HttpTestingController);
  });

  it('is read two machines at a time, each with its checks, and goes on behind one that cannot be read', async () => {
    const glances = TestBed.inject(MachineGlances);
    const seen: string[] = [];
    const all = ['one', 'broken', 'three', 'four'].map((id) =>
      glances.of(id).then(
        ({ document }) => seen.push(document.name),
        () => seen.push('cannot be read'),
      ),
    );
    await settle();
    const first = asked();
    expect(first.filter((url) => !url.includes('checks')).sort()).toEqual([
      '/api/machines/broken',
      '/api/machines/one',
    ]);
    expect(first.some((url) => url === '/api/machines/one/checks')).toBeTrue();
    for (let turn = 0; turn < 6; turn += 1) {
      await settle();
      expect(asked().filter((url) => !url.includes('checks')).length).toBeLessThanOrEqual(2);
    }
    await Promise.all(all);
    expect([...seen].sort()).toEqual([
      '/api/machines/four',
      '/api/machines/one',
      '/api/machines/three',
      'cannot be read',
    ]);
  });
});
