import { customType } from 'drizzle-orm/mysql-core';

/** Bytes as they are. */
export function bytesColumn(
  name: string,
  type: 'mediumblob' | 'longblob',
): ReturnType<ReturnType<typeof customType<{ data: Buffer; driverData: Buffer }>>> {
  return customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => type })(name);
}
