import type { PreviewAsked, ProgramPreview, ProgramRow } from '@crisp-notch/core/program';

/** What the page asks of the program's worker; each has a number, and an older one is forgotten. */
export type ProgramRequest =
  | { readonly kind: 'preview'; readonly id: number; readonly asked: PreviewAsked }
  | { readonly kind: 'rows'; readonly id: number; readonly asked: PreviewAsked; readonly order: readonly string[] };

export type ProgramMessage =
  | { readonly kind: 'preview'; readonly id: number; readonly preview: ProgramPreview }
  | { readonly kind: 'rows'; readonly id: number; readonly rows: readonly ProgramRow[] | null }
  | { readonly kind: 'failed'; readonly id: number; readonly message: string };
