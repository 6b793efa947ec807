/** Writes the published JSON Schemas from the shapes that the program checks by. */
import { writeFile } from 'node:fs/promises';
import { linePortJsonSchema } from '@crisp-notch/core/line-port';
import { machineJsonSchema } from '@crisp-notch/core/machine';

for (const [name, schema] of [
  ['machine', machineJsonSchema()],
  ['line-port', linePortJsonSchema()],
] as const)
  await writeFile(
    new URL(`../docs/formats/${name}.schema.json`, import.meta.url),
    `${JSON.stringify(schema, null, 2)}\n`,
  );
