import type { Packed } from '../packing.ts';
import { type Refused, refused } from '../refusal.ts';

/** Why goods that cannot be packed are refused. */
export const unpacked = ({ why }: Packed & { ok: false }): Refused => refused(why);
