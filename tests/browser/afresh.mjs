// Puts a test's database back to what it was, so that the next file of tests finds the demo data as they came.
import { userInfo } from 'node:os';
import { createConnection } from 'mysql2/promise';

const COPY = 'plavo_as_it_was';

/**
 * Keeps a copy of all tables beside them.
 * @param {{ databaseUrl: string, databaseSocket: string }} application of its own database
 * @returns a function that puts all rows back
 */
export async function copyOf({ databaseUrl, databaseSocket }) {
  const name = new URL(databaseUrl).pathname.slice(1),
    connect = () =>
      createConnection({ socketPath: databaseSocket, user: userInfo().username, multipleStatements: true }),
    db = await connect();
  const [tables] = await db.query(
    "SELECT table_name AS t FROM information_schema.tables WHERE table_schema = ? AND table_type = 'BASE TABLE'",
    [name],
  );
  await db.query(
    [
      `DROP DATABASE IF EXISTS ${COPY}; CREATE DATABASE ${COPY}`,
      ...tables.flatMap(({ t }) => [
        `CREATE TABLE ${COPY}.${t} LIKE ${name}.${t}`,
        `INSERT INTO ${COPY}.${t} SELECT * FROM ${name}.${t}`,
      ]),
    ].join(';'),
  );
  await db.end();
  return async () => {
    // A new one each time: the tests end the database, too.
    const again = await connect();
    await again.query(
      [
        'SET foreign_key_checks = 0',
        ...tables.flatMap(({ t }) => [
          `DELETE FROM ${name}.${t}`,
          `INSERT INTO ${name}.${t} SELECT * FROM ${COPY}.${t}`,
        ]),
      ].join(';'),
    );
    await again.end();
  };
}
