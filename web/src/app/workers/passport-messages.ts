import type { PdfPlan } from './paper/pdf';

/** A font file, under the name of its face. */
export interface FontFile {
  readonly face: string;
  readonly isBold: boolean;
  readonly bytes: Uint8Array;
}

export interface PassportOrder {
  readonly plan: PdfPlan;
  readonly fonts: readonly FontFile[];
}

export type PassportMessage =
  | { readonly kind: 'done'; readonly bytes: Uint8Array<ArrayBuffer> }
  | { readonly kind: 'failed'; readonly message: string };
