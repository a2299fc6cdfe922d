import { NoAnswer } from '../../live/index.ts';
import type { Connection } from '../database.ts';
import { keyRow } from '../queries/keys.ts';
import type { Sealer } from './seal.ts';

/** A key as it is shown to whom it is for, and nobody else; a carrier's with the sort of prices that it asks for. */
export interface OpenKey {
  readonly key: string;
  readonly prices: 'list' | 'account' | null;
}

/** The key for a channel or a carrier; null where none is set. Throws {@link NoAnswer} where it cannot be opened. */
export type KeyOf = (of: string) => Promise<OpenKey | null>;

export const noKeys: KeyOf = async () => null;

/** The keys that a database holds sealed. */
export const keysIn =
  (database: Connection, sealer: Sealer | null): KeyOf =>
  async (of) => {
    const row = await keyRow(database, of);
    if (!row) return null;
    const key = sealer?.open(of, row.sealed) ?? null;
    if (key === null)
      throw new NoAnswer('the key set for it was sealed with another PLEMB_SEAL_KEY; set it anew', false);
    return { key, prices: row.prices };
  };
