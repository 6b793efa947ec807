/** What of the library is used here; it brings no types of its own. */
declare module 'pdfmake/build/pdfmake' {
  export interface PdfNode {
    readonly table: { readonly body: readonly unknown[] };
  }

  interface PdfMake {
    readonly virtualfs: { writeFileSync(name: string, bytes: Uint8Array): void };
    addFonts(fonts: Readonly<Record<string, Readonly<Record<string, string>>>>): void;
    addTableLayouts(layouts: Readonly<Record<string, object>>): void;
    setUrlAccessPolicy(mayFetch: (url: string) => boolean): void;
    createPdf(definition: object): { getBuffer(): Promise<Uint8Array> };
  }

  const pdfMake: PdfMake;
  export default pdfMake;
}
