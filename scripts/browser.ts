import { programFrom } from './system-package';

/** Debian's Chromium, installed if it is missing and may be. */
export function chromiumPath(): string {
  return programFrom(['chromium'], ['/usr/bin/chromium', '/usr/bin/chromium-browser']);
}

/** No sandbox, because tests often run as root in a container; and no connection of the browser's own. */
export const BROWSER_FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-dev-shm-usage',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
  '--metrics-recording-only',
  '--disable-domain-reliability',
];
