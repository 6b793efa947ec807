import { Injectable } from '@angular/core';
import monoFace from '@fontsource/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-400-normal.woff';
import boldMono from '@fontsource/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-600-normal.woff';
import textFace from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff';
import boldText from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-600-normal.woff';
import narrowFace from '@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff';
import signs from '@fontsource/dejavu-sans/files/dejavu-sans-latin-400-normal.woff';
import boldSigns from '@fontsource/dejavu-sans/files/dejavu-sans-latin-700-normal.woff';
import type { PdfPlan } from '../workers/paper/pdf';
import { FACES } from '../workers/paper/svg';
import type { FontFile, PassportMessage, PassportOrder } from '../workers/passport-messages';

/** Files of the faces that are put into what is given away. */
const FONT_FILES = [
  { face: FACES.text, isBold: false, address: textFace },
  { face: FACES.text, isBold: true, address: boldText },
  { face: FACES.mono, isBold: false, address: monoFace },
  { face: FACES.mono, isBold: true, address: boldMono },
  { face: FACES.narrow, isBold: true, address: narrowFace },
  { face: FACES.signs, isBold: false, address: signs },
  { face: FACES.signs, isBold: true, address: boldSigns },
] as const;

/** Lays passports out as PDF, in a worker of its own each. */
@Injectable({ providedIn: 'root' })
export class PassportRuns {
  private fonts: Promise<readonly FontFile[]> | null = null;

  /** The fonts that are embedded. @throws Error where they cannot be fetched */
  fontFiles(): Promise<readonly FontFile[]> {
    this.fonts ??= Promise.all(
      FONT_FILES.map(async ({ face, isBold, address }) => {
        const answer = await fetch(address);
        if (!answer.ok) throw new Error('The fonts for paper could not be fetched.');
        return { face, isBold, bytes: new Uint8Array(await answer.arrayBuffer()) };
      }),
    ).catch((error: unknown) => {
      // They can be asked for again.
      this.fonts = null;
      throw error;
    });
    return this.fonts;
  }

  /** @throws Error where it cannot be laid out, or where it is given up */
  async pdf(plan: PdfPlan, givenUp: AbortSignal): Promise<Blob> {
    const fonts = await this.fontFiles();
    const worker = new Worker(new URL('../workers/passport.worker', import.meta.url), { type: 'module' });
    try {
      return await new Promise<Blob>((resolve, reject) => {
        givenUp.addEventListener('abort', () => reject(new Error('Given up.')));
        worker.onerror = (event): void => reject(new Error(event.message || 'The PDF could not be laid out.'));
        worker.onmessage = ({ data }: MessageEvent<PassportMessage>): void => {
          if (data.kind === 'done') resolve(new Blob([data.bytes], { type: 'application/pdf' }));
          else reject(new Error(`The PDF could not be laid out: ${data.message}`));
        };
        worker.postMessage({ plan, fonts } satisfies PassportOrder);
      });
    } finally {
      worker.terminate();
    }
  }
}
