// Lists without opening documents: what a piece is in short, which assets it uses. A bin for pieces, a revision for
// house styles, and what is derived from a picture kept beside it.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.alterTable('pieces', (t) => {
    // Sizes and number of slides, as JSON.
    t.text('summary').nullable();
    // Its document could not be opened when it was last read.
    t.boolean('damaged').notNullable().defaultTo(false);
    t.datetime('deleted_at', { precision: 3 }).nullable();
    t.index(['deleted_at', 'changed_at', 'id']);
  });
  await knex.schema.alterTable('campaigns', (t) => {
    t.integer('house_revision').notNullable().defaultTo(0);
  });
  await knex.schema.alterTable('assets', (t) => {
    // Null where it was not made yet, empty where there is none.
    t.string('drawing_id', 64).nullable();
    t.string('thumbnail_id', 64).nullable();
    t.index(['listed', 'created_at', 'id']);
  });
  await knex.schema.createTable('piece_assets', (t) => {
    t.string('piece_id', 32).notNullable().references('pieces.id').onDelete('CASCADE');
    t.string('asset_id', 64).notNullable();
    t.primary(['piece_id', 'asset_id']);
    t.index(['asset_id']);
  });
  const ids = (await knex('pieces').select('id')).map((r) => r.id);
  for (const id of ids) {
    const { document } = await knex('pieces').where({ id }).first('document');
    let summary = null;
    try {
      const { sizes = [], slides = [] } = JSON.parse(document);
      summary = JSON.stringify({
        sizes: sizes.map((s) => ({
          id: s.id,
          name: s.name,
          width: s.width,
          height: s.height,
          destination: s.destination ?? null,
        })),
        slides: slides.length,
      });
    } catch {
      // Said when it is opened.
    }
    await knex('pieces')
      .where({ id })
      .update(summary ? { summary } : { damaged: true });
    const assets = [...new Set([...document.matchAll(/"asset":"([0-9a-f]{64})"/g)].map((m) => m[1]))];
    if (assets.length)
      await knex('piece_assets')
        .insert(assets.map((asset_id) => ({ piece_id: id, asset_id })))
        .onConflict(['piece_id', 'asset_id'])
        .ignore();
  }
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.dropTable('piece_assets');
  await knex.schema.alterTable('assets', (t) => {
    t.dropColumns('drawing_id', 'thumbnail_id');
  });
  await knex.schema.alterTable('campaigns', (t) => {
    t.dropColumns('house_revision');
  });
  await knex.schema.alterTable('pieces', (t) => {
    t.dropIndex(['deleted_at', 'changed_at', 'id']);
    t.dropColumns('summary', 'damaged', 'deleted_at');
  });
}
