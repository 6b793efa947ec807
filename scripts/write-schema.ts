/** Writes the published JSON Schema of the machine document from the shapes that the program checks by. */
import { writeFile } from 'node:fs/promises';
import { machineJsonSchema } from '@crisp-notch/core/machine';

await writeFile(
  new URL('../docs/formats/machine.schema.json', import.meta.url),
  `${JSON.stringify(machineJsonSchema(), null, 2)}\n`,
);
