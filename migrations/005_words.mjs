// Pieces are found by the words in them.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.alterTable('pieces', (t) => {
    t.text('words', 'mediumtext').nullable();
  });
  const ids = (await knex('pieces').select('id')).map((r) => r.id);
  for (const id of ids) {
    const { document } = await knex('pieces').where({ id }).first('document');
    try {
      const { slides = [] } = JSON.parse(document);
      const words = slides
        .flatMap((s) => [s.note, ...(s.layers ?? []).filter((l) => l.kind === 'text').map((l) => l.text)])
        .filter((t) => typeof t === 'string' && t.trim())
        .map((t) => t.replace(/\s+/g, ' ').trim())
        .join('\n');
      await knex('pieces').where({ id }).update({ words });
    } catch {
      // Said when it is opened.
    }
  }
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.alterTable('pieces', (t) => {
    t.dropColumns('words');
  });
}
