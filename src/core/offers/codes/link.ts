import { z } from 'zod';
import { code, codeKind } from './kind.ts';

/** Carried by a link, and told to nobody. */
export const link = codeKind({
  is: 'link',
  schema: z.strictObject({ is: z.literal('link'), code }),
  isEntered: (own, { codes }) => codes.includes(own.code),
  shared: (own) => own.code,
  batch: () => null,
  entry: (own) => ({ codes: [own.code], singles: new Map() }),
});
