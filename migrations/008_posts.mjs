// Posts: what was given to a service, and what it said; and what the stand-in, a service of our own, shows.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.createTable('posts', (t) => {
    t.string('id', 32).primary();
    t.string('piece_id', 32).notNullable().index();
    t.string('campaign_id', 32).notNullable().index();
    t.string('service', 32).notNullable();
    // What the service calls it; null where it was refused.
    t.string('service_id', 64).nullable();
    t.string('kind', 16).notNullable();
    t.text('words').notNullable();
    t.datetime('at', { precision: 3 }).notNullable();
    t.datetime('created_at', { precision: 3 }).notNullable();
    // JSON: why it was refused; and of each slide how its texts read as the service shows it.
    t.text('reasons').notNullable();
    t.text('slides', 'mediumtext').notNullable();
  });
  await knex.schema.createTable('stand_in_posts', (t) => {
    t.string('id', 32).primary();
    t.string('account', 32).notNullable();
    t.string('kind', 16).notNullable();
    t.text('words').notNullable();
    t.datetime('at', { precision: 3 }).notNullable();
    // JSON: pictures by the names of their bytes, with their sizes and alternative texts.
    t.text('pictures', 'mediumtext').notNullable();
    t.index(['account', 'at']);
  });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.dropTable('stand_in_posts');
  await knex.schema.dropTable('posts');
}
