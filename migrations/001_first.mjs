// Campaigns, pieces with their revisions, and pictures in rows of at most 1 MiB.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.createTable('campaigns', (t) => {
    t.string('id', 32).primary();
    t.string('name', 200).notNullable();
    t.datetime('created_at', { precision: 3 }).notNullable();
  });
  await knex.schema.createTable('pieces', (t) => {
    t.string('id', 32).primary();
    t.string('campaign_id', 32).notNullable().references('campaigns.id');
    t.string('name', 200).notNullable();
    t.integer('revision').notNullable();
    t.text('document', 'longtext').notNullable();
    t.datetime('created_at', { precision: 3 }).notNullable();
    t.datetime('changed_at', { precision: 3 }).notNullable();
  });
  await knex.schema.createTable('revisions', (t) => {
    t.increments('row').primary();
    t.string('piece_id', 32).notNullable().references('pieces.id').onDelete('CASCADE');
    t.integer('revision').notNullable();
    // `saved`, or `refused`: a save against an older revision, kept so that nothing is lost.
    t.string('kind', 10).notNullable();
    t.text('document', 'longtext').notNullable();
    t.datetime('saved_at', { precision: 3 }).notNullable();
    t.index(['piece_id', 'saved_at']);
  });
  await knex.schema.createTable('assets', (t) => {
    t.string('id', 64).primary();
    t.string('name', 200).notNullable();
    t.string('mime', 60).notNullable();
    t.integer('bytes').unsigned().notNullable();
    t.integer('width').unsigned().notNullable();
    t.integer('height').unsigned().notNullable();
    // What painters use: upright, sRGB, of bounded size. Often the picture itself.
    t.string('working_id', 64).notNullable();
    // Working copies are not shown in the library.
    t.boolean('listed').notNullable();
    t.datetime('created_at', { precision: 3 }).notNullable();
  });
  await knex.schema.createTable('asset_rows', (t) => {
    t.string('asset_id', 64).notNullable().references('assets.id').onDelete('CASCADE');
    t.integer('part').unsigned().notNullable();
    t.specificType('bytes', 'MEDIUMBLOB').notNullable();
    t.primary(['asset_id', 'part']);
  });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  for (const table of ['asset_rows', 'assets', 'revisions', 'pieces', 'campaigns']) await knex.schema.dropTable(table);
}
