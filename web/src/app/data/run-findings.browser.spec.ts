import { TestBed } from '@angular/core/testing';
import { axisContext } from '@crisp-notch/core/drive-line';
import { newMachine, type Axis } from '@crisp-notch/core/machine';
import { quantityOf } from '@crisp-notch/core/shape';
import { Reckoner } from '@crisp-notch/core/reckoner';
import type { AxisView } from './design-store';
import { RunFindings, stepsPerTravel } from './run-findings';

function viewOf(lead: string, name = ''): AxisView {
  const machine = newMachine('M', 'router');
  const axis = machine.axes[0] as Axis;
  const known: Axis = {
    ...axis,
    name,
    motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: quantityOf('0.9 °') } },
    transmission: {
      ...axis.transmission,
      specification: {
        ...axis.transmission.specification,
        pitch: quantityOf(lead),
        starts: 1,
      } as Axis['transmission']['specification'],
    },
  };
  const context = axisContext({ ...machine, axes: [known] }, axis.id);
  if (!context) throw new Error('axis');
  return { axis: known, context, reckoner: new Reckoner(context), findings: [], subject: (now) => now.axis(axis.id) };
}

describe('what runs have found', () => {
  const findings = (): RunFindings => TestBed.inject(RunFindings);

  it('is known wherever the same design is looked at, each kind by itself', () => {
    findings().keep(viewOf('5 mm'), 'start-rate', { most: 0.116, words: 'with its microsteps' });
    expect(findings().found(viewOf('5 mm', 'renamed'), 'start-rate')).toEqual(
      jasmine.objectContaining({ most: 0.116, words: 'with its microsteps' }),
    );
    expect(findings().found(viewOf('5 mm'), 'fastest-ramp')).toBeNull();
  });

  it('keeps the worst of several tries, and forgets them when the design changes', () => {
    findings().keep(viewOf('5 mm'), 'start-rate', { most: 0.175, words: 'damped' });
    findings().keep(viewOf('5 mm'), 'start-rate', { most: 0.116, words: 'bare' });
    findings().keep(viewOf('5 mm'), 'start-rate', { most: 0.15, words: 'damped' });
    expect(findings().found(viewOf('5 mm'), 'start-rate')?.words).toBe('bare');
    expect(findings().found(viewOf('4 mm'), 'start-rate')).toBeNull();
    findings().keep(viewOf('4 mm'), 'start-rate', { most: 0.3, words: 'other screw' });
    expect(findings().found(viewOf('4 mm'), 'start-rate')?.most).toBe(0.3);
  });

  it('goes by full steps of the motor: 400 of 0.9° on 5 mm', () => {
    expect(stepsPerTravel(viewOf('5 mm'))).toBeCloseTo(400 / 0.005, 6);
  });
});
