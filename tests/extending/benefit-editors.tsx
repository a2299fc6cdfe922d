import type { z } from 'zod';
import type { BenefitEditorProps } from '../../src/web/stages/offers/benefits/editor.ts';
import { benefitEditors as own } from '../../src/web/stages/offers/benefits/list.ts';
import { TextPart } from '../../src/web/ui/field.tsx';
import type { secondUnitSchema } from './benefit.ts';

type Body = z.infer<typeof secondUnitSchema>;

const secondUnit = {
  label: 'every second unit:',
  begin: (): Body => ({ is: 'second unit', goods: null, percent: '50' }),
  Part: ({ benefit, onCommit }: Omit<BenefitEditorProps<Body>, 'onCommit'> & { onCommit: (benefit: Body) => void }) => (
    <>
      less{' '}
      <TextPart label="Percent" value={benefit.percent} onCommit={(percent) => onCommit({ ...benefit, percent })} /> %
    </>
  ),
};

export const benefitEditors = { ...own, 'second unit': secondUnit };
