import { programFrom, Refusal } from './system-package';

describe('a program from a Debian package', () => {
  it('is found where it is', () => {
    expect(programFrom(['sh'], ['/nowhere/sh', '/bin/sh'])).toBe('/bin/sh');
  });

  it('is asked for by its exact command where this account may not install it', () => {
    spyOn(process as { getuid(): number }, 'getuid').and.returnValue(1000);
    expect(() => programFrom(['mariadb-server'], ['/nowhere/mariadbd'], 'Or set DATABASE_URL.')).toThrowMatching(
      (error: unknown) =>
        error instanceof Refusal &&
        error.message.includes(
          'apt-get -o DPkg::Lock::Timeout=300 install -y --no-install-recommends mariadb-server',
        ) &&
        error.message.includes('Or set DATABASE_URL.'),
    );
  });
});
