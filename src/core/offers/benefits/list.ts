/** The kinds of benefits there are. A new one stands here, in its folder, words and editor; see docs/adding.md. */
import { buyAndGet } from './buy-and-get/index.ts';
import { delivery } from './delivery/index.ts';
import { fixedPrice } from './fixed-price/index.ts';
import { gift } from './gift/index.ts';
import { benefitKindsOf } from './kind.ts';
import { offGoods } from './off-goods/index.ts';
import { offOrder } from './off-order/index.ts';
import { spendSteps } from './spend-steps/index.ts';

export const benefitKinds = benefitKindsOf([offGoods, fixedPrice, buyAndGet, gift, offOrder, spendSteps, delivery]);
