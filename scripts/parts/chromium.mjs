// Debian's Chromium without a window, for the tests of the interface and the screenshots.
import { existsSync } from 'node:fs';
import { debianPackages } from './packages.mjs';

const executablePath = '/usr/bin/chromium-headless-shell';
export const chromium = () =>
  debianPackages(['chromium-headless-shell'], () => existsSync(executablePath), 'Chromium without a window');

/** How it is started: nothing of it looks for anything outside. */
export const launchOptions = {
  executablePath,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
