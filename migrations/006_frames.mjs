// Animated pictures: how many frames each has, and the list of them, kept as bytes of its own.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.alterTable('assets', (t) => {
    // Null where it was not looked at yet, empty where there are none.
    t.string('frames_id', 64).nullable();
    t.integer('frames').notNullable().defaultTo(0);
  });
  await knex('assets').whereNotIn('mime', ['image/gif', 'image/webp']).update({ frames_id: '' });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.alterTable('assets', (t) => {
    t.dropColumns('frames_id', 'frames');
  });
}
