import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { rolldown } from 'rolldown';

/** The files of code that something needs at once. */
export interface Code {
  /** The application before any page. */
  readonly start: readonly string[];
  /**
   * By the pattern of an address, its pages: the server names them in the page, so that the browser fetches them beside
   * the application instead of one after the other.
   */
  readonly pages: Readonly<Record<string, readonly string[]>>;
}

/**
 * Which joined file a piece of code goes to: what the first page needs is one, what several other pages need another.
 * What the application starts with lies with its entry; what one page alone needs, and what is fetched when it is asked
 * for, stays in its own.
 */
export function joinedFileOf(piece: string, { start, pages }: Code): 'first' | 'shared' | null {
  if (start.includes(piece)) return null;
  if (pages['']?.includes(piece)) return 'first';
  // A page that is reached by two addresses, as by a redirection, is one.
  const users = new Set(
    Object.values(pages)
      .filter((files) => files.includes(piece))
      .map((files) => files.join()),
  );
  return users.size > 1 ? 'shared' : null;
}

/**
 * Joins the many small pieces that a build splits the code into where pages share some of it. A browser that has none of
 * them takes longer to ask for fifty small files than to read a few large ones.
 * @param folder the built pages; pieces that were joined are deleted from it, and its index names the new entry
 * @returns what every page needs, by the new names
 */
export async function joinCode(folder: string, code: Code): Promise<Code['pages']> {
  const index = join(folder, 'index.html');
  const html = readFileSync(index, 'utf8');
  const entry = /src="(main-[^"]+\.js)"/.exec(html)?.[1];
  if (entry === undefined) throw new Error('The page that was built names no script to begin with.');
  const groupOf = (id: string): string | null => joinedFileOf(basename(id), code);
  const bundle = await rolldown({
    input: join(folder, entry),
    treeshake: false,
    preserveEntrySignatures: 'allow-extension',
    // Only the pieces of the build itself.
    external: (id) => !/^[./]/.test(id),
  });
  const { output } = await bundle.generate({
    minify: { mangle: false, compress: false },
    entryFileNames: 'main-[hash].js',
    chunkFileNames: 'chunk-[hash].js',
    codeSplitting: {
      includeDependenciesRecursively: false,
      groups: [{ name: groupOf, test: (id) => groupOf(id) !== null }],
    },
  });
  await bundle.close();
  const chunks = output.filter((file) => file.type === 'chunk');
  const holder = new Map(chunks.flatMap(({ fileName, moduleIds }) => moduleIds.map((id) => [basename(id), fileName])));
  const pieces = new Set(readdirSync(folder).filter((name) => holder.has(name)));
  for (const name of pieces) rmSync(join(folder, name));
  for (const { fileName, code: text } of chunks) writeFileSync(join(folder, fileName), text);
  const ofPieces = new RegExp(`<link rel="modulepreload" href="(?:${[...pieces].join('|')})">`, 'g');
  writeFileSync(index, html.replaceAll(ofPieces, '').replaceAll(entry, holder.get(entry) ?? entry));
  const importsOf = new Map(chunks.map(({ fileName, imports }) => [fileName, imports]));
  return Object.fromEntries(
    Object.entries(code.pages).map(([pattern, files]) => [
      pattern,
      withImports(
        files.map((file) => holder.get(file) ?? file),
        importsOf,
      ),
    ]),
  );
}

/** Some files and all that they import at once, sorted. */
export function withImports(
  files: readonly string[],
  importsOf: ReadonlyMap<string, readonly string[]>,
): readonly string[] {
  const found = new Set<string>();
  const queue = [...files];
  for (let file = queue.pop(); file !== undefined; file = queue.pop()) {
    if (found.has(file)) continue;
    found.add(file);
    queue.push(...(importsOf.get(file) ?? []));
  }
  return [...found].sort();
}
