import type { Machine } from '@crisp-notch/core/machine';
import type { ChoiceOption } from '../ui/select.component';

/** Supplies and converters, as something to choose from. */
export const railOptions = ({ supplies, converters }: Machine): readonly ChoiceOption[] => [
  ...supplies.map((item, index) => ({
    value: item.id,
    label: railName(
      item.name || `supply${supplies.length > 1 ? ` ${index + 1}` : ''}`,
      (item.set ?? item.specification.voltage)?.text,
    ),
  })),
  ...converters.map((item) => ({
    value: item.id,
    label: railName(item.name || 'converter', item.specification.voltage?.text),
  })),
];

const railName = (name: string, volts: string | undefined): string => (volts ? `${name}, ${volts}` : name);
