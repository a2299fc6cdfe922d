import type { z } from 'zod';
import { decimalText } from '../../src/core/exact/index.ts';
import { benefitWords as own } from '../../src/words/en/benefits/list.ts';
import type { BenefitWords } from '../../src/words/en/benefits/words.ts';
import type { SecondUnit, secondUnitSchema } from './benefit.ts';

const secondUnit: BenefitWords<z.infer<typeof secondUnitSchema>, SecondUnit> = {
  word: 'pairs',
  did: ({ percent }) => `takes ${decimalText(percent)} % off every second unit`,
  terms: ({ percent, goods }, about) => `${percent} % off every second of ${about.goods(goods, 'our goods')}`,
};

export const benefitWords = { ...own, 'second unit': secondUnit };
