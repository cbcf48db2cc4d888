// What cover a piece has, seen on its picture and kept until it looks otherwise.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.alterTable('pieces', (t) => {
    // JSON with the look it was seen on; null where nobody has looked yet.
    t.text('cover').nullable();
  });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.alterTable('pieces', (t) => {
    t.dropColumns('cover');
  });
}
