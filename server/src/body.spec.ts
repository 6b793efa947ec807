import { newPart } from '@crisp-notch/core/parts';
import { MOST_PROBLEMS } from '@crisp-notch/core/shape';
import type { ProblemDetails } from '@crisp-notch/contract';
import request, { type Response } from 'supertest';
import { clientOf } from './testing/client';
import { screwMachine } from './testing/example-documents';
import { startTestApp, type TestApp } from './testing/test-app';

describe('a hostile body', () => {
  let test: TestApp;
  beforeAll(async () => {
    test = await startTestApp();
  });
  afterAll(() => test.close());

  const { post } = clientOf(() => test);
  const raw = (path: string, text: string): Promise<Response> =>
    Promise.resolve(request(test.app).post(path).set('Content-Type', 'application/json').send(text));

  it('that is nested by the thousand is no JSON of ours, wherever it is sent', async () => {
    const deep = `${'['.repeat(3000)}${']'.repeat(3000)}`;
    const records = `${'{"a":'.repeat(3000)}1${'}'.repeat(3000)}`;
    for (const path of ['/api/machines', '/api/parts', '/api/parts/import', '/api/machines/import'])
      for (const text of [
        deep,
        `{"document":${deep}}`,
        `{"part":${records}}`,
        `{"version":${deep}}`,
        `{"revisions":[${records}]}`,
      ])
        expect((await raw(path, text)).status)
          .withContext(`${path} ${text.slice(0, 20)}`)
          .toBe(400);
    expect(
      (
        await post('/api/machines', {
          document: { ...screwMachine(), note: `${'[{"'.repeat(30)}\\${'['.repeat(500)}` },
        })
      ).status,
    )
      .withContext('brackets in a text')
      .toBe(201);
  });

  it('with ten thousand things wrong is told of the first, and takes no more time than that', async () => {
    const parts = Array.from({ length: 10_000 }, () => ({
      ...newPart('motor', 'x'),
      name: '',
      kind: 'motor',
      specification: {},
    }));
    const before = process.cpuUsage();
    const answer = await post('/api/parts/import', { parts });
    const { user, system } = process.cpuUsage(before);
    expect(answer.status).toBe(422);
    expect((answer.body as ProblemDetails).problems?.length).toBe(MOST_PROBLEMS);
    // Before, each of them was looked at to the end: 5 s of processor time. Most of what is left is reading the JSON.
    expect((user + system) / 1e6).toBeLessThan(2.5);
  });

  it('with a hundred thousand unknown keys is told of the first', async () => {
    const further = Object.fromEntries(Array.from({ length: 60_000 }, (_, index) => [`k${index}`, 1]));
    const answer = await post('/api/machines', { document: { ...screwMachine(), ...further } });
    expect([answer.status, (answer.body as ProblemDetails).problems?.length]).toEqual([422, MOST_PROBLEMS]);
  });
});
