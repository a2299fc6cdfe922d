// The demo's data, put in once for all tests of the interface: what the seed makes is the same every time, and takes
// longer than most tests. Each file's own database and folder are copied from it.
import { join } from 'node:path';
import { startApplication } from './application.mjs';

/** Seeds a database of a cluster, and a folder within another; where both are. */
export async function seeded({ root, cluster, folder }) {
  const database = 'seeded';
  const data = join(folder, database);
  cluster.createDatabase(database);
  const application = await startApplication({ root, data, databaseUrl: cluster.url(database), port: 0 });
  await application.stop();
  return { database, data };
}
