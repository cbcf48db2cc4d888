// Batches: a template filled by the rows of a table. Whoever has room takes the next row, for as long as it says it is
// at it; a row is done once, whatever becomes of who began it.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.createTable('batches', (t) => {
    t.string('id', 32).primary();
    t.string('campaign_id', 32).notNullable().references('campaigns.id').onDelete('CASCADE');
    t.string('name', 200).notNullable();
    // The template as it was, in all sizes that are made.
    t.text('template', 'longtext').notNullable();
    // JSON: names of columns, which of them fills what, pictures by the names that cells use.
    t.text('columns', 'mediumtext').notNullable();
    t.text('matched', 'mediumtext').notNullable();
    t.text('pictures', 'longtext').notNullable();
    // `running`, `paused`, `stopped`.
    t.string('state', 10).notNullable();
    t.integer('of').unsigned().notNullable();
    t.datetime('created_at', { precision: 3 }).notNullable();
    t.index(['created_at', 'id']);
    t.index(['state', 'created_at']);
  });
  await knex.schema.createTable('batch_rows', (t) => {
    t.string('batch_id', 32).notNullable().references('batches.id').onDelete('CASCADE');
    t.integer('number').unsigned().notNullable();
    t.text('cells', 'mediumtext').notNullable();
    // `waiting`, `taken`, `done`, `failed`.
    t.string('state', 10).notNullable();
    t.string('taker', 32).nullable();
    t.datetime('taken_until', { precision: 3 }).nullable();
    t.integer('tries').unsigned().notNullable().defaultTo(0);
    t.text('document', 'longtext').nullable();
    // JSON: what it is called, whether it is Clear, how it reads in each size.
    t.text('outcome', 'mediumtext').nullable();
    t.text('why').nullable();
    t.string('piece_id', 32).nullable();
    t.datetime('done_at', { precision: 3 }).nullable();
    t.primary(['batch_id', 'number']);
    t.index(['batch_id', 'state', 'number']);
  });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.dropTable('batch_rows');
  await knex.schema.dropTable('batches');
}
