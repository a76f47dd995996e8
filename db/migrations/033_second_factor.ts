import type { Knex } from 'knex'

/** A second factor at sign-in: time-based codes, and spare ones for a lost device. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('people', (table) => {
    table.string('totp_secret', 64).nullable()
    // The latest step of time whose code was taken; none is taken twice.
    table.integer('totp_step').unsigned().nullable()
    // Hashes of the spare codes that are left, one after the other.
    table.text('totp_spare').nullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('people', (table) => {
    table.dropColumns('totp_secret', 'totp_step', 'totp_spare')
  })
}
