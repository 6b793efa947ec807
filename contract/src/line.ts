import { checkShape, text } from '@crisp-notch/core/shape';
import { string, type StringSchema } from 'yup';

/** Text that can be stored and shown: no control characters but line breaks and tabs, no broken surrogates. */
export function line(most: number, least = 0): StringSchema<string> {
  return string()
    .defined()
    .test('text', '${path} is not text that can be kept', function (value: string | null | undefined) {
      // Whether a line may be null or left out it says by itself; there is no text to look at then.
      if (value === null || value === undefined) return true;
      const checked = checkShape(text(most, least), value);
      return checked.ok || this.createError({ message: `${this.path} ${checked.error[0]?.message ?? 'is not text'}` });
    });
}
