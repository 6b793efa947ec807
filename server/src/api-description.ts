import { DOCUMENT_SCHEMAS } from '@crisp-notch/contract';
import { convertSchema } from '@sodaru/yup-to-json-schema';
import type { Router } from 'express';
import type { AnyObject, ObjectSchema } from 'yup';
import type { DescribedHandler } from './validate';

/** A router and the address that it stands under. */
export type Mounted = readonly [path: string, router: Router];

type Json = Readonly<Record<string, unknown>>;

/** Names of the path's variables: `/machines/:machine` has `machine`. */
const variablesOf = (path: string): readonly string[] => [...path.matchAll(/:(\w+)/g)].map(([, name = '']) => name);
const templateOf = (path: string): string => path.replace(/:(\w+)/g, '{$1}');
const reference = (name: string): Json => ({ $ref: `#/components/schemas/${name}` });

/** What the core checks has a schema of its own; of that, Yup knows only that it is something. */
const ofTheCore = ({ meta }: { readonly meta?: { readonly jsonSchema?: object } }): object => meta?.jsonSchema ?? {};
// The library fills in all other converters, which its types do not say.
const CONVERTERS = { mixed: ofTheCore } as unknown as NonNullable<
  NonNullable<Parameters<typeof convertSchema>[1]>['converters']
>;
const schemaOf = (schema: ObjectSchema<AnyObject>): object => convertSchema(schema, { converters: CONVERTERS });

function operationOf(path: string, handlers: readonly DescribedHandler[]): Json {
  const takes = handlers.find((handler) => handler.takes)?.takes;
  return {
    parameters: variablesOf(path).map((name) => ({ name, in: 'path', required: true, schema: { type: 'string' } })),
    ...(takes && {
      requestBody: { required: true, content: { 'application/json': { schema: schemaOf(takes) } } },
    }),
    responses: {
      '2XX': { description: 'Done, and kept where something was to be kept.' },
      default: {
        description: 'Refused; nothing was changed.',
        content: { 'application/problem+json': { schema: reference('Problem') } },
      },
    },
  };
}

/** Every address of some routers with what can be asked of it. */
function pathsOf(mounted: readonly Mounted[]): Readonly<Record<string, Json>> {
  const paths: Record<string, Record<string, Json>> = {};
  for (const [base, router] of mounted)
    for (const { route } of router.stack) {
      if (!route) continue;
      const path = `/api${base}${route.path === '/' ? '' : route.path}`;
      const operations = (paths[templateOf(path)] ??= {});
      for (const { method, handle } of route.stack) {
        const handlers = route.stack.filter((layer) => layer.method === method).map((layer) => layer.handle);
        if (handle === handlers[0]) operations[method] = operationOf(path, handlers);
      }
    }
  return paths;
}

/**
 * What the server can be asked, as OpenAPI 3.1.0: addresses and methods come from the routers themselves, bodies from
 * the very schemas that they are checked by.
 */
export function describeApi(mounted: readonly Mounted[]): Json {
  return {
    openapi: '3.1.0',
    info: {
      title: 'Crisp Notch',
      version: '1',
      description:
        'Lists come in pages, whose Link header (RFC 8288) names the next. What is refused says why as problem details (RFC 9457).',
    },
    paths: pathsOf(mounted),
    components: { schemas: DOCUMENT_SCHEMAS },
  };
}
