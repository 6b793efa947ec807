const said = (text: string): object => ({ text, from: 'typed', on: null, plusMinus: null });

/**
 * A machine document as the first version of the program wrote it: a sliding axis on an inch screw and a geared turning
 * one.
 */
export const MACHINE_OF_VERSION_1: Readonly<Record<string, unknown>> = {
  format: 'crisp-notch/machine',
  version: 1,
  name: 'Old bench',
  kind: 'router',
  note: '',
  supplies: [{ id: 'supply-1', part: null, name: '', specification: { voltage: said('24 V'), current: null } }],
  controller: { part: null, name: '', specification: { pulseRateMost: said('30 kHz'), outputs: 4 } },
  axes: [
    {
      id: 'axis-1',
      letter: 'X',
      name: 'slide',
      job: {
        kind: 'linear',
        travel: said('300 mm'),
        speed: said('20 mm/s'),
        tolerance: said('0.05 mm'),
        load: said('20 N'),
      },
      supply: 'supply-1',
      driver: {
        part: null,
        name: '',
        specification: {
          formula: null,
          currentMost: null,
          voltageLeast: null,
          voltageMost: null,
          finestMicrosteps: 16,
        },
        microsteps: 4,
        currentLimit: said('1.2 A'),
      },
      motor: {
        part: null,
        name: '',
        specification: {
          leads: 4,
          stepAngle: said('1.8 °'),
          holdingTorque: said('0.45 N·m'),
          ratedCurrent: said('1.5 A'),
          resistance: null,
          inductance: null,
          rotorInertia: null,
          gearhead: null,
        },
      },
      reduction: [],
      transmission: {
        part: null,
        name: '',
        specification: { kind: 'screw', pitch: said('20 tpi'), starts: 1, efficiency: said('0.3') },
      },
      carriage: { name: '', mass: null },
      currentSchool: 'crest',
      setting: null,
    },
    {
      id: 'axis-2',
      letter: 'A',
      name: 'table',
      job: {
        kind: 'rotary',
        travel: said('360 °'),
        speed: said('12 °/s'),
        tolerance: said('0.1 °'),
        load: said('0.2 N·m'),
      },
      supply: null,
      driver: {
        part: null,
        name: '',
        specification: {
          formula: null,
          currentMost: null,
          voltageLeast: null,
          voltageMost: null,
          finestMicrosteps: 16,
        },
        microsteps: 1,
        currentLimit: null,
      },
      motor: {
        part: null,
        name: '',
        specification: {
          leads: 5,
          stepAngle: said('11.25 °'),
          holdingTorque: said('30 mN·m'),
          ratedCurrent: said('0.2 A'),
          resistance: null,
          inductance: null,
          rotorInertia: null,
          gearhead: { nominal: said('64'), stages: [{ kind: 'gear', driver: 9, driven: 32 }] },
        },
      },
      reduction: [{ kind: 'worm', driver: 1, driven: 60 }],
      transmission: { part: null, name: '', specification: { kind: 'rotary', efficiency: said('0.5') } },
      carriage: { name: '', mass: null },
      currentSchool: 'rms',
      setting: null,
    },
  ],
  card: [],
};
