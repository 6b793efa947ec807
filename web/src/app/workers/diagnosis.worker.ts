import { diagnose, evidenceFor, type MadeCheck, type Suspect } from '@crisp-notch/core/causes';
import { axisContext } from '@crisp-notch/core/drive-line';
import type { DiagnosisMessage, DiagnosisRequest, ToldSuspect } from './diagnosis-messages';

/** So many of the likeliest are held against each check. */
const HELD = 6;

const say = (message: DiagnosisMessage): void => {
  postMessage(message);
};
const told = ({ fault, ...suspect }: Suspect): ToldSuspect => ({ ...suspect, faultId: fault?.id ?? null });

function work({ id, machine, axisId, checks }: DiagnosisRequest): void {
  const context = axisContext(machine, axisId);
  const made = checks.flatMap(({ document, ...check }): readonly MadeCheck[] => {
    const then = axisContext(document, axisId);
    return then ? [{ ...check, context: then }] : [];
  });
  const diagnosis = context && diagnose(context, made);
  say({
    id,
    kind: 'diagnosed',
    diagnosis: diagnosis && {
      ...diagnosis,
      suspects: diagnosis.suspects.map(told),
      told: diagnosis.told.map(told),
    },
  });
  if (context && diagnosis)
    say({ id, kind: 'evidence', evidence: [...evidenceFor(diagnosis.suspects.slice(0, HELD), context, made)] });
}

addEventListener('message', ({ data }: MessageEvent<DiagnosisRequest>) => {
  try {
    work(data);
  } catch (error) {
    say({ id: data.id, kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
});
