import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';
import { ROOT } from './build';

const FOLDERS = ['core/src', 'web/src/app', 'server/src'];
/** What only programs read: addresses, classes, colours, paths of drawings, words of formats. */
const NO_TEXT = /^(?:[a-z0-9-]+|[@./][\w./@-]*|#[\da-f]+|[MLHVAZ\d\s.,-]+|\d[\d\s.%a-z]*)$/;
/** Attributes and inputs of the templates that hold words. */
const WORDED =
  /(?:^|\s)(?:label|heading|remark|placeholder|words|title|summary|caption|aria-label|emptyMessage|emptyFilterMessage)="([^"]+)"/g;

function filesOf(folder: string): readonly string[] {
  return readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(ts|html)$/.test(name) && !/spec\.ts$|(^|\/)testing\//.test(name))
    .map((name) => join(ROOT, folder, name))
    .sort();
}

/** Texts of a template: between its tags, and in the attributes that hold words. */
function templateTexts(html: string): readonly string[] {
  const bare = html.replace(/<!--[\s\S]*?-->/g, '').replace(/\{\{\s*([\s\S]*?)\s*\}\}/g, (_whole, inside: string) => {
    const said = [...inside.matchAll(/'([^']*)'/g)]
      .map(([, text]) => text ?? '')
      .filter((text) => /[a-z]{2}/i.test(text));
    return said.length > 0 ? `{${said.join('|')}}` : '{…}';
  });
  const attributes = [...bare.matchAll(WORDED)].map(([, text]) => text ?? '');
  const bound = [...bare.matchAll(/\[(?:label|heading|remark|words|attr\.aria-label)\]="([^"]+)"/g)].flatMap(
    ([, code]) => [...(code ?? '').matchAll(/'([^']*)'/g)].map(([, text]) => text ?? ''),
  );
  const between = bare
    .replace(/@(?:if|else if|for|switch|case|empty|else|default)\b[^{]*\{/g, '\n')
    .replace(/<[^>]*>/g, '\n')
    .split(/\n\s*\n|\n(?=\s*[}@])/)
    .map((text) =>
      text
        .replace(/[{}]\s*$/, '')
        .replace(/\s+/g, ' ')
        .trim(),
    );
  return [...attributes, ...bound, ...between];
}

function codeTexts(path: string, code: string): readonly string[] {
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return;
    if (ts.isPropertyAssignment(node) && /^(template|styles|selector|host|templateUrl)$/.test(node.name.getText())) {
      if (node.name.getText() === 'template' && ts.isNoSubstitutionTemplateLiteral(node.initializer))
        found.push(...templateTexts(node.initializer.text));
      return;
    }
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) found.push(node.text);
    if (ts.isTemplateExpression(node))
      found.push(node.head.text + node.templateSpans.map((span) => `{…}${span.literal.text}`).join(''));
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile(path, code, ts.ScriptTarget.Latest, true));
  return found;
}

const isText = (text: string): boolean =>
  /[a-z]{2}/i.test(text) && !NO_TEXT.test(text) && (/\s/.test(text.trim()) || /^[A-Z]/.test(text));

/** Every text that a reader may see, by the file that says it. */
export function allTexts(): ReadonlyMap<string, readonly string[]> {
  return new Map(
    FOLDERS.flatMap(filesOf).flatMap((path): readonly [string, readonly string[]][] => {
      const code = readFileSync(path, 'utf8');
      const texts = [
        ...new Set((path.endsWith('.html') ? templateTexts(code) : codeTexts(path, code)).map((text) => text.trim())),
      ];
      const shown = texts.filter(isText);
      return shown.length === 0 ? [] : [[relative(ROOT, path), shown]];
    }),
  );
}
