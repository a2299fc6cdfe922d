// Debian's Chromium, for the tests of the interface and the screenshots.
import { existsSync } from 'node:fs';
import { debianPackages } from './packages.mjs';

export const chromiumPath = '/usr/bin/chromium';
export const chromium = () => debianPackages(['chromium'], () => existsSync(chromiumPath), 'Chromium');
