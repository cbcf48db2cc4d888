// The shelf of a campaign: parts of pieces, kept for others.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.createTable('parts', (t) => {
    t.string('id', 32).primary();
    t.string('campaign_id', 32).notNullable().references('campaigns.id').onDelete('CASCADE');
    t.string('name', 200).notNullable();
    // JSON: layers with their groups and swatches, and the size they were made for.
    t.text('part', 'longtext').notNullable();
    t.datetime('created_at', { precision: 3 }).notNullable();
    t.index(['campaign_id', 'created_at', 'id']);
  });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.dropTable('parts');
}
