import { advice } from '../../finding/index.js';
import { beliefOf, leadsOf } from '../motor-leads.js';
import { motorNames } from '../signals.js';
import { axisRule } from '../rule.js';

export const LEAD_RULES = [
  axisRule('six-on-four', (axis) => {
    const { specification, wiring } = axis.motor;
    if (specification.leads !== 6 || (wiring !== 'half' && wiring !== 'series')) return null;
    const found = motorNames(axis).flatMap((name, index) => {
      const leads = leadsOf(axis, index);
      const connection = leads.order.length === 4 ? beliefOf(axis, leads).connection : null;
      if (!connection) return [];
      const taps = leads.order.filter((lead) => connection.taps.includes(lead)).length;
      const isAs = taps === (wiring === 'half' ? 2 : 0);
      return isAs ? [] : [name];
    });
    const [first] = found;
    if (first === undefined) return null;
    const numbers = { half: 'R, L and I', series: '2R, 4L and I/√2' } as const;
    const other = wiring === 'half' ? 'series' : 'half';
    return {
      severity: 'caution',
      sentence: `motor ${first} is wired ${wiring === 'half' ? 'end to end, its taps open' : 'from end to tap'}, and the design reckons ${wiring === 'half' ? 'from end to tap' : 'end to end'}: ${numbers[other]} in place of ${numbers[wiring]}. Current and speed come out otherwise.`,
      remedies: [
        {
          words: `Reckon it as it is wired: ${other === 'half' ? 'half coils' : 'in series'}.`,
          change: (machine) => ({
            ...machine,
            axes: machine.axes.map((item) =>
              item.id === axis.id ? { ...item, motor: { ...item.motor, wiring: other } } : item,
            ),
          }),
        },
        advice('Or move the leads as the coil finder places them.'),
      ],
    };
  }),
];
