import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

/** Thrown with words for the person at the keyboard; no stack is wanted. */
export class Refusal extends Error {}

/**
 * Makes sure that a program from a Debian package is there, installing the package where this is allowed.
 * @param paths where the program may be; the first that exists is returned
 * @param otherwise a further way out to tell of, if it cannot be installed
 * @throws Refusal with the exact command to run
 */
export function programFrom(packages: readonly string[], paths: readonly string[], otherwise = ''): string {
  const find = (): string | undefined => paths.find((path) => existsSync(path));
  const found = find();
  if (found) return found;
  // Somebody else may be installing, even the other of our two commands: that is waited for.
  const command = `apt-get update && apt-get -o DPkg::Lock::Timeout=300 install -y --no-install-recommends ${packages.join(' ')}`;
  const canInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get');
  if (!canInstall)
    throw new Refusal(
      `${packages[0]} is not installed, and this account may not install it. Run:\n  sudo sh -c '${command}'\n${otherwise}`,
    );
  process.stdout.write(`Installing ${packages.join(', ')} …\n`);
  const result = spawnSync('sh', ['-c', `(${command}) >&2`], {
    stdio: ['ignore', 'ignore', 'pipe'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    encoding: 'utf8',
  });
  const installed = find();
  if (result.status !== 0 || !installed)
    throw new Refusal(
      `${packages[0]} could not be installed:\n${result.stderr.slice(-2000)}\nThe command was: ${command}\n${otherwise}`,
    );
  return installed;
}
