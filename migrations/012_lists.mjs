// Lists of thousands: by what pieces are found, how they stand, what is archived, when they are due; covers of
// campaigns.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.alterTable('pieces', (t) => {
    t.datetime('archived_at', { precision: 3 }).nullable();
    // A day as it is written, YYYY-MM-DD: it has no hour and no zone.
    t.string('due_on', 10).nullable();
    t.integer('slides').unsigned().notNullable().defaultTo(1);
    // How it stood when it had that look: 0 Lost, 1 Strained, 2 Clear, 3 without words.
    t.string('weighed', 40).nullable();
    t.tinyint('verdict').nullable();
    t.float('ratio').nullable();
    t.float('needed').nullable();
    t.float('kept').nullable();
    // The revision whose traits are noted; null where somebody has to look.
    t.integer('traits_of').nullable();
    t.index(['deleted_at', 'archived_at', 'template', 'changed_at', 'id'], 'pieces_listed');
    t.index(['campaign_id', 'deleted_at', 'archived_at', 'template', 'changed_at', 'id'], 'pieces_of_campaign');
    t.index(['due_on']);
    t.index(['traits_of']);
  });
  await knex.schema.createTable('piece_traits', (t) => {
    t.string('piece_id', 32).notNullable().references('pieces.id').onDelete('CASCADE');
    t.string('kind', 12).notNullable();
    t.string('value', 120).notNullable();
    t.primary(['kind', 'value', 'piece_id']);
    t.index(['piece_id']);
  });
  await knex.schema.alterTable('campaigns', (t) => {
    t.string('cover_id', 32).nullable();
  });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.alterTable('campaigns', (t) => {
    t.dropColumns('cover_id');
  });
  await knex.schema.dropTable('piece_traits');
  await knex.schema.alterTable('pieces', (t) => {
    t.dropIndex([], 'pieces_listed');
    t.dropIndex([], 'pieces_of_campaign');
    t.dropIndex(['due_on']);
    t.dropIndex(['traits_of']);
    t.dropColumns('archived_at', 'due_on', 'slides', 'weighed', 'verdict', 'ratio', 'needed', 'kept', 'traits_of');
  });
}
