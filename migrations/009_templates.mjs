// Templates: pieces of which others are made. They are listed by themselves.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.alterTable('pieces', (t) => {
    t.boolean('template').notNullable().defaultTo(false);
    t.index(['template', 'deleted_at', 'changed_at', 'id']);
  });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.alterTable('pieces', (t) => {
    t.dropIndex(['template', 'deleted_at', 'changed_at', 'id']);
    t.dropColumns('template');
  });
}
