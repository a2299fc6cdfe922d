/** How the kinds of benefits that core lists are edited: one that is missing here is a type error. */
import { buyAndGet } from './buy-and-get.tsx';
import { delivery } from './delivery.tsx';
import type { BenefitEditors } from './editor.ts';
import { fixedPrice } from './fixed-price.tsx';
import { gift } from './gift.tsx';
import { offGoods } from './off-goods.tsx';
import { offOrder } from './off-order.tsx';
import { spendSteps } from './spend-steps.tsx';

/** In the order in which they are offered. */
export const benefitEditors: BenefitEditors = {
  'off goods': offGoods,
  'fixed price': fixedPrice,
  'buy and get': buyAndGet,
  gift,
  'off order': offOrder,
  'spend steps': spendSteps,
  delivery,
};
