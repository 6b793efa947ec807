import { isBrushed } from '@crisp-notch/core/drive-line';
import { MACHINE_ASKED, type Axis, type Cable, type Hookup } from '@crisp-notch/core/machine';
import type { QuantityAsked } from '@crisp-notch/core/shape';
import { CABLE_LABELS, HOOKUP_LABELS, hookupOf } from '@crisp-notch/core/wiring';
import type { AxisView } from '../data/design-store';
import type { ChoiceOption } from '../ui/select.component';

/** What is asked in words; the trimmer's way is asked where the current is set. */
type Worded = Exclude<keyof Hookup, 'cable' | 'inputResistor' | 'capacitorAt' | 'logicRail' | 'trimmer'>;

const OPTIONS: Readonly<Record<Worded, readonly ChoiceOption[]>> = {
  ground: [
    { value: 'one-point', label: 'joined at one point' },
    { value: 'through-signals', label: 'motor current through the signals’ ground' },
    { value: 'missing', label: 'no wire between them' },
  ],
  common: [
    { value: 'anode', label: 'their anodes, on logic +' },
    { value: 'cathode', label: 'their cathodes, on 0 V' },
  ],
  enable: [
    { value: 'controller', label: 'the controller' },
    { value: 'fixed', label: 'a wire to the level that drives' },
    { value: 'open', label: 'nowhere: it is open' },
  ],
  enablePull: [
    { value: 'none', label: 'none' },
    { value: 'frees', label: 'pulls so that the motor is free' },
    { value: 'drives', label: 'pulls so that it is driven' },
  ],
  enableSent: [
    { value: 'low', label: 'low' },
    { value: 'high', label: 'high' },
  ],
  pulses: [
    { value: 'controller', label: 'wired to the controller' },
    { value: 'open', label: 'left open' },
  ],
  sleepReset: [
    { value: 'joined', label: 'joined to each other' },
    { value: 'high', label: 'both on logic +' },
    { value: 'open', label: 'left open' },
  ],
  regulatorJumper: [
    { value: 'in', label: 'in' },
    { value: 'out', label: 'out' },
  ],
  carrier: [
    { value: 'not-looked', label: 'nobody has looked' },
    { value: 'right', label: 'supply pin in the supply socket' },
    { value: 'turned', label: 'end for end' },
  ],
  sink: [
    { value: 'none', label: 'none' },
    { value: 'clear', label: 'clear of all pins' },
    { value: 'touching', label: 'touches pins or parts' },
  ],
};

/** One thing that is asked of how an axis is wired, and the answer. */
export type HookupRow =
  | {
      readonly kind: 'words';
      readonly key: Worded | 'logicRail';
      readonly label: string;
      readonly options: readonly ChoiceOption[];
      readonly value: string;
    }
  | { readonly kind: 'number'; readonly key: 'inputResistor' | 'capacitorAt'; readonly asked: QuantityAsked };

/** In place of a rail: the controller's own logic volts. */
export const OWN = 'own';

/** What is asked of one axis: only what its driver has. */
export function hookupRows({ axis, context }: AxisView, rails: readonly ChoiceOption[]): readonly HookupRow[] {
  const hookup = hookupOf(axis);
  const { logic, type } = axis.driver.specification;
  const isOpto = logic?.inputs === 'opto';
  const asked = askedWords(axis, type === 'unipolar', isBrushed(context));
  const row = (key: Worded): HookupRow => ({
    kind: 'words',
    key,
    label: HOOKUP_LABELS[key],
    options: OPTIONS[key],
    value: hookup[key],
  });
  return [
    ...asked.map(row),
    ...(logic && (isOpto ? hookup.common === 'anode' : logic.logicPin === 'yes')
      ? [
          {
            kind: 'words' as const,
            key: 'logicRail' as const,
            label: HOOKUP_LABELS.logicRail,
            options: [{ value: OWN, label: 'the controller' }, ...rails],
            value: hookup.logicRail ?? OWN,
          },
        ]
      : []),
    ...(isOpto
      ? [{ kind: 'number' as const, key: 'inputResistor' as const, asked: MACHINE_ASKED.hookup.inputResistor }]
      : []),
    ...(axis.feed.capacitance
      ? [{ kind: 'number' as const, key: 'capacitorAt' as const, asked: MACHINE_ASKED.hookup.capacitorAt }]
      : []),
  ];
}

function askedWords(axis: Axis, isArray: boolean, isBrushedMotor: boolean): readonly Worded[] {
  const { logic } = axis.driver.specification;
  const isOpto = logic?.inputs === 'opto';
  return [
    ...(isOpto ? (['common'] as const) : (['ground'] as const)),
    ...(isBrushedMotor ? [] : (['pulses'] as const)),
    ...(isArray ? [] : (['enable'] as const)),
    ...(isArray || hookupOf(axis).enable !== 'controller'
      ? []
      : isOpto
        ? (['enableSent'] as const)
        : (['enablePull', 'enableSent'] as const)),
    ...(logic && logic.sleepReset !== 'none' ? (['sleepReset'] as const) : []),
    ...(logic?.regulatorMost ? (['regulatorJumper'] as const) : []),
    ...(logic?.form === 'carrier' ? (['carrier', 'sink'] as const) : []),
  ];
}

/** The axis with one answer changed. */
export function withAnswer<K extends keyof Hookup>(axis: Axis, key: K, value: Hookup[K]): Axis {
  return { ...axis, hookup: { ...hookupOf(axis), [key]: value } };
}

type WordedOfCable = 'shield' | 'beside';
export const CABLE_OPTIONS: Readonly<
  Record<WordedOfCable, { readonly label: string; readonly options: readonly ChoiceOption[] }>
> = {
  shield: {
    label: CABLE_LABELS.shield,
    options: [
      { value: 'none', label: 'no shield' },
      { value: 'one-end', label: 'at one end' },
      { value: 'both-ends', label: 'at both ends' },
    ],
  },
  beside: {
    label: 'It lies',
    options: [
      { value: 'apart', label: 'apart from signal cables' },
      { value: 'together', label: 'with signal cables' },
    ],
  },
};

/** What a cable is, in one line; empty for nothing said. */
export function cableWords({ length, cores, core, diameter, shield, beside, flexes, plug }: Cable): string {
  return [
    length?.text ?? '',
    [cores === null ? '' : `${cores}`, core?.text ?? ''].filter(Boolean).join(' × '),
    diameter === null ? '' : `⌀ ${diameter.text}`,
    shield === 'none' ? '' : `shield ${shield === 'one-end' ? 'at one end' : 'at both ends'}`,
    beside === 'together' ? 'with signal cables' : '',
    flexes ? 'in a chain' : '',
    plug,
  ]
    .filter((word) => word !== '')
    .join(', ');
}
