import type { z } from 'zod';
import type { RateEditorProps } from '../../src/web/stages/rates/kinds/editor.ts';
import { rateEditors as own } from '../../src/web/stages/rates/kinds/list.ts';
import { AmountPart, TextPart } from '../../src/web/ui/field.tsx';
import type { cratesSchema } from './rate-kind.ts';

type Body = z.infer<typeof cratesSchema>;

/** How the crates are edited: as any kind of its own. */
const crates = {
  label: 'by the crate',
  begin: ({ amount }: { amount: string }): Body => ({ is: 'crates', amount, holds: 6 }),
  amount: (rate: Body) => rate.amount,
  Part: ({ rate, named, kind, change }: Omit<RateEditorProps<Body>, 'change'> & { change: (rate: Body) => void }) => (
    <>
      <AmountPart label={named('A crate')} value={rate.amount} onCommit={(amount) => change({ ...rate, amount })} />{' '}
      {kind} of{' '}
      <TextPart
        label={named('Units a crate holds')}
        value={String(rate.holds)}
        onCommit={(text) => change({ ...rate, holds: Number(text) })}
      />
    </>
  ),
  Below: null,
  shape: () => null,
};

export const rateEditors = { ...own, crates };
