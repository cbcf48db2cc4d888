// Archives that are made while they are fetched: what each is made of, and how far it is, so that any process of the
// application can make it, and any other say how far it is.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.createTable('archives', (t) => {
    t.string('id', 32).primary();
    // JSON: a piece as it was and what is wanted of it, or the batch.
    t.text('ask', 'longtext').notNullable();
    t.string('name', 240).notNullable();
    t.integer('revision').unsigned().notNullable();
    // `waiting`, `making`, `made`, `stopped`, `failed`.
    t.string('state', 10).notNullable();
    t.integer('of').unsigned().notNullable();
    t.integer('done').unsigned().notNullable().defaultTo(0);
    t.bigInteger('bytes').unsigned().notNullable().defaultTo(0);
    // JSON: files that could not be made, and what is said of others.
    t.text('left_out', 'mediumtext').notNullable();
    t.text('notes', 'mediumtext').notNullable();
    t.datetime('created_at', { precision: 3 }).notNullable().index();
    // Moved on while somebody makes it.
    t.datetime('held_until', { precision: 3 }).nullable();
  });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.dropTable('archives');
}
