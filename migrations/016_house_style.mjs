// A house style is more than its swatches: one document a campaign.

const PARTS = { textStyles: [], shadows: [], tone: null, treatment: null, logos: [] };

/** @param {import('knex').Knex} knex */
export async function up(knex) {
  await knex.schema.alterTable('campaigns', (t) => {
    t.text('house', 'longtext').nullable();
  });
  for (const { id, swatches } of await knex('campaigns').whereNotNull('swatches').select('id', 'swatches')) {
    let house = swatches;
    try {
      house = JSON.stringify({ swatches: JSON.parse(swatches), ...PARTS });
    } catch {
      // What is damaged stays as it is, and is said to be.
    }
    await knex('campaigns').where({ id }).update({ house });
  }
  await knex.schema.alterTable('campaigns', (t) => {
    t.dropColumn('swatches');
  });
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
  await knex.schema.alterTable('campaigns', (t) => {
    t.text('swatches', 'longtext').nullable();
  });
  for (const { id, house } of await knex('campaigns').whereNotNull('house').select('id', 'house')) {
    let swatches = house;
    try {
      swatches = JSON.stringify(JSON.parse(house).swatches);
    } catch {
      // Likewise.
    }
    await knex('campaigns').where({ id }).update({ swatches });
  }
  await knex.schema.alterTable('campaigns', (t) => {
    t.dropColumn('house');
  });
}
