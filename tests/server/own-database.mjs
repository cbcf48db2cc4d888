// A database of a test's own, for tests whose work is taken by whoever finds it: says its address, and ends with the
// program that asked for it.
import { migrate, startDatabase } from '../../scripts/lib/database.mjs';

const database = await startDatabase(process.argv[2]);
await migrate(database.url);
process.stdin.once('end', async () => {
  await database.stop();
  process.exit(0);
});
process.stdin.resume();
console.log(database.url);
