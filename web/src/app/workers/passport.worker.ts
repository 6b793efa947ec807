import pdfMake, { type PdfNode } from 'pdfmake/build/pdfmake';
import { PDF_QUIET, PDF_RULE, PDF_STYLES, type PdfPlan } from './paper/pdf';
import { FACES } from './paper/svg';
import type { FontFile, PassportMessage, PassportOrder } from './passport-messages';

/** Room round what is written [pt]: left, top, right, bottom. */
const MARGINS = [40, 58, 40, 56];

function useFonts(fonts: readonly FontFile[]): void {
  const fileOf = (face: string, isBold: boolean): string => `${face}-${isBold ? 'bold' : 'normal'}.woff`;
  for (const { face, isBold, bytes } of fonts) pdfMake.virtualfs.writeFileSync(fileOf(face, isBold), bytes);
  const faces = [...new Set(fonts.map(({ face }) => face))];
  pdfMake.addFonts(
    Object.fromEntries(
      faces.map((face) => {
        const has = (isBold: boolean): boolean => fonts.some((font) => font.face === face && font.isBold === isBold);
        const [normal, bold] = [fileOf(face, !has(false)), fileOf(face, has(true))];
        return [face, { normal, bold, italics: normal, bolditalics: bold }];
      }),
    ),
  );
}

const ruled = {
  hLineWidth: (line: number, node: PdfNode): number => (line === 0 || line === node.table.body.length ? 0.8 : 0.4),
  vLineWidth: (): number => 0,
  hLineColor: (): string => PDF_RULE,
  paddingLeft: (place: number): number => (place === 0 ? 0 : 5),
  paddingRight: (): number => 5,
  paddingTop: (): number => 1.6,
  paddingBottom: (): number => 1.6,
};

async function bytesOf({ content, paper, title, head, foot }: PdfPlan): Promise<Uint8Array<ArrayBuffer>> {
  pdfMake.addTableLayouts({ ruled });
  // All that it shows comes with the order.
  pdfMake.setUrlAccessPolicy(() => false);
  const line = (left: string, right: string, margin: readonly number[]): object => ({
    columns: [{ text: left }, { text: right, alignment: 'right' }],
    fontSize: 8,
    color: PDF_QUIET,
    margin,
  });
  const document = pdfMake.createPdf({
    version: '1.7',
    pageSize: paper,
    pageMargins: MARGINS,
    info: { title, subject: 'Machine passport', creator: 'Crisp Notch', producer: 'Crisp Notch' },
    lang: 'en',
    displayTitle: true,
    tagged: true,
    content,
    styles: PDF_STYLES,
    defaultStyle: { font: FACES.text, fontSize: 8.5, lineHeight: 1.15, color: '#20252b' },
    header: () => line(head[0], head[1], [40, 28, 40, 0]),
    footer: (page: number, count: number) => line(foot, `page ${page} of ${count}`, [40, 18, 40, 0]),
    // A heading that would stand alone at the foot of a page goes to the next.
    pageBreakBefore: (node: {
      readonly headlineLevel?: number;
      readonly startPosition: { readonly verticalRatio: number };
    }) => node.headlineLevel !== undefined && node.startPosition.verticalRatio > 0.9,
  });
  return new Uint8Array(await document.getBuffer());
}

const say = (message: PassportMessage): void => {
  postMessage(message);
};

addEventListener('message', ({ data }: MessageEvent<PassportOrder>) => {
  useFonts(data.fonts);
  bytesOf(data.plan).then(
    (bytes) => say({ kind: 'done', bytes }),
    (error: unknown) => say({ kind: 'failed', message: error instanceof Error ? error.message : String(error) }),
  );
});
