// The application as it is built.
import { startApplication } from './application.mjs';
import { build } from './build.mjs';

export async function startBuilt(options) {
  await options.step('Building', () => build(options.root));
  return startApplication(options);
}
