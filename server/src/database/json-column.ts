import { customType } from 'drizzle-orm/mysql-core';

/**
 * A JSON document in a LONGTEXT column. It is turned into text on the way in and parsed on the way out here, because the driver
 * returns parsed values for some expressions and text for others.
 */
export function jsonColumn<T>(name: string): ReturnType<ReturnType<typeof customType<{ data: T; driverData: string }>>> {
  return customType<{ data: T; driverData: string }>({
    dataType: () => 'longtext',
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (value: unknown) => (typeof value === 'string' ? JSON.parse(value) : value) as T,
  })(name);
}
