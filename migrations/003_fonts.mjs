// Fonts of one's own, which belong to a campaign. Their bytes lie with the pictures'.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.createTable('fonts', (t) => {
    t.string('campaign_id', 32).notNullable().references('campaigns.id').onDelete('CASCADE');
    t.string('asset_id', 64).notNullable().references('assets.id');
    t.string('family', 100).notNullable();
    t.integer('weight').unsigned().notNullable();
    t.boolean('italic').notNullable();
    // What the person who added it said about its licence.
    t.text('licence').notNullable();
    t.datetime('created_at', { precision: 3 }).notNullable();
    t.primary(['campaign_id', 'asset_id']);
  });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.dropTable('fonts');
}
