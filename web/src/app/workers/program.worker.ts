import { previewProgram, programRows } from '@crisp-notch/core/program';
import type { ProgramMessage, ProgramRequest } from './program-messages';

const say = (message: ProgramMessage): void => {
  postMessage(message);
};

addEventListener('message', ({ data }: MessageEvent<ProgramRequest>) => {
  const { id, asked } = data;
  try {
    if (data.kind === 'preview') say({ kind: 'preview', id, preview: previewProgram(asked) });
    else say({ kind: 'rows', id, rows: programRows(asked, data.order) });
  } catch (error) {
    say({ kind: 'failed', id, message: error instanceof Error ? error.message : String(error) });
  }
});
