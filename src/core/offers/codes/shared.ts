import { z } from 'zod';
import { code, codeKind } from './kind.ts';

/** One code for all. */
export const shared = codeKind({
  is: 'shared',
  schema: z.strictObject({ is: z.literal('shared'), code }),
  isEntered: (own, { codes }) => codes.includes(own.code),
  shared: (own) => own.code,
  batch: () => null,
  entry: (own) => ({ codes: [own.code], singles: new Map() }),
});
