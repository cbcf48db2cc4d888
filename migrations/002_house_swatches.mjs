// Colours and gradients of a campaign's house style.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.alterTable('campaigns', (t) => {
    t.text('swatches', 'longtext').nullable();
  });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.alterTable('campaigns', (t) => {
    t.dropColumn('swatches');
  });
}
