// Versions with names, which stay for ever.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.alterTable('revisions', (t) => {
    t.string('name', 200).nullable();
  });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.alterTable('revisions', (t) => {
    t.dropColumn('name');
  });
}
