import type { Check, MachineCopy } from '@crisp-notch/contract';
import request, { type Response } from 'supertest';
import { examplePlan, screwMachine } from './example-documents';
import type { TestApp } from './test-app';

/** Requests to the application of a spec. */
export interface Client {
  get(path: string): Promise<Response>;
  post(path: string, body: unknown): Promise<Response>;
  put(path: string, body: unknown): Promise<Response>;
  remove(path: string): Promise<Response>;
  make(name?: string): Promise<MachineCopy>;
  startCheck(machine: MachineCopy): Promise<Check>;
  /** Enters readings in the order of the plan. */
  read(check: Check, machine: MachineCopy, ...texts: readonly string[]): Promise<Response>;
}

/** @param test asked for with every request, because it is there only once the spec has begun */
export function clientOf(test: () => TestApp): Client {
  const sent = (what: PromiseLike<Response>): Promise<Response> => Promise.resolve(what);
  const client: Client = {
    get: (path) => sent(request(test().app).get(path)),
    post: (path, body) =>
      sent(
        request(test().app)
          .post(path)
          .send(body as object),
      ),
    put: (path, body) =>
      sent(
        request(test().app)
          .put(path)
          .send(body as object),
      ),
    remove: (path) => sent(request(test().app).delete(path)),
    make: async (name) => (await client.post('/api/machines', { document: screwMachine(name) })).body as MachineCopy,
    startCheck: async (machine) =>
      (
        await client.post(`/api/machines/${machine.id}/checks`, {
          version: machine.version,
          axisId: 'axis-1',
          plan: examplePlan,
        })
      ).body as Check,
    read: (check, machine, ...texts) =>
      client.post(`/api/machines/${machine.id}/checks/${check.id}/readings`, {
        readings: texts.map((text, index) => ({ index, text, excluded: null })),
      }),
  };
  return client;
}
