import { readPartsCsv, writePartsCsv } from '../formats/index.js';
import { quantityOf } from '../shape/index.js';
import {
  BLANK_CONTROLLER_LOGIC,
  BLANK_DRIVER_LOGIC,
  checkPart,
  microstepTableOf,
  microstepTableText,
  newPart,
  type MicrostepTable,
  type Part,
} from './index.js';

const TABLE: MicrostepTable = {
  set: 'switches',
  closed: 'low',
  pins: [
    { name: 'S5', open: 'high' },
    { name: 'S6', open: 'low' },
    { name: 'MD', open: 'floats' },
  ],
  rows: [
    { levels: 'hhl', microsteps: 2 },
    { levels: 'lhh', microsteps: 64 },
  ],
  inside: 256,
  note: 'With its serial line in use; the pins are an address',
};

describe('a table of microsteps in one line', () => {
  it('is read back as it was, notes with their own semicolons too', () => {
    const text = microstepTableText(TABLE);
    expect(text).toContain('switches low; S5+ S6- MD?; hhl=2 lhh=64; inside 256; With');
    expect(microstepTableOf({ table: text }, 'table')).toEqual(TABLE);
    const bare = { ...TABLE, inside: null, note: '' };
    expect(microstepTableOf({ table: microstepTableText(bare) }, 'table')).toEqual(bare);
    expect([microstepTableText(null), microstepTableOf({}, 'table')]).toEqual(['', null]);
  });

  it('that makes no sense is named by the check of the part, not taken', () => {
    const csv = (text: string): ReturnType<typeof readPartsCsv> =>
      readPartsCsv(`kind,name,microstep_table\ndriver,Odd,"${text}"\n`);
    expect(csv('jumpers high; M1- M2-; ll=1 hl=2; ; ').ok).toBeTrue();
    for (const wrong of [
      'whatever',
      'jumpers up; M1-; l=1; ; ',
      'jumpers high; M1*; l=1; ; ',
      'jumpers high; M1-; l=x; ; ',
    ])
      expect(csv(wrong).ok).withContext(wrong).toBeFalse();
  });
});

describe('what a sheet says of pins', () => {
  const parts: readonly Part[] = [
    {
      ...newPart('driver', 'Boxed'),
      specification: {
        ...newPart('driver', '').specification,
        logic: {
          ...BLANK_DRIVER_LOGIC,
          form: 'box',
          inputs: 'opto',
          inputVoltage: quantityOf('5 V', 'part'),
          inputCurrent: quantityOf('8 mA', 'part'),
          enabledBy: 'high',
        },
        microstepTable: TABLE,
      },
    },
    {
      ...newPart('controller', 'Small'),
      specification: {
        ...newPart('controller', '').specification,
        logic: { ...BLANK_CONTROLLER_LOGIC, level: quantityOf('3.3 V', 'part'), draws: quantityOf('0.2 A', 'part') },
      },
    },
  ];

  it('goes through a table of parts and back', () => {
    for (const part of parts) {
      expect(checkPart(part).ok).toBeTrue();
      expect(readPartsCsv(writePartsCsv([part]))).toEqual({ ok: true, value: [part] });
    }
  });

  it('is nothing where the table says nothing', () => {
    const back = readPartsCsv('kind,name,current_most\ndriver,Plain,2 A\n');
    const [part] = back.ok ? back.value : [];
    expect(part?.kind === 'driver' && [part.specification.logic, part.specification.microstepTable]).toEqual([
      null,
      null,
    ]);
  });
});
