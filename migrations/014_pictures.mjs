// By what pictures are found, beyond their names; and whose they are, where they came from a picture service.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.alterTable('assets', (t) => {
    // JSON: title, author, licence, service, and whether it is to be named.
    t.text('credit').nullable();
    t.boolean('traits_noted').notNullable().defaultTo(false);
    t.index(['listed', 'traits_noted']);
  });
  await knex.schema.createTable('asset_traits', (t) => {
    t.string('asset_id', 64).notNullable().references('assets.id').onDelete('CASCADE');
    t.string('kind', 12).notNullable();
    t.string('value', 60).notNullable();
    t.primary(['kind', 'value', 'asset_id']);
    t.index(['asset_id']);
  });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.dropTable('asset_traits');
  await knex.schema.alterTable('assets', (t) => {
    t.dropIndex(['listed', 'traits_noted']);
    t.dropColumns('credit', 'traits_noted');
  });
}
