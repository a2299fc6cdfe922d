import { z } from 'zod';
import { written } from '../../exact/index.ts';
import { codeKind } from './kind.ts';

/** Stands for a code of a batch in baskets that are made up. */
const example = 'SINGLEUSE';

/** Any code of a batch, each good once. */
export const singleUse = codeKind({
  is: 'single use' as const,
  schema: z.strictObject({ is: z.literal('single use'), batch: written.id }),
  isEntered: ({ batch }, { codes, singles }) => codes.some((one) => singles.get(one) === batch),
  shared: () => null,
  batch: ({ batch }) => batch,
  entry: ({ batch }) => ({ codes: [example], singles: new Map([[example, batch]]) }),
});
