/**
 * The triggers that make the ledger append-only. They are made again at every start, because a migration that rebuilds a
 * table drops its triggers without a word. Replacing inserts would get past the first two, hence the third.
 */
export const APPEND_ONLY_TRIGGERS: readonly { readonly name: string; readonly sql: string }[] = [
  {
    name: 'entry_is_never_changed',
    sql: `CREATE TRIGGER IF NOT EXISTS entry_is_never_changed BEFORE UPDATE ON entry
      BEGIN SELECT RAISE(ABORT, 'entry is append-only: add a correcting entry instead'); END`,
  },
  {
    name: 'entry_is_never_deleted',
    sql: `CREATE TRIGGER IF NOT EXISTS entry_is_never_deleted BEFORE DELETE ON entry
      BEGIN SELECT RAISE(ABORT, 'entry is append-only: add a correcting entry instead'); END`,
  },
  {
    name: 'entry_follows_the_last',
    sql: `CREATE TRIGGER IF NOT EXISTS entry_follows_the_last BEFORE INSERT ON entry
      WHEN NEW.seq <> (SELECT coalesce(max(seq), 0) + 1 FROM entry WHERE chain = NEW.chain)
      BEGIN SELECT RAISE(ABORT, 'entry leaves a gap or overwrites: append after the last seq'); END`,
  },
];
