/** Writes `docs/texts.md`: every text that a reader may see, by the file that says it, to be read aloud as a whole. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { allTexts } from './all-texts';
import { ROOT } from './build';

const sections = [...allTexts()].map(([file, texts]) => `## ${file}\n\n${texts.map((text) => `- ${text}`).join('\n')}`);

writeFileSync(
  join(ROOT, 'docs', 'texts.md'),
  `# Texts\n\nEvery text that a reader may see, as \`npm run texts\` lists it; {…} stands for a value.\n\n${sections.join('\n\n')}\n`,
);
