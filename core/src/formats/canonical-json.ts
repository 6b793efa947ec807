import type { JsonSchema } from '../shape/index.js';

/**
 * JSON with keys in the order in which the schema declares them, two spaces of indent and a line feed at the end, so
 * that a document always has the same bytes whatever it went through in between.
 */
export function canonicalJson(value: unknown, schema: JsonSchema): string {
  return `${JSON.stringify(ordered(value, schema), null, 2)}\n`;
}

function ordered(value: unknown, schema: JsonSchema | undefined): unknown {
  if (Array.isArray(value)) return value.map((entry) => ordered(entry, schema?.['items'] as JsonSchema | undefined));
  if (typeof value !== 'object' || value === null) return value;
  const source = value as Record<string, unknown>;
  const properties = propertiesFor(source, schema);
  const keys = [
    ...Object.keys(properties).filter((key) => Object.hasOwn(source, key)),
    ...Object.keys(source).filter((key) => !Object.hasOwn(properties, key)),
  ];
  return Object.fromEntries(keys.map((key) => [key, ordered(source[key], properties[key])]));
}

function propertiesFor(value: Record<string, unknown>, schema: JsonSchema | undefined): Record<string, JsonSchema> {
  if (!schema) return {};
  if (schema['properties']) return schema['properties'] as Record<string, JsonSchema>;
  const options = (schema['oneOf'] ?? schema['anyOf'] ?? []) as readonly JsonSchema[];
  for (const option of options) {
    const found = propertiesFor(value, option);
    const kinds = (found['kind']?.['enum'] ?? null) as readonly unknown[] | null;
    if (Object.keys(found).length > 0 && (kinds === null || kinds.includes(value['kind']))) return found;
  }
  return {};
}
