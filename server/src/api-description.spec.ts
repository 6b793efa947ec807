import { Ajv2020 } from 'ajv/dist/2020.js';
import request from 'supertest';
import { examplePlan, screwMachine } from './testing/example-documents';
import { startTestApp, type TestApp } from './testing/test-app';

interface Description {
  readonly openapi: string;
  readonly paths: Readonly<
    Record<
      string,
      Readonly<
        Record<string, { readonly parameters: readonly { readonly name: string }[]; readonly requestBody?: object }>
      >
    >
  >;
  readonly components: { readonly schemas: Readonly<Record<string, object>> };
}

describe('the description of the API', () => {
  let test: TestApp;
  let description: Description;

  beforeAll(async () => {
    test = await startTestApp();
    description = (await request(test.app).get('/api').set('Host', 'localhost')).body as Description;
  });
  afterAll(() => test.close());

  it('has the addresses that the server answers, each with the variables of its path', () => {
    expect(description.openapi).toMatch(/^3\.1\./);
    expect(Object.keys(description.paths)).toContain('/api/machines/{machine}/checks/{check}/readings');
    expect(Object.keys(description.paths['/api/parts/{part}'] ?? {}).sort()).toEqual(['delete', 'get', 'put']);
    for (const [path, operations] of Object.entries(description.paths))
      for (const { parameters } of Object.values(operations))
        expect(parameters.map(({ name }) => `{${name}}`))
          .withContext(path)
          .toEqual(path.match(/\{\w+\}/g) ?? []);
  });

  it('leads every reference to a schema that is there', () => {
    const references = [...JSON.stringify(description).matchAll(/"\$ref":"#\/components\/schemas\/(\w+)"/g)];
    expect(references.length).toBeGreaterThan(10);
    for (const [, name = ''] of references)
      expect(description.components.schemas[name]).withContext(name).toBeDefined();
  });

  it('has bodies by which a reference library tells what the server takes from what it refuses', () => {
    const ajv = new Ajv2020({ strict: false, validateFormats: false });
    ajv.addSchema({ $id: 'api', components: description.components });
    const takes = (path: string, body: unknown): boolean => {
      const operation = description.paths[path]?.['post'] as {
        readonly requestBody: { readonly content: Readonly<Record<string, { readonly schema: object }>> };
      };
      const schema = JSON.parse(
        JSON.stringify(operation.requestBody.content['application/json']?.schema).replaceAll('"#/', '"api#/'),
      ) as object;
      return ajv.validate(schema, body);
    };
    const begun = { version: 1, axisId: 'axis-1', plan: examplePlan };
    expect(takes('/api/machines', { document: screwMachine() })).toBeTrue();
    expect(takes('/api/machines', { document: { ...screwMachine(), kind: 'plough' } })).toBeFalse();
    expect(takes('/api/machines/{machine}/checks', begun)).toBeTrue();
    expect(takes('/api/machines/{machine}/checks', { ...begun, version: 0 })).toBeFalse();
    expect(takes('/api/machines/{machine}/checks', { ...begun, plan: { ...examplePlan, targets: [] } })).toBeFalse();
    const readings = [{ index: 0, text: '0.3 mm', excluded: null }];
    expect(takes('/api/machines/{machine}/checks/{check}/readings', { readings })).toBeTrue();
    expect(takes('/api/machines/{machine}/checks/{check}/readings', { readings: [] })).toBeFalse();
  });
});
