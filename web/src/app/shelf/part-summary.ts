import { trainRatio } from '@crisp-notch/core/drive-line';
import type { Quantity, TransmissionSpecification } from '@crisp-notch/core/machine';
import type { Part } from '@crisp-notch/core/parts';
import { formatNumber, rationalToNumber } from '@crisp-notch/core/quantity';

const join = (...parts: readonly (string | null | undefined)[]): string => parts.filter((part) => part).join(' · ');
const text = (item: Quantity | null): string => item?.text ?? '';

/** What matters of a part, in one line. */
export function partSummary(part: Part): string {
  switch (part.kind) {
    case 'motor': {
      const { stepAngle, holdingTorque, ratedCurrent, resistance, gearhead, leads } = part.specification;
      const ratio =
        gearhead && gearhead.stages.length > 0
          ? `gearhead ${formatNumber(rationalToNumber(trainRatio(gearhead.stages)), { significant: 7 })}`
          : gearhead?.nominal
            ? `gearhead ${gearhead.nominal.text}, teeth not known`
            : '';
      return join(text(stepAngle), text(holdingTorque), text(ratedCurrent), text(resistance), `${leads} leads`, ratio);
    }
    case 'driver': {
      const { currentMost, finestMicrosteps, formula, voltageLeast, voltageMost, voltageReads } = part.specification;
      const reference =
        formula === null
          ? 'no reference voltage'
          : formula.kind === 'linear'
            ? `${formula.slope.text} ${formula.reads === 'rms' ? 'effective' : 'crest'}`
            : `gain ${formula.gain.text}, ${formula.senseResistor.text}`;
      return join(
        text(currentMost),
        finestMicrosteps === 1 ? 'full steps' : `1/${finestMicrosteps}`,
        voltageMost
          ? `${voltageLeast ? `${voltageLeast.text} to ` : 'up to '}${voltageMost.text}${voltageReads === 'ac' ? ' alternating' : ''}`
          : '',
        reference,
      );
    }
    case 'transmission':
      return transmissionSummary(part.specification);
    case 'supply':
      return join(
        part.specification.type === 'battery' ? 'battery' : '',
        text(part.specification.voltage),
        text(part.specification.current),
        text(part.specification.charge),
      );
    case 'controller':
      return join(text(part.specification.pulseRateMost), `${part.specification.outputs} outputs`);
    case 'coupling': {
      const { motorBore, drivenBore, torqueMost } = part.specification;
      return join(motorBore && drivenBore ? `${motorBore.text} to ${drivenBore.text}` : '', text(torqueMost));
    }
    case 'mount':
      return part.specification.frame === 'unknown'
        ? ''
        : part.specification.frame === 'other'
          ? join('bolt circle', text(part.specification.boltCircle))
          : `size ${part.specification.frame}`;
    case 'converter':
      return join(
        text(part.specification.voltage),
        text(part.specification.current),
        `η ${part.specification.efficiency.text}`,
      );
    case 'auxiliary':
      return join(
        part.specification.use,
        text(part.specification.voltage),
        text(part.specification.current ?? part.specification.power),
        part.specification.fedBy === 'mains' ? 'on the mains' : '',
      );
    case 'other':
      return '';
  }
}

function transmissionSummary(specification: TransmissionSpecification): string {
  const efficiency = `η ${specification.efficiency.text}`;
  switch (specification.kind) {
    case 'screw':
      return join(
        'screw',
        text(specification.pitch),
        `${specification.starts} ${specification.starts === 1 ? 'start' : 'starts'}`,
        efficiency,
      );
    case 'belt':
      return join('belt', text(specification.pitch), `${specification.teeth} teeth`, efficiency);
    case 'rack':
      return join(
        'rack',
        `${specification.size} ${text(specification.tooth)}`,
        `${specification.teeth} teeth`,
        efficiency,
      );
    case 'roller':
      return join('roller', text(specification.diameter), efficiency);
    case 'rotary':
      return join('table', efficiency);
  }
}
