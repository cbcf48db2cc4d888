// What was found in a picture, so that it is looked for once, whichever process does.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  // JSON of the subject; null where nobody has looked. Other networks than today's must look again: it is set to null.
  await knex.schema.alterTable('assets', (t) => t.text('subject').nullable());
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.alterTable('assets', (t) => t.dropColumn('subject'));
}
