import { readPartsCsv } from '../formats/index.js';
import { newPart, partSummary } from './index.js';

const summaryOf = (csv: string): string => {
  const parts = readPartsCsv(csv);
  if (!parts.ok) throw new Error(parts.error[0]?.message);
  return parts.value.map(partSummary).join();
};

describe('a part in one line', () => {
  it('says what matters of each kind', () => {
    expect(
      summaryOf(
        'kind,name,step_angle,rated_current,gearhead_ratio,gearhead_teeth\nmotor,M,11.25 °,0.1 A,64,32/9 22/11 26/9 31/10\n',
      ),
    ).toBe('11.25 ° · 0.1 A · 4 leads · gearhead 63.68395');
    expect(summaryOf('kind,name,gearhead_ratio\nmotor,M,38.4\n')).toBe('4 leads · gearhead 38.4, teeth not known');
    expect(
      summaryOf(
        'kind,name,current_formula,slope,slope_reads,current_most,finest_microsteps\ndriver,D,linear,0.71 A/V,rms,2 A,256\n',
      ),
    ).toBe('2 A · 1/256 · 0.71 A/V RMS');
    expect(summaryOf('kind,name,transmission,pitch,starts,efficiency\ntransmission,T,screw,2 mm,4,0.55\n')).toBe(
      'screw · 2 mm · 4 starts · η 0.55',
    );
    expect(
      summaryOf('kind,name,transmission,rack_size,tooth,teeth,efficiency\ntransmission,T,rack,module,1 mm,22,0.9\n'),
    ).toBe('rack · module 1 mm · 22 teeth · η 0.9');
    expect(summaryOf('kind,name,voltage,current\nsupply,S,24 V,6.5 A\n')).toBe('24 V · 6.5 A');
  });

  it('says nothing of what is not known', () => {
    expect(partSummary(newPart('supply', 'S'))).toBe('');
    expect(partSummary(newPart('controller', 'C'))).toBe('4 outputs');
  });
});
