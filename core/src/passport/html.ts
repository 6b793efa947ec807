import type { Block, Cell, PassportDrawing, PassportPhoto, Section } from './block.js';
import type { Passport } from './passport.js';

/** What a passport shows that is no text: as SVG, and as the address of a picture. */
export interface PassportPictures {
  readonly svgOf: (drawing: PassportDrawing) => string;
  /** Null where it is not there. */
  readonly photoOf: (photo: PassportPhoto) => string | null;
  /** A code that leads to the machine, as SVG; empty for none. */
  readonly code: string;
}

/** Text as it stands in HTML. */
const escapedHtml = (words: string): string =>
  words.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

const TONE_MARK = { good: '●', caution: '▲', stop: '⬢' } as const;

function cellHtml({ words, isGuess, tone }: Cell, isNumber: boolean, isHead: boolean): string {
  const classes = [isNumber ? 'number' : '', isGuess ? 'guess' : '', tone ?? '']
    .filter((name) => name !== '')
    .join(' ');
  const mark = tone ? `<span aria-hidden="true">${TONE_MARK[tone]}</span> ` : '';
  const name = isHead ? 'th scope="row"' : 'td';
  return `<${name}${classes === '' ? '' : ` class="${classes}"`}>${mark}${escapedHtml(words)}</${isHead ? 'th' : 'td'}>`;
}

function blockHtml(block: Block, pictures: PassportPictures): string {
  switch (block.kind) {
    case 'heading':
      return `<h3>${escapedHtml(block.words)}</h3>`;
    case 'text':
      return `<p${block.look ? ` class="${block.look}"` : ''}>${escapedHtml(block.words).replace(/\n/g, '<br>')}</p>`;
    case 'list':
      return `<ul>${block.items.map((item) => `<li>${escapedHtml(item)}</li>`).join('')}</ul>`;
    case 'table': {
      const heads = block.columns.map(
        ({ words, isNumber }) => `<th scope="col"${isNumber ? ' class="number"' : ''}>${escapedHtml(words)}</th>`,
      );
      const rows = block.rows.map(
        (row) =>
          `<tr>${row.map((cell, place) => cellHtml(cell, block.columns[place]?.isNumber === true, place === 0)).join('')}</tr>`,
      );
      return `<div class="wide"><table><thead><tr>${heads.join('')}</tr></thead><tbody>\n${rows.join('\n')}\n</tbody></table></div>`;
    }
    case 'pairs':
      return `<h4>${escapedHtml(block.title)}</h4><dl>${block.rows
        .map(
          ([name, { words, isGuess }]) =>
            `<div><dt>${escapedHtml(name)}</dt><dd class="number${isGuess ? ' guess' : ''}">${escapedHtml(words)}</dd></div>`,
        )
        .join('\n')}</dl>`;
    case 'drawing':
      return `<figure class="${block.drawing.kind}">${pictures.svgOf(block.drawing)}<figcaption>${escapedHtml(block.words)}</figcaption></figure>`;
    case 'photos':
      return `<div class="photos">${block.photos
        .map((photo) => {
          const address = pictures.photoOf(photo);
          const seen = address
            ? `<img src="${escapedHtml(address)}" alt="${escapedHtml(photo.caption || 'Photo')}" width="${photo.width}" height="${photo.height}">`
            : '';
          return `<figure>${seen}<figcaption>${escapedHtml(photo.caption)}</figcaption></figure>`;
        })
        .join('')}</div>`;
  }
}

const idOf = (place: number): string => `part-${place + 1}`;

const sectionHtml = ({ title, blocks, isOnItsOwn }: Section, place: number, pictures: PassportPictures): string =>
  `<section id="${idOf(place)}"${isOnItsOwn ? ' class="own"' : ''}>\n<h2>${escapedHtml(title)}</h2>\n${blocks
    .map((block) => blockHtml(block, pictures))
    .join('\n')}\n</section>`;

/** What stands between the body tags of a passport. */
export function passportBody(passport: Passport, pictures: PassportPictures): string {
  const { title, subtitle, revision, today, address, stamp, sections } = passport;
  const where = address === '' ? '' : ` · ${escapedHtml(address)}`;
  return `<header>
<div>
<p class="kind">Machine passport · ${escapedHtml(subtitle)}</p>
<h1>${escapedHtml(title)}</h1>
<p class="state ${stamp.isSigned ? 'signed' : 'open'}">${escapedHtml(stamp.words)}</p>
<p class="quiet">Revision ${revision} · ${escapedHtml(today)}${where}</p>
</div>
${pictures.code}
</header>
<nav aria-label="Parts of the passport"><ol>${sections
    .map((section, place) => `<li><a href="#${idOf(place)}">${escapedHtml(section.title)}</a></li>`)
    .join('')}</ol></nav>
${sections.map((section, place) => sectionHtml(section, place, pictures)).join('\n')}`;
}

/** A passport as a file of its own, that needs nothing else to be read. @param style the whole of its style sheet */
export function passportHtml(passport: Passport, pictures: PassportPictures, style: string): string {
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; img-src data:; font-src data:; style-src 'unsafe-inline'">
<title>${escapedHtml(passport.title)}, machine passport, revision ${passport.revision}</title>
<style>
${style}
</style>
</head>
<body>
<main>
${passportBody(passport, pictures)}
</main>
</body>
</html>
`;
}
