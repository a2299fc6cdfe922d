/** The words for the kinds of benefits that core lists: one that is missing here is a type error. */
import type { Benefit, BenefitBody } from '../../../core/offers/index.ts';
import { buyAndGet } from './buy-and-get.ts';
import { delivery } from './delivery.ts';
import { fixedPrice } from './fixed-price.ts';
import { gift } from './gift.ts';
import { offGoods } from './off-goods.ts';
import { offOrder } from './off-order.ts';
import { spendSteps } from './spend-steps.ts';
import type { BenefitWordsOf } from './words.ts';

export const benefitWords: BenefitWordsOf<BenefitBody, Benefit> = {
  'off goods': offGoods,
  'fixed price': fixedPrice,
  'buy and get': buyAndGet,
  gift,
  'off order': offOrder,
  'spend steps': spendSteps,
  delivery,
};
