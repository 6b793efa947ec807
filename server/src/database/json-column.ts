import { customType } from 'drizzle-orm/mysql-core';

/**
 * A JSON document in a LONGTEXT column. It is turned into text on the way in and parsed on the way out here, because
 * the driver returns parsed values for some expressions and text for others. Text that is no JSON comes out as it is,
 * so that one damaged row fails by itself, where it is checked, and not the list it stands in.
 */
export function jsonColumn<T>(
  name: string,
): ReturnType<ReturnType<typeof customType<{ data: T; driverData: string }>>> {
  return customType<{ data: T; driverData: string }>({
    dataType: () => 'longtext',
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (value: unknown) => (typeof value === 'string' ? parsed(value) : value) as T,
  })(name);
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    // Damaged: whoever checks the document says so.
    return text;
  }
}
